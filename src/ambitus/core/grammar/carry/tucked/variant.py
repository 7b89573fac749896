"""Strap ends tucked between the pressed edges of outer and lining."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.fields import INSIDE_TOP
from ambitus.core.grammar.carry.placing import caught_at_centres
from ambitus.core.grammar.carry.tucked.read import read_tail
from ambitus.core.grammar.carry.tucked.steps import steps
from ambitus.core.grammar.contract import Attach, Layer
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Term


def _tail(item: Item, _: Form | None) -> tuple[Term, ...]:
    return (INSIDE_TOP.term(item, "End inside the top edge"),)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    return caught_at_centres(item, form, layer, reaches=INSIDE_TOP.of(item))


TUCKED = Attach(
    slot="attach",
    kind="tucked",
    says="tucked in",
    section=sections.TUCKED,
    label="Tucked between the edges",
    help="The ends go down between the pressed edges, deep enough for two rows of stitching.",
    params=(Param(INSIDE_TOP, "End inside the top edge", "length", paired(50), low=5, high=300),),
    tops=("pressed_edges",),
    tail=_tail,
    sewn=_sewn,
    crossed=lambda item: (2, 2, 1),
    row_tells=(INSIDE_TOP,),
    read_tail=read_tail,
    acts=(steps,),
)
