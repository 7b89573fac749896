"""Reading the end of a strap that is caught in the base seam."""

from collections.abc import Mapping


def read_tail(eaten: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]) -> float:
    """Return what one end gives up: the way down the panel, and what the base seam takes, in mm."""
    # a folded base has no seam: what does not go together is told as that
    return measures["panel"] + eaten.get("base", 0.0)
