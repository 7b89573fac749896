"""Reading a bag back whose corner squares were cut after sewing."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import missing_corner, read_uncut
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the bag that *rows* makes: depth = twice the square and the corner seam."""
    row = rows.main
    if row.corner is None:
        return missing_corner("Give the square that is cut at the corners, from the seam lines.")
    by = 0.0 if row.folded else rows.deeper
    deeper = (Term("Sewn deeper", 2 * by, "The corner seam is sewn deeper too.", times=2),) if by else ()
    depth = Sum(
        "Depth",
        (
            Term("Twice the square", 2 * row.corner, "Cut from the seam lines, at both panels."),
            Term("Corner seam", 2 * allowances["corner"], "What the corner seam eats.", times=2),
            *deeper,
        ),
    )
    return read_uncut(row, allowances, top, depth)
