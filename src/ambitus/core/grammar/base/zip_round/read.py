"""Reading a pouch back whose zip runs from base to base: both sizes less what its edges take."""

import math
from collections.abc import Mapping

from ambitus.core.grammar.base.fields import RADIUS, UPPER
from ambitus.core.grammar.base.reading import missing_corner
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def way_round(width: float, height: float, r: float) -> float:
    """Return how long the zip is from base to base along its middle, in mm."""
    return 2 * (height - r) + math.pi * r + (width - 2 * r)


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the pouch that its panels make: W = width − 2 zip edges, H = height − zip edge − base."""
    row = rows.main
    if row.radius is None:
        return missing_corner("Give the radius of its upper corners as they are cut.")
    width = Sum(
        "Width",
        (
            Term("Panel width", row.width, "As cut."),
            Term("Zip edges", -2 * top, "What the zip takes at both sides.", times=2),
        ),
    )
    height = Sum(
        "Height",
        (
            Term("Panel height", row.height, "As cut."),
            Term("Base seam", -allowances["base"], "Sewn to the other panel."),
            Term("Zip edge", -top, "What the zip takes above."),
        ),
    )
    r = max(0.0, row.radius - top)
    around = way_round(width.total, height.total, r)
    zip_long = Sum("Round the zip", (Term("Straights and corners", around, "End to end, along its middle."),))
    sizes = {"width": width, "height": height, "flat_opening": zip_long}
    return ReadLayer(sizes, (), {UPPER: "round", RADIUS: r})
