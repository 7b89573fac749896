"""Kinds of seam: what each eats per edge, how it is sewn, how it is read back."""

from ambitus.core.grammar.seams.enclosed import FELLED, FRENCH, FRENCH_STITCHED
from ambitus.core.grammar.seams.overcast import OVERLOCKED_FIRST, ZIGZAGGED
from ambitus.core.grammar.seams.simple import LAPPED, PLAIN, RAW

__all__ = [
    "FELLED",
    "FRENCH",
    "FRENCH_STITCHED",
    "LAPPED",
    "OVERLOCKED_FIRST",
    "PLAIN",
    "RAW",
    "ZIGZAGGED",
]
