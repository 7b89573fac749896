"""The piece that is sewn to the right side of a piece, laid so that their seam lines lie on each other."""

import math
from collections.abc import Iterable
from dataclasses import dataclass

from ambitus.core.curves import flattened
from ambitus.core.form.model import Face, Piece
from ambitus.core.geometry import Point
from ambitus.core.sew.gluing import Part
from ambitus.core.sew.plan import Plan

#: how much of a neighbour is seen, as a share of the piece: the rest is broken off
SHARE = 0.4
_NEAR = 1e-6
Lines = tuple[tuple[Point, ...], ...]


@dataclass(frozen=True, slots=True)
class Neighbour:
    """
    What is seen of a neighbour, in the coordinates of the piece it lies beside: its cut and seam lines, the
    marks that are points, and which piece it is.
    """

    piece: Piece
    cut: Lines
    seam: Lines
    marks: tuple[Point, ...]


def neighbour_of(plan: Plan, piece: Piece) -> Neighbour | None:
    """Return what is sewn to the right side of *piece*, edge on edge, or None where nothing straight is."""
    if not piece.faces or piece.layer not in plan.forms:
        return None
    own = (piece.layer, piece.faces[0])
    joins = (join for joins in plan.gluing.joined.values() for join in joins)
    found = [
        (mine, other)
        for join in joins
        for mine, other in ((join.one, join.other), (join.other, join.one))
        if mine.edge[:2] == own and other.edge[0] == own[0] and _is_right(plan, mine)
    ]
    if not found:
        return None
    mine, other = max(found, key=lambda pair: pair[0].mm)
    return _laid(plan, piece, mine, other)


def _ends(plan: Plan, part: Part) -> tuple[Point, Point] | None:
    """Return the ends of a part of an edge on its seam line, or None where that is curved."""
    layer, name, edge = part.edge
    face: Face = plan.forms[layer].face(name)
    i = face.edge_index(edge)
    if face.bends[i] is not None:
        return None
    (ax, ay), (bx, by) = face.points[i], face.points[(i + 1) % len(face.points)]
    at = (part.start, part.end)
    return tuple((ax + (bx - ax) * t, ay + (by - ay) * t) for t in at)  # type: ignore[return-value]


def _is_right(plan: Plan, part: Part) -> bool:
    """Return whether a part of an edge runs up the right side of its face."""
    ends = _ends(plan, part)
    face = plan.forms[part.edge[0]].face(part.edge[1])
    most = max(x for x, _ in face.points)
    return ends is not None and all(abs(x - most) < _NEAR for x, _ in ends)


def _points(line: Iterable[tuple[float, ...]]) -> tuple[Point, ...]:
    return tuple((at[0], at[1]) for at in line)


def _laid(plan: Plan, piece: Piece, mine: Part, other: Part) -> Neighbour | None:
    from shapely.affinity import affine_transform
    from shapely.geometry import LineString, Polygon, box

    here, there = _ends(plan, mine), _ends(plan, other)
    if here is None or there is None:
        return None
    # outlines run the same way round, so edges that meet run against each other
    (p0, p1), (q1, q0) = here, there
    turn = math.atan2(p1[1] - p0[1], p1[0] - p0[0]) - math.atan2(q1[1] - q0[1], q1[0] - q0[0])
    cos, sin = math.cos(turn), math.sin(turn)
    dx, dy = p0[0] - cos * q0[0] + sin * q0[1], p0[1] - sin * q0[0] - cos * q0[1]
    moved = [cos, -sin, sin, cos, dx, dy]
    beside = plan.piece_of[other.edge[:2]]
    left, bottom, right, top = piece.box
    seen = box(left, bottom, right + (right - left) * SHARE, top)
    outline = affine_transform(Polygon(flattened(beside.cut, beside.bends)), moved).intersection(seen)
    sewn = flattened(beside.sewn, beside.sewn_bends)
    seam = affine_transform(LineString([*sewn, sewn[0]]), moved).intersection(seen)
    shells = (part for part in getattr(outline, "geoms", [outline]) if isinstance(part, Polygon))
    cut = tuple(_points(part.exterior.coords) for part in shells if not part.is_empty)
    runs = tuple(_points(run.coords) for run in getattr(seam, "geoms", [seam]) if isinstance(run, LineString))
    points = [mark.points[0] for mark in beside.marks if len(mark.points) == 1 and mark.kind != "zip"]
    on_it = [(cos * x - sin * y + dx, sin * x + cos * y + dy) for x, y in points]
    marks = tuple(
        (x, y) for x, y in on_it if left <= x <= seen.bounds[2] and bottom - _NEAR <= y <= top + _NEAR
    )
    return Neighbour(beside, cut, runs, marks)
