"""What may be measured of a strap in place of what shows, of its gap, of its place."""

from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.carry.fields import (
    FROM_RAW,
    FROM_SIDE,
    GAP_BY,
    GAP_INSIDE,
    GAP_OUTSIDE,
    LENGTH_BY,
    MEASURED_BY,
    PLACED_BY,
    SIDE_BY,
    STRAP_CUT,
    STRAP_GAP,
    STRAP_LENGTH,
    STRAP_WIDTH,
)
from ambitus.core.grammar.carry.stretched import stretch_of
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved


def _tails(item: Item) -> float:
    return snap(2 * sum(term.mm for term in item.attach.tail(item, None)))


def _side(bag: Resolved) -> float:
    """Return what the seam at the side of a panel takes of its edge."""
    return next((eaten(bag, key) for key in ("side", "gusset", "end") if key in bag.classes), 0.0)


GIVEN_PARAMS = (
    Param(
        LENGTH_BY,
        "Length given",
        "choice",
        "visible",
        options=(
            Option("visible", "As it shows", "From top edge to top edge, along the strap."),
            Option("cut", "As it is cut", "With both its ends."),
        ),
        shown_when=(MEASURED_BY, "length"),
    ),
    Param(
        STRAP_CUT,
        "Strap, as cut",
        "length",
        None,
        low=10,
        high=3500,
        optional=True,
        shown_when=(LENGTH_BY, "cut"),
    ),
    Param(
        GAP_BY,
        "Gap given",
        "choice",
        "centres",
        options=(
            Option("centres", "Centre to centre", ""),
            Option("inner", "Between the inner edges", "What is seen between the two ends."),
            Option("outer", "Between the outer edges", "With both ends."),
        ),
        shown_when=(PLACED_BY, "gap"),
    ),
    Param(
        GAP_INSIDE,
        "Between the inner edges",
        "length",
        None,
        low=1,
        high=2500,
        optional=True,
        shown_when=(GAP_BY, "inner"),
    ),
    Param(
        GAP_OUTSIDE,
        "Between the outer edges",
        "length",
        None,
        low=5,
        high=2500,
        optional=True,
        shown_when=(GAP_BY, "outer"),
    ),
    Param(
        SIDE_BY,
        "Measured from",
        "choice",
        "seam",
        options=(
            Option("seam", "The side seam", "As it is once it is sewn."),
            Option("raw", "The raw edge", "As the panel lies cut."),
        ),
        shown_when=(PLACED_BY, "side_seam"),
    ),
    Param(
        FROM_RAW,
        "From the raw edge",
        "length",
        None,
        low=0,
        high=1600,
        optional=True,
        shown_when=(SIDE_BY, "raw"),
    ),
)
GIVENS = (
    Given(
        LENGTH_BY,
        "cut",
        STRAP_CUT,
        STRAP_LENGTH,
        lambda item: snap(STRAP_CUT.of(item) * stretch_of(item) - _tails(item)),
        "The strap as it is cut, stretched if it is, less both its ends.",
    ),
    Given(
        GAP_BY,
        "inner",
        GAP_INSIDE,
        STRAP_GAP,
        lambda item: GAP_INSIDE.of(item) + STRAP_WIDTH.of(item),
        "Between the inner edges, and half a strap at each.",
    ),
    Given(
        GAP_BY,
        "outer",
        GAP_OUTSIDE,
        STRAP_GAP,
        lambda item: GAP_OUTSIDE.of(item) - STRAP_WIDTH.of(item),
        "Between the outer edges, less half a strap at each.",
    ),
    Given(
        SIDE_BY,
        "raw",
        FROM_RAW,
        FROM_SIDE,
        lambda item: FROM_RAW.of(item) - _side(item.bag),
        "From the raw edge, less what the seam takes.",
    ),
)
