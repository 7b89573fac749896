"""A pocket sewn on all round and opened by a zip across it."""

from collections.abc import Iterator
from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.fields import (
    ACROSS_BY,
    DOWN_BY,
    FROM_FOOT,
    FROM_SIDE_SEAM,
    FROM_TOP_EDGE,
    ON,
    ON_SIDE,
    POCKET_EDGES,
    POCKET_HEIGHT,
    POCKET_OF,
    POCKET_WIDTH,
    SLIDER_AT,
)
from ambitus.core.grammar.extra.placing import ACROSS_PARAMS, down_params, on_params
from ambitus.core.grammar.extra.pocket import CUT_OF_PARAM
from ambitus.core.grammar.extra.words import has_face, where
from ambitus.core.grammar.extra.zip_across.cut import parts, pocket_of, sewn, shows, sizes
from ambitus.core.grammar.extra.zip_across.fields import BAND_WIDE, ENDS, ZIP_AT, ZIP_SEAM, ZIP_TAPE
from ambitus.core.grammar.extra.zip_across.read import read
from ambitus.core.grammar.extra.zip_across.steps import steps
from ambitus.core.grammar.extra.zipped import coil_tape
from ambitus.core.lengths import Pair, paired
from ambitus.core.spec.resolved import Item

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): teeth and a foot beside them need so much between the seams: 10 mm | 3/8 in.
LEAST_SHOWS = paired(10)
#: Default (ours): less than this of a piece beside its zip cannot be hemmed and sewn on: 15 mm | 5/8 in.
LEAST_PIECE = Pair(15, Fraction(5, 8))


def _zipped(draft: "Draft") -> Iterator[Item]:
    return (item for item in draft.bag.extras if item.extra.kind == "zip_across")


@check(
    "extras",
    70,
    "zip-across-narrow",
    "stop",
    "The seams of the pocket’s zip lie on its teeth",
    "tape − 2 × zip seam < 10 mm",
    "Between both seams the teeth and a foot beside them need room.",
    "The needle strikes the teeth, and the slider does not pass.",
)
def zip_across_narrow(draft: "Draft") -> Iterator[Fired]:
    unit = draft.bag.unit
    for item in _zipped(draft):
        left = shows(item)
        if left < LEAST_SHOWS.mm(unit) - 1e-6:
            field = ZIP_SEAM.in_(item.at)
            most = at_most(draft.bag, (ZIP_TAPE.of(item) - LEAST_SHOWS.mm(unit)) / 2)
            yield fired(
                field,
                "Seams of {seam} leave {left} of a tape of {tape}.",
                "Sew it at {most} or less." if most >= 3 else "Take a wider zip.",
                remedies=(to(field, most),) if most >= 3 else (to(ZIP_TAPE.in_(item.at), None),),
                seam=ZIP_SEAM.of(item),
                left=max(0.0, left),
                tape=ZIP_TAPE.of(item),
                most=most,
            )


@check(
    "extras",
    80,
    "zip-across-at-edge",
    "stop",
    "The zip lies too near an edge of its pocket",
    "the piece above or below the zip < 15 mm high",
    "Beside its zip a piece is hemmed and sewn on: it has to be high enough to be held.",
    "The piece cannot be sewn.",
)
def zip_across_at_edge(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    least = LEAST_PIECE.mm(bag.unit)
    for item in _zipped(draft):
        made, field = pocket_of(item), ZIP_AT.in_(item.at)
        if min(made.upper, made.lower) >= least - 1e-6:
            continue
        step = bag.grid.step
        low = at_least(bag, least + made.gap / 2 + step)
        high = at_most(bag, POCKET_HEIGHT.of(item) - least - made.gap / 2 - step)
        fits = low <= high + 1e-6
        taller = at_least(bag, 2 * low)
        ways = (to(field, low if made.upper < least else high),) if fits else ()
        enough = (*to(POCKET_HEIGHT.in_(item.at), taller), *to(field, low))
        yield fired(
            field,
            "{upper} above it, {lower} below.",
            "Put it between {low} and {high} below the top." if fits else "Make the pocket {taller} high.",
            remedies=ways or (enough,),
            upper=max(0.0, made.upper),
            lower=max(0.0, made.lower),
            low=low,
            high=max(0.0, high),
            taller=taller,
        )


ZIP_ACROSS = Extra(
    kind="zip_across",
    label="Zip pocket",
    adds="a zip pocket",
    help="Two pieces with a zip between them, sewn on all round; opened across its front.",
    params=(
        *on_params(),
        Param(
            POCKET_WIDTH,
            "Pocket, wide",
            "length",
            Pair(180, Fraction(7)),
            low=40,
            high=1500,
            help="Finished.",
            opens="pocket upper/width",
        ),
        Param(
            POCKET_HEIGHT,
            "Pocket, high",
            "length",
            Pair(180, Fraction(7)),
            low=40,
            high=1500,
            help="Finished, its zip with it.",
            opens="pocket lower/height",
        ),
        Param(
            ZIP_AT,
            "From its top to the middle of the zip",
            "length",
            paired(50),
            low=10,
            high=1500,
            opens="pocket upper/height",
        ),
        Param(ZIP_SEAM, "Zip seam", "length", Pair(8, Fraction(5, 16)), low=3, high=20),
        Param(
            ZIP_TAPE,
            "Zip, its tape",
            "length",
            coil_tape,
            low=15,
            high=80,
            help="Across, as it is sold.",
        ),
        *down_params("its top", paired(75), paired(50)),
        *ACROSS_PARAMS,
        Param(
            POCKET_EDGES,
            "Edges turned in",
            "length",
            paired(10),
            low=3,
            high=40,
        ),
        Param(
            ENDS,
            "Its sides",
            "choice",
            "bands",
            options=(
                Option("bands", "Wrapped in bands", "They cover the ends of the zip."),
                Option("turned", "Turned in", "Nothing more to cut; thick where the zip is turned in."),
            ),
        ),
        Param(BAND_WIDE, "Band, seen", "length", paired(12), low=5, high=80, shown_when=(ENDS, "bands")),
        Param(
            SLIDER_AT,
            "Slider, closed, at the",
            "choice",
            "right",
            options=(Option("right", "Right", ""), Option("left", "Left", "")),
        ),
        CUT_OF_PARAM,
    ),
    phrase=Phrase(
        "zip_across",
        "Zip pocket",
        ", with ",
        lambda bag, view, at: f"a zip pocket{where(Item(bag, at))}",
        choices=(ON, ON_SIDE, DOWN_BY, ACROSS_BY, ENDS, SLIDER_AT, POCKET_OF),
        fields=(
            POCKET_WIDTH,
            POCKET_HEIGHT,
            ZIP_AT,
            FROM_TOP_EDGE,
            FROM_FOOT,
            FROM_SIDE_SEAM,
            ZIP_SEAM,
            ZIP_TAPE,
            POCKET_EDGES,
            BAND_WIDE,
        ),
    ),
    needs=has_face,
    parts=parts,
    sewn=sewn,
    acts=(steps,),
    checks=(*EXTRA_CHECKS, zip_across_narrow, zip_across_at_edge),
    lies_on=ON.of,
    sizes=sizes,
    read=read,
)
