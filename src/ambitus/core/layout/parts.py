"""What is laid: rectangles round pieces, as often as they are cut, and which way each may lie."""

from dataclasses import dataclass

from ambitus.core.lengths import snap

#: mm by which two pieces that lie edge to edge may seem to overlap
DUST = 1e-6


@dataclass(frozen=True, slots=True)
class Part:
    """
    Something to lay ``count`` times: ``width`` across the cloth by ``height`` along it, in mm, as its grain
    has it; ``across`` whether it may also lie the other way. ``halves`` of it lie as halves on the fold of a
    folded cloth; ``round`` is one that fills no corner of its rectangle.
    """

    key: str
    width: float
    height: float
    count: int = 1
    across: bool = False
    halves: int = 0
    round: bool = False

    @property
    def area(self) -> float:
        """The area of all of it, in mm²."""
        return self.width * self.height * self.count


@dataclass(frozen=True, slots=True)
class Pin:
    """A place that the maker chose: which of a part's copies lies where, its left and lower edge in mm."""

    key: str
    copy: int
    x: float
    y: float
    turned: bool = False


@dataclass(frozen=True, slots=True)
class Placed:
    """One copy of a part where it lies: left and lower edge, width and height there, in mm."""

    key: str
    copy: int
    x: float
    y: float
    width: float
    height: float
    turned: bool = False
    pinned: bool = False
    #: whether it is half a piece, its middle on the fold
    half: bool = False

    @property
    def right(self) -> float:
        """Its right edge."""
        return self.x + self.width

    @property
    def top(self) -> float:
        """Its upper edge."""
        return self.y + self.height

    def over(self, other: "Placed") -> bool:
        """Return whether it lies over *other*."""
        aside = self.x >= other.right - DUST or other.x >= self.right - DUST
        return not (aside or self.y >= other.top - DUST or other.y >= self.top - DUST)


def placed_at(part: Part, pin: Pin) -> Placed:
    """Return a copy of *part* where *pin* holds it."""
    wide, high = (part.height, part.width) if pin.turned else (part.width, part.height)
    return Placed(pin.key, pin.copy, snap(pin.x), snap(pin.y), wide, high, pin.turned, pinned=True)
