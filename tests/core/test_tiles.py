"""Tiles: this bag redrafted with each choice, told before it is made."""

from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.checks.run import findings
from ambitus.core.draft import draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.problems import SpecProblems
from ambitus.core.shown.models import Tile, Tiles
from ambitus.core.shown.present import sentence, size_line
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.edit import PickedEdit, apply_edit
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.library import shipped
from bags import drafted, mm_at, tote, totes
from conftest import examples

PHRASES = ["cloth", "base", "top", "interfacing", "strap.0", "seams", "grid"]


def _tiles(phrase: str, **spec: Any) -> Tiles:
    return tiles(Spec.model_validate(tote(**spec)), phrase, "mm", GRAMMAR, shipped())


def _picked(tile: Tile, **spec: Any) -> Any:
    edit = PickedEdit(path=tile.edit.path, value=tile.edit.value)
    changed = apply_edit(Spec.model_validate(tote(**spec)), edit, "mm", GRAMMAR, shipped())
    return draft(resolve(changed, GRAMMAR, shipped()))


@pytest.mark.parametrize("phrase", ["cloth", "base", "strap.0", "seams", "grid", "patch.0"])
def test_tiles_told_group_by_group_are_those_told_at_once(phrase: str) -> None:
    """What a group gives is the same whether it is asked for alone; the others are named beside it."""
    extras = [{"kind": "patch"}] if phrase.startswith("patch") else []
    bag = Spec.model_validate(tote(extras=extras, cloth={"bottom": "contrast"}))
    whole = tiles(bag, phrase, "mm", GRAMMAR, shipped())
    named = tiles(bag, phrase, "mm", GRAMMAR, shipped(), named=True)
    assert len(whole.groups) > 1
    for group, words in zip(whole.groups, named.groups, strict=True):
        alone = tiles(bag, phrase, "mm", GRAMMAR, shipped(), only=[group.path])
        assert [g for g in alone.groups if g.path == group.path] == [group]
        assert [g for g in alone.groups if g.path != group.path] == [g for g in named.groups if g != words]


@settings(max_examples=examples(12), deadline=None)
@given(totes(GRAMMAR))
def test_tiles_are_named_first_as_they_are_given_after(spec: dict[str, Any]) -> None:
    """What is named at once is what comes with its sizes and pictures: the same tiles in the same order."""
    bag = Spec.model_validate(spec)
    shown = {t.phrase for t in sentence(drafted(spec).bag, View("mm", "mm")) if t.phrase}
    for phrase in (*sorted(shown), "grid"):
        named, whole = (tiles(bag, phrase, "mm", GRAMMAR, shipped(), named=n) for n in (True, False))
        for one, other in zip(named.groups, whole.groups, strict=True):
            assert (one.path, one.label, one.shows, one.barred) == (
                other.path,
                other.label,
                other.shows,
                other.barred,
            )
            for first, then in zip(one.tiles, other.tiles, strict=True):
                assert first.edit == then.edit, (phrase, spec)
                assert (first.label, first.help, first.chosen) == (then.label, then.help, then.chosen)


@pytest.mark.parametrize("phrase", PHRASES)
def test_a_tile_keeps_its_promise(phrase: str) -> None:
    """The size, the changes and the checks that a tile tells are those of the bag after picking it."""
    now = draft(resolve(Spec.model_validate(tote()), GRAMMAR, shipped()))
    known = {f.rule.id for f in findings(now)}
    for group in _tiles(phrase).groups:
        for tile in group.tiles:
            after = _picked(tile)
            view = View("mm", after.bag.unit)
            sizes = {f"{p.name} {size_line(p, view)}" for p in after.pieces}
            # without straps there is none to tell of
            assert tile.size in sizes or (tile.key, tile.size) == ("0", "")
            new = [f for f in findings(after) if f.rule.id not in known and f.rule.level != "note"]
            # of what does not go together at all only the reason is told
            apart = [f for f in new if f.rule.id == "parts-do-not-fit"]
            reasons = {f.fired.say.format_map(f.fired.words) for f in apart}
            assert set(tile.brings) == (reasons or {f.rule.title for f in new})
            assert tile.fits is not bool(apart)
            assert bool(tile.changes) == (not tile.chosen and _differs(now, after))


def _differs(now: Any, after: Any) -> bool:
    def told(made: Any) -> dict[str, str]:
        return {p.key: size_line(p, View("mm", now.bag.unit)) for p in made.pieces}

    return told(now) != told(after)


@pytest.mark.parametrize("phrase", PHRASES)
def test_one_tile_is_chosen_in_each_group(phrase: str) -> None:
    """The one that the bag has."""
    for group in _tiles(phrase).groups:
        assert [t.chosen for t in group.tiles].count(True) == 1


def test_a_tile_warns_before_it_is_picked() -> None:
    """Calico under straps is weak; a fleece kept full size fills the seams."""
    by_key = {t.key: t for g in _tiles("cloth").groups for t in g.tiles if g.path == "cloth.outer"}
    assert by_key["calico"].brings == ("A cloth that does not carry",)
    assert by_key["denim"].brings == ()
    fleece = {"kind": "kept_out", "material": "fusible_fleece"}
    full = next(
        t for g in _tiles("interfacing", interfacing=fleece).groups for t in g.tiles if t.key == "full"
    )
    assert "Fleece or foam in the seams" in full.brings


