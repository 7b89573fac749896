"""A made-up draper's: what it keeps, in which steps and lengths, what is out of stock, what it costs."""

from collections.abc import Sequence
from functools import cache
from importlib.resources import files
from json import loads
from typing import Any

from ambitus.core.buying.shop import Offer, Roll
from ambitus.core.buying.wants import Want


@cache
def _shelf() -> dict[str, Any]:
    return dict(loads(files("ambitus.standins").joinpath("shop.json").read_text("utf-8")))


class SimulatedShop:
    """A shop that answers as a real one would, from a price list that ships."""

    def __init__(self) -> None:
        self.name: str = _shelf()["name"]
        self.money: str = _shelf()["money"]

    def offers(self, want: Want) -> Sequence[Offer]:
        """Return what it has for *want*."""
        shelf = _shelf()
        if want.kind in shelf["per_metre"]:
            per_metre = shelf["per_metre"][want.kind].get(want.key)
            if per_metre is None:
                return ()
            # a width that is on no roll here is ordered at the usual price
            same = (r for r in self.rolls(want.kind, want.key) if abs(r.width - want.width) < 1)
            per_metre = next((r.per_metre for r in same), per_metre)
            # cut off the roll in one piece: the layout has brought it to the shop's step already
            there = want.key not in shelf["out_of_stock"]
            return (Offer(want.label, want.amount, per_metre * want.amount / 1000, there=there),)
        if want.kind == "zip":
            return tuple(self._zips(want))
        if want.how == "spool":
            return tuple(Offer(f"{s['mm'] // 1000} m spool", s["mm"], s["price"]) for s in shelf["spools"])
        if want.kind in shelf["by_length"]:
            one = shelf["by_length"][want.kind]
            return (Offer(want.label, one["mm"], one["price"]),)
        each = shelf["each"].get(want.key, shelf["each"].get(want.kind))
        return (Offer(want.label, 1, each),) if each is not None else ()

    def rolls(self, kind: str, key: str) -> Sequence[Roll]:
        """Return the rolls of a material."""
        kept = _shelf()["rolls"].get(key, ()) if key in _shelf()["per_metre"].get(kind, {}) else ()
        return tuple(
            Roll(r["width"], r["per_metre"], tuple(r.get("colours", ())), r.get("there", True)) for r in kept
        )

    def _zips(self, want: Want) -> list[Offer]:
        zips = _shelf()["zips"]
        lengths = [*zips["metric"], *(25.4 * n for n in zips["inch"])]
        return [
            Offer(
                want.label,
                1,
                round(zips["price"] + zips["per_100_mm"] * mm / 100),
                mm,
                mm not in zips["out_of_stock_mm"],
                tuple(zips["colours"]),
            )
            for mm in sorted(lengths)
        ]
