"""Checks of what is drawn up: channel, cords, closing."""

import math
from collections.abc import Iterator
from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.cloth.fields import LINING_CLOTH, OUTER_CLOTH
from ambitus.core.grammar.features import OnBars, above_cord, cords_in
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.kinds import INTERFACING_KIND
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.grammar.top.drawstring.channel import EASE, channel_of, cord_flat, least_channel
from ambitus.core.grammar.top.drawstring.closing import by_contents, to_edge
from ambitus.core.grammar.top.drawstring.cords import cord_melts
from ambitus.core.grammar.top.drawstring.fields import (
    BAND,
    CHANNEL,
    CORD,
    CORD_CUT,
    CORD_END,
    CORD_KNOT,
    CORD_THICK,
    CORD_WIDE,
    HEIGHT_MEANS,
    TAIL,
)
from ambitus.core.grammar.top.fields import HEADING
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): a tail under this cannot be knotted: 50 mm | 2 in.
LEAST_TAIL = paired(50)


#: Default (ours): a bag that closes over less than this, in mm, closes over nothing.
LEAST_CONTENTS = 20.0


#: Default (ours): what a channel, a heading and a tail are at the most where they are meant: 60, 100, 500 mm.
ROLES = {
    CHANNEL: ("channel", paired(60)),
    BAND: ("band", paired(60)),
    HEADING: ("heading", paired(100)),
    TAIL: ("tail", Pair(500, Fraction(20))),
}


@check(
    "drawing-up",
    10,
    "channel-narrow",
    "stop",
    "The channel is too narrow for its cord",
    "channel < ribbon + 3 mm, or < π × cord ÷ 2 + 3 mm",
    "A cord that fills its channel cannot be drawn.",
    "The bag cannot be drawn up.",
)
def channel_narrow(draft: "Draft") -> Iterator[Fired]:
    if cords_in(draft) is None:
        return
    bag = draft.bag
    (path, channel), least = channel_of(bag), least_channel(bag)
    if channel < least - 1e-6:
        wide, room = at_least(bag, least), channel - EASE.mm(bag.unit)
        around = CORD.is_(bag, "round")
        cord = CORD_THICK if around else CORD_WIDE
        thinner = at_most(bag, room * 2 / math.pi if around else room)
        yield fired(
            path,
            "The cord lies {flat} wide in a channel of {channel}.",
            "Make the channel {wide} or more, or take a cord of {thinner}."
            if thinner > 0
            else "Make the channel {wide} or more.",
            remedies=(to(path, wide), to(cord, thinner)),
            flat=cord_flat(bag),
            channel=channel,
            wide=wide,
            thinner=thinner,
        )


@check(
    "drawing-up",
    20,
    "drawn-up-out-of-role",
    "warn",
    "An unusual number for a drawn-up top",
    "channel or band > 60 mm | 2 1/2 in, heading > 100 mm | 4 in, tail > 500 mm | 20 in",
    "Over these (ours) another unit, or another field, is more likely to have been meant.",
    "The top comes out other than anybody means it.",
)
def drawn_up_out_of_role(draft: "Draft") -> Iterator[Fired]:
    if cords_in(draft) is None:
        return
    bag = draft.bag
    for path, (name, pair) in ROLES.items():
        most = pair.mm(bag.unit)
        # a channel that follows its cord is as wide as that needs
        if path in bag.values and path.of(bag) > max(most, at_least(bag, least_channel(bag))) + 1e-9:
            yield fired(
                path,
                "A {name} of {given}.",
                "Check the number and its unit; {most} or less is usual.",
                {"name": name},
                remedies=(to(path, most), to(path, None)),
                given=path.of(bag),
                most=most,
            )


#: Default (ours): how often its thickness a knot eats of a round cord.
KNOT_EATS = 12


def least_tail(bag: Resolved) -> float:
    """Return the shortest tail that can be knotted or held, in mm: a thick cord eats more in its knot."""
    least = LEAST_TAIL.mm(bag.unit)
    if CORD_KNOT.is_(bag, "knot") and CORD.is_(bag, "round"):
        return max(least, at_least(bag, KNOT_EATS * CORD_THICK.of(bag)))
    return least


