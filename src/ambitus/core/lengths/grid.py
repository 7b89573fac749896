"""The cutting grid: what scissors and a ruler can follow."""

import math
from dataclasses import dataclass
from typing import Literal

from ambitus.core.lengths.units import Unit, system_of

Rounding = Literal["nearest", "up"]

#: Grids a maker may choose, in millimetres, per unit set.
METRIC_STEPS = (1.0, 2.0, 5.0)
INCH_STEPS = (25.4 / 16, 25.4 / 8, 25.4 / 4)


def steps_for(unit: Unit) -> tuple[float, ...]:
    """Return the cutting grids of the unit set of *unit*, in mm, the finest first: the lines of its ruler."""
    return METRIC_STEPS if system_of(unit) == "metric" else INCH_STEPS


def on_ruler(step: float, unit: Unit) -> bool:
    """
    Return whether a cutting grid of *step* mm is one that the unit set of *unit* offers.

    >>> on_ruler(2.0, "cm"), on_ruler(3.7, "cm"), on_ruler(2.0, "in")
    (True, False, False)
    """
    return any(abs(step - s) < 1e-6 for s in steps_for(unit))


def snap(mm: float) -> float:
    """Return *mm* on the millionth, so that binary dust never decides a half step."""
    return round(mm * 1e6) / 1e6 + 0.0


@dataclass(frozen=True, slots=True)
class Grid:
    """A cutting grid of *step* millimetres; ``nearest`` rounds a half step up."""

    step: float
    rounding: Rounding = "nearest"

    def fit(self, mm: float) -> float:
        """
        Return *mm* on the grid.

        >>> Grid(1.0).fit(480.5), Grid(1.0).fit(480.4999999999), Grid(5.0, "up").fit(481)
        (481.0, 481.0, 485.0)
        """
        steps = round(mm * 1e6) / round(self.step * 1e6)
        whole = math.floor(steps + 0.5) if self.rounding == "nearest" else math.ceil(steps - 1e-9)
        return whole * self.step

    def on_tape(self, mm: float) -> float:
        """Return *mm* as a tape reads it: to the nearest step, whichever way cuts are rounded."""
        return math.floor(round(mm * 1e6) / round(self.step * 1e6) + 0.5) * self.step

    def holds(self, mm: float) -> bool:
        """True if *mm* already lies on the grid (to a millionth)."""
        return abs(snap(mm / self.step) - round(mm / self.step)) < 1e-6

    def next(self, mm: float, steps: int) -> float:
        """Return the grid line *steps* away from *mm*, the first of them the next one met."""
        at = snap(mm / self.step)
        start = math.floor(at) if steps > 0 else math.ceil(at)
        return (start + steps) * self.step
