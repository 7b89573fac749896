"""Which way a box is pressed before its ends are sewn: its zip over the base seam, or along one edge."""

from ambitus.core.grammar.asked import Option, Param, Section, Stroke
from ambitus.core.grammar.base.fields import PRESSED
from ambitus.core.spec.resolved import Resolved

# the tube seen from its end: the zip as a small block, its panels above and below, the folds at both sides
_OVER_SEAM: Section = (
    Stroke("outer", ((44, 22), (8, 22), (8, 44), (46, 44), (46, 54))),
    Stroke("outer", ((56, 22), (92, 22), (92, 44), (50, 44), (50, 54))),
    Stroke("strap", ((44, 17), (56, 17), (56, 25), (44, 25), (44, 17))),
    Stroke("stitch", ((44, 50), (52, 50))),
)
_AT_EDGE: Section = (
    Stroke("outer", ((12, 28), (12, 22), (82, 22), (82, 31), (94, 31))),
    Stroke("outer", ((12, 40), (12, 46), (82, 46), (82, 37), (94, 37))),
    Stroke("strap", ((8, 28), (16, 28), (16, 40), (8, 40), (8, 28))),
    Stroke("stitch", ((89, 29), (89, 39))),
)

PRESSED_PARAM = Param(
    PRESSED,
    "Pressed flat, seen from an end",
    "choice",
    "over_seam",
    way_out="over_seam",
    help="The same pieces, pressed the other way, make a box whose breadth and height are exchanged.",
    options=(
        Option(
            "over_seam",
            "The zip on top of the base seam",
            "Its folds lie at both sides, half-way between; the zip runs half-way down both ends.",
            section=_OVER_SEAM,
        ),
        Option(
            "at_edge",
            "The zip along one edge",
            "The base seam lies along the other; the zip ends where the upper side does.",
            section=_AT_EDGE,
        ),
    ),
)


def at_edge(bag: Resolved) -> bool:
    """Return whether a box is pressed with its zip at one edge, so that two of its corners cross the zip."""
    return PRESSED.is_(bag, "at_edge")
