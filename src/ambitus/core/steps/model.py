"""Steps, and the one way they are put in order."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from ambitus.core.lengths import View
from ambitus.core.sew.acts import Act


@dataclass(frozen=True, slots=True)
class Reading:
    """
    What a tape should read: its id, in words, and the length in mm that is expected.

    ``crosses`` are the classes of seam across the way measured, and how many of their edges: sewn deeper by
    so much, each takes as often as much of the reading.
    """

    id: str
    label: str
    mm: float
    crosses: Mapping[str, int] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Step:
    """
    One step of the work.

    ``needs`` and ``gives`` are plain states ("straps caught in", "top sewn"). ``kind`` is a step, a
    gate (must be true before going on) or a point of no return. ``reads`` are what a tape should
    now read, in mm. Lengths in ``say`` are written ``{name}`` and filled from ``numbers`` (mm) in the unit
    shown. ``rank`` settles the order where needs leave it open: lower comes first.
    """

    key: str
    title: str
    say: str
    rank: float
    needs: tuple[str, ...] = ()
    gives: tuple[str, ...] = ()
    kind: Literal["step", "gate", "no return"] = "step"
    settings: str = ""
    lengths: tuple[tuple[str, float], ...] = ()
    reads: tuple[Reading, ...] = ()
    cautions: tuple[str, ...] = ()
    numbers: tuple[tuple[str, float], ...] = ()
    #: what has to be waited for after it, and about how many minutes; nothing where work goes on at once
    wait: tuple[str, float] | None = None
    #: of a gate: the word of what has to be seen before going on
    seen: str = ""
    #: what it does, as the simulator carries it out
    acts: tuple[Act, ...] = ()

    def told(self, view: View) -> str:
        """Return what it says, its lengths in the unit shown."""
        if not self.numbers:
            return self.say
        return self.say.format_map({name: view.with_unit(mm) for name, mm in self.numbers})


def last_measured(steps: Sequence[Step]) -> Step | None:
    """Return the last of *steps* at which a tape is read, if any is."""
    return next((step for step in reversed(steps) if step.reads), None)


class StepsUnordered(ValueError):
    """Steps that cannot be put in order: a need that nothing gives, or a circle of needs."""


def in_order(
    steps: Iterable[Step], *, whole: bool = True, place: Callable[[Step], str] | None = None
) -> tuple[Step, ...]:
    """
    Return *steps* so that everything a step needs is given before it, else by rank; or, with *place*, one at
    the same place as the step before it first, as long as there is one.

    A state given by several steps is given when all of them are done. Where parts do not go together not
    every need is given: with ``whole`` off such needs are passed over, and a circle begins at its lowest.

    Raises:
        StepsUnordered: If a step needs what nothing gives, or needs go in a circle.
    """
    every = list(steps)
    givers: dict[str, list[int]] = {}
    for i, step in enumerate(every):
        for state in step.gives:
            givers.setdefault(state, []).append(i)
    waits: list[set[int]] = []
    behind: list[list[int]] = [[] for _ in every]
    for i, step in enumerate(every):
        missing = [state for state in step.needs if state not in givers]
        if missing and whole:
            raise StepsUnordered(f"“{step.title}” needs “{missing[0]}”, which no step gives")
        waits.append({giver for state in step.needs for giver in givers.get(state, ())})
        for giver in waits[i]:
            behind[giver].append(i)
    ready = {i for i in range(len(every)) if not waits[i]}
    out: list[Step] = []
    left = set(range(len(every)))
    here = ""
    while left:
        if not ready:
            if whole:
                raise StepsUnordered("the needs of these steps go in a circle")
            first = min(left, key=lambda i: (every[i].rank, i))
            waits[first] = set()
            ready.add(first)
        done = min(ready, key=lambda i: (place is not None and place(every[i]) != here, every[i].rank, i))
        here = place(every[done]) if place else ""
        ready.discard(done)
        left.discard(done)
        out.append(every[done])
        for i in behind[done]:
            waits[i].discard(done)
            if not waits[i] and i in left:
                ready.add(i)
    return tuple(out)
