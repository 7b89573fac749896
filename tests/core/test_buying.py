"""What is bought: as much as the layouts and rows take, from what the shop has."""

import re

import pytest

from ambitus.core.buying.shop import Offer, Roll, listed
from ambitus.core.buying.thread import lockstitch, rows_of, thread_metres
from ambitus.core.buying.wants import Want, wants_of
from ambitus.core.layout.choices import ClothChoice, ClothChoices
from ambitus.core.layout.of_bag import laid_on_cloths
from ambitus.core.shown.buying import buying_shown, rolls_shown
from ambitus.core.shown.cloth import cloths_shown
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted
from ambitus.files.buying_csv import buying_csv
from ambitus.library import shipped
from ambitus.standins.shop import SimulatedShop


class Stall:
    """A shop with whatever a test puts on it."""

    name, money = "Stall", "£"

    def __init__(self, *offers: Offer) -> None:
        self._offers = offers

    def offers(self, want: Want) -> tuple[Offer, ...]:
        """Return all that there is."""
        return self._offers

    def rolls(self, kind: str, key: str) -> tuple[Roll, ...]:
        """Return none: it is a stall of notions."""
        return ()


def test_thread_by_hand() -> None:
    """Stack 1 mm, stitch 2.5: 2.8 m a metre of row, and 0.3 m at its ends."""
    assert lockstitch(1.0, 1.0, 2.5) == pytest.approx(2.8 + 0.3)
    plain = drafted(Spec.model_validate({"unit": "mm", "carry": []}))
    rows = list(rows_of(plain))
    assert thread_metres(plain) == pytest.approx(1.15 * sum(r.thread(3.0) for r in rows if r.rows))
    # a seamed tote of two layers: sides, bases, corners, the top twice, and no more
    sewn = sum(r.metres for r in rows if not r.overlocked)
    around = 2 * plain.form.mm("flat_opening") / 1000
    assert 2 * around < sewn < 8 * around


def test_the_cheapest_that_goes_is_bought_and_what_is_not_there_is_told() -> None:
    """Zips no shorter than is needed; spools by the metre; nothing that is out of stock."""
    zip_ = Want("zip", "coil", "Coil zip", "zip", 1, long=210)
    stall = Stall(
        Offer("a", 1, 90, 200),
        Offer("b", 1, 95, 220, there=False),
        Offer("c", 1, 110, 250),
        Offer("d", 1, 99, 300),
    )
    (line,) = listed([zip_], stall)
    assert (line.offer and line.offer.long, line.price) == (300, 99)
    thread = Want("thread", "thread", "Thread", "spool", 230_000)
    (line,) = listed([thread], Stall(Offer("100 m", 100_000, 195), Offer("500 m", 500_000, 640)))
    assert (line.packs, line.price) == (3, 585)
    (line,) = listed([thread], Stall())
    assert (line.packs, line.why) == (0, "not kept here")
    (line,) = listed([thread], Stall(Offer("100 m", 100_000, 195, there=False)))
    assert (line.packs, line.why) == (0, "out of stock")


@pytest.mark.parametrize("preset", sorted(shipped().presets))
@pytest.mark.parametrize("unit", ["cm", "in"])
def test_the_list_adds_up_and_covers_every_piece(preset: str, unit: str) -> None:
    """Every piece is on a cloth of the list or bought by itself; the prices are the total."""
    made = drafted(Spec.model_validate({"preset": preset, "unit": unit}))
    laid = laid_on_cloths(made, ClothChoices())
    wants = wants_of(made, laid)
    for want in wants:
        if want.kind in ("cloth", "interfacing"):
            on = laid[want.for_]  # type: ignore[index]
            assert want.amount == on.layout.bought >= on.layout.length + 25 - 1e-6
    by_letter = {want.for_ for want in wants}
    assert all(p.letter in by_letter for p in made.pieces if p.source == "bought")
    shown = buying_shown(made, ClothChoices(), SimulatedShop(), unit)  # type: ignore[arg-type]
    coins = [round(100 * float(row.price[1:])) for row in shown.rows if row.price]
    assert sum(coins) == round(100 * float(shown.total[1:]))
    assert shown.whole == all(row.price for row in shown.rows)
    told = buying_csv(shown).splitlines()
    assert len(told) == len(shown.rows) + 2
    if unit == "in":
        cloth = next(row for row in shown.rows if row.kind == "Cloth")
        yards = re.match(r"(?:(\d+) ?)?(?:(\d)/(\d))? yd, ", cloth.amount)
        assert yards


def test_a_cloth_that_nothing_can_be_cut_of_is_not_bought() -> None:
    """Too narrow for anything: the list says so, and has no price for it."""
    made = drafted(Spec.model_validate({"unit": "cm"}))
    shown = buying_shown(made, ClothChoices(cloths={"outer": ClothChoice(width=0.0)}), SimulatedShop(), "cm")
    outer = next(row for row in shown.rows if row.for_ == "outer")
    assert (outer.price, outer.why, shown.whole) == ("", "nothing of it can be cut", False)
    assert not outer.there


def test_what_is_there_is_not_bought() -> None:
    """Of a cloth of which there is some the list tells how much is needed, and no price."""
    made = drafted(Spec.model_validate({"unit": "cm"}))
    choices = ClothChoices(cloths={"outer": ClothChoice(length=1500.0)})
    shown = buying_shown(made, choices, SimulatedShop(), "cm")
    outer = next(row for row in shown.rows if row.for_ == "outer")
    assert (outer.price, outer.why, outer.there) == ("", "is there", True)
    reaches = laid_on_cloths(made, choices)["outer"].layout.length
    assert outer.amount == f"{(reaches + 25) / 10:g} cm"


def test_what_cannot_be_had_again_is_not_bought() -> None:
    """
    It is told how much of it is needed, at no price and in no width of the shop's; with the length there is
    entered, what finds no room on it.
    """
    made = drafted(Spec.model_validate({"unit": "cm", "cloth": {"once": "once"}}))
    shown = buying_shown(made, ClothChoices(), SimulatedShop(), "cm")
    outer = next(row for row in shown.rows if row.for_ == "outer")
    assert (outer.price, outer.why, outer.there) == ("", "is there", True)
    reaches = laid_on_cloths(made, ClothChoices())["outer"].layout.length
    assert outer.amount == f"{(reaches + 25) / 10:g} cm"
    assert rolls_shown(made, ClothChoices(), "outer", SimulatedShop(), "cm") == ()
    assert rolls_shown(made, ClothChoices(), "lining", SimulatedShop(), "cm")

    (told,) = (one for one in cloths_shown(made, ClothChoices(), "cm") if one.key == "outer")
    assert told.amount_says == "cm needed, 140 cm wide"
    assert any("enter the length there is" in fact for fact in told.facts)
    for length, room in ((reaches + 25, True), (reaches - 100, False)):
        some = ClothChoices(cloths={"outer": ClothChoice(length=length)})
        (there,) = (one for one in cloths_shown(made, some, "cm") if one.key == "outer")
        assert bool(there.left_out) is not room
        assert not any("enter the length" in fact for fact in there.facts)
