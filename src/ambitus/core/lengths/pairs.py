"""Paired defaults: a metric value and its inch partner, chosen by the trade, never converted."""

from dataclasses import dataclass
from fractions import Fraction

from ambitus.core.lengths.units import MM_PER, System, system_of

#: metric mm -> inches
_PAIRS: dict[float, str] = {
    1: "1/16",
    2: "1/16",
    3: "1/8",
    4: "3/16",
    5: "3/16",
    6: "1/4",
    8: "5/16",
    10: "3/8",
    12: "1/2",
    15: "5/8",
    16: "5/8",
    24: "1",
    25: "1",
    35: "11/8",
    40: "3/2",
    50: "2",
    60: "5/2",
    75: "3",
    100: "4",
    110: "9/2",
    180: "7",
}


@dataclass(frozen=True, slots=True)
class Pair:
    """A default in both unit sets: ``metric`` in mm, ``inch`` in inches as written."""

    metric: float
    inch: Fraction

    def mm(self, unit: str) -> float:
        """Return the member of the pair for *unit*, in millimetres."""
        return float(self.metric) if system_of(unit) == "metric" else float(self.inch * MM_PER["in"])

    def in_system(self, system: System) -> float:
        """Return the member for the unit set *system*, in millimetres."""
        return self.mm("mm" if system == "metric" else "in")


def amount(metric_mm: float, unit: str) -> str:
    """
    Return the pair of *metric_mm* as it stands in a sentence, in mm or in inches.

    >>> amount(50, "cm"), amount(12, "in")
    ('50 mm', '1/2 in')
    """
    if system_of(unit) == "metric":
        return f"{metric_mm:g} mm"
    whole, part = divmod(paired(metric_mm).inch, 1)
    return " ".join(str(n) for n in (whole, part) if n) + " in"


def paired(metric_mm: float) -> Pair:
    """
    Return the pair whose metric member is *metric_mm*.

    >>> paired(10).mm("in")
    9.525
    """
    return Pair(metric_mm, Fraction(_PAIRS[metric_mm]))
