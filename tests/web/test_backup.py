"""Backup and restore, also while the product runs; files of earlier versions open."""

import gc
import shutil
import sqlite3
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from ambitus.cli.main import main
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted, saved_from, spec_of
from ambitus.store import Plans, open_database
from ambitus.store.backup import NotABackup, back_up, put_back
from ambitus.web.app import make_app
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
    plans: Plans = app.state.desk.plans
    for plan in plans.list()[0]:
        revision = plans.revision(plan.id)
        made = drafted(spec_of(revision))
        now = {path: value.value for path, value in made.bag.values.items()}
        kept = {path: value for path, (value, _) in revision.resolved.items()}
        assert kept == {path: now[path] for path in kept}
    with TestClient(app, base_url="http://127.0.0.1") as client:
        first = client.get("/api/plans").json()["plans"][0]
        assert client.get(f"/api/plans/{first['id']}").json()["redrawn"] == []
        log = client.get("/api/log").json()
        for one in (*log["going"], *log["finished"]):
            bench = client.get(f"/api/makings/{one['id']}").json()["bench"]
            assert (bench["done"], len(bench["steps"])) == (one["done"], one["steps"])
        assert bool(log["finished"]) == (file.stem >= "0004")
        # what was timed before paces were told is told anew
        assert bool(log["paces"]) == (file.stem >= "0004")
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


# what may be wrong with a backup, and that nothing of it is done by halves


def _files(folder: Path) -> list[str]:
    return sorted(p.name for p in folder.iterdir())


@pytest.mark.parametrize("name", ["a?b.sqlite", "a#b.sqlite", "50 % off.sqlite", "ü é.sqlite", "%41.sqlite"])
def test_any_name_there_and_back(tmp_path: Path, name: str) -> None:
    """What means something in an address means nothing in a name; no file is left beside either."""
    folder = tmp_path / name
    database, copy = folder / "plans.sqlite", tmp_path / "safe" / name
    _with_plans(database, "One")
    assert back_up(database, copy) == 1
    assert put_back(copy, database).count == 1
    assert _files(copy.parent) == [name]
    assert _names(database) == ["One"]
    assert not [f for f in _files(folder) if f.startswith(".")]


def test_a_backup_on_media_that_cannot_be_written_to(tmp_path: Path) -> None:
    """It is read, and nothing is tried beside it."""
    database, copy = tmp_path / "plans.sqlite", tmp_path / "disc" / "copy.sqlite"
    _with_plans(database, "One")
    back_up(database, copy)
    copy.chmod(0o444)
    copy.parent.chmod(0o555)
    try:
        assert put_back(copy, database).count == 1
        assert _files(copy.parent) == ["copy.sqlite"]
    finally:
        copy.parent.chmod(0o755)


def test_a_file_copied_by_hand(tmp_path: Path) -> None:
    """With its journal it is whole; without, what stood only there is missed, and that is said."""
    source, lone, pair = tmp_path / "live.sqlite", tmp_path / "lone", tmp_path / "pair"
    opened = open_database(source)
    Plans(opened).begin("One", saved_from(Spec.model_validate(tote())))
    for folder in (lone, pair):
        folder.mkdir()
        shutil.copy(source, folder)
    shutil.copy(f"{source}-wal", pair)
    opened.close()
    assert put_back(pair / "live.sqlite", tmp_path / "mine.sqlite").count == 1
    with pytest.raises(NotABackup, match=r"live\.sqlite-wal"):
        put_back(lone / "live.sqlite", tmp_path / "other.sqlite")
    assert not (tmp_path / "other.sqlite").exists()
    assert _files(lone) == ["live.sqlite"]


def _spoilt(copy: Path, how: str) -> None:
    with sqlite3.connect(copy) as opened:
        if how == "newer":
            opened.execute("UPDATE alembic_version SET version_num = '9999'")
        elif how == "not ours":
            opened.execute("DROP TABLE revisions")
        elif how == "a plan":
            opened.execute("""UPDATE revisions SET spec = '{"unit": "ell"}'""")
    if how == "torn":
        raw = bytearray(copy.read_bytes())
        raw[4096:12288] = bytes(8192)
        copy.write_bytes(raw)
    elif how == "cut off":
        copy.write_bytes(copy.read_bytes()[:5000])


