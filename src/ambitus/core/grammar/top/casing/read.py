"""What a casing folded down eats, from a cut list's numbers."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return the allowance on a panel's top edge: the first turn, and the casing from edge to heading."""
    return sum(measures[name] for name in ("turn", "heading", "channel", "edge")) + measures.get(
        "top_sliver", 0.0
    )
