"""
How deep seams really come out, from what a tape read.

A reading i gives d = expected − read = Σ k·x over the classes of seam it crosses: k edges, x how much deeper
than planned each was sewn. Least squares over a making's readings; where they cannot tell classes apart only
what they make together is said.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from numpy.typing import NDArray

    Numbers = NDArray[Any]

#: Default (ours): how far a tape that is laid twice differs, as a standard deviation, in mm.
TAPE = 0.7
#: Default (ours): further off an edge than this, in mm, no seam comes out: the reading is asked for again.
TOO_FAR = 4.0
_DUST = 1e-9


@dataclass(frozen=True, slots=True)
class Taped:
    """
    What a tape read: what it should have read, what it read, and to how fine a step, in mm; the classes
    of seam it crossed, and how many edges of each. ``id`` says where it was taken.
    """

    id: str
    expected: float
    read: float
    crosses: Mapping[str, int]
    step: float = 1.0

    @property
    def off(self) -> float:
        """How much less it read than it should, in mm."""
        return self.expected - self.read

    @property
    def edges(self) -> int:
        """How many edges it crossed."""
        return sum(abs(k) for k in self.crosses.values())

    @property
    def spread(self) -> float:
        """How far it may be off by itself, in mm: the tape, and half the step it was read to."""
        return math.hypot(TAPE, self.step / 2)

    @property
    def too_far(self) -> bool:
        """Whether it is further off than any seam would be, so that it has to be read again."""
        return abs(self.off) > TOO_FAR * max(1, self.edges) + _DUST


@dataclass(frozen=True, slots=True)
class Bite:
    """
    How deep the seams of a class came out: as planned and really, in mm an edge; how far that may be off, and
    from how many readings it was learned.
    """

    seam: str
    planned: float
    deeper: float
    spread: float
    readings: int

    @property
    def mm(self) -> float:
        """How much each of its seams really took of an edge, in mm."""
        return self.planned + self.deeper

    @property
    def as_planned(self) -> bool:
        """Whether it is within twice its spread of what was planned: then nothing follows from it."""
        return abs(self.deeper) <= 2 * self.spread + _DUST


@dataclass(frozen=True, slots=True)
class Together:
    """
    Classes of seam that no reading tells apart, and what they took more than planned along the way of one, in
    mm; ``by`` are the readings that would settle it.
    """

    seams: tuple[str, ...]
    more: float
    spread: float
    by: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Learned:
    """What the readings of a making say: bites by class of seam, sums, and which readings to take again."""

    bites: Mapping[str, Bite]
    together: tuple[Together, ...]
    again: tuple[str, ...]

    @property
    def found(self) -> Mapping[str, Bite]:
        """The bites that are not as planned."""
        return {seam: bite for seam, bite in self.bites.items() if not bite.as_planned}


def _weighted(rows: Sequence[Taped], seams: Sequence[str]) -> "tuple[Numbers, Numbers]":
    """Return how often each reading crosses each class, and how far it is off, both by its own spread."""
    import numpy as np

    crossed = np.array([[row.crosses.get(seam, 0) / row.spread for seam in seams] for row in rows])
    return crossed, np.array([row.off / row.spread for row in rows])


def _told_apart(crossed: "Numbers", at: int) -> bool:
    """Return whether readings that cross so tell the class *at* apart from the others."""
    import numpy as np

    _, found, ways = np.linalg.svd(crossed)
    rank = int((found > 1e-9 * max(1.0, found.max(initial=0.0))).sum())
    # what no reading sees: ways in which classes could differ and every tape read the same
    return bool(np.abs(ways[rank:, at]).max(initial=0.0) < 1e-9)


def learned(
    readings: Sequence[Taped],
    planned: Mapping[str, float],
    others: Mapping[str, Mapping[str, int]] | None = None,
) -> Learned:
    """
    Return what *readings* say of the seams that they cross, by what was *planned* of each class, in mm.
    *others* are the readings that could still be taken, by id, with what they cross.

    >>> found = learned([Taped("front", 400, 402, {"side": 2})], {"side": 10})
    >>> found.bites["side"].mm, round(found.bites["side"].spread, 2)
    (9.0, 0.43)
    """
    again = tuple(row.id for row in readings if row.too_far)
    rows = [row for row in readings if row.crosses and not row.too_far]
    seams = sorted({seam for row in rows for seam, k in row.crosses.items() if k and seam in planned})
    rows = [row for row in rows if set(row.crosses) <= set(seams)]
    if not rows or not seams:
        return Learned({}, (), again)
    import numpy as np

    crossed, off = _weighted(rows, seams)
    # where a number is needed all the same it is the one with the shortest answer
    deeper, spread = np.linalg.pinv(crossed) @ off, np.linalg.pinv(crossed.T @ crossed)
    bites: dict[str, Bite] = {}
    for at, seam in enumerate(seams):
        if _told_apart(crossed, at):
            many = sum(1 for row in rows if row.crosses.get(seam))
            value = float(deeper[at])
            value = 0.0 if abs(value) < 1e-9 else value
            bites[seam] = Bite(seam, planned[seam], value, math.sqrt(float(spread[at, at])), many)
    return Learned(bites, tuple(_sums(rows, seams, bites, others or {})), again)


def _sums(
    rows: Sequence[Taped],
    seams: Sequence[str],
    bites: Mapping[str, Bite],
    others: Mapping[str, Mapping[str, int]],
) -> list[Together]:
    """Return what classes that no reading tells apart took together, each set of them once."""
    out: dict[tuple[str, ...], Together] = {}
    taken = {row.id for row in rows}
    for row in rows:
        unknown = tuple(seam for seam in seams if row.crosses.get(seam) and seam not in bites)
        if len(unknown) < 2:
            continue
        known = sum(k * bites[seam].deeper for seam, k in row.crosses.items() if seam in bites)
        if abs(row.off - known) <= 2 * row.spread + _DUST:
            # within what a tape is off by nothing follows from it
            continue
        by = tuple(
            id
            for id, crosses in others.items()
            if id not in taken and _settles(rows, seams, crosses, unknown)
        )
        out.setdefault(unknown, Together(unknown, row.off - known, row.spread, by))
    return list(out.values())


def _settles(
    rows: Sequence[Taped], seams: Sequence[str], crosses: Mapping[str, int], unknown: Sequence[str]
) -> bool:
    """Return whether one more reading that *crosses* so tells the *unknown* classes apart."""
    if not crosses or not set(crosses) <= set(seams):
        return False
    crossed, _ = _weighted([*rows, Taped("", 0.0, 0.0, crosses)], seams)
    return all(_told_apart(crossed, seams.index(seam)) for seam in unknown)
