"""Reading a strap with turned edges back."""

from collections.abc import Mapping


def read_width(cut: float, told: Mapping[str, float], allowances: Mapping[str, float]) -> float:
    """Return the finished width: half of what both turned edges leave, in mm."""
    return (cut - 2 * told["turn"]) / 2
