"""Run everything that checks the project: format, lint, types, imports, generated files, tests."""

import os
import subprocess
import sys
from pathlib import Path

from ready import FRONTEND, ROOT, VENV, node

BIN = VENV / "bin"


#: what a quick run looks at: numbers, reading back, files; what it leaves out takes many drafts or a server
QUICK = (
    "tests/core",
    "tests/files",
    "tests/web/test_plans.py",
    "tests/web/test_drafts.py",
    "src/ambitus/core",
)
LEFT_OUT = (
    "test_remedies test_oracle test_frozen test_presets test_tiles test_planted_faults test_checks".split()
)


def step(name: str, *command: str | Path, cwd: Path = ROOT, env: dict[str, str] | None = None) -> bool:
    """Run one check and say how it went; show its output where it failed."""
    done = subprocess.run([str(c) for c in command], cwd=cwd, env=env, text=True, capture_output=True)
    print(f"  {'ok  ' if done.returncode == 0 else 'FAIL'} {name}", flush=True)
    if done.returncode:
        print(done.stdout + done.stderr, flush=True)
    return done.returncode == 0


def fresh_types(env: dict[str, str]) -> bool:
    """True if the front end's API types are what the API's own document gives today."""
    document = FRONTEND / "node_modules" / ".openapi.json"
    document.write_bytes(
        subprocess.run([BIN / "python", "tools/openapi.py"], cwd=ROOT, check=True, capture_output=True).stdout
    )
    made = FRONTEND / "node_modules" / ".schema.ts"
    command = ["npx", "openapi-typescript", document, "-o", made, "--default-non-nullable=false"]
    if not step("API types generated", *command, cwd=FRONTEND, env=env):
        return False
    kept = FRONTEND / "src" / "api" / "schema.ts"
    if "--write" in sys.argv:
        kept.write_bytes(made.read_bytes())
    same = kept.read_bytes() == made.read_bytes()
    print(f"  {'ok  ' if same else 'FAIL'} API types fresh", flush=True)
    if not same:
        print("src/api/schema.ts is not what the API gives today. Run `make types`.")
    return same


def lint(env: dict[str, str]) -> bool:
    """Return whether every check but the tests passes; all of them are run, in a quick run the quick ones."""
    if os.environ.get("QUICK"):
        return all([step("ruff", BIN / "ruff", "check", "."), step("mypy, strict", BIN / "mypy")])
    return all(
        [
            step("ruff", BIN / "ruff", "check", "."),
            step("ruff format", BIN / "ruff", "format", "--check", "."),
            step("mypy, strict", BIN / "mypy"),
            step("rooms (import rules)", BIN / "lint-imports"),
            fresh_types(env),
            step("docs fresh", BIN / "python", "tools/docs.py"),
            step("vue-tsc", "npm", "run", "types", cwd=FRONTEND, env=env),
            step("eslint, prettier", "npm", "run", "lint", cwd=FRONTEND, env=env),
            step("front end's logic (Vitest)", "npm", "test", cwd=FRONTEND, env=env),
        ]
    )


def main() -> int:
    """Run the checks; with ``--lint`` not the tests, with ``--types`` only rewrite the API types."""
    env = node()
    if "--write" in sys.argv:
        docs = step("docs written", BIN / "python", "tools/docs.py", "--write")
        return 0 if fresh_types(env) and docs else 1
    good = lint(env)
    if "--lint" in sys.argv:
        return 0 if good else 1
    beside = ["-n", str(min(os.cpu_count() or 1, 4))]
    more = os.environ.get("PYTEST", "").split()
    env = dict(os.environ)
    if os.environ.get("QUICK"):
        # a tenth of the examples, and no browser: for between two thoughts, not instead of the rest
        env["HYPOTHESIS"] = "quick"
        more += [*QUICK, *(f"--ignore=tests/core/{name}.py" for name in LEFT_OUT)]
    tests = subprocess.run([BIN / "python", "-m", "pytest", *beside, *more], cwd=ROOT, env=env)
    return 0 if good and tests.returncode == 0 else 1


if __name__ == "__main__":
    raise SystemExit(main())
