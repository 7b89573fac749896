"""Reading a strap back that was sewn as a tube."""

from collections.abc import Mapping


def read_width(cut: float, told: Mapping[str, float], allowances: Mapping[str, float]) -> float:
    """Return the finished width: half of what the seam leaves, in mm."""
    return (cut - 2 * allowances["strap"]) / 2
