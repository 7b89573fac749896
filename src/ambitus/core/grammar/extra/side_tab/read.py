"""Reading a tab: what is seen of it is what its two ends in the side seam leave."""

from collections.abc import Mapping

from ambitus.core.grammar.elastic import FULLNESS
from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return what is seen of a tab, doubled, and how wide it is, in mm."""
    long, wide = told.piece("")
    if told.choices.get("strip_as") == "elastic":
        return {"elastic": (long - 2 * told.allowances.get("side", 0.0)) / FULLNESS}
    return {"shows": (long - 2 * told.allowances.get("side", 0.0)) / 2, "strip_wide": wide / 4}
