"""
Discs nested between each other and beside what is straight: each piece comes down on what lies there until
their outlines touch. Whole numbers in, whole numbers out.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from ambitus.core.layout.skyline import At, Rect, ways_of

#: more pieces than so many are not nested: each is held against every other
MOST = 80
#: rounded up, so that outlines that touch do not overlap by a rounding
_DUST = 2


@dataclass(frozen=True, slots=True)
class Shape:
    """A rectangle to lay, and whether it is a disc that fills it."""

    rect: Rect
    disc: bool


@dataclass(frozen=True, slots=True)
class _Lain:
    left: int
    bottom: int
    width: int
    height: int
    disc: bool


def nested(shapes: Sequence[Shape], order: Sequence[int], across: int) -> tuple[int, list[At]] | None:
    """
    Return (length, place of each) of *shapes* laid in *order* on a strip *across* wide, or None where one is
    wider than that. Each comes down where its top is lowest then.
    """
    lain: list[_Lain] = []
    places: list[At] = [(0, 0, False)] * len(shapes)
    longest = 0
    for i in order:
        shape = shapes[i]
        best: tuple[int, int, bool, _Lain] | None = None
        for wide, high, turned in ways_of(shape.rect):
            for left in _lefts(wide, shape.disc, lain, across):
                one = _Lain(left, 0, wide, high, shape.disc)
                bottom = max((_rests(one, other) for other in lain), default=0)
                found = (bottom + high, left, turned, _Lain(left, bottom, wide, high, shape.disc))
                if best is None or found[:3] < best[:3]:
                    best = found
        if best is None:
            return None
        top, left, turned, one = best
        lain.append(one)
        places[i] = (left, one.bottom, turned)
        longest = max(longest, top)
    return longest, places


def _lefts(wide: int, disc: bool, lain: Sequence[_Lain], across: int) -> list[int]:
    """Return where a piece is tried: at the edges, beside what lies there, over the gaps between discs."""
    if wide > across:
        return []
    lefts = {0, across - wide}
    for one in lain:
        lefts |= {one.left + one.width, one.left - wide}
        if disc and one.disc:
            # half way between: it hangs down between this one and the next
            lefts |= {one.left + one.width - wide // 2, one.left - wide + wide // 2}
    return sorted(left for left in lefts if 0 <= left <= across - wide)


def _rests(one: _Lain, other: _Lain) -> int:
    """Return how low *one* comes before it touches *other*."""
    if one.left >= other.left + other.width or other.left >= one.left + one.width:
        return 0
    top = other.bottom + other.height
    if not one.disc and not other.disc:
        return top
    if one.disc and other.disc:
        r, s = one.width / 2, other.width / 2
        aside = (one.left + r) - (other.left + s)
        middle = other.bottom + s + math.sqrt(max(0.0, (r + s) ** 2 - aside**2))
        return math.ceil(middle - r) + _DUST
    disc, box = (one, other) if one.disc else (other, one)
    r = disc.width / 2
    middle_x = disc.left + r
    beyond = max(box.left - middle_x, middle_x - box.left - box.width, 0.0)
    # how much lower than its rectangle the disc's edge is where the box ends
    spare = r - math.sqrt(max(0.0, r * r - beyond * beyond))
    return math.ceil(top - spare) + _DUST
