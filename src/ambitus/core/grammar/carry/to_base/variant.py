"""Straps that run down the face and are caught in the base seam."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.cut_as import is_folded
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.fields import FROM_TOP
from ambitus.core.grammar.carry.running import PANELS, ROWS_PARAM, down_the_panel, laid_on, layers_there
from ambitus.core.grammar.carry.running_checks import CHECKS
from ambitus.core.grammar.carry.running_steps import laid_and_sewn
from ambitus.core.grammar.carry.to_base.read import read_tail
from ambitus.core.grammar.contract import Attach
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Term


def _needs(bag: Resolved) -> str:
    if is_folded(bag):
        return "the base is a fold, and no seam there catches its end"
    if "base" in bag.classes and bag.kinds.seam("base").laps:
        return "the base seam is lapped, and one of its edges is seen"
    return ""


def _in_the_seam(item: Item) -> tuple[Term, ...]:
    return edge_terms(item.bag, "base", True) if "base" in item.bag.classes else ()


def _tail(item: Item, form: Form | None) -> tuple[Term, ...]:
    return (*down_the_panel(item, form), *_in_the_seam(item))


def _core_short(item: Item) -> tuple[Term, ...]:
    caught = sum(t.mm for t in _in_the_seam(item))
    return (Term("Short of both ends", -caught, "Keeps the core out of the base seam."),)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return tuple(
        laid_and_sewn(
            item,
            form,
            needs=(f"carry {item.number} made", "outer panels laid"),
            gives=("outer panels ready",),
            place="One at the front, one at the back, right side up, each end from its mark straight down to "
            "the raw edge of the base.",
            end="From the raw edge of the base up: the base seam takes their ends.",
        )
    )


TO_BASE = Attach(
    slot="attach",
    kind="to_base",
    says="down to the base seam",
    section=sections.TO_BASE,
    label="Down to the base seam",
    help="The strap lies on the face all the way down, sewn along both edges; the base seam catches its end.",
    params=(ROWS_PARAM,),
    bases=(*PANELS, "side_panels"),
    runs="caught",
    needs=_needs,
    tail=_tail,
    core_short=_core_short,
    sewn=laid_on,
    crossed=layers_there,
    row_tells=(FROM_TOP,),
    read_tail=read_tail,
    acts=(_steps,),
    checks=CHECKS,
)
