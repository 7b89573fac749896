"""A lined bag drawn up by bands, one at the front and one at the back, caught in its top seam."""

from dataclasses import replace

from ambitus.core.grammar.contract import Option, Param
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.bands.cut import above_cord, band_height, band_of, marks, no_strip
from ambitus.core.grammar.top.bands.read import read
from ambitus.core.grammar.top.bands.steps import steps
from ambitus.core.grammar.top.drawstring.channel import CORD_PARAMS, usual_channel
from ambitus.core.grammar.top.drawstring.closing import CLOSING_PARAMS, height_terms
from ambitus.core.grammar.top.drawstring.cords import CORDS_CHOSEN, CORDS_PARAMS, CORDS_TOLD, once_round
from ambitus.core.grammar.top.drawstring.loops import loop_strips
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.lining import EASE_PARAMS
from ambitus.core.grammar.top.turned_through import TURNED_THROUGH
from ambitus.core.spec.resolved import Resolved


def _says(bag: Resolved) -> str:
    cords = "two cords" if bag.chose("top.cords", "two") else "a cord"
    return f"lined, drawn up by {cords} in bands at its top"


BANDS = replace(
    TURNED_THROUGH,
    kind="bands",
    section=sections.BANDS,
    label="Lined, drawn up in bands",
    help="A band at the front and one at the back carry the cord; it comes out between them at the sides.",
    params=(
        *CORD_PARAMS,
        Param(
            "band",
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
            "band_made",
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
        *(p for p in TURNED_THROUGH.params if p.path.startswith("gap")),
        *EASE_PARAMS,
    ),
    phrase=top_phrase(
        _says,
        choices=(
            "top.band_made",
            "top.cord",
            "top.cord_fibre",
            "top.cords",
            "top.loops",
            "top.height_means",
            "top.closing",
            "top.cord_end",
            "top.gap_in",
            "top.ease",
        ),
        fields=(
            "top.cord_thick",
            "top.cord_wide",
            "top.band",
            "top.tail",
            "top.cord_cut",
            "top.loop",
            "top.loop_wide",
            "top.gap",
            "top.ease_by",
        ),
    ),
    classes={"top": "Top seam", "end": "End of a band"},
    unused=lambda bag: frozenset(),
    brings={"attach": "on_face", "interfacing": "none"},
    needs=no_strip,
    rows=lambda bag: (),
    marks=marks,
    height=lambda bag: height_terms(bag, above_cord(bag)),
    above_cord=above_cord,
    cords=once_round,
    strips=loop_strips,
    band=band_height,
    bands=band_of,
    told={"band": "top.band", **CORDS_TOLD},
    chosen=(*CORDS_CHOSEN, "top.band_made"),
    read=read,
    steps=steps,
)
