"""Reading a flat, seamed bag back."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import read_uncut
from ambitus.core.read.cutlist import CutRow, ReadLayer


def read(row: CutRow, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the flat bag that *row* makes."""
    return read_uncut(row, allowances, top, None)
