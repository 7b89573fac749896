"""What a top on bars eats, from a cut list's numbers."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge: the first turn, the channel, and what the knife takes."""
    return measures["turn"] + measures["channel"] + measures.get("top_sliver", 0.0)
