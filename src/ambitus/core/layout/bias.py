"""Strips cut on the bias: how many a cloth gives, and the least cloth that one of a length is joined from."""

import math
from dataclasses import dataclass

from ambitus.core.geometry import Point
from ambitus.core.lengths import snap

#: No strip is joined of more; default (ours): one join fewer is worth so much cloth, in mm².
MOST_JOINED, WORTH_A_JOIN = 12, 20_000.0


def pitch(wide: float) -> float:
    """
    Return how far along the cloth one strip *wide* mm across lies from the next, at 45°, in mm.

    >>> round(pitch(50), 3)
    70.711
    """
    return wide * math.sqrt(2)


def full_strips(broad: float, long: float, wide: float) -> int:
    """
    Return how many strips *wide* mm across run from edge to edge of a cloth *broad* by *long* mm, at 45°; its
    corners give shorter ones.

    >>> full_strips(500, 800, 50)
    4
    """
    broad, long = min(broad, long), max(broad, long)
    return max(0, math.floor((long - broad) / pitch(wide) + 1e-6))


def long_edge(broad: float) -> float:
    """
    Return how long a strip is along either of its long edges that runs from edge to edge of a cloth, *broad*
    mm the shorter way.

    >>> round(long_edge(500), 3)
    707.107
    """
    return broad * math.sqrt(2)


@dataclass(frozen=True, slots=True)
class BiasBlock:
    """
    The cloth that a strip on the bias is cut from: *broad* by *long* mm, and the *strips* of it that are
    joined on their slanting ends.
    """

    broad: float
    long: float
    strips: int

    @property
    def each(self) -> float:
        """How long one strip is along its long edges, in mm."""
        return long_edge(self.broad)

    def lines(self) -> tuple[tuple[Point, Point], ...]:
        """Return the cuts between the strips, each from one long edge of the block to the other."""
        apart = (self.long - self.broad) / self.strips
        starts = (at * apart for at in range(self.strips + 1))
        return tuple(((x, 0.0), (snap(x + self.broad), self.broad)) for x in starts)


def block_for(long: float, wide: float, join: float, most: float = math.inf) -> BiasBlock:
    """
    Return the least cloth, *most* mm broad, for a strip *long* by *wide* mm with square ends; a join counts
    as cloth too.

    Of n strips with slanting ends each join takes 2√2 times its allowance *join*, and squaring both ends the
    strip's width; every one of them runs from edge to edge of the block.
    """
    best, least = None, math.inf
    for strips in range(1, MOST_JOINED + 1):
        needed = long + wide + (strips - 1) * 2 * math.sqrt(2) * join
        broad = snap(needed / (strips * math.sqrt(2)))
        block = BiasBlock(broad, snap(broad + strips * pitch(wide)), strips)
        cost = block.broad * block.long + (strips - 1) * WORTH_A_JOIN
        if (broad <= most or strips == MOST_JOINED) and cost < least - 1e-6:
            best, least = block, cost
    if best is None:
        raise ValueError(f"no strip of {long} by {wide} mm is cut from so little")
    return best


def block_lying(one: float, other: float, wide: float) -> BiasBlock:
    """Return the block that takes *one* by *other* mm of a cloth, for strips *wide* mm across."""
    broad, long = min(one, other), max(one, other)
    return BiasBlock(broad, long, round((long - broad) / pitch(wide)))
