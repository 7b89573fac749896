"""What to buy, as it is shown and printed: one list for the walk through the shop."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from fractions import Fraction

from ambitus.core.buying.having import Have
from ambitus.core.buying.rolls import on_rolls
from ambitus.core.buying.shop import Line, Shop, listed
from ambitus.core.buying.wants import Want, wants_of
from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoices, ClothKey, goods_of
from ambitus.core.layout.of_bag import Beside, cloths_of, laid_on_cloths
from ambitus.core.lengths import Unit, View
from ambitus.core.words import listed as listed_up
from ambitus.core.words import within

_KINDS = {
    "cloth": "Cloth",
    "interfacing": "Interfacing",
    "zip": "Zip",
    "cord": "Cord",
    "webbing": "Webbing",
    "insert": "Insert",
    "thread": "Thread",
    "needle": "Needle",
}


@dataclass(frozen=True, slots=True)
class BuyingRow:
    """One thing to buy: how much as it is asked for at the counter, what, what for, and its price."""

    kind: str
    amount: str
    what: str
    for_: str
    needed: str
    price: str
    #: why nothing is bought for it, or nothing
    why: str
    #: what of it is in the stash, or nothing
    stash: str
    #: the colours that the shop has it in, where it tells them
    colours: tuple[str, ...] = ()
    #: whether the maker has it: no trouble that the shop has
    there: bool = False


@dataclass(frozen=True, slots=True)
class Buying:
    """What to buy for one bag at one shop, and what it costs together."""

    shop: str
    rows: tuple[BuyingRow, ...]
    total: str
    #: whether everything is there to be bought
    whole: bool


def buying_shown(
    made: Draft, choices: ClothChoices, shop: Shop, unit: Unit, beside: Sequence[Beside] = (), have: Have = ()
) -> Buying:
    """
    Return what is bought for *made* and what is cut with it at *shop*, its cloths as *choices* lay them, in
    *unit*. What the maker has of it, *have*, is taken off.
    """
    laid = laid_on_cloths(made, choices, beside=beside)
    lines = listed(wants_of(made, laid, choices.times, beside), shop, have)
    view = View(unit, made.bag.unit)
    total = sum(line.price for line in lines)
    whole = all(line.settled for line in lines)
    return Buying(shop.name, tuple(_rows(lines, view, shop)), _money(total, shop), whole)


def _money(coins: int, shop: Shop) -> str:
    return f"{shop.money}{coins // 100}.{coins % 100:02d}"


def _rows(lines: Iterable[Line], view: View, shop: Shop) -> Iterable[BuyingRow]:
    for line in lines:
        want = line.want
        price = _money(line.price, shop) if line.packs else ""
        what = line.want.label
        if want.kind in ("cloth", "interfacing"):
            what = f"{what}, {view.with_unit(want.width)} wide"
        elif want.kind == "insert":
            what = f"{what}, at least {view.worked(want.long)} × {view.with_unit(want.width)}"
        elif want.how == "length":
            what = f"{what}, {view.with_unit(want.width)}"
        yield BuyingRow(
            _KINDS.get(want.kind, want.kind.capitalize()),
            _amount(line, view),
            what,
            _for(want),
            _needed(want, view),
            price,
            line.why,
            _from_stash(line),
            line.offer.colours if line.offer and line.packs else (),
            want.there,
        )


def _from_stash(line: Line) -> str:
    """Return what of it is in the stash."""
    if not line.taken_of:
        return ""
    some = "some of it" if line.packs else "all of it"
    return f"{some} is in the stash: {listed_up(line.taken_of)}"


def _amount(line: Line, view: View) -> str:
    want = line.want
    if not line.packs:
        return _needed(want, view)
    if want.how == "zip" and line.offer:
        return f"{line.packs} × {view.with_unit(line.offer.long)}"
    if want.how == "spool" and line.offer:
        return f"{line.packs} × {line.offer.label}"
    if want.how == "each":
        return str(line.packs)
    return _length(line.amount, view)


def _length(mm: float, view: View) -> str:
    """Return a length as it is asked for at the counter: in yards too, where it is whole eighths of one."""
    eighths = mm / (36 * 25.4) * 8
    said = view.with_unit(mm)
    if view.unit != "in" or abs(eighths - round(eighths)) > 1e-6:
        return said
    whole, part = divmod(Fraction(round(eighths), 8), 1)
    return f"{' '.join(str(n) for n in (whole, part) if n)} yd, {said}"


def _needed(want: Want, view: View) -> str:
    """Return how much is needed, whatever it is sold by."""
    if want.there and not want.amount:
        return "none"
    if want.how == "zip":
        return f"{want.amount:g} × {view.with_unit(want.long)}"
    if want.how == "spool":
        return f"{want.amount / 1000:.0f} m"
    return f"{want.amount:g}" if want.how == "each" else view.with_unit(want.amount)


def _for(want: Want) -> str:
    return within(want.for_) if want.kind in ("cloth", "interfacing") else want.for_


@dataclass(frozen=True, slots=True)
class RollShown:
    """A width that a cloth is sold in: what is bought of it, price, colours, and the text that takes it."""

    width: str
    amount: str
    price: str
    colours: tuple[str, ...]
    #: why it cannot be bought, or nothing
    why: str
    text: str
    chosen: bool


def rolls_shown(
    made: Draft,
    choices: ClothChoices,
    key: ClothKey,
    shop: Shop,
    unit: Unit,
    beside: Sequence[Beside] = (),
) -> tuple[RollShown, ...]:
    """Return the widths that a shop has of a cloth, the one that costs least first."""
    view = View(unit, made.bag.unit)
    cloth = next((c for c in cloths_of(made) if c.key == key), None)
    if cloth is None or cloth.once:
        return ()
    now = goods_of(choices.of(key), cloth.usual_width, cloth.usual_print, made.bag.unit).width
    out = []
    for one in on_rolls(made, choices, key, shop, beside):
        why = "a piece is wider than it" if one.bought is None else "" if one.roll.there else "out of stock"
        out.append(
            RollShown(
                width=view.with_unit(one.roll.width),
                amount="" if one.bought is None else view.with_unit(one.bought),
                price="" if one.bought is None else _money(one.price, shop),
                colours=one.roll.colours,
                why=why,
                text=f"{one.roll.width:g} mm",
                chosen=abs(one.roll.width - now) < 1e-6,
            )
        )
    return tuple(out)
