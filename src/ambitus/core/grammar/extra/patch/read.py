"""Reading a patch pocket: what its edges and its top take of the pieces that were cut."""

from collections.abc import Mapping

from ambitus.core.read.cutlist import ToldExtra


def read(told: ToldExtra) -> Mapping[str, float]:
    """Return the finished size of a patch pocket, and of what its flap falls, in mm."""
    wide, high = told.piece("")
    made, out = told.choices.get("made", "hem"), {}
    if made == "folded":
        seam = told.allowances["pocket"]
        out = {"width": wide - 2 * seam, "height": (high - 2 * seam) / 2}
    else:
        edges = told.measures["edges"]
        head = told.allowances["pocket"] if made == "faced" else told.measures["hem"]
        out = {"width": wide - 2 * edges, "height": high - edges - head}
    if made == "faced":
        out["faced"] = told.piece("facing")[1] - told.allowances["pocket"] - told.measures["edges"]
    if told.choices.get("flap") == "flap":
        seam = told.allowances["pocket"]
        out["fall"] = told.piece("flap")[1] - 2 * seam - told.measures["flap_above"]
    return out
