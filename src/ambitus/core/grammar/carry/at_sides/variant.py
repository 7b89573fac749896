"""One strap from side to side: each end caught in the top seam in the middle of a side."""

from ambitus.core.grammar.carry import sections
from ambitus.core.grammar.carry.at_sides.cut import ends
from ambitus.core.grammar.carry.at_sides.steps import steps
from ambitus.core.grammar.carry.fields import (
    FROM_FACE,
    FROM_RAW,
    FROM_SIDE,
    GAP_BY,
    GAP_INSIDE,
    GAP_OUTSIDE,
    PAST,
    PLACED_BY,
    SIDE_BY,
    STRAP_GAP,
)
from ambitus.core.grammar.carry.read import read_tail
from ambitus.core.grammar.carry.top_seam import PAST_PARAM, core_short, tail
from ambitus.core.grammar.contract import Attach
from ambitus.core.spec.resolved import Item


def _crossed(item: Item) -> tuple[int, int, int]:
    """Return the layers under the needle: on a side seam its allowances lie open under each half."""
    layers = 1 if item.bag.kinds.base.side_panels else 2
    return layers, layers, 1


AT_SIDES = Attach(
    slot="attach",
    kind="at_sides",
    says="from side to side",
    section=sections.AT_SIDES,
    label="One strap, from side to side",
    help="One strap over the mouth, each end caught in the top seam in the middle of a side.",
    params=(PAST_PARAM,),
    single=True,
    # its ends lie in the middle of the sides, wherever those are
    hides=frozenset(
        (
            PLACED_BY,
            FROM_SIDE,
            FROM_FACE,
            STRAP_GAP,
            GAP_BY,
            GAP_INSIDE,
            GAP_OUTSIDE,
            SIDE_BY,
            FROM_RAW,
        )
    ),
    tops=("turned_through",),
    tail=tail,
    core_short=core_short,
    sewn=ends,
    crossed=_crossed,
    row_tells=(PAST,),
    read_tail=read_tail,
    acts=(steps,),
)
