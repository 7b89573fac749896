"""
Rectangles in a strip, from below: each as low as it goes on what lies there. Whole numbers, so that two that
fit side by side to the last bit do.
"""

from collections.abc import Sequence
from dataclasses import dataclass

ENDLESS = 10**12
#: left, bottom, and whether it lies turned
At = tuple[int, int, bool]


@dataclass(frozen=True, slots=True)
class Rect:
    """A rectangle to place; ``turns`` is whether it may also lie the other way."""

    width: int
    height: int
    turns: bool = False


#: how many of those that are next in order are looked at for a gap
LOOKED_AT = 40


def packed(rects: Sequence[Rect], order: Sequence[int], across: int) -> tuple[int, int, list[At]] | None:
    """
    Return (length, how uneven its upper edge is, place of each) of *rects* laid on a strip *across* wide, or
    None where one is wider than that.

    The lowest gap is filled first: with what fills its whole width, ends level with a wall of it, or else
    comes first in *order*. A gap that nothing fits into is given up.
    """
    # the upper edge of what lies there: left ends and heights, from left to right
    lefts, tops = [0], [0]
    places: list[At] = [(0, 0, False)] * len(rects)
    ways = [ways_of(r) for r in rects]
    waiting = list(order)
    while waiting:
        at = tops.index(min(tops))
        level, left = tops[at], lefts[at]
        right = lefts[at + 1] if at + 1 < len(lefts) else across
        walls = (
            tops[at - 1] - level if at else ENDLESS,
            tops[at + 1] - level if at + 1 < len(tops) else ENDLESS,
        )
        found = _best_for(right - left, walls, waiting, ways)
        if found is None:
            if len(lefts) == 1:
                return None
            raised(lefts, tops, at, min(wall for wall in walls) + level)
            continue
        place, (wide, high, turned) = found
        i = waiting.pop(place)
        # beside the higher wall: what is left of the gap opens to the lower one
        start = left if walls[0] >= walls[1] else right - wide
        places[i] = (start, level, turned)
        cover(lefts, tops, at, start, start + wide, level + high, right)
    ends = [*lefts[1:], across]
    uneven = sum((end - left) * top for left, end, top in zip(lefts, ends, tops, strict=True))
    return max(tops), uneven, places


#: width, height, and whether it is turned
Way = tuple[int, int, bool]


def ways_of(rect: Rect) -> tuple[Way, ...]:
    """Return how *rect* may lie: as its grain has it, and turned if it may be and that is another way."""
    plain = (rect.width, rect.height, False)
    if not rect.turns or rect.width == rect.height:
        return (plain,)
    return plain, (rect.height, rect.width, True)


def _best_for(
    gap: int, walls: tuple[int, int], waiting: Sequence[int], ways: Sequence[tuple[Way, ...]]
) -> tuple[int, Way] | None:
    """Return which of *waiting* goes into a gap, and which way, or None if none does."""
    best, found = -1, None
    for place, i in enumerate(waiting):
        if place >= LOOKED_AT and found is not None:
            break
        for way in ways[i]:
            wide, high, _ = way
            if wide > gap:
                continue
            worth = (2 if wide == gap else 0) + (high in walls)
            if worth > best:
                best, found = worth, (place, way)
                if worth == 3:
                    return found
    return found


def raised(lefts: list[int], tops: list[int], at: int, top: int) -> None:
    """Give the gap *at* up: it is as high as the lower of its neighbours."""
    tops[at] = top
    _join(lefts, tops, at)


def cover(lefts: list[int], tops: list[int], at: int, start: int, end: int, top: int, right: int) -> None:
    """Raise the part from *start* to *end* of the step *at*, which goes to *right*, to *top*."""
    level, left = tops[at], lefts[at]
    steps = [(left, level)] * (start > left) + [(start, top)] + [(end, level)] * (end < right)
    lefts[at : at + 1] = [x for x, _ in steps]
    tops[at : at + 1] = [y for _, y in steps]
    _join(lefts, tops, at + (start > left))


def _join(lefts: list[int], tops: list[int], at: int) -> None:
    """Make the step *at* one with neighbours of its height."""
    for k in (at + 1, at):
        if 0 < k < len(lefts) and tops[k] == tops[k - 1]:
            del lefts[k], tops[k]
