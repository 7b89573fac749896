"""Drafting over HTTP: the answer is the core's, edits are made there, bad input is told."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from bags import drafted, tote

PROBLEM = "application/problem+json"


def _draft(client: TestClient, body: dict[str, Any]) -> Any:
    return client.post("/api/draft", json=body)


def test_the_answer_is_the_cores(client: TestClient) -> None:
    """Cut sizes over HTTP are the draft's, and each sum's shown terms add up to the shown size."""
    got = _draft(client, {"spec": tote(), "unit": "mm"}).json()
    made = drafted(tote())
    assert [p["sums"]["width"]["mm"] for p in got["pieces"]] == [p.size("width") for p in made.pieces]
    for piece in got["pieces"]:
        for total in piece["sums"].values():
            lines = sum(float(t["shown"].replace("−", "-")) for t in total["terms"])
            assert lines == pytest.approx(float(total["shown"]))
    assert "".join(t["text"] for t in got["sentence"]).startswith(
        "A canvas tote with a boxed base, lined and"
    )
    # seven choices, and the one under which something is put on
    phrases = [t["phrase"] for t in got["sentence"] if t["kind"] == "choice"]
    assert len(phrases) <= 8
    assert phrases[-1] == "more"


def test_edits_are_made_by_the_server(client: TestClient) -> None:
    """A typed text, a step and a pick in one request."""
    edits = [
        {"kind": "typed", "path": "size.width", "text": "13 3/8"},
        {"kind": "stepped", "path": "size.height", "steps": 2},
        {"kind": "picked", "path": "interfacing.kind", "value": "none"},
    ]
    got = _draft(client, {"spec": {"unit": "in"}, "edits": edits, "unit": "in"}).json()
    fields = got["fields"]
    assert (fields["size.width"]["shown"], fields["size.width"]["spoken"]) == (
        "13 3/8",
        "13 and three eighths inches",
    )
    assert fields["size.height"]["shown"] == "14 1/4"
    assert [p["letter"] for p in got["pieces"]] == ["A", "B", "C"]


@pytest.mark.parametrize("phrase", ["cloth", "base", "top", "interfacing", "strap.0", "seams", "grid"])
def test_every_phrase_opens_with_one_tile_chosen_in_each_group(client: TestClient, phrase: str) -> None:
    """Tiles are this bag redrafted: the chosen one is the bag as it is."""
    got = client.post("/api/tiles", json={"spec": tote(), "phrase": phrase, "unit": "mm"}).json()
    for group in got["groups"]:
        assert len(group["tiles"]) >= 2
        assert [t["changes"] for t in group["tiles"] if t["chosen"]] == [[]]
    assert got["groups"] or got["fields"]


def test_a_tile_shows_what_choosing_it_gives(client: TestClient) -> None:
    """The size on a tile is the size drafted after picking it."""
    got = client.post("/api/tiles", json={"spec": tote(), "phrase": "interfacing", "unit": "mm"}).json()
    for tile in got["groups"][0]["tiles"]:
        edit = {"kind": "picked", **tile["edit"]}
        after = _draft(client, {"spec": tote(), "edits": [edit], "unit": "mm"}).json()
        assert tile["size"] in {f"{p['name']} {p['size']}" for p in after["pieces"]}


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("wide", "not a length"),
        ("", "Nothing is typed"),
        ("-4", "below zero"),
        ("0", "more than nothing"),
        ("40 m", "more than"),
        ("1/0", "divides by zero"),
    ],
)
def test_a_bad_length_names_field_value_and_remedy(client: TestClient, text: str, says: str) -> None:
    """RFC 9457, with the field's path, the text as typed, and what would be right."""
    edit = {"kind": "typed", "path": "size.width", "text": text}
    got = _draft(client, {"spec": tote(), "edits": [edit], "unit": "cm"})
    problem = got.json()["problems"][0]
    assert (got.status_code, got.headers["content-type"]) == (422, PROBLEM)
    assert (problem["field"], problem["value"].removesuffix(" mm")) == ("size.width", text)
    assert says in problem["why"]
    assert problem["fix"]


@pytest.mark.parametrize(
    ("body", "status", "code"),
    [
        ('{"spec": {"unit": "mm", "size": {"wid', 400, "not-json"),
        ('{"spec": {"unit": "mm", "colour": "red"}}', 422, "unknown-field"),
        ('{"spec": {"unit": "mm", "size": {"girth": 3}}}', 422, "unknown-field"),
        ('{"spec": {"unit": "furlong"}}', 422, "not-valid"),
        ('{"unit": "mm"}', 422, "missing"),
        ('{"spec": {"unit": "mm", "size": {"width": 1e999}}}', 422, "not-a-number"),
        ('{"spec": {"unit": "mm", "version": 4}}', 422, "not-valid"),
        ("[]", 422, "not-valid"),
    ],
)
def test_bad_json_is_told_field_by_field(client: TestClient, body: str, status: int, code: str) -> None:
    """Truncated, unknown, missing, impossible: never a traceback, never silence."""
    got = client.post("/api/draft", content=body, headers={"content-type": "application/json"})
    assert (got.status_code, got.headers["content-type"]) == (status, PROBLEM)
    assert got.json()["problems"][0]["code"] == code


def test_fifty_megabytes_are_refused_before_they_are_read(client: TestClient) -> None:
    """By the length that is told, and by counting when none is told."""
    told = client.post("/api/draft", content=b" " * 50_000_000)
    assert (told.status_code, told.json()["problems"][0]["code"]) == (413, "too-large")
    untold = client.post("/api/draft", content=(b" " * 100_000 for _ in range(500)))
    assert untold.status_code == 413


@pytest.mark.parametrize(
    "headers",
    [
        {"host": "bags.example"},
        {"host": "bags.example:8340"},
        {"origin": "http://bags.example"},
        {"origin": "null"},
    ],
)
def test_foreign_names_and_sites_are_refused(client: TestClient, headers: dict[str, str]) -> None:
    """A page elsewhere can neither read nor write here, whatever name it gives this machine."""
    assert client.get("/api/plans", headers=headers).status_code == 403
    assert client.post("/api/plans", json={}, headers=headers).status_code == 403


def test_its_own_page_may_ask(client: TestClient) -> None:
    """Same origin, by either loopback name."""
    assert client.get("/api/plans", headers={"origin": "http://127.0.0.1:8340"}).status_code == 200
    assert client.get("/api/plans", headers={"host": "localhost:8340"}).status_code == 200


def test_reading_a_cut_list_over_http(client: TestClient) -> None:
    """The other direction: from what was cut to the bag."""
    got = client.post("/api/read", json=drafted(tote()).cut_list.model_dump()).json()
    assert {s["key"]: s["mm"] for s in got["sizes"]} == {
        "width": 340,
        "height": 280,
        "depth": 120,
        "flat_opening": 460,
    }
    missing = client.post(
        "/api/read", json={"base": "boxed", "top": "turned_through", "allowances": {}, "rows": []}
    )
    assert missing.json()["problems"][0]["field"] == "rows"


def test_the_api_is_described_with_examples(client: TestClient) -> None:
    """OpenAPI names every path and gives an example for what is sent."""
    document = client.get("/api/openapi.json").json()
    assert {"/api/draft", "/api/tiles", "/api/plans", "/api/usual", "/api/read"} <= set(document["paths"])
    schemas = document["components"]["schemas"]
    for name in ("DraftRequest", "Spec", "Begin", "Save"):
        assert schemas[name]["examples"], name
