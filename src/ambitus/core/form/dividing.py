"""Dividing faces: a band along the top edge becomes a piece of its own, joined to the rest again.

A facing is such a band of the lining; of a bag with a contrasting bottom the upper part is one, and what is
left is the bottom. One level is chosen for the whole bag, so that the joins meet at every seam.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

from ambitus.core.form.model import Band, CutEdge, Edge, Face, Form, Measure, Seam, Stretch
from ambitus.core.geometry import Point, outward, unit_vector
from ambitus.core.lengths import snap
from ambitus.core.sums import Term

Terms = tuple[Term, ...]

#: the class of seam that joins a band to the rest of its piece
JOIN = "join"


@dataclass(frozen=True, slots=True)
class Division:
    """
    How the faces of a layer are divided: ``upper`` and ``lower`` say what becomes of the two parts.

    ``terms(below)`` are those of a band that is *below* mm high; ``rest(measure, ends, below)`` those of
    what is left of a measure that *ends* of its two ends have lost a band.
    """

    upper: Band
    lower: Band
    terms: Callable[[float], Terms]
    rest: Callable[[Measure, int, float], Terms]
    #: whether both parts lie on the cutting grid where the whole did
    on_grid: bool


@dataclass(slots=True)
class _Moves:
    """Where the edges of the undivided faces are now."""

    edges: dict[tuple[str, str], list[tuple[str, str]]] = field(default_factory=dict)
    joins: list[tuple[tuple[str, str], tuple[str, str]]] = field(default_factory=list)

    def now(self, face: str, edge: str) -> list[tuple[str, str]]:
        """Return the edges that the *edge* of *face* has become, one if it is whole."""
        return self.edges.get((face, edge), [(face, edge)])


def top_runs(edges: Sequence[Edge | CutEdge]) -> list[list[int]]:
    """Return the places of the top edges among *edges*, those that follow each other in one list."""
    runs: list[list[int]] = []
    for i, edge in enumerate(edges):
        if edge.seam != "top":
            continue
        if runs and runs[-1][-1] == i - 1:
            runs[-1].append(i)
        else:
            runs.append([i])
    return runs


def _beside(face: Face, start: int, step: int, below: float) -> tuple[list[int], float]:
    """
    Return the edges that run down from a top edge for *below* mm, and how much of the last one that takes.

    *step* is −1 on its right, against the way of the outline, and +1 on its left.
    """
    n, left, taken, i = len(face.edges), below, [], start
    while True:
        i = (i + step) % n
        size = math.dist(face.points[i], face.points[(i + 1) % n])
        taken.append(i)
        if face.edges[i].bend is not None or face.edges[i].seam == "top":
            raise ValueError(f"{face.name}: no band of {below} mm fits above its curves")
        if left <= size + 1e-6:
            return taken, min(left, size)
        left -= size


def _along(a: Point, b: Point, mm: float) -> Point:
    ux, uy = unit_vector(a, b)
    return snap(a[0] + ux * mm), snap(a[1] + uy * mm)


def _across(face: Face, run: Sequence[int]) -> Measure:
    """Return the measure of *face* that runs along a top edge."""
    ends = {face.edges[i].name for i in run}
    return next(
        m
        for m in face.measures
        if m.key in ("width", "height") and not ends & {m.low, m.high} and not m.folds
    )


def upright(face: Face) -> Measure:
    """Return the measure of *face* that ends at its top edges."""
    tops = {face.edges[i].name for run in top_runs(face.edges) for i in run}
    return next(m for m in face.measures if tops & {m.low, m.high})


def _divide(face: Face, below: float, how: Division, moves: _Moves) -> tuple[Face, ...]:
    """Return the bands cut off *face*, *below* mm under its top edges, and the rest of it."""
    n, points, runs = len(face.edges), face.points, top_runs(face.edges)
    rest_name = f"{face.name} {how.lower}" if how.lower else face.name
    gone: set[int] = set()
    begun: dict[int, Point] = {}
    joined: dict[int, Edge] = {}
    named: dict[str, str] = {}
    bands = []
    # a side that ends lower than the front by any amount lies on no grid, and neither does its band
    on_grid = how.on_grid and upright(face).on_grid
    for number, run in enumerate(runs):
        name = face.name if len(runs) == 1 and how.lower else f"{face.name} {how.upper} {number + 1}"
        start, end = points[run[0]], points[(run[-1] + 1) % n]
        wide, way, out = math.dist(start, end), unit_vector(start, end), outward(start, end)
        right, from_right = _beside(face, run[0], -1, below)
        left, from_left = _beside(face, run[-1], 1, below)
        low_right = _along(points[(right[-1] + 1) % n], points[right[-1]], from_right)
        low_left = _along(points[left[-1]], points[(left[-1] + 1) % n], from_left)

        def here(
            p: Point, start: Point = start, way: Point = way, out: Point = out, wide: float = wide
        ) -> Point:
            x, y = p[0] - start[0], p[1] - start[1]
            return snap(wide - x * way[0] - y * way[1]), snap(below + x * out[0] + y * out[1])

        sides = {right[-1]: "side right", left[-1]: "side left"}
        order = [*reversed(right), *run, *left]
        edges = [Edge("join", JOIN, (0.0, 0.0))]
        for i in order:
            only = face.edges[i].seam == "top" and len(run) == 1
            called = "top" if only else sides.get(i, face.edges[i].name)
            at = low_right if i == right[-1] else points[i]
            edges.append(Edge(called, face.edges[i].seam, here(at)))
            moves.edges.setdefault((face.name, face.edges[i].name), []).append((name, called))
        begun[left[-1]] = low_left
        for i, part in ((right[-1], from_right), (left[-1], from_left)):
            gone |= {i} if part >= math.dist(points[i], points[(i + 1) % n]) - 1e-6 else set()
        gone |= {*right[:-1], *left[:-1], *run}
        join = f"{face.edges[run[0]].name} join"
        joined[run[0]] = Edge(join, JOIN, low_right)
        named |= {face.edges[i].name: join for i in run}
        moves.joins.append(((name, "join"), (rest_name, join)))
        across = _across(face, run)
        measures = (
            replace(
                across,
                axis="x",
                low="side left",
                high="side right",
                label="How wide to cut it",
                key="width",
                beside="top",
            ),
            Measure(
                "height",
                "How high to cut it",
                "y",
                "join",
                edges[len(right) + 1].name,
                how.terms(below),
                on_grid,
                beside="left",
            ),
        )
        bands.append(
            replace(
                face,
                name=name,
                group=f"{face.group} {how.upper}",
                edges=tuple(edges),
                measures=measures,
                folded=False,
                band=how.upper,
            )
        )
    outline = []
    for i, edge in enumerate(face.edges):
        if i in joined:
            outline.append(joined[i])
        elif i not in gone:
            outline.append(replace(edge, start=begun.get(i, edge.start)))
            moves.edges.setdefault((face.name, edge.name), []).append((rest_name, edge.name))
    rest = replace(
        face,
        name=rest_name,
        group=f"{face.group} {how.lower}",
        edges=tuple(outline),
        measures=tuple(_shortened(m, named, below, how) for m in face.measures),
        band=how.lower,
    )
    return (*bands, rest)


def _shortened(measure: Measure, named: dict[str, str], below: float, how: Division) -> Measure:
    """Return *measure* of what is left of a face whose top edges are now called *named*."""
    ends = sum(end in named for end in (measure.low, measure.high))
    if not ends:
        return measure
    low, high = (named.get(end, end) for end in (measure.low, measure.high))
    return replace(
        measure,
        low=low,
        high=high,
        terms=how.rest(measure, ends, below),
        on_grid=measure.on_grid and how.on_grid,
    )


def divided(form: Form, below: Callable[[Face], float], how: Division) -> Form:
    """
    Return *form* with a band of its own along every top edge, ``below(face)`` mm high at the seam line.

    A face of which the band would be nothing stays whole. A mouth, a seam or a mark that named an edge
    names its parts.
    """
    moves = _Moves()
    faces: list[Face] = []
    for face in form.faces:
        high = below(face) if top_runs(face.edges) else 0.0
        faces += _divide(face, high, how, moves) if high > 1e-6 else (face,)
    seams = [replace(seam, chains=_moved(seam, moves)) for seam in form.seams]
    for (band, edge), (rest, other) in moves.joins:
        chains = ((Stretch("", band, edge),), (Stretch("", rest, other),))
        seams.append(Seam(f"join {band}", "Join", JOIN, chains))
    mouth = tuple(moves.now(face, edge)[0] for face, edge in form.mouth)
    return replace(form, faces=tuple(faces), seams=tuple(seams), mouth=mouth)


def _moved(seam: Seam, moves: _Moves) -> tuple[tuple[Stretch, ...], ...]:
    return tuple(
        tuple(Stretch("", *now) for s in chain for now in moves.now(s.face, s.edge)) for chain in seam.chains
    )
