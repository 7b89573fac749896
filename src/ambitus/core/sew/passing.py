"""What passes an opening: the outer of a bag with all that is on it, loosely bundled."""

import math


def least_to_pass(flat: float, thick: float) -> float:
    """
    Return the least gap that an outer passes through, in mm: it is *flat* mm across its mouth, laid flat, and
    *thick* mm with all that is on it. Loosely bundled it fills half of its round.

    >>> round(least_to_pass(420, 0.9)), round(least_to_pass(420, 3.6))
    (69, 138)
    """
    return math.sqrt(2 * math.pi * 2 * flat * thick)
