"""The fields of a zip, of its ends, and of what hangs on it."""

from typing import Literal

from ambitus.core.fields import Choice, Length

ZIP_KIND = Choice[Literal["coil", "moulded", "metal"]]("top.zip")
ZIP_USED = Choice[Literal["cut", "whole", "open_end", "metre"]]("top.zip_used")
ZIP_SLIDERS = Choice[Literal["one", "two"]]("top.zip_sliders")
ZIP_ENDS = Choice[Literal["caught", "folded", "seamed", "window"]]("top.zip_ends")
NARROW_BY = Choice[Literal["tab", "opening"]]("top.narrow_by")
TAB_OF = Choice[Literal["cloth", "ribbon"]]("top.tab_of")
TAB_EDGES = Choice[Literal["plain", "turned"]]("top.tab_edges")
ZIP_COUNTS = Choice[Literal["counted", "left_out"]]("top.zip_counts")
CLOSES_AT = Choice[Literal["right", "left"]]("top.closes_at")
TEETH_AT_SEAMS = Choice[Literal["out", "left"]]("top.teeth_at_seams")
TAPE = Length("top.tape")
TEETH = Length("top.teeth")
#: how long each stop is, where it was measured: a zip is measured from outer end to outer end of its stops
STOP_LONG = Length("top.zip_stop")
ZIP_OPENING = Length("top.zip_opening")
#: how long and how high the window is that a zip lies behind, in cloth that is one piece there
ZIP_WINDOW = Length("top.zip_window")
ZIP_WINDOW_HIGH = Length("top.zip_window_high")
TAB = Length("top.tab")
TAB_BY = Choice[Literal["visible", "cut"]]("top.tab_by")
TAB_CUT = Length("top.tab_cut")
TAB_TURN = Length("top.tab_turn")
ZIP_IN_HAND = Length("top.zip_in_hand")
GRAB = Choice[Literal["none", "ribbon", "cloth"]]("top.grab")
#: whether it is held at the closing end, or at both
GRAB_AT = Choice[Literal["one", "both"]]("top.grab_at")
GRAB_SHOWS = Length("top.grab_shows")
GRAB_WIDE = Length("top.grab_wide")
WRIST = Choice[Literal["none", "cloth", "elastic"]]("top.wrist")
WRIST_SHOWS = Length("top.wrist_shows")
WRIST_ROUND = Length("top.wrist_round")
WRIST_WIDE = Length("top.wrist_wide")
PULL = Choice[Literal["none", "ribbon", "cord", "cloth"]]("top.pull")
PULL_SHOWS = Length("top.pull_shows")
PULL_WIDE = Length("top.pull_wide")
