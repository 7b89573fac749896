"""
Reading a box pouch back: L = width − 2 ends − h, B = height − zip edge − base − h; pressed with its zip along
one edge B and h change places.
"""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import missing_corner
from ambitus.core.read.cutlist import CutRow, Finding, ReadLayer, Rows, arms_disagree
from ambitus.core.sums import Sum, Term


def _flat(row: CutRow, allowances: Mapping[str, float]) -> tuple[Term, ...]:
    return (
        Term("Panel width", row.width, "As cut."),
        Term("End seams", -2 * allowances["end"], "Both ends are sewn.", times=2),
    )


def _side(row: CutRow, allowances: Mapping[str, float], top: float) -> tuple[Term, ...]:
    """Return one side of a box, from the middle of its zip round to its base."""
    edge = Term("Top edge", -top, "What the zip edge eats.")
    if row.folded:
        return (Term("Half the piece", row.height / 2, "One side, from the fold."), edge)
    return (
        Term("Panel height", row.height, "As cut."),
        Term("Base seam", -allowances["base"], "Sewn to the other panel."),
        edge,
    )


def _at_edge(row: CutRow, pinch: float, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the box that panels make whose corners lie at the ends of the zip and of the base."""
    broad = Sum("Breadth", (Term("Twice the pinch", 2 * pinch, "From the stitched point, front and back."),))
    flat = _flat(row, allowances)
    ends = Term("Breadth", -broad.total, "Folds in at both ends together.")
    lid = Term("Breadth", -broad.total, "Half of the upper side, and half of the base.")
    return ReadLayer(
        {
            "length": Sum("Length", (*flat, ends)),
            "breadth": broad,
            "height": Sum("Height", (*_side(row, allowances, top), lid)),
            "flat_opening": Sum("Flat opening", flat),
        }
    )


def _box(
    row: CutRow, allowances: Mapping[str, float], top: float, high: Sum, findings: tuple[Finding, ...] = ()
) -> ReadLayer:
    flat = _flat(row, allowances)
    less = Term("Height", -high.total, "Folds down at both ends together.")
    up = (*_side(row, allowances, top), Term("Height", -high.total, "The side, from edge to edge."))
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
    if row.zip_at_edge:
        return _at_edge(row, row.corner, allowances, top)
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
