"""What a top with bands eats: its seam, less the band, which stands above the panels."""

from collections.abc import Mapping


def read(allowances: Mapping[str, float], measures: Mapping[str, float]) -> float:
    """Return what the top edge takes of a panel; less than nothing where the band adds more, in mm."""
    return allowances["top"] - measures["band"]
