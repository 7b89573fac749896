"""Plans over HTTP: begun, saved, renamed, copied, put away, taken back, restored; nothing is lost."""

import csv
import io
import json
from typing import Any

from fastapi.testclient import TestClient

from bags import drafted, tote


def _begin(client: TestClient, **spec: Any) -> dict[str, Any]:
    got = client.post("/api/plans", json={"name": "Tuba tote", "spec": tote(**spec)})
    assert got.status_code == 201, got.text
    opened: dict[str, Any] = got.json()
    return opened


def _save(client: TestClient, plan: dict[str, Any], base: int, edit: str, **spec: Any) -> Any:
    body = {"spec": tote(**spec), "base_revision": base, "edit_id": edit, "cause": "Edited"}
    return client.put(f"/api/plans/{plan['id']}/spec", json=body)


def test_each_settled_edit_is_a_revision_and_any_can_come_back(client: TestClient) -> None:
    """Two edits, three revisions; restoring the first makes a fourth."""
    plan = _begin(client)["plan"]
    assert _save(client, plan, 1, "a", width=350).json()["head"] == 2
    assert _save(client, plan, 2, "b", width=360).json()["head"] == 3
    back = client.post(f"/api/plans/{plan['id']}/revisions/1/restore").json()
    assert (back["plan"]["head"], back["spec"]["size"]["width"]) == (4, 340)
    listed = client.get(f"/api/plans/{plan['id']}/revisions").json()
    assert [r["number"] for r in listed] == [4, 3, 2, 1]
    assert listed[0]["cause"] == "Revision 1 restored"


def test_the_same_edit_sent_twice_is_kept_once(client: TestClient) -> None:
    """An answer that got lost does not double the edit, even when the plan has gone on since."""
    plan = _begin(client)["plan"]
    for _ in range(2):
        assert _save(client, plan, 1, "a", width=350).json()["head"] == 2
    _save(client, plan, 2, "b", width=360)
    assert _save(client, plan, 1, "a", width=350).json()["head"] == 3


def test_a_stale_save_is_refused_and_says_what_is_newest(client: TestClient) -> None:
    """Neither edit is lost: the newer stays, the stale one is told so."""
    plan = _begin(client)["plan"]
    _save(client, plan, 1, "a", width=350)
    stale = _save(client, plan, 1, "c", width=999)
    assert (stale.status_code, stale.json()["problems"][0]["code"], stale.json()["head"]) == (
        409,
        "plan-moved",
        2,
    )
    assert client.get(f"/api/plans/{plan['id']}").json()["spec"]["size"]["width"] == 350


def test_a_plan_put_away_refuses_edits_until_it_is_taken_back(client: TestClient) -> None:
    """Put away in another tab: told so, with the remedy; the revisions are all still there."""
    plan = _begin(client)["plan"]
    at = f"/api/plans/{plan['id']}"
    client.post(f"{at}/put-away")
    assert client.get("/api/plans").json()["total"] == 0
    assert client.get("/api/plans", params={"put_away": True}).json()["total"] == 1
    refused = _save(client, plan, 1, "a", width=350)
    assert (refused.status_code, refused.json()["type"]) == (409, "/problems/plan-away")
    assert "Take it back" in refused.json()["detail"]
    assert client.put(f"{at}/name", json={"name": "x"}).status_code == 409
    client.post(f"{at}/take-back")
    assert _save(client, plan, 1, "a", width=350).json()["head"] == 2


def test_rename_and_copy(client: TestClient) -> None:
    """A copy is a plan of its own: changing it leaves the first as it was."""
    plan = _begin(client)["plan"]
    assert (
        client.put(f"/api/plans/{plan['id']}/name", json={"name": "  Bass tote "}).json()["name"]
        == "Bass tote"
    )
    copy = client.post(f"/api/plans/{plan['id']}/copy", json={"name": "Second"}).json()
    _save(client, copy, 1, "a", width=500)
    assert client.get(f"/api/plans/{plan['id']}").json()["spec"]["size"]["width"] == 340
    assert client.put(f"/api/plans/{plan['id']}/name", json={"name": "  "}).status_code == 422


def test_a_revision_keeps_every_default_it_was_drafted_with(client: TestClient) -> None:
    """The plan file holds the spec, all it resolved to, the rules' version and the cut list in mm."""
    plan = _begin(client)["plan"]
    file = client.get(f"/api/plans/{plan['id']}/revisions/1/plan.json")
    body = json.loads(file.text)
    assert 'filename="tuba-tote-r1.json"' in file.headers["content-disposition"]
    assert body["rules_version"] >= 1
    assert body["resolved"]["carry.0.past"] == [25.0, "default"]
    assert body["cut_list"]["rows"][0]["width"] == drafted(tote()).piece("outer").size("width")


