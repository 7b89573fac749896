"""Starting and stopping: whatever stands in the way is one line that says what helps, never a traceback."""

import os
import signal
import socket
import sqlite3
import subprocess
import sys
import time
from contextlib import closing
from pathlib import Path

import pytest

from ambitus.store import open_database
from conftest import ROOT


def _serve(data: Path, *more: str) -> "subprocess.Popen[str]":
    command = [sys.executable, "-m", "ambitus.cli.main", "serve", "--data", str(data), *more]
    return subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True, cwd=ROOT)


def _refused(data: Path, *more: str) -> tuple[int, str]:
    """Return the exit code and the one line that is said."""
    process = _serve(data, *more)
    out, err = process.communicate(timeout=60)
    assert "Traceback" not in err
    assert out == ""
    return process.returncode, err.strip()


def _garbage(folder: Path) -> Path:
    (folder / "ambitus.sqlite").write_bytes(b"no database" * 1000)
    return folder


def _newer(folder: Path) -> Path:
    open_database(folder / "ambitus.sqlite").close()
    with closing(sqlite3.connect(folder / "ambitus.sqlite")) as opened, opened:
        opened.execute("UPDATE alembic_version SET version_num = '9999'")
    return folder


def _other(folder: Path) -> Path:
    with closing(sqlite3.connect(folder / "ambitus.sqlite")) as opened, opened:
        opened.execute("CREATE TABLE recipes (name TEXT)")
    return folder


def _a_file(folder: Path) -> Path:
    (folder / "data").write_text("mine")
    return folder / "data"


@pytest.mark.parametrize(
    ("prepare", "said"),
    [
        (_garbage, "is damaged"),
        (_newer, "newer Ambitus"),
        (_other, "something else than plans"),
        (_a_file, "cannot be made"),
    ],
)
def test_a_folder_that_cannot_be_used(tmp_path: Path, prepare: object, said: str) -> None:
    """Garbage, a newer database, somebody else's, a file instead of a folder; nothing in it is changed."""
    assert callable(prepare)
    data = prepare(tmp_path)
    before = {p: p.read_bytes() for p in tmp_path.rglob("*") if p.is_file()}
    code, line = _refused(data)
    assert (code, said in line, "--data" in line, line.count("\n")) == (3, True, True, 0)
    assert {p: p.read_bytes() for p in before} == before


@pytest.mark.skipif(os.geteuid() == 0, reason="root may write anywhere")
def test_a_folder_that_may_not_be_written_to(tmp_path: Path) -> None:
    """It is found out before anybody has typed anything."""
    tmp_path.chmod(0o555)
    code, line = _refused(tmp_path / "data")
    assert (code, "Traceback" in line) == (3, False)
    tmp_path.chmod(0o755)


@pytest.mark.parametrize("port", ["0", "-1", "65536", "²", "9" * 400, "http"])
def test_a_port_that_there_is_not(tmp_path: Path, port: str) -> None:
    """Told with the range that there is."""
    code, line = _refused(tmp_path, "--port", port)
    assert code == 2
    assert "from 1 to 65535" in line


def test_a_port_in_use_is_passed_over(tmp_path: Path) -> None:
    """The next free one is taken, and the address says so; Ctrl+C ends it with a word and without a trace."""
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        process = _serve(tmp_path, "--port", str(port))
        assert process.stdout is not None
        line = process.stdout.readline()
        assert f":{port} " not in line
    process.send_signal(signal.SIGINT)
    out, err = process.communicate(timeout=30)
    assert (process.returncode, err) == (0, "")
    assert out.strip() in ("", "Stopped.")


def test_nothing_stays_behind_when_it_is_killed(tmp_path: Path) -> None:
    """The process that reads files ends with the one that started it, however that ended."""
    process = _serve(tmp_path, "--port", str(21340 + os.getpid() % 1000))
    assert process.stdout is not None
    process.stdout.readline()

    def children() -> list[str]:
        out = subprocess.run(["ps", "-eo", "pid,ppid,args"], capture_output=True, text=True).stdout
        lines = [t.split(None, 2) for t in out.splitlines()[1:]]
        mine, found = {str(process.pid)}, []
        for _ in range(4):
            for pid, parent, _args in lines:
                if parent in mine and pid not in mine:
                    mine.add(pid)
                    found.append(pid)
        return found

    for _ in range(100):
        held = children()
        if len(held) >= 2:
            break
        time.sleep(0.1)
    assert held
    process.kill()
    process.wait()
    for _ in range(150):
        left = [pid for pid in held if Path(f"/proc/{pid}/cmdline").exists() and _alive(pid)]
        if not left:
            break
        time.sleep(0.1)
    assert left == []


def _alive(pid: str) -> bool:
    try:
        state = Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[0]
    except OSError:
        return False
    return state != "Z"
