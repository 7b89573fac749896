"""The fields of the bases."""

from typing import Literal

from ambitus.core.fields import Choice, Length, Outline

WIDTH_MEANS = Choice[Literal["face", "flat"]]("base.width_means")
CUT_AS = Choice[Literal["panels", "folded"]]("base.cut_as")
INSERT = Choice[Literal["none", "stiff"]]("base.insert")
INSERT_LESS = Length("base.insert_less")
PINCH = Choice[Literal["point", "line"]]("base.pinch")
PINCH_TRIM = Length("base.trim")
ROUND_BY = Choice[Literal["radius", "plate"]]("base.round_by")
RADIUS = Length("base.radius")
PLATE = Length("base.plate")
STRIP_OF = Choice[Literal["whole", "halves", "three"]]("base.strip")
STEP = Length("base.step")
TUBE_PANELS = Choice[Literal["one", "two"]]("base.panels")
GIVEN_BY = Choice[Literal["size", "plate"]]("base.given")
CUT_BASE = Length("base.cut_base")
CUT_TUBE = Length("base.cut_tube")
OUTLINE = Outline("base.outline")
TRACED_AS = Choice[Literal["seam", "cut"]]("base.traced_as")
