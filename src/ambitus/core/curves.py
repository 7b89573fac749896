"""Edges that are not straight: arcs, kept exact, and bows of many points for every other curve.

An outline is a list of starts, one an edge, and a list of bends, one an edge: None for a straight edge.
Outlines run anticlockwise and arcs bulge outwards, so an arc turns left round its centre.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import TYPE_CHECKING

from ambitus.core.geometry import Point, bounds, offset_corner, unit_vector

if TYPE_CHECKING:
    from numpy import ndarray


@dataclass(frozen=True, slots=True)
class Arc:
    """An arc round ``centre``, anticlockwise from the edge's start to its end."""

    centre: Point


class Bow:
    """
    A curve through ``points`` between the edge's ends, so close that straight lines do between them.

    What is done with its hundreds of points is done with all at once: they are kept as numbers side by side.
    """

    def __init__(self, points: "Sequence[Point] | ndarray") -> None:
        # most bags have no such curve, and load nothing for it
        import numpy as np

        self._line = np.asarray(points, dtype=float).reshape(-1, 2)
        few = self._line[:: max(1, len(self._line) // 4)]
        self._hash = hash((len(self._line), few.tobytes()))

    @cached_property
    def points(self) -> tuple[Point, ...]:
        """Its points between the ends, one by one."""
        return tuple((x, y) for x, y in self._line.tolist())

    @cached_property
    def ends(self) -> tuple[Point, Point]:
        """Its first point and its last."""
        (a, b), (c, d) = self._line[[0, -1]].tolist()
        return (a, b), (c, d)

    def some(self, least: int) -> tuple[Point, ...]:
        """Return some of its points, evenly, but not fewer than *least* of as many as there are."""
        return tuple((x, y) for x, y in self._line[:: max(1, len(self._line) // least)].tolist())

    @cached_property
    def inner(self) -> float:
        """The length from its first point to its last, in mm."""
        return float(_steps(self._line)[1].sum())

    @cached_property
    def box(self) -> tuple[float, float, float, float]:
        """The left, bottom, right and top of its points."""
        (left, bottom), (right, top) = self._line.min(axis=0).tolist(), self._line.max(axis=0).tolist()
        return left, bottom, right, top

    def between(self, a: Point, b: Point) -> "ndarray":
        """Return all its points with the ends of its edge, as numbers."""
        import numpy as np

        return np.concatenate([[a], self._line, [b]])

    def __bool__(self) -> bool:
        return len(self._line) > 0

    def __eq__(self, other: object) -> bool:
        if not isinstance(other, Bow):
            return NotImplemented
        return self is other or (self._hash == other._hash and self._line.tobytes() == other._line.tobytes())

    def __hash__(self) -> int:
        return self._hash

    def __repr__(self) -> str:
        return f"Bow({self.points!r})"


Bend = Arc | Bow | None

#: How far a flattened arc may lie from the true one, in mm.
_SAGITTA = 0.005
#: Directions whose cosine is under this turn right back, and have no corner to meet in.
_BACK = -0.9999
#: Directions whose cosine is over this run on as a curve, whose points move along its normals: a degree.
_SMOOTH = math.cos(math.radians(1))


def sweep(arc: Arc, a: Point, b: Point) -> float:
    """Return the angle that *arc* turns through from *a* to *b*, between 0 and 2π."""
    from_a = math.atan2(a[1] - arc.centre[1], a[0] - arc.centre[0])
    to_b = math.atan2(b[1] - arc.centre[1], b[0] - arc.centre[0])
    return (to_b - from_a) % (2 * math.pi)


def radius(arc: Arc, a: Point) -> float:
    """Return the radius of *arc*, whose edge starts at *a*, in mm."""
    return math.dist(arc.centre, a)


def edge_length(a: Point, bend: Bend, b: Point) -> float:
    """Return the length of the edge from *a* to *b*, in mm."""
    if isinstance(bend, Arc):
        return radius(bend, a) * sweep(bend, a, b)
    if not bend:
        return math.dist(a, b)
    first, last = bend.ends
    return math.dist(a, first) + bend.inner + math.dist(last, b)


def edge_points(a: Point, bend: Bend, b: Point) -> tuple[Point, ...]:
    """Return the edge as points close to it, its start among them and its end not."""
    if isinstance(bend, Bow):
        return (a, *bend.points)
    if bend is None:
        return (a,)
    r, turn = radius(bend, a), sweep(bend, a, b)
    if r <= _SAGITTA:
        return (a,)
    steps = max(1, math.ceil(turn / (2 * math.acos(1 - _SAGITTA / r))))
    first = math.atan2(a[1] - bend.centre[1], a[0] - bend.centre[0])
    cx, cy = bend.centre
    angles = (first + turn * i / steps for i in range(1, steps))
    return (a, *((cx + r * math.cos(t), cy + r * math.sin(t)) for t in angles))


def flattened(starts: Sequence[Point], bends: Sequence[Bend]) -> tuple[Point, ...]:
    """Return a whole outline as points close to it."""
    return _flattened(tuple(starts), tuple(bends)) if any(bends) else tuple(starts)


@lru_cache(maxsize=256)
def _flattened(starts: tuple[Point, ...], bends: tuple[Bend, ...]) -> tuple[Point, ...]:
    n = len(starts)
    return tuple(p for i in range(n) for p in edge_points(starts[i], bends[i], starts[(i + 1) % n]))


def bent_bounds(starts: Sequence[Point], bends: Sequence[Bend]) -> tuple[float, float, float, float]:
    """Return (left, bottom, right, top) of a whole outline, curves and all, in mm."""
    return _bent_bounds(tuple(starts), tuple(bends)) if any(bends) else bounds(starts)


@lru_cache(maxsize=256)
def _bent_bounds(starts: tuple[Point, ...], bends: tuple[Bend, ...]) -> tuple[float, float, float, float]:
    n, corners = len(starts), []
    for i, bend in enumerate(bends):
        if isinstance(bend, Bow) and bend:
            left, bottom, right, top = bend.box
            corners += [starts[i], (left, bottom), (right, top)]
        else:
            corners += edge_points(starts[i], bend, starts[(i + 1) % n])
    return bounds(corners)


def enclosed(starts: Sequence[Point], bends: Sequence[Bend]) -> float:
    """
    Return the area of a whole outline, in mm²: of arcs exactly, of bows as their points tell it.

    >>> round(enclosed([(0, -1), (0, 1)], [Arc((0, 0)), None]) / math.pi, 9)
    0.5
    """
    n, twice = len(starts), 0.0
    for i, (a, bend) in enumerate(zip(starts, bends, strict=True)):
        b = starts[(i + 1) % n]
        if isinstance(bend, Bow):
            x, y = bend.between(a, b).T
            twice += float((x[:-1] * y[1:] - x[1:] * y[:-1]).sum())
            continue
        twice += a[0] * b[1] - b[0] * a[1]
        if bend is not None:
            turn = sweep(bend, a, b)
            twice += radius(bend, a) ** 2 * (turn - math.sin(turn))
    return twice / 2


def tangents(a: Point, bend: Bend, b: Point) -> tuple[Point, Point]:
    """Return the directions in which an edge leaves *a* and arrives at *b*."""
    if isinstance(bend, Arc):
        (cx, cy), r = bend.centre, radius(bend, a)
        if r > 1e-9:
            return ((cy - a[1]) / r, (a[0] - cx) / r), ((cy - b[1]) / r, (b[0] - cx) / r)
    if isinstance(bend, Bow) and bend:
        return unit_vector(a, bend.ends[0]), unit_vector(bend.ends[1], b)
    straight = unit_vector(a, b)
    return straight, straight


def offset_bent(
    starts: Sequence[Point], bends: Sequence[Bend], amounts: Sequence[float]
) -> tuple[tuple[Point, ...], tuple[Bend, ...]]:
    """
    Return the outline with edge *i* moved outwards by ``amounts[i]``: starts and bends.

    An arc keeps its centre and grows by the amount: it is the parallel curve, exactly. A bow is the line
    through its points. Corners lie where the two moved edges meet, so a corner cut into the outline
    comes out right for any mixture of amounts.

    >>> offset_bent([(0, 0), (4, 0), (4, 3), (0, 3)], [None] * 4, [1, 0, 2, 0])[0]
    ((0.0, -1.0), (4.0, -1.0), (4.0, 5.0), (0.0, 5.0))
    """
    return _offset(tuple(starts), tuple(bends), tuple(amounts))


# layers that are cut alike, and the walk that measures them again, ask for the same parallels
@lru_cache(maxsize=512)
def _offset(
    starts: tuple[Point, ...], bends: tuple[Bend, ...], amounts: tuple[float, ...]
) -> tuple[tuple[Point, ...], tuple[Bend, ...]]:
    n = len(starts)
    ends = [tangents(starts[i], bends[i], starts[(i + 1) % n]) for i in range(n)]
    moved = tuple(_moved(starts[i], ends[i - 1][1], ends[i][0], amounts[i - 1], amounts[i]) for i in range(n))
    placed = list(moved)
    out: list[Bend] = []
    for i, bend in enumerate(bends):
        after = (i + 1) % n
        if isinstance(bend, Arc) and radius(bend, starts[i]) + amounts[i] <= 1e-9:
            # drawn in by more than its radius an arc is a corner
            u, v = ends[i - 1][1], ends[after][0]
            corner = _meeting(starts[i], u, starts[after], v)
            placed[i] = placed[after] = offset_corner(corner, u, v, amounts[i - 1], amounts[after])
            out.append(None)
        elif isinstance(bend, Bow):
            out.append(_parallel(starts[i], bend, starts[after], amounts[i]))
        else:
            out.append(bend)
    return tuple(placed), tuple(out)


def _meeting(p: Point, u: Point, q: Point, v: Point) -> Point:
    """Return where the line through *p* along *u* meets the one through *q* along *v*."""
    cross = u[0] * v[1] - u[1] * v[0]
    if abs(cross) < 1e-9:
        return p
    t = ((q[0] - p[0]) * v[1] - (q[1] - p[1]) * v[0]) / cross
    return p[0] + t * u[0], p[1] + t * u[1]


def _moved(p: Point, u: Point, v: Point, a: float, b: float) -> Point:
    """Return where the point between two edges goes: to where the two moved edges meet."""
    along = (u[0] + v[0], u[1] + v[1])
    size = along[0] ** 2 + along[1] ** 2
    if abs(a - b) > 1e-9 or size < 2 + 2 * _BACK:
        return offset_corner(p, u, v, a, b)
    # of equal amounts it lies on the bisector, however little the line turns there
    curve = u[0] * v[0] + u[1] * v[1] > _SMOOTH
    far = a / math.sqrt(size) if curve else 2 * a / size
    return p[0] + along[1] * far, p[1] - along[0] * far


def _steps(line: "ndarray") -> "tuple[ndarray, ndarray]":
    """Return the steps from point to point of a line, and how long each is."""
    import numpy as np

    steps = line[1:] - line[:-1]
    return steps, np.hypot(steps[:, 0], steps[:, 1])


def _parallel(a: Point, bow: Bow, b: Point, amount: float) -> Bow:
    """Return the bow from *a* to *b* moved along its normals; corners are mitred. Like `_moved`, at once."""
    import numpy as np

    line = bow.between(a, b)
    steps, sizes = _steps(line)
    ways = np.where(sizes[:, None] > 1e-9, steps / np.maximum(sizes, 1e-300)[:, None], 0.0)
    u, v = ways[:-1], ways[1:]
    along = u + v
    size = (along**2).sum(axis=1)
    curve = (u * v).sum(axis=1) > _SMOOTH
    back = size < 2 + 2 * _BACK
    size = np.where(back, 1.0, size)
    far = np.where(curve, amount / np.sqrt(size), 2 * amount / size)
    moved = np.stack([line[1:-1, 0] + along[:, 1] * far, line[1:-1, 1] - along[:, 0] * far], axis=1)
    for i in np.flatnonzero(back).tolist():
        p, q = line[i + 1].tolist(), ways[i : i + 2].tolist()
        moved[i] = offset_corner((p[0], p[1]), (q[0][0], q[0][1]), (q[1][0], q[1][1]), amount, amount)
    return Bow(moved)
