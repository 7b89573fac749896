"""Cut lists with something wrong in them: told with numbers, left out when asked, opened all the same."""

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from ambitus.core.checks.run import findings
from ambitus.core.draft import readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.problems import SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.shown.read_findings import read_finding
from ambitus.desk.drafting import drafted as drafted_spec
from ambitus.desk.drafting import spec_from_cuts
from ambitus.files.incoming import cut_list_from
from bags import drafted, pushed, totes
from conftest import examples

LIST: dict[str, Any] = {
    "base": "boxed",
    "top": "turned_through",
    "allowances": {"side": 10, "base": 10, "corner": 10, "top": 10},
    "rows": [
        {"role": "outer", "count": 2, "width": 480, "height": 360, "cut_out": {"across": 60, "up": 60}},
    ],
}


def _with(**row: Any) -> dict[str, Any]:
    return {**LIST, "rows": [{**LIST["rows"][0], **row}]}


def _found(data: dict[str, Any]) -> dict[str, Any]:
    read = read_back(cut_list_from(json.dumps(data)), readers(GRAMMAR))
    return {f.key: f for f in read.findings}


def _refused(data: dict[str, Any]) -> dict[str, str]:
    with pytest.raises(SpecProblems) as caught:
        cut_list_from(json.dumps(data))
    return {p.field: p.why for p in caught.value.problems}


#: what a list does not tell: what was asked, and on which grid it was cut
NOT_TOLD = {
    "grid-moved-size": "asked against what comes out",
    "thing-past-zip": "a thing that it was sized to",
    "zip-not-counted": "asked without the zip; the list makes the bag with it",
    "hole-left": "how the height was asked for",
    "insert-left-out": "an insert that was asked for, and is none",
    "gap-too-small": "a turning gap that was asked for",
    "gap-over-seam": "a turning gap that was asked for",
    "gap-cannot-pass": "a turning gap that was asked for",
    "mouth-under-free-arm": "in which order a hem is sewn",
    "order-does-not-hold": "in which order it was to be sewn",
    "broad-for-its-length": "sizes asked for, against those that come out",
    "depth-over-width": "sizes asked for, against those that come out",
    "zip-too-short": "a mouth asked for, against the one that comes out",
    "put-on-clashes": "places are told from a height asked for, against the one that comes out",
    "strap-off-panel": "the grid of the list may move the top edge by a step",
    "strap-tube-too-narrow": "a width asked for, against the one that comes out",
    "strap-too-narrow": "a width asked for, against the one that comes out",
    "closes-over-nothing": "a height asked for, against the one that comes out",
    "strap-out-of-role": "a length asked for, against the one that comes out",
}


def test_a_bag_whose_ends_alone_are_bound_is_judged_by_its_other_seams() -> None:
    """Bound ends sew no base: that is plain then, and said to fray inside, whichever way it came to be so."""
    pouch = {"unit": "mm", "base": {"kind": "pleated"}, "top": {"kind": "zip_unlined"}, "carry": []}
    for seams in ({"kind": "bound_ends"}, {"kind": "bound", "base": "plain"}):
        rules = {f.rule.id for f in findings(drafted({**pouch, "seams": seams}))}
        assert "plain-seams-unlined" in rules, seams


@settings(max_examples=examples(60))
@given(totes(interfacing="none"), st.data())
def test_a_draft_and_its_cut_list_are_judged_alike(spec: dict[str, Any], data: st.DataObject) -> None:
    """Any bag, its numbers pushed: the plan begun from its list has the same findings."""
    spec = pushed(spec, data)
    spec |= {"interfacing": {"kind": "none"}, "cloth": {"kind": "woven"}}
    # what is in hand beside the plan is not in its list
    spec["base"] = {k: v for k, v in spec["base"].items() if k not in ("cut_base", "cut_tube")}
    spec["top"] = {k: v for k, v in spec["top"].items() if k not in ("cord_cut", "zip_in_hand")}
    made = drafted(spec)
    found = {f.rule.id for f in findings(made)}
    # of a bag that cannot be there is no list
    assume(not any(f.rule.impossible or f.rule.id == "parts-do-not-fit" for f in findings(made)))
    refused: set[str] = set()
    try:
        again = drafted_spec(spec_from_cuts(made.cut_list, spec["unit"]))
    except SpecProblems as bad:
        refused = {p.code for p in bad.problems}
    # a size that comes out smaller than any that may be asked for
    assert refused <= {"too-small", "too-large"}
    alike = refused or {f.rule.id for f in findings(again)} ^ found <= set(NOT_TOLD)
    assert alike, json.dumps(spec)


