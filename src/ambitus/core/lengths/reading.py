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


#: a length told twice: “12 in (30.5 cm)”
_BRACKETS = re.compile(r"^([^()]+?)\s*[(\[]([^()\[\]]+)[)\]]$")


def _agreeing(typed: str, first: str, second: str, unit: str) -> Fraction:
    """Return a length that is told in two units, if the two say the same within how finely they are told."""
    mm, other = parse_length(first, unit), parse_length(second, unit)
    finest = min(_last_digit(first, unit), _last_digit(second, unit))
    if abs(mm - other) > finest / 2:
        why = f"“{typed[:40]}” is two lengths: {_plain_mm(mm)} and {_plain_mm(other)}."
        raise LengthProblem(typed, why, "Keep the one that was meant: paired figures are different bags.")
    return mm


def _last_digit(text: str, unit: str) -> Fraction:
    """Return how much the last digit of a length stands for, in mm: ``31 cm`` is told to 10 mm."""
    found = _TOKEN.match(_plain(text))
    if not found:
        return Fraction(0)
    per = MM_PER[SPELLINGS.get((found["unit"] or "").lower(), unit)]
    if found["number"] is None:
        return per / int(found["d1"] or found["d2"])
    _, _, decimals = found["number"].replace(",", ".").partition(".")
    return per / Fraction(10 ** len(decimals))


def _plain_mm(mm: Fraction) -> str:
    return f"{round(float(mm), 1):g} mm"


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
    if paired_with := _BRACKETS.match(plain):
        return _agreeing(typed, paired_with[1], paired_with[2], unit)
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
