"""Cutting one face: the one place where cloth is added beyond a seam line."""

from collections.abc import Mapping
from dataclasses import dataclass

from ambitus.core.curves import Bend, bent_bounds, offset_bent
from ambitus.core.form.model import FOLD, CutEdge, Face, Measure
from ambitus.core.geometry import Point, bounds, outward
from ambitus.core.lengths import Grid, snap
from ambitus.core.sums import GRID, Sum, Term, gathered, grid_term

#: What a curve's own points may leave of an extent, in mm; more is a sharp corner.
TIPS = 0.005
EdgeTerms = Mapping[str, tuple[Term, ...]]


@dataclass(frozen=True, slots=True)
class CutFace:
    """A face with its cut line: edges with their allowance, outlines, sums and the spans they measure."""

    edges: tuple[CutEdge, ...]
    cut: tuple[Point, ...]
    stitch: tuple[Point, ...]
    sums: Mapping[str, Sum]
    spans: Mapping[str, tuple[Point, Point]]


def _reach(face: Face, measure: Measure) -> tuple[int, int]:
    """
    Return +1 or −1 for each end of *measure*: does the allowance there add to it or take from it?

    It adds where cloth beyond the edge lies away from the other edge. The nominal outline decides,
    so that a bag of impossible size still cuts the way it is meant.
    """
    if measure.whole:
        return 1, 1
    axis = 0 if measure.axis == "x" else 1

    def facing(name: str) -> float:
        if name == FOLD:
            return 0.0
        i = face.edge_index(name)
        a, b = face.points[i], face.points[(i + 1) % len(face.points)]
        return outward(a, b)[axis]

    return (1 if facing(measure.low) <= 0 else -1), (1 if facing(measure.high) >= 0 else -1)


def _in_line(face: Face, name: str) -> list[str]:
    """Return the edges that run on in one line with the edge called *name*, itself among them."""
    points, at = face.points, face.edge_index(name)

    def line(i: int) -> tuple[Point, float]:
        a, b = points[i], points[(i + 1) % len(points)]
        out = outward(a, b)
        return out, snap(a[0] * out[0] + a[1] * out[1])

    return [e.name for i, e in enumerate(face.edges) if line(i) == line(at)]


def _worked(face: Face, measure: Measure, allowances: EdgeTerms, grid: Grid) -> tuple[Sum, float]:
    """Return the sum of *measure* as cut, and how far the grid moved it from the seam lines' size."""
    added = [
        t.scaled(sign, times=t.times)
        for name, sign in zip((measure.low, measure.high), _reach(face, measure), strict=True)
        if name != FOLD
        for t in allowances[face.edges[face.edge_index(name)].seam]
    ]
    settled = Sum(measure.label, (*measure.terms, *added)).total
    # a curved piece is cut round a template: rounding one of its sides would put a jog in its outline
    if not measure.on_grid or any(face.bends):
        return Sum(measure.label, gathered([*measure.terms, *added])), 0.0
    plain = [t for t in (*measure.terms, *added) if t.of is not GRID]
    total = sum(t.mm for t in plain)
    # over a fold it is each half that lands on the grid, so that both are the same
    halves = 2 if measure.folds else 1
    cut = settled if grid.holds(settled / halves) else halves * grid.fit(snap(total / halves))
    rest = snap(cut - total)
    return Sum(measure.label, (*gathered(plain), *grid_term(rest, halves))), snap(cut - settled)


def cut_face(face: Face, allowances: EdgeTerms, grid: Grid) -> CutFace:
    """
    Return *face* cut with *allowances* (by class of seam).

    A face whose size is settled already lies on the grid. One that is not sewn to it edge to edge
    (interfacing) may not: its own rounding is then shared by the two edges that it lies between.
    """
    amounts = {e.name: sum(t.mm for t in allowances[e.seam]) for e in face.edges}
    moved: dict[str, float] = {}
    sums: dict[str, Sum] = {}
    for measure in face.measures:
        sums[measure.key], rest = _worked(face, measure, allowances, grid)
        if rest:
            for name in (measure.low, measure.high):
                moved |= dict.fromkeys(_in_line(face, name), rest / 2)
    for measure in face.measures:
        if not measure.on_grid and (measure.low in moved or measure.high in moved):
            reach = _reach(face, measure)
            shift = reach[0] * moved.get(measure.low, 0.0) + reach[1] * moved.get(measure.high, 0.0)
            sums[measure.key] = Sum(measure.label, (*sums[measure.key].terms, *grid_term(snap(shift))))
    beyond = [snap(amounts[e.name] + moved.get(e.name, 0.0)) for e in face.edges]
    outline, bends = offset_bent(face.points, face.bends, beyond)
    cut = tuple((snap(x), snap(y)) for x, y in outline)
    edges = tuple(
        CutEdge(e.name, e.seam, mm, allowances[e.seam], bend, plain)
        for e, mm, bend, plain in zip(face.edges, beyond, bends, face.bends, strict=True)
    )
    for measure in face.measures:
        if measure.whole:
            sums[measure.key] = _with_tips(measure, sums[measure.key], cut, bends)
    spans = {m.key: _span(face, m, cut, bends) for m in face.measures}
    return CutFace(edges, cut, face.points, sums, spans)


def _with_tips(measure: Measure, summed: Sum, cut: tuple[Point, ...], bends: tuple[Bend, ...]) -> Sum:
    """Return the sum of a whole extent, with what sharp corners reach beyond the cloth at a straight edge."""
    left, low, right, high = bent_bounds(cut, bends)
    drawn = right - left if measure.axis == "x" else high - low
    by = snap(drawn - summed.total)
    if abs(by) < TIPS:
        return summed
    why = "A sharp corner reaches further than the cloth beside it."
    if by * sum(t.mm for t in summed.terms[len(measure.terms) :]) < 0:
        why = "No corner reaches as far as the cloth beside it."
    return Sum(measure.label, (*summed.terms, Term("Tips of the corners", by, why)))


def _span(
    face: Face, measure: Measure, cut: tuple[Point, ...], bends: tuple[Bend, ...]
) -> tuple[Point, Point]:
    """Return the two points between which a picture shows *measure*, on the side it belongs to."""
    left, bottom, right, top = bent_bounds(cut, bends) if measure.whole else bounds(cut)
    high = (right, top) if measure.whole else cut[face.edge_index(measure.high)]
    low = (left, bottom) if measure.whole else (left, measure.fold_at)
    if not measure.whole and measure.low != FOLD:
        low = cut[face.edge_index(measure.low)]
    if measure.axis == "x":
        y = top if measure.beside == "top" else bottom
        return (low[0], y), (high[0], y)
    x = left if measure.beside == "left" else right
    return (x, low[1]), (x, high[1])
