"""What a shop has, and what a list costs there: the door to one, where a real shop would fit."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Protocol

from ambitus.core.buying.having import Have, Taken, taken_off
from ambitus.core.buying.wants import Want

#: what is laid out on what there is of it, and not counted off
CLOTHS = ("cloth", "interfacing")


@dataclass(frozen=True, slots=True)
class Offer:
    """
    A thing on the shelf: ``pack`` is what it is sold by, in mm or pieces, for ``price`` a pack, in the
    smallest coin or a part of it. A zip is offered as it is long; ``there`` is whether it is in stock.
    """

    label: str
    pack: float
    price: float
    long: float = 0.0
    there: bool = True
    colours: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Roll:
    """A cloth on its roll: width in mm, price a metre in the smallest coin, colours, whether it is there."""

    width: float
    per_metre: float
    colours: tuple[str, ...] = ()
    there: bool = True


class Shop(Protocol):
    """A shop: its name, its money, and what it offers for a want."""

    def rolls(self, kind: str, key: str) -> Sequence[Roll]:
        """Return its rolls of a material: of a *kind*, cloth or interfacing, by its key."""

    name: str
    money: str

    def offers(self, want: Want) -> Sequence[Offer]:
        """Return what it has for *want*, in stock or not; nothing if it keeps no such thing."""


@dataclass(frozen=True, slots=True)
class Line:
    """A want and what is bought for it: the offer, how many packs, and their price; or why nothing is."""

    want: Want
    offer: Offer | None
    packs: int
    why: str = ""
    #: the things in the stash that some or all of it is taken of
    taken_of: tuple[str, ...] = ()

    @property
    def settled(self) -> bool:
        """Whether the maker will have all of it: bought, there, or from the stash."""
        return bool(self.packs or self.want.there or (self.taken_of and not self.why))

    @property
    def price(self) -> int:
        """What it costs, in the smallest coin."""
        return round(self.packs * self.offer.price) if self.offer else 0

    @property
    def amount(self) -> float:
        """How much is bought, in mm or pieces."""
        return self.packs * self.offer.pack if self.offer else 0.0


def listed(wants: Sequence[Want], shop: Shop, have: Have = ()) -> tuple[Line, ...]:
    """
    Return what is bought for each of *wants* at *shop*, the cheapest that is in stock and goes, once what the
    maker has is taken off.
    """
    out = []
    for want in wants:
        taken = taken_off(want, have) if want.kind not in CLOTHS else Taken(want, (), tuple(have))
        have = taken.left
        if taken.of and taken.want.amount <= 1e-9:
            out.append(Line(want, None, 0, taken_of=taken.of))
        else:
            out.append(replace(_line(taken.want, shop), taken_of=taken.of))
    return tuple(out)


def _line(want: Want, shop: Shop) -> Line:
    if want.there:
        return Line(want, None, 0, "is there")
    if not want.amount:
        return Line(want, None, 0, "nothing of it can be cut")
    offers = [o for o in shop.offers(want) if want.how != "zip" or o.long >= want.long - 1e-6]
    if not offers:
        return Line(want, None, 0, "not kept here")
    there = [o for o in offers if o.there]
    if not there:
        return Line(want, offers[0], 0, "out of stock")

    def packs(offer: Offer) -> int:
        return max(1, math.ceil(want.amount / offer.pack - 1e-9))

    best = min(there, key=lambda o: (o.price * packs(o), o.long, o.label))
    return Line(want, best, packs(best))
