"""Cloths over HTTP: laid, edited, kept with their plan; what is bought, and what would save."""

from typing import Any

from fastapi.testclient import TestClient

SPEC = {"unit": "cm"}


def _lay(client: TestClient, *edits: dict[str, Any], choices: Any = None) -> Any:
    body = {"spec": SPEC, "choices": choices or {}, "edits": [{"cloth": "outer", **edit} for edit in edits]}
    got = client.post("/api/cloth", json=body)
    assert got.status_code == 200, got.text
    return got.json()


def test_an_edit_is_answered_with_what_is_chosen_and_how_it_lies(client: TestClient) -> None:
    """What was chosen goes back in, and answers the same."""
    plain = _lay(client)
    outer = plain["cloths"][0]
    assert [c["key"] for c in plain["cloths"]] == ["outer", "lining", "interfacing"]
    assert (outer["amount"], outer["pins"]) == ("60", 0)
    one = outer["sheets"][0]["lying"][0]
    what = {"piece": one["piece"], "copy": one["copy"]}
    moved = _lay(client, {"kind": "moved", "along": 300, "across": 20, **what})
    pinned = next(p for p in moved["cloths"][0]["sheets"][0]["lying"] if p["pinned"])
    assert (pinned["piece"], pinned["copy"]) == (one["piece"], one["copy"])
    assert _lay(client, choices=moved["choices"])["cloths"] == moved["cloths"]
    narrow = _lay(client, {"kind": "typed", "field": "width", "text": "30"})
    assert "needs a wider cloth" in narrow["cloths"][0]["left_out"][0]


def test_what_is_chosen_is_kept_with_its_plan(client: TestClient) -> None:
    """Kept and read again; of a plan that is not there nothing is."""
    plan = client.post("/api/plans", json={"preset": "tote"}).json()["plan"]["id"]
    assert client.get(f"/api/plans/{plan}/cloth").json()["cloths"] == {}
    chosen = _lay(client, {"kind": "picked", "field": "lies", "value": "folded"})["choices"]
    assert client.put(f"/api/plans/{plan}/cloth", json=chosen).status_code == 200
    assert client.get(f"/api/plans/{plan}/cloth").json()["cloths"]["outer"]["folded"]
    for method, path in (("GET", "cloth"), ("PUT", "cloth"), ("GET", "buying"), ("GET", "buying.csv")):
        got = client.request(method, f"/api/plans/nobody/{path}", json={} if method == "PUT" else None)
        assert got.status_code == 404, path
    table = client.get(f"/api/plans/{plan}/buying.csv")
    assert table.text.startswith("kind,amount,what,for,needed,price,note")
    assert client.get(f"/api/plans/{plan}/buying").json()["rows"]


def test_wrong_input_is_told_by_field(client: TestClient) -> None:
    """A text that is no length, a piece that is not there, and a number out of range."""
    for edit, field in (
        ({"kind": "typed", "field": "width", "text": "wide"}, "outer.width"),
        ({"kind": "pinned", "piece": "sleeve", "copy": 0}, "outer.pins"),
        ({"kind": "picked", "field": "print", "value": "tartan"}, "outer.print"),
    ):
        got = client.post("/api/cloth", json={"spec": SPEC, "edits": [{"cloth": "outer", **edit}]})
        assert got.status_code == 422
        assert got.json()["problems"][0]["field"] == field
    got = client.post("/api/cloth", json={"spec": SPEC, "choices": {"cloths": {"outer": {"width": -3}}}})
    assert got.status_code == 422


def test_cliffs_and_what_to_buy_are_answered(client: TestClient) -> None:
    """A cliff names a field and what it would be; the list has a total."""
    spec = {"unit": "mm", "size": {"width": 400, "height": 340, "depth": 124}, "carry": []}
    choices = {"cloths": {"outer": {"width": 1100}}}
    body = {"spec": spec, "choices": choices}
    told = {cliff["path"]: cliff for cliff in client.post("/api/cliffs", json=body).json()}
    assert (told["size.width"]["then"], told["size.depth"]["then"]) == ("396", "120")
    assert "canvas" in told["size.width"]["says"]
    assert client.post("/api/buying", json=body).json()["total"].startswith("£")
