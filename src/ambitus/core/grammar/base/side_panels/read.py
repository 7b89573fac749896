"""Reading a bag back whose sides are panels of their own."""

from collections.abc import Mapping

from ambitus.core.grammar.base.fields import STEP
from ambitus.core.read.cutlist import Finding, ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the bag that *rows* make: the side panel gives the depth, the front the height over it."""
    main, side = rows.main, rows.parts.get("side")
    if side is None:
        why, fix = "The side panels are missing.", "Add a row with part “side”."
        return ReadLayer({}, (Finding("no-side", "stop", why, fix),))
    seams = Term("Side seams", -2 * allowances["side"], "Both sides are sewn.", times=2)
    width = Sum("Width of the face", (Term("Panel width", main.width, "As cut."), seams))
    depth = Sum("Depth", (Term("Side panel, width", side.width, "As cut."), seams))
    eaten = Term("Top edge", -top, "What the top finish eats.")
    height = Sum(
        "Height",
        (
            Term("Panel height", main.height, "As cut."),
            Term("Base seam", -allowances["base"], "Sewn to the other panel."),
            eaten,
            Term("Half the depth", -depth.total / 2, "Lies under the bag."),
        ),
    )
    rise = side.height - allowances["side"] - top
    step = height.total - rise
    findings = []
    if step < -0.01:
        why = "The side panels are higher than the front."
        fix = "Cut them to the height of the bag, the side seam and the top edge."
        numbers = (("side", rise), ("front", height.total))
        findings.append(Finding("side-over-front", "stop", why, fix, numbers))
    sizes = {
        "width": width,
        "height": height,
        "depth": depth,
        "flat_opening": Sum("Flat opening", (*width.terms, *depth.terms)),
    }
    return ReadLayer(sizes, tuple(findings), {STEP: max(0.0, step)})
