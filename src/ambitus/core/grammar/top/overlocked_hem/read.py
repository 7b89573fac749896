"""What a hem of one turn eats, from what a cut list tells of it."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge: the hem, and the sliver the knife took, in mm."""
    return measures["hem"] + measures.get("top_sliver", 0.0)
