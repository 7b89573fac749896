"""``lay`` and ``buy``: a plan's pieces on their cloths, and what to buy for it."""

from collections.abc import Iterator
from dataclasses import asdict

from ambitus.cli.guarded import FINE, STOPPED
from ambitus.cli.on_files import drafted_file, table, tell
from ambitus.core.layout.choices import ClothChoice, ClothChoices
from ambitus.core.layout.goods import Cutting
from ambitus.core.lengths import Unit
from ambitus.core.shown.buying import buying_shown
from ambitus.core.shown.cloth import ClothShown, SheetShown, cloths_shown
from ambitus.standins.shop import SimulatedShop


def lay_file(name: str, unit: Unit | None, as_json: bool, cutting: Cutting) -> int:
    """Print the pieces of the plan *name* on their cloths; exit code 1 where one finds no room."""
    made = drafted_file(name)
    shown = cloths_shown(made, _choices(cutting), unit or made.bag.unit)
    tell(as_json, lambda: [asdict(one) for one in shown], lambda: "\n\n".join(_cloth(one) for one in shown))
    return STOPPED if any(one.left_out for one in shown) else FINE


def _choices(cutting: Cutting) -> ClothChoices:
    return ClothChoices(
        cloths={
            "outer": ClothChoice(cutting=cutting),
            "contrast": ClothChoice(cutting=cutting),
            "lining": ClothChoice(cutting=cutting),
            "interfacing": ClothChoice(cutting=cutting),
        }
    )


def _cloth(one: ClothShown) -> str:
    sheets = (line for sheet in one.sheets for line in _sheet(sheet))
    return "\n".join(
        (
            f"{one.label}, {one.key}: {one.amount} {one.amount_says}",
            *(f"  {fact}" for fact in one.facts),
            *(f"  STOP  {out}" for out in one.left_out),
            *sheets,
        )
    )


def _sheet(one: SheetShown) -> Iterator[str]:
    yield from (f"  {fact}" for fact in one.facts)
    yield from (f"  {lying.says}" for lying in one.lying)
    yield from (f"  {n}. {cut}" for n, cut in enumerate(one.cuts, 1))
    yield from (f"  left: {left.size}" for left in one.left)


def buy_file(name: str, unit: Unit | None, as_json: bool) -> int:
    """Print what is bought for the plan *name*; exit code 1 where the shop has not everything."""
    made = drafted_file(name)
    found = buying_shown(made, ClothChoices(), SimulatedShop(), unit or made.bag.unit)
    rows = [(r.amount, r.what, f"for {r.for_}" if r.for_ else "", r.price or r.why) for r in found.rows]
    tell(as_json, lambda: asdict(found), lambda: table([*rows, ("", f"at {found.shop}", "", found.total)]))
    return FINE if found.whole else STOPPED
