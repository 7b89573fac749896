"""Checks of a casing: its raw edge, and what is turned under."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.top.casing.measures import is_overlocked, turn_down
from ambitus.core.grammar.top.drawstring.fields import (
    CHANNEL,
)
from ambitus.core.grammar.top.fields import CHANNEL_EDGE, HEM_EDGE, TURN

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "drawing-up",
    30,
    "raw-edge-in-channel",
    "warn",
    "The raw edge lies in the channel",
    "first turn > edge and < edge + channel, not overlocked",
    "The first turn ends where the cord runs: it frays there and catches the cord.",
    "The cord catches in use, and the edge frays.",
)
def raw_edge_in_channel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.kinds.top.kind != "casing" or is_overlocked(bag):
        return
    turn, edge, channel = TURN.of(bag), CHANNEL_EDGE.of(bag), CHANNEL.of(bag)
    if edge + 1e-9 < turn < edge + channel - 1e-9:
        short, over = at_most(bag, edge), at_least(bag, edge + channel)
        room = over <= turn_down(bag) + 1e-9
        yield fired(
            TURN,
            "A first turn of {turn} ends {inside} above the lower row.",
            "Overlock the edge first, or turn {short} or less, or {over} or more."
            if room
            else "Overlock the edge first, or turn {short} or less.",
            remedies=(
                to(HEM_EDGE, "overlocked"),
                *((to(TURN, over),) if room else ()),
                to(TURN, short),
            ),
            turn=turn,
            inside=turn - edge,
            short=short,
            over=over,
        )


@check(
    "drawing-up",
    40,
    "turn-over-casing",
    "stop",
    "The first turn is higher than the casing",
    "first turn > heading + channel + edge",
    "It would stand out beyond the fold.",
    "It cannot be folded down.",
)
def turn_over_casing(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.kinds.top.kind == "casing" and TURN.of(bag) > turn_down(bag) + 1e-9:
        turn, down = TURN.of(bag), turn_down(bag)
        least = at_most(bag, down)
        yield fired(
            TURN,
            "A first turn of {turn} in a casing of {down}.",
            "Turn {least} or less.",
            remedies=(to(TURN, least), to(TURN, at_most(bag, CHANNEL_EDGE.of(bag)))),
            turn=turn,
            down=down,
            least=least,
        )


CHECKS = (
    raw_edge_in_channel,
    turn_over_casing,
)
