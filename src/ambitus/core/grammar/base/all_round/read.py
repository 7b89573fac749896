"""Reading a bag with a gusset all round back: from its panel, its strip, the strips beside its zip."""

import math
from collections.abc import Mapping

from ambitus.core.grammar.base.fields import RADIUS, ZIP_PANEL
from ambitus.core.read.cutlist import Finding, ReadLayer, Rows
from ambitus.core.sums import Sum, Term

#: What the strip may be too long, in mm: it is trimmed before it is joined.
_TRIMMED = 12.8
#: How much the two ways across the gusset may differ, in mm.
_APART = 0.01


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the bag that *rows* make; strip and zip panel have to go round the panel, and be as deep."""
    panel, strip, zipped = rows.main, rows.parts.get("gusset"), rows.parts.get("zip strip")
    if strip is None or zipped is None:
        why, fix = (
            "A gusset all round needs its strip and the strips beside its zip.",
            "Add rows with these parts.",
        )
        return ReadLayer({}, (Finding("no-gusset", "stop", why, fix),))
    seam, join = allowances["gusset"], allowances["end"]
    both = Term("Gusset seams", -2 * seam, "Sewn all round.", times=2)
    ends = Term("Joins", -2 * join, "At both ends.", times=2)
    width = Sum("Width of the face", (Term("Panel width", panel.width, "As cut."), both))
    height = Sum("Height", (Term("Panel height", panel.height, "As cut."), both))
    depth = Sum("Depth", (Term("Strip width", strip.height, "As cut."), both))
    reaches = Sum("Zip panel", (Term("Strip beside the zip", zipped.width, "As cut."), ends))
    r = max(0.0, (panel.radius or 0.0) - seam)
    around = 2 * (width.total + height.total) - 8 * r + 2 * math.pi * r
    band = strip.width - 2 * join + reaches.total
    across = 2 * (zipped.height - seam - top)
    findings = []
    if band < around - 0.01 or band > around + _TRIMMED:
        short = band < around
        why = f"Strip and zip panel are too {'short' if short else 'long'} for the way round the panel."
        fix = (
            "Cut the strip to the rest of the way round and both joins."
            if short
            else "Trim it, or check the panel."
        )
        numbers = (("strip", band), ("way round", around))
        findings.append(Finding("gusset-length", "stop" if short else "warn", why, fix, numbers))
    if abs(across - depth.total) > _APART:
        why = "With its zip the panel above is not as deep as the strip below."
        fix = "Cut both strips beside the zip to half the depth and their seams, less half of the gap."
        findings.append(
            Finding("zip-panel-deep", "stop", why, fix, (("zip panel", across), ("strip", depth.total)))
        )
    sizes = {"width": width, "height": height, "depth": depth, "flat_opening": reaches}
    return ReadLayer(sizes, tuple(findings), {RADIUS: r, ZIP_PANEL: reaches.total})