@check(
    "drawing-up",
    50,
    "tail-short",
    "warn",
    "Little cord left to knot",
    "tail < 50 mm | 2 in, or 12 × the thickness of a round cord that is knotted; of a cord in "
    "hand what that leaves",
    "With the mouth flat open the ends slip back into the channel.",
    "The cord has to be threaded again.",
)
def tail_short(draft: "Draft") -> Iterator[Fired]:
    if cords_in(draft) is None:
        return
    bag, found, least = draft.bag, _in_hand(draft), least_tail(draft.bag)
    if found is None:
        if TAIL.of(bag) < least - 1e-9:
            yield fired(
                TAIL,
                "A tail of {tail} at each end.",
                "Leave {least}.",
                remedies=(to(TAIL, least),),
                tail=TAIL.of(bag),
                least=least,
            )
        return
    hand, path, _ = found
    tail = (hand - path) / 2
    if -1e-6 <= tail < least - 1e-9:
        longer = at_least(bag, path + 2 * least)
        yield fired(
            CORD_CUT,
            "A cord of {hand} leaves {tail} at each end.",
            "Take one of {longer}, for tails of {least}.",
            remedies=(to(CORD_CUT, longer), to(CORD_CUT, None)),
            hand=hand,
            tail=snap(max(0.0, tail)),
            longer=longer,
            least=least,
        )


@check(
    "drawing-up",
    60,
    "closes-over-nothing",
    "warn",
    "Nothing goes in under the closed mouth",
    "height − closing − what stands above the cord < 20 mm; counted to the top edge: height − closing",
    "Drawing the mouth in takes the radius, or half the depth, of the height.",
    "It cannot be drawn closed over anything.",
)
def closes_over_nothing(draft: "Draft") -> Iterator[Fired]:
    if cords_in(draft) is None:
        return
    bag, over = draft.bag, draft.form.mm("contents")
    if over < LEAST_CONTENTS - 1e-6:
        say = "The mouth closes over {over}." if over > 0 else "The mouth cannot be drawn closed."
        given = HEIGHT.of(bag)
        higher = at_least(bag, given + LEAST_CONTENTS - over)
        yield fired(
            HEIGHT,
            say,
            "Make it {higher} high instead of {given}."
            if by_contents(bag)
            else "Make it {higher} high instead of {given}, or give the height of what goes in.",
            remedies=(
                to(HEIGHT, higher),
                to(HEIGHT, higher + at_least(bag, bag.grid.step)),
                to(HEIGHT_MEANS, "contents"),
            ),
            over=over,
            higher=higher,
            given=given,
        )


