"""The stash: what is typed, counted off, laid on, written as a table and read back, and what it gives."""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ambitus.core.buying.having import Having, taken_off
from ambitus.core.buying.shop import listed
from ambitus.core.buying.wants import Want, wants_of
from ambitus.core.layout.choices import ClothChoice, ClothChoices
from ambitus.core.layout.of_bag import laid_on_cloths, material_of
from ambitus.core.problems import SpecProblems
from ambitus.core.spec.model import Spec
from ambitus.core.stash.gives import gives
from ambitus.core.stash.things import KINDS, Thing, ThingTyped, havings, sources_of, thing_after
from ambitus.desk.drafting import drafted
from ambitus.files.stash_csv import COLUMNS, stash_csv, things_from_csv
from ambitus.standins.shop import SimulatedShop


def typed(**told: Any) -> Thing:
    """Return a new thing as it is typed in centimetres."""
    return thing_after(None, ThingTyped.model_validate({"unit": "cm", **told}))


def test_what_is_typed_is_read_and_what_is_missing_is_asked_for() -> None:
    """Lengths in the unit shown or their own; a cloth has a width and a length, a needle neither."""
    cloth = typed(kind="cloth", name="Sailcloth", width="90", length="1 1/2 in")
    assert (cloth.width, cloth.length) == (900, pytest.approx(38.1))
    disc = typed(kind="cloth", shape="round", width="40")
    assert (disc.width, disc.length) == (400, 400)
    assert typed(kind="needle").length is None
    longer = thing_after(cloth, ThingTyped(unit="mm", length="500", where="Shelf 2"))
    assert (longer.width, longer.length, longer.where) == (900, 500, "Shelf 2")
    for told, field in (
        ({"kind": "cloth", "width": "90"}, "length"),
        ({"kind": "zip"}, "length"),
        ({"name": "Something"}, "kind"),
        ({"kind": "cord", "length": "long"}, "length"),
        ({"kind": "cord", "length": "9000 m"}, "length"),
    ):
        with pytest.raises(SpecProblems) as bad:
            typed(**told)
        assert bad.value.problems[0].field == field


texts = st.text(st.characters(codec="utf-8", exclude_categories=("C", "Z")), max_size=12)
lengths = st.integers(20, 4000).map(float)
things = st.builds(
    Thing,
    kind=st.sampled_from(sorted(KINDS)),
    name=texts,
    material=texts,
    colour=texts,
    width=lengths,
    length=lengths,
    seam=st.sampled_from([0.0, 12.0]),
    count=st.integers(0, 9),
    washed=st.booleans(),
    print=st.sampled_from(["plain", "two_way", "one_way"]),
    where=texts,
    note=texts,
)


@given(st.lists(things, max_size=5), st.sampled_from(["mm", "cm"]))
def test_a_table_is_read_back(given_things: list[Thing], unit: Any) -> None:
    """What was written is what is read, whatever stands in a name."""
    read, wrong = things_from_csv(stash_csv(given_things, unit), None)
    assert not wrong
    assert list(read) == given_things


def test_a_table_is_told_row_by_row() -> None:
    """A row that is no thing names its line, its cell and what would be right; the others are read."""
    table = (
        "kind;name;width;length;washed;count\n"
        "Cloth;Blue canvas;90 cm;140 cm;yes;2\n"
        "sail;Old sail;1;1;no;1\n"
        "zip;;;20 cm;;x\n"
        "cord;Sash cord;;7;;1\n"
        "webbing;Belt;25 mm;3000 mm;perhaps;1\n"
    )
    read, wrong = things_from_csv(table, None)
    assert [(t.kind, t.name, t.count) for t in read] == [("cloth", "Blue canvas", 2)]
    assert [p.field for p in wrong] == ["row 3, kind", "row 4, count", "row 5, length", "row 6, washed"]
    assert "7 mm or 7 in" in wrong[2].fix
    read, wrong = things_from_csv(table, "cm")
    assert [t.length for t in read] == [1400, 70]
    for text in ("", "name,width\n", "kind,price\ncloth,3\n"):
        with pytest.raises(SpecProblems):
            things_from_csv(text, None)
    assert "kind" in COLUMNS


def zip_(count: int, long: float) -> Want:
    """Return so many zips that are wanted."""
    return Want("zip", "Coil zip", "Coil zip", "zip", count, long=long)


