"""Reading a strap with one clean edge back."""

from collections.abc import Mapping


def read_width(cut: float, told: Mapping[str, float], allowances: Mapping[str, float]) -> float:
    """Return the finished width: half of what one turned edge leaves, in mm."""
    return (cut - told["turn"]) / 2
