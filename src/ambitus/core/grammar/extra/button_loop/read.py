"""Reading a loop: what is seen of it is what its two ends in the top seam leave."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return what is seen of a loop, doubled, and how wide it is, in mm."""
    long, wide = told.piece("")
    return {"visible loop": (long - 2 * told.allowances.get("top", 0.0)) / 2, "strip_wide": wide / 4}
