"""Findings agree with judgements worked out apart from them, on either side of every check's number."""

import json
from typing import Any

import pytest
from hypothesis import given, reject, settings
from hypothesis import strategies as st

import bags
from ambitus.core.checks.run import every_rule, findings
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.problems import SpecProblems
from ambitus.library import shipped
from bags import drafted
from conftest import examples
from core import oracle
from core.oracle_put_on import Side
from core.test_checks import EDGES, SELF_CHECKS

#: checks that have no judgement of their own in the oracle, and what proves them instead
ELSEWHERE = {
    "parts-do-not-fit": "what goes with what is the grammar's own table; its pairs are in EDGES",
    "outline-too-tight": "judged from the drawn outlines in test_traced",
}


def _disagree(spec: dict[str, Any]) -> list[str]:
    made = drafted(spec)
    found = {f.rule.id for f in findings(made)}
    bag = oracle.Bag(made)
    return [
        f"{check}: {'not ' * (check not in found)}found"
        for check, judge in oracle.SAYS.items()
        if bool(judge(bag)) != (check in found)
    ]


def _leaves(spec: Any, path: str = "") -> dict[str, Any]:
    if isinstance(spec, dict | list):
        parts = spec.items() if isinstance(spec, dict) else enumerate(spec)
        return {k: v for key, value in parts for k, v in _leaves(value, f"{path}.{key}").items()}
    return {path[1:]: spec}


@st.composite
def around(draw: st.DrawFn, check: str) -> dict[str, Any]:
    """A bag near the limit of *check*: what tells its two bags apart is moved to either side of it."""
    pair = EDGES[check]
    given_spec: dict[str, Any] = json.loads(json.dumps(draw(st.sampled_from(pair))))
    fires, quiet = map(_leaves, pair)
    for path, value in fires.items():
        other = quiet.get(path)
        if isinstance(value, int | float) and other is not None and value != other:
            moved = draw(st.sampled_from([value, other])) + draw(st.integers(-30, 30)) / 10
            bags.put(given_spec, path, max(moved, 0.1))
    return given_spec


def test_every_check_is_judged() -> None:
    """A new check brings its judgement, or says what proves it."""
    assert set(oracle.SAYS) | set(ELSEWHERE) | SELF_CHECKS == {rule.id for rule in every_rule(GRAMMAR)}
    assert not set(oracle.SAYS) & set(ELSEWHERE)


@pytest.mark.parametrize("check", EDGES)
@settings(max_examples=examples(12))
@given(st.data())
def test_near_its_limit_a_check_is_right(check: str, data: st.DataObject) -> None:
    """Every finding on a bag near the limit is one that the oracle expects, and none is missing."""
    spec = data.draw(around(check))
    try:
        drafted(spec)
    except SpecProblems:
        # a limit near the end of its field's range
        reject()
    if data.draw(st.booleans()):
        spec = bags.pushed(spec, data)
    assert _disagree(spec) == []


def test_foam_under_a_base_alone_is_not_in_its_seam() -> None:
    """However coarse the grid: what the grid adds to the foam is no bulk in the seam."""
    spec = bags.tote(
        grid={"step": 5.0, "rounding": "nearest"},
        base={"kind": "rectangle"},
        top={"kind": "bound_unlined"},
        interfacing={"kind": "base_only", "material": "foam"},
        size={"length": 160, "breadth": 257.5, "height": 180},
        allowances={"side": 9, "ring": 9},
    )
    assert _disagree(spec) == []


@pytest.mark.parametrize("strip", [41, 53, 73, 90])
def test_strips_of_a_folded_bottom_are_judged_by_themselves(strip: int) -> None:
    """Its upper parts are panels of their own, whose joins meet whatever the last strip is."""
    cloth = {"made": "strips", "strip": strip, "bottom": "contrast", "bottom_height": 55}
    assert _disagree(bags.tote(331, 287, 66, base={"cut_as": "folded"}, cloth=cloth)) == []


@settings(max_examples=examples(80))
@given(bags.totes(bands=True), st.data())
def test_on_any_bag_the_checks_are_right(spec: dict[str, Any], data: st.DataObject) -> None:
    """Any bag of any cloth, some of its numbers pushed anywhere in their range."""
    facts = shipped()
    for path in ("cloth.outer", "cloth.lining", "cloth.contrast"):
        bags.put(spec, path, data.draw(st.sampled_from(sorted(facts.cloths))))
    bags.put(spec, "interfacing.material", data.draw(st.sampled_from(sorted(facts.interfacings))))
    pushed = bags.pushed(spec, data)
    assert _disagree(pushed) == [], json.dumps(pushed)


def test_fleece_reaches_into_the_join_of_a_bottom() -> None:
    """Raw edges that meet take nothing, and a bottom is joined on with what it was given."""
    spec = bags.tote(
        seams={"kind": "raw"},
        top={"kind": "bound"},
        interfacing={"kind": "full", "material": "cotton_batting"},
        cloth={"bottom": "contrast"},
        allowances={"join": 9},
    )
    assert _disagree(spec) == []
    assert "bulk-in-seams" in {f.rule.id for f in findings(drafted(spec))}


def test_the_oracle_knows_what_lies_where() -> None:
    """A snap of 18 on a patch of 48, 40 below the top, begins at 16: clear of a row at 3, not at 25."""
    plain = bags.tote(extras=[{"kind": "magnetic_snap"}])
    side = Side(oracle.Bag(drafted(plain)), "lining", "front")
    assert [(box.u0, box.u1) for _, box in side.put()] == [(16, 64)]
    assert not side.clashes()
    hemmed = bags.tote(top={"kind": "double_hem", "turn": 10, "hem": 25}, extras=[{"kind": "magnetic_snap"}])
    assert Side(oracle.Bag(drafted(hemmed)), "outer", "front").clashes()


def test_the_oracle_says_both() -> None:
    """Of each pair the oracle expects its check on the first bag and not on the second."""
    for check, judge in oracle.SAYS.items():
        fires, quiet = EDGES[check]
        assert judge(oracle.Bag(drafted(fires))), check
        assert not judge(oracle.Bag(drafted(quiet))), check
