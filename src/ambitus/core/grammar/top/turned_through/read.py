"""What a lined and turned top eats, from a cut list's allowances."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge, in mm."""
    return allowances["top"]
