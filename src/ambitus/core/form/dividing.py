"""Dividing faces: a division along the top edge becomes a piece of its own, joined to the rest again.

A facing is such a division of the lining; of a bag with a contrasting bottom the upper part is one, and
what is left is the bottom. One level is chosen for the whole bag, so that the joins meet at every seam.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

from ambitus.core.form.model import CutEdge, Division, Edge, Face, Form, Measure, Seam, Stretch
from ambitus.core.geometry import Point, outward, unit_vector
from ambitus.core.lengths import snap
from ambitus.core.sums import Term

Terms = tuple[Term, ...]

#: the class of seam that joins a division to the rest of its piece
JOIN = "join"


@dataclass(frozen=True, slots=True)
class Dividing:
    """
    How the faces of a layer are divided: ``upper`` and ``lower`` say what becomes of the two parts.

    ``terms(below)`` are those of a division that is *below* mm high; ``rest(measure, ends, below)`` those of
    what is left of a measure that *ends* of its two ends have lost a division.
    """

    upper: Division
    lower: Division
    terms: Callable[[float], Terms]
    rest: Callable[[Measure, int, float], Terms]
    #: whether both parts lie on the cutting grid where the whole did
    on_grid: bool


@dataclass(slots=True)
class _Moves:
    """Where the edges of the undivided faces are now."""

    edges: dict[tuple[str, str], list[tuple[str, str]]] = field(default_factory=dict)
    #: those of them that are where the edge began, not where it ended
    begins: set[tuple[str, str]] = field(default_factory=set)
    joins: list[tuple[tuple[str, str], tuple[str, str]]] = field(default_factory=list)

    def now(self, face: str, edge: str) -> list[tuple[str, str]]:
        """Return the edges that the *edge* of *face* has become, one if it is whole."""
        return self.edges.get((face, edge), [(face, edge)])

    def along(self, face: str, edge: str) -> list[tuple[str, str]]:
        """Return the same in the order in which the outline runs through them."""
        *cut_off, rest = self.now(face, edge)
        begin = [part for part in cut_off if part in self.begins]
        return [*begin, rest, *(part for part in reversed(cut_off) if part not in self.begins)]


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
            raise ValueError(f"{face.name}: no division of {below} mm fits above its curves")
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


@dataclass(frozen=True, slots=True)
class _Cut:
    """Where a division is cut off below a top edge: the edges beside it, and how far down the last one."""

    face: Face
    run: Sequence[int]
    below: float
    right: list[int]
    left: list[int]
    from_right: float
    from_left: float

    @property
    def low_right(self) -> Point:
        """Where the cut meets the edge on the right."""
        points, at = self.face.points, self.right[-1]
        return _along(points[(at + 1) % len(points)], points[at], self.from_right)

    @property
    def low_left(self) -> Point:
        """Where the cut meets the edge on the left."""
        points, at = self.face.points, self.left[-1]
        return _along(points[at], points[(at + 1) % len(points)], self.from_left)

    @property
    def gone(self) -> set[int]:
        """The edges of which the division takes all, its top edges among them."""
        n, points = len(self.face.points), self.face.points
        ends = ((self.right[-1], self.from_right), (self.left[-1], self.from_left))
        whole = {i for i, part in ends if part >= math.dist(points[i], points[(i + 1) % n]) - 1e-6}
        return {*whole, *self.right[:-1], *self.left[:-1], *self.run}

    def edges(self) -> list[tuple[int | None, Edge]]:
        """Return the outline of the division, its join first, each with the place of the edge that it was."""
        points = self.face.points
        start, end = points[self.run[0]], points[(self.run[-1] + 1) % len(points)]
        wide, way, out = math.dist(start, end), unit_vector(start, end), outward(start, end)

        def here(p: Point) -> Point:
            x, y = p[0] - start[0], p[1] - start[1]
            return snap(wide - x * way[0] - y * way[1]), snap(self.below + x * out[0] + y * out[1])

        sides = {self.right[-1]: "side right", self.left[-1]: "side left"}
        outline: list[tuple[int | None, Edge]] = [(None, Edge("join", JOIN, (0.0, 0.0)))]
        for i in (*reversed(self.right), *self.run, *self.left):
            was = self.face.edges[i]
            called = "top" if was.seam == "top" and len(self.run) == 1 else sides.get(i, was.name)
            at = self.low_right if i == self.right[-1] else points[i]
            outline.append((i, Edge(called, was.seam, here(at))))
        return outline


def _cut_below(face: Face, run: Sequence[int], below: float) -> _Cut:
    right, from_right = _beside(face, run[0], -1, below)
    left, from_left = _beside(face, run[-1], 1, below)
    return _Cut(face, run, below, right, left, from_right, from_left)


def _division(cut: _Cut, name: str, how: Dividing, edges: Sequence[Edge]) -> Face:
    """Return the face that a division becomes; its width is measured like that of the face it is cut from."""
    # a side that ends lower than the front by any amount lies on no grid, and neither does its division
    on_grid = how.on_grid and upright(cut.face).on_grid
    across = replace(
        _across(cut.face, cut.run),
        axis="x",
        low="side left",
        high="side right",
        label="How wide to cut it",
        key="width",
        beside="top",
    )
    top, terms = edges[len(cut.right) + 1].name, how.terms(cut.below)
    high = Measure("height", "How high to cut it", "y", "join", top, terms, on_grid, beside="left")
    return replace(
        cut.face,
        name=name,
        group=f"{cut.face.group} {how.upper}",
        edges=tuple(edges),
        measures=(across, high),
        folded=False,
        division=how.upper,
    )


def _divide(face: Face, below: float, how: Dividing, moves: _Moves) -> tuple[Face, ...]:
    """Return the divisions cut off *face*, *below* mm under its top edges, and the rest of it."""
    runs = top_runs(face.edges)
    rest_name = f"{face.name} {how.lower}" if how.lower else face.name
    gone: set[int] = set()
    begun: dict[int, Point] = {}
    joined: dict[int, Edge] = {}
    named: dict[str, str] = {}
    cut_off = []
    for number, run in enumerate(runs):
        name = face.name if len(runs) == 1 and how.lower else f"{face.name} {how.upper} {number + 1}"
        cut = _cut_below(face, run, below)
        outline = cut.edges()
        for at, edge in outline:
            if at is not None:
                moves.edges.setdefault((face.name, face.edges[at].name), []).append((name, edge.name))
                if at in cut.left:
                    moves.begins.add((name, edge.name))
        cut_off.append(_division(cut, name, how, [edge for _, edge in outline]))
        begun[cut.left[-1]] = cut.low_left
        gone |= cut.gone
        join = f"{face.edges[run[0]].name} join"
        joined[run[0]] = Edge(join, JOIN, cut.low_right)
        named |= {face.edges[i].name: join for i in run}
        moves.joins.append(((name, "join"), (rest_name, join)))
    left = []
    for i, edge in enumerate(face.edges):
        if i in joined:
            left.append(joined[i])
        elif i not in gone:
            left.append(replace(edge, start=begun.get(i, edge.start)))
            moves.edges.setdefault((face.name, edge.name), []).append((rest_name, edge.name))
    rest = replace(
        face,
        name=rest_name,
        group=f"{face.group} {how.lower}",
        edges=tuple(left),
        measures=tuple(_shortened(m, named, below, how) for m in face.measures),
        division=how.lower,
    )
    return (*cut_off, rest)


def _shortened(measure: Measure, named: dict[str, str], below: float, how: Dividing) -> Measure:
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


def divided(form: Form, below: Callable[[Face], float], how: Dividing) -> Form:
    """
    Return *form* with a division of its own along every top edge, ``below(face)`` mm high at the seam line.

    A face of which the division would be nothing stays whole. A mouth, a seam or a mark that named an edge
    names its parts.
    """
    moves = _Moves()
    faces: list[Face] = []
    for face in form.faces:
        high = below(face) if top_runs(face.edges) else 0.0
        faces += _divide(face, high, how, moves) if high > 1e-6 else (face,)
    seams = [replace(seam, chains=_moved(form, seam, moves)) for seam in form.seams]
    for (division, edge), (rest, other) in moves.joins:
        chains = ((Stretch("", division, edge),), (Stretch("", rest, other),))
        seams.append(Seam(f"join {division}", "Join", JOIN, chains))
    mouth = tuple(moves.now(face, edge)[0] for face, edge in form.mouth)
    return replace(form, faces=tuple(faces), seams=tuple(seams), mouth=mouth)


def _moved(form: Form, seam: Seam, moves: _Moves) -> tuple[tuple[Stretch, ...], ...]:
    """Return the chains of *seam* in what their edges have become, end to end."""
    return tuple(
        tuple(Stretch("", *now) for at in range(len(chain)) for now in _parts(form, chain, at, moves))
        for chain in seam.chains
    )


def _parts(form: Form, chain: tuple[Stretch, ...], at: int, moves: _Moves) -> list[tuple[str, str]]:
    """Return what one edge of a chain has become, in the order of the chain."""
    here, parts = chain[at], moves.along(chain[at].face, chain[at].edge)
    if len(chain) > 1:
        first = min(at, len(chain) - 2)
        face, ahead = form.face(chain[first].face), chain[first + 1]
        if ahead.face != face.name:
            # pieces of a strip: the first hangs from the top, the last goes up to it
            *cut_off, rest = moves.now(here.face, here.edge)
            return [*cut_off, rest] if at == 0 else [rest, *cut_off]
        i = face.edge_index(chain[first].edge)
        runs_on = face.edges[(i + 1) % len(face.edges)].name == ahead.edge
        return parts if runs_on else parts[::-1]
    # a chain of one edge is told from the top down; with a top at both ends, against what it meets
    return moves.now(here.face, here.edge) if len(parts) < 3 else parts[::-1]
