"""A patch pocket: made up by itself, its edges turned in, and sewn on down its sides and along its foot."""

from fractions import Fraction

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra
from ambitus.core.grammar.extra.checks import POCKET_CHECKS
from ambitus.core.grammar.extra.dividing import DIVIDING_PARAMS
from ambitus.core.grammar.extra.fields import (
    ACROSS_BY,
    DIVIDED,
    DIVIDED_AT,
    DOWN_BY,
    FLAP,
    FLAP_ABOVE,
    FLAP_FALL,
    FROM_FOOT,
    FROM_SIDE_SEAM,
    FROM_TOP_EDGE,
    ON,
    ON_SIDE,
    POCKET_EDGES,
    POCKET_FACED,
    POCKET_HEIGHT,
    POCKET_HEM,
    POCKET_MADE,
    POCKET_OF,
    POCKET_WIDTH,
)
from ambitus.core.grammar.extra.patch.closing import (
    CLOSING_CHOICES,
    CLOSING_FIELDS,
    CLOSING_PARAMS,
    flap_closure_off,
)
from ambitus.core.grammar.extra.patch.cut import parts, sewn, sizes
from ambitus.core.grammar.extra.patch.read import read
from ambitus.core.grammar.extra.patch.steps import steps
from ambitus.core.grammar.extra.placing import ACROSS_PARAMS, down_params, on_params
from ambitus.core.grammar.extra.pocket import CUT_OF_PARAM, HEIGHT_PARAM, hem_param
from ambitus.core.grammar.extra.words import has_face, where, without_seam
from ambitus.core.lengths import Pair, View, paired
from ambitus.core.spec.resolved import Item, Resolved


def _says(bag: Resolved, view: View, at: str) -> str:
    return f"a patch pocket{where(Item(bag, at))}"


PATCH = Extra(
    kind="patch",
    label="Patch pocket",
    adds="a patch pocket",
    help="A piece with its edges turned in, sewn on down its sides and along its foot.",
    params=(
        *on_params(),
        Param(
            POCKET_WIDTH,
            "Pocket, wide",
            "length",
            Pair(160, Fraction(6)),
            low=20,
            high=1500,
            help="Finished.",
            opens="pocket/width",
        ),
        HEIGHT_PARAM,
        *down_params("its top", paired(75), paired(50)),
        *ACROSS_PARAMS,
        Param(
            POCKET_MADE,
            "Its top",
            "choice",
            "hem",
            options=(
                Option("hem", "Turned over and stitched", "One layer; the hem lies inside."),
                Option(
                    "folded", "A fold, lined with itself", "Two layers, no hem to sew; turned through a gap."
                ),
                Option("faced", "Faced", "One layer, and a band inside its top."),
            ),
        ),
        hem_param(POCKET_MADE),
        Param(
            POCKET_FACED,
            "Facing, shows inside",
            "length",
            paired(40),
            low=10,
            high=500,
            shown_when=(POCKET_MADE, "faced"),
        ),
        Param(
            POCKET_EDGES,
            "Edges turned in",
            "length",
            paired(10),
            low=3,
            high=40,
            shown_unless=(POCKET_MADE, "folded"),
        ),
        *DIVIDING_PARAMS,
        Param(
            FLAP,
            "Flap",
            "choice",
            "none",
            options=(
                Option("none", "None", "Open at its top."),
                Option("flap", "A flap", "Two layers, sewn on above it and folded down."),
            ),
        ),
        Param(
            FLAP_FALL,
            "Flap, falls over the pocket",
            "length",
            paired(50),
            low=10,
            high=500,
            shown_when=(FLAP, "flap"),
        ),
        Param(
            FLAP_ABOVE,
            "Flap, sewn on above the pocket",
            "length",
            paired(10),
            low=5,
            high=60,
            shown_when=(FLAP, "flap"),
        ),
        *CLOSING_PARAMS,
        CUT_OF_PARAM,
    ),
    phrase=Phrase(
        "patch",
        "Patch pocket",
        ", with ",
        _says,
        choices=(ON, ON_SIDE, POCKET_MADE, DOWN_BY, ACROSS_BY, DIVIDED, FLAP, *CLOSING_CHOICES, POCKET_OF),
        fields=(
            POCKET_WIDTH,
            POCKET_HEIGHT,
            FROM_TOP_EDGE,
            FROM_FOOT,
            FROM_SIDE_SEAM,
            POCKET_HEM,
            POCKET_FACED,
            POCKET_EDGES,
            DIVIDED_AT,
            FLAP_FALL,
            FLAP_ABOVE,
            *CLOSING_FIELDS,
        ),
    ),
    classes={"pocket": "Pocket seam"},
    unused=without_seam,
    needs=has_face,
    parts=parts,
    sewn=sewn,
    acts=(steps,),
    lies_on=ON.of,
    checks=(*POCKET_CHECKS, flap_closure_off),
    sizes=sizes,
    read=read,
)
