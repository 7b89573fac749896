"""A lined bag drawn up by a channel that is stitched through both layers below its top edge."""

from dataclasses import replace

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.contract import Param
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.drawstring.channel import CHANNEL, CORD_PARAMS
from ambitus.core.grammar.top.drawstring.closing import CLOSING_PARAMS, height_terms
from ambitus.core.grammar.top.drawstring.cords import CORDS_CHOSEN, CORDS_PARAMS, CORDS_TOLD, once_round
from ambitus.core.grammar.top.drawstring.loops import loop_strips
from ambitus.core.grammar.top.drawstring.motif import motif_mark
from ambitus.core.grammar.top.drawstring.opening import (
    EYELETS,
    SLOT,
    eyelet_marks,
    needs_side_seam,
    opening_param,
    side_marks,
)
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.stitched_channel.read import read
from ambitus.core.grammar.top.stitched_channel.steps import steps
from ambitus.core.grammar.top.turned_through import TURNED_THROUGH
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


def _says(bag: Resolved) -> str:
    cords = "two cords" if bag.chose("top.cords", "two") else "a cord"
    return f"lined, drawn up by {cords} in a stitched channel"


def _rows(bag: Resolved) -> tuple[float, ...]:
    heading = bag.mm("top.heading")
    return (heading, heading + bag.mm("top.channel"))


def _marks(bag: Resolved, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the gap in the lining, and on the outer the slot and the eyelets, from its raw top edge."""
    plain = TURNED_THROUGH.marks(bag, form, piece)
    if piece.layer != "outer" or not any(e.seam == "top" for e in piece.edges):
        return plain
    seam, heading = bag.term("Top seam", "allowances.top"), bag.term("Heading", "top.heading")
    channel = bag.term("Channel", "top.channel")
    upper, lower = Sum("To the slot", (seam, heading)), Sum("To its end", (seam, heading, channel))
    half = Term("Half the channel", channel.mm / 2, "To its middle.")
    out = eyelet_marks(bag, piece, Sum("To the middle of the channel", (seam, heading, half)))
    if bag.chose("top.opening", "slot"):
        out += side_marks(bag, piece, "Slot for the cord", (("unsewn from", upper), ("to", lower)))
    if not piece.part:
        out += (motif_mark(bag, form, lower.terms, _above_cord(bag)),)
    return (*plain, *out)


def _above_cord(bag: Resolved) -> Term:
    why = "Channel and heading stand above the closing."
    return Term("From the cord up to the top edge", _rows(bag)[1], why)


STITCHED_CHANNEL = replace(
    TURNED_THROUGH,
    kind="stitched_channel",
    section=sections.STITCHED_CHANNEL,
    label="Lined, drawn up in a stitched channel",
    help="Lined and turned through; two rows through both layers make the channel, with a ruffle above.",
    params=(
        *CORD_PARAMS,
        CHANNEL,
        Param(
            "heading",
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
            "top.cord",
            "top.cord_fibre",
            "top.opening",
            "top.cords",
            "top.loops",
            "top.height_means",
            "top.closing",
            "top.cord_end",
            "top.gap_in",
            "top.facing",
            "top.ease",
        ),
        fields=(
            "top.cord_thick",
            "top.cord_wide",
            "top.channel",
            "top.heading",
            "top.tail",
            "top.cord_cut",
            "top.loop",
            "top.loop_wide",
            "top.gap",
            "top.facing_height",
            "top.ease_by",
        ),
    ),
    brings={"attach": "on_face", "interfacing": "none"},
    needs=needs_side_seam,
    rows=_rows,
    marks=_marks,
    height=lambda bag: height_terms(bag, _above_cord(bag)),
    above_cord=_above_cord,
    cords=once_round,
    strips=loop_strips,
    told={"heading": "top.heading", "channel": "top.channel", **CORDS_TOLD},
    chosen=(*CORDS_CHOSEN, "top.opening"),
    read=read,
    steps=steps,
)
