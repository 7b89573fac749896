"""The command line: serve and demo."""

import socket
from pathlib import Path

import pytest

from ambitus.cli import main as cli
from ambitus.cli import serving
from ambitus.core.checks.run import findings
from ambitus.core.spec.model import Spec
from ambitus.desk.demo_data import DEMO, STASH, lay_out
from ambitus.desk.drafting import drafted
from ambitus.store import Plans, Stash, open_database


def test_an_outline_is_printed_as_a_plan_takes_it(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Points on standard output, what was left out on the other; a drawing without a unit is refused."""
    drawing = tmp_path / "base.svg"
    square = '<svg xmlns="http://www.w3.org/2000/svg" {}><path d="M0 0H90V60H0Z"/><path d="M0 0H9"/></svg>'
    drawing.write_text(square.format('width="90mm" height="60mm" viewBox="0 0 90 60"'))
    assert cli.main(["outline", str(drawing)]) == 0
    told = capsys.readouterr()
    assert told.out == "-45,-30 45,-30 45,30 -45,30\n"
    assert told.err == "1 other open path left out.\n"
    drawing.write_text(square.format(""))
    assert cli.main(["outline", str(drawing)]) == 3
    assert cli.main(["outline", str(drawing), "--in", "mm"]) == 0


def test_a_taken_port_gives_the_next_free_one() -> None:
    """Two demos beside each other do not fight."""
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert serving._free_port(port) > port


def test_no_command_is_an_error_that_names_the_commands(capsys: pytest.CaptureFixture[str]) -> None:
    """Exit code 2, with what can be said."""
    with pytest.raises(SystemExit) as ended:
        cli.main([])
    assert ended.value.code == 2
    assert "serve" in capsys.readouterr().err


def test_the_demo_is_laid_out_once(tmp_path: Path) -> None:
    """A second time finds it done, whatever became of the plans."""
    opened = open_database(tmp_path / "demo.sqlite")
    plans, stash = Plans(opened), Stash(opened)
    lay_out(plans, stash)
    for plan in plans.list()[0]:
        plans.put_away(plan.id)
    for thing in stash.things():
        stash.use_up(thing.id)
    lay_out(plans, stash)
    assert not stash.things()
    assert len(stash.things(used_up=True)) == len(STASH)
    assert plans.list()[1] == 0
    assert plans.list(put_away=True)[1] == len(DEMO)


@pytest.mark.parametrize(("name", "spec"), DEMO, ids=[name for name, _ in DEMO])
def test_a_sample_plan_can_be_made(name: str, spec: dict[str, object]) -> None:
    """No sample carries a stop or a warning, and each is named by the band's kit room."""
    made = drafted(Spec.model_validate(spec))
    assert [f.rule.id for f in findings(made) if f.rule.level != "note" and not f.silenced] == []
