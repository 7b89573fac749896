"""From what a maker types to exact millimetres.

Accepted: ``12 1/2``, ``12-1/2``, ``12½``, ``12.5``, ``31,5 cm``, ``315 mm``, ``1 yd 9 in``,
``2 m``, ``1' 6 1/2"``. A bare number takes the unit it is asked with.
"""

import re
import unicodedata
from fractions import Fraction

from ambitus.core.lengths.units import MM_PER, SPELLINGS

#: Two spellings that work in each unit, for the remedy in an error.
EXAMPLES = {
    "mm": ("340", "34 cm"),
    "cm": ("34.5", "345 mm"),
    "in": ("13 3/8", '13.375"'),
}

_NUMBER = r"\d+(?:[.,]\d+)?|[.,]\d+"
_TOKEN = re.compile(
    rf"\s*(?:(?P<mixed>\d+)(?:\s*[-–]\s*|\s+)(?P<n1>\d+)\s*/\s*(?P<d1>\d+)"
    rf"|(?P<n2>\d+)\s*/\s*(?P<d2>\d+)"
    rf"|(?P<number>{_NUMBER}))"
    rf"\s*(?P<unit>''|[a-z]+\.?|[\"″”'′’])?",
    re.IGNORECASE,
)


class LengthProblem(ValueError):
    """A text that is not a length. ``text`` is what was typed, ``why`` and ``fix`` are for people."""

    def __init__(self, text: str, why: str, fix: str) -> None:
        super().__init__(text, why, fix)
        self.text, self.why, self.fix = text, why, fix

    def __str__(self) -> str:
        return f"{self.why} {self.fix}"


def _try(unit: str) -> str:
    one, two = EXAMPLES[unit]
    return f"Type it like {one} or {two}."


def _plain(text: str) -> str:
    """Return *text* with ½ and its kin written out and odd spaces made plain."""
    out = []
    for ch in text:
        if unicodedata.category(ch) == "No" and "⁄" in (spelt := unicodedata.normalize("NFKC", ch)):
            out.append(" " + spelt.replace("⁄", "/") + " ")
        else:
            out.append(" " if ch.isspace() else ch)
    return "".join(out).replace("⁄", "/").replace("−", "-").strip()


def _value(found: re.Match[str], text: str, unit: str) -> Fraction:
    whole = Fraction(int(found["mixed"])) if found["mixed"] else Fraction(0)
    numerator, denominator = found["n1"] or found["n2"], found["d1"] or found["d2"]
    if numerator is None:
        number = found["number"]
        if re.fullmatch(r"\d{1,3},\d{3}", number):
            raise LengthProblem(
                text,
                f"“{text}” could mean {number.replace(',', '')} or {number.replace(',', '.')}.",
                f"Type {number.replace(',', '')} or {number.replace(',', '.')}.",
            )
        return Fraction(number.replace(",", "."))
    if int(denominator) == 0:
        raise LengthProblem(text, f"“{text}” divides by zero.", _try(unit))
    return whole + Fraction(int(numerator), int(denominator))


def parse_length(text: str, unit: str) -> Fraction:
    """
    Return *text* as exact millimetres; a bare number is in *unit* (``mm``, ``cm`` or ``in``).

    Raises:
        LengthProblem: If the text is empty, not a length, below zero, or divides by zero.
            Zero itself is read as zero: whether it may be is for the field to say.

    >>> float(parse_length("12 1/2", "in"))
    317.5
    >>> float(parse_length("31,5 cm", "in"))
    315.0
    >>> float(parse_length("1 yd 9 in", "mm"))
    1143.0
    """
    typed = text.strip()
    plain = _plain(text[:60])
    if not plain:
        raise LengthProblem(typed, "Nothing is typed.", _try(unit))
    if plain.startswith("-"):
        raise LengthProblem(typed, f"“{typed[:40]}” is below zero.", _try(unit))
    total, at, last_unit = Fraction(0), 0, ""
    if len(text) > 60:
        raise LengthProblem(typed, f"“{typed[:40]}…” is too long for a length.", _try(unit))
    while at < len(plain):
        found = _TOKEN.match(plain, at)
        spelt = (found["unit"] or "").lower() if found else ""
        if not found or (spelt and spelt not in SPELLINGS):
            raise LengthProblem(typed, f"“{typed[:40]}” is not a length.", _try(unit))
        this = SPELLINGS.get(spelt, "")
        if not this:
            # "1' 6" is how a foot and six inches is said; any other stray number is a slip.
            if at and last_unit != "ft":
                raise LengthProblem(typed, f"“{typed[:40]}” has a number without its unit.", _try(unit))
            this = "in" if at else unit
        elif at and not last_unit:
            raise LengthProblem(typed, f"“{typed[:40]}” has a number without its unit.", _try(unit))
        total += _value(found, typed, unit) * MM_PER[this]
        last_unit = SPELLINGS.get(spelt, "")
        at = found.end()
        while at < len(plain) and plain[at] == " ":
            at += 1
    return total
