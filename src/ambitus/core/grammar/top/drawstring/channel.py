"""The cord and the channel that it runs in."""

import math

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.top.drawstring.fields import BAND, CHANNEL, CORD, CORD_FIBRE, CORD_THICK, CORD_WIDE
from ambitus.core.lengths import Grid, paired
from ambitus.core.spec.resolved import Resolved

#: What a channel is wider than its cord lies flat.
EASE = paired(3)
#: Default (ours): a threading pin is this wide, and has to pass the channel too.
PIN = paired(8)

KINDS = (
    Option("round", "Round cord", "Lies half its girth wide in the channel."),
    Option("ribbon", "Ribbon or tape", "Lies flat."),
    Option("strip", "A strip of the outer’s cloth", "Folded in four and stitched."),
    Option("elastic", "Elastic", "Draws the mouth in by itself."),
)
CORD_PARAMS = (
    Param(CORD, "Cord", "choice", "round", options=KINDS),
    Param(
        CORD_FIBRE,
        "Cord, of",
        "choice",
        "cotton",
        options=(
            Option("cotton", "Cotton, linen or wool", "Its ends are knotted or sealed with liquid."),
            Option("synthetic", "Polyester or nylon", "Its ends can be melted."),
        ),
        shown_if=lambda bag: not CORD.is_(bag, "strip") and not CORD.is_(bag, "elastic"),
    ),
    Param(
        CORD_THICK,
        "Cord, thick",
        "length",
        paired(6),
        low=1,
        high=30,
        shown_when=(CORD, "round"),
        help="Its diameter.",
    ),
    Param(
        CORD_WIDE,
        "Ribbon, strip or elastic, wide",
        "length",
        paired(15),
        low=3,
        high=80,
        shown_unless=(CORD, "round"),
    ),
)


def cord_flat(bag: Resolved) -> float:
    """Return how wide the cord lies in its channel: a ribbon as it is, a round cord half its girth, in mm."""
    if CORD.is_(bag, "round"):
        return math.pi * CORD_THICK.of(bag) / 2
    return CORD_WIDE.of(bag)


def least_channel(bag: Resolved) -> float:
    """Return the narrowest channel that the cord runs in, in mm."""
    return cord_flat(bag) + EASE.mm(bag.unit)


def to_thread(bag: Resolved) -> float:
    """Return the narrowest channel that a threading pin passes, in mm."""
    return PIN.mm(bag.unit) + EASE.mm(bag.unit)


def usual_channel(bag: Resolved) -> float:
    """Return the channel for this cord and the pin that threads it, up to the next line of the grid."""
    return Grid(bag.grid.step, "up").fit(max(least_channel(bag), to_thread(bag)))


CHANNEL_PARAM = Param(
    CHANNEL,
    "Channel",
    "length",
    usual_channel,
    low=3,
    high=150,
    help="Clear, between its rows of stitching or its row and the fold.",
    why="As wide as the cord lies, or the pin that threads it, and room to run.",
)


def channel_of(bag: Resolved) -> tuple[Length, float]:
    """Return the field that the channel is given by, and its width: a band is one as a whole."""
    path = BAND if BAND in bag.values else CHANNEL
    return path, path.of(bag)
