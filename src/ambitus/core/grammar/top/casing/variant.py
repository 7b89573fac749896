"""A casing folded down from the top edge of an unlined bag, with or without a heading above it."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import one_round
from ambitus.core.grammar.contract import SIZES, Stage, Top
from ambitus.core.grammar.features import Cords
from ambitus.core.grammar.order import CORD_LAID_PARAM, casing_param
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.casing.checks import CHECKS
from ambitus.core.grammar.top.casing.given import GIVEN_PARAMS, GIVENS
from ambitus.core.grammar.top.casing.measures import above_cord, allowance, is_overlocked, sewn, turn_down
from ambitus.core.grammar.top.casing.read import read
from ambitus.core.grammar.top.casing.steps import has_base_of_its_own, steps
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
    cords_of,
    cut_widths,
    once_round,
    says_cords,
)
from ambitus.core.grammar.top.drawstring.fields import (
    CASING_FOLD,
    CASING_ROW,
    CHANNEL,
    CHANNEL_BY,
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
from ambitus.core.grammar.top.drawstring.opening import EYELETS, SLOT, needs_side_seam, opening_param
from ambitus.core.grammar.top.fields import CHANNEL_EDGE, HEADING, HEM_EDGE, TOP_SLIVER, TURN
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import SLIVER_PARAM, UNLINED
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

__all__ = ["CASING", "turn_down"]

SLIT = Option("slit", "An open slit", "The seam ends below the casing; a U of topstitching holds its edges.")
ENDS = Option("ends", "Open ends", "Front and back have a casing each; the seams end below them.")


def _says(bag: Resolved) -> str:
    heading = " and a heading" if HEADING.of(bag) > 0 else ""
    return f"drawn up by {says_cords(bag)} in a casing folded down{heading}"


def _cords(bag: Resolved, form: Form) -> Cords:
    """Return the cords of a casing as wide as the bag, or with open ends as wide as its panels are cut."""
    if not OPENING.is_(bag, "ends"):
        return once_round(bag, form)
    one = one_round(bag)
    cut = cut_widths(bag, form.mouth_length if one else form.mm("flat_opening"))
    why = "With open ends each casing keeps its cut width."
    path = Term("The casings, as cut", snap(cut[0] if one else sum(cut)), why)
    return cords_of(bag, form, path)


CASING = Top(
    checks=(*DRAWN_UP_CHECKS, *CHECKS),
    kind="casing",
    section=sections.CASING,
    label="Drawn up, casing folded down",
    help="The top edge is folded down over a cord; unlined.",
    layers=("outer",),
    params=(
        *CORD_PARAMS,
        CHANNEL_PARAM,
        *GIVEN_PARAMS,
        Param(
            CHANNEL_EDGE,
            "Edge below the channel",
            "length",
            paired(3),
            low=0.5,
            high=30,
            help="From its lower row to the fold.",
        ),
        Param(
            HEADING,
            "Heading",
            "length",
            lambda bag: 0.0,
            low=0,
            high=150,
            why="None, unless you want a ruffle.",
            help="The ruffle above the channel; 0 for none.",
        ),
        Param(
            TURN,
            "First turn",
            "length",
            paired(10),
            low=0,
            high=100,
            help="What is turned under before the casing is folded.",
        ),
        Param(
            HEM_EDGE,
            "Raw edge",
            "choice",
            "overlocked",
            options=(
                Option("turned", "Turned under", "The first turn hides it."),
                Option("overlocked", "Overlocked first", "It cannot catch the cord wherever it lies."),
            ),
        ),
        replace(SLIVER_PARAM, shown_if=is_overlocked),
        opening_param(SLOT, SLIT, ENDS, EYELETS),
        *CORDS_PARAMS,
        casing_param(has_base_of_its_own),
        CORD_LAID_PARAM,
        *CLOSING_PARAMS,
    ),
    phrase=top_phrase(
        _says,
        choices=(
            CORD,
            CORD_FIBRE,
            CHANNEL_BY,
            OPENING,
            CORDS,
            LOOPS,
            HEIGHT_MEANS,
            CLOSING,
            HEM_EDGE,
            CORD_END,
            CORD_KNOT,
        ),
        fields=(
            CORD_THICK,
            CORD_WIDE,
            CHANNEL,
            CASING_FOLD,
            CASING_ROW,
            CHANNEL_EDGE,
            HEADING,
            TURN,
            TOP_SLIVER,
            TAIL,
            CORD_CUT,
            LOOP,
            LOOP_WIDE,
        ),
    ),
    givens=GIVENS,
    brings={**UNLINED, "attach": "on_face"},
    needs=needs_side_seam,
    allowance=allowance,
    sewn=sewn,
    height=lambda bag: height_terms(bag, above_cord(bag)),
    features=(drawn_up_by(above_cord, _cords),),
    parts=cord_parts,
    stages=(Stage(SIZES, contents_stage),),
    listed={
        "turn": TURN,
        "top_sliver": TOP_SLIVER,
        "heading": HEADING,
        "channel": CHANNEL,
        "edge": CHANNEL_EDGE,
        **CORDS_TOLD,
    },
    chosen=(*CORDS_CHOSEN, OPENING, HEM_EDGE),
    read=read,
    sewn_flat=lambda bag: OPENING.is_(bag, "ends"),
    acts=(steps,),
)
