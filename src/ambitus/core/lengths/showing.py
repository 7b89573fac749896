"""From millimetres to the text a maker reads."""

from dataclasses import dataclass
from fractions import Fraction

from ambitus.core.lengths.units import MM_PER, Unit, system_of

_NAMES = {"mm": "millimetres", "cm": "centimetres", "in": "inches"}
_ORDINALS = {2: ("half", "halves"), 4: ("quarter", "quarters"), 8: ("eighth", "eighths")}
_WORDS = "zero one two three four five six seven eight nine ten eleven twelve".split()

#: Decimals kept for a length that was chosen, by unit; trailing zeros are dropped.
_EXACT = {"mm": 4, "cm": 5, "in": 4}
#: Decimals of a worked-out length in its own unit set: a tenth of a millimetre.
_WORKED = {"mm": 1, "cm": 2}
#: Decimals of any length seen from the other unit set.
_FOREIGN = {"mm": 4, "cm": 5, "in": 3}
_FINEST_INCH = 64
_WORKED_INCH = 32


def _nearest(value: Fraction) -> int:
    """Return the nearest whole number, halves away from zero."""
    return int(value + Fraction(1, 2)) if value >= 0 else -int(-value + Fraction(1, 2))


def fraction_text(sixty_fourths: int) -> str:
    """
    Return a count of 1/64 as a mixed fraction.

    >>> fraction_text(856), fraction_text(-24), fraction_text(64)
    ('13 3/8', '−3/8', '1')
    """
    sign = "−" if sixty_fourths < 0 else ""
    whole, part = divmod(abs(sixty_fourths), _FINEST_INCH)
    if not part:
        return f"{sign}{whole}"
    f = Fraction(part, _FINEST_INCH)
    return f"{sign}{whole} {f}" if whole else f"{sign}{f}"


def decimal_text(value: int, decimals: int, least: int = 0) -> str:
    """
    Return *value* × 10**-decimals, without trailing zeros beyond *least* decimals.

    >>> decimal_text(34000, 3), decimal_text(34050, 3), decimal_text(-5, 1), decimal_text(340, 1, 1)
    ('34', '34.05', '−0.5', '34.0')
    """
    sign = "−" if value < 0 else ""
    whole, part = divmod(abs(value), 10**decimals)
    digits = f"{part:0{decimals}d}" if decimals else ""
    while len(digits) > least and digits.endswith("0"):
        digits = digits[:-1]
    return f"{sign}{whole}.{digits}" if digits else f"{sign}{whole}"


@dataclass(frozen=True, slots=True)
class View:
    """
    How lengths are shown: the unit on screen, and the unit the plan lives in.

    In its own unit set a plan shows fractions of an inch or tenths of a millimetre. Seen from the
    other set it shows exact decimals, so that no second rounded set of numbers can arise.
    """

    unit: Unit
    plan_unit: Unit

    @property
    def native(self) -> bool:
        """True if the unit shown belongs to the plan's own unit set."""
        return system_of(self.unit) == system_of(self.plan_unit)

    @property
    def fractions(self) -> bool:
        """True if inches are shown as fractions."""
        return self.unit == "in" and self.native

    def chosen(self, mm: float) -> str:
        """
        Return a length as chosen: exact, as short as it can be written.

        >>> View("in", "in").chosen(339.725), View("cm", "cm").chosen(340.0)
        ('13 3/8', '34')
        >>> View("mm", "in").chosen(339.725), View("in", "mm").chosen(340.0)
        ('339.725', '13.386')
        """
        if self.fractions:
            parts = Fraction(round(mm * 1e6), 10**6) / MM_PER["in"] * _FINEST_INCH
            if abs(parts - _nearest(parts)) < Fraction(1, 10000):
                return fraction_text(_nearest(parts))
        decimals = _EXACT[self.unit] if self.native else _FOREIGN[self.unit]
        return decimal_text(self._units(mm, decimals), decimals)

    def worked(self, mm: float) -> str:
        """Return a worked-out length: a tenth of a millimetre, or 1/32 inch where it is not finer."""
        return self.quantum_text(self.quanta(mm), 0)

    def with_unit(self, mm: float) -> str:
        """Return a worked-out length followed by its unit."""
        return f"{self.worked(mm)} {self.unit}"

    def spoken(self, mm: float) -> str:
        """
        Return the length as words for a screen reader.

        >>> View("in", "in").spoken(320.675), View("cm", "cm").spoken(340)
        ('12 and five eighths inches', '34 centimetres')
        """
        text = self.chosen(mm)
        if self.fractions and "/" in text:
            *whole, part = text.split(" ")
            top, bottom = (int(n) for n in part.split("/"))
            one, many = _ORDINALS.get(bottom, (f"{bottom}th", f"{bottom}ths"))
            number = _WORDS[top] if top < len(_WORDS) else str(top)
            said = f"{number} {one if top == 1 else many}"
            return f"{whole[0]} and {said} inches" if whole else f"{said} of an inch"
        return f"{text} {_NAMES[self.unit]}"

    # Sums are shown on one common quantum, so that what is shown adds up.

    def quanta(self, mm: float, fine: bool = True) -> int:
        """Return *mm* as a whole number of this view's smallest shown amount."""
        if self.fractions:
            parts = Fraction(round(mm * 1e6), 10**6) / MM_PER["in"] * _FINEST_INCH
            if fine and abs(parts - _nearest(parts)) < Fraction(1, 10000):
                return _nearest(parts)
            step = _FINEST_INCH // _WORKED_INCH
            return _nearest(parts / step) * step
        return self._units(mm, self._decimals)

    def quantum_text(self, quanta: int, least_decimals: int) -> str:
        """Return a number of quanta as text with at least *least_decimals* decimals."""
        if self.fractions:
            return fraction_text(quanta)
        return decimal_text(quanta, self._decimals, least_decimals)

    def decimals_needed(self, quanta: int) -> int:
        """Return how many decimals *quanta* needs to be written in full (0 for fractions)."""
        if self.fractions:
            return 0
        decimals = self._decimals
        while decimals and quanta % 10 == 0:
            quanta //= 10
            decimals -= 1
        return decimals

    @property
    def _decimals(self) -> int:
        return _WORKED[self.unit] if self.native else _FOREIGN[self.unit]

    def _units(self, mm: float, decimals: int) -> int:
        return _nearest(Fraction(round(mm * 1e6), 10**6) / MM_PER[self.unit] * 10**decimals)
