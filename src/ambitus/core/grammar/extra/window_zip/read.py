"""Reading a window pocket: its bag tells how deep it is."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return how deep a pocket's bag hangs below the middle of its window, and how wide that is, in mm."""
    wide, high = told.piece("")
    half = high / 2 if told.choices.get("bag_made", "folded") == "folded" else high
    return {"deep": half - told.measures["above"], "opening": wide - 2 * told.measures["beside"]}
