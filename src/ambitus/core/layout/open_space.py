"""Rectangles among others that stay where they are: pieces that are pinned, holes and flaws."""

from collections.abc import Sequence

from ambitus.core.layout.skyline import ENDLESS, At, Rect, ways_of

#: left, bottom, right, top
Box = tuple[int, int, int, int]


def clear_of(free: Sequence[Box], taken: Box) -> list[Box]:
    """Return the largest boxes that are left of *free* once *taken* is."""
    left, bottom, right, top = taken
    kept: list[Box] = []
    cut: list[Box] = []
    for box in free:
        x0, y0, x1, y1 = box
        if x0 >= right or x1 <= left or y0 >= top or y1 <= bottom:
            kept.append(box)
            continue
        if x0 < left:
            cut.append((x0, y0, left, y1))
        if x1 > right:
            cut.append((right, y0, x1, y1))
        if y0 < bottom:
            cut.append((x0, y0, x1, bottom))
        if y1 > top:
            cut.append((x0, top, x1, y1))
    new = [b for i, b in enumerate(cut) if not any(_within(b, c, i, j) for j, c in enumerate(cut))]
    return kept + [b for b in new if not any(_holds(c, b) for c in kept)]


def _holds(outer: Box, inner: Box) -> bool:
    return outer[0] <= inner[0] and outer[1] <= inner[1] and outer[2] >= inner[2] and outer[3] >= inner[3]


def _within(box: Box, other: Box, i: int, j: int) -> bool:
    """Return whether *box* lies in *other*; of two alike the later one does in the earlier."""
    return i != j and _holds(other, box) and (box != other or j < i)


def packed_round(
    rects: Sequence[Rect], order: Sequence[int], across: int, along: int | None, taken: Sequence[Box]
) -> tuple[int, list[At | None]]:
    """
    Return (length, place of each) of *rects* laid in *order* on a strip *across* wide, and *along* long if
    it has an end, round what is *taken*. What finds no place has None.
    """
    free: list[Box] = [(0, 0, across, ENDLESS if along is None else along)]
    for box in taken:
        free = clear_of(free, box)
    places: list[At | None] = [None] * len(rects)
    longest = 0
    for i in order:
        rect = rects[i]
        best: tuple[int, int, int, int, bool] | None = None
        for wide, high, turned in ways_of(rect):
            for x0, y0, x1, y1 in free:
                if x1 - x0 >= wide and y1 - y0 >= high:
                    key = (y0 + high, x1 - x0 - wide, x0, y0, turned)
                    if best is None or key < best:
                        best = key
        if best is None:
            continue
        top, _, left, bottom, turned = best
        wide = rect.height if turned else rect.width
        places[i] = (left, bottom, turned)
        free = clear_of(free, (left, bottom, left + wide, top))
        longest = max(longest, top)
    return longest, places
