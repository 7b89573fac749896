"""A flat bag of one piece, folded at the base: W + 2s by 2 (H + top), once every edge has grown."""

from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.fields import SIZE_FROM, THING_LIES
from ambitus.core.grammar.base.folded.read import read
from ambitus.core.grammar.base.insert import insert_parts, lay_insert
from ambitus.core.grammar.base.panels import HEIGHT_PARAM, WIDTH_PARAM, flat_form, straight
from ambitus.core.grammar.base.seamed.steps import steps
from ambitus.core.grammar.base.thing import FLAT_GIVENS, LIES_PARAMS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND

FOLDED = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS),
    kind="folded",
    label="Flat, folded at the base",
    help="One piece, front and back; only the sides are sewn. A one-way print turns over at the back.",
    params=(WIDTH_PARAM, HEIGHT_PARAM, *THING_PARAMS, *LIES_PARAMS),
    givens=FLAT_GIVENS,
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: "folded base",
        choices=(BASE_KIND, SIZE_FROM, THING_LIES),
        fields=THING_FIELDS,
    ),
    classes={"side": "Side seam"},
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=flat_form,
    read=read,
    straight=straight,
)
