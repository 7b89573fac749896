"""What a sample teaches of a cloth: a square that is washed, a strip that is stretched."""

from collections.abc import Iterable
from dataclasses import dataclass
from statistics import fmean
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.learning.calibrations import FACT
from ambitus.core.lengths import Unit, View
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.resolve import read_length

Kind = Literal["washed", "stretched"]
#: a sample is at least so long, in mm: a smaller one is told no better than the tape tells it
LEAST: dict[Kind, float] = {"washed": 300.0, "stretched": 200.0}
#: nothing shrinks, or grows, by more than this share and is still the same cloth
MOST = 0.3
Text = Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)]


class Sample(BaseModel):
    """A sample of a cloth, along its grain (``long``) and across it (``wide``), before and after, in mm."""

    model_config = ConfigDict(extra="forbid")
    kind: Kind
    cloth: Text
    long_before: float = Field(gt=0, le=100_000)
    long_after: float = Field(gt=0, le=100_000)
    wide_before: float = Field(gt=0, le=100_000)
    wide_after: float = Field(gt=0, le=100_000)
    at: str = Field(default="", max_length=32)
    away: bool = False

    @property
    def along(self) -> float:
        """What it lost along its grain, as a share of what it was: below nothing where it grew."""
        return 1 - self.long_after / self.long_before

    @property
    def across(self) -> float:
        """What it lost across, as a share of what it was."""
        return 1 - self.wide_after / self.wide_before


class SampleTyped(BaseModel):
    """A sample as it is typed: lengths as text, a bare number in ``unit``."""

    model_config = ConfigDict(extra="forbid")
    kind: Kind
    cloth: Text
    unit: Unit
    long_before: str = Field(max_length=40)
    long_after: str = Field(max_length=40)
    wide_before: str = Field(max_length=40)
    wide_after: str = Field(max_length=40)


_SAID = {
    "long_before": "Along, before",
    "long_after": "Along, after",
    "wide_before": "Across, before",
    "wide_after": "Across, after",
}


def sample_of(typed: SampleTyped, at: str) -> Sample:
    """Return what was typed as a sample. Raises SpecProblems for every length that is none."""
    problems, mm = list[Problem](), dict[str, float]()
    if not typed.cloth:
        problems.append(Problem("sample", "cloth", "", "It is of no cloth.", "Say which cloth it is of."))
    for name, label in _SAID.items():
        whole = name == "long_before" or (name == "wide_before" and typed.kind == "washed")
        low, view = LEAST[typed.kind] if whole else 1.0, View(typed.unit, typed.unit)
        param = Param(Length(f"sample.{name}"), label, "length", low=low, high=10_000)
        try:
            mm[name] = read_length(param, name, getattr(typed, name), view, {}, bare=typed.unit)
        except SpecProblems as bad:
            problems += bad.problems
    if problems:
        raise SpecProblems(tuple(problems))
    made = Sample(kind=typed.kind, cloth=typed.cloth, at=at, **mm)
    if typed.kind == "washed" and not all(abs(share) <= MOST for share in (made.along, made.across)):
        why, fix = "It is more than 30 % smaller or larger.", "Measure it once more, both ways."
        raise SpecProblems((Problem("sample", "long_after", typed.long_after, why, fix),))
    if typed.kind == "stretched" and made.along >= 0:
        why, fix = "It is no longer than it was.", "Stretch the strip, then measure it."
        raise SpecProblems((Problem("sample", "long_after", typed.long_after, why, fix),))
    return made


@dataclass(frozen=True, slots=True)
class Stretches:
    """
    How a strip of a cloth stretches: how many times as long it gets, what share of its width is left, from so
    many strips, the last one when.
    """

    cloth: str
    longer: float
    narrower: float
    strips: int
    last_at: str

    @property
    def fact(self) -> bool:
        """Whether there are strips enough to go by."""
        return self.strips >= FACT


def stretches(samples: Iterable[Sample], cloth: str) -> Stretches | None:
    """Return how strips of *cloth* stretch, or None where none was stretched."""
    mine = [one for one in samples if one.kind == "stretched" and one.cloth == cloth and not one.away]
    if not mine:
        return None
    longer, narrower = 1 - fmean(o.along for o in mine), 1 - fmean(o.across for o in mine)
    return Stretches(cloth, longer, narrower, len(mine), max(one.at for one in mine))


@dataclass(frozen=True, slots=True)
class Shrinks:
    """How a cloth shrinks in the wash: shares along and across, from so many squares, the last one when."""

    cloth: str
    along: float
    across: float
    squares: int
    last_at: str

    @property
    def fact(self) -> bool:
        """Whether there are squares enough to go by."""
        return self.squares >= FACT


def shrinks(samples: Iterable[Sample], cloth: str) -> Shrinks | None:
    """Return how *cloth* shrinks, or None where no square of it was washed."""
    mine = [one for one in samples if one.kind == "washed" and one.cloth == cloth and not one.away]
    if not mine:
        return None
    last = max(one.at for one in mine)
    return Shrinks(cloth, fmean(o.along for o in mine), fmean(o.across for o in mine), len(mine), last)
