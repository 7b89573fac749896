"""The rows of enclosed seams: how wide each is, and what it has to cover."""

from ambitus.core.grammar.seams.fields import FIRST_ROW
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved

#: What the second row has to be wider than the trimmed first, or a raw edge shows: 1.5 mm.
COVER = 1.5
#: What a flat-felled seam takes at the least: one edge is trimmed to half and wrapped by the other.
LEAST_FELLED = 12.0


def first_and_second(bag: Resolved, key: str, mm: float) -> tuple[float, float]:
    """Return the two rows of a French seam that takes *mm* in all: what is not the first is the second."""
    first = FIRST_ROW.of(bag)
    return first, snap(mm - first)
