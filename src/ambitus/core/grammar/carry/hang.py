"""How a strap hangs: its length from the drop, and where it lets the bag hang."""

import math

#: Flat width of what carries the strap.
HAND, SHOULDER = 60.0, 110.0


def visible_for_drop(drop: float, gap: float, hold: float) -> float:
    """
    Return the visible length of a strap that hangs *drop* below a hand or shoulder *hold* wide.

    ``gap`` is between the centres of the ends. The strap runs straight up from each end to the
    edge of the hand, and once over its flat width.

    >>> round(visible_for_drop(260, 130, 110), 3)
    630.384
    """
    return 2 * math.sqrt(drop**2 + ((gap - hold) / 2) ** 2) + hold


def lets_hang(drop: float) -> str:
    """Return where a strap of this drop lets the bag hang. Default (ours): elbow 150, shoulder 230 mm."""
    if drop >= 230:
        return "from the shoulder"
    return "from the elbow" if drop >= 150 else "from the hand"
