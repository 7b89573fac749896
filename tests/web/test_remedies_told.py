"""Findings with their numbers and remedies: over HTTP, on the command line, and carried out on files."""

import json
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from ambitus.cli.main import main
from bags import tote

NARROW = tote(cloth={"outer": "linen"}, allowances={"general": 6})


def _file(folder: Path, spec: dict[str, Any]) -> Path:
    made = folder / "plan.json"
    made.write_text(json.dumps(spec), encoding="utf-8")
    return made


def test_the_api_judges_with_numbers_and_remedies(client: TestClient) -> None:
    """Each finding has its numbers by name in mm, and edits that can be sent back as they are."""
    told = client.post("/api/checks", json={"spec": NARROW}).json()
    (fray,) = [f for f in told if f["id"] == "allowance-for-fray"]
    assert fray["numbers"] == {"allowance": 6, "least": 10}
    first = fray["remedies"][0]
    assert first["edits"] == [{"path": "allowances.general", "value": 10}]
    assert first["says"].replace("\xa0", " ") == "General allowance 6 → 10 mm"
    assert first["cuts"] == "5 cut sizes change"
    edits = [{"kind": "picked", **edit} for edit in first["edits"]]
    helped = client.post("/api/checks", json={"spec": NARROW, "edits": edits}).json()
    assert "allowance-for-fray" not in {f["id"] for f in helped}


def test_a_draft_asks_for_remedies_or_leaves_them(client: TestClient) -> None:
    """The screen draws first and asks for what helps once the hand rests."""
    with_them = client.post("/api/draft", json={"spec": NARROW}).json()["findings"]
    without = client.post("/api/draft", json={"spec": NARROW, "remedies": False}).json()["findings"]
    assert with_them[0]["remedies"]
    assert [f["remedies"] for f in without] == [[] for _ in without]
    assert [f["say"] for f in without] == [f["say"] for f in with_them]


def test_check_prints_what_helps(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """As text a line each under its finding; as JSON the edits themselves."""
    plan = str(_file(tmp_path, NARROW))
    assert main(["check", plan]) == 0
    lines = capsys.readouterr().out.replace("\xa0", " ").splitlines()
    at = next(n for n, line in enumerate(lines) if "allowance-for-fray" in line)
    assert lines[at + 1].strip() == "→ General allowance 6 → 10 mm: 5 cut sizes change"
    main(["check", plan, "--json"])
    told = json.loads(capsys.readouterr().out)
    (fray,) = [f for f in told if f["id"] == "allowance-for-fray"]
    assert fray["remedies"][0]["edits"] == [{"path": "allowances.general", "value": 10}]


def test_fix_carries_the_best_remedy_out(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """The file holds the plan put right, and everything else that it held."""
    plan = _file(tmp_path, {**NARROW, "silenced": {"weak-for-load": "light things only"}})
    assert main(["check", str(plan), "--fix", "allowance-for-fray"]) == 0
    assert "General allowance 6 → 10 mm" in capsys.readouterr().out.replace("\xa0", " ")
    fixed = json.loads(plan.read_text(encoding="utf-8"))
    assert fixed["allowances"]["general"] == 10
    assert fixed["silenced"] == {"weak-for-load": "light things only"}
    assert fixed["size"] == NARROW["size"]
    assert main(["check", str(plan)]) == 0


def test_fix_says_what_it_cannot(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """A check that does not stand, and one that no edit helps against: the file stays as it is."""
    plan = _file(tmp_path, NARROW)
    before = plan.read_bytes()
    assert main(["check", str(plan), "--fix", "strap-short"]) == 3
    assert "What does: allowance-for-fray" in capsys.readouterr().err
    cord = _file(tmp_path, tote(top={"kind": "casing", "cord_cut": 2000}, carry=[]))
    kept = cord.read_bytes()
    assert main(["check", str(cord), "--fix", "cord-in-hand"]) == 3
    assert "No edit of the plan helps here" in capsys.readouterr().err
    assert cord.read_bytes() == kept
    assert before != kept
