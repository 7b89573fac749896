"""The fields of what is drawn up: channel, cords, loops, closing."""

from typing import Literal

from ambitus.core.fields import Choice, Length

CORD = Choice[Literal["round", "ribbon", "strip", "elastic"]]("top.cord")
CORD_FIBRE = Choice[Literal["cotton", "synthetic"]]("top.cord_fibre")
CORD_THICK = Length("top.cord_thick")
CORD_WIDE = Length("top.cord_wide")
CHANNEL = Length("top.channel")
CHANNEL_BY = Choice[Literal["channel", "fold", "row"]]("top.channel_by")
CASING_FOLD = Length("top.casing_fold")
CASING_ROW = Length("top.casing_row")
OPENING = Choice[Literal["slot", "slit", "ends", "eyelets"]]("top.opening")
CORDS = Choice[Literal["one", "across", "two"]]("top.cords")
TAIL = Length("top.tail")
CORD_END = Choice[Literal["knot", "sealed", "sealant", "slant"]]("top.cord_end")
#: whether the ends are knotted once the cord is in
CORD_KNOT = Choice[Literal["knot", "none"]]("top.cord_knot")
CORD_CUT = Length("top.cord_cut")
LOOPS = Choice[Literal["none", "hanging", "bottom"]]("top.loops")
LOOP = Length("top.loop")
LOOP_WIDE = Length("top.loop_wide")
HEIGHT_MEANS = Choice[Literal["edge", "contents", "contents_edge"]]("top.height_means")
CLOSING = Choice[Literal["soft", "firm"]]("top.closing")
BAND = Length("top.band")
BAND_MADE = Choice[Literal["two", "one"]]("top.band_made")
