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


#: Default (ours): from so many times the least an outer passes without being forced.
EASY = 1.3


def easy_to_pass(flat: float, thick: float) -> float:
    """
    Return the gap from which an outer passes easily, in mm; between it and the least it is tight.

    >>> round(easy_to_pass(420, 0.9)), round(easy_to_pass(420, 3.6))
    (90, 179)
    """
    return EASY * least_to_pass(flat, thick)
