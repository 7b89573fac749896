"""Checks of a top on bars: its channel, its slits, and how full it gathers."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance, at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.form.sewn import edge_length, end_at_top
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.carry.fields import PAIRS
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.grammar.top.checks import HEM_CHECKS
from ambitus.core.grammar.top.drawstring.checks import stiff_drawn_up
from ambitus.core.grammar.top.drawstring.fields import CHANNEL
from ambitus.core.grammar.top.fields import TURN
from ambitus.core.grammar.top.hem import turned_in
from ambitus.core.grammar.top.on_bars.fields import BAR_LONG, BAR_THICK, SLIT
from ambitus.core.grammar.top.on_bars.measures import (
    LEAST_GATHER,
    MOST_GATHER,
    edge_on_bar,
    gather,
    least_channel,
    least_slit,
    open_down,
    stepped,
)
from ambitus.core.lengths import paired, snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): less side seam than this below a slit holds no bag.
LEAST_SEAM = paired(40)
#: Default (ours): a narrower edge cannot be turned in and stitched.
LEAST_HEM = paired(6)


@check(
    "on-bars",
    10,
    "channel-under-bar",
    "stop",
    "The bar does not go into its channel",
    "2 × channel < π × bar + 6 mm",
    "The cloth goes right round the bar: twice the channel has to be its girth, and a little to slide.",
    "The edge does not reach its line, or the bar does not go in.",
)
def channel_under_bar(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    least = at_least(bag, least_channel(bag))
    if CHANNEL.of(bag) < least_channel(bag) - 1e-6:
        yield fired(
            CHANNEL,
            "A channel of {channel} for a bar {thick} thick.",
            "Make it {least} or more.",
            remedies=(to(CHANNEL, None), to(CHANNEL, least)),
            channel=CHANNEL.of(bag),
            thick=BAR_THICK.of(bag),
            least=least,
        )


@check(
    "on-bars",
    15,
    "turn-over-channel",
    "stop",
    "The first turn is wider than the channel",
    "first turn > channel",
    "It would stand out beyond the fold.",
    "It cannot be folded down.",
)
def turn_over_channel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    turn, channel = TURN.of(bag), CHANNEL.of(bag)
    if turn > channel + 1e-9:
        yield fired(
            TURN,
            "A first turn of {turn} in a channel of {channel}.",
            "Turn {most} or less.",
            remedies=(to(TURN, at_most(bag, channel)), to(CHANNEL, at_least(bag, turn))),
            turn=turn,
            channel=channel,
            most=at_most(bag, channel),
        )


@check(
    "on-bars",
    20,
    "slit-over-seam",
    "stop",
    "The slits leave too little side seam",
    "side seam − slit < 40 mm",
    "Below the slits the side seams hold front and back together.",
    "The bag is open at both sides.",
)
def slit_over_seam(draft: "Draft") -> Iterator[Fired]:
    bag, form = draft.bag, draft.form
    sides = [s.chains[0][0] for s in form.seams if s.seam == "side" and end_at_top(form, s)]
    long = min((edge_length(form, at.face, at.edge) for at in sides), default=0.0)
    slit, least = open_down(bag), LEAST_SEAM.mm(bag.unit)
    # how far down side panels may end is for their base to say
    if long and not stepped(bag) and long - slit < least - 1e-6:
        most, short = at_most(bag, long - least), at_least(bag, least_slit(bag))
        fits = most >= short - 1e-6
        higher = at_least(bag, HEIGHT.of(bag) + max(slit, short) - long + least)
        yield fired(
            SLIT,
            "Slits of {slit} in {long} of side.",
            "Make them {most} or less." if fits else "Make the bag {higher} high or more.",
            remedies=(*((to(SLIT, most),) if fits else ()), to(HEIGHT, higher)),
            slit=slit,
            long=snap(long),
            most=most,
            higher=higher,
        )


@check(
    "on-bars",
    30,
    "slit-short",
    "warn",
    "The slits are too short to sew round the bar",
    "slit < channel + 60 mm",
    "The edge is folded right round the bar and has to lie flat under the needle on both sides.",
    "The side seams pull at the bar, and the channel cannot be sewn to its ends.",
)
def slit_short(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    least, field = at_least(bag, least_slit(bag)), STEP if stepped(bag) else SLIT
    if open_down(bag) < least_slit(bag) - 1e-6:
        yield fired(
            field,
            "The sides end {slit} below the top." if stepped(bag) else "They end {slit} below the top.",
            "Begin the side seams {least} or more below it.",
            remedies=(*(() if stepped(bag) else (to(SLIT, None),)), to(field, least)),
            slit=open_down(bag),
            least=least,
        )


@check(
    "on-bars",
    40,
    "gather-out-of-role",
    "warn",
    "The cloth does not gather well on its bar",
    "top edge ÷ bar < 1.3 or > 2.2",
    "Less than 1.3 of cloth on 1 of bar hangs almost flat; more than 2.2 bunches up and does not slide.",
    "The bag hangs unevenly.",
)
def gather_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag, form = draft.bag, draft.form
    full, edge = gather(bag, form), edge_on_bar(form)
    if LEAST_GATHER - 1e-6 <= full <= MOST_GATHER + 1e-6:
        return
    low, high = at_least(bag, edge / MOST_GATHER), at_most(bag, edge / LEAST_GATHER)
    yield fired(
        BAR_LONG,
        "{edge} of cloth on {bar} of bar: {full} to 1.",
        "Take a bar with between {low} and {high} free for cloth.",
        {"full": f"{full:.1f}"},
        remedies=(to(BAR_LONG, None), to(BAR_LONG, low if full > MOST_GATHER else high)),
        edge=snap(edge),
        bar=BAR_LONG.of(bag),
        low=low,
        high=high,
    )


@check(
    "on-bars",
    50,
    "slit-edge-narrow",
    "warn",
    "The edges of the slits are too narrow to hem",
    "side allowance < 6 mm",
    "What the side seam takes below the slit is turned in beside it.",
    "The slits fray.",
)
def slit_edge_narrow(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    side, least = turned_in(bag), LEAST_HEM.mm(bag.unit)
    if "side" in bag.kinds.classes and side < least - 1e-6:
        usual = paired(10).mm(bag.unit)
        yield fired(
            STEP if stepped(bag) else SLIT,
            "There is {side} to turn in.",
            "Give the side seams an allowance of {usual}.",
            remedies=allowance(bag, "side", usual),
            side=side,
            usual=usual,
        )


@check(
    "on-bars",
    60,
    "straps-beside-bars",
    "note",
    "The bars are handles already",
    "straps on a bag that hangs from bars",
    "A bag on bars is carried by them; straps below them are for a shoulder.",
    "More to cut and to sew than the bag needs.",
)
def straps_beside_bars(draft: "Draft") -> Iterator[Fired]:
    if draft.bag.kinds.carry:
        yield fired(
            PAIRS,
            "There are straps, too.",
            "Leave them off, unless it is to hang from a shoulder.",
            remedies=(to(PAIRS, "0"),),
        )


CHECKS = (
    *HEM_CHECKS,
    channel_under_bar,
    turn_over_channel,
    slit_over_seam,
    slit_short,
    gather_out_of_role,
    slit_edge_narrow,
    straps_beside_bars,
    stiff_drawn_up,
)
