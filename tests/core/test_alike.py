"""A bag worked out from one that is nearly the same is the bag worked out by itself."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.alike import Alike
from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft, draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.shown.present import present, sentence
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve, with_straps
from ambitus.library import shipped
from bags import tote, totes
from conftest import examples


def _bag(spec: dict[str, Any]) -> Spec:
    return with_straps(Spec.model_validate(spec), GRAMMAR, shipped())


def _both(spec: Spec, changed: Spec) -> tuple[Draft, Draft, Draft]:
    """Return a bag, the changed one worked out from it, and the changed one worked out by itself."""
    now = draft(resolve(spec, GRAMMAR, shipped()))
    bag = resolve(changed, GRAMMAR, shipped())
    return now, Alike(now).draft(bag), draft(bag)


def _told(made: Draft) -> tuple[object, ...]:
    """Return everything that is shown, found and done of a bag."""
    shown = present(made, Spec(), "mm")
    return shown, made.pieces, made.seams, made.walked, made.cut_list, made.read, findings(made), made.steps


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR), st.data())
def test_a_bag_worked_out_from_another_is_the_same_bag(spec: dict[str, Any], data: st.DataObject) -> None:
    """Whatever is chosen of whatever bag: its pieces, its work and all that is shown of it are its own."""
    bag = _bag(spec)
    now = draft(resolve(bag, GRAMMAR, shipped())).bag
    shown = sorted({t.phrase for t in sentence(now, View("mm", "mm")) if t.phrase})
    phrase = data.draw(st.sampled_from(["cloth", *shown]))
    named = tiles(bag, phrase, "mm", GRAMMAR, shipped(), named=True)
    edits = [tile.edit for group in named.groups for tile in group.tiles if not tile.chosen]
    edit = data.draw(st.sampled_from(edits))
    _, alike, alone = _both(bag, pick(bag, edit.path, edit.value, GRAMMAR))
    assert _told(alike) == _told(alone), edit


@pytest.mark.parametrize("layer", ["outer", "lining"])
def test_a_cloth_that_is_cut_alike_is_not_cut_again(layer: str) -> None:
    """The pieces of the bag are taken over, under the name of the other cloth."""
    bag = _bag(tote())
    now, alike, alone = _both(bag, pick(bag, f"cloth.{layer}", "ripstop", GRAMMAR))
    assert alike.cut is now.cut
    assert alike.walked is now.walked
    assert alike.pieces == alone.pieces != now.pieces
    assert {p.material for p in alike.pieces if p.layer == layer} == {"Ripstop nylon"}


def test_a_cloth_that_eases_otherwise_is_cut_again() -> None:
    """How far it eases in decides how wide the body of a round bag is cut: of jersey it is another."""
    bag = _bag(tote(base={"kind": "circle"}))
    for cloth, again in (("jersey", True), ("denim", False)):
        now, alike, alone = _both(bag, pick(bag, "cloth.outer", cloth, GRAMMAR))
        assert (alike.cut is not now.cut) is again
        assert alike.pieces == alone.pieces
