"""Strap ends that stand inside a hem of one turn, caught by its row and by one at the top edge."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.in_turn.read import read_tail
from ambitus.core.grammar.carry.in_turn.steps import steps
from ambitus.core.grammar.carry.placing import caught_at_centres
from ambitus.core.grammar.contract import Attach, Layer
from ambitus.core.grammar.top.fields import HEM
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Term


def _tail(item: Item, _: Form | None) -> tuple[Term, ...]:
    """Return the hem that an end stands in; a bag without one has no place for it, and a check says so."""
    return (HEM.term(item, "Hem the strap stands in"),) if HEM.found(item) else ()


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    return caught_at_centres(item, form, layer, reaches=HEM.or_none(item) or 0.0)


IN_TURN = Attach(
    slot="attach",
    kind="in_turn",
    says="standing in the hem",
    section=sections.IN_TURN,
    label="Standing inside the hem",
    help="The ends go down inside a hem of one turn, as deep as it is; its row and one more hold them.",
    tops=("overlocked_hem",),
    under_hem=True,
    tail=_tail,
    sewn=_sewn,
    crossed=lambda item: (2, 0, 1),
    read_tail=read_tail,
    acts=(steps,),
)
