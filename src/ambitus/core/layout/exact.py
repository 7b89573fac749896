"""Few rectangles laid as short as it goes: every way to go on that could be shorter is followed."""

from collections.abc import Sequence
from dataclasses import dataclass

from ambitus.core.layout.skyline import ENDLESS, At, Rect, Way, cover, raised, ways_of

#: up to so many rectangles every way is followed
FEW = 8


@dataclass(slots=True)
class _Hunt:
    """What stays the same, and the shortest that was found so far."""

    ways: list[tuple[Way, ...]]
    across: int
    least: int
    below: int
    steps: int
    found: list[At] | None = None


def shortest(
    rects: Sequence[Rect], across: int, least: int, below: int, steps: int
) -> tuple[int, list[At]] | None:
    """
    Return (length, places) of a layout of *rects* that is shorter than *below*, the shortest that so many
    *steps* find, or None. None is shorter than *least*.

    The lowest gap is looked at first, from its left end: each rectangle is tried there in each of its ways,
    and that nothing is put there.
    """
    hunt = _Hunt([ways_of(r) for r in rects], across, least, below, steps)
    _go_on(hunt, [0], [0], [(0, 0, False)] * len(rects), frozenset(range(len(rects))), 0)
    return None if hunt.found is None else (hunt.below, hunt.found)


def _go_on(
    hunt: _Hunt, lefts: list[int], tops: list[int], places: list[At], waiting: frozenset[int], longest: int
) -> None:
    if not waiting:
        hunt.below, hunt.found = longest, list(places)
        return
    hunt.steps -= 1
    if hunt.steps < 0 or hunt.below <= hunt.least:
        return
    ends = [*lefts[1:], hunt.across]
    filled = sum((end - left) * top for left, end, top in zip(lefts, ends, tops, strict=True))
    to_come = sum(hunt.ways[i][0][0] * hunt.ways[i][0][1] for i in waiting)
    if filled + to_come > (hunt.below - 1) * hunt.across:
        return
    at = tops.index(min(tops))
    level, left, right = tops[at], lefts[at], ends[at]
    seen: set[tuple[int, int]] = set()
    for i in sorted(waiting, key=lambda i: (-hunt.ways[i][0][1], i)):
        for wide, high, turned in hunt.ways[i]:
            if wide > right - left or level + high >= hunt.below or (wide, high) in seen:
                continue
            seen.add((wide, high))
            on_lefts, on_tops = list(lefts), list(tops)
            cover(on_lefts, on_tops, at, left, left + wide, level + high, right)
            places[i] = (left, level, turned)
            _go_on(hunt, on_lefts, on_tops, places, waiting - {i}, max(longest, level + high))
    if len(lefts) > 1:
        walls = [tops[k] for k in (at - 1, at + 1) if 0 <= k < len(tops)]
        if min(walls, default=ENDLESS) < hunt.below:
            on_lefts, on_tops = list(lefts), list(tops)
            raised(on_lefts, on_tops, at, min(walls))
            _go_on(hunt, on_lefts, on_tops, places, waiting, longest)
