"""The fields of kinds of seam."""

from ambitus.core.fields import Length

SLIVER = Length("seams.sliver")
FIRST_ROW = Length("seams.first")
SECOND_ROW = Length("seams.second")
SEAM_TRIM = Length("seams.trim")
