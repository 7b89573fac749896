"""Strap ends laid under the hem, folded up over it and stitched twice."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.fields import TUCK
from ambitus.core.grammar.carry.on_hem.checks import CHECKS
from ambitus.core.grammar.carry.on_hem.read import read_tail
from ambitus.core.grammar.carry.on_hem.steps import steps
from ambitus.core.grammar.carry.placing import caught_at_centres
from ambitus.core.grammar.contract import Attach, Layer
from ambitus.core.grammar.top.fields import HEM
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Term


def _tail(item: Item, _: Form | None) -> tuple[Term, ...]:
    tucked = TUCK.term(item, "End tucked up inside the hem")
    return (HEM.term(item, "Hem the strap lies on"), tucked) if HEM.found(item) else (tucked,)


def _core_short(item: Item) -> tuple[Term, ...]:
    return (Term("Short of both ends", -TUCK.of(item), "Keeps the core out of the tucked ends."),)


def _crossed(item: Item) -> tuple[int, int, int]:
    return (3 if item.bag.kinds.top.kind == "double_hem" else 2, 0, 2)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    hem = HEM.of(item) if HEM.found(item) else 0.0
    return caught_at_centres(item, form, layer, reaches=hem)


ON_HEM = Attach(
    checks=CHECKS,
    slot="attach",
    kind="on_hem",
    says="on the hem",
    section=sections.ON_HEM,
    label="Sewn to the hem",
    help="The ends lie under the hem; the strap is folded up over it and stitched twice, in a box.",
    params=(
        Param(
            TUCK,
            "End tucked up inside the hem",
            "length",
            paired(15),
            low=0,
            high=300,
            help="No more than the hem, or it shows below.",
        ),
    ),
    under_hem=True,
    tops=("double_hem", "overlocked_hem"),
    tail=_tail,
    core_short=_core_short,
    sewn=_sewn,
    crossed=_crossed,
    row_tells=(TUCK,),
    read_tail=read_tail,
    acts=(steps,),
)
