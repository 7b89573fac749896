"""What several makings taught: how deep a maker's seams come out, by machine, foot, cloth and class."""

import math
from collections.abc import Iterable
from dataclasses import dataclass

#: Fewer readings than these are a first reading, and no fact.
FACT = 3


@dataclass(frozen=True, slots=True)
class Where:
    """By whom, on which machine, with which foot, on which cloth; and the class of seam."""

    who: str
    machine: str
    foot: str
    cloth: str
    seam: str


@dataclass(frozen=True, slots=True)
class Found:
    """What one making found: how deep such seams came out, how far that may be off, in mm; readings, when."""

    where: Where
    mm: float
    spread: float
    readings: int
    at: str


@dataclass(frozen=True, slots=True)
class Calibration:
    """
    What is known of such seams: how deep they come out and how far that may be off, in mm, from how many
    readings in how many makings, the first and the last of them.
    """

    where: Where
    mm: float
    spread: float
    readings: int
    makings: int
    first_at: str
    last_at: str

    @property
    def fact(self) -> bool:
        """Whether there are readings enough to go by."""
        return self.readings >= FACT


def calibrations(found: Iterable[Found]) -> tuple[Calibration, ...]:
    """
    Return what *found* says together, by whom and where: each weighed by its spread; where makings differ by
    more than that, as wide as they differ.

    >>> here = Where("", "", "", "canvas", "side")
    >>> made = calibrations([Found(here, 9.0, 0.4, 1, "2026"), Found(here, 9.4, 0.4, 2, "2027")])[0]
    >>> round(made.mm, 3), made.readings, made.fact
    (9.2, 3, True)
    """
    by_where: dict[Where, list[Found]] = {}
    for one in found:
        by_where.setdefault(one.where, []).append(one)
    out = []
    for where, every in by_where.items():
        weights = [1 / max(1e-6, one.spread) ** 2 for one in every]
        whole = sum(weights)
        mm = sum(weight * one.mm for weight, one in zip(weights, every, strict=True)) / whole
        apart = sum(weight * (one.mm - mm) ** 2 for weight, one in zip(weights, every, strict=True)) / whole
        times = sorted(one.at for one in every)
        out.append(
            Calibration(
                where,
                mm,
                max(1 / math.sqrt(whole), math.sqrt(apart)),
                sum(one.readings for one in every),
                len(every),
                times[0],
                times[-1],
            )
        )
    return tuple(out)
