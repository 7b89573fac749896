"""The lines of a piece in mm, whole or the half that is cut on a fold of the cloth."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ambitus.core.curves import flattened
from ambitus.core.form.model import Mark, Piece
from ambitus.core.geometry import Point

if TYPE_CHECKING:
    from shapely.geometry.base import BaseGeometry

#: mm: how far a line drawn may lie from the exact one
FINE = 0.02


@dataclass(frozen=True, slots=True)
class Lines:
    """
    Cut lines (closed), seam lines and the edge on the fold, in the coordinates of the piece. An outline that
    crosses itself, which a stop says, may fall apart into several.
    """

    cut: tuple[tuple[Point, ...], ...]
    seam: tuple[tuple[Point, ...], ...]
    fold: tuple[Point, ...]


def kept(piece: Piece, half: bool) -> tuple[float, float, float, float]:
    """Return the part of a piece's box that is drawn: left, bottom, right and top, in mm."""
    left, bottom, right, top = piece.box
    if half and piece.folded:
        return left, (bottom + top) / 2, right, top
    return (left, bottom, (left + right) / 2, top) if half else (left, bottom, right, top)


def lines_of(piece: Piece, half: bool = False) -> Lines:
    """Return the lines of *piece*, or of the half of it that is cut on the fold."""
    from shapely.geometry import LineString, Polygon, box

    outline: BaseGeometry = Polygon(flattened(piece.cut, piece.bends))
    sewn = flattened(piece.sewn, piece.sewn_bends)
    ring: BaseGeometry = LineString([*sewn, sewn[0]])
    fold: tuple[Point, ...] = ()
    if half:
        left, bottom, right, top = kept(piece, half)
        part = box(left, bottom, right, top)
        outline, ring = outline.intersection(part), ring.intersection(part)
        fold = ((left, bottom), (right, bottom)) if piece.folded else ((right, bottom), (right, top))
    shells = [part.simplify(FINE) for part in getattr(outline, "geoms", [outline])]
    rims = (tuple(part.exterior.coords)[:-1] for part in shells if isinstance(part, Polygon))
    runs = (part.simplify(FINE) for part in getattr(ring, "geoms", [ring]))
    return Lines(
        tuple(tuple((x, y) for x, y, *_ in rim) for rim in rims),
        tuple(tuple((x, y) for x, y, *_ in run.coords) for run in runs if isinstance(run, LineString)),
        fold,
    )


@dataclass(frozen=True, slots=True)
class OnPart:
    """A mark on the part of a piece that is drawn: a line, ended there, or a point and the way inwards."""

    mark: Mark
    points: tuple[Point, ...]
    inwards: Point | None


def marks_on(piece: Piece, part: tuple[float, float, float, float]) -> Iterator[OnPart]:
    """Yield the marks of *piece* that lie on *part* of its box."""
    left, bottom, right, top = part
    for mark in piece.marks:
        inside = any(
            left - 0.01 <= x <= right + 0.01 and bottom - 0.01 <= y <= top + 0.01 for x, y in mark.points
        )
        if not inside:
            continue
        if len(mark.points) > 1:
            # a line that goes on beyond the fold ends there
            held = tuple((min(max(x, left), right), min(max(y, bottom), top)) for x, y in mark.points)
            yield OnPart(mark, held, None)
            continue
        ((x, y),) = mark.points
        if min(abs(x - left), abs(x - right)) < 0.01:
            yield OnPart(mark, mark.points, (1.0 if x - left < 0.01 else -1.0, 0.0))
        else:
            yield OnPart(mark, mark.points, (0.0, -1.0 if y > (bottom + top) / 2 else 1.0))
