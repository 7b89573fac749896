"""Reading the end of a strap that is joined to another under the base."""

from collections.abc import Mapping


def read_tail(eaten: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]) -> float:
    """Return what one end gives up: the way down to the middle of the base, and its join, in mm."""
    return measures["panel"] + row["join"]