def test_two_units_in_one_length_have_to_agree() -> None:
    """12 in are 30.5 cm: rounded to the centimetre that is 31, and not 35."""
    assert "rows.0.width" in _refused(_with(width="12 in (35 cm)"))
    read = cut_list_from(json.dumps(_with(width="19 in (48.26 cm)")))
    assert read.rows[0].width == pytest.approx(482.6)


def test_a_list_that_makes_less_than_nothing_is_a_stop() -> None:
    """Seams of 10 on a panel of 15 leave nothing, and every size that is gone is told."""
    found = _found(_with(width=15))
    assert "no-flat-opening-left" in found
    assert found["no-flat-opening-left"].level == "stop"
    assert _found(LIST) == {}


@pytest.mark.parametrize(("up", "level"), [(60, None), (60.5, "warn"), (75, "stop")])
def test_arms_that_disagree_are_judged_by_what_eases(up: float, level: str | None) -> None:
    """Within a hundredth of the side that they make a warning, over it a stop."""
    found = _found(_with(cut_out={"across": 60, "up": up}))
    assert (found["arms-disagree"].level if level else found) == (level or {})


def test_a_finding_tells_its_numbers_in_the_unit_shown() -> None:
    """Both arms, in the maker's own unit."""
    arms = _found(_with(cut_out={"across": 60, "up": 75}))["arms-disagree"]
    metric, inches = read_finding(arms, View("mm", "mm")), read_finding(arms, View("in", "in"))
    assert "across gives 120 mm, up gives 150 mm" in metric.replace("\u00a0", " ")
    assert "across gives 4 23/32 in, up gives 5 29/32 in" in inches.replace("\u00a0", " ")


def test_a_list_with_a_stop_opens_and_says_so(client: TestClient) -> None:
    """The plan has the sizes that the list was read as; what is wrong is told beside it."""
    data = _with(cut_out={"across": 60, "up": 75})
    opened = client.post("/api/plans/from-file", json={"text": json.dumps(data), "name": "Odd corners"})
    assert opened.status_code == 201
    assert opened.json()["told"]
    assert opened.json()["spec"]["size"]["height"] > 0


def test_what_is_wrong_can_be_left_out_where_the_rest_opens(client: TestClient) -> None:
    """The answer says whether it does; asked for, the plan is begun without it."""
    data = {**LIST, "shade": "red"}
    refused = client.post("/api/plans/from-file", json={"text": json.dumps(data), "name": "Red"})
    assert (refused.status_code, refused.json()["rest_opens"]) == (422, True)
    kept = client.post(
        "/api/plans/from-file", json={"text": json.dumps(data), "name": "Red", "keep_right": True}
    )
    assert kept.status_code == 201
    for nothing in ({"colour": "red"}, {**LIST, "rows": [{"role": "outer"}]}):
        refused = client.post("/api/plans/from-file", json={"text": json.dumps(nothing), "name": "None"})
        assert (refused.status_code, refused.json()["rest_opens"]) == (422, False)


def test_the_first_turn_of_a_casing_is_turn() -> None:
    """The word of the plan is that of the list; another is asked for by name."""
    given = {"side": 10, "base": 10, "corner": 10, "heading": 20, "channel": 15, "edge": 3}
    casing = {**LIST, "top": "casing"}
    new = cut_list_from(json.dumps({**casing, "allowances": {**given, "turn": 10}}))
    # 360, less 10, 20, 15, 3 and 10 at the top, 10 below and half of 120
    assert read_back(new, readers(GRAMMAR)).mm("height") == pytest.approx(360 - 48 - 10 - 60)
    with pytest.raises(SpecProblems, match="turn"):
        read_back(cut_list_from(json.dumps({**casing, "allowances": {**given, "hem": 10}})), readers(GRAMMAR))
