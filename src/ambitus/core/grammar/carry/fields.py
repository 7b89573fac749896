"""The fields of one pair of straps; each is asked of an item of the list."""

from typing import Literal

from ambitus.core.fields import Choice, Count, Kind, Length

STRAP_WIDTH = Length("carry.width")
MEASURED_BY = Choice[Literal["drop", "length"]]("carry.measure")
DROP = Length("carry.drop")
STRAP_LENGTH = Length("carry.length")
HELD = Choice[Literal["hand", "shoulder"]]("carry.held")
PLACED_BY = Choice[Literal["side_seam", "face_edge", "gap"]]("carry.place")
FROM_SIDE = Length("carry.from_side")
FROM_FACE = Length("carry.from_face")
STRAP_GAP = Length("carry.gap")
LENGTH_BY = Choice[Literal["visible", "cut"]]("carry.length_by")
STRAP_CUT = Length("carry.cut_length")
GAP_BY = Choice[Literal["centres", "inner", "outer"]]("carry.gap_by")
GAP_INSIDE = Length("carry.gap_inside")
GAP_OUTSIDE = Length("carry.gap_outside")
SIDE_BY = Choice[Literal["seam", "raw"]]("carry.side_by")
FROM_RAW = Length("carry.from_raw")
STRAP_TURN = Length("carry.turn")
PAST = Length("carry.past")
INSIDE_TOP = Length("carry.inside")
TUCK = Length("carry.tuck")
FROM_TOP = Length("carry.from_top")
BOX = Length("carry.box")
END_TURNED = Length("carry.end")
RING_JOIN = Length("carry.join")
MAKE = Kind("carry.make")
ATTACH = Kind("carry.attach")
PAIRS = Count("carry.pairs")
