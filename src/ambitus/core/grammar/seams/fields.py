"""The fields of kinds of seam."""

from typing import Literal

from ambitus.core.fields import Choice, Length

SLIVER = Length("seams.sliver")
FIRST_ROW = Length("seams.first")
SECOND_ROW = Length("seams.second")
SEAM_TRIM = Length("seams.trim")
BIND_SEAM = Length("seams.bind_seam")
BIND_COVER = Length("seams.bind_cover")
BIND_MADE = Choice[Literal["wrapped", "double"]]("seams.bind_made")
BIND_ENDS = Choice[Literal["machine", "hand"]]("seams.bind_ends")
BIND_OF = Choice[Literal["cloth", "tape"]]("seams.bind_of")
