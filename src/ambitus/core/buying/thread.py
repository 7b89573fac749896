"""How much thread a bag takes, from the rows that are sewn."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.sew import acts
from ambitus.core.sew.acts import Act
from ambitus.core.sew.minutes import (
    fixed_metres,
    made_up_metres,
    overcast_metres,
    sewn_metres,
    stitched_metres,
    window_metres,
)
from ambitus.core.steps.settings import under_needle_of

#: metres of thread that one row begins and ends with, for a metre of overlocking (ours), and to spare
ENDS_M, OVERLOCKED, SPARE = 0.3, 11.0, 0.15


def lockstitch(metres: float, stack_mm: float, stitch_mm: float) -> float:
    """
    Return the metres of thread in a row of lockstitch: both threads go along it and through the stack at
    every stitch, and the row begins and ends with some more.

    >>> round(lockstitch(1.0, 1.0, 2.5) - ENDS_M, 9)
    2.8
    """
    return 2 * (1 + stack_mm / stitch_mm) * metres + ENDS_M


@dataclass(frozen=True, slots=True)
class Row:
    """What one act sews: rows, their metres together, and how thick what they go through is, in mm."""

    rows: int
    metres: float
    stack: float
    overlocked: bool = False

    def thread(self, stitch_mm: float) -> float:
        """Return its metres of thread."""
        if self.overlocked:
            return OVERLOCKED * self.metres
        return lockstitch(self.metres, self.stack, stitch_mm) + ENDS_M * max(0, self.rows - 1)


def _stack(made: Draft, step: Sequence[Act]) -> float:
    """Return how thick what lies under the needle in a step is, in mm."""
    lies = under_needle_of(made.bag, made.plan, step)
    return sum(times * material.thickness for material, times in lies)


def rows_of(made: Draft) -> Iterator[Row]:
    """Yield what is sewn of *made*, act by act."""
    for step in made.steps:
        stack = _stack(made, step.acts)
        for act in step.acts:
            match act:
                case acts.Sew():
                    keys, metres = sewn_metres(made.plan, act)
                    yield Row(len(keys), metres, stack)
                case acts.Stitch():
                    rows, metres = stitched_metres(made.plan, act)
                    yield Row(rows, rows * metres, stack)
                case acts.MakeUp():
                    rows, metres = made_up_metres(made.plan, act)
                    yield Row(rows, metres, stack)
                case acts.FaceWindow() | acts.ZipBehind():
                    yield Row(1, window_metres(made.plan), stack)
                case acts.Fix() if (metres := fixed_metres(made.plan, act)) > 0:
                    yield Row(1, metres, stack)
                case acts.Overcast() if any(key in made.plan.wrapped for key in made.plan.named(act.seams)):
                    # a binding is sewn on in two rows
                    metres = overcast_metres(made.plan, act)
                    yield Row(2 * len(made.plan.named(act.seams)), 2 * metres, stack)
                case acts.Overcast() | acts.Finish():
                    yield Row(1, overcast_metres(made.plan, act), stack, overlocked=True)
                case _:
                    pass


def thread_metres(made: Draft) -> float:
    """Return the metres of thread that *made* takes, with some to spare."""
    stitch = made.bag.cloth("outer").stitch
    return (1 + SPARE) * sum(row.thread(stitch) for row in rows_of(made) if row.rows)
