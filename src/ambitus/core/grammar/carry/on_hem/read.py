"""Reading the end of a strap sewn to a hem."""

from collections.abc import Mapping


def read_tail(
    allowances: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]
) -> float:
    """Return what one end gives up: the hem it lies on, and the end tucked up inside, in mm."""
    return measures.get("hem", 0.0) + row["tuck"]
