"""Pieces lying flat: cut line, stitch line, marks, grain, and where each dimension is read."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.drawing.grain import grain_arrow, runs_up
from ambitus.core.drawing.paths import bent, lying, path
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point

#: A strip longer than so many times the widest piece, or its own width, is drawn with a break.
_BREAK_OVER, _SLIM = 1.5, 10.0


@dataclass(frozen=True, slots=True)
class MarkShape:
    """A mark to paint: path data and its kind."""

    d: str
    kind: str


@dataclass(frozen=True, slots=True)
class FlatPiece:
    """A piece as a picture: its box is (left, top, width, height) in mm, at true scale unless broken."""

    box: tuple[float, float, float, float]
    cut: str
    stitch: str
    grain: str
    marks: tuple[MarkShape, ...]
    spans: Mapping[str, str]
    broken: str


def _notch(p: Point, size: float, kind: str) -> str:
    x, y = p
    if kind == "strap":
        return path([(x - size, y), (x, y + size * 1.4), (x + size, y)], closed=True)
    return path([(x, y - size * 0.1), (x, y + size)])


def widest_of(pieces: Iterable[Piece]) -> float:
    """Return the width of the widest panel: strips, a gusset among them, may be drawn with a break, in mm."""
    return max(p.size("width") for p in pieces if "height" in p.sums and not p.part.startswith("gusset"))


def flat_piece(piece: Piece, widest: float) -> FlatPiece:
    """Return the picture of *piece*; *widest* is the width of the widest panel, which sets the scale."""
    left, bottom, right, top = piece.box
    width, tall = right - left, top - bottom
    limit = min(widest * _BREAK_OVER, tall * _SLIM)
    taken = width - limit if width > limit > 0 else 0.0
    # both ends are drawn as they are; all that lies between them, at the break
    broken_at = left + (width - taken) / 2

    def broken(p: Point) -> Point:
        return p[0] if p[0] <= broken_at else max(broken_at, p[0] - taken), -p[1]

    here = broken if taken else lying

    def drawn(points: Sequence[Point], closed: bool = True) -> str:
        return path([here(p) for p in points], closed=closed)

    size = min(tall, width - taken) * 0.06
    marks = []
    for mark in (m for m in piece.marks if m.points):
        if len(mark.points) == 1:
            x, y = here(mark.points[0])
            down = mark.points[0][1] > (top + bottom) / 2
            marks.append(MarkShape(_notch((x, y), size if down else -size, mark.kind), mark.kind))
        else:
            marks.append(MarkShape(drawn(mark.points, False), mark.kind))
    spans = {}
    for key, (a, b) in piece.spans.items():
        spans[key] = path([here(a), here(b)])
    zigzag = ""
    if taken:
        step = tall / 4
        zigzag = path(
            [(broken_at + (tall * 0.05 if i % 2 else -tall * 0.05), -top + step * i) for i in range(5)]
        )
    return FlatPiece(
        box=(left, -top, width - taken, tall),
        cut=bent(piece.cut, piece.bends, here),
        stitch=bent(piece.sewn, piece.sewn_bends, here),
        grain=_grain(piece, (left, bottom, right - taken, top)),
        marks=tuple(marks),
        spans=spans,
        broken=zigzag,
    )


def _grain(piece: Piece, box: tuple[float, float, float, float]) -> str:
    """Return the grain arrow: along the height of panels, along the length of strips."""
    left, bottom, right, top = box
    cx, cy = (left + right) / 2, -(top + bottom) / 2
    if piece.part == "base":
        # beside the middle, where the letter is
        cx += (right - left) * 0.16
    if runs_up(piece):
        head = (top - bottom) * 0.025
        return grain_arrow(piece, (cx, cy), (top - bottom) * 0.2, head, head * 2)
    head = (top - bottom) * 0.09
    return grain_arrow(piece, (cx, cy), (right - left) * 0.14, head, head * 2)
