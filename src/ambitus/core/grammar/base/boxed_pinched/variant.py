"""Boxed base, corners pinched flat and stitched across, then trimmed."""

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.boxed.variant import DEEP_PARAMS, SIDES_OR_BASE, base_says
from ambitus.core.grammar.base.boxed_pinched.checks import CHECKS
from ambitus.core.grammar.base.boxed_pinched.cut import form, marks
from ambitus.core.grammar.base.boxed_pinched.read import read
from ambitus.core.grammar.base.boxed_pinched.steps import steps
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.corners import corner_givens, corner_params
from ambitus.core.grammar.base.fields import (
    CORNER,
    CORNER_BY,
    CUT_AS,
    INSERT,
    INSERT_LESS,
    PINCH,
    PINCH_TRIM,
    SIZE_FROM,
    THING_LIES,
    WIDTH_MEANS,
)
from ambitus.core.grammar.base.insert import insert_parts, lay_insert
from ambitus.core.grammar.base.panels import no_base_seam, straight
from ambitus.core.grammar.base.thing import BOXED_GIVENS, THING_FIELDS
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import paired

#: what may be measured at a pinched corner in place of the depth
MEASURED = ("point", "tip", "line")

BOXED_PINCHED = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS, *CHECKS),
    kind="boxed_pinched",
    label="Boxed, corners pinched",
    help="Nothing is cut out: each corner is folded to a point and stitched across.",
    params=(
        *DEEP_PARAMS,
        *corner_params(*MEASURED),
        SIDES_OR_BASE,
        Param(
            PINCH,
            "Corner measured",
            "choice",
            "point",
            options=(
                Option("point", "From the stitched point", "Half the depth from where the two seams meet."),
                Option("line", "By the line", "Where the line across the corner is as long as the depth."),
            ),
        ),
        Param(PINCH_TRIM, "Left outside the corner seam", "length", paired(6), low=2, high=40),
    ),
    givens=(*BOXED_GIVENS, *corner_givens(DEPTH, *MEASURED)),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: base_says("pinched base", bag),
        choices=(BASE_KIND, CUT_AS, SIZE_FROM, THING_LIES, PINCH, CORNER_BY, WIDTH_MEANS, INSERT),
        fields=(*THING_FIELDS, CORNER, PINCH_TRIM, INSERT_LESS),
    ),
    classes={"side": "Side seam", "base": "Base seam"},
    also_sewn={"corner": "Corner seam"},
    unused=no_base_seam,
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=form,
    read=read,
    marks=marks,
    straight=straight,
)
