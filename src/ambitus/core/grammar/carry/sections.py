"""Straps cut through: the makes across the strap, the attachments down through the top edge."""

from ambitus.core.grammar.asked import Section, Stroke
from ambitus.core.grammar.top.sections import IN_AND_OUT, TURNED_TWICE, row


def _strip(*points: tuple[float, float]) -> Stroke:
    return Stroke("strap", points)


def _edge(x: float) -> Stroke:
    return Stroke("stitch", ((x, 16), (x, 50)))


FOUR_FOLD: Section = (
    _strip((20, 30), (86, 30), (86, 23), (14, 23), (14, 43), (86, 43), (86, 36), (20, 36)),
    _edge(80),
    _edge(24),
)
EDGES_TURNED: Section = (
    _strip((60, 30), (86, 30), (86, 23), (14, 23), (14, 43), (86, 43), (86, 36), (60, 36)),
    _edge(78),
    _edge(22),
)
CLEAN_EDGE: Section = (
    _strip((60, 32), (86, 32), (86, 25), (14, 25), (14, 40), (86, 40)),
    _edge(78),
    _edge(22),
)
TUBE: Section = (
    _strip((32, 30), (14, 30), (14, 23), (86, 23), (86, 43), (14, 43), (14, 36), (32, 36)),
    Stroke("stitch", ((20, 26), (20, 40))),
    _edge(80),
)
WEBBING: Section = (_strip((14, 32), (86, 32)), _strip((14, 34), (86, 34)))

IN_SEAM: Section = (*IN_AND_OUT, _strip((50, 1), (50, 44)), Stroke("stitch", ((44, 13), (56, 13))), row(22))
TUCKED: Section = (*IN_AND_OUT, _strip((50, 1), (50, 48)), row(14), row(25))
ON_HEM: Section = (*TURNED_TWICE, _strip((63, 1), (63, 42), (53, 42), (53, 22)), row(16), row(35))
AT_SIDES: Section = (
    Stroke("outer", ((26, 22), (26, 58), (74, 58), (74, 22))),
    _strip((30, 40), (30, 18), (42, 4), (58, 4), (70, 18), (70, 40)),
    Stroke("stitch", ((20, 28), (36, 28))),
    Stroke("stitch", ((64, 28), (80, 28))),
)
IN_TURN: Section = (
    Stroke("outer", ((42, 58), (42, 8), (57, 8), (57, 36))),
    _strip((49, 1), (49, 36)),
    row(13),
    row(33),
)
TO_BASE: Section = (
    Stroke("outer", ((62, 58), (62, 52), (56, 52), (56, 8))),
    _strip((66, 58), (66, 46), (48, 46), (48, 1)),
    Stroke("stitch", ((52, 18), (52, 44))),
)
UNDER_BASE: Section = (
    Stroke("outer", ((30, 8), (30, 48), (70, 48), (70, 8))),
    _strip((24, 1), (24, 54), (76, 54), (76, 1)),
    Stroke("stitch", ((27, 18), (27, 51), (73, 51), (73, 18))),
)
ON_FACE: Section = (
    Stroke("outer", ((56, 58), (56, 8))),
    _strip((44, 1), (44, 44), (50, 44), (50, 34)),
    row(22),
    row(39),
)