@pytest.mark.parametrize(
    ("how", "said"),
    [
        ("newer", "newer Ambitus"),
        ("not ours", "not of Ambitus plans"),
        ("a plan", "“One” cannot be read"),
        ("torn", "damaged|no backup"),
        ("cut off", "damaged|no backup"),
    ],
)
def test_a_spoilt_backup_touches_nothing(tmp_path: Path, how: str, said: str) -> None:
    """It is looked at and opened as a copy: what is there stays as it is, to the byte."""
    database, copy = tmp_path / "here" / "plans.sqlite", tmp_path / "copy.sqlite"
    _with_plans(database, "One")
    back_up(database, copy)
    _spoilt(copy, how)
    # what was opened so far is closed now, and not when memory happens to be tidied: that writes to its file
    gc.collect()
    before, mine = copy.read_bytes(), database.read_bytes()
    with pytest.raises(NotABackup, match=said):
        put_back(copy, database)
    assert (copy.read_bytes(), database.read_bytes()) == (before, mine)
    assert not [f for f in _files(database.parent) if "restor" in f]


def test_no_room_is_said_before_anything_is_touched(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """A full disk: no half file, and the plans are the ones that were there."""
    database, copy = tmp_path / "here" / "plans.sqlite", tmp_path / "copy.sqlite"
    _with_plans(database, "One")
    back_up(database, copy)
    monkeypatch.setattr(shutil, "disk_usage", lambda _: shutil._ntuple_diskusage(10, 9, 1))
    with pytest.raises(OSError, match="no room"):
        put_back(copy, database)
    assert _names(database) == ["One"]
    assert not [f for f in _files(database.parent) if "restor" in f]


def test_a_restore_is_undone_and_done_again(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """The plans that it replaced come back by one word, and so do those that this replaces."""
    data, copy = tmp_path / "data", tmp_path / "copy.sqlite"
    plans = _with_plans(data / "ambitus.sqlite", "One")
    back_up(data / "ambitus.sqlite", copy)
    plans.begin("Two", saved_from(Spec.model_validate(tote())))
    assert main(["restore", str(copy), "--data", str(data)]) == 0
    assert _names(data / "ambitus.sqlite") == ["One"]
    for names in (["One", "Two"], ["One"]):
        assert main(["restore", "--undo", "--data", str(data)]) == 0
        assert _names(data / "ambitus.sqlite") == names
    capsys.readouterr()
    assert main(["restore", "--undo", "--data", str(tmp_path)]) == 4
    assert "could be undone" in capsys.readouterr().err
    with pytest.raises(SystemExit):
        main(["restore", "--data", str(data)])


STEPS = ("copied", "looked at", "opened", "kept", "put back")


@pytest.mark.parametrize("step", STEPS)
def test_a_restore_killed_after_any_step(tmp_path: Path, step: str) -> None:
    """The plans are the old ones or the restored ones, whole; what was replaced is beside them."""
    database, copy = tmp_path / "here" / "plans.sqlite", tmp_path / "copy.sqlite"
    plans = _with_plans(database, "Old")
    back_up(database, copy)
    plans.begin("New", saved_from(Spec.model_validate(tote())))
    program = (
        "import os, signal, sys; from pathlib import Path; from ambitus.store.backup import put_back\n"
        "def at(step):\n    if step == sys.argv[3]: os.kill(os.getpid(), signal.SIGKILL)\n"
        "put_back(Path(sys.argv[1]), Path(sys.argv[2]), at)"
    )
    done = subprocess.run([sys.executable, "-c", program, copy, database, step])
    assert done.returncode == -9
    assert _names(database) == (["Old"] if step == "put back" else ["New", "Old"])
    kept = list(database.parent.glob("*before-restore*.sqlite"))
    assert [_names(k) for k in kept] == ([["New", "Old"]] if step in ("kept", "put back") else [])
    assert put_back(copy, database).count == 1
    assert not list(database.parent.glob(".restoring-*"))


@pytest.mark.parametrize("what", ["deleted", "moved", "changed for another"])
def test_a_database_that_is_gone_is_noticed_before_a_save_is_acknowledged(tmp_path: Path, what: str) -> None:
    """A save that nobody would find again is refused; put back where it was, it goes on."""
    folder = tmp_path / "here"
    database, aside = folder / "plans.sqlite", tmp_path / "aside"
    app = make_app(database, tmp_path)
    with TestClient(app, base_url="http://127.0.0.1") as client:
        plan = client.post("/api/plans", json={"name": "One", "spec": tote()}).json()["plan"]
        body = {"spec": tote(width=351), "base_revision": 1, "edit_id": "now"}
        if what == "deleted":
            database.unlink()
        else:
            folder.rename(aside)
        if what == "changed for another":
            _with_plans(database, "Other")
        got = client.put(f"/api/plans/{plan['id']}/spec", json=body)
        assert (got.status_code, got.json()["problems"][0]["code"]) == (503, "database-gone")
        assert str(database)[-20:] in got.json()["title"]
        assert database.exists() == (what == "changed for another")
        if what == "moved":
            aside.rename(folder)
            assert client.put(f"/api/plans/{plan['id']}/spec", json=body).json()["head"] == 2
    app.state.database.close()
