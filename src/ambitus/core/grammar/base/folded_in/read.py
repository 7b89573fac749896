"""Reading a bag back whose base was folded in."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import missing_corner, read_uncut
from ambitus.core.read.cutlist import CutRow, ReadLayer
from ambitus.core.sums import Sum, Term


def read(row: CutRow, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the bag that *row* makes: depth = twice the crease's distance from the middle of the base."""
    if row.corner is None:
        return missing_corner("Give the distance from the middle of the base to the crease.")
    depth = Sum("Depth", (Term("Twice the fold", 2 * row.corner, "Folded up from both sides."),))
    return read_uncut(row, allowances, top, depth)
