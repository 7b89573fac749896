"""Reading what several extras have alike: a closure in two halves, whose patch tells how large it is."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def patched(told: ToldExtra) -> Mapping[str, float]:
    """Return how large a closure is across that lies on a patch, in mm; nothing where it lies on none."""
    if told.choices.get("patched") != "patch":
        return {}
    return {"size": told.piece("")[0] - 2 * told.measures["margin"]}
