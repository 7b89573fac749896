"""How a strap hangs: its length from the drop."""

import math


def visible_for_drop(drop: float, gap: float, hold: float) -> float:
    """
    Return the visible length of a strap that hangs *drop* below a hand or shoulder *hold* wide, in mm.

    ``gap`` is between the centres of the ends. The strap runs straight up from each end to the
    edge of the hand, and once over its flat width.

    >>> round(visible_for_drop(260, 130, 110), 3)
    630.384
    """
    return 2 * math.sqrt(drop**2 + ((gap - hold) / 2) ** 2) + hold
