"""Reading a four-fold strap back."""

from collections.abc import Mapping


def read_width(cut: float, told: Mapping[str, float], allowances: Mapping[str, float]) -> float:
    """Return the finished width that a strip *cut* wide folds to, in mm."""
    return cut / 4
