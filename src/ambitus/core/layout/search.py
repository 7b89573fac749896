"""
Many orders tried, the best of them kept. So many tries and no clock: the same pieces always lie the same way.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from math import factorial
from typing import Generic, TypeVar

from ambitus.core.layout.skyline import Rect

Lain = TypeVar("Lain")
#: (how long it is, how uneven: of two that are as long the evener is nearer to a shorter one, and how it
#: lies)
Tried = tuple[int, int, Lain]
#: after so many tries in a row without a better one another beginning is tried
PATIENCE = 40
#: after so many without a shorter layout, from whichever beginning, no more are tried
ENOUGH = 500


@dataclass(frozen=True, slots=True)
class Found(Generic[Lain]):
    """The best that was found: its length, how it lies, and after how many tries."""

    length: int
    lain: Lain
    tries: int


def numbers(seed: int = 1) -> Iterator[int]:
    """Yield ever the same sequence of numbers that follow no order."""
    state = seed
    while True:
        state = (state * 6364136223846793005 + 1442695040888963407) % 2**64
        yield state >> 33


def at_least(rects: Sequence[Rect], across: int) -> int:
    """
    Return a length that no layout of *rects* can be shorter than: by their area, the tallest, and those of
    which no two lie beside each other.
    """
    area = sum(r.width * r.height for r in rects)
    lows = [min(r.width, r.height) if r.turns else r.height for r in rects]
    alone = sum(
        low
        for low, r in zip(lows, rects, strict=True)
        if (min(r.width, r.height) if r.turns else r.width) * 2 > across
    )
    return max((-(-area // across), alone, *lows), default=0)


def beginnings(rects: Sequence[Rect]) -> list[list[int]]:
    """Return orders that are good to begin with: the tallest, the widest, the largest first."""
    every = range(len(rects))

    def by(key: Callable[[Rect], tuple[int, ...]]) -> list[int]:
        return sorted(every, key=lambda i: (*(-k for k in key(rects[i])), i))

    return [
        by(lambda r: (r.height, r.width)),
        by(lambda r: (r.width, r.height)),
        by(lambda r: (r.width * r.height, r.height)),
        by(lambda r: (max(r.width, r.height), min(r.width, r.height))),
        by(lambda r: (r.width + r.height, r.height)),
    ]


def ways_to_lie(rects: Sequence[Rect]) -> list[list[Rect]]:
    """
    Return *rects* as they may lie: each as it fits best, then those that turn all long along and all across.
    """
    turning = [r.turns and r.width != r.height for r in rects]
    if not any(turning):
        return [list(rects)]
    fixed = [
        [_fixed(r, tall) if t else r for r, t in zip(rects, turning, strict=True)] for tall in (True, False)
    ]
    return [list(rects), *fixed]


def _fixed(rect: Rect, tall: bool) -> Rect:
    low, high = sorted((rect.width, rect.height))
    return Rect(low, high) if tall else Rect(high, low)


def searched(
    rects: Sequence[Rect],
    across: int,
    tries: int,
    lay: Callable[[Sequence[Rect], Sequence[int]], Tried[Lain] | None],
) -> Found[Lain] | None:
    """
    Return the best of so many *tries* to lay *rects*, or None where none lies on a strip *across* wide.

    *lay* takes the rectangles, some of them turned for good, and the order to lay them in.
    """
    least = at_least(rects, across)
    if len(rects) < 7:
        # there are no more orders and ways than so many; some are met twice
        tries = min(tries, 3 * factorial(len(rects)) * 2 ** sum(r.turns for r in rects))
    starts = [(ways, order) for ways in ways_to_lie(rects) for order in beginnings(ways)]
    tried = [(got, ways, order) for ways, order in starts if (got := lay(ways, order))]
    if not tried:
        return None
    tried.sort(key=lambda one: one[0][:2])
    best, count = tried[0][0], len(starts)
    chance = numbers(len(rects))
    begin, better_at = 0, count
    while count < min(tries, better_at + ENOUGH) and best[0] > least and len(rects) > 1:
        now, ways, order = tried[begin % len(tried)]
        ways, order = list(ways), list(order)
        begin += 1
        waited = 0
        while count < tries and waited < PATIENCE and best[0] > least:
            other_ways, other_order = _changed(rects, ways, order, chance)
            got = lay(other_ways, other_order)
            count += 1
            waited += 1
            if got is None or got[:2] > now[:2]:
                continue
            if got[:2] < now[:2]:
                waited = 0
            now, ways, order = got, other_ways, other_order
            if now[:2] < best[:2]:
                best, better_at = now, count
    return Found(best[0], best[2], count)


def _changed(
    rects: Sequence[Rect], ways: Sequence[Rect], order: Sequence[int], chance: Iterator[int]
) -> tuple[list[Rect], list[int]]:
    """Return another way to lie and another order, one thing changed."""
    n = len(order)
    ways, order = list(ways), list(order)
    what = next(chance) % 4
    i, j = next(chance) % n, next(chance) % n
    at = order[i]
    if what == 0 and rects[at].turns and rects[at].width != rects[at].height:
        one = ways[at]
        ways[at] = rects[at] if not one.turns else replace(one, turns=False)
        if not one.turns and next(chance) % 2:
            ways[at] = Rect(one.height, one.width)
    elif what < 3:
        order[i], order[j] = order[j], order[i]
    else:
        order.insert(j, order.pop(i))
    return ways, order
