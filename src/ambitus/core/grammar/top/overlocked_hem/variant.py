"""A hem of one turn whose raw edge is overlocked. Unlined."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Line
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Layer, Top
from ambitus.core.grammar.order import HEM_SEWN, HEM_SEWN_PARAM, goes
from ambitus.core.grammar.top import sections
from ambitus.core.grammar.top.checks import HEM_CHECKS
from ambitus.core.grammar.top.fields import HEM, TOP_SLIVER
from ambitus.core.grammar.top.finishing import top_phrase
from ambitus.core.grammar.top.hem import (
    SLIVER_PARAM,
    UNLINED,
    hem_steps,
    knife_terms,
    lines_along_top,
    rows_along_top,
)
from ambitus.core.grammar.top.overlocked_hem.read import read
from ambitus.core.lengths import paired
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term


def _allowance(bag: Resolved, layer: str) -> tuple[Term, ...]:
    return (HEM.term(bag, "Hem"), *knife_terms(bag, "Hem"))


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Line, ...]:
    bag = item.bag
    told = Sum("From the raw edge to the fold", _allowance(bag, "outer"))
    folds = lines_along_top(bag, form, layer, (("fold, before overlocking", told),))
    return (*folds, *rows_along_top(form, (HEM.of(bag),)))


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    bag = item.bag
    press = "Overlock the top edges first, right side up, then fold the hem to the wrong side once."
    first = acts.Finish(acts.Edges(("outer",), "top"))
    lengths = (("Hem, from the overlocked edge", HEM.of(bag)),)
    return tuple(
        replace(s, say=f"On the overlocking, not at the fold. {s.say}") if s.key == "stitch hem" else s
        for s in hem_steps(bag, form, press, lengths, (first,))
    )


OVERLOCKED_HEM = Top(
    checks=HEM_CHECKS,
    kind="overlocked_hem",
    section=sections.OVERLOCKED_HEM,
    label="Unlined, hem turned once",
    help="The edge is overlocked and turned once: flatter than two turns.",
    layers=("outer",),
    params=(
        Param(HEM, "Hem", "length", paired(25), low=3, high=300),
        replace(SLIVER_PARAM, shown_if=None),
        HEM_SEWN_PARAM,
    ),
    phrase=top_phrase("unlined with an overlocked hem", fields=(HEM, TOP_SLIVER)),
    brings={**UNLINED, "attach": "on_hem"},
    allowance=_allowance,
    sewn=_sewn,
    listed={"hem": HEM, "top_sliver": TOP_SLIVER},
    read=read,
    sewn_flat=lambda bag: goes(bag, HEM_SEWN, "flat"),
    acts=(_steps,),
)
