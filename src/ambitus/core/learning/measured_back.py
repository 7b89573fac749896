"""Where a finished size comes from that is not as planned: which seams took more, and what nobody read."""

from collections.abc import Mapping
from dataclasses import dataclass

from ambitus.core.learning.bites import Bite, Taped


@dataclass(frozen=True, slots=True)
class CameFrom:
    """
    A size that was read, in mm more than planned: how much of it each class of seam made, and what is left
    that no seam explains.
    """

    id: str
    more: float
    seams: tuple[tuple[str, float], ...]
    rest: float


def came_from(read: Taped, bites: Mapping[str, Bite]) -> CameFrom:
    """
    Return where what *read* is more than it should comes from.

    >>> side = Bite("side", 10, -1.0, 0.4, 2)
    >>> came_from(Taped("mouth", 460, 463, {"side": 2}), {"side": side}).seams
    (('side', 2.0),)
    """
    parts = tuple(
        (seam, -k * bites[seam].deeper)
        for seam, k in read.crosses.items()
        if seam in bites and not bites[seam].as_planned
    )
    more = read.read - read.expected
    return CameFrom(read.id, more, parts, more - sum(mm for _, mm in parts))
