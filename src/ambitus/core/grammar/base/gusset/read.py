"""Reading a gusset bag back: from its panel, its strip and the radius of its corners."""

import math
from collections.abc import Mapping

from ambitus.core.grammar.base.fields import RADIUS, STRIP_OF
from ambitus.core.read.cutlist import Finding, ReadLayer, Rows
from ambitus.core.sums import Sum, Term

#: What a strip may be too long, in mm: it is trimmed level when it is sewn in. A step of the coarsest grid
#: for each of three parts.
_TRIMMED = 19.1


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the bag that *rows* make; the strip's length has to go round the panel at the seam line."""
    panel, strip, seam = rows.main, rows.parts.get("gusset"), allowances["gusset"]
    if strip is None:
        why, fix = "A gusset bag needs its strip.", "Add a row with part “gusset”."
        return ReadLayer({}, (Finding("no-gusset", "stop", why, fix),))
    both = Term("Gusset seams", -2 * seam, "Sewn at both edges.", times=2)
    width = Sum("Width of the face", (Term("Panel width", panel.width, "As cut."), both))
    up = (
        Term("Panel height", panel.height, "As cut."),
        Term("Gusset seam", -seam, "Sewn along the base."),
        Term("Top edge", -top, "What the top finish eats."),
    )
    height = Sum("Height", up)
    depth = Sum("Depth", (Term("Strip width", strip.height, "As cut."), both))
    opening = Sum("Flat opening", (*width.terms, *depth.terms))
    raw = panel.radius or 0.0
    r = max(0.0, raw - seam)
    path = 2 * (height.total - r) + math.pi * r + width.total - 2 * r
    under, kind = rows.parts.get("gusset base"), "halves" if strip.count == 2 else "whole"
    band = strip.width - 2 * top
    if kind == "halves":
        band = 2 * (strip.width - top - allowances["join"])
    if under is not None:
        kind = "three"
        band += under.width - 2 * allowances["join"]
    findings = []
    if band < path - 0.01 or band > path + _TRIMMED:
        short = band < path
        why = f"The strip is too {'short' if short else 'long'} for the way round the panel."
        fix = "Cut it to the way round and both top edges." if short else "Trim it, or check the panel."
        numbers = (("strip", band), ("way round", path))
        findings.append(Finding("gusset-length", "stop" if short else "warn", why, fix, numbers))
    sizes = {"width": width, "height": height, "depth": depth, "flat_opening": opening}
    more: dict[str, float | str] = {RADIUS: r, STRIP_OF: kind}
    return ReadLayer(sizes, tuple(findings), more)
