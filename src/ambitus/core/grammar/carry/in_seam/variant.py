"""Strap ends caught in the top seam, between outer and lining."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.fields import PAST
from ambitus.core.grammar.carry.in_seam.steps import steps
from ambitus.core.grammar.carry.placing import caught_at_centres
from ambitus.core.grammar.carry.read import read_tail
from ambitus.core.grammar.carry.top_seam import PAST_PARAM, core_short, tail
from ambitus.core.grammar.contract import Attach, Layer
from ambitus.core.spec.resolved import Item


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    return caught_at_centres(item, form, layer, seam="top")


IN_SEAM = Attach(
    slot="attach",
    kind="in_seam",
    says="caught in the top seam",
    section=sections.IN_SEAM,
    label="Caught in the top seam",
    help="The ends go down between outer and lining, past the raw edge, and the top seam holds them.",
    params=(PAST_PARAM,),
    tops=("turned_through",),
    tail=tail,
    core_short=core_short,
    sewn=_sewn,
    crossed=lambda item: (1, 1, 1),
    row_tells=(PAST,),
    read_tail=read_tail,
    acts=(steps,),
)
