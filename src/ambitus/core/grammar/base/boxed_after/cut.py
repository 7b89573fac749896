"""Whole panels; the square to cut once they are sewn, from the seam lines: D/2 less the corner seam."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.base.panels import eats, uncut_form
from ambitus.core.grammar.contract import Finishes
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


def form(bag: Resolved, finishes: Finishes) -> Form:
    """Return the form; its corner is the square that is cut after sewing."""
    return uncut_form(bag, finishes, snap(bag.mm("size.depth") / 2 - eats(finishes, "corner")))


def square(bag: Resolved, form: Form) -> Sum:
    """Return the side of the square, from the seam lines and not from the raw edges."""
    path = "allowances.corner"
    half = Term("Half the depth", snap(form.mm("depth") / 2), "The corner gives half the depth each way.")
    return Sum(
        "Square to cut, from the seam lines",
        (half, Term("Corner seam", -bag.mm(path), bag.why(path), bag.source(path))),
    )


def marks(bag: Resolved, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the square at both lower corners, in seam lines."""
    told, (right, _) = square(bag, form), piece.stitch[1]
    side = told.total
    left = ((side, 0.0), (side, side), (0.0, side))
    return (
        Mark(
            "cut-out",
            "Square to cut after sewing",
            left,
            "both lower corners",
            (("from the seam lines, each way", told),),
        ),
        Mark("cut-out", "Square to cut after sewing", tuple((right - x, y) for x, y in left), "lower right"),
    )