def test_what_is_there_is_taken_off() -> None:
    """Zips that are long enough, whole cords of a length, metres of thread; nothing is taken twice."""
    have = (
        Having("a", "zip", "Red zip", "Tin", long=180, count=1),
        Having("b", "zip", "Blue zip", "Tin", long=250, count=2),
        Having("c", "cord", "Sash cord", long=2500),
        Having("d", "thread", "Grey thread", long=100_000),
    )
    taken = taken_off(zip_(3, 200), have)
    assert (taken.want.amount, taken.of) == (1, ("Blue zip (Tin)",))
    assert taken_off(zip_(1, 200), taken.left).of == ()
    metal = Having("m", "zip", "Brass zip", key="Metal zip", long=220)
    closed = Want("zip", "Coil zip, closed end", "Coil zip, closed end", "zip", 1, long=200)
    assert not taken_off(closed, (metal,)).of
    assert taken_off(closed, (replace(metal, key="Coil zip"),)).of
    cord = Want("cord", "Round cord", "Round cord", "length", 3600, 6, count=3, each=1200)
    left = taken_off(cord, have).want
    assert (left.count, left.amount) == (1, 1200)
    thread = taken_off(Want("thread", "thread", "Thread", "spool", 130_000), have)
    assert thread.want.amount == 30_000
    assert not taken_off(
        Want("cord", "Flat cord", "Flat cord", "length", 900, 6, count=1, each=900),
        (Having("e", "cord", "Sash cord", key="Round cord", long=2500),),
    ).of
    lines = listed((zip_(2, 200),), SimulatedShop(), have)
    assert (lines[0].packs, lines[0].settled, lines[0].taken_of) == (0, True, ("Blue zip (Tin)",))
    lines = listed((zip_(3, 200),), SimulatedShop(), have)
    assert (lines[0].packs, lines[0].settled) == (1, True)


@given(
    st.lists(st.tuples(st.integers(1, 4), st.integers(100, 3000)), max_size=5),
    st.integers(1, 6),
    st.integers(50, 1500),
)
def test_of_cords_no_more_is_taken_than_is_there(stock: list[tuple[int, int]], count: int, each: int) -> None:
    """As many whole pieces as the lengths give, and no more; what is wanted is that and what is bought."""
    have = havings(
        [(str(n), Thing(kind="cord", length=long, count=many)) for n, (many, long) in enumerate(stock)]
    )
    want = Want("cord", "Round cord", "Round cord", "length", count * each, 6, count=count, each=each)
    taken = taken_off(want, have)
    could = sum(many * (long // each) for many, long in stock)
    assert taken.want.count == max(0, count - could)
    assert taken.want.amount == taken.want.count * each
    assert bool(taken.of) == (could > 0)


def test_a_cloth_gives_the_plans_that_can_be_cut_of_it() -> None:
    """What it is said to give lies on it, all of it; a cloth a hair too small gives that no more."""
    plans = [
        (preset, preset, drafted(Spec.model_validate({"preset": preset, "unit": "mm"})))
        for preset in ("tote", "sack", "pouch")
    ]
    cloth = Thing(kind="cloth", material="canvas", width=1000, length=700)
    sources = sources_of("a", cloth)
    found = list(gives(sources, cloth.kind, cloth.material, plans))
    assert {one.plan for one in found} >= {"pouch"}
    made = {id_: bag for id_, _, bag in plans}
    for one in found:
        choices = ClothChoices(cloths={one.cloth: ClothChoice(sources=list(sources))})
        on = laid_on_cloths(made[one.plan], choices)[one.cloth]
        assert on.is_there
        assert not on.layout.left_out
        assert one.same == (material_of(made[one.plan], one.cloth) == "canvas")
        assert 0 < one.share <= 1
    scrap = sources_of("a", Thing(kind="cloth", material="canvas", width=60, length=90))
    assert not [one for one in gives(scrap, "cloth", "canvas", plans) if one.cloth == "outer"]
    assert "interfacing" not in {one.cloth for one in found}
    fleece = list(gives(sources, "interfacing", "fusible_medium", plans))
    assert {one.cloth for one in fleece} == {"interfacing"}
    assert not sources_of("a", Thing(kind="zip", length=200))
    assert [s.id for s in sources_of("a", cloth.model_copy(update={"count": 3}))] == ["a", "a.1", "a.2"]


def test_twice_a_bag_wants_twice_its_notions() -> None:
    """Zip, cord and thread of two bags are those of one, twice; the needle is one."""
    made = drafted(Spec.model_validate({"preset": "sack", "unit": "mm"}))
    laid = laid_on_cloths(made, ClothChoices())
    one, two = ({w.kind: w for w in wants_of(made, laid, times)} for times in (1, 2))
    assert two["cord"].amount == 2 * one["cord"].amount
    assert (two["cord"].count, two["cord"].each) == (2 * one["cord"].count, one["cord"].each)
    assert two["thread"].amount == pytest.approx(2 * one["thread"].amount)
    assert two["needle"].amount == one["needle"].amount == 1
