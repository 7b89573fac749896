"""The core loads nothing that touches the world, and the walls stand."""

import subprocess
import sys


def test_the_core_loads_no_web_no_database_no_files() -> None:
    """Importing the whole drafting side brings in none of the outer rooms' packages."""
    probe = (
        "import sys, ambitus.core.draft, ambitus.core.shown.sheet, ambitus.core.shown.tiles;"
        "outer = {'fastapi', 'starlette', 'sqlalchemy', 'sqlite3', 'alembic', 'uvicorn'};"
        "print(sorted(outer & set(sys.modules)))"
    )
    done = subprocess.run([sys.executable, "-c", probe], capture_output=True, text=True, check=True)
    assert done.stdout.strip() == "[]"


def test_reading_loads_nothing_of_drafting() -> None:
    """Reading a cut list works in a process where no drafting code was ever imported."""
    probe = (
        "import sys, ambitus.core.read.back, ambitus.core.read.cutlist;"
        "print([m for m in sys.modules if m.startswith('ambitus.core') and ('.cut' in m or '.form' in m)"
        " and 'cutlist' not in m])"
    )
    done = subprocess.run([sys.executable, "-c", probe], capture_output=True, text=True, check=True)
    assert done.stdout.strip() == "[]"
