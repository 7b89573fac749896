"""A lined bag drawn up by a channel that is stitched through both layers below its top edge."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Channel, Sewn
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import DIVIDES, SIZES, Layer, Stage
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.checks import LINED_CHECKS
from ambitus.core.grammar.top.drawstring.channel import CHANNEL_PARAM, CORD_PARAMS
from ambitus.core.grammar.top.drawstring.checks import CHECKS as DRAWN_UP_CHECKS
from ambitus.core.grammar.top.drawstring.closing import (
    CLOSING_PARAMS,
    contents_stage,
    drawn_up_by,
    height_terms,
)
from ambitus.core.grammar.top.drawstring.cords import (
    CORDS_CHOSEN,
    CORDS_PARAMS,
    CORDS_TOLD,
    cord_parts,
    once_round,
    says_cords,
)
from ambitus.core.grammar.top.drawstring.fields import (
    CHANNEL,
    CLOSING,
    CORD,
    CORD_CUT,
    CORD_END,
    CORD_FIBRE,
    CORD_KNOT,
    CORD_THICK,
    CORD_WIDE,
    CORDS,
    HEIGHT_MEANS,
    LOOP,
    LOOP_WIDE,
    LOOPS,
    OPENING,
    TAIL,
)
from ambitus.core.grammar.top.drawstring.loops import loops_caught
from ambitus.core.grammar.top.drawstring.motif import motif_zone
from ambitus.core.grammar.top.drawstring.opening import (
    EYELETS,
    SLOT,
    eyelets,
    needs_side_seam,
    opening_param,
    side_openings,
)
from ambitus.core.grammar.top.facing import facing_stage, lay_lining
from ambitus.core.grammar.top.fields import EASE_BY, FACING, FACING_HEIGHT, GAP, GAP_IN, HEADING, LINING_EASE
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import rows_along_top
from ambitus.core.grammar.top.stitched_channel.read import read
from ambitus.core.grammar.top.stitched_channel.steps import steps
from ambitus.core.grammar.top.turned_through.gap import gap_opening
from ambitus.core.grammar.top.turned_through.variant import TURNED_THROUGH
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def _says(bag: Resolved) -> str:
    return f"lined, drawn up by {says_cords(bag)} in a stitched channel"


def _rows(bag: Resolved) -> tuple[float, ...]:
    heading = HEADING.of(bag)
    return (heading, heading + CHANNEL.of(bag))


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return the gap in the lining, and on the outer the channel with its slots and eyelets."""
    bag = item.bag
    if layer != "outer":
        return gap_opening(item, form, layer)
    seam, heading = TOP_ALLOWANCE.term(bag, "Top seam"), HEADING.term(bag, "Heading")
    channel = CHANNEL.term(bag, "Channel")
    upper, lower = Sum("To the slot", (seam, heading)), Sum("To its end", (seam, heading, channel))
    half = Term("Half the channel", channel.mm / 2, "To its middle.")
    holes = eyelets(bag, form, layer, Sum("To the middle of the channel", (seam, heading, half)))
    told = (("unsewn from", upper), ("to", lower))
    slot = OPENING.is_(bag, "slot")
    slots = side_openings(bag, form, layer, "Slot for the cord", told) if slot else ()
    return (
        *holes,
        *slots,
        *motif_zone(bag, form, lower.terms, _above_cord(bag)),
        *rows_along_top(form, _rows(bag)),
        Channel(heading.mm, heading.mm + channel.mm, tuple(one.key for one in slots)),
        *loops_caught(bag, form, layer, heading.mm + channel.mm),
    )


def _above_cord(bag: Resolved) -> Term:
    why = "Channel and heading stand above the closing."
    return Term("From the cord up to the top edge", _rows(bag)[1], why)


STITCHED_CHANNEL = replace(
    TURNED_THROUGH,
    checks=(*LINED_CHECKS, *DRAWN_UP_CHECKS),
    kind="stitched_channel",
    section=sections.STITCHED_CHANNEL,
    label="Lined, drawn up in a stitched channel",
    help="Lined and turned through; two rows through both layers make the channel, with a ruffle above.",
    params=(
        *CORD_PARAMS,
        CHANNEL_PARAM,
        Param(
            HEADING,
            "Heading",
            "length",
            paired(25),
            low=3,
            high=150,
            help="The ruffle above the channel.",
        ),
        opening_param(SLOT, EYELETS),
        *CORDS_PARAMS,
        *CLOSING_PARAMS,
        *TURNED_THROUGH.params,
    ),
    phrase=top_phrase(
        _says,
        choices=(
            CORD,
            CORD_FIBRE,
            OPENING,
            CORDS,
            LOOPS,
            HEIGHT_MEANS,
            CLOSING,
            CORD_END,
            CORD_KNOT,
            GAP_IN,
            FACING,
            LINING_EASE,
        ),
        fields=(
            CORD_THICK,
            CORD_WIDE,
            CHANNEL,
            HEADING,
            TAIL,
            CORD_CUT,
            LOOP,
            LOOP_WIDE,
            GAP,
            FACING_HEIGHT,
            EASE_BY,
        ),
    ),
    brings={"attach": "on_face", "interfacing": "none"},
    needs=needs_side_seam,
    sewn=_sewn,
    height=lambda bag: height_terms(bag, _above_cord(bag)),
    features=(drawn_up_by(_above_cord, once_round),),
    parts=cord_parts,
    stages=(
        Stage(DIVIDES, facing_stage),
        Stage(SIZES, contents_stage),
    ),
    listed={"heading": HEADING, "channel": CHANNEL, **CORDS_TOLD},
    chosen=(*CORDS_CHOSEN, OPENING),
    read=read,
    acts=(lay_lining, steps),
)
