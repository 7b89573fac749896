"""Reading a bag back whose corners were pinched."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import missing_corner, read_uncut
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the bag that *rows* makes: depth = twice the pinch, from the stitched point."""
    row = rows.main
    if row.corner is None:
        return missing_corner("Give the pinch, from the stitched point.")
    depth = Sum(
        "Depth", (Term("Twice the pinch", 2 * row.corner, "From the stitched point, on both panels."),)
    )
    return read_uncut(row, allowances, top, depth)
