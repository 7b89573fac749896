"""The fields of a flap over the mouth."""

from typing import Literal

from ambitus.core.fields import Choice, Length, Outline

OVER_FALL = Length("extras.fall")
#: the way over the mouth, as thick as the bag is there once it is filled
OVER_WRAP = Length("extras.wrap")
#: what of it lies between the two pressed edges of the back
OVER_INSERTED = Length("extras.inserted")
#: how much narrower than the bag it is at each side
OVER_CLEAR = Length("extras.flap_clear")
OVER_SHAPE = Choice[Literal["straight", "half", "slanted", "template"]]("extras.flap_shape")
#: the line of a template, and whether it is sewn along or cut along
OVER_OUTLINE = Outline("extras.flap_outline")
OVER_TRACED_AS = Choice[Literal["seam", "cut"]]("extras.flap_traced_as")
OVER_CORNERS = Choice[Literal["square", "clipped", "rounded"]]("extras.flap_corners")
OVER_CORNER = Length("extras.flap_corner")
#: how wide its free edge is, where its sides slant in to it
OVER_FOOT = Length("extras.flap_foot")
#: what its underside is cut of
UNDER_OF = Choice[Literal["outer", "lining"]]("extras.under_of")
HELD_BY = Choice[Literal["open", "snap", "stud", "tape", "button"]]("extras.held_by")
#: whether interfacing lies in it
OVER_CORE = Choice[Literal["none", "core"]]("extras.core")
OVER_ALLOWANCE = Length("allowances.flap")
