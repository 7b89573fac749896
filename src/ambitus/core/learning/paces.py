"""How long the work really takes a maker beside what is guessed first: at machine, iron and table."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal, get_args

from ambitus.core.learning.calibrations import FACT

Place = Literal["machine", "iron", "table"]
PLACES = get_args(Place)
#: Default (ours): beyond these a pace is a clock that was left running, or a step that was only passed.
LEAST, MOST = 0.2, 5.0


@dataclass(frozen=True, slots=True)
class Timed:
    """What a making took at one place: seconds of the steps that were timed, what was guessed, how many."""

    who: str
    place: str
    seconds: float
    guessed: float
    steps: int


@dataclass(frozen=True, slots=True)
class Pace:
    """How many times the first guess a maker takes at a place, from so many steps of so many makings."""

    who: str
    place: str
    times: float
    steps: int
    makings: int

    @property
    def fact(self) -> bool:
        """Whether there are makings enough to go by."""
        return self.makings >= FACT


def paces(timed: Iterable[Timed]) -> tuple[Pace, ...]:
    """
    Return the paces of every maker by place, in the order in which they come.

    >>> paces([Timed("", "iron", 90, 60, 3), Timed("", "iron", 150, 100, 5)])
    (Pace(who='', place='iron', times=1.5, steps=8, makings=2),)
    """
    by: dict[tuple[str, str], list[Timed]] = {}
    for one in timed:
        if one.guessed > 0 and one.steps:
            by.setdefault((one.who, one.place), []).append(one)
    return tuple(
        Pace(
            who,
            place,
            min(MOST, max(LEAST, sum(one.seconds for one in every) / sum(one.guessed for one in every))),
            sum(one.steps for one in every),
            len(every),
        )
        for (who, place), every in by.items()
    )


def at_pace(minutes: float, place: str, mine: Mapping[str, float]) -> float:
    """Return how long what is guessed at *minutes* takes at a maker's own paces, *mine*, if there are any."""
    return minutes * mine.get(place, 1.0)
