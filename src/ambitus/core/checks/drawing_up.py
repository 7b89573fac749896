"""Checks of a top that is drawn up by a cord: its channel, its raw edge, its closing."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.top.casing.measures import is_overlocked, turn_down
from ambitus.core.grammar.top.drawstring.channel import channel_of, cord_flat, least_channel, to_thread
from ambitus.core.grammar.top.drawstring.closing import to_edge

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): a tail under this cannot be knotted.
LEAST_TAIL = 50.0
#: Default (ours): a bag that closes over less than this, in mm, closes over nothing.
LEAST_CONTENTS = 20.0


@check(
    "channel-narrow",
    "stop",
    "The channel is too narrow for its cord",
    "channel < ribbon + 3 mm, or < π × cord ÷ 2 + 3 mm",
    "A cord that fills its channel cannot be drawn.",
)
def channel_narrow(draft: "Draft") -> Iterator[Fired]:
    if draft.cords is None:
        return
    (path, channel), least = channel_of(draft.bag), least_channel(draft.bag)
    if channel < least - 1e-6:
        yield fired(
            path,
            "The cord lies {flat} wide in a channel of {channel}.",
            "Make the channel {least} or more, or take a thinner cord.",
            flat=cord_flat(draft.bag),
            channel=channel,
            least=least,
        )


@check(
    "pin-in-channel",
    "note",
    "A thin channel to thread",
    "channel < 8 mm + 3 mm, the pin that threads it",
    "The pin or bodkin has to pass the channel before the cord does.",
)
def pin_in_channel(draft: "Draft") -> Iterator[Fired]:
    if draft.cords is None:
        return
    path, channel = channel_of(draft.bag)
    if channel < to_thread(draft.bag) - 1e-9:
        fix = "Thread it with a flat bodkin, or make the channel {least}."
        yield fired(path, "A channel of {channel}.", fix, channel=channel, least=to_thread(draft.bag))


@check(
    "raw-edge-in-channel",
    "warn",
    "The raw edge lies in the channel",
    "first turn > edge and < edge + channel, not overlocked",
    "The first turn ends where the cord runs: it frays there and catches the cord.",
)
def raw_edge_in_channel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.bag.top.kind != "casing" or is_overlocked(bag):
        return
    turn, edge, channel = bag.mm("top.turn"), bag.mm("top.edge"), bag.mm("top.channel")
    if edge + 1e-9 < turn < edge + channel - 1e-9:
        yield fired(
            "top.turn",
            "A first turn of {turn} ends {inside} above the lower row.",
            "Turn {edge} or less, or {over} or more, or overlock the edge first.",
            turn=turn,
            inside=turn - edge,
            edge=edge,
            over=edge + channel,
        )


@check(
    "turn-over-casing",
    "stop",
    "The first turn is higher than the casing",
    "first turn > heading + channel + edge",
    "It would stand out beyond the fold.",
)
def turn_over_casing(draft: "Draft") -> Iterator[Fired]:
    if draft.bag.bag.top.kind == "casing" and draft.bag.mm("top.turn") > turn_down(draft.bag) + 1e-9:
        turn, down = draft.bag.mm("top.turn"), turn_down(draft.bag)
        fix = "Turn {down} or less."
        yield fired("top.turn", "A first turn of {turn} in a casing of {down}.", fix, turn=turn, down=down)


@check(
    "tail-short",
    "warn",
    "Little cord left to knot",
    "tail < 50 mm",
    "With the mouth flat open the ends slip back into the channel.",
)
def tail_short(draft: "Draft") -> Iterator[Fired]:
    if draft.cords is not None and draft.bag.mm("top.tail") < LEAST_TAIL - 1e-9:
        tail = draft.bag.mm("top.tail")
        yield fired(
            "top.tail", "A tail of {tail} at each end.", "Leave {least}.", tail=tail, least=LEAST_TAIL
        )


@check(
    "closes-over-nothing",
    "warn",
    "Nothing goes in under the closed mouth",
    "height − closing − what stands above the cord < 20 mm",
    "Drawing the mouth in takes the radius, or half the depth, of the height.",
)
def closes_over_nothing(draft: "Draft") -> Iterator[Fired]:
    if draft.cords is None:
        return
    over = draft.form.mm("contents")
    if over < LEAST_CONTENTS - 1e-6:
        say = "The mouth closes over {over}." if over > 0 else "The mouth cannot be drawn closed."
        fix = "Make it {more} higher, or give the height of what goes in."
        numbers = {"over": over} if over > 0 else {}
        yield fired("size.height", say, fix, more=LEAST_CONTENTS - over, **numbers)


@check(
    "hole-left",
    "note",
    "A hole is left over what goes in",
    "closing counted to the top edge",
    "The cord runs below the top edge: what stands above it does not close.",
)
def hole_left(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if draft.cords is not None and to_edge(bag) and bag.bag.top.above_cord:
        hole = 2 * bag.bag.top.above_cord(bag).mm
        fix = "Count the closing to the cord to shut it, or lay a flap over what goes in."
        yield fired("size.height", "About {hole} across.", fix, hole=hole)


@check(
    "cord-short",
    "stop",
    "The cord does not go round the open mouth",
    "cord in hand < once round the channel",
    "The bag cannot be laid flat open, and its mouth tears at the cord.",
)
def cord_short(draft: "Draft") -> Iterator[Fired]:
    found = _in_hand(draft)
    if found is not None and found[0] < found[1] - 1e-6:
        fix = "Take a cord of {wanted}, or make the bag narrower."
        numbers = {"hand": found[0], "path": found[1], "wanted": found[2]}
        yield fired("top.cord_cut", "{hand} of cord for a channel of {path}.", fix, **numbers)


@check(
    "cord-in-hand",
    "note",
    "The cord in hand",
    "cord in hand ≥ once round the channel",
    "What is not in the channel hangs out at its ends, and more when the mouth is drawn in.",
)
def cord_in_hand(draft: "Draft") -> Iterator[Fired]:
    found = _in_hand(draft)
    if found is not None and found[0] >= found[1] - 1e-6:
        say = "Leaves {tail} at each end of the open mouth."
        yield fired(
            "top.cord_cut",
            say,
            "{wanted} would leave the tail you chose.",
            tail=(found[0] - found[1]) / 2,
            wanted=found[2],
        )


def _in_hand(draft: "Draft") -> tuple[float, float, float] | None:
    """Return the cord in hand, the way round the channel, and the length worked out."""
    value = draft.bag.values.get("top.cord_cut")
    if draft.cords is None or value is None or value.value is None:
        return None
    return draft.bag.mm("top.cord_cut"), draft.cords.path.mm, draft.cords.length.total
