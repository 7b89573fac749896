"""Lining and outer each pressed under at the top and topstitched together: no gap is needed."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.contract import DIVIDES, Param, Stage, Top
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.checks import HEM_CHECKS, LINED_CHECKS
from ambitus.core.grammar.top.facing import FACING_PARAMS, facing_stage, lay_lining, no_join, says_lined
from ambitus.core.grammar.top.fields import EASE_BY, FACING, FACING_HEIGHT, LINING_EASE, TURN
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import fold_marks
from ambitus.core.grammar.top.lining import EASE_PARAMS, shorter_terms
from ambitus.core.grammar.top.pressed_edges.read import read
from ambitus.core.grammar.top.pressed_edges.steps import steps
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term


def _finish(bag: Resolved, layer: str) -> tuple[Term, ...]:
    return (TURN.term(bag, "Top edge, pressed under"),)


def _marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    bag = item.bag
    told = Sum("From the raw edge to the fold", _finish(bag, "outer"))
    return fold_marks(piece, (("fold", told),), "Top edge, from the raw top edge")


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
    finish=_finish,
    marks=_marks,
    told={"turn": TURN},
    read=read,
    shorter=shorter_terms,
    stages=(Stage(DIVIDES, facing_stage),),
    acts=(lay_lining, steps),
)
