"""Every failure is a sentence: what nobody foresaw, what is foreign, what is too much."""

import json
import logging
import os
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from typing import Any

import pytest
from fastapi.testclient import TestClient

from ambitus.core.draft import readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.problems import SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import saved_from
from ambitus.files.cut_list_csv import cut_list_of_data
from ambitus.files.incoming import spec_from
from ambitus.files.plain import plain_json, text_of
from ambitus.web.reader import Reader
from bags import tote

PROBLEM = "application/problem+json"
LIST = {
    "base": "boxed",
    "top": "turned_through",
    "allowances": {"side": 10, "base": 10, "corner": 10, "top": 10},
    "rows": [
        {
            "role": "outer",
            "count": 2,
            "width": 480,
            "height": 360,
            "cut_out": {"across": 60, "up": 60},
        }
    ],
}


def _codes(got: Any) -> list[str]:
    return [p["code"] for p in got.json()["problems"]]


def test_what_nobody_foresaw_has_a_number_that_stands_in_the_log(
    client: TestClient, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    """A problem as any other, with the headers of any other; the next request works."""

    def broken(*_: Any, **__: Any) -> Any:
        raise RuntimeError("a wheel came off")

    with monkeypatch.context() as patched, caplog.at_level(logging.ERROR):
        patched.setattr("ambitus.web.draft_api.present", broken)
        got = client.post("/api/draft", json={"spec": tote()})
    number = got.json()["problems"][0]["value"]
    assert (got.status_code, got.headers["content-type"], len(number)) == (500, PROBLEM, 8)
    assert number in got.json()["title"]
    assert number in caplog.text
    assert "a wheel came off" in caplog.text
    assert "wheel" not in got.text
    assert got.headers["content-security-policy"]
    assert client.post("/api/draft", json={"spec": tote()}).status_code == 200


@pytest.mark.parametrize(
    ("headers", "code"),
    [
        ({"host": "ambitus.example"}, "foreign-host"),
        ({"origin": "http://ambitus.example"}, "foreign-origin"),
        ({"origin": "http://["}, "foreign-origin"),
        ({"origin": "null"}, "foreign-origin"),
        ({"sec-fetch-site": "cross-site"}, "foreign-origin"),
        (
            {"sec-fetch-site": "same-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "iframe"},
            "foreign-origin",
        ),
    ],
)
def test_who_may_not_ask_is_told_with_the_headers_of_every_answer(
    client: TestClient, headers: dict[str, str], code: str
) -> None:
    """A refusal is framed and based nowhere else either."""
    got = client.get("/api/plans", headers=headers)
    assert (got.status_code, _codes(got)) == (403, [code])
    policy = got.headers["content-security-policy"]
    assert all(word in policy for word in ("base-uri 'none'", "form-action 'none'", "frame-ancestors 'none'"))


@pytest.mark.parametrize("site", ["same-origin", "none"])
def test_its_own_pages_may_ask(client: TestClient, site: str) -> None:
    """And a link from elsewhere may open one."""
    assert client.get("/api/plans", headers={"sec-fetch-site": site}).status_code == 200
    link = {"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "document"}
    assert client.get("/api/plans", headers=link).status_code == 200


@pytest.mark.parametrize(
    ("text", "code", "field"),
    [
        ("", "empty", ""),
        (" \n", "empty", ""),
        ('{"size": {"width": NaN}}', "not-a-number", "size.width"),
        ('{"size": {"width": -Infinity}}', "not-a-number", "size.width"),
        ('{"carry": [{}, {"drop": 1e400}]}', "not-a-number", "carry.1.drop"),
        ('{"version": ' + "9" * 5000 + "}", "not-a-number", "version"),
        ('{"preset": "\\ud800"}', "not-text", "preset"),
        ('{"\\udfff": 1}', "not-text", "\udfff"),
        ("[" * 100_000, "too-deep", ""),
        ('{"a":' * 60 + "1" + "}" * 60, "too-deep", ".".join("a" * 40)[:40]),
        ('{"unit": "mm"', "not-json", "line 1, column 14"),
    ],
)
def test_json_that_could_not_be_kept_is_told_by_its_path(text: str, code: str, field: str) -> None:
    """Numbers that are none, half letters, depth: named before anything is made of them."""
    with pytest.raises(SpecProblems) as bad:
        plain_json(text)
    (problem,) = bad.value.problems
    assert (problem.code, problem.field[:40].rstrip("….")) == (code, field.rstrip("."))
    assert problem.fix


def test_a_byte_order_mark_is_read_and_another_encoding_is_named() -> None:
    """UTF-8 with its mark opens; Latin-1 and UTF-16 are told apart."""
    assert plain_json("\ufeff" + json.dumps(tote())) == tote()
    assert text_of(b"\xef\xbb\xbf{}") == "{}"
    for raw, said in (
        (b"gr\xfcn", "Latin-1"),
        ("{}".encode("utf-16"), "UTF-16"),
        (b"\xff\x00\x01", "no text"),
    ):
        with pytest.raises(SpecProblems) as bad:
            text_of(raw)
        assert said in bad.value.problems[0].why


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"usual": {"measured": {"foot edge": -50}}}, "usual.measured.foot edge"),
        ({"usual": {"values": {"allowances.general": 900}}}, "usual.values.allowances.general"),
        ({"preset": "kite"}, "preset"),
        ({"grid": {"step": 3.7}}, "grid.step"),
        ({"carry": [{}] * 9}, "carry"),
        ({"base": {"kind": "traced", "outline": "0,0 " * 40_000}}, "base.outline"),
    ],
)
def test_a_spec_is_judged_in_all_its_parts(client: TestClient, change: dict[str, Any], field: str) -> None:
    """What was taken from my usual too: a foot edge below nothing drafts no bag, typed or stepped or not."""
    for edits in ([], [{"kind": "stepped", "path": "size.height", "steps": 1}]):
        got = client.post("/api/draft", json={"spec": {**tote(), **change}, "edits": edits})
        assert got.status_code == 422
        told = {p["field"].removeprefix("spec."): p["fix"] for p in got.json()["problems"]}
        assert told[field]


