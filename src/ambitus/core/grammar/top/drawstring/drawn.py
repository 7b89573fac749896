"""What a top is that is drawn up: what stands above its cord, and its cords."""

from collections.abc import Callable
from dataclasses import dataclass

from ambitus.core.form.model import Form
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


@dataclass(frozen=True, slots=True)
class Cords:
    """
    The cords of a bag: how many, and for one of them the way round the mouth, its length, and its width.

    ``schools`` are other ways to reckon the length, each a sum, and the tail that it leaves at each end.
    """

    count: int
    path: Term
    length: Sum
    width: float
    material: str
    #: what is cut for a strip of cloth, or the width to buy
    across: Sum
    schools: tuple[tuple[str, Sum, Sum], ...]

    def tail_at(self, mouth: float) -> float:
        """Return the tail at each end when the mouth is drawn in to *mouth* mm round."""
        return snap((self.length.total - mouth) / 2)


@dataclass(frozen=True, slots=True)
class DrawnUp:
    """
    What a top is that is drawn up: what of the bag stands above its cord, and its cords on a form.
    """

    above_cord: Callable[[Resolved], Term]
    cords: Callable[[Resolved, Form], Cords]


def above_cord(bag: Resolved) -> float:
    """Return how much of the bag stands above its cord, in mm; nothing of a bag that is not drawn up."""
    drawn = bag.kinds.feature(DrawnUp)
    return drawn.above_cord(bag).mm if drawn else 0.0
