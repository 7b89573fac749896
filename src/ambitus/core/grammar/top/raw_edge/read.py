"""What a raw edge eats: nothing."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge, in mm."""
    return 0.0
