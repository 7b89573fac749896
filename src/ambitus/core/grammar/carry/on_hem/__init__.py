"""Strap ends laid under the hem, folded up over it and stitched twice."""

from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.on_hem.read import read_tail
from ambitus.core.grammar.carry.on_hem.steps import steps
from ambitus.core.grammar.carry.placing import centre_marks
from ambitus.core.grammar.contract import Attach, Param
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term


def _tail(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    path = "top.hem"
    if path not in bag.values:
        return (bag.term("End tucked up inside the hem", f"{prefix}.tuck"),)
    hem = bag.term("Hem the strap lies on", path)
    return (hem, bag.term("End tucked up inside the hem", f"{prefix}.tuck"))


def _core_short(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    return (Term("Short of both ends", -bag.mm(f"{prefix}.tuck"), "Keeps the core out of the tucked ends."),)


def _crossed(bag: Resolved, prefix: str) -> tuple[int, int, int]:
    return (3 if bag.bag.top.kind == "double_hem" else 2, 0, 2)


ON_HEM = Attach(
    slot="attach",
    kind="on_hem",
    says="on the hem",
    section=sections.ON_HEM,
    label="Sewn to the hem",
    help="The ends lie under the hem; the strap is folded up over it and stitched twice, in a box.",
    params=(
        Param(
            "tuck",
            "End tucked up inside the hem",
            "length",
            paired(15),
            low=0,
            high=300,
            help="No more than the hem, or it shows below.",
        ),
    ),
    tops=("double_hem", "overlocked_hem"),
    tail=_tail,
    core_short=_core_short,
    marks=centre_marks,
    crossed=_crossed,
    told=("tuck",),
    read_tail=read_tail,
    steps=steps,
)
