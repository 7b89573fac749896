"""From what was promised, as a maker writes it, to claims: ``34 x 28 x 12 cm``, ``depth 12 cm``."""

import re
from collections.abc import Iterable, Sequence

from ambitus.core.diagnosis.model import Claims
from ambitus.core.lengths import LengthProblem, Unit, parse_length
from ambitus.core.lengths.units import SPELLINGS
from ambitus.core.problems import Problem, SpecProblems

UNITS: tuple[Unit, ...] = ("mm", "cm", "in")
#: sizes that are told in a row, in the order in which makers say them
_IN_A_ROW = ("width", "diameter", "length", "breadth", "height", "depth")
_OWN = {spelt: unit for spelt, own in SPELLINGS.items() for unit in UNITS if unit == own}
_UNIT = re.compile(r"(?<=[\d\s])(mm|cm|inches|inch|in|\"|″|”)(?![a-z])", re.IGNORECASE)
_BY = re.compile(r"\s*[x×*]\s*|\s+by\s+", re.IGNORECASE)
_NAMED = re.compile(
    r"^\s*([a-z][a-z _]*?)\s*[:=]?\s+?(?=[\d.,½¼¾⅛⅜⅝⅞])|^\s*([a-z][a-z _]*?)\s*[:=]\s*", re.IGNORECASE
)
_STEP = {"mm": 1.0, "cm": 1.0, "in": 25.4 / 8}
#: numbers of one claim, and letters of a text that claims
_MOST, _LONGEST = 12, 300


def _refused(text: str, why: str, fix: str) -> SpecProblems:
    return SpecProblems((Problem("not-a-claim", "claim", text[:60], why, fix),))


def _length(text: str, unit: Unit) -> float:
    try:
        return float(parse_length(text, unit))
    except LengthProblem as bad:
        raise _refused(text, bad.why, bad.fix) from bad


def claimed(text: str, unit: Unit, known: Sequence[str]) -> Claims:
    """
    Return what *text* claims of a bag that has the measures *known*; a bare number is in *unit*.

    Numbers in a row are width, height and depth (or diameter and height, or length, breadth and height), in
    that order; a number by itself has its name before it. The claims' own unit is the one named last.

    Raises:
        SpecProblems: Where a number is none, or there are more of them than the bag has sizes.

    >>> claimed("34x28x12cm", "in", ["width", "height", "depth"]).measures
    {'width': 340.0, 'height': 280.0, 'depth': 120.0}
    >>> claimed("depth 4 3/4 in", "cm", ["width", "height", "depth"]).measures
    {'depth': 120.65}
    """
    plain = text.strip()
    if not plain or len(plain) > _LONGEST:
        raise _refused(
            plain, "Nothing is claimed." if not plain else "That is too long.", "Type 34 x 28 x 12 cm."
        )
    named_units = [_OWN[found[1].lower()] for found in _UNIT.finditer(plain)]
    unit = named_units[-1] if named_units else unit
    order = [key for key in _IN_A_ROW if key in known]
    out: dict[str, float] = {}
    for part in re.split(r"[;\n]|,(?=\s*[a-z])", plain):
        if not part.strip():
            continue
        named = _NAMED.match(part)
        rest = part[named.end() :] if named else part
        numbers = [bit for bit in _BY.split(rest.strip()) if bit.strip()]
        keys = [(named[1] or named[2]).strip().lower().replace(" ", "_")] if named else order
        if not numbers or len(numbers) > min(len(keys), _MOST):
            why = f"“{part.strip()[:40]}” has {len(numbers)} numbers for {', '.join(keys) or 'no size'}."
            raise _refused(part.strip(), why, f"Give at most {len(keys)}: {' x '.join(keys)}.")
        for key, number in zip(keys, numbers, strict=False):
            if key not in known:
                why = f"This bag has no measure “{key[:40]}”."
                raise _refused(key, why, f"Claim one of: {', '.join(known)}.")
            out[key] = _length(number, unit)
    return Claims(out, unit, _step(out.values(), unit))


def _step(numbers: Iterable[float], unit: Unit) -> float:
    """Return the grid that numbers are told on: the unit's own, finer where they are told finer."""
    step = _STEP[unit]
    eighths = (mm / step for mm in numbers)
    finer = unit == "in" and any(abs(n - round(n)) > 0.01 for n in eighths)
    return step / 2 if finer else step
