"""Reading the end of a strap caught in the top seam."""

from collections.abc import Mapping


def read_tail(
    allowances: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]
) -> float:
    """Return what one end gives up: the top seam, and what lies past its raw edge, in mm."""
    return allowances.get("top", 0.0) + row["past"]
