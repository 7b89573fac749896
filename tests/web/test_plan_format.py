"""docs/plan-format.md is a contract: its own examples are run, and its results compared."""

import io
import json
import re
import sys
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from ambitus.cli.main import main
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.schema import spec_schema
from ambitus.core.read.cutlist import CutList, CutOut, CutRow, StrapRow
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.library import shipped
from bags import tote

PAGE = (Path(__file__).resolve().parents[2] / "docs" / "plan-format.md").read_text("utf-8")
_BLOCK = re.compile(
    r"```(json plan|json cut-list|csv cut-list)\n(.*?)\n```\n\n"
    r"`ambitus ([a-z]+).*?```text (.*?) (\d)\n(.*?)\n```",
    re.DOTALL,
)
EXAMPLES = _BLOCK.findall(PAGE)


def _run(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str], arguments: list[str], text: str
) -> tuple[int, str, str]:
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(text.encode())))
    code = main([*arguments, "-"])
    told = capsys.readouterr()
    return code, told.out.rstrip(), told.err.rstrip()


def test_the_page_has_two_worked_files_of_each_kind() -> None:
    """Three plans, two cut lists and two more as CSV; of plans and cut lists one with something wrong."""
    kinds = ["json plan"] * 3 + ["json cut-list"] * 2 + ["csv cut-list"] * 2
    assert [kind for kind, *_ in EXAMPLES] == kinds
    assert [code for *_, code, _ in EXAMPLES] == ["0", "1", "0", "0", "1", "0", "0"]


