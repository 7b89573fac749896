"""The store: WAL, full sync, migrations at start, and the clock it is given."""

import sqlite3
from pathlib import Path
from typing import Any

import pytest
from alembic.autogenerate import compare_metadata
from alembic.config import Config
from alembic.migration import MigrationContext
from alembic.script import ScriptDirectory

import ambitus.store
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import saved_from, spec_of
from ambitus.store import PlanAway, PlanMoved, PlanNotFound, Plans, RevisionNotFound, Saved, open_database
from ambitus.store.known import migrations
from ambitus.store.tables import Base
from bags import tote


def _plans(path: Path) -> Plans:
    return Plans(open_database(path / "plans.sqlite"))


def _saved(**spec: Any) -> Saved:
    return saved_from(Spec.model_validate(tote(**spec)))


def test_the_file_is_written_ahead_and_synced_in_full(tmp_path: Path) -> None:
    """What is acknowledged is on the disk."""
    database = open_database(tmp_path / "plans.sqlite")
    with database.engine.connect() as connection:
        names = ("journal_mode", "synchronous", "foreign_keys")
        pragmas = [connection.exec_driver_sql(f"PRAGMA {name}").scalar() for name in names]
    assert pragmas == ["wal", 2, 1]


def test_migrations_make_exactly_the_tables(tmp_path: Path) -> None:
    """The newest migration and the tables in the code are the same."""
    database = open_database(tmp_path / "plans.sqlite")
    with database.engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []


def test_migrations_are_told_by_their_files() -> None:
    """What is read off the names of the files is what they say of themselves."""
    config = Config()
    config.set_main_option("script_location", str(Path(ambitus.store.__file__).with_name("migrations")))
    scripts = ScriptDirectory.from_config(config)
    assert [s.revision for s in scripts.walk_revisions()][::-1] == list(migrations())
    assert scripts.get_current_head() == migrations()[-1]


def test_a_file_opens_again_as_it_was_left(tmp_path: Path) -> None:
    """Closed and opened, twice over: nothing is made anew."""
    first = _plans(tmp_path)
    plan = first.begin("One", _saved())
    again = _plans(tmp_path)
    assert again.get(plan.id) == plan
    raw = sqlite3.connect(tmp_path / "plans.sqlite")
    assert raw.execute("select version_num from alembic_version").fetchall() == [("0005",)]


def test_a_revision_reads_back_as_the_spec_that_was_saved(tmp_path: Path) -> None:
    """Spec in, spec out, with the values it resolved to beside it."""
    plans = _plans(tmp_path)
    plan = plans.begin("One", _saved(width=333))
    revision = plans.revision(plan.id)
    # straps that were left out are written out, so that no preset of another day adds any
    assert spec_of(revision) == Spec.model_validate(tote(width=333, carry=[{}]))
    assert revision.resolved["size.width"] == [333.0, "chosen"]
    assert revision.resolved["allowances.side"] == [10.0, "default"]


def test_the_clock_is_given(tmp_path: Path) -> None:
    """Times are the clock's; the shelf is in the order of the last change."""
    hours = iter(f"2026-11-25T{h:02}:00:00+00:00" for h in range(24))
    plans = Plans(open_database(tmp_path / "plans.sqlite"), now=lambda: next(hours))
    old = plans.begin("Old", _saved())
    new = plans.begin("New", _saved())
    assert [p.name for p in plans.list()[0]] == ["New", "Old"]
    plans.save(old.id, _saved(width=400), base=1, edit_id="a", cause="Wider")
    assert [p.name for p in plans.list()[0]] == ["Old", "New"]
    assert plans.get(new.id).updated_at < plans.get(old.id).updated_at


def test_each_way_to_fail_has_its_own_error(tmp_path: Path) -> None:
    """Told apart by class, never by message."""
    plans = _plans(tmp_path)
    plan = plans.begin("One", _saved())
    saved = _saved(width=350)
    with pytest.raises(PlanNotFound):
        plans.get("nobody")
    with pytest.raises(RevisionNotFound):
        plans.revision(plan.id, 7)
    with pytest.raises(PlanMoved) as moved:
        plans.save(plan.id, saved, base=3, edit_id="a", cause="")
    assert moved.value.head == 1
    plans.put_away(plan.id)
    with pytest.raises(PlanAway):
        plans.save(plan.id, saved, base=1, edit_id="b", cause="")
    assert plans.get(plan.id).head == 1


def test_the_shelf_comes_in_stretches(tmp_path: Path) -> None:
    """Seven plans, three at a time, none twice and none left out."""
    plans = _plans(tmp_path)
    saved = _saved()
    for i in range(7):
        plans.begin(f"Plan {i}", saved)
    seen = [p.name for at in (0, 3, 6) for p in plans.list(limit=3, offset=at)[0]]
    assert sorted(seen) == [f"Plan {i}" for i in range(7)]
    assert plans.list(limit=1)[1] == 7


def test_small_things_are_kept_by_name(tmp_path: Path) -> None:
    """Written over, and None where there is nothing."""
    plans = _plans(tmp_path)
    assert plans.kept("usual") is None
    plans.keep("usual", {"unit": "mm"})
    plans.keep("usual", {"unit": "in"})
    assert plans.kept("usual") == {"unit": "in"}
