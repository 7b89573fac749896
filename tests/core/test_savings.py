"""What would save cloth, and which is wanted: remedies are carried out, numbers are the bag's own."""

import re
from typing import Any

import pytest

from ambitus.core.buying.rolls import on_rolls
from ambitus.core.grammar.thickness import on_outer
from ambitus.core.layout.choices import ClothChoice, ClothChoices
from ambitus.core.layout.cliffs import bought
from ambitus.core.layout.held import held, sides
from ambitus.core.layout.of_bag import laid_on_cloths
from ambitus.core.layout.straps import strap_savings
from ambitus.core.problems import SpecProblems
from ambitus.core.shown.advice import Advice, advice
from ambitus.core.shown.buying import rolls_shown
from ambitus.core.shown.savings import held_shown, straps_shown
from ambitus.core.spec.edit import PickedEdit, put
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted, edited_by, written_out
from ambitus.standins.shop import SimulatedShop


def spec_of(**told: Any) -> Spec:
    """Return a spec with its straps written out."""
    return written_out(Spec.model_validate({"unit": "mm", **told}))


def test_a_strap_otherwise_saves_what_it_says() -> None:
    """Pieced, across or of webbing: carried out, each cloth is what was told, and none is more."""
    met = set()
    for width in (700, 900, 1000, 1120):
        for drop in (260, 420):
            spec = spec_of(carry=[{"width": 40, "drop": drop}], cloth={"print": "one_way"})
            choice = ClothChoice(width=width, across={"strap carry.0": False})
            choices = ClothChoices(cloths={"outer": choice})
            before = bought(laid_on_cloths(drafted(spec), choices))
            for one in strap_savings(spec, choices, drafted):
                met.add(one.way)
                other, changed = spec, choice
                if one.way == "webbing":
                    other = put(spec, one.path, "webbing")
                elif one.way == "pieced":
                    changed = choice.model_copy(update={"pieced": [one.piece]})
                else:
                    changed = choice.model_copy(update={"across": {one.piece: True}})
                after = bought(laid_on_cloths(drafted(other), ClothChoices(cloths={"outer": changed})))
                for key, (was, then) in one.saves.items():
                    assert (before[key], after[key]) == (was, then)
                    assert then < was
                assert all(after.get(key, 0) <= was for key, was in before.items())
            for shown in straps_shown(spec, choices, "mm", drafted):
                assert "saves" in shown.says
    assert {"pieced", "webbing"} <= met


def test_a_pieced_strap_is_as_long_as_before_once_it_is_joined() -> None:
    """Two halves, less a join's allowance each, are the strap again; laid, there are twice as many."""
    spec = spec_of(carry=[{"width": 30, "drop": 260}])
    made = drafted(spec)
    choices = ClothChoices(cloths={"outer": ClothChoice(pieced=["strap carry.0"])})
    on = laid_on_cloths(made, choices)["outer"]
    strap = made.called("strap carry.0")
    placed = [p for p in on.layout.placed if p.key == strap.key]
    assert len(placed) == 2 * strap.count
    long = strap.box[2] - strap.box[0]
    assert {max(p.width, p.height) for p in placed} == {long / 2 + 10}


@pytest.mark.parametrize("base", ["boxed", "seamed", "gusset", "circle"])
@pytest.mark.parametrize("side", ["width", "height"])
def test_a_printed_panel_holds_its_piece(base: str, side: Any) -> None:
    """Made so, the piece is cut as large as the panel, less a step or two of the grid; what stays stays."""
    spec = spec_of(base={"kind": base})
    made = drafted(spec)
    piece = next(p.key for p in made.pieces if p.layer == "outer")
    at = 0 if side == "width" else 1
    for more in (-43.7, 0.0, 61.2):
        panel = sides(made, piece)[at] + more
        one = held(spec, piece, side, panel, drafted)
        other = drafted(put(spec, one.path, one.then))
        cut = sides(other, piece)[at]
        assert cut <= panel + 1e-6
        assert panel - cut == pytest.approx(one.left)
        assert one.left < 4 * made.bag.grid.step + 1e-6
        for key, was, then in one.follows:
            assert (sides(made, key), sides(other, key)) == (was, then)
            assert was != then
        for key in one.stays:
            assert sides(made, key) == pytest.approx(sides(other, key))
        assert {k for k, _, _ in one.follows} | set(one.stays) == {p.key for p in made.pieces}
    shown = held_shown(spec, piece, side, "40 cm", "mm", drafted)
    path, text = shown.edits[0]
    assert sides(drafted(put(spec, path, text)), piece)[at] <= 400


