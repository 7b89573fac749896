"""Reading a pleated pouch back: length = width − 2 ends, width at the ends = height − seams − both tucks."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import missing_corner
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the pouch that *rows* make: as high as twice its tuck is deep."""
    row = rows.main
    if row.corner is None:
        return missing_corner("Give the tuck: from its outer fold to the fold inside.")
    high = Sum("Height", (Term("Twice the tuck", 2 * row.corner, "Both its edges."),))
    long = (
        Term("Panel width", row.width, "As cut."),
        Term("End seams", -2 * allowances["end"], "Both ends are closed.", times=2),
    )
    across = (
        Term("Panel height", row.height, "As cut."),
        Term("Base seam", -allowances["base"], "Sewn to the other panel."),
        Term("Top edge", -top, "What the zip edge eats."),
        Term("Height", -high.total, "Folded in at the side."),
    )
    return ReadLayer(
        {
            "length": Sum("Length", long),
            "breadth": Sum("Width at the ends", across),
            "height": high,
            "flat_opening": Sum("Flat opening", long),
        }
    )
