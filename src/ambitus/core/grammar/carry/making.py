"""What every make of strap shares: its phrase, and the two steps from cut strip to strap."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.carry.fields import (
    ATTACH,
    BOX,
    DROP,
    END_TURNED,
    FROM_FACE,
    FROM_RAW,
    FROM_SIDE,
    FROM_TOP,
    GAP_BY,
    GAP_INSIDE,
    GAP_OUTSIDE,
    HELD,
    INSIDE_TOP,
    LENGTH_BY,
    MAKE,
    MEASURED_BY,
    NARROWS_TO,
    PAIRS,
    PAST,
    PLACED_BY,
    RING_JOIN,
    ROLL_FLAT,
    ROLLED,
    SIDE_BY,
    STRAP_CUT,
    STRAP_GAP,
    STRAP_LENGTH,
    STRAP_TURN,
    STRAP_WIDTH,
    STRETCHED,
    STRETCHES_TO,
    TUCK,
)
from ambitus.core.grammar.carry.rolled import is_rolled, made_state, rolled_on
from ambitus.core.grammar.carry.strap import hang_of, one_strap
from ambitus.core.grammar.carry.stretched import is_stretched, stretch_steps, stretched_on, strips_ready
from ambitus.core.grammar.contract import Layer
from ambitus.core.lengths import amount
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched
from ambitus.core.sums import Term


def _says(words: str, item: Item) -> str:
    rolled = " and halved again in the hand" if is_rolled(item) else ""
    first = " after the strips are stretched" if is_stretched(item) else ""
    return f"{words}{first}{rolled}, {item.attach.says}"


def phrase(words: str) -> Phrase:
    """Return the phrase of a make of strap, in *words*."""
    return Phrase(
        key="strap",
        label="Straps",
        before=", two straps ",
        before_one=", one strap ",
        says=lambda bag, view, prefix: _says(words, Item(bag, prefix)),
        choices=(
            PAIRS,
            MAKE,
            ATTACH,
            MEASURED_BY,
            LENGTH_BY,
            HELD,
            STRETCHED,
            ROLLED,
            PLACED_BY,
            GAP_BY,
            SIDE_BY,
        ),
        fields=(
            STRAP_WIDTH,
            DROP,
            STRAP_LENGTH,
            STRAP_CUT,
            FROM_SIDE,
            FROM_RAW,
            FROM_FACE,
            STRAP_GAP,
            GAP_INSIDE,
            GAP_OUTSIDE,
            STRAP_TURN,
            PAST,
            TUCK,
            INSIDE_TOP,
            FROM_TOP,
            BOX,
            END_TURNED,
            RING_JOIN,
            ROLL_FLAT,
            STRETCHES_TO,
            NARROWS_TO,
        ),
    )


def width_term(item: Item, times: int, why: str) -> Term:
    """Return the finished width, *times* over."""
    return STRAP_WIDTH.term(item, "Strap width", times, f"{why} {STRAP_WIDTH.why(item)}")


def twice_as_wide(item: Item) -> tuple[Term, ...]:
    """
    Return the width of a core that lies centred on the strip, double in the finished strap; where that is
    folded again, in one half of it. A strip that is stretched has none: it would hold it short.
    """
    if is_stretched(item):
        return ()
    if is_rolled(item):
        return (width_term(item, 1, "Centred: it lies double in one half of what is folded again."),)
    return (width_term(item, 2, "Centred on the strip, so that it lies double in the finished strap."),)


def strips_on(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return what is done to the strips of a strap beside folding them."""
    return (*stretched_on(item, form, layer), *rolled_on(item, form, layer))


def making_steps(item: Item, form: Form, fold: tuple[str, str], stitch: tuple[str, str]) -> tuple[Step, ...]:
    """Return the steps from strip to strap on *form*: (title, say) of the folding and of the stitching."""
    at, bag = item.number, item.bag
    core = (
        ("strap cores fused",)
        if bag.kinds.interfacing.cuts and not bag.kinds.interfacing.part and item.make.core_width(item)
        else ()
    )
    steps = (
        *(stretch_steps(item, hang_of(item, form)) if is_stretched(item) else ()),
        Step(
            f"strap {at} fold",
            fold[0],
            fold[1],
            300,
            needs=(strips_ready(item), *core),
            gives=(f"carry {at} folded",),
            acts=(acts.Crease((f"strap carry.{at}",)),),
            settings=f"Iron: {bag.cloth('outer').iron}.",
            reads=(Reading("strap_folded", "Folded strap, across", STRAP_WIDTH.of(item)),),
            cautions=("hot iron", "steam"),
            wait=("until the folds are cold", 1.0),
        ),
        Step(
            f"strap {at} stitch",
            stitch[0],
            stitch[1],
            310,
            needs=(f"carry {at} folded",),
            gives=(made_state(item),),
            acts=(acts.Make((f"strap carry.{at}",), iron=False, folded=True),),
            settings=stitched(bag.cloth("outer"), 3, f"{amount(2, bag.unit)} from the edge"),
            cautions=("needle over bulk",),
        ),
    )
    return tuple(one_strap(item, step) for step in steps)
