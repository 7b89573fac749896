"""Whole panels; the line to stitch across each corner, and how it is measured."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.base.panels import uncut_form
from ambitus.core.grammar.contract import Finishes
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


def form(bag: Resolved, finishes: Finishes) -> Form:
    """Return the form; its corner is the pinch, from the stitched point."""
    return uncut_form(bag, finishes, snap(bag.mm("size.depth") / 2))


def readings(bag: Resolved, form: Form) -> tuple[tuple[str, Sum], ...]:
    """
    Return every number by which the corner can be measured, told apart.

    From the fabric tip the allowance there is on top: the base seam's, read down the side seam; the side
    seam's, read along the base seam. Half the depth measured from the tip comes out too shallow.
    """
    half = Term("Half the depth", snap(form.mm("depth") / 2), "The corner lies flat, half on each panel.")

    def tip(key: str) -> Term:
        path = f"allowances.{key}"
        return Term(
            f"{key.capitalize()} seam",
            bag.mm(path),
            "The fabric tip lies this far outside the point.",
            bag.source(path),
        )

    across = Term("Depth", form.mm("depth"), "The stitched line is as long as the bag is deep.")
    return (
        ("from the stitched point", Sum("From the stitched point", (half,))),
        ("the line across", Sum("The line across", (across,))),
        (
            "from the fabric tip, down the side seam",
            Sum("From the fabric tip, down the side", (half, tip("base"))),
        ),
        (
            "from the fabric tip, along the base seam",
            Sum("From the fabric tip, along the base", (half, tip("side"))),
        ),
    )


def marks(bag: Resolved, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the stitching line at both lower corners, in seam lines."""
    half, (right, _) = form.mm("depth") / 2, piece.stitch[1]
    left = ((half, 0.0), (0.0, half))
    return (
        Mark("cut-out", "Stitch across the corner", left, "both lower corners", readings(bag, form)),
        Mark("cut-out", "Stitch across the corner", tuple((right - x, y) for x, y in left), "lower right"),
    )
