"""Reading a flap: what it falls over the front is what the rest of its length leaves."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return how far a flap falls over the front, in mm."""
    _, long = told.piece("flap")
    # between pressed edges it lies as deep as is told, in a top seam as deep as that
    inside = told.measures.get("inserted", told.allowances.get("top", 0.0))
    return {"fall": long - inside - told.measures["wrap"] - told.allowances["flap"]}
