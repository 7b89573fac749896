"""What a pressed-under edge eats, from what a cut list tells of it."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge, in mm."""
    return measures["turn"]
