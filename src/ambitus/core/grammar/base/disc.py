"""A base that is there before the bag: a disc that is cut already, an outline that was traced."""

from ambitus.core.grammar.base.fields import OUTLINE, PLATE
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved

#: Default (ours): a base under this, in mm, is none; the bag is then drafted on one of this size.
LEAST_DISC = 10.0


def is_traced(bag: Resolved) -> bool:
    """Return whether the base was traced, and comes at a size of its own."""
    return OUTLINE in bag.values


def disc_left(bag: Resolved) -> float:
    """Return the diameter of the finished base that a disc in hand makes: less its seam on both sides."""
    return snap(PLATE.of(bag) - 2 * eaten(bag, "ring"))


def disc_drafted(bag: Resolved) -> float:
    """Return the diameter that is drafted for a disc in hand: what its seam leaves, or the least there is."""
    return max(LEAST_DISC, disc_left(bag))
