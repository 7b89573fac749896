"""Two straps joined to one ring that lies round the bag, under its base: the base carries, not its seams."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.base.cut_as import is_folded, is_wrapped
from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.fields import FROM_TOP, RING_JOIN
from ambitus.core.grammar.carry.running import PANELS, ROWS_PARAM, down_the_panel, laid_on, layers_there
from ambitus.core.grammar.carry.running_checks import CHECKS
from ambitus.core.grammar.carry.running_steps import laid_and_sewn
from ambitus.core.grammar.carry.under_base.read import read_tail
from ambitus.core.grammar.contract import Attach
from ambitus.core.lengths import paired
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step
from ambitus.core.steps.settings import stitched
from ambitus.core.sums import Term


def _needs(bag: Resolved) -> str:
    if bag.kinds.top.shut:
        return "the zip joins front and back first, and nothing lies open after that"
    if is_wrapped(bag):
        return (
            "one piece wrapped round lies folded once its base is sewn: nothing lies open over the base seam"
        )
    return ""


def _join(item: Item) -> tuple[Term, ...]:
    return (RING_JOIN.term(item, "Join under the base"),)


def _tail(item: Item, form: Form | None) -> tuple[Term, ...]:
    return (*down_the_panel(item, form), *_join(item))


def _core_short(item: Item) -> tuple[Term, ...]:
    return (Term("Short of both ends", -RING_JOIN.of(item), "Keeps the core out of the joins."),)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    at, bag = item.number, item.bag
    flat = is_folded(bag)
    ring = Step(
        f"strap {at} ring",
        "Join the two straps to one ring",
        "End to end, right sides together, untwisted, one join after the other. Press the joins open and "
        "stitch them down on both sides.",
        330,
        needs=(f"carry {at} made",),
        gives=(f"carry {at} ringed",),
        acts=(acts.RingUp((f"strap carry.{at}",)),),
        settings=stitched(bag.cloth("outer")),
        lengths=(("Join", RING_JOIN.of(item)),),
        cautions=("needle over bulk",),
    )
    return (
        ring,
        *laid_and_sewn(
            item,
            form,
            needs=(f"carry {at} ringed", "outer panels laid" if flat else "outer base sewn"),
            gives=("outer panels ready",) if flat else (),
            place="Over the right side of the piece that lies open, both joins in the middle of the base, "
            "from mark to mark along the front and the back.",
            end="From the middle of the base up, on either side of it.",
            rank=380 if flat else 402,
        ),
    )


UNDER_BASE = Attach(
    slot="attach",
    kind="under_base",
    says="as one ring under the base",
    section=sections.UNDER_BASE,
    label="As one ring under the base",
    help="Both straps are joined and lie round the bag: the load hangs in the ring, not in the seams.",
    params=(
        ROWS_PARAM,
        Param(RING_JOIN, "Join under the base", "length", paired(10), low=3, high=100),
    ),
    bases=(*PANELS, "folded"),
    runs="under",
    needs=_needs,
    tail=_tail,
    core_short=_core_short,
    sewn=laid_on,
    crossed=layers_there,
    row_tells=(FROM_TOP, RING_JOIN),
    read_tail=read_tail,
    acts=(_steps,),
    checks=CHECKS,
)
