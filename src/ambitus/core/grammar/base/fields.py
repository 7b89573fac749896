"""The fields of the bases."""

from typing import Literal

from ambitus.core.fields import Choice, Length, Outline

WIDTH_MEANS = Choice[Literal["face", "flat"]]("base.width_means")
CUT_AS = Choice[Literal["panels", "folded", "wrapped"]]("base.cut_as")
#: whether a box is pressed with its zip over the base seam, or with both at an edge
PRESSED = Choice[Literal["over_seam", "at_edge"]]("base.pressed")
INSERT = Choice[Literal["none", "stiff"]]("base.insert")
INSERT_LESS = Length("base.insert_less")
PINCH = Choice[Literal["point", "line"]]("base.pinch")
CORNER_BY = Choice[
    Literal["size", "cut_out", "square", "point", "tip", "line", "crease", "tuck", "deep", "pinned"]
]("base.corner_by")
CORNER = Length("base.corner")
SIZE_FROM = Choice[Literal["sizes", "thing"]]("base.size_from")
THING_BROAD = Length("base.thing_broad")
THING_THICK = Length("base.thing_thick")
THING_LONG = Length("base.thing_long")
#: whether the long side of a thing stands up, or lies along the mouth
THING_LIES = Choice[Literal["up", "along"]]("base.thing_lies")
THING_EASE = Length("base.thing_ease")
PINCH_TRIM = Length("base.trim")
ROUND_BY = Choice[Literal["radius", "plate", "raw"]]("base.round_by")
RADIUS = Length("base.radius")
RAW_RADIUS = Length("base.raw_radius")
LOWER = Choice[Literal["round", "half", "disc", "clipped"]]("base.lower")
#: how the upper corners are rounded of a pouch whose zip runs from base to base
UPPER = Choice[Literal["round", "half"]]("base.upper")
#: across a disc that is there, and is cut through its middle
DISC = Length("base.disc")
CLIP = Length("base.clip")
PLATE = Length("base.plate")
STRIP_OF = Choice[Literal["whole", "halves", "three"]]("base.strip")
STEP = Length("base.step")
#: how long the panel with the zip is, of a gusset that goes all round, from join to join
ZIP_PANEL = Length("base.zip_panel")
TUBE_PANELS = Choice[Literal["one", "two"]]("base.panels")
GIVEN_BY = Choice[Literal["size", "plate"]]("base.given")
SIZE_BY = Choice[Literal["disc", "tube"]]("base.size_by")
TUBE_CUT = Length("base.tube_cut")
CUT_BASE = Length("base.cut_base")
CUT_TUBE = Length("base.cut_tube")
OUTLINE = Outline("base.outline")
TRACED_AS = Choice[Literal["seam", "cut"]]("base.traced_as")
