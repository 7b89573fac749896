"""The lines of a piece in mm, whole or the half that is cut on a fold of the cloth."""

from dataclasses import dataclass

from shapely.geometry import LineString, Polygon, box
from shapely.geometry.base import BaseGeometry

from ambitus.core.curves import flattened
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point

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
    outline: BaseGeometry = Polygon(flattened(piece.cut, piece.bends))
    sewn = flattened(piece.sewn, tuple(e.seam_bend for e in piece.edges))
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
