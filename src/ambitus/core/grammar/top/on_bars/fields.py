"""The fields of a top on bars: what they are, their size, and the slit at both sides."""

from typing import Literal

from ambitus.core.fields import Choice, Length

BAR = Choice[Literal["rod", "hoop"]]("top.bar")
BAR_THICK = Length("top.bar_thick")
#: how much of one bar is free for cloth
BAR_LONG = Length("top.bar_long")
SLIT = Length("top.slit")
