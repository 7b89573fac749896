"""A lined bag drawn up by bands, one at the front and one at the back, caught in its top seam."""

from dataclasses import replace

from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.contract import SIZES, Stage
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.bands.cut import above_cord, no_strip, parts, sewn, shorter, under_band
from ambitus.core.grammar.top.bands.read import read
from ambitus.core.grammar.top.bands.steps import steps
from ambitus.core.grammar.top.checks import LINED_CHECKS
from ambitus.core.grammar.top.drawstring.channel import CORD_PARAMS, usual_channel
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
    once_round,
    says_cords,
)
from ambitus.core.grammar.top.drawstring.fields import (
    BAND,
    BAND_MADE,
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
    TAIL,
)
from ambitus.core.grammar.top.facing import lay_lining
from ambitus.core.grammar.top.fields import EASE_BY, GAP, GAP_IN, LINING_EASE
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.lining import EASE_PARAMS
from ambitus.core.grammar.top.turned_through.variant import TURNED_THROUGH
from ambitus.core.spec.resolved import Resolved


def _says(bag: Resolved) -> str:
    return f"lined, drawn up by {says_cords(bag)} in bands at its top"


BANDS = replace(
    TURNED_THROUGH,
    checks=(*LINED_CHECKS, *DRAWN_UP_CHECKS),
    kind="bands",
    section=sections.BANDS,
    label="Lined, drawn up in bands",
    help="A band at the front and one at the back carry the cord; it comes out between them at the sides.",
    params=(
        *CORD_PARAMS,
        Param(
            BAND,
            "Band, high",
            "length",
            usual_channel,
            low=5,
            high=150,
            opens="band/height",
            help="The whole band is the channel; the bag’s height counts it.",
            why="As wide as the cord lies, or the pin that threads it, and room to run.",
        ),
        Param(
            BAND_MADE,
            "Bands made of",
            "choice",
            "two",
            options=(
                Option(
                    "two",
                    "Two pieces each",
                    "Seamed at the short ends and turned: clean, and thick in the seam.",
                ),
                Option("one", "One piece each", "The short ends hemmed: half as thick in the seam."),
            ),
        ),
        *CORDS_PARAMS,
        *CLOSING_PARAMS,
        *(p for p in TURNED_THROUGH.params if p.path in (GAP_IN, GAP)),
        *EASE_PARAMS,
    ),
    phrase=top_phrase(
        _says,
        choices=(
            BAND_MADE,
            CORD,
            CORD_FIBRE,
            CORDS,
            LOOPS,
            HEIGHT_MEANS,
            CLOSING,
            CORD_END,
            CORD_KNOT,
            GAP_IN,
            LINING_EASE,
        ),
        fields=(
            CORD_THICK,
            CORD_WIDE,
            BAND,
            TAIL,
            CORD_CUT,
            LOOP,
            LOOP_WIDE,
            GAP,
            EASE_BY,
        ),
    ),
    classes={"top": "Top seam", "end": "End of a band"},
    unused=lambda bag: frozenset(),
    brings={"attach": "on_face", "interfacing": "none"},
    needs=no_strip,
    sewn=sewn,
    height=lambda bag: height_terms(bag, above_cord(bag)),
    features=(drawn_up_by(above_cord, once_round),),
    parts=parts,
    stages=(Stage(SIZES, under_band), Stage(SIZES, contents_stage)),
    shorter=shorter,
    listed={"band": BAND, **CORDS_TOLD},
    chosen=(*CORDS_CHOSEN, BAND_MADE),
    read=read,
    acts=(lay_lining, steps),
)
