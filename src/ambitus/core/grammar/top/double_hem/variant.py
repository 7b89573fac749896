"""A hem turned twice: a small turn that hides the raw edge, then a larger one. Unlined."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Line
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Layer, Top
from ambitus.core.grammar.order import HEM_SEWN, HEM_SEWN_PARAM, goes
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.checks import HEM_CHECKS
from ambitus.core.grammar.top.double_hem.read import read
from ambitus.core.grammar.top.fields import HEM, TOP_SLIVER, TURN
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import (
    SLIVER_PARAM,
    UNLINED,
    hem_steps,
    knife_of_every,
    lines_along_top,
    rows_along_top,
)
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term


def _turns(bag: Resolved) -> tuple[Term, Term]:
    return TURN.term(bag, "First turn"), HEM.term(bag, "Hem")


def _allowance(bag: Resolved, layer: str) -> tuple[Term, ...]:
    return (*_turns(bag), *knife_of_every(bag, "Hem"))


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Line, ...]:
    bag = item.bag
    turn, hem = _turns(bag)
    knife = knife_of_every(bag, "Hem")
    first = ("first fold", Sum("From the raw edge to the first fold", (*knife, turn)))
    second = ("second fold", Sum("From the raw edge to the second fold", (*knife, turn, hem)))
    folds = lines_along_top(bag, form, layer, (first, second))
    return (*folds, *rows_along_top(form, (HEM.of(bag),)))


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    bag = item.bag
    lengths = (("First turn", TURN.of(bag)), ("Hem", HEM.of(bag)))
    return hem_steps(bag, form, "The small turn first, then the hem over it, to the wrong side.", lengths)


DOUBLE_HEM = Top(
    checks=HEM_CHECKS,
    kind="double_hem",
    section=sections.DOUBLE_HEM,
    label="Unlined, hem turned twice",
    help="A small turn hides the raw edge, a larger one carries the stitching and the straps.",
    layers=("outer",),
    params=(
        Param(TURN, "First turn", "length", paired(10), low=1, high=100),
        Param(HEM, "Hem", "length", paired(25), low=3, high=300, help="The second, larger turn."),
        SLIVER_PARAM,
        HEM_SEWN_PARAM,
    ),
    phrase=top_phrase("unlined with a hem turned twice", fields=(TURN, HEM, TOP_SLIVER)),
    brings={**UNLINED, "attach": "on_hem"},
    allowance=_allowance,
    sewn=_sewn,
    listed={"turn": TURN, "hem": HEM, "top_sliver": TOP_SLIVER},
    read=read,
    sewn_flat=lambda bag: goes(bag, HEM_SEWN, "flat"),
    acts=(_steps,),
)
