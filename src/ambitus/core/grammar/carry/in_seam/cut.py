"""Cloth beyond the visible end of a strap caught in the top seam, and its places on the outer."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.carry.strap import placed_terms
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


def tail(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    """Return what lies beyond the top edge at one end: the seam, and the end past its raw edge."""
    top, past = "allowances.top", f"{prefix}.past"
    return (
        Term("Top seam at the ends", bag.mm(top), bag.why(top), bag.source(top)),
        Term("Ends past the raw edge", bag.mm(past), bag.why(past), bag.source(past)),
    )


def core_short(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    """Return how much the core stops short of one end of its strap: the top seam's allowance."""
    path = "allowances.top"
    return (Term("Short of both ends", -bag.mm(path), "Keeps the core out of the raw ends.", "derived"),)


def marks(bag: Resolved, prefix: str, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the two strap centres on an outer panel's top edge, measured from its raw sides."""
    if piece.layer != "outer":
        return ()
    top = next((i for i, e in enumerate(piece.edges) if e.name == "top"), None)
    if top is None:
        return ()
    right, left = piece.cut[top], piece.cut[(top + 1) % len(piece.cut)]
    side = next(e for e in piece.edges if e.seam == "side")
    allowance = Term("Side seam", side.finish, "From the raw edge to the seam.", side.terms[0].source)
    terms = placed_terms(bag, prefix, form, allowance)
    placed = Sum("From the raw side edge to the strap's centre", terms)
    if bag.choice(f"{prefix}.place") != "gap":
        # the other strap end mirrors this one, so the middle of the panel stays the middle
        rest = snap((right[0] - left[0]) / 2)
        gap = Sum(
            "Between the two centres",
            (
                Term("Panel", 2 * rest, "As cut."),
                Term("Both strap places", -2 * placed.total, "From either side.", times=2),
            ),
        )
    else:
        path = f"{prefix}.gap"
        gap = Sum("Between the two centres", (Term("Gap", bag.mm(path), bag.why(path), bag.source(path)),))
    y = right[1]
    return (
        Mark(
            "strap",
            "Strap centre",
            ((left[0] + placed.total, y),),
            "top left",
            (("from the left", placed), ("apart", gap)),
        ),
        Mark(
            "strap",
            "Strap centre",
            ((right[0] - placed.total, y),),
            "top right",
            (("from the right", placed),),
        ),
    )
