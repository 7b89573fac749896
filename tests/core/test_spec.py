"""Specs: defaults, precedence, edits, and problems told all at once."""

from typing import Any

import pytest

from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.problems import SpecProblems
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.edit import Edit, PickedEdit, SteppedEdit, TypedEdit, apply_edit
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.library import shipped
from bags import choice_at, drafted, mm_at, source_at, tote


def _edit(spec: dict[str, Any], edit: Edit, unit: Any = "mm") -> Spec:
    return apply_edit(Spec.model_validate(spec), edit, unit, GRAMMAR, shipped())


def _problems(spec: dict[str, Any]) -> dict[str, str]:
    with pytest.raises(SpecProblems) as caught:
        resolve(Spec.model_validate(spec), GRAMMAR, shipped())
    return {p.field: f"{p.why} {p.fix}" for p in caught.value.problems}


def test_precedence_of_an_allowance() -> None:
    """Own override > my usual for the class > general; an override can be taken back."""
    usual = {"values": {"allowances.general": 8, "allowances.base": 9}}
    bag = drafted(tote(usual=usual, allowances={"corner": 7})).bag
    got = {k: mm_at(bag, f"allowances.{k}") for k in ("side", "base", "corner", "top")}
    assert got == {"side": 8, "base": 9, "corner": 7, "top": 8}
    assert (source_at(bag, "allowances.corner"), source_at(bag, "allowances.base")) == ("chosen", "default")
    back = _edit(tote(allowances={"corner": 7}), TypedEdit(path="allowances.corner", text=" "))
    assert "corner" not in back.allowances


def test_a_measured_name_stands_for_its_length() -> None:
    """“Foot edge” may be typed where an allowance goes, and follows the plan's own measure."""
    spec = _edit(
        tote(usual={"measured": {"foot edge": 7}}), TypedEdit(path="allowances.side", text="Foot edge")
    )
    bag = resolve(spec, GRAMMAR, shipped())
    assert (mm_at(bag, "allowances.side"), source_at(bag, "allowances.side")) == (7.0, "measured")
    with pytest.raises(SpecProblems):
        _edit(tote(usual={"measured": {"foot edge": 7}}), TypedEdit(path="size.width", text="foot edge"))


def test_defaults_come_in_pairs() -> None:
    """A new tote in inches is its own bag, not the metric one converted."""
    metric, inch = drafted({"unit": "cm"}).bag, drafted({"unit": "in"}).bag
    assert mm_at(metric, "allowances.general") == 10
    assert mm_at(inch, "allowances.general") == 9.525
    assert mm_at(inch, "size.width") == 13.5 * 25.4
    assert (metric.grid.step, inch.grid.step) == (1.0, 3.175)


def test_all_problems_are_told_at_once_each_with_field_and_remedy() -> None:
    """Nothing is hidden behind the first mistake."""
    found = _problems(
        {
            "unit": "mm",
            "size": {"width": 40000, "height": "tall", "depth": 0, "girth": 3},
            "base": {"kind": "spherical", "width_means": "back"},
            "carry": [{"drop": -4}],
            "allowances": {"side": "12"},
            "grid": {"step": 3},
        }
    )
    assert set(found) == {
        "size.width",
        "size.height",
        "size.depth",
        "size.girth",
        "base.kind",
        "base.width_means",
        "carry.0.drop",
        "allowances.side",
        "grid.step",
    }
    assert "40000" in found["size.width"]
    assert "3000 mm" in found["size.width"]
    assert "no unit" in found["allowances.side"]
    assert "boxed" in found["base.kind"]


def test_an_arrow_steps_to_the_next_grid_line() -> None:
    """From off the grid the first step is to the next line."""
    assert _edit(tote(width=340.4), SteppedEdit(path="size.width", steps=1)).size["width"] == 341
    assert _edit(tote(width=340.4), SteppedEdit(path="size.width", steps=-1)).size["width"] == 340
    assert _edit(tote(width=340), SteppedEdit(path="size.width", steps=-10)).size["width"] == 330
    assert _edit(tote(width=21), SteppedEdit(path="size.width", steps=-50)).size["width"] == 20


def test_a_typed_number_takes_the_unit_shown() -> None:
    """The unit shown, not the plan's own; a unit typed with it wins."""
    assert _edit(tote(), TypedEdit(path="size.width", text="13 3/8"), "in").size["width"] == 339.725
    assert _edit(tote(), TypedEdit(path="size.width", text="34"), "cm").size["width"] == 340
    assert _edit(tote(), TypedEdit(path="size.width", text="34 cm"), "in").size["width"] == 340


@pytest.mark.parametrize("path", ["size.girth", "usual.values", "version", "carry.7.drop", "preset", "size"])
def test_an_edit_to_no_field_is_refused(path: str) -> None:
    """What is not a field cannot be written to."""
    for edit in (TypedEdit(path=path, text="3"), PickedEdit(path=path, value="x")):
        with pytest.raises(SpecProblems):
            resolve(_edit(tote(), edit), GRAMMAR, shipped())


def test_another_kind_lets_go_of_what_it_does_not_have() -> None:
    """A cord that comes out by a slit: a stitched channel has none, and takes its usual opening."""
    spec = Spec.model_validate(tote(top={"kind": "casing", "opening": "slit", "channel": 21}))
    other = apply_edit(spec, PickedEdit(path="top.kind", value="stitched_channel"), "mm", GRAMMAR, shipped())
    made = resolve(other, GRAMMAR, shipped())
    assert (choice_at(made, "top.opening"), mm_at(made, "top.channel")) == ("slot", 21)
    for opening in ("slit", "ends"):
        given = spec.model_copy(update={"top": {"kind": "casing", "opening": opening}})
        whole = tiles(given, "top", "mm", GRAMMAR, shipped())
        assert [tile.fits for group in whole.groups for tile in group.tiles if tile.key == "stitched_channel"]


def test_another_unit_set_takes_its_own_grid() -> None:
    """Cutting again on the inch grid is an act of its own; the sizes chosen stay."""
    spec = _edit(tote(), PickedEdit(path="unit", value="in"))
    assert (spec.grid.step, spec.size["width"]) == (3.175, 340)
