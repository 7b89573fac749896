"""A blank: what a panel is made up as, larger than it or of several pieces, before it is trimmed."""

from collections.abc import Callable
from dataclasses import dataclass

from ambitus.core.form.model import Mark
from ambitus.core.sums import Sum


@dataclass(frozen=True, slots=True)
class Ply:
    """
    One of the pieces that something is made up of: its role and what it is ``called``, the cloth of the bag
    that it is cut ``of``, its cut size, how many go into ``each``, and what is marked on it.
    """

    role: str
    called: str
    of: str
    wide: Sum
    high: Sum
    each: int = 1
    marks: tuple[Mark, ...] = ()
    #: whether it hangs as its panel does, and does not lie along its length
    hangs: bool = False


@dataclass(frozen=True, slots=True)
class Blank:
    """
    How what shows of the outer is made up: ``plies`` for a piece that is cut so wide and so high, in mm, of
    the outer's cloth or the bottom's, and is that part of the bag (nothing for a panel of its body); none
    where it is cut as it is. ``roles`` are those of the plies.

    ``side`` is the side of the bag that alone is made so; nothing where both are.

    ``thick`` is what they add to the outer's own thickness besides the interfacing, in mm.
    """

    roles: tuple[str, ...]
    plies: Callable[[float, float, str, str], tuple[Ply, ...]]
    thick: float = 0.0
    side: str = ""
