"""What the maker has of what a bag wants, and how far it goes."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ambitus.core.buying.wants import Want
from ambitus.core.lengths import snap

#: mm by which a thing may be narrower than what is wanted and still be it
NEARLY = 1.0


@dataclass(frozen=True, slots=True)
class Having:
    """
    A notion that is there: ``count`` pieces, each ``long`` and ``width`` mm where it has such measures; which
    one is ``key``, by its material, or nothing where it will do for any.
    """

    id: str
    kind: str
    name: str
    where: str = ""
    key: str = ""
    count: int = 1
    long: float = 0.0
    width: float = 0.0

    def will_do(self, want: Want) -> bool:
        """Return whether it is what is wanted, whatever its length."""
        # a coil zip is one whatever its ends are
        if self.kind != want.kind or not want.key.lower().startswith(self.key.lower()):
            return False
        return (
            not self.width or not want.width or abs(self.width - want.width) <= NEARLY or want.how == "each"
        )

    @property
    def told(self) -> str:
        """Its name and where it lies."""
        return f"{self.name} ({self.where})" if self.where else self.name


Have = Sequence[Having]


@dataclass(frozen=True, slots=True)
class Taken:
    """What is still wanted once what is there is taken, what was taken of what, and what is left of that."""

    want: Want
    of: tuple[str, ...]
    left: tuple[Having, ...]


def taken_off(want: Want, have: Have) -> Taken:
    """
    Return *want* less what is there of it. A zip is as long as is wanted or longer, the shortest first; what
    is cut of a length comes in whole pieces; of thread every metre counts.
    """
    left: list[Having] = []
    of: list[str] = []
    for one in sorted(have, key=lambda h: (h.long, h.id)):
        used = 0.0
        if want.amount > 1e-9 and one.will_do(want):
            want, one, used = _take(want, one)
        if used:
            of.append(one.told)
        left.append(one)
    return Taken(want, tuple(of), tuple(left))


def _take(want: Want, one: Having) -> tuple[Want, Having, float]:
    """Return what is still wanted, what is left of *one*, and how much of it was taken."""
    if want.how in ("zip", "each"):
        # an insert is cut of a board: it has to be as large both ways
        fits = one.long >= want.long - 1e-6 and (want.how == "zip" or one.width >= want.width - 1e-6)
        took = min(one.count, math.ceil(want.amount)) if fits else 0
        return replace(want, amount=want.amount - took), replace(one, count=one.count - took), took
    if want.how == "spool":
        there = one.long * one.count
        thread = min(there, want.amount)
        return (
            replace(want, amount=snap(want.amount - thread)),
            replace(one, count=1, long=there - thread),
            thread,
        )
    each = want.each or want.amount
    fit = math.floor(one.long / each + 1e-9)
    pieces = min(want.count or 1, fit * one.count)
    if not pieces:
        return want, one, 0
    rest = replace(one, count=max(0, one.count - math.ceil(pieces / fit)))
    return replace(want, count=want.count - pieces, amount=snap(want.amount - pieces * each)), rest, pieces
