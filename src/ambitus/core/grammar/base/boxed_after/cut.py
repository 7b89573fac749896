"""Whole panels; the square to cut once they are sewn, from the seam lines: D/2 less the corner seam."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.geometry import Point
from ambitus.core.grammar.base.panels import deep_form, eats
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.grammar.top.fields import EASE_BY
from ambitus.core.grammar.top.lining import corner_deeper
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form; no cut-out has to lie on the grid, so the depth is what was asked."""
    depth = DEPTH.of(bag)
    return deep_form(bag, allowances, depth, corner=snap(depth / 2 - eats(allowances, "corner")))


def square(bag: Resolved, form: Form, layer: Layer = "outer") -> Sum:
    """Return the side of the square in *layer*, from the seam lines as sewn and not from the raw edges."""
    half = Term("Half the depth", snap(form.mm("depth") / 2), "The corner gives half the depth each way.")
    eats = (t.scaled(-1) for t in edge_terms(bag, "corner"))
    return Sum("Square to cut, from the seam lines", (half, *eats, *_deeper(bag, layer)))


def _deeper(bag: Resolved, layer: Layer) -> tuple[Term, ...]:
    by = corner_deeper(bag, layer)
    why = "Its corner seam is sewn as much deeper as its sides and base, so that the depth stays."
    return (Term("Lining sewn deeper", -by, why, EASE_BY.source(bag)),) if by else ()


def corner(bag: Resolved, form: Form, layer: Layer) -> float | None:
    """Return the side of the square to cut in *layer*, in mm."""
    return square(bag, form, layer).total


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the square at both lower corners, in seam lines; on a folded piece it lies across the fold."""
    bag = item.bag
    told, right = square(bag, form, piece.layer), max(x for x, _ in piece.stitch)  # type: ignore[arg-type]
    # a lining that is sewn deeper has its seam lines as much further in
    low, high = corner_deeper(bag, piece.layer), corner_deeper(bag, piece.layer) + told.total
    left: tuple[Point, ...] = ((high, low), (high, high), (low, high))
    if piece.folded:
        left = ((0.0, -high), (high, -high), (high, high), (0.0, high))
    label, where = (
        "Square to cut after sewing",
        "both ends of the fold" if piece.folded else "both lower corners",
    )
    return (
        Mark("cut-out", label, left, where, (("from the seam lines, each way", told),)),
        Mark("cut-out", label, tuple((right - x, y) for x, y in left), "lower right"),
    )