@check(
    "drawing-up",
    70,
    "hole-left",
    "note",
    "A hole is left over what goes in",
    "closing counted to the top edge",
    "The cord runs below the top edge: what stands above it does not close.",
    "What goes in is seen through a hole.",
)
def hole_left(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if cords_in(draft) is not None and to_edge(bag):
        yield fired(
            HEIGHT,
            "About {hole} across.",
            "Count the closing to the cord to shut it, or lay a flap over what goes in.",
            remedies=(to(HEIGHT_MEANS, "contents"),),
            hole=2 * above_cord(bag),
        )


@check(
    "drawing-up",
    80,
    "cord-short",
    "stop",
    "The cord does not go round the open mouth",
    "cord in hand < once round the channel",
    "The bag cannot be laid flat open, and its mouth tears at the cord.",
    "The bag cannot be opened.",
)
def cord_short(draft: "Draft") -> Iterator[Fired]:
    found = _in_hand(draft)
    if found is not None and found[0] < found[1] - 1e-6:
        hand, path, wanted = found
        buy = at_least(draft.bag, wanted)
        yield fired(
            CORD_CUT,
            "{hand} of cord for a channel of {path}: {missing} are missing.",
            "Take a cord of {buy}.",
            remedies=(to(CORD_CUT, buy), to(CORD_CUT, None)),
            hand=hand,
            path=path,
            missing=snap(path - hand),
            buy=buy,
        )


@check(
    "drawing-up",
    90,
    "cord-in-hand",
    "note",
    "The cord in hand",
    "cord in hand ≥ once round the channel",
    "What is not in the channel hangs out at its ends, and more when the mouth is drawn in.",
    "Nothing: it goes round.",
)
def cord_in_hand(draft: "Draft") -> Iterator[Fired]:
    found = _in_hand(draft)
    if found is not None and found[0] >= found[1] - 1e-6:
        yield fired(
            CORD_CUT,
            "Leaves {tail} at each end of the open mouth.",
            "{wanted} would leave the tail you chose.",
            tail=snap(max(0.0, (found[0] - found[1]) / 2)),
            wanted=found[2],
        )


@check(
    "drawing-up",
    100,
    "seal-does-not-melt",
    "stop",
    "A flame at a cord that does not melt",
    "ends of the cord melted, cord or strip of cotton, linen or wool, or elastic",
    "Only synthetic cord melts to a bead; any other catches fire and chars.",
    "It burns in the hand.",
)
def seal_does_not_melt(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if cords_in(draft) is None or not CORD_END.is_(bag, "sealed") or cord_melts(bag):
        return
    what = {
        "strip": f"A strip of {within(bag.cloth('outer').label)}",
        "elastic": "Elastic",
        "ribbon": "A ribbon of cotton",
    }.get(CORD.of(bag), "A cord of cotton")
    ways = ("knot", "sealant")
    yield fired(
        CORD_END,
        "{what} does not melt.",
        "Knot its ends, or seal them with liquid.",
        {"what": what},
        remedies=tuple(to(CORD_END, way) for way in ways),
    )


@check(
    "drawing-up",
    105,
    "cord-ends-fray",
    "warn",
    "Nothing keeps the ends of the cord",
    "ends as they are cut, and no knot",
    "A cut end comes apart strand by strand, and slips out of its toggle.",
    "The cord frays back into its channel.",
)
def cord_ends_fray(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if cords_in(draft) is not None and CORD_END.is_(bag, "knot") and CORD_KNOT.is_(bag, "none"):
        yield fired(
            CORD_KNOT,
            "The ends are left as they are cut, without a knot.",
            "Knot them, or seal them first.",
            remedies=(to(CORD_KNOT, "knot"), to(CORD_END, "sealant")),
        )


@check(
    "drawing-up",
    110,
    "stiff-drawn-up",
    "warn",
    "A stiff layer in a top that gathers",
    "drawn-up top, or one on bars: interfacing heavier than a light one up to its edge, or a stiff cloth",
    "The mouth has to gather: stiff cloth folds in a few large pleats and holds the mouth open.",
    "It stands in a few stiff pleats, and does not draw closed.",
)
def stiff_drawn_up(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if cords_in(draft) is None and bag.kinds.feature(OnBars) is None:
        return
    if bag.kinds.interfacing.cuts and not bag.kinds.interfacing.part:
        facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
        if facts.stiff:
            yield fired(
                INTERFACING_MATERIAL,
                "{what} reaches up to the mouth.",
                "Leave it out, or take a light one.",
                {"what": facts.label},
                remedies=(to(INTERFACING_KIND, "none"), to(INTERFACING_MATERIAL, "fusible_light")),
            )
    for layer in bag.kinds.top.layers:
        cloth = bag.cloth(layer)
        if cloth.stiff:
            options = bag.kinds.param_at[f"cloth.{layer}"].options
            soft = (o.key for o in options if _gathers(draft, o.key, cloth.strength))
            field = LINING_CLOTH if layer == "lining" else OUTER_CLOTH
            yield fired(
                field,
                "{cloth} does not gather.",
                "Choose a cloth that gathers.",
                {"cloth": cloth.label},
                remedies=tuple(to(field, key) for key in soft)[:2],
            )


def _gathers(draft: "Draft", key: str, strength: int) -> bool:
    cloth = draft.bag.facts.cloths[key]
    return not cloth.stiff and cloth.strength >= strength


def _in_hand(draft: "Draft") -> tuple[float, float, float] | None:
    """Return the cord in hand, the way round the channel, and the length worked out."""
    value = CORD_CUT.found(draft.bag)
    cords = cords_in(draft)
    if cords is None or value is None or value.value is None:
        return None
    return CORD_CUT.of(draft.bag), cords.path.mm, cords.length.total


CHECKS = (
    channel_narrow,
    drawn_up_out_of_role,
    tail_short,
    closes_over_nothing,
    hole_left,
    cord_short,
    cord_in_hand,
    seal_does_not_melt,
    cord_ends_fray,
    stiff_drawn_up,
)