def test_my_usual_is_judged_as_a_spec_is(client: TestClient) -> None:
    """What would block every new plan is refused; what was kept once and would is left out."""
    for edit, field in (
        ({"unit": "cm", "step": 3.7}, "usual.step"),
        ({"unit": "in", "step": 1.0}, "usual.step"),
        ({"unit": "cm", "foot_edge": "−50 mm"}, "usual.foot_edge"),
        ({"unit": "cm", "general": "9999 mm"}, "usual.general"),
    ):
        got = client.put("/api/usual", json=edit)
        assert (got.status_code, got.json()["problems"][0]["field"]) == (422, field)
        assert client.post("/api/plans", json={"preset": "tote"}).status_code == 201
    app: Any = client.app
    old = {"metric": {"step": 3.7, "general": -9.0}, "measured": {"foot edge": -50.0}}
    app.state.desk.plans.keep("usual", old)
    assert client.get("/api/usual").json()["usual"]["metric"]["step"] is None
    assert client.post("/api/plans", json={"preset": "tote"}).status_code == 201
    app.state.desk.plans.keep("usual", {"unit": "ell"})
    assert client.get("/api/usual").status_code == 200


def test_a_plan_that_was_kept_unreadable_says_so(client: TestClient) -> None:
    """Half a letter that was kept once: the plan tells it by its field, and the shelf is whole."""
    app: Any = client.app
    kept = saved_from(Spec.model_validate(tote()))
    broken = replace(kept, spec={**kept.spec, "silenced": {"thread": "half \ud800"}})
    plan = app.state.desk.plans.begin("Half", broken)
    got = client.get(f"/api/plans/{plan.id}")
    assert (got.status_code, got.json()["problems"][0]["field"]) == (422, "silenced.thread")
    assert client.get("/api/plans").json()["total"] == 1


