"""Strap ends turned under and sewn to the face in a box below the top edge."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.fields import BOX, END_TURNED, FROM_TOP
from ambitus.core.grammar.carry.on_face.read import read_tail
from ambitus.core.grammar.carry.on_face.steps import steps
from ambitus.core.grammar.carry.placing import caught_at_centres
from ambitus.core.grammar.contract import Attach, Layer
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term


def _tail(item: Item, _: Form | None) -> tuple[Term, ...]:
    return (
        FROM_TOP.term(item, "From the top edge to the box"),
        BOX.term(item, "Box"),
        END_TURNED.term(item, "End turned under"),
    )


def _core_short(item: Item) -> tuple[Term, ...]:
    return (Term("Short of both ends", -END_TURNED.of(item), "Keeps the core out of the turned ends."),)


def _crossed(item: Item) -> tuple[int, int, int]:
    """Return the layers under the needle: an end that is not turned under is one layer."""
    return 1, 0, 2 if END_TURNED.of(item) > 0 else 1


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    top = item.bag.kinds.top.allowance(item.bag, layer)
    upper = Sum("From the raw edge to the box", (*top, FROM_TOP.term(item, "From the top edge")))
    lower = Sum("From the raw edge to the end", (*upper.terms, BOX.term(item, "Box")))
    down = (("down to the box", upper), ("to its lower row", lower))
    return caught_at_centres(item, form, layer, reaches=FROM_TOP.of(item) + BOX.of(item), down=down)


ON_FACE = Attach(
    slot="attach",
    kind="on_face",
    says="on the face",
    section=sections.ON_FACE,
    label="Sewn on the face",
    help="The ends are turned under and sewn flat on the outside, in a box with a cross.",
    params=(
        Param(FROM_TOP, "From the top edge to the box", "length", paired(40), low=0, high=2000),
        Param(BOX, "Height of the box", "length", paired(25), low=3, high=300),
        Param(END_TURNED, "End turned under", "length", paired(15), low=0, high=100),
    ),
    tail=_tail,
    core_short=_core_short,
    sewn=_sewn,
    crossed=_crossed,
    row_tells=(
        FROM_TOP,
        BOX,
        END_TURNED,
    ),
    read_tail=read_tail,
    acts=(steps,),
)
