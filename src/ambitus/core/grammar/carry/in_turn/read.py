"""Reading the end of a strap that stands inside a hem."""

from collections.abc import Mapping


def read_tail(
    allowances: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]
) -> float:
    """Return what one end gives up: it goes down as far as the hem it stands in, in mm."""
    return measures.get("hem", 0.0)
