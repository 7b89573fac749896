"""Reading a flat, folded bag back."""

from collections.abc import Mapping

from ambitus.core.grammar.base.reading import read_uncut
from ambitus.core.read.cutlist import CutRow, ReadLayer


def read(row: CutRow, allowances: Mapping[str, float], top: float) -> ReadLayer:
    """Return the flat bag that *row* makes: half of it a side, whether the row says so or not."""
    return read_uncut(row.model_copy(update={"folded": True}), allowances, top, None)
