"""Reading a box pouch back: L = width − 2 ends − h, B = height − zip edge − base − h."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import missing_corner
from ambitus.core.read.cutlist import CutRow, Finding, ReadLayer, Rows, arms_disagree
from ambitus.core.sums import Sum, Term


def _box(
    row: CutRow, allowances: Mapping[str, float], top: float, high: Sum, findings: tuple[Finding, ...] = ()
) -> ReadLayer:
    flat = (
        Term("Panel width", row.width, "As cut."),
        Term("End seams", -2 * allowances["end"], "Both ends are sewn.", times=2),
    )
    less = Term("Height", -high.total, "Folds down at both ends together.")
    side = (
        (Term("Half the piece", row.height / 2, "One side, from the fold."),)
        if row.folded
        else (
            Term("Panel height", row.height, "As cut."),
            Term("Base seam", -allowances["base"], "Sewn to the other panel."),
        )
    )
    up = (
        *side,
        Term("Top edge", -top, "What the zip edge eats."),
        Term("Height", -high.total, "The side, from edge to edge."),
    )
    sizes = {
        "length": Sum("Length", (*flat, less)),
        "breadth": Sum("Breadth", up),
        "height": high,
        "flat_opening": Sum("Flat opening", flat),
    }
    return ReadLayer(sizes, findings)


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the box that whole panels make: its height is twice what is pinched."""
    row = rows.main
    if row.corner is None:
        return missing_corner("Give the pinch, from the stitched point.")
    why = "From the stitched point, on both sides of the fold."
    return _box(row, allowances, top, Sum("Height", (Term("Twice the pinch", 2 * row.corner, why),)))


def read_cut_out(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """
    Return the box that panels with cut-outs make: h = 2 (deep − end seam + corner seam), and again
    2 (each way + corner seam). Where the two differ by more than the cloth eases it is a stop.
    """
    row = rows.main
    if row.cut_out is None:
        return missing_corner("Give the cut-out: how deep, and how far each way from the side fold.")
    corner = allowances["corner"]
    high = Sum(
        "Height",
        (
            Term(
                "Twice the cut-out, deep", 2 * row.cut_out.across, "Half of the height from each panel’s end."
            ),
            Term("End seams", -2 * allowances["end"], "Measured from the raw end.", times=2),
            Term("Corner seam", 2 * corner, "What the corner seam eats was left on.", times=2),
        ),
    )
    by_up = 2 * (row.cut_out.up + corner)
    fix = "Cut both arms to the same height from end seam and side fold."
    findings = arms_disagree(("deep gives", high.total), ("each way gives", by_up), "heights", rows.ease, fix)
    return _box(row, allowances, top, high, findings)
