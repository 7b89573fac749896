"""What pieces are cut from: a cloth off the roll, or a piece that is there."""

import math
from dataclasses import dataclass
from typing import Literal

from ambitus.core.lengths import snap

#: how a cloth is printed: not at all, so that it can be turned both ways, or with a way up
Print = Literal["plain", "two_way", "one_way"]
#: how it is cut: along any line with scissors, or in strips from edge to edge, with a rotary cutter or by
#: tearing
Cutting = Literal["scissors", "strips"]

SELVAGE, SQUARING, STEP_MM = 10.0, 25.0, 100.0


@dataclass(frozen=True, slots=True)
class Hole:
    """A hole or a flaw to lay round: left, bottom, width and height on the usable cloth, in mm."""

    x: float
    y: float
    width: float
    height: float


#: rectangles that stand for what lies outside of a round cloth, in each of its corners
CORNERS = 32


def outside(diameter: float) -> tuple[Hole, ...]:
    """
    Return rectangles that cover what of a square lies outside of the circle in it, and a little more: what
    is laid clear of them lies inside.
    """
    r, out = diameter / 2, []
    for n in range(CORNERS):
        low, high = (r * (1 - math.cos(math.pi / 2 * k / CORNERS)) for k in (n, n + 1))
        # as much as lies outside at the end of it that is further from the middle
        beyond = r - math.sqrt(max(0.0, r * r - (r - low) ** 2))
        for y in (low, diameter - high):
            out += [Hole(0.0, y, beyond, high - low), Hole(diameter - beyond, y, beyond, high - low)]
    return tuple(hole for hole in out if hole.width > 0)


@dataclass(frozen=True, slots=True)
class Goods:
    """
    A cloth to lay pieces on, as it is bought. Lengths in mm; shrinkages are shares of what was bought.

    ``length`` is how much of it there is; nothing where it is cut off the roll, by the shop's ``step``.
    Where it is ``folded``, selvage on selvage, or ``doubled``, end on end, every place gives two pieces. A
    ``round`` one is as wide as it is long.
    """

    width: float
    length: float | None = None
    selvage: float = SELVAGE
    shrinks_along: float = 0.0
    shrinks_across: float = 0.0
    squaring: float = SQUARING
    step: float = STEP_MM
    print: Print = "plain"
    repeat: float = 0.0
    folded: bool = False
    doubled: bool = False
    round: bool = False
    cutting: Cutting = "scissors"
    holes: tuple[Hole, ...] = ()

    @property
    def usable_width(self) -> float:
        """
        The width between the selvages once it is washed; of a folded cloth half of that (handbook: Cloth).
        """
        flat = max(0.0, (self.width - 2 * self.selvage) * (1 - self.shrinks_across))
        return snap(flat / 2 if self.folded else flat)

    @property
    def taken(self) -> tuple[Hole, ...]:
        """What cannot be laid on: holes and flaws, and of a round cloth what lies outside of it."""
        return (*self.holes, *outside(self.width - 2 * self.selvage)) if self.round else self.holes

    @property
    def usable_length(self) -> float | None:
        """
        The length that can be laid on once it is washed and squared, or None where it is cut off the roll.
        """
        if self.length is None:
            return None
        each = self.length / self.layers_along * (1 - self.shrinks_along)
        return snap(max(0.0, each - self.squaring))

    @property
    def layers_along(self) -> int:
        """How many lengths lie on one another."""
        return 2 if self.doubled else 1

    @property
    def layers(self) -> int:
        """How many pieces a place gives."""
        return 2 if self.folded or self.doubled else 1

    def turns(self, across: bool) -> bool:
        """Return whether a piece that may lie *across* the grain may here: not on a print."""
        return across and self.print == "plain" and not self.repeat

    def places(self, count: int) -> int:
        """Return how many places *count* pieces take: of a cloth in two layers each gives two."""
        return -(-count // self.layers)

    def needed(self, laid: float) -> float:
        """Return the length before washing that gives *laid* mm of layout, squared."""
        return snap(self.layers_along * (laid + self.squaring) / (1 - self.shrinks_along)) if laid else 0.0

    def bought(self, laid: float) -> float:
        """Return the length to buy for *laid* mm of layout: the needed one up to the shop's step."""
        steps = snap(self.needed(laid) / self.step)
        return snap(math.ceil(steps) * self.step)
