"""Reading a pocket with a zip across it: its two pieces tell its height, and where the zip lies."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return the finished size of the pocket, and how far below its top its zip lies, in mm."""
    (wide, upper), (_, lower) = told.piece("upper"), told.piece("lower")
    edge, seam = told.measures["edges"], told.measures["zip_seam"]
    gap = told.measures["zip_tape"] - 2 * seam
    turned = 0.0 if told.choices.get("ends", "bands") == "bands" else 2 * edge
    above, below = upper - seam - edge, lower - seam - edge
    return {"width": wide - turned, "height": above + gap + below, "zip_at": above + gap / 2}
