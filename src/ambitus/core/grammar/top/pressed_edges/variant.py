"""Lining and outer each pressed under at the top and topstitched together: no gap is needed."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Line
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import DIVIDES, Layer, Stage, Top
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.checks import HEM_CHECKS, LINED_CHECKS
from ambitus.core.grammar.top.facing import FACING_PARAMS, facing_stage, lay_lining, no_join, says_lined
from ambitus.core.grammar.top.fields import EASE_BY, FACING, FACING_HEIGHT, LINING_EASE, TURN
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import lines_along_top, topstitched
from ambitus.core.grammar.top.lining import EASE_PARAMS, shorter_terms
from ambitus.core.grammar.top.pressed_edges.read import read
from ambitus.core.grammar.top.pressed_edges.steps import steps
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def _allowance(bag: Resolved, layer: str) -> tuple[Term, ...]:
    return (TURN.term(bag, "Top edge, pressed under"),)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Line, ...]:
    bag = item.bag
    told = Sum("From the raw edge to the fold", _allowance(bag, "outer"))
    folds = lines_along_top(bag, form, layer, (("fold", told),), "Top edge, from the raw top edge")
    return (*folds, *topstitched(form))


PRESSED_EDGES = Top(
    checks=(*LINED_CHECKS, *HEM_CHECKS),
    kind="pressed_edges",
    section=sections.PRESSED_EDGES,
    label="Lined, both edges pressed under",
    help="Outer and lining are each folded in at the top and topstitched together; no gap to close.",
    layers=("outer", "lining"),
    params=(
        Param(TURN, "Top edge pressed under", "length", paired(15), low=3, high=100),
        *FACING_PARAMS,
        *EASE_PARAMS,
    ),
    phrase=top_phrase(
        says_lined("with pressed edges"),
        choices=(FACING, LINING_EASE),
        fields=(TURN, FACING_HEIGHT, EASE_BY),
    ),
    classes={"join": "Join"},
    joins=("join",),
    unused=no_join,
    brings={"attach": "tucked"},
    allowance=_allowance,
    sewn=_sewn,
    listed={"turn": TURN},
    read=read,
    shorter=shorter_terms,
    stages=(Stage(DIVIDES, facing_stage),),
    acts=(lay_lining, steps),
)
