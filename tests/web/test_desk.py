"""The desk: use cases without a door, and what each of them does not do."""

import os
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path

import ezdxf
import pytest

from ambitus.core.spec.model import Spec
from ambitus.desk import drafting
from ambitus.desk.plans import Desk
from ambitus.desk.usual import UsualEdit
from ambitus.store import Plans, open_database


@pytest.fixture
def desk(tmp_path: Path) -> Iterator[Desk]:
    """A desk with no plans on it."""
    database = open_database(tmp_path / "plans.sqlite")
    yield Desk(Plans(database))
    database.close()


def test_a_plan_of_todays_rules_is_not_drafted_again_to_be_opened(
    desk: Desk, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Nor when it is saved: what the screen was just given is what is kept."""
    begun = desk.begin(None, "tote", "", None)
    spec = drafting.written_out(begun.spec.model_copy(update={"size": {"width": 321}}))
    shown = drafting.drafted(spec)
    monkeypatch.setattr(drafting, "draft", lambda bag: pytest.fail("drafted again"))
    desk.save(begun.plan.id, spec, base=1, edit_id="a", cause="Wider")
    opened = desk.open(begun.plan.id)
    assert (opened.spec.size, opened.redrawn) == ({"width": 321}, ())
    assert drafting.drafted(spec) is shown


def test_a_plan_that_no_draft_is_remembered_of_opens_all_the_same(desk: Desk) -> None:
    """And its sheet is drawn anew."""
    begun = desk.begin("One", "tote", "", None)
    drafting._worked.cache_clear()
    assert desk.open(begun.plan.id).plan.name == "One"
    assert desk.drawn(begun.plan.id, 1).made.piece("outer").count == 2


def test_an_edit_set_aside_lies_in_the_history_and_the_newest_stays(desk: Desk) -> None:
    """Whatever door it comes through."""
    begun = desk.begin("One", "tote", "", Spec(size={"width": 300}))
    desk.save(begun.plan.id, Spec(size={"width": 310}), base=1, edit_id="a", cause="310")
    after = desk.set_aside(begun.plan.id, Spec(size={"width": 320}), edit_id="b", cause="320")
    assert (after.plan.head, after.spec.size) == (4, {"width": 310})
    assert [r.cause for r in desk.plans.revisions(begun.plan.id)][:2] == ["Revision 2 kept", "Set aside: 320"]
    assert desk.restore(begun.plan.id, 3).spec.size == {"width": 320}


def test_what_is_usual_begins_every_new_plan(desk: Desk) -> None:
    """And leaves those that were begun before."""
    before = desk.begin("Before", "tote", "", None)
    desk.change_usual(UsualEdit(unit="in", general="1/2"))
    assert desk.begin("After", "tote", "", None).spec.unit == "in"
    assert desk.open(before.plan.id).spec.unit == "cm"


def _run(*arguments: str, home: Path) -> "subprocess.CompletedProcess[str]":
    kept_out = ("XDG_CACHE_HOME", "XDG_CONFIG_HOME")
    env = {key: value for key, value in os.environ.items() if key not in kept_out}
    return subprocess.run(
        [sys.executable, *arguments],
        capture_output=True,
        text=True,
        env={**env, "HOME": str(home)},
        cwd=home,
        check=False,
    )


def test_a_drawing_that_is_read_leaves_nothing_at_home(tmp_path: Path) -> None:
    """The library behind it would keep the fonts of the machine there."""
    made = ezdxf.new(units=4)
    made.modelspace().add_circle((0, 0), 100)
    made.saveas(tmp_path / "round.dxf")
    done = _run("-m", "ambitus.cli.main", "outline", "round.dxf", "--json", home=tmp_path)
    assert '"around": 628.3' in done.stdout, done.stderr
    assert [p.name for p in tmp_path.iterdir()] == ["round.dxf"]


@pytest.mark.parametrize("command", ["check", "draft", "steps"])
def test_a_command_on_a_file_loads_no_web_and_no_database(command: str, tmp_path: Path) -> None:
    """Each command loads only what it works with."""
    (tmp_path / "plan.json").write_text('{"unit": "cm"}')
    probe = (
        "import sys; from ambitus.cli.main import main;"
        f"main(['{command}', 'plan.json']);"
        "outer = {'fastapi', 'starlette', 'sqlalchemy', 'alembic', 'uvicorn', 'ezdxf'};"
        "print(sorted(outer & set(sys.modules)))"
    )
    done = _run("-c", probe, home=tmp_path)
    assert done.stdout.splitlines()[-1] == "[]", done.stderr
