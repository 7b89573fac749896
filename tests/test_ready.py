"""The set-up tool: does what is needed once, and says one clear sentence when it cannot."""

import sys
from pathlib import Path

import pytest

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "tools"))
import ready


@pytest.fixture
def tree(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A checkout of its own."""
    monkeypatch.setattr(ready, "ROOT", tmp_path)
    monkeypatch.setattr(ready, "FRONTEND", tmp_path / "frontend")
    monkeypatch.setattr(ready, "STAMPS", tmp_path / ".stamps")
    (tmp_path / "frontend" / "src").mkdir(parents=True)
    for name in ("index.html", "vite.config.ts", "package-lock.json", "tsconfig.json"):
        (tmp_path / "frontend" / name).write_text(name)
    (tmp_path / "frontend" / "src" / "a.ts").write_text("1")
    return tmp_path


def test_screens_are_built_once_and_again_only_when_something_changed(
    tree: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A touched file is not a changed one; a changed, added or lost one is."""
    built: list[str] = []

    def run(*command: object, **_: object) -> None:
        built.append(str(command[0]))
        (tree / "frontend" / "dist").mkdir(exist_ok=True)
        (tree / "frontend" / "dist" / "index.html").write_text("built")

    monkeypatch.setattr(ready, "run", run)
    for expected, change in (
        (1, lambda: None),
        (1, lambda: (tree / "frontend" / "src" / "a.ts").touch()),
        (2, lambda: (tree / "frontend" / "src" / "a.ts").write_text("2")),
        (3, lambda: (tree / "frontend" / "src" / "b.ts").write_text("3")),
        (4, lambda: (tree / "frontend" / "dist" / "index.html").unlink()),
        (4, lambda: None),
    ):
        change()
        ready.screens({})
        assert len(built) == expected


def test_a_machine_that_cannot_install_gets_the_line_to_type(monkeypatch: pytest.MonkeyPatch) -> None:
    """No root, no sudo: one sentence with the command; no apt: which package."""
    monkeypatch.setattr(ready.os, "geteuid", lambda: 1000)
    monkeypatch.setattr(ready.shutil, "which", lambda name: "/usr/bin/apt-get" if name == "apt-get" else None)
    with pytest.raises(ready.CannotInstall, match=r"chromium is missing\. Type: sudo sh -c 'apt-get update"):
        ready.debian("chromium")
    monkeypatch.setattr(ready.shutil, "which", lambda name: None)
    with pytest.raises(ready.CannotInstall, match="Install it with your system"):
        ready.debian("chromium")


def test_node_of_the_machine_is_used_when_it_is_new_enough(monkeypatch: pytest.MonkeyPatch) -> None:
    """20.19 will do; 20.18 and no node at all are replaced by the project's own."""
    installed: list[object] = []
    monkeypatch.setattr(ready, "run", lambda *command, **_: installed.append(command))
    monkeypatch.setattr(ready.shutil, "which", lambda name: f"/usr/bin/{name}")
    versions = {"/usr/bin/node": (20, 19)}
    monkeypatch.setattr(ready, "_version", lambda node: versions.get(node, ()))
    assert str(ready.VENV) not in ready.node()["PATH"].split(":")[0]
    versions["/usr/bin/node"] = (20, 18)
    assert ready.node()["PATH"].startswith(str(ready.VENV / "bin"))
    assert len(installed) == 1


def test_a_failing_command_ends_with_its_own_words(capsys: pytest.CaptureFixture[str]) -> None:
    """Quiet while it works; its output and its name when it does not."""
    ready.run(sys.executable, "-c", "print('fine')")
    assert capsys.readouterr().err == ""
    with pytest.raises(SystemExit, match="This failed"):
        ready.run(sys.executable, "-c", "import sys; print('no thread'); sys.exit(3)")
    assert "no thread" in capsys.readouterr().err
