"""Reading a slip pocket: its width is its panel's, its height what its top and its foot leave."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return how high a slip pocket is once it is sewn, in mm."""
    _, high = told.piece("")
    foot = told.allowances["base"] if told.choices.get("foot") == "seam" else told.measures["edges"]
    if told.choices.get("slip_made", "hem") == "folded":
        return {"height": (high - 2 * foot) / 2}
    return {"height": high - told.measures["hem"] - foot}