@pytest.mark.parametrize("number", [str(2**63), "9" * 400, "0", "-1", "²"])
def test_a_revision_that_no_plan_can_have(client: TestClient, number: str) -> None:
    """Refused by its range, in a path and in a body."""
    plan = client.post("/api/plans", json={"preset": "tote"}).json()["plan"]["id"]
    assert client.get(f"/api/plans/{plan}/revisions/{number}/sheet").status_code == 422
    if number.isascii():
        body = f'{{"spec": {json.dumps(tote())}, "base_revision": {number}, "edit_id": "x"}}'
        got = client.put(
            f"/api/plans/{plan}/spec", content=body, headers={"content-type": "application/json"}
        )
        assert got.status_code == 422


def test_names_that_no_file_can_have(client: TestClient) -> None:
    """Three hundred letters, or none that a file system takes: a place of the screens, not a failure."""
    for path in ("/" + "x" * 300, "/%00", "/a/%00", "/..%2f..%2fetc%2fpasswd", "/%ff%fe"):
        assert client.get(path).status_code in (200, 404, 503)
        assert client.get(f"/api/plans{path}").status_code == 404


def test_problems_are_told_up_to_a_number(client: TestClient) -> None:
    """Fifty, and how many more; never a megabyte about a megabyte."""
    spec = {**tote(), "size": {f"{'x' * 500}{i}": 1 for i in range(400)}}
    got = client.post("/api/draft", json={"spec": spec})
    told = got.json()["problems"]
    assert (got.status_code, len(told), told[-1]["code"], told[-1]["value"]) == (422, 51, "more", "350")
    assert len(got.content) < 100_000


def test_lists_have_limits() -> None:
    """A thousand rows are read, each of them once; a row more is told."""
    rows = LIST["rows"] * 1000
    taken = read_back(cut_list_of_data({**LIST, "rows": rows}), readers(GRAMMAR))
    assert taken.mm("width") == pytest.approx(340)
    with pytest.raises(SpecProblems) as bad:
        cut_list_of_data({**LIST, "rows": [*rows, rows[0]]})
    assert bad.value.problems[0].field == "rows"


CSV = "unit,{unit}\nbase,boxed\ntop,turned_through\n" + "".join(
    f"allowance {key},10 mm\n" for key in ("side", "base", "corner", "top")
)
PIECES = "role,count,width,height,across,up\nouter,2,480,360,60,60\n"


@pytest.mark.parametrize(
    ("text", "code"),
    [
        (CSV.format(unit="mm") + PIECES, ""),
        ((CSV.format(unit="mm") + PIECES).replace("\n", "\r"), ""),
        ((CSV.format(unit="mm") + PIECES).replace(",", "\t"), ""),
        (CSV.format(unit="ell") + PIECES, "not-a-choice"),
        (CSV.format(unit="mm") + PIECES.replace("2,480", "²,480"), "not-valid"),
        (CSV.format(unit="mm") + PIECES.replace("480", "nan"), "not-a-length"),
        (CSV.format(unit="mm") + PIECES.replace("480", "9" * 50), "not-valid"),
        (CSV.format(unit="mm") + PIECES.replace("width", "width" + "(" * 50_000), "unknown-field"),
        (CSV.format(unit="mm") + PIECES + "outer,2," + "4" * 140_000, "not-valid"),
        (CSV.format(unit="mm") + PIECES + "outer,2,480,360\n" * 4000, "too-large"),
        ("", "empty"),
    ],
)
def test_a_table_however_it_was_written(client: TestClient, text: str, code: str) -> None:
    """Old line ends and tabs open; counts, cells, headings and rows that are none are named."""
    began = time.process_time()
    got = client.post("/api/plans/from-file", json={"text": text, "unit": None})
    assert time.process_time() - began < 5
    assert (got.status_code, _codes(got)[0] if code else "") == (422 if code else 201, code), got.text


def test_inch_is_a_unit(client: TestClient) -> None:
    """As it is spelt anywhere."""
    text = (CSV.format(unit="Inch") + PIECES).replace("480,360,60,60", "20,15,2.5,2.5")
    got = client.post("/api/plans/from-file", json={"text": text})
    assert got.status_code == 201
    assert got.json()["spec"]["size"]["width"] == pytest.approx(20 * 25.4 - 127 - 20, abs=150)


