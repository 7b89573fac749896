"""Make this checkout ready: what `make demo` and `make test` call first. Standard library only.

Every step leaves a stamp that holds a fingerprint of what it was made from, so that a second run with
nothing changed does nothing.
"""

import hashlib
import os
import shutil
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
VENV, FRONTEND, STAMPS = ROOT / ".venv", ROOT / "frontend", ROOT / ".stamps"
PYTHON = VENV / "bin" / "python"
LEAST_NODE = (20, 19)
LEAST_PYTHON = (3, 11)


class CannotInstall(Exception):
    """Something is missing and this account cannot install it."""


def say(text: str) -> None:
    """Tell what is being done."""
    print(f"  {text}", flush=True)


def run(*command: str | Path, cwd: Path = ROOT, env: dict[str, str] | None = None) -> None:
    """Run a command, quietly unless it fails."""
    done = subprocess.run([str(c) for c in command], cwd=cwd, env=env, text=True, capture_output=True)
    if done.returncode:
        sys.stderr.write(done.stdout + done.stderr)
        raise SystemExit(f"This failed: {' '.join(str(c) for c in command)}")


def fingerprint(paths: Iterable[Path], *more: str) -> str:
    """Return a hash of the files' names and contents."""
    digest = hashlib.sha256("\n".join(more).encode())
    for path in sorted(paths):
        digest.update(str(path.relative_to(ROOT)).encode())
        digest.update(path.read_bytes())
    return digest.hexdigest()


def fresh(name: str, mark: str) -> bool:
    """True if the step *name* was last done from the same things."""
    stamp = STAMPS / name
    return stamp.is_file() and stamp.read_text() == mark


def stamp(name: str, mark: str) -> None:
    """Remember what the step *name* was done from."""
    STAMPS.mkdir(exist_ok=True)
    (STAMPS / name).write_text(mark)


def debian(package: str) -> None:
    """
    Install a package of Debian's.

    Raises:
        CannotInstall: With the line to type, where this account may not.
    """
    line = f"apt-get update && apt-get install -y {package}"
    if not shutil.which("apt-get"):
        raise CannotInstall(f"{package} is missing. Install it with your system's package manager.")
    prefix: list[str] = []
    if os.geteuid() != 0:
        sudo = shutil.which("sudo")
        if not sudo or subprocess.run([sudo, "-n", "true"], capture_output=True).returncode:
            raise CannotInstall(f"{package} is missing. Type: sudo sh -c '{line}'")
        prefix = [sudo]
    say(f"installing {package} from Debian's packages")
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    for command in (["apt-get", "update", "-qq"], ["apt-get", "install", "-y", "-qq", package]):
        if subprocess.run([*prefix, *command], env=env, capture_output=True).returncode:
            raise CannotInstall(f"{package} could not be installed. Type: sudo sh -c '{line}'")


def python(wanted: str) -> None:
    """Make the project's own Python environment with the locked packages of *wanted* (app or dev)."""
    if sys.version_info < LEAST_PYTHON:
        raise SystemExit(f"Python 3.11 or newer is needed; this is {sys.version.split()[0]}.")
    if not PYTHON.exists():
        if subprocess.run([sys.executable, "-c", "import ensurepip, venv"], capture_output=True).returncode:
            debian("python3-venv")
        say("making a Python environment")
        shutil.rmtree(STAMPS, ignore_errors=True)
        run(sys.executable, "-m", "venv", VENV)
    lock = ROOT / "requirements" / f"{wanted}.txt"

    def mark(name: str) -> str:
        files = [ROOT / "requirements" / f"{part}.txt" for part in (name, "build", "fast")]
        return fingerprint([*files, ROOT / "pyproject.toml"], sys.version)

    # the development packages hold the product's own
    if fresh("python-dev", mark("dev")) or fresh(f"python-{wanted}", mark(wanted)):
        return
    say(f"installing Python packages ({wanted})")
    pip = [PYTHON, "-m", "pip", "install", "-q", "--disable-pip-version-check"]
    run(*pip, "-r", lock)
    run(*pip, "-r", ROOT / "requirements" / "build.txt")
    run(*pip, "--no-deps", "--no-build-isolation", "-e", ".")
    # it is served without these too, where there is no wheel of them
    fast = [*pip, "--only-binary", ":all:", "-r", ROOT / "requirements" / "fast.txt"]
    subprocess.run([str(c) for c in fast], cwd=ROOT, capture_output=True)
    stamp(f"python-{wanted}", mark(wanted))


def _version(node: str) -> tuple[int, ...]:
    try:
        told = subprocess.run([node, "--version"], capture_output=True, text=True).stdout
        return tuple(int(part) for part in told.strip().lstrip("v").split(".")[:2])
    except (OSError, ValueError):
        return ()


def node() -> dict[str, str]:
    """Return an environment in which node and npm are new enough, installing Node if need be."""
    own = {**os.environ, "PATH": f"{VENV / 'bin'}{os.pathsep}{os.environ.get('PATH', '')}"}
    found = shutil.which("node")
    if found and shutil.which("npm") and _version(found) >= LEAST_NODE:
        return dict(os.environ)
    if _version(str(VENV / "bin" / "node")) < LEAST_NODE:
        say("installing Node into the project's environment")
        lock = ROOT / "requirements" / "node.txt"
        run(PYTHON, "-m", "pip", "install", "-q", "--disable-pip-version-check", "-r", lock)
    return own


def packages(env: dict[str, str]) -> None:
    """Install the front end's locked packages."""
    mark = fingerprint([FRONTEND / "package-lock.json"])
    if fresh("packages", mark) and (FRONTEND / "node_modules").is_dir():
        return
    say("installing the front end's packages")
    run("npm", "ci", "--no-audit", "--no-fund", cwd=FRONTEND, env=env)
    stamp("packages", mark)


def screens(env: dict[str, str]) -> None:
    """Build the screens."""
    sources = [p for folder in ("src", "public") for p in (FRONTEND / folder).rglob("*") if p.is_file()]
    sources += [FRONTEND / n for n in ("index.html", "vite.config.ts", "package-lock.json", "tsconfig.json")]
    mark = fingerprint(sources)
    if fresh("screens", mark) and (FRONTEND / "dist" / "index.html").is_file():
        return
    say("building the screens")
    run("npm", "run", "build", cwd=FRONTEND, env=env)
    stamp("screens", mark)


def chromium() -> str:
    """Return where Chromium is, installing Debian's if it is missing."""
    for name in ("chromium", "chromium-browser"):
        if found := shutil.which(name):
            return found
    debian("chromium")
    return shutil.which("chromium") or ""


def main(goal: str) -> None:
    """Make ready for *goal*: demo (run the product) or test (and everything that checks it)."""
    python("dev" if goal == "test" else "app")
    env = node()
    packages(env)
    screens(env)
    if goal == "test":
        chromium()


if __name__ == "__main__":
    try:
        main(sys.argv[1] if len(sys.argv) > 1 else "demo")
    except CannotInstall as missing:
        raise SystemExit(str(missing)) from None
