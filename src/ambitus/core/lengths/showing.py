"""From millimetres to the text a maker reads."""

from dataclasses import dataclass, field
from fractions import Fraction
from functools import lru_cache

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
#: Millionths of a millimetre in 1/64 inch, and how far off one a length still counts as on it.
_SIXTY_FOURTH, _DUST = 396_875, 50
_MICRO_PER = {unit: int(MM_PER[unit] * 10**6) for unit in ("mm", "cm", "in")}


def _micro(mm: float) -> int:
    """Return *mm* in millionths of a millimetre: whole numbers from here on, so nothing drifts."""
    return round(mm * 1e6)


def _nearest(value: int, divisor: int) -> int:
    """Return *value* ÷ *divisor* to the nearest whole number, halves away from zero."""
    whole = (2 * abs(value) + divisor) // (2 * divisor)
    return whole if value >= 0 else -whole


@lru_cache(maxsize=1 << 15)
def _counted(mm: float, decimals: int, unit: str) -> int:
    """Return *mm* as a whole number of 10**-*decimals* of a unit."""
    return _nearest(_micro(mm) * 10**decimals, _MICRO_PER[unit])


#: every part of an inch in its lowest terms
_PARTS = [str(Fraction(n, _FINEST_INCH)) for n in range(_FINEST_INCH)]


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
    f = _PARTS[part]
    return f"{sign}{whole} {f}" if whole else f"{sign}{f}"


@lru_cache(maxsize=1 << 15)
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
    #: true if the unit shown belongs to the plan's own unit set
    native: bool = field(init=False)
    #: true if inches are shown as fractions
    fractions: bool = field(init=False)
    _decimals: int = field(init=False)

    def __post_init__(self) -> None:
        native = system_of(self.unit) == system_of(self.plan_unit)
        fractions = native and self.unit == "in"
        decimals = 0 if fractions else (_WORKED if native else _FOREIGN)[self.unit]
        for name, value in (("native", native), ("fractions", fractions), ("_decimals", decimals)):
            object.__setattr__(self, name, value)

    def chosen(self, mm: float) -> str:
        """
        Return a length as chosen: exact, as short as it can be written.

        >>> View("in", "in").chosen(339.725), View("cm", "cm").chosen(340.0)
        ('13 3/8', '34')
        >>> View("mm", "in").chosen(339.725), View("in", "mm").chosen(340.0)
        ('339.725', '13.386')
        """
        if self.fractions:
            micro = _micro(mm)
            parts = _nearest(micro, _SIXTY_FOURTH)
            if abs(micro - parts * _SIXTY_FOURTH) < _DUST:
                return fraction_text(parts)
        decimals = _EXACT[self.unit] if self.native else _FOREIGN[self.unit]
        return decimal_text(self._units(mm, decimals), decimals)

    def worked(self, mm: float) -> str:
        """Return a worked-out length: a tenth of a millimetre, or 1/32 inch where it is not finer."""
        return self.quantum_text(self.quanta(mm), 0)

    def with_unit(self, mm: float) -> str:
        """Return a worked-out length followed by its unit."""
        return f"{self.worked(mm)} {self.unit}"

    def square(self, square_mm: float) -> str:
        """
        Return an area with its unit: whole cm², or tenths of a square inch.

        >>> View("cm", "cm").square(31415.9), View("in", "in").square(31415.9)
        ('314 cm²', '48.7 sq in')
        """
        if self.unit == "in":
            return f"{square_mm / 25.4**2:.1f} sq in"
        return f"{square_mm / 100:.0f} cm²"

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

    def quanta(self, mm: float) -> int:
        """Return *mm* as a whole number of this view's smallest shown amount."""
        if self.fractions:
            micro = _micro(mm)
            parts = _nearest(micro, _SIXTY_FOURTH)
            if abs(micro - parts * _SIXTY_FOURTH) < _DUST:
                return parts
            step = _FINEST_INCH // _WORKED_INCH
            return _nearest(micro, _SIXTY_FOURTH * step) * step
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

    def _units(self, mm: float, decimals: int) -> int:
        return _counted(mm, decimals, self.unit)
