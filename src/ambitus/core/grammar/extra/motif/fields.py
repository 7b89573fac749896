"""The fields of a motif, besides its place and its size."""

from typing import Literal

from ambitus.core.fields import Choice, Length

MOTIF = Choice[Literal["transfer", "ink", "woven"]]("extras.motif")
MOTIF_CLEAR = Length("extras.motif_clear")
