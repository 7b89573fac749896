"""A base folded up inside before the side seams, so that it opens like a W: deep, with no corner seam."""

from ambitus.core.form.sewn import FoldedUp
from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.base.boxed.variant import DEEP_PARAMS, base_says
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.corners import corner_givens, corner_params
from ambitus.core.grammar.base.fields import (
    CORNER,
    CORNER_BY,
    CUT_AS,
    INSERT,
    INSERT_LESS,
    SIZE_FROM,
    THING_LIES,
    WIDTH_MEANS,
)
from ambitus.core.grammar.base.folded_in.checks import CHECKS
from ambitus.core.grammar.base.folded_in.cut import form, marks
from ambitus.core.grammar.base.folded_in.read import read
from ambitus.core.grammar.base.folded_in.steps import steps
from ambitus.core.grammar.base.insert import insert_parts, lay_insert
from ambitus.core.grammar.base.panels import no_base_seam, straight
from ambitus.core.grammar.base.thing import BOXED_GIVENS, THING_FIELDS
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.spec.resolved import Resolved


def _straight(bag: Resolved) -> dict[str, float]:
    """Return the straight seams for a gap: the sides only above the fold, where they cross four layers."""
    plain = straight(bag)
    return {**plain, "side": plain["side"] - DEPTH.of(bag) / 2}


FOLDED_IN = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS, *CHECKS),
    kind="folded_in",
    label="Folded in",
    help="The base is folded up inside before the sides are sewn; it opens out flat, with no corner seam.",
    params=(*DEEP_PARAMS, *corner_params("crease")),
    givens=(*BOXED_GIVENS, *corner_givens(DEPTH, "crease")),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: base_says("folded-in base", bag),
        choices=(BASE_KIND, CUT_AS, SIZE_FROM, THING_LIES, CORNER_BY, WIDTH_MEANS, INSERT),
        fields=(
            *THING_FIELDS,
            CORNER,
            INSERT_LESS,
        ),
    ),
    classes={"side": "Side seam", "base": "Base seam"},
    unused=no_base_seam,
    parts=insert_parts,
    sewn=lambda item, form, layer: (FoldedUp(form.mm("depth") / 2),),
    acts=(steps, lay_insert),
    form=form,
    read=read,
    marks=marks,
    straight=_straight,
)
