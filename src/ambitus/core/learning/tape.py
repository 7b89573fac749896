"""To how fine a step a tape is read: so much of a reading's spread is the reading's own."""

from collections.abc import Mapping
from fractions import Fraction

from ambitus.core.lengths import Unit

_MM, _SIXTEENTH = Fraction(1), Fraction(254, 160)
#: what a tape is read to, in mm: a millimetre, a sixteenth of an inch
READ_TO: Mapping[Unit, float] = {"mm": float(_MM), "cm": float(_MM), "in": float(_SIXTEENTH)}
_FINER = (Fraction(1, 2), _SIXTEENTH / 2, _SIXTEENTH / 4)
_FINEST = Fraction(1, 10)


def read_to(mm: Fraction, unit: Unit) -> float:
    """
    Return the step that a reading of *mm* was read to, in mm: that of a tape in *unit* if it lies on it, that
    of one of the other kind if it lies on that, or a finer one.

    >>> read_to(Fraction(402), "cm"), read_to(Fraction(4025, 10), "mm"), read_to(Fraction(4021, 10), "mm")
    (1.0, 0.5, 0.1)
    >>> read_to(Fraction("25.4") * Fraction(31, 2), "cm"), read_to(Fraction(400), "in")
    (1.5875, 1.0)
    """
    coarse = (_SIXTEENTH, _MM) if unit == "in" else (_MM, _SIXTEENTH)
    return float(next((step for step in (*coarse, *_FINER) if mm % step == 0), _FINEST))
