"""Reading the end of a strap sewn on the face."""

from collections.abc import Mapping


def read_tail(
    allowances: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]
) -> float:
    """Return what one end gives up: down to its box, the box, and the turned end, in mm."""
    return row["from_top"] + row["box"] + row["end"]
