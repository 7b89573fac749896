"""The units a maker may type or be shown, with exact factors."""

from fractions import Fraction
from typing import Literal

Unit = Literal["mm", "cm", "in"]
System = Literal["metric", "inch"]

#: Exact millimetres in one unit; the inch is 25.4 mm by definition.
MM_PER: dict[str, Fraction] = {
    "mm": Fraction(1),
    "cm": Fraction(10),
    "m": Fraction(1000),
    "in": Fraction("25.4"),
    "ft": Fraction("25.4") * 12,
    "yd": Fraction("25.4") * 36,
}

#: Every spelling of a unit that may be typed, in lower case.
SPELLINGS: dict[str, str] = {
    **dict.fromkeys(("mm", "millimetre", "millimetres", "millimeter", "millimeters"), "mm"),
    **dict.fromkeys(("cm", "centimetre", "centimetres", "centimeter", "centimeters"), "cm"),
    **dict.fromkeys(("m", "metre", "metres", "meter", "meters"), "m"),
    **dict.fromkeys(("in", "inch", "inches", '"', "″", "”", "''", "in."), "in"),
    **dict.fromkeys(("ft", "foot", "feet", "'", "′", "’", "ft."), "ft"),
    **dict.fromkeys(("yd", "yds", "yard", "yards", "yd."), "yd"),
}


def system_of(unit: str) -> System:
    """Return the unit set a unit belongs to: ``metric`` for mm and cm, else ``inch``."""
    return "metric" if unit in ("mm", "cm", "m") else "inch"
