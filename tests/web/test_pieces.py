"""Pieces and promises over HTTP and on the command line: begun, judged, asked for, diagnosed."""

import json
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from ambitus.cli import main as cli

TEXT = (
    "2 outer 48 x 44 cm\n2 lining 47.4 x 44 cm\nstrap 10 x 66 cm, cut 2\nwing 24 x 10 cm, cut 2\n"
    "box corners 5 cm"
)
PINCHED = {
    "base": "boxed_pinched",
    "top": "turned_through",
    "allowances": {"side": 10, "base": 10, "top": 10},
    "rows": [{"role": "outer", "count": 2, "width": 480, "height": 440, "corner": 50}],
}


def _pieces(client: TestClient, **asked: Any) -> Any:
    got = client.post("/api/pieces", json=asked)
    assert got.status_code == 200, got.text
    return got.json()


def test_a_text_of_pieces_is_a_bag_with_its_rows_judged(client: TestClient) -> None:
    """
    Its size, what each row is taken for, what is said of it, what nobody told, and the slip in a
    promise.
    """
    shown = _pieces(client, text=TEXT, claim="34 x 36 x 12 cm")
    assert shown["drafted"]["read"]["size"] == "36 × 37 × 10"
    assert [row["taken_for"] for row in shown["read"]] == ["outer", "lining", "strap", ""]
    said = {row["at"]: [one["id"] for one in row["said"]] for row in shown["read"]}
    assert said == {0: [], 1: ["lining-panel-width"], 2: [], 3: ["not-known"]}
    assert {one["path"] for one in shown["missing"]} == {"allowances.general"}
    assert shown["diagnosis"]["causes"][0]["id"].startswith("from-tip")
    again = _pieces(client, rows=shown["rows"], spec=shown["spec"], unit="cm")
    assert again["drafted"]["read"] == shown["drafted"]["read"]


def test_the_sample_is_a_list_whose_depth_was_measured_from_the_tip(client: TestClient) -> None:
    """What is said of it in the library is what the diagnosis finds first."""
    sample = client.get("/api/pieces/sample").json()
    shown = _pieces(client, text=sample["text"], claim=sample["claim"])
    first = shown["diagnosis"]["causes"][0]
    assert "tip" in sample["why"]
    assert "from the cloth’s tip" in first["says"]
    assert (first["rank"], first["tie"], shown["missing"]) == (1, False, [])


def test_how_they_go_together_is_edited_and_drawn_from_these_pieces(client: TestClient) -> None:
    """A tile tells the bag that the same pieces make so; taken, that bag is shown."""
    shown = _pieces(client, text=TEXT)
    asked = {"rows": shown["rows"], "spec": shown["spec"], "phrase": "base", "unit": "cm"}
    tiles = client.post("/api/pieces/tiles", json=asked).json()
    made = {tile["key"]: tile["size"] for group in tiles["groups"] for tile in group["tiles"]}
    assert made["boxed_pinched"] == "Finished 36 × 37 × 10"
    assert made["boxed_after"] == "Finished 34 × 36 × 12"
    edit = {"kind": "picked", "path": "base.kind", "value": "boxed_after"}
    after = _pieces(client, rows=shown["rows"], spec=shown["spec"], edits=[edit], unit="cm")
    assert after["drafted"]["read"]["size"] == "34 × 36 × 12"


def test_a_unit_is_asked_for_before_anything_is_worked_out(client: TestClient) -> None:
    """Bare numbers make no bag; named once, they do."""
    shown = _pieces(client, text="2 outer 48 x 44")
    assert shown["asks_unit"]
    assert shown["drafted"] is None
    assert _pieces(client, rows=shown["rows"], unit="in")["drafted"]["read"]["size"].startswith("47 ")


