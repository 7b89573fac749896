"""Lengths: read from text, shown as text, rounded to a cutting grid, paired defaults."""

from ambitus.core.lengths.grid import Grid, snap
from ambitus.core.lengths.pairs import Pair, amount, paired
from ambitus.core.lengths.reading import LengthProblem, parse_length
from ambitus.core.lengths.showing import View
from ambitus.core.lengths.units import MM_PER, Unit, system_of

__all__ = [
    "MM_PER",
    "Grid",
    "LengthProblem",
    "Pair",
    "Unit",
    "View",
    "amount",
    "paired",
    "parse_length",
    "snap",
    "system_of",
]
