"""Each top edge cut through: the outside of the bag on the left, the inside on the right."""

from ambitus.core.grammar.asked import Section, Stroke


def row(y: float) -> Stroke:
    """Return a row of stitching round the mouth, through everything at height *y*."""
    return Stroke("stitch", ((32, y), (68, y)))


IN_AND_OUT: Section = (
    Stroke("outer", ((38, 58), (38, 8), (47, 8), (47, 30))),
    Stroke("other", ((62, 58), (62, 8), (53, 8), (53, 30))),
)
TURNED_TWICE: Section = (Stroke("outer", ((42, 58), (42, 8), (57, 8), (57, 38), (50, 38), (50, 16))),)

TURNED_THROUGH: Section = (*IN_AND_OUT, Stroke("stitch", ((44, 13), (56, 13))), row(22))
PRESSED_EDGES: Section = (*IN_AND_OUT, row(14), row(25))
DOUBLE_HEM: Section = (*TURNED_TWICE, row(34))
OVERLOCKED_HEM: Section = (
    Stroke("outer", ((42, 58), (42, 8), (56, 8), (56, 36))),
    Stroke("overcast", ((51, 26), (61, 29), (51, 32), (61, 35))),
    row(31),
)
CASING: Section = (
    Stroke("outer", ((42, 58), (42, 8), (58, 8), (58, 40), (51, 40), (51, 30))),
    Stroke("strap", ((47, 14), (53, 14), (53, 22), (47, 22), (47, 14))),
    row(34),
)
ON_BARS: Section = (
    Stroke("outer", ((42, 58), (42, 8), (58, 8), (58, 36), (51, 36), (51, 28))),
    Stroke("strap", ((46, 13), (54, 13), (54, 22), (46, 22), (46, 13))),
    row(32),
)
STITCHED_CHANNEL: Section = (
    *IN_AND_OUT,
    Stroke("strap", ((48, 26), (52, 26), (52, 32), (48, 32), (48, 26))),
    row(20),
    row(38),
)
BANDS: Section = (
    Stroke("outer", ((38, 58), (38, 28), (47, 28), (47, 44))),
    Stroke("other", ((62, 58), (62, 28), (53, 28), (53, 44))),
    Stroke("outer", ((47, 28), (47, 8), (53, 8), (53, 28))),
    Stroke("strap", ((49, 14), (51, 14), (51, 20), (49, 20), (49, 14))),
    row(34),
)
ZIP: Section = (
    Stroke("outer", ((18, 58), (18, 30), (40, 30), (40, 36))),
    Stroke("other", ((24, 58), (24, 42), (40, 42), (40, 36))),
    Stroke("outer", ((82, 58), (82, 30), (60, 30), (60, 36))),
    Stroke("other", ((76, 58), (76, 42), (60, 42), (60, 36))),
    Stroke("strap", ((30, 36), (70, 36))),
    Stroke("strap", ((47, 32), (53, 32), (53, 40), (47, 40), (47, 32))),
    Stroke("stitch", ((35, 24), (35, 48))),
    Stroke("stitch", ((65, 24), (65, 48))),
)
ZIP_UNLINED: Section = (*(s for s in ZIP if s.style != "other"),)
RAW_EDGE: Section = (Stroke("outer", ((50, 58), (50, 8))),)
_BINDING = Stroke("strap", ((44, 22), (38, 22), (38, 5), (62, 5), (62, 26), (56, 26), (56, 20)))
BOUND: Section = (
    Stroke("outer", ((47, 58), (47, 9))),
    Stroke("other", ((53, 58), (53, 9))),
    _BINDING,
    row(17),
)
BOUND_UNLINED: Section = (Stroke("outer", ((50, 58), (50, 9))), _BINDING, row(17))
