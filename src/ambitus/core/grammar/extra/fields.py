"""The fields that extras share: where they lie, and the sizes of a pocket."""

from typing import Literal

from ambitus.core.fields import Choice, Count, Kind, Length

#: which extra it is
EXTRA_KIND = Kind("extras.kind")
#: one more at the end of the list, by its kind
ONE_MORE = Count("extras.more")
#: what becomes of one item of the list as a whole: it is taken off, doubled, or put first
OFF, AGAIN, FIRST = "off", "again", "first"

ON = Choice[Literal["outer", "lining"]]("extras.on")
ON_SIDE = Choice[Literal["front", "back"]]("extras.side")
DOWN_BY = Choice[Literal["top", "foot"]]("extras.down_by")
FROM_TOP_EDGE = Length("extras.from_top")
FROM_FOOT = Length("extras.from_foot")
ACROSS_BY = Choice[Literal["middle", "left", "right"]]("extras.across_by")
FROM_SIDE_SEAM = Length("extras.from_side")

POCKET_WIDTH = Length("extras.width")
POCKET_HEIGHT = Length("extras.height")
POCKET_MADE = Choice[Literal["hem", "folded", "faced"]]("extras.made")
#: how the top of a slip pocket is made
SLIP_MADE = Choice[Literal["hem", "folded"]]("extras.slip_made")
POCKET_HEM = Length("extras.hem")
POCKET_EDGES = Length("extras.edges")
POCKET_FACED = Length("extras.faced")
POCKET_OF = Choice[Literal["outer", "lining"]]("extras.cut_of")
DIVIDED = Choice[Literal["no", "half", "thirds", "at"]]("extras.divided")
DIVIDED_AT = Length("extras.divided_at")
FLAP = Choice[Literal["none", "flap"]]("extras.flap")
FLAP_FALL = Length("extras.fall")
FLAP_ABOVE = Length("extras.flap_above")
#: what holds a flap down on its pocket, how its hole is worked, and where its middle lies on the flap
FLAP_CLOSES = Choice[Literal["open", "button", "stud"]]("extras.flap_closes")
BUTTONHOLE = Choice[Literal["plain", "corded"]]("extras.buttonhole")
FLAP_CLOSED_AT = Length("extras.flap_closed_at")

POCKET_ALLOWANCE = Length("allowances.pocket")
#: what becomes of the foot of a slip pocket: sewn down above the edge, or caught in the base seam
SLIP_FOOT = Choice[Literal["sewn", "seam"]]("extras.foot")

#: how large a snap, a stud or a button is across
CLOSURE_SIZE = Length("extras.size")
PATCHED = Choice[Literal["patch", "none"]]("extras.patched")
PATCH_MARGIN = Length("extras.margin")
#: how long hook-and-loop tape or a toggle is
CLOSURE_LONG = Length("extras.long")
TAPE_HIGH = Length("extras.high")
CENTRE_BY = Choice[Literal["middle", "left", "right"]]("extras.centre_by")
FROM_SEAM = Length("extras.centre_from")
STUD_SET = Choice[Literal["sewn", "hammered"]]("extras.set")

#: what is seen of a tie, a loop or a tab, and how wide it is once it is folded
STRIP_SHOWS = Length("extras.shows")
STRIP_WIDE = Length("extras.strip_wide")
TIE_END = Length("extras.end")
#: what a loop goes over
FASTENS = Choice[Literal["button", "toggle"]]("extras.fastens")
BUTTON_THICK = Length("extras.thick")
TAB_SIDES = Choice[Literal["both", "one"]]("extras.sides")
TAB_AS = Choice[Literal["cloth", "elastic"]]("extras.strip_as")
ELASTIC = Length("extras.elastic")
TAB_RING = Choice[Literal["none", "ring"]]("extras.ring")

#: a pocket behind a window with a zip
WINDOW = Length("extras.opening")
WINDOW_HIGH = Length("extras.window")
BAG_DEEP = Length("extras.deep")
BAG_ABOVE = Length("extras.above")
BAG_BESIDE = Length("extras.beside")
BAG_MADE = Choice[Literal["folded", "pieces"]]("extras.bag_made")
WINDOW_PATCH = Choice[Literal["patch", "none"]]("extras.window_patch")
SLIDER_AT = Choice[Literal["left", "right"]]("extras.slider")
