"""The fields of a pocket with a zip across it."""

from typing import Literal

from ambitus.core.fields import Choice, Length

ZIP_AT = Length("extras.zip_at")
ZIP_SEAM = Length("extras.zip_seam")
ZIP_TAPE = Length("extras.zip_tape")
ENDS = Choice[Literal["bands", "turned"]]("extras.ends")
BAND_WIDE = Length("extras.band_wide")
