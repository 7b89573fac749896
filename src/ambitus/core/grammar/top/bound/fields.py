"""The fields of a bound mouth."""

from typing import Literal

from ambitus.core.fields import Choice, Length

BINDING_MADE = Choice[Literal["wrapped", "double"]]("top.binding_made")
BINDING_COVER = Length("top.binding_cover")
BINDING_JOIN = Choice[Literal["square", "diagonal"]]("top.binding_join")
BINDING_ALLOWANCE = Length("allowances.binding")
