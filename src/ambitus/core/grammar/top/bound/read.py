"""What a binding takes of a panel's top edge: nothing, it wraps the edge that is there."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge, in mm."""
    return 0.0
