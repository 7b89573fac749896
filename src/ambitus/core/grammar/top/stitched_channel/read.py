"""What a lined top with a stitched channel eats: its seam; the channel takes nothing more."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge, in mm."""
    return allowances["top"]