def test_the_fields_under_a_phrase_are_fields_of_the_bag() -> None:
    """Trim only where corners are pinched; inset only where there is one."""
    things = tuple(f"base.thing_{name}" for name in ("broad", "thick", "long", "ease"))
    pinched = _tiles("base", base={"kind": "boxed_pinched"}).fields
    assert pinched == (*things, "base.corner", "base.trim", "base.insert_less")
    assert _tiles("base").fields == (*things, "base.corner", "base.insert_less")
    assert _tiles("interfacing", interfacing={"kind": "inset"}).fields == ("interfacing.inset",)
    assert _tiles("interfacing").fields == ()


@pytest.mark.parametrize("phrase", ["pocket", "strap.1", "", "base.0.kind"])
def test_a_phrase_that_the_bag_does_not_have_is_refused(phrase: str) -> None:
    """By name, with what would be right."""
    with pytest.raises(SpecProblems) as caught:
        _tiles(phrase)
    assert caught.value.problems[0].field == "phrase"


def test_cutting_again_on_the_other_unit_set_shows_before_and_after() -> None:
    """The chosen sizes stay; the grid, and the defaults that come in pairs, are the other set's."""
    lives = next(g for g in _tiles("grid").groups if g.path == "unit")
    inch = next(t for t in lives.tiles if t.key == "in")
    assert inch.changes
    made = _picked(inch)
    assert mm_at(made.bag, "size.width") == 340
    assert made.bag.grid.step == 3.175
    assert mm_at(made.bag, "allowances.general") == 9.525


def test_what_does_not_go_together_comes_last_with_its_reason() -> None:
    """Under a zip a gusset has no place to catch its ends in: told in words, after all that fit."""
    given = {"preset": "pouch", "unit": "mm", "carry": []}
    group = tiles(Spec.model_validate(given), "base", "mm", GRAMMAR, shipped()).groups[0]
    fits = [t.fits for t in group.tiles]
    assert fits == sorted(fits, reverse=True)
    assert not all(fits)
    gusset = next(t for t in group.tiles if t.key == "gusset")
    assert gusset.brings == (
        "Lined, a zip across its top: the sides stand between front and back, where the zip’s ends would "
        "have to be caught.",
    )
    assert "box_pouch" in {t.key for t in group.tiles if t.fits}


def test_straps_are_taken_off_and_put_on() -> None:
    """A phrase tells that there are none, and offers a pair; what is taken off leaves no piece behind."""
    plain = Spec.model_validate(tote(carry=[{"drop": 300}]))
    without = apply_edit(plain, PickedEdit(path="carry.pairs", value=0), "mm", GRAMMAR, shipped())
    assert without.carry == []
    made = draft(resolve(without, GRAMMAR, shipped()))
    assert not [p for p in made.pieces if p.layer.startswith("strap")]
    words = "".join(t.text for t in sentence(made.bag, View("mm", "mm")))
    assert ", no straps, plain seams" in words
    (group,) = tiles(without, "straps", "mm", GRAMMAR, shipped()).groups
    assert [(t.key, t.chosen) for t in group.tiles] == [("0", True), ("1", False)]
    (more, *_) = tiles(plain, "strap.0", "mm", GRAMMAR, shipped()).groups
    assert [t.key for t in more.tiles] == ["0", "1", "2"]
    again = apply_edit(without, PickedEdit(path="carry.pairs", value=1), "mm", GRAMMAR, shipped())
    assert again.carry == [{}]
    kept = apply_edit(plain, PickedEdit(path="carry.pairs", value=2), "mm", GRAMMAR, shipped())
    # short ones for the hand, and long ones beside them for the shoulder
    assert kept.carry == [{"drop": 300}, {"held": "shoulder", "drop": 560}]
    placed = Spec.model_validate(tote(carry=[{"from_side": 165, "width": 28}]))
    two = apply_edit(placed, PickedEdit(path="carry.pairs", value=2), "mm", GRAMMAR, shipped())
    assert two.carry is not None
    assert two.carry[1] == {"held": "shoulder", "drop": 560, "from_side": 105, "width": 28}
    three = apply_edit(two, PickedEdit(path="carry.pairs", value=3), "mm", GRAMMAR, shipped())
    assert three.carry == [*two.carry, {}]
    for wrong in (None, -1, "many", 9):
        with pytest.raises(SpecProblems):
            apply_edit(plain, PickedEdit(path="carry.pairs", value=wrong), "mm", GRAMMAR, shipped())
    # a box pouch has no edge that they could hang from
    boxed = Spec.model_validate({"preset": "pouch", "base": {"kind": "box_pouch"}, "carry": []})
    bag = resolve(boxed, GRAMMAR, shipped())
    assert "straps" not in {t.phrase for t in sentence(bag, View("mm", "mm"))}
