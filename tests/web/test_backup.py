"""Backup and restore, also while the product runs; files of earlier versions open."""

import shutil
import sqlite3
from collections.abc import Callable
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from ambitus.cli.main import main
from ambitus.core.spec.model import Spec
from ambitus.store import Plans, open_database
from ambitus.store.backup import NotABackup, back_up, put_back
from ambitus.web.app import make_app
from ambitus.web.drafting import drafted, saved_from, spec_of
from bags import tote
from conftest import Server
from web.test_kill import _send

OLD = Path(__file__).with_name("databases")


def _with_plans(path: Path, *names: str) -> Plans:
    plans = Plans(open_database(path))
    for name in names:
        plans.begin(name, saved_from(Spec.model_validate(tote())))
    return plans


def _names(path: Path) -> list[str]:
    return sorted(p.name for p in Plans(open_database(path)).list()[0])


def test_there_and_back(tmp_path: Path) -> None:
    """Restored plans are the backed up ones; what was there before is kept beside them."""
    database, copy = tmp_path / "plans.sqlite", tmp_path / "safe" / "copy.sqlite"
    plans = _with_plans(database, "One", "Two")
    assert back_up(database, copy) == 2
    plans.begin("Three", saved_from(Spec.model_validate(tote())))
    restored = put_back(copy, database)
    count, kept = restored.count, restored.kept
    assert (count, _names(database)) == (2, ["One", "Two"])
    assert kept is not None
    assert _names(kept) == ["One", "Three", "Two"]


def test_nothing_is_written_over_and_nothing_made_up(tmp_path: Path) -> None:
    """An existing file, a missing one, a file that is something else: refused before anything is touched."""
    database = tmp_path / "plans.sqlite"
    with pytest.raises(FileNotFoundError):
        back_up(database, tmp_path / "copy.sqlite")
    _with_plans(database, "One")
    (tmp_path / "taken").write_text("mine")
    with pytest.raises(FileExistsError):
        back_up(database, tmp_path / "taken")
    for content in (b"not a database", b""):
        (tmp_path / "other").write_bytes(content)
        with pytest.raises(NotABackup):
            put_back(tmp_path / "other", database)
    assert (tmp_path / "taken").read_text() == "mine"
    assert _names(database) == ["One"]


def test_while_the_product_runs(tmp_path: Path, server_in: Callable[..., Server]) -> None:
    """A running server goes on with the restored plans, without being started again."""
    server = server_in("serve")
    database, copy = server.data / "ambitus.sqlite", tmp_path / "copy.sqlite"
    kept = _send(server.address, "POST", "/plans", {"name": "Kept", "spec": tote()})["plan"]
    assert back_up(database, copy) == 1
    _send(server.address, "POST", "/plans", {"name": "Later", "spec": tote()})
    put_back(copy, database)
    assert [p["name"] for p in _send(server.address, "GET", "/plans")["plans"]] == ["Kept"]
    body = {"spec": tote(width=444), "base_revision": 1, "edit_id": "after"}
    assert _send(server.address, "PUT", f"/plans/{kept['id']}/spec", body)["head"] == 2


def test_on_the_command_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """It says how many, where the old ones are, and what is wrong with a wrong file."""
    data, copy = tmp_path / "data", tmp_path / "copy.sqlite"
    _with_plans(data / "ambitus.sqlite", "One")
    assert main(["backup", str(copy), "--data", str(data)]) == 0
    assert "1 plan is copied" in capsys.readouterr().out
    assert main(["restore", str(copy), "--data", str(data)]) == 0
    assert "before-restore" in capsys.readouterr().out
    assert main(["backup", str(copy), "--data", str(data)]) == 4
    assert "already" in capsys.readouterr().err
    (tmp_path / "text").write_text("no")
    assert main(["restore", str(tmp_path / "text"), "--data", str(data)]) == 3
    assert "no backup" in capsys.readouterr().err


@pytest.mark.parametrize("file", sorted(OLD.glob("*.sqlite")), ids=lambda p: p.stem)
def test_a_database_of_every_earlier_version_opens(file: Path, tmp_path: Path) -> None:
    """Kept as it was written then: it opens, drafts to the same cut sizes, and can be saved to."""
    database = tmp_path / "plans.sqlite"
    shutil.copy(file, database)
    app = make_app(database, tmp_path)
    plans: Plans = app.state.plans
    for plan in plans.list()[0]:
        revision = plans.revision(plan.id)
        made = drafted(spec_of(revision))
        now = {path: value.value for path, value in made.bag.values.items()}
        kept = {path: value for path, (value, _) in revision.resolved.items()}
        assert kept == {path: now[path] for path in kept}
    with TestClient(app, base_url="http://127.0.0.1") as client:
        first = client.get("/api/plans").json()["plans"][0]
        assert client.get(f"/api/plans/{first['id']}").json()["redrawn"] == []
        body = {"spec": tote(width=351), "base_revision": first["head"], "edit_id": "now"}
        assert client.put(f"/api/plans/{first['id']}/spec", json=body).status_code == 200


def test_there_is_a_database_of_every_migration() -> None:
    """A migration is not added without a file that was written before it."""
    migrations = Path(open_database.__code__.co_filename).parent / "migrations" / "versions"
    versions = {p.stem[:4] for p in migrations.glob("0*.py")}
    kept = set()
    for file in OLD.glob("*.sqlite"):
        with sqlite3.connect(f"file:{file}?mode=ro&immutable=1", uri=True) as opened:
            kept.add(opened.execute("SELECT version_num FROM alembic_version").fetchone()[0])
    assert kept == versions