def test_what_is_wrong_is_left_out_until_the_rest_opens(client: TestClient) -> None:
    """One thing hides another: a number that is none, then a field with a dot, then a size out of range."""
    spec = {
        **tote(),
        "size": {"width": "@", "height": 5_000_000, "depth": 120, "a.b": 1},
        "colour": {"of": "red"},
    }
    text = json.dumps(spec).replace('"@"', "NaN")
    refused = client.post("/api/plans/from-file", json={"text": text})
    assert (refused.status_code, refused.json()["rest_opens"]) == (422, True)
    opened = client.post("/api/plans/from-file", json={"text": text, "keep_right": True})
    assert opened.status_code == 201
    assert opened.json()["spec"]["size"] == {"depth": 120}
    with pytest.raises(SpecProblems):
        spec_from(text)


@pytest.fixture
def reader() -> Iterator[Reader]:
    """A process that may take two seconds and little memory."""
    made = Reader(longest=2.0, most_memory=1_200_000_000)
    yield made
    made.close()


def test_reading_is_given_up_when_it_takes_too_long_or_too_much(reader: Reader) -> None:
    """The refusal says which; the next file is read."""
    with pytest.raises(SpecProblems, match="longer than 2 seconds"):
        reader.read(time.sleep, 60)
    with pytest.raises(SpecProblems, match=r"more memory than 1\.2 GB"):
        reader.read(bytes, 3_000_000_000)
    with pytest.raises(SpecProblems, match=r"more memory|unexpectedly"):
        reader.read(os_exit, 1)
    assert reader.read(len, "abc") == 3


def os_exit(code: int) -> None:
    """End the process, as a kernel that has no memory left does."""
    os._exit(code)


def test_a_save_does_not_wait_for_drawings(client: TestClient) -> None:
    """While readers are busy with drawings that take their time, plans are kept."""
    app: Any = client.app
    app.state.reader = Reader(longest=3.0)
    app.state.reader.read(len, "warm")
    app.state.reader._busy = app.state.reader._ready().schedule(time.sleep, args=(60,), timeout=3.0)
    plan = client.post("/api/plans", json={"name": "One", "spec": tote()}).json()["plan"]["id"]
    drawing = {"name": "a.svg", "text": "<svg width='9mm'><path d='M0 0'/></svg>"}
    with ThreadPoolExecutor(20) as many:
        asked = [many.submit(client.post, "/api/outline", json=drawing) for _ in range(16)]
        time.sleep(0.3)
        for number in range(1, 6):
            body = {"spec": tote(width=300 + number), "base_revision": number, "edit_id": str(number)}
            assert client.put(f"/api/plans/{plan}/spec", json=body).status_code == 200
        # the saves came back while the drawings still stand in line
        waiting = [one for one in asked if not one.done()]
        assert waiting
        answers = [one.result() for one in asked]
    app.state.reader.close()
    busy = [got for got in answers if got.status_code == 503]
    assert {got.status_code for got in answers} <= {422, 503}
    assert len(busy) == 16 - 10
    assert all(_codes(got) == ["busy"] and got.headers["retry-after"] for got in busy)


def test_a_name_in_any_script_is_printed_in_letters(client: TestClient) -> None:
    """On the templates and in the names of files: no squares, no question marks."""
    spec = {"unit": "mm", "size": {"diameter": 190, "height": 200}, "base": {"kind": "circle"}}
    plan = client.post("/api/plans", json={"name": "Сумка 袋 🎺", "spec": spec}).json()["plan"]["id"]
    got = client.get(f"/api/plans/{plan}/revisions/1/templates.pdf")
    assert b"(Sumka Dai" in got.content
    assert b"?" not in got.content.partition(b"(Sumka")[2].partition(b")")[0]
    assert 'filename="sumka-dai' in got.headers["content-disposition"]
