"""Reading a strap of webbing back."""

from collections.abc import Mapping


def read_width(cut: float, told: Mapping[str, float], allowances: Mapping[str, float]) -> float:
    """Return the finished width: what was bought, in mm."""
    return cut
