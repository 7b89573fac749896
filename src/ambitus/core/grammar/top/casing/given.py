"""What may be measured of a casing in place of its channel: its whole fold, or its lower row."""

from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.top.drawstring.fields import CASING_FOLD, CASING_ROW, CHANNEL, CHANNEL_BY
from ambitus.core.grammar.top.fields import CHANNEL_EDGE, HEADING

GIVEN_PARAMS = (
    Param(
        CHANNEL_BY,
        "Casing given by",
        "choice",
        "channel",
        options=(
            Option("channel", "Its channel", "From row to row, or from the top edge to the row."),
            Option("fold", "Its fold", "What is folded down: heading, channel and the edge below."),
            Option("row", "Its lower row", "How far below the top edge it is sewn."),
        ),
    ),
    Param(
        CASING_FOLD,
        "Casing, folded down",
        "length",
        None,
        low=2,
        high=400,
        optional=True,
        shown_when=(CHANNEL_BY, "fold"),
    ),
    Param(
        CASING_ROW,
        "Lower row, below the top",
        "length",
        None,
        low=1,
        high=400,
        optional=True,
        shown_when=(CHANNEL_BY, "row"),
    ),
)
GIVENS = (
    Given(
        CHANNEL_BY,
        "fold",
        CASING_FOLD,
        CHANNEL,
        lambda item: CASING_FOLD.of(item) - HEADING.of(item) - CHANNEL_EDGE.of(item),
        "The fold, less heading and edge.",
    ),
    Given(
        CHANNEL_BY,
        "row",
        CASING_ROW,
        CHANNEL,
        lambda item: CASING_ROW.of(item) - HEADING.of(item),
        "From the top edge to the lower row, less the heading.",
    ),
)
