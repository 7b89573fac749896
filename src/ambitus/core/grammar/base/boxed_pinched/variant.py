"""Boxed base, corners pinched flat and stitched across, then trimmed."""

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.boxed.variant import BOXED, base_says
from ambitus.core.grammar.base.boxed_pinched.checks import CHECKS
from ambitus.core.grammar.base.boxed_pinched.cut import form, marks
from ambitus.core.grammar.base.boxed_pinched.read import read
from ambitus.core.grammar.base.boxed_pinched.steps import steps
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.fields import CUT_AS, INSERT, INSERT_LESS, PINCH, PINCH_TRIM, WIDTH_MEANS
from ambitus.core.grammar.base.insert import insert_parts, lay_insert
from ambitus.core.grammar.base.panels import no_base_seam, straight
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.lengths import paired

BOXED_PINCHED = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS, *CHECKS),
    kind="boxed_pinched",
    label="Boxed, corners pinched",
    help="Nothing is cut out: each corner is folded to a point and stitched across.",
    params=(
        *BOXED.params,
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
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: base_says("pinched base", bag),
        choices=(BASE_KIND, CUT_AS, PINCH, WIDTH_MEANS, INSERT),
        fields=(PINCH_TRIM, INSERT_LESS),
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