def test_csv_of_the_cut_list(client: TestClient) -> None:
    """One row a piece, the unit in the heading, and no cell that a spreadsheet would run."""
    plan = _begin(client)["plan"]
    text = client.get(f"/api/plans/{plan['id']}/revisions/1/cut-list.csv", params={"unit": "cm"}).text
    rows = list(csv.reader(io.StringIO(text)))
    assert rows[0][4] == "width (cm)"
    assert rows[1][:8] == ["A", "Outer", "2", "Canvas", "48", "36", "6", "6"]
    assert [r[0] for r in rows[1:]] == ["A", "B", "C", "D", "E"]


def test_my_usual_reaches_new_plans_and_never_saved_ones(client: TestClient) -> None:
    """Set in inches, it is used by the next plan; the older one keeps what it was begun with."""
    old = client.post("/api/plans", json={"preset": "tote"}).json()
    edit = {"unit": "in", "general": "1/2", "allowances": {"top": "5/8"}, "foot_edge": "9/32", "asked": True}
    shown = client.put("/api/usual", json=edit).json()
    assert (shown["general"], shown["foot_edge"], shown["usual"]["asked"]) == ("1/2", "9/32", True)
    new = client.post("/api/plans", json={"preset": "tote"}).json()
    bag = drafted(new["spec"]).bag
    assert (bag.unit, bag.mm("allowances.side"), bag.mm("allowances.top")) == ("in", 12.7, 15.875)
    assert new["spec"]["usual"]["measured"] == {"foot edge": 7.14375}
    again = client.get(f"/api/plans/{old['plan']['id']}").json()
    assert drafted(again["spec"]).bag.mm("allowances.side") == 10
    wrong = client.put("/api/usual", json={"unit": "in", "general": "wide"})
    assert wrong.json()["problems"][0]["field"] == "usual.general"


def test_the_sheet_says_its_revision_and_what_was_printed(client: TestClient) -> None:
    """A printed revision is remembered, so that the screen can say when the plan has moved since."""
    plan = _begin(client)["plan"]
    at = f"/api/plans/{plan['id']}"
    assert client.post(f"{at}/revisions/1/printed").json()["printed"] == 1
    moved = _save(client, plan, 1, "a", width=350).json()
    assert (moved["printed"], moved["head"]) == (1, 2)
    sheet = client.get(f"{at}/revisions/1/sheet").json()
    assert (sheet["revision"]["number"], sheet["plan"]["head"]) == (1, 2)
    assert sheet["sheet"]["pieces"][0]["size"] == "480 × 360"
    assert sheet["sheet"]["pieces"][0]["half"] == "240 × 360"
    assert any("across the mouth, flat 460 mm" in r for r in sheet["sheet"]["readings"])
    assert len(sheet["sheet"]["steps"]) > 20
    assert client.post(f"{at}/revisions/9/printed").status_code == 404


def test_a_plan_file_opens_again_as_the_plan_it_was(client: TestClient) -> None:
    """Downloaded and opened: the same spec, the same name, a plan of its own."""
    plan = _begin(client, width=333)["plan"]
    file = client.get(f"/api/plans/{plan['id']}/revisions/1/plan.json").text
    again = client.post("/api/plans/from-file", json={"text": file}).json()
    assert (again["plan"]["name"], again["spec"]["size"]["width"]) == ("Tuba tote", 333)
    assert again["plan"]["id"] != plan["id"]


def test_what_is_wrong_in_a_file_is_told_and_the_rest_kept_only_when_asked(client: TestClient) -> None:
    """Three wrong fields, all told; nothing is begun until it is asked for; then the rest is right."""
    text = json.dumps(
        {
            "unit": "mm",
            "size": {"width": 350, "girth": 9},
            "base": {"kind": "sphere"},
            "carry": [{"drop": "long"}],
        }
    )
    refused = client.post("/api/plans/from-file", json={"text": text})
    assert refused.status_code == 422
    assert {p["field"] for p in refused.json()["problems"]} == {"size.girth", "base.kind", "carry.0.drop"}
    assert client.get("/api/plans").json()["total"] == 0
    kept = client.post("/api/plans/from-file", json={"text": text, "keep_right": True}).json()
    assert (kept["spec"]["size"], kept["spec"]["base"], kept["spec"]["carry"]) == ({"width": 350}, {}, [{}])


def test_a_file_that_breaks_off_or_is_newer_cannot_be_half_opened(client: TestClient) -> None:
    """Even when asked to keep what is right."""
    for text, code in (('{"unit": "mm", "si', "not-json"), ('{"version": 9}', "newer"), ("[]", "not-valid")):
        got = client.post("/api/plans/from-file", json={"text": text, "keep_right": True})
        assert (got.status_code, got.json()["problems"][0]["code"]) == (422, code)
    assert client.get("/api/plans").json()["total"] == 0
