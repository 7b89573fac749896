"""A flat bag of two panels with a seam along the base: W + 2s by H + sb + top, once every edge has grown."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.cut_as import is_hinged, is_wrapped
from ambitus.core.grammar.base.fields import CUT_AS, SIZE_FROM, THING_LIES
from ambitus.core.grammar.base.hinged import hinged
from ambitus.core.grammar.base.insert import insert_parts, lay_insert
from ambitus.core.grammar.base.panels import CUT_AS_PARAM, HEIGHT_PARAM, WIDTH_PARAM, flat_form, straight
from ambitus.core.grammar.base.seamed.read import read
from ambitus.core.grammar.base.seamed.steps import steps
from ambitus.core.grammar.base.thing import FLAT_GIVENS, LIES_PARAMS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.contract import Allowances, Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.order import FIRST_SEAM_PARAM
from ambitus.core.grammar.top.fields import TURNED
from ambitus.core.spec.resolved import Resolved


def _form(bag: Resolved, allowances: Allowances) -> Form:
    plain = flat_form(bag, allowances)
    return hinged(plain) if is_hinged(bag) else plain


SEAMED = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS),
    kind="seamed",
    label="Flat, with a base seam",
    help="Two rectangles sewn on three sides, or one wrapped round; no depth.",
    wraps=True,
    hinges=True,
    one_piece=is_wrapped,
    givens=FLAT_GIVENS,
    usual={TURNED: lambda bag: "zip" if is_hinged(bag) else "gap"},
    params=(
        WIDTH_PARAM,
        HEIGHT_PARAM,
        CUT_AS_PARAM,
        *THING_PARAMS,
        *LIES_PARAMS,
        FIRST_SEAM_PARAM,
    ),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: f"flat base{' wrapped round in one piece' if is_wrapped(bag) else ''}",
        choices=(BASE_KIND, CUT_AS, SIZE_FROM, THING_LIES),
        fields=THING_FIELDS,
    ),
    classes={"side": "Side seam", "base": "Base seam"},
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=_form,
    read=read,
    straight=straight,
)
