"""Remedies: each one that is offered is an edit that does what it is offered for."""

import json
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

import bags
from ambitus.core.checks.run import every_rule, findings
from ambitus.core.draft import Draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths.grid import INCH_STEPS, METRIC_STEPS, Grid
from ambitus.core.remedy import changed, remedies_of
from ambitus.core.shown.helped import findings_helped
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import lookup, with_straps
from ambitus.library import shipped
from bags import drafted
from conftest import examples
from core.test_checks import EDGES

#: findings that no edit of the plan helps against, and why
NO_EDIT = {
    "cord-in-hand": "the cord is long enough; it is only told what it leaves",
    "knit-stretch-way": "the stretch lies as the cloth is laid",
    "as-cut-eases": "what was cut goes together",
}


def _stops(draft: Draft) -> set[tuple[str, str]]:
    return {f.at for f in findings(draft) if f.rule.level == "stop"}


def wrong(given_spec: dict[str, Any]) -> list[str]:
    """Return what is false of the remedies offered for a bag: each is carried out, and taken back."""
    spec = with_straps(Spec.model_validate(given_spec), GRAMMAR, shipped())
    before = drafted(given_spec)
    out = []
    for found in findings(before):
        for made in remedies_of(found, before, spec, GRAMMAR, most=9):
            after = drafted(json.loads(made.spec.model_dump_json()))
            if found.at in {f.at for f in findings(after)}:
                out.append(f"{found.at}: {made.remedy} does not silence it")
            if _stops(after) - _stops(before):
                out.append(f"{found.at}: {made.remedy} raises {_stops(after) - _stops(before)}")
            back = made.spec
            for path in {change.path for change in made.remedy}:
                # a kind takes what hangs on it along, a size the measure given in its place: undo brings
                # the whole spec back
                whole = path.rpartition(".")[2].isdecimal()
                if whole or path.endswith((".kind", ".pairs", ".attach")) or _stood_for(spec, path):
                    back = spec
                    break
                back = put(back, path, lookup(spec, path))
            if drafted(json.loads(back.model_dump_json())).cut_list != before.cut_list:
                out.append(f"{found.at}: {made.remedy} does not undo")
    return out


def _stood_for(spec: Spec, path: str) -> bool:
    """
    Whether another measure is given in place of the field at *path*: changed itself, it is chosen
    again.
    """
    prefix = path.rpartition(".")[0]
    return any(
        given.target.in_(prefix) == path and lookup(spec, given.by.in_(prefix)) == given.option
        for given in GRAMMAR.givens
    )


def _spec(given_spec: dict[str, Any]) -> Spec:
    return Spec.model_validate(given_spec)


@pytest.mark.parametrize("rule", EDGES)
def test_every_check_has_a_remedy_that_works(rule: str) -> None:
    """Of the bag at its limit the first remedy offered silences it; or no edit can, and the list says why."""
    before = drafted(EDGES[rule][0])
    found = next(f for f in findings(before) if f.rule.id == rule)
    made = list(remedies_of(found, before, _spec(EDGES[rule][0]), GRAMMAR))
    assert bool(made) == (rule not in NO_EDIT)
    assert wrong(EDGES[rule][0]) == []


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize("rule", EDGES)
def test_remedies_lie_on_the_ruler_and_are_told(rule: str, unit: str) -> None:
    """A length put right is one that a ruler of the unit shows, and its text says before and after."""
    given_spec = {**EDGES[rule][0], "unit": unit}
    before = drafted(given_spec)
    ruler = Grid((INCH_STEPS if unit == "in" else METRIC_STEPS)[0])
    for found in findings(before):
        for remedy in found.fired.remedies:
            for change in remedy:
                # what the grid makes of a size is offered as it comes out
                exact = found.rule.id in ("grid-moved-size", "hem-out-of-role", "broad-for-its-length")
                if isinstance(change.value, float) and not exact:
                    assert ruler.holds(change.value), (found.at, change)
    for shown in findings_helped(before, _spec(given_spec), before.bag.unit, GRAMMAR):
        for told in shown.remedies:
            assert " → " in told.says
            assert told.cuts.endswith(("change", "changes"))
            assert "none → none" not in told.says
            for said in told.says.split("; "):
                was, now = said.split(" → ")
                assert not was.endswith(f" {now}"), told.says


def test_a_rule_without_an_edit_is_a_rule() -> None:
    """The list of exceptions names checks that there are, each with a reason."""
    assert set(NO_EDIT) <= {rule.id for rule in every_rule(GRAMMAR)}
    assert all(NO_EDIT.values())


@settings(max_examples=examples(60))
@given(bags.totes(bands=True), st.data())
def test_a_remedy_of_any_bag_works(spec: dict[str, Any], data: st.DataObject) -> None:
    """Any bag, one of its numbers pushed out of its ordinary range: what is offered silences its finding."""
    assert wrong(bags.pushed(spec, data)) == []


def test_a_remedy_leaves_the_plan_as_it_was() -> None:
    """Nothing is done to the spec that a remedy is worked out for."""
    spec = _spec(EDGES["seam-too-narrow"][0])
    kept = spec.model_dump_json()
    before = drafted(EDGES["seam-too-narrow"][0])
    (found,) = [f for f in findings(before) if f.rule.id == "seam-too-narrow"]
    (first, *_) = remedies_of(found, before, spec, GRAMMAR)
    assert spec.model_dump_json() == kept
    assert changed(spec, first.remedy, GRAMMAR).allowances["base"] == 10


def test_ends_that_a_lining_hides_are_sewn_as_one_or_plainly() -> None:
    """What the base brings comes back where its choice is let go of: a remedy chooses another."""
    spec = _spec(
        {
            "unit": "mm",
            "base": {"kind": "pleated"},
            "top": {"kind": "zip", "turned": "gap"},
            "size": {"length": 190, "breadth": 90, "height": 40},
            "carry": [],
        }
    )
    before = drafted(spec.model_dump())
    found = next(f for f in findings(before) if f.rule.id == "parts-do-not-fit")
    offered = [made.remedy for made in remedies_of(found, before, spec, GRAMMAR)]
    assert [(c.path, c.value) for (c,) in offered[:2]] == [("top.turned", "zip"), ("seams.end", "plain")]
