"""Reading whole panels back, boxed or flat, two of them or one that is folded at the base."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import CutRow, Finding, ReadLayer
from ambitus.core.sums import Sum, Term


def missing_corner(fix: str) -> ReadLayer:
    """Return what a row says that lacks the measure of its corner."""
    return ReadLayer({}, (Finding("no-corner", "stop", "Nothing is said of the corners.", fix),))


def _side(row: CutRow, allowances: Mapping[str, float]) -> tuple[Term, ...]:
    """Return the height of one side of the bag, from the middle of its base."""
    if row.folded:
        return (Term("Half the piece", row.height / 2, "One side, from the fold."),)
    return (
        Term("Panel height", row.height, "As cut."),
        Term("Base seam", -allowances["base"], "Sewn to the other panel."),
    )


def _across(row: CutRow, allowances: Mapping[str, float]) -> tuple[Term, ...]:
    """Return how wide one side of the bag lies, from seam to seam, or from seam to fold."""
    if row.wrapped:
        return (
            Term("Half the piece", row.width / 2, "One side, from its seam to the fold."),
            Term("Side seam", -allowances["side"], "Sewn to the other end of the piece."),
        )
    return (
        Term("Panel width", row.width, "As cut."),
        Term("Side seams", -2 * allowances["side"], "Both sides are sewn.", times=2),
    )


def read_hinged(row: CutRow, allowances: Mapping[str, float]) -> ReadLayer:
    """Return the flat bag that one piece makes which is folded at the top and sewn along its base."""
    flat = _across(row, allowances)
    up = (
        Term("Half the piece", row.height / 2, "One side, from the fold at the top."),
        Term("Base seam", -allowances["base"], "Sewn to the other side."),
    )
    wide = {key: Sum(label, flat) for key, label in (("width", "Width"), ("flat_opening", "Along the fold"))}
    return ReadLayer({**wide, "height": Sum("Height", up)})


def read_uncut(row: CutRow, allowances: Mapping[str, float], top: float, depth: Sum | None) -> ReadLayer:
    """Return the bag that a whole panel makes; *depth* is None for a flat bag."""
    flat = _across(row, allowances)
    up = (*_side(row, allowances), Term("Top edge", -top, "What the top finish eats."))
    if depth is None:
        return ReadLayer(
            {
                "width": Sum("Width", flat),
                "height": Sum("Height", up),
                "flat_opening": Sum("Flat opening", flat),
            }
        )
    goes_round = Term("Depth", -depth.total, "Goes round the corner.")
    lies_under = Term("Half the depth", -depth.total / 2, "Lies under the bag.")
    return ReadLayer(
        {
            "width": Sum("Width of the face", (*flat, goes_round)),
            "height": Sum("Height", (*up, lies_under)),
            "depth": depth,
            "flat_opening": Sum("Flat opening", flat),
        }
    )
