"""What a hem turned twice eats, from what a cut list tells of it."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge: both turns, and the sliver the knife took, in mm."""
    return measures["turn"] + measures["hem"] + measures.get("top_sliver", 0.0)