@pytest.mark.parametrize("example", EXAMPLES, ids=[f"{e[0]}-{e[4]}" for e in EXAMPLES])
def test_an_example_prints_what_the_page_says(
    example: tuple[str, ...], monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """Output and exit code, to the letter."""
    _, text, _, command, code, expected = example
    got = _run(monkeypatch, capsys, command.split(" "), text)
    assert got == (int(code), expected, "")


def test_every_field_of_the_schema_is_on_the_page() -> None:
    """A new field cannot be added without being told."""
    schema = spec_schema(GRAMMAR, shipped())
    leaves = {key for slot in schema["properties"].values() for key in slot.get("properties", {})}
    leaves |= set(schema["properties"]["carry"]["items"]["properties"])
    assert {leaf for leaf in leaves if f"{leaf}`" not in PAGE and f".{leaf}`" not in PAGE} == set()
    models = (CutList, CutRow, CutOut, StrapRow)
    names = {name for model in models for name in model.model_fields}
    assert {name for name in names if f"`{name}`" not in PAGE and f"`{name}[]`" not in PAGE} == set()


def test_the_schema_takes_what_resolves() -> None:
    """The page's plans are valid against the published schema; a wrong one is not, in either."""
    schema = spec_schema(GRAMMAR, shipped())
    for kind, text, *_ in EXAMPLES:
        if kind == "json plan":
            jsonschema.validate(json.loads(text), schema)
            resolve(Spec.model_validate_json(text), GRAMMAR, shipped())
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate(tote(size={"girth": 4}), schema)


def test_the_json_of_a_draft_reads_back(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """Drafted to JSON, fed to read: the finished sizes come back, and every sum adds up."""
    code, out, _ = _run(monkeypatch, capsys, ["draft", "--json"], json.dumps(tote(depth=103)))
    made: dict[str, Any] = json.loads(out)
    assert code == 0
    for piece in made["pieces"]:
        for name, total in piece["dimensions"].items():
            assert sum(t["mm"] for t in piece["sums"][name]["terms"]) == pytest.approx(total, abs=1e-5)
        assert len(piece["cut_line"]) == len(piece["edges"])
    _, out, _ = _run(monkeypatch, capsys, ["read", "--json"], out)
    read = json.loads(out)["finished"]
    assert read == {key: size["comes_out"] for key, size in made["finished"].items()}


@pytest.mark.parametrize("command", ["draft", "check", "steps", "read"])
@pytest.mark.parametrize(
    ("text", "says"),
    [
        ('{"unit": "mm", "size": {"wid', "breaks off"),
        ("[1]", "does not hold an object"),
        ('{"colour": "red"}', "colour"),
        ("", "is empty"),
    ],
)
def test_unreadable_input_is_told_field_by_field(
    command: str, text: str, says: str, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """Exit code 3, nothing on standard output, the reason and the remedy on standard error."""
    code, out, err = _run(monkeypatch, capsys, [command], text)
    assert (code, out) == (3, "")
    assert says in err


def test_a_newer_version_is_refused_by_name(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """It says which version it met and which it reads."""
    code, _, err = _run(monkeypatch, capsys, ["draft"], '{"version": 7}')
    assert code == 3
    assert "version 7" in err
    assert "reads up to 3" in err


def test_a_missing_file_and_a_bare_number_in_a_text(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """Exit code 4; and a text without its unit is asked for one."""
    assert main(["draft", str(tmp_path / "none.json")]) == 4
    capsys.readouterr()
    code, _, err = _run(monkeypatch, capsys, ["draft"], '{"unit": "mm", "size": {"width": "340"}}')
    assert (code, "has no unit" in err) == (3, True)


def test_steps_and_schema_are_printed(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """The work in order, ending with the last word; schemas are JSON."""
    code, out, _ = _run(monkeypatch, capsys, ["steps"], json.dumps(tote()))
    assert code == 0
    assert out.splitlines()[0].startswith(" 1. Press the cloth")
    assert "qualified person" in out.splitlines()[-1]
    for name in ("spec", "cut-list"):
        assert main(["schema", name]) == 0
        assert json.loads(capsys.readouterr().out)["type"] == "object"


@pytest.mark.parametrize(
    ("raw", "said"),
    [
        (b"", "is empty"),
        (b"\xef\xbb\xbf", "is empty"),
        ('{"preset": "gr\u00fcn"}'.encode("latin-1"), "Latin-1"),
        ('{"unit": "mm"}'.encode("utf-16"), "UTF-16"),
        (b"\x00\xff\x01", "no text"),
        (b'{"size": {"width": NaN}}', "size.width"),
        (b'{"size": {"width": ' + b"9" * 5000 + b"}}", "size.width"),
        (b'{"preset": "\\ud800"}', "preset"),
        (b'{"\\udcff": 1}', "?"),
        (b"[" * 100_000, "40 deep"),
        (b'{"preset": "kite"}', "Use one of: tote"),
        (b'{"unit": "inch"}', "'in'"),
        (b'{"usual": {"measured": {"foot edge": -50}}}', "usual.measured.foot edge"),
        (b'{"' + b"x" * 300_000 + b'": 1}', "not a field"),
    ],
)
def test_whatever_a_file_holds_is_told_in_lines(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], raw: bytes, said: str
) -> None:
    """In a file as in the API: exit code 3, what is wrong and what would be right, and no traceback."""
    file = tmp_path / "plan.json"
    file.write_bytes(raw)
    for command in (["draft"], ["check", "--json"], ["steps"]):
        assert main([*command, str(file)]) == 3
        out, err = capsys.readouterr()
        assert (out, "Traceback" in err, said in err) == ("", False, True), err[:300]
        assert len(err) < 3000


def test_a_file_with_a_byte_order_mark_is_read(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Some programs write one."""
    (tmp_path / "plan.json").write_bytes(b"\xef\xbb\xbf" + json.dumps(tote()).encode())
    assert main(["draft", str(tmp_path / "plan.json")]) == 0
    assert "Reads back as" in capsys.readouterr().out


def test_what_nobody_foresaw_is_one_line_on_the_command_line(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    """With where to look, and a code of its own."""

    def broken(*_: object) -> object:
        raise RuntimeError("a wheel came off")

    monkeypatch.setattr("ambitus.cli.on_files.spec_from", broken)
    monkeypatch.delenv("AMBITUS_TRACE", raising=False)
    (tmp_path / "plan.json").write_text("{}")
    assert main(["draft", str(tmp_path / "plan.json")]) == 5
    assert capsys.readouterr().err.count("\n") == 1
    for path in (tmp_path / ("x" * 300), tmp_path):
        assert main(["draft", str(path)]) == 4
        assert capsys.readouterr().err.count("\n") == 1
