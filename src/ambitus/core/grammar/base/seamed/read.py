"""Reading a flat, seamed bag back."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import read_hinged, read_uncut
from ambitus.core.read.cutlist import ReadLayer, Rows


def read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the flat bag that *rows* makes."""
    row = rows.main
    if row.folded:
        return read_hinged(row, allowances)
    return read_uncut(row, allowances, top, None)
