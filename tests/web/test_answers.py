"""What goes over the wire for a key: once worked out, and no more than is read."""

import gzip
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from ambitus.web.app import make_app
from bags import tote

SPEC = tote(width=331.0)


def _drafted(client: TestClient, **more: Any) -> Any:
    got = client.post("/api/draft", json={"spec": SPEC, "remedies": False, **more})
    assert got.status_code == 200
    return got.json()


def test_the_piece_that_is_opened_is_told_in_full_and_of_the_others_the_totals(client: TestClient) -> None:
    """The totals are the same either way; what is opened reads as it does where all of it is."""
    whole = _drafted(client)
    assert whole["told"] == ""
    for asked, told in (("lining panel", "lining panel"), ("", "outer panel"), ("no such", "outer panel")):
        got = _drafted(client, opened=asked)
        assert got["told"] == told
        for piece, full in zip(got["pieces"], whole["pieces"], strict=True):
            if piece["key"] == told:
                assert piece == full
                continue
            assert piece["marks"] == []
            for key, summed in piece["sums"].items():
                assert summed == {**full["sums"][key], "terms": [], "shown": full["sums"][key]["plain"]}
        rest = {key: value for key, value in got.items() if key not in ("told", "pieces", "seams")}
        assert rest == {key: whole[key] for key in rest}


def test_a_seam_that_is_opened_is_told_in_full(client: TestClient) -> None:
    """Its chains are summed up; those of the others are told by their lengths."""
    whole = _drafted(client)
    opened = whole["seams"][1]["key"]
    got = _drafted(client, opened=f"seam {opened}")
    assert got["told"] == f"seam {opened}"
    for seam, full in zip(got["seams"], whole["seams"], strict=True):
        if seam["key"] == opened:
            assert seam == full
            assert all(chain["terms"] for chain in seam["chains"])
        else:
            assert [c["plain"] for c in seam["chains"]] == [c["plain"] for c in full["chains"]]
            assert not any(chain["terms"] for chain in seam["chains"])


def test_a_key_drafts_and_resolves_once(client: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    """The bag that is changed is known already; the new one is drafted, and nothing of it twice."""
    counted: dict[str, int] = {"draft": 0, "resolve": 0, "sums": 0}

    def count(module: str, name: str, as_: str) -> None:
        work = getattr(__import__(module, fromlist=[name]), name)

        def counting(*given: Any, **more: Any) -> Any:
            counted[as_] += 1
            return work(*given, **more)

        monkeypatch.setattr(f"{module}.{name}", counting)

    first = _drafted(client)["spec"]
    count("ambitus.desk.drafting", "draft", "draft")
    count("ambitus.desk.drafting", "resolve", "resolve")
    count("ambitus.core.shown.present", "show_sum", "sums")
    for wanted in (1, 2):
        edit = {"kind": "stepped", "path": "size.width", "steps": 1}
        body = {"spec": first, "edits": [edit], "remedies": False, "opened": "outer panel"}
        got = client.post("/api/draft", json=body).json()
        assert (counted["draft"], counted["resolve"]) == (wanted, wanted)
        # the sums of one piece and of its marks
        outer = got["pieces"][0]
        assert counted["sums"] <= wanted * (
            len(outer["sums"]) + sum(len(m["readings"]) for m in outer["marks"])
        )
        first = got["spec"]


@pytest.fixture
def built(tmp_path: Path) -> TestClient:
    """The application with screens of its own: a script, and the same packed."""
    assets = tmp_path / "dist" / "assets"
    assets.mkdir(parents=True)
    (assets.parent / "index.html").write_text("<title>A page</title>")
    (assets / "index-1a2b.js").write_text("let script = 1\n")
    (assets / "index-1a2b.js.gz").write_bytes(gzip.compress(b"let script = 1\n"))
    (assets / "index-1a2b.js.br").write_bytes(b"not looked into by a client that takes none")
    (assets / "mark-3c4d.svg").write_text("<svg xmlns='http://www.w3.org/2000/svg'/>")
    return TestClient(make_app(tmp_path / "plans.sqlite", assets.parent), base_url="http://127.0.0.1")


def test_built_files_are_kept_and_packed_where_that_is_taken(built: TestClient) -> None:
    """The script itself, packed as the browser says it takes it; asked again it is known to be the same."""
    got = built.get("/assets/index-1a2b.js", headers={"accept-encoding": "gzip"})
    assert got.text == "let script = 1\n"
    assert got.headers["content-encoding"] == "gzip"
    assert got.headers["content-type"].startswith("text/javascript")
    assert "immutable" in got.headers["cache-control"]
    assert got.headers["vary"] == "Accept-Encoding"
    same = {"accept-encoding": "gzip", "if-none-match": got.headers["etag"]}
    again = built.get("/assets/index-1a2b.js", headers=same)
    assert (again.status_code, again.content) == (304, b"")
    plain = built.get("/assets/index-1a2b.js", headers={"accept-encoding": "identity"})
    assert plain.text == got.text
    assert "content-encoding" not in plain.headers
    assert plain.headers["etag"] != got.headers["etag"]
    assert built.get("/assets/mark-3c4d.svg", headers={"accept-encoding": "gzip, br"}).text.startswith("<svg")
    # the page that names them is asked for every time
    assert built.get("/").headers["cache-control"] == "no-cache"
    assert built.get("/assets/none.js").status_code == 404