def test_a_plain_table_in_a_file_is_refused_with_the_row_and_opens_as_pieces(client: TestClient) -> None:
    """
    It lacks how the bag is sewn: that is said; as pieces it is a bag, with the maker's own role
    beside it.
    """
    table = "role,count,width,height\nouter,2,42,40\nstrap,2,4,27\nwing,2,24,1o"
    refused = client.post("/api/plans/from-file", json={"text": table, "unit": "cm"}).json()["problems"]
    assert [p["field"] for p in refused] == ["line 4, height"]
    assert "“wing, 2, 24, 1o”" in refused[0]["why"]
    right = table.replace("1o", "10")
    missing = client.post("/api/plans/from-file", json={"text": right, "unit": "cm"}).json()["problems"]
    assert {p["field"] for p in missing} == {"base", "top"}
    shown = _pieces(client, text=right, unit="cm")
    assert shown["drafted"]["read"]["size"] == "40 × 35.5"
    assert shown["read"][2]["said"][0]["id"] == "not-known"


def test_a_wrong_cell_or_claim_is_told_at_its_place(client: TestClient) -> None:
    """The others are read; nothing is lost."""
    rows = [
        {"called": "outer", "count": "2", "width": "42", "height": "4o"},
        {"called": "lining", "count": "two and a half", "width": "42", "height": "40"},
    ]
    shown = _pieces(client, rows=rows, unit="cm")
    assert {p["field"] for p in shown["problems"]} == {"rows.0.height", "rows.1.count"}
    rows[0]["height"] = "40"
    shown = _pieces(client, rows=rows, unit="cm", claim="so large")
    assert shown["drafted"] is not None
    assert shown["claim_problem"]


def test_why_it_did_not_come_out(client: TestClient) -> None:
    """Ranked causes, each with its numbers; a right promise has none; a wrong one is a clear refusal."""
    got = client.post("/api/diagnose", json={"cut_list": PINCHED, "claim": "34x36x12cm"}).json()
    assert not got["follows"]
    assert got["causes"][0]["values"] == [10.0]
    assert got["causes"][0]["sizes"] == {"width": 340.0, "height": 360.0, "depth": 120.0}
    assert client.post("/api/diagnose", json={"cut_list": PINCHED, "claim": "36x37x10cm"}).json()["follows"]
    wrong = client.post("/api/diagnose", json={"cut_list": PINCHED, "claim": "girth 4 cm"})
    assert (wrong.status_code, wrong.json()["problems"][0]["field"]) == (422, "claim")


def test_read_judges_every_row(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """A lining 6 mm too narrow: its row, both numbers and what an edge can take up, as text and as JSON."""
    file = tmp_path / "cuts.json"
    lining = {**PINCHED["rows"][0], "role": "lining", "width": 474}  # type: ignore[dict-item]
    file.write_text(json.dumps({**PINCHED, "rows": [*PINCHED["rows"], lining]}))
    assert cli.main(["read", str(file), "--json"]) == 0
    (row,) = json.loads(capsys.readouterr().out)["rows"]
    assert (row["row"], row["role"], row["key"]) == (1, "lining", "lining-panel-width")
    assert row["numbers"] == {"it is": 474.0, "its bag needs": 480.0, "each edge": 3.0}
    assert cli.main(["read", str(file)]) == 0
    assert "it is 474 mm, its bag needs 480 mm, each edge 3 mm" in capsys.readouterr().out


def test_the_command_line_diagnoses(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """In words and as JSON; 1 where the promise does not follow, 0 where it does, 3 where it is none."""
    file = tmp_path / "cuts.json"
    file.write_text(json.dumps(PINCHED))
    assert cli.main(["diagnose", str(file), "--claim", "34x36x12cm"]) == 1
    assert "from the cloth’s tip: 1 cm" in capsys.readouterr().out
    assert cli.main(["diagnose", str(file), "--claim", "34x36x12cm", "--json"]) == 1
    told = json.loads(capsys.readouterr().out)
    assert (told["ambitus"], told["causes"][0]["kind"], told["causes"][0]["left"]) == (
        "diagnosis",
        "readable",
        {},
    )
    assert cli.main(["read", str(file), "--claim", "36x37x10 cm", "--unit", "cm"]) == 0
    assert "The pieces make what was promised" in capsys.readouterr().out
    assert cli.main(["diagnose", str(file), "--claim", "36x37x10 cm"]) == 0
    assert cli.main(["diagnose", str(file), "--claim", "so large"]) == 3
