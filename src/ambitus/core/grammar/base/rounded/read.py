"""Reading a flat bag back whose lower corners are rounded or clipped."""

import math
from collections.abc import Mapping

from ambitus.core.grammar.base.fields import CLIP, LOWER, RADIUS
from ambitus.core.grammar.base.reading import missing_corner
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.sums import Sum, Term


def clip_grows(seam: float) -> float:
    """
    Return how much longer a clipped corner's legs are at the raw edge, in mm: 2s along the edges, less what
    the slanting edge is moved out, s√2.

    >>> round(clip_grows(10), 4)
    5.8579
    """
    return seam * (2 - math.sqrt(2))


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the flat bag that *rows* make: its seam takes both sides, its base and of every corner."""
    row, seam = rows.main, allowances["side"]
    if row.radius is None and row.corner is None:
        return missing_corner(
            "Give the radius of its lower corners as they are cut, or how far they are clipped."
        )
    more: dict[str, float | str]
    if row.radius is not None:
        more = {LOWER: "round", RADIUS: max(0.0, row.radius - seam)}
    else:
        more = {LOWER: "clipped", CLIP: max(0.0, (row.corner or 0.0) - clip_grows(seam))}
    across = (
        Term("Panel width", row.width, "As cut."),
        Term("Side seams", -2 * seam, "Both sides are sewn.", times=2),
    )
    base = Term("Along the base", -seam, "Sewn to the other side.")
    up: tuple[Term, ...] = (
        Term("Panel height", row.height, "As cut."),
        base,
        Term("Top edge", -top, "What the top finish eats."),
    )
    if row.folded:
        up = (Term("Half the piece", row.height / 2, "One side, from the fold at the top."), base)
    wide = {key: Sum(label, across) for key, label in (("width", "Width"), ("flat_opening", "Flat opening"))}
    return ReadLayer({**wide, "height": Sum("Height", up)}, (), more)
