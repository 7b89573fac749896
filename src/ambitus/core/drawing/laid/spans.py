"""Dimensions drawn on a piece, for lengths that no ruler tells from its zero: named, with their sums."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from ambitus.core.drawing.laid.ticks import SAME, is_strip
from ambitus.core.drawing.paths import path
from ambitus.core.form.model import Mark, Piece
from ambitus.core.geometry import Point
from ambitus.core.sums import Sum

#: px: how far inside its ends a dimension is drawn, and half of the stroke at either end
_INSIDE, _TICK = 30.0, 5.0
_STITCHED = "from the stitched point"


@dataclass(frozen=True, slots=True)
class Span:
    """A length between two places of a piece, level with each other: its name, its number and the sum."""

    word: str
    key: str
    sum: Sum
    a: Point
    b: Point


@dataclass(frozen=True, slots=True)
class LaidSpan:
    """A span with its line as path data and the box of its label (left, top, width, height), in px."""

    span: Span
    line: str
    label: tuple[float, float, float, float]


def spans_of(piece: Piece) -> tuple[Span, ...]:
    """
    Return what is measured on *piece* from one place of it to another: straps from each other, a pinch from
    the stitched point, which the ruler tells from the raw corner.
    """
    return tuple(_spans(piece)) if not is_strip(piece) else ()


def _spans(piece: Piece) -> Iterator[Span]:
    seen = set()
    for i, mark in enumerate(piece.marks):
        for j, (name, summed) in enumerate(mark.readings):
            ends = _apart(piece, mark) if name == "apart" else _pinch(mark) if name == _STITCHED else None
            # what the drawing does not bear out is left to the list in words
            if ends is None or abs(abs(ends[1][0] - ends[0][0]) - summed.total) > SAME:
                continue
            if (name, round(ends[0][1], 2)) not in seen:
                seen.add((name, round(ends[0][1], 2)))
                yield Span(name, f"mark {i}/{j}", summed, *ends)


def _apart(piece: Piece, mark: Mark) -> tuple[Point, Point] | None:
    """Return a mark and the next one like it, level with it."""
    if len(mark.points) != 1:
        return None
    (x, y), alike = mark.points[0], [m for m in piece.marks if m.label == mark.label and len(m.points) == 1]
    beyond = [m.points[0] for m in alike if m.points[0][0] > x + SAME and abs(m.points[0][1] - y) < SAME]
    return ((x, y), min(beyond)) if beyond else None


def _pinch(mark: Mark) -> tuple[Point, Point] | None:
    """Return the stitched point of a corner, and where the line across it meets the seam there."""
    foot = [p for p in mark.points if abs(p[1]) < SAME]
    return ((0.0, 0.0), foot[0]) if len(foot) == 1 else None


def laid_spans(
    piece: Piece,
    here: Callable[[Point], Point],
    wide: Callable[[Span], float],
    high: float,
    taken: tuple[tuple[float, float, float, float], ...],
) -> tuple[LaidSpan, ...]:
    """
    Return the spans of *piece*, drawn inside it in px: *here* places a point of it, a label is so *wide* and
    *high*, and what is *taken* already stays clear. One for which there is no room is not drawn.
    """
    left, bottom, right, top = piece.box
    (x1, y1), (x2, y2) = here((left, top)), here((right, bottom))
    room = min(x1, x2), min(y1, y2), max(x1, x2), max(y1, y2)
    out: list[LaidSpan] = []
    for span in spans_of(piece):
        a, b = here(span.a), here(span.b)
        upper = a[1] < (room[1] + room[3]) / 2
        level = a[1] + (_INSIDE if upper else -_INSIDE / 2)
        line = path([(a[0], level), (b[0], level)]) + "".join(
            path([(x, level - _TICK), (x, level + _TICK)]) for x in (a[0], b[0])
        )
        size = wide(span)
        # between its ends where the label has room there, else beside the end that lies further in
        between = abs(b[0] - a[0]) > size + 8
        inwards = 1.0 if (a[0] + b[0]) / 2 < (room[0] + room[2]) / 2 else -1.0
        end = max(a[0], b[0]) if inwards > 0 else min(a[0], b[0])
        x = (a[0] + b[0] - size) / 2 if between else end + 10 if inwards > 0 else end - 10 - size
        beside = level + _TICK if between else level - high / 2 if upper else level - high + 12
        y = level - high - 2 if between and not upper else beside
        label = (x, y, size, high)
        inside = x > room[0] and y > room[1] and x + size < room[2] and y + high < room[3]
        if inside and not any(_meet(label, other) for other in (*taken, *(one.label for one in out))):
            out.append(LaidSpan(span, line, label))
    return tuple(out)


def _meet(a: tuple[float, float, float, float], b: tuple[float, float, float, float]) -> bool:
    return a[0] + a[2] > b[0] and b[0] + b[2] > a[0] and a[1] + a[3] > b[1] and b[1] + b[3] > a[1]