def test_what_no_size_holds_is_refused() -> None:
    """A strap's width follows no size of the bag; a panel of two centimetres holds none; no piece, no bag."""
    spec = spec_of()
    for piece, side, panel in (
        ("strap carry.0", "height", 90.0),
        ("outer panel", "width", 21.0),
        ("sleeve", "width", 90.0),
    ):
        with pytest.raises(SpecProblems):
            held(spec, piece, side, panel, drafted)  # type: ignore[arg-type]


def test_each_roll_is_laid_and_priced() -> None:
    """What is told of a width is what its own layout buys; taken over it is the chosen one."""
    spec = spec_of(cloth={"outer": "canvas"})
    made, shop = drafted(spec), SimulatedShop()
    found = list(on_rolls(made, ClothChoices(), "outer", shop))
    assert {one.roll.width for one in found} == {1120, 1400, 1800}
    assert [one.price for one in found] == sorted(one.price for one in found)
    for one in found:
        choices = ClothChoices(cloths={"outer": ClothChoice(width=one.roll.width)})
        layout = laid_on_cloths(made, choices, 6_000)["outer"].layout
        assert one.bought == layout.bought
        assert one.price == round(layout.bought / 1000 * one.roll.per_metre)
        chosen = [row for row in rolls_shown(made, choices, "outer", shop, "mm") if row.chosen]
        assert [row.text for row in chosen] == [f"{one.roll.width:g} mm"]
    wide = spec_of(size={"width": 1300, "height": 300, "depth": 300}, carry=[])
    told = rolls_shown(drafted(wide), ClothChoices(), "outer", shop, "mm")
    assert [bool(row.why) for row in told][-1]
    assert not rolls_shown(made, ClothChoices(), "contrast", shop, "mm")


def _advised(spec: Spec, choices: ClothChoices | None = None) -> dict[str, Advice]:
    return {one.about: one for one in advice(drafted(spec), choices or ClothChoices(), "mm")}


CLOTHS = """
canvas quilting_cotton calico denim linen upholstery waxed_cotton ripstop coated_cotton felt jersey
""".split()


@pytest.mark.parametrize("outer", CLOTHS)
@pytest.mark.parametrize("kind", ["none", "full"])
def test_advice_is_an_edit_that_does_it(outer: str, kind: str) -> None:
    """Carried out, the bag is so, and says so; its numbers are its cloth's and its largest piece's."""
    for preset in ("tote", "sack", "pouch"):
        spec = spec_of(preset=preset, cloth={"outer": outer}, interfacing={"kind": kind})
        made = drafted(spec)
        for one in advice(made, ClothChoices(), "mm"):
            after = spec
            if one.edits:
                after = edited_by(spec, [PickedEdit(path=p, value=v) for p, v in one.edits], "mm")
                assert _advised(after)[one.about].so
            thick = re.search(r"([\d.]+) mm thick", one.why)
            if thick and one.about == "Interfacing":
                assert float(thick[1]) == made.bag.cloth("outer").thickness
            if one.about == "Interfacing":
                none = one.says.startswith("None")
                assert one.so == ((on_outer(made.bag) is None) if none else one.so)
        assert ("Knit" in _advised(spec)) == (outer == "jersey")
        thin = made.bag.cloth("outer").thickness < 0.4 and on_outer(made.bag) is None
        lined = any(p.layer == "lining" for p in made.pieces)
        assert ("Lining" in _advised(spec)) == (thin and lined)


def test_two_cloths_that_shrink_apart_are_told_by_how_much() -> None:
    """5 and 1 per cent over a panel: its height times four hundredths; alike or unknown, something else."""
    spec = spec_of()
    made = drafted(spec)
    high = max(p.box[3] - p.box[1] for p in made.pieces if p.key == "outer panel")
    choices = ClothChoices(
        cloths={"outer": ClothChoice(shrinks_along=5), "lining": ClothChoice(shrinks_along=1)}
    )
    told = _advised(spec, choices)["Shrinking"].why
    assert "5 % along" in told
    assert f"{made.bag.grid.fit(high * 0.04):g} mm shorter over {high:g} mm" in told.replace("\xa0", " ")
    alike = ClothChoices(cloths={k: ClothChoice(shrinks_along=3) for k in ("outer", "lining")})  # type: ignore[misc]
    assert "Shrinking" not in _advised(spec, alike)
    assert "300 mm" in _advised(spec)["Shrinking"].why
