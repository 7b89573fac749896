"""Strap ends turned under and sewn to the face in a box below the top edge."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.on_face.read import read_tail
from ambitus.core.grammar.carry.on_face.steps import steps
from ambitus.core.grammar.carry.placing import centre_marks
from ambitus.core.grammar.contract import Attach, Param
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


def _tail(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    return (
        bag.term("From the top edge to the box", f"{prefix}.from_top"),
        bag.term("Box", f"{prefix}.box"),
        bag.term("End turned under", f"{prefix}.end"),
    )


def _core_short(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    return (Term("Short of both ends", -bag.mm(f"{prefix}.end"), "Keeps the core out of the turned ends."),)


def _crossed(bag: Resolved, prefix: str) -> tuple[int, int, int]:
    """Return the layers under the needle: an end that is not turned under is one layer."""
    return 1, 0, 2 if bag.mm(f"{prefix}.end") > 0 else 1


def _marks(bag: Resolved, prefix: str, form: Form, piece: Piece) -> tuple[Mark, ...]:
    top = next((e for e in piece.edges if e.seam == "top"), None)
    if top is None:
        return ()
    down, box = f"{prefix}.from_top", f"{prefix}.box"
    upper = Sum("From the raw edge to the box", (*top.terms, bag.term("From the top edge", down)))
    lower = Sum("From the raw edge to the end", (*upper.terms, bag.term("Box", box)))
    return centre_marks(bag, prefix, form, piece, (("down to the box", upper), ("to its lower row", lower)))


ON_FACE = Attach(
    slot="attach",
    kind="on_face",
    says="on the face",
    section=sections.ON_FACE,
    label="Sewn on the face",
    help="The ends are turned under and sewn flat on the outside, in a box with a cross.",
    params=(
        Param("from_top", "From the top edge to the box", "length", paired(40), low=0, high=2000),
        Param("box", "Height of the box", "length", paired(25), low=3, high=300),
        Param("end", "End turned under", "length", paired(15), low=0, high=100),
    ),
    tail=_tail,
    core_short=_core_short,
    marks=_marks,
    crossed=_crossed,
    told=("from_top", "box", "end"),
    read_tail=read_tail,
    steps=steps,
)
