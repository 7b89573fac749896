"""Reading a strap back: the drop that a visible length gives, and what an end in the top seam gives up."""

import math
from collections.abc import Mapping
from fractions import Fraction

from ambitus.core.lengths import Pair

#: The strip on which stretch is measured: 200 × 50 mm | 8 × 2 in.
SAMPLE_LONG, SAMPLE_WIDE = Pair(200, Fraction(8)), Pair(50, Fraction(2))


def drop_for_visible(visible: float, gap: float, hold: float) -> float | None:
    """
    Return the drop of a strap of *visible* length, or None where no hand can enter, in mm.

    >>> round(drop_for_visible(630.384, 130, 110), 2)
    260.0
    """
    if visible < hold + abs(gap - hold) - 1e-9:
        return None
    return math.sqrt(max(0.0, ((visible - hold) / 2) ** 2 - ((gap - hold) / 2) ** 2))


def read_tail(
    allowances: Mapping[str, float], measures: Mapping[str, float], row: Mapping[str, float]
) -> float:
    """Return what an end in the top seam gives up: the seam, and what lies past its raw edge, in mm."""
    return allowances.get("top", 0.0) + row["past"]
