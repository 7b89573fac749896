"""Whole panels; the creases at which the base is folded up inside: half the depth off its middle."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.base.panels import deep_form
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form; its corner is the fold's distance from the middle of the base."""
    depth = DEPTH.of(bag)
    return deep_form(bag, allowances, depth, corner=snap(depth / 2))


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the creases the bag stands on, across the piece from raw edge to raw edge."""
    half = snap(form.mm("depth") / 2)
    left, right = min(x for x, _ in piece.cut), max(x for x, _ in piece.cut)
    up = Term("Half the depth", half, "The base folds up inside by this much.")
    told = [("from the middle of the base", Sum("From the middle of the base", (up,)))]
    ys = [half, -half]
    if not piece.folded:
        base = next(e for e in piece.edges if e.seam == "base")
        told.append(("from the raw base edge", Sum("From the raw base edge", (up, *base.terms))))
        ys = [half]
    return tuple(
        Mark(
            "crease",
            "Crease the bag stands on",
            ((left, y), (right, y)),
            "base",
            tuple(told) if i == 0 else (),
        )
        for i, y in enumerate(ys)
    )
