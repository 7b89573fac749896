"""Reading a bag back whose base was folded in."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import missing_corner, read_uncut
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the bag that *rows* makes: depth = twice the crease's distance from the middle of the base."""
    row = rows.main
    if row.corner is None:
        return missing_corner("Give the distance from the middle of the base to the crease.")
    depth = Sum("Depth", (Term("Twice the fold", 2 * row.corner, "Folded up from both sides."),))
    return read_uncut(row, allowances, top, depth)
