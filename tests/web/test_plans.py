"""Plans over HTTP: begun, saved, renamed, copied, put away, taken back, restored; nothing is lost."""

import csv
import io
import json
from typing import Any

from fastapi.testclient import TestClient

from ambitus.store.tables import RevisionRow
from bags import drafted, mm_at, tote


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
    """One row a piece, the unit in the heading; opened again it begins a plan of the same bag."""
    plan = _begin(client, interfacing={"kind": "none"})["plan"]
    text = client.get(f"/api/plans/{plan['id']}/revisions/1/cut-list.csv", params={"unit": "cm"}).text
    rows = list(csv.reader(io.StringIO(text)))
    head = next(i for i, r in enumerate(rows) if r and r[0] == "role")
    assert rows[head][6] == "width (cm)"
    assert rows[head + 1][:10] == ["outer", "", "A", "Outer", "2", "Canvas", "48", "36", "6", "6"]
    again = client.post("/api/plans/from-file", json={"text": text}).json()
    made, was = drafted(again["spec"]), drafted(tote(interfacing={"kind": "none"}))
    assert made.piece("outer").size("width") == was.piece("outer").size("width")
    assert made.piece("outer").size("across") == was.piece("outer").size("across")
    bare = text.replace(" (cm)", "").replace("unit,cm\n", "").replace("unit,cm\r\n", "")
    asked = client.post("/api/plans/from-file", json={"text": bare})
    assert (asked.status_code, asked.json()["problems"][0]["code"]) == (422, "no-unit")
    told = client.post("/api/plans/from-file", json={"text": bare, "unit": "cm"}).json()
    assert told["spec"]["size"] == again["spec"]["size"]


def test_my_usual_reaches_new_plans_and_never_saved_ones(client: TestClient) -> None:
    """Set in inches, it is used by the next plan; the older one keeps what it was begun with."""
    old = client.post("/api/plans", json={"preset": "tote"}).json()
    edit = {"unit": "in", "general": "1/2", "allowances": {"top": "5/8"}, "foot_edge": "9/32", "asked": True}
    shown = client.put("/api/usual", json=edit).json()
    assert (shown["general"], shown["foot_edge"], shown["usual"]["asked"]) == ("1/2", "9/32", True)
    new = client.post("/api/plans", json={"preset": "tote"}).json()
    bag = drafted(new["spec"]).bag
    assert (bag.unit, mm_at(bag, "allowances.side"), mm_at(bag, "allowances.top")) == ("in", 12.7, 15.875)
    assert new["spec"]["usual"]["measured"] == {"foot edge": 7.14375}
    again = client.get(f"/api/plans/{old['plan']['id']}").json()
    assert mm_at(drafted(again["spec"]).bag, "allowances.side") == 10
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


def _cut_under_other_rules(client: TestClient, plan: dict[str, Any], width: float) -> None:
    """Leave a revision as older rules would have: another cut width, and an older version."""
    database = client.app.state.database  # type: ignore[attr-defined]
    with database.session.begin() as session:
        row = session.get_one(RevisionRow, (plan["id"], 1))
        row.rules_version = 1
        row.cut = {**row.cut, "outer panel": {**row.cut["outer panel"], "width": width}}


def test_newer_rules_never_change_a_size_in_silence(client: TestClient) -> None:
    """Old and new are told on opening and on the sheet, and in the list when an edit takes them over."""
    plan = _begin(client)["plan"]
    at = f"/api/plans/{plan['id']}"
    assert client.get(at).json()["redrawn"] == []
    _cut_under_other_rules(client, plan, 478)
    (told,) = client.get(at).json()["redrawn"]
    assert (told["label"], told["was"], told["now"]) == (
        "Outer",
        "478 × 360 × 60 × 60",
        "480 × 360 × 60 × 60",
    )
    assert (
        client.get(f"{at}/revisions/1/sheet", params={"unit": "cm"}).json()["redrawn"][0]["was"][:4] == "47.8"
    )
    _save(client, plan, 1, "a", height=290)
    assert client.get(at).json()["redrawn"] == []
    assert client.get(f"{at}/revisions").json()[0]["cause"] == "Edited; sizes as today’s rules make them"


