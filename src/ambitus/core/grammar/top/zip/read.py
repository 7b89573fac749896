"""What a top with a zip eats, from a cut list's allowances: the zip seam, less half of what shows."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return what the top edge takes of a panel; the tape less both its seams shows, and counts, in mm."""
    if "zip_window" in measures:
        # behind a window on a fold: there is no edge
        return 0.0
    seam = allowances["zip"]
    return seam - (measures["tape"] - 2 * seam) / 2
