"""What tests share: an application in a folder of its own, and a real server in a process of its own."""

import os
import subprocess
import sys
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import settings
from hypothesis.internal.conjecture import providers

from ambitus.web.app import make_app

#: the same examples every time, and no clock; `make hunt` looks with new seeds, and longer; `make test
#: QUICK=1` takes a tenth of the examples
settings.register_profile("same", derandomize=True, deadline=None)
settings.register_profile("hunt", derandomize=False, deadline=None, print_blob=True)
PROFILE = os.environ.get("HYPOTHESIS", "same")
settings.load_profile("hunt" if PROFILE == "hunt" else "same")
if PROFILE != "hunt":
    # Hypothesis tries the numbers that it finds in whatever modules happen to be loaded: which those are
    # depends on the tests that ran before in the same process, and with it every example
    _NONE = providers._local_constants
    providers._get_local_constants = lambda: _NONE  # type: ignore[assignment]

#: how many of the examples of a property are tried: in a minute, in every test, in a hunt
SHARE = {"quick": 0.1, "same": 0.5, "hunt": 4.0}


def examples(whole: int) -> int:
    """Return how many examples are tried where *whole* would be thorough."""
    return max(5, round(whole * SHARE[PROFILE]))


ROOT = Path(__file__).resolve().parent.parent
DIST = ROOT / "frontend" / "dist"


@pytest.fixture
def client(tmp_path: Path) -> Iterator[TestClient]:
    """The application on an empty database, asked as this machine's own."""
    app = make_app(tmp_path / "plans.sqlite", tmp_path)
    with TestClient(app, base_url="http://127.0.0.1:8340", raise_server_exceptions=False) as asked:
        yield asked
    app.state.database.close()


class Server:
    """``ambitus demo`` or ``serve`` as a process, which a test may kill and start again on the same port."""

    def __init__(self, data: Path, command: str = "demo") -> None:
        self.data, self.command, self.port = data, command, 0
        self.process: subprocess.Popen[str] | None = None

    @property
    def address(self) -> str:
        """Where it listens."""
        return f"http://127.0.0.1:{self.port}"

    @property
    def said(self) -> Path:
        """Where it writes what goes wrong."""
        return self.data.with_name(f"{self.data.name}-said.txt")

    def start(self) -> "Server":
        """Start it and wait for the line that says where it is: it is printed once it listens."""
        command = [sys.executable, "-m", "ambitus.cli.main", self.command, "--data", str(self.data)]
        command += ["--dist", str(DIST), "--port", str(self.port or 18340 + os.getpid() % 1000)]
        self.data.mkdir(parents=True, exist_ok=True)
        with self.said.open("a") as said:
            self.process = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=said, text=True, cwd=ROOT)
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        self.port = int(line.split("127.0.0.1:")[1].split()[0])
        return self

    def kill(self) -> None:
        """End it at once, as a power cut would (SIGKILL)."""
        if self.process is not None:
            self.process.kill()
            self.process.wait()
            self.process = None


@pytest.fixture
def server_in(tmp_path: Path) -> Iterator[Callable[..., Server]]:
    """Make servers that are ended when the test is."""
    made: list[Server] = []

    def make(command: str = "demo", **_: Any) -> Server:
        made.append(Server(tmp_path / "data", command).start())
        return made[-1]

    yield make
    for server in made:
        server.kill()
