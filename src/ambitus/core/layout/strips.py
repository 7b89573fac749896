"""
Strips from edge to edge, each cut across into pieces: what a rotary cutter and tearing want. Every cut runs
right through what is in hand.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field

from ambitus.core.layout.skyline import At, Rect, ways_of


@dataclass(slots=True)
class Column:
    """Pieces one above another in a strip, from its lower edge: left, width, how high, and which they are."""

    left: int
    width: int
    height: int
    rects: list[int]


@dataclass(slots=True)
class Strip:
    """A strip over the whole width: where it begins, how high, its columns, and how far they reach."""

    bottom: int
    height: int
    columns: list[Column] = field(default_factory=list)
    reaches: int = 0


Strips = tuple[list[Strip], list[At]]


def in_strips(rects: Sequence[Rect], order: Sequence[int], across: int) -> tuple[int, int, Strips] | None:
    """
    Return (length, how much of it is left over, strips and places) of *rects* laid strip by strip: the first
    in *order* says how high, what follows and is no higher lies beside it, or above another that leaves room.
    """
    places: list[At] = [(0, 0, False)] * len(rects)
    strips: list[Strip] = []
    left = list(order)
    bottom = 0
    while left:
        way = _way(rects[left[0]], across)
        if way is None:
            return None
        strip = Strip(bottom, way[1])
        rest = []
        for i in left:
            if not _put(rects[i], i, strip, across, places):
                rest.append(i)
        strips.append(strip)
        bottom += strip.height
        left = rest
    filled = sum(s.reaches * (bottom - s.bottom) for s in strips)
    return bottom, bottom * bottom * across - filled, (strips, places)


def _way(rect: Rect, across: int) -> tuple[int, int] | None:
    """Return width and height of the first of a strip: the lower way, if it goes."""
    fits = [(wide, high) for wide, high, _ in ways_of(rect) if wide <= across]
    return min(fits, key=lambda way: way[1]) if fits else None


def _put(rect: Rect, i: int, strip: Strip, across: int, places: list[At]) -> bool:
    """Put *rect* above another or beside the last one of *strip*, if there is room."""
    ways = ways_of(rect)
    # above another: the narrowest column that takes it
    above = [
        (column.width - wide, at, way)
        for at, column in enumerate(strip.columns)
        for way in ways
        if (wide := way[0]) <= column.width and column.height + way[1] <= strip.height
    ]
    if above:
        _, at, (_, high, turned) = min(above)
        column = strip.columns[at]
        places[i] = (column.left, strip.bottom + column.height, turned)
        column.rects.append(i)
        column.height += high
        return True
    beside = [way for way in ways if way[1] <= strip.height and strip.reaches + way[0] <= across]
    if not beside:
        return False
    # as high as the strip lets it be: it takes the least of its width
    wide, high, turned = max(beside, key=lambda way: (way[1], not way[2]))
    places[i] = (strip.reaches, strip.bottom, turned)
    strip.columns.append(Column(strip.reaches, wide, high, [i]))
    strip.reaches += wide
    return True
