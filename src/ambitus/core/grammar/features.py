"""
What a variant may be besides what every variant is, asked for by its type: ``bag.kinds.feature(DrawnUp)``.

Whoever draws, judges or sizes a bag asks for one of these, and imports no variant.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ambitus.core.form.model import Form
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


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
    What a top is that is drawn up.

    ``above_cord`` is what of the bag stands above its cord, ``cords`` its cords on a form, ``closing`` the
    cloth between what goes in and the closed mouth. ``by_contents`` tells whether the height given is that
    of what goes in, ``firm`` whether the mouth closes to a point, over what does not give.
    """

    above_cord: Callable[[Resolved], Term]
    cords: Callable[[Resolved, Form], Cords]
    closing: Callable[[Resolved], Term]
    by_contents: Callable[[Resolved], bool]
    firm: Callable[[Resolved], bool]


@dataclass(frozen=True, slots=True)
class Zipped:
    """
    What a top is whose mouth is a zip: half of what is left to open of it, on a form, and how much of the
    closed zip shows between front and back, in mm.
    """

    half_open: Callable[[Resolved, Form], float]
    shows: Callable[[Resolved], float]


@dataclass(frozen=True, slots=True)
class OnBars:
    """
    What a top is whose edges gather on bars: how much cloth lies on one of bar, on a form, and how far below
    its top edge it is ``open`` at both sides, in mm.
    """

    gather: Callable[[Resolved, Form], float]
    open: Callable[[Resolved], float]


def drawn_up(bag: Resolved) -> DrawnUp | None:
    """Return what a bag is that is drawn up, or None."""
    return bag.kinds.feature(DrawnUp)


def above_cord(bag: Resolved) -> float:
    """Return how much of the bag stands above its cord, in mm; nothing of a bag that is not drawn up."""
    drawn = drawn_up(bag)
    return drawn.above_cord(bag).mm if drawn else 0.0


def sized_by_contents(bag: Resolved) -> bool:
    """Return whether the height given is that of what goes in: never of a bag that is not drawn up."""
    drawn = drawn_up(bag)
    return drawn is not None and drawn.by_contents(bag)


def _cords(draft: "Draft") -> Cords | None:
    drawn = drawn_up(draft.bag)
    return drawn.cords(draft.bag, draft.form) if drawn else None


def cords_in(draft: "Draft") -> Cords | None:
    """Return the cords of a draft, or None where it is not drawn up; worked out once."""
    return draft.once(_cords)
