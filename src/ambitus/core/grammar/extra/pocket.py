"""What pockets ask alike: how high they are, the hem at their top, and what they are cut of."""

from fractions import Fraction
from typing import Any

from ambitus.core.fields import Choice
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.extra.fields import POCKET_HEIGHT, POCKET_HEM, POCKET_OF
from ambitus.core.lengths import Pair, paired

HEIGHT_PARAM = Param(
    POCKET_HEIGHT,
    "Pocket, high",
    "length",
    Pair(140, Fraction(11, 2)),
    low=20,
    high=1500,
    help="Finished, from its foot to its top.",
    opens="pocket/height",
)
CUT_OF_PARAM = Param(
    POCKET_OF,
    "Cut of",
    "choice",
    "outer",
    options=(
        Option("outer", "The outer’s cloth", ""),
        Option("lining", "The lining’s cloth", ""),
    ),
    offered=lambda bag, key: key != "lining" or "lining" in bag.kinds.top.layers,
)


def hem_param(made: Choice[Any]) -> Param:
    """Return the field of a hem at a pocket's top, where *made* says that it has one."""
    return Param(
        POCKET_HEM,
        "Hem at its top, in all",
        "length",
        paired(35),
        low=3,
        high=200,
        shown_when=(made, "hem"),
        help="With the raw edge that is turned in.",
    )
