"""A table to lay faces on: what a picture of the work is made of, and where each face lies."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from ambitus.core.curves import edge_points
from ambitus.core.drawing.paths import bent, path
from ambitus.core.form.model import Face
from ambitus.core.geometry import Point
from ambitus.core.sew.gluing import Part
from ambitus.core.sew.plan import FaceAt, Plan

#: What a stroke of a picture of the work is: cloth seen from its right or its wrong side, cloth behind that,
#: what is done now, what was done before, what stays open, a fold, something laid on.
Style = Literal["right", "wrong", "behind", "now", "done", "open", "fold", "on"]


@dataclass(frozen=True, slots=True)
class Stroke:
    """One thing to paint: path data, the layer it is of, and what it is."""

    d: str
    layer: str
    style: Style


@dataclass(frozen=True, slots=True)
class WorkPicture:
    """A picture in mm: what it spans (left, top, width, height), how things lie in words, and its strokes."""

    box: tuple[float, float, float, float]
    lies: str
    strokes: tuple[Stroke, ...]


@dataclass(slots=True)
class Laid:
    """Faces and pieces laid out beside each other on the table, as a picture grows."""

    strokes: list[Stroke] = field(default_factory=list)
    right: float = 0.0
    low: float = 0.0
    high: float = 0.0

    def spread(self, points: Iterable[Point]) -> None:
        """Make room for points of the picture."""
        for x, y in points:
            self.right, self.low, self.high = max(self.right, x), min(self.low, y), max(self.high, y)


#: how far apart things lie that lie beside each other, as a share of the width of the first
APART, BEHIND = 0.12, 0.05


class Table:
    """Draws the faces of a plan where they are laid."""

    def __init__(self, plan: Plan) -> None:
        self.plan = plan
        self.laid = Laid()
        self.at: dict[FaceAt, tuple[float, float]] = {}

    def _here(self, at: tuple[float, float], p: Point) -> Point:
        return p[0] + at[0], -p[1] + at[1]

    def lay(self, face: FaceAt, style: Style, at: tuple[float, float] | None = None) -> None:
        """Lay a face beside what lies there, or at a place of its own."""
        piece = self.plan.piece_of[face]
        left, low, right, high = piece.box
        if at is None:
            gap = (right - left) * APART if self.at else 0.0
            at = (self.laid.right + gap - left, 0.0)
        self.at[face] = at
        where = at
        d = bent(piece.cut, piece.bends, lambda p: self._here(where, p))
        self.laid.strokes.append(Stroke(d, piece.looks, style))
        self.laid.spread((self._here(at, (left, low)), self._here(at, (right, high))))
        if piece.folded:
            self.line(face, ((left, 0.0), (right, 0.0)), "fold")

    def line(self, face: FaceAt, points: Sequence[Point], style: Style, layer: str = "") -> None:
        """Draw a line on a face that is laid."""
        at = self.at[face]
        self.laid.strokes.append(Stroke(path([self._here(at, p) for p in points]), layer or face[0], style))

    def part(self, part: Part, style: Style) -> None:
        """Draw a part of an edge of a face that is laid, on its seam line."""
        layer, name, edge = part.edge
        if (layer, name) in self.at:
            self.line((layer, name), _along(self.plan.forms[layer].face(name), edge, part), style)

    def picture(self, lies: str) -> WorkPicture:
        """Return what lies on the table."""
        laid = self.laid
        left = min((at[0] for at in self.at.values()), default=0.0)
        found = [self.plan.piece_of[face].box[0] + at[0] for face, at in self.at.items()]
        left = min(found, default=left)
        edge = max(laid.right - left, laid.high - laid.low) * 0.04
        box = (left - edge, laid.low - edge, laid.right - left + 2 * edge, laid.high - laid.low + 2 * edge)
        return WorkPicture(box, lies, tuple(laid.strokes))


def _along(face: Face, edge: str, part: Part) -> tuple[Point, ...]:
    """Return points along a part of an edge, from its start to its end."""
    i = face.edge_index(edge)
    end = face.points[(i + 1) % len(face.points)]
    points = (*edge_points(face.points[i], face.bends[i], end), end)
    if len(points) == 2:
        (ax, ay), (bx, by) = points
        return tuple((ax + (bx - ax) * t, ay + (by - ay) * t) for t in (part.start, part.end))
    first, last = (round(t * (len(points) - 1)) for t in (part.start, part.end))
    return points[first : max(last, first + 1) + 1]
