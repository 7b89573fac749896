"""Reading ties: what their seam and their turned end take."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return what is seen of a tie, and how wide it is, in mm."""
    long, wide = told.piece("")
    return {"shows": long - told.allowances.get("top", 0.0) - told.measures["end"], "strip_wide": wide / 4}
