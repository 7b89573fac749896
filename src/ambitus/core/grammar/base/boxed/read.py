"""Reading a boxed panel back: from its raw size and cut-out to the bag that it makes."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import read_uncut
from ambitus.core.read.cutlist import Finding, ReadLayer, Rows, arms_disagree
from ambitus.core.sums import Sum, Term


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """
    Return width, height, depth and flat opening of the bag that *rows* makes.

    depth = 2 (across − side seam + corner seam), and again from the other arm with the base seam, or
    with nothing at a fold. Where the two differ by more than the cloth eases the arms cannot be matched:
    a stop. The across arm is believed.
    """
    row = rows.main
    side, corner = allowances["side"], allowances["corner"]
    base = 0.0 if row.folded else allowances["base"]
    if row.cut_out is None:
        missing = Finding(
            "no-cut-out", "stop", "A boxed panel needs its corner cut-out.", "Give the cut-out across and up."
        )
        return ReadLayer({}, (missing,))
    across, up = row.cut_out.across, row.cut_out.up
    depth = Sum(
        "Depth",
        (
            Term("Twice the cut-out, across", 2 * across, "Both panels give their corner."),
            Term("Side seams", -2 * side, "The cut-out is measured from the raw side.", times=2),
            Term("Corner seam", 2 * corner, "What the corner seam eats was left on.", times=2),
        ),
    )
    by_up = 2 * (up - base + corner)
    fix = "Cut both arms to the same depth from their own seam lines."
    findings = arms_disagree(("across gives", depth.total), ("up gives", by_up), "depths", rows.ease, fix)
    return ReadLayer(read_uncut(row, allowances, top, depth).sizes, findings)
