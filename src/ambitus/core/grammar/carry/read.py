"""Reading a strap back: the drop that a visible length gives."""

import math


def drop_for_visible(visible: float, gap: float, hold: float) -> float | None:
    """
    Return the drop of a strap of *visible* length, or None where no hand can enter, in mm.

    >>> round(drop_for_visible(630.384, 130, 110), 2)
    260.0
    """
    if visible < hold + abs(gap - hold) - 1e-9:
        return None
    return math.sqrt(max(0.0, ((visible - hold) / 2) ** 2 - ((gap - hold) / 2) ** 2))