def test_two_revisions_are_compared_on_one_scale(client: TestClient) -> None:
    """What was chosen, what is cut, both pictures, and nothing that is the same."""
    plan = _begin(client)["plan"]
    _save(client, plan, 1, "a", width=350, top={"kind": "double_hem"})
    where = f"/api/plans/{plan['id']}/compare"
    got = client.get(where, params={"before": 1, "after": 2, "unit": "mm"}).json()
    chosen = {d["key"]: (d["was"], d["now"]) for d in got["chosen"]}
    assert chosen["size.width"] == ("340 mm", "350 mm")
    assert chosen["top.kind"] == ("Lined and turned through", "Unlined, hem turned twice")
    assert "size.height" not in chosen
    pieces = {p["key"]: (p["was"], p["now"]) for p in got["pieces"]}
    assert pieces["outer panel"] == ("480 × 360", "490 × 385")
    assert pieces["lining panel"] == ("480 × 360", "")
    assert got["box"][0] >= max(got["before"]["box"][2], got["after"]["box"][2])
    same = client.get(where, params={"before": 2, "after": 2}).json()
    assert (same["chosen"], same["finished"], same["pieces"], same["checks"]) == ([], [], [], [])
    assert client.get(where, params={"before": 1, "after": 9}).status_code == 404


def test_a_stale_edit_can_be_set_aside_in_the_history(client: TestClient) -> None:
    """The newer version stays the newest; the other is a revision of its own, and comes back when asked."""
    plan = _begin(client)["plan"]
    at = f"/api/plans/{plan['id']}"
    _save(client, plan, 1, "a", width=350)
    body = {"spec": tote(width=999), "base_revision": 1, "edit_id": "mine", "cause": "Width → 999"}
    for _ in range(2):
        opened = client.post(f"{at}/set-aside", json=body).json()
        assert (opened["plan"]["head"], opened["spec"]["size"]["width"]) == (4, 350)
    causes = [r["cause"] for r in client.get(f"{at}/revisions").json()]
    assert causes[:2] == ["Revision 2 kept", "Set aside: Width → 999"]
    back = client.post(f"{at}/revisions/3/restore").json()
    assert back["spec"]["size"]["width"] == 999


def test_a_check_is_silenced_with_a_reason_that_is_kept(client: TestClient) -> None:
    """It is said last, with its reason; a silenced stop no longer stops; an empty reason lets it speak."""
    spec = tote(depth=5)
    edit = {"kind": "silenced", "check": "depth-under-corner", "reason": "  A model, not a bag. "}
    got = client.post("/api/draft", json={"spec": spec, "edits": [edit]}).json()
    last = got["findings"][-1]
    assert (last["id"], last["silenced"]) == ("depth-under-corner", "A model, not a bag.")
    kept = client.post("/api/plans", json={"name": "Model", "spec": got["spec"]}).json()
    assert kept["plan"]["summary"]["stops"] == 0
    again = client.post("/api/draft", json={"spec": kept["spec"], "edits": [{**edit, "reason": ""}]}).json()
    assert again["findings"][0]["silenced"] == ""
    assert again["spec"]["silenced"] == {}
    wrong = client.post("/api/draft", json={"spec": spec, "edits": [{**edit, "check": "nobody"}]})
    assert wrong.json()["problems"][0]["field"] == "silenced.nobody"
    empty = client.post("/api/draft", json={"spec": {**spec, "silenced": {"depth-under-corner": " "}}})
    assert empty.status_code == 422


def test_a_plan_begins_by_a_plain_way(client: TestClient) -> None:
    """Every preset has a few, drawn as they begin in the maker's own unit; an unknown one is refused."""
    metric = client.get("/api/begin").json()
    assert client.put("/api/usual", json={"unit": "in"}).status_code == 200
    assert (metric[0]["key"], metric[0]["ways"][0]["size"]) == ("tote", "34 × 36 × 12")
    offered = {way["key"]: way["ways"] for way in client.get("/api/begin").json()}
    assert {key: ways[0]["key"] for key, ways in offered.items()} == {
        "tote": "boxed",
        "sack": "round",
        "pouch": "flat",
    }
    assert offered["tote"][0]["size"] == "13 1/2 × 14 × 5"
    assert all(3 <= len(ways) <= 5 for ways in offered.values())
    assert all(w["standing"]["shapes"] and w["help"] for ways in offered.values() for w in ways)
    begun = client.post("/api/plans", json={"preset": "pouch", "way": "box"}).json()
    assert begun["spec"]["base"] == {"kind": "box_pouch"}
    assert begun["spec"]["carry"] == []
    wrong = client.post("/api/plans", json={"preset": "pouch", "way": "round"})
    assert wrong.status_code == 422
    assert (wrong.json()["problems"][0]["field"], "pleated" in wrong.text) == ("way", True)
