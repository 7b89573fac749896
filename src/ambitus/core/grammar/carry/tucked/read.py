"""Reading the end of a strap tucked between two pressed edges."""

from collections.abc import Mapping


def read_tail(
    allowances: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]
) -> float:
    """Return what one end gives up: what lies inside the top edge, in mm."""
    return row["inside"]
