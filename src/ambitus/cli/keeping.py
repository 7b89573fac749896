"""``backup`` and ``restore``."""

import argparse
import sys
from pathlib import Path

from ambitus.cli.guarded import UNREADABLE
from ambitus.store.backup import NotABackup, back_up, last_kept, put_back


def database_in(folder: Path, demo: bool) -> Path:
    """Return the file of a folder that keeps the plans, one's own or the sample ones."""
    return folder / ("demo.sqlite" if demo else "ambitus.sqlite")


def keep_safe(given: argparse.Namespace) -> int:
    """Back up, or restore."""
    database = database_in(given.data, given.demo)
    try:
        if given.command == "backup":
            print(f"{_plans(back_up(database, given.file))} copied to {given.file}.")
            return 0
        restored = put_back(last_kept(database) if given.undo else given.file, database)
    except NotABackup as bad:
        print(f"{bad} Give a file that `ambitus backup` has made.", file=sys.stderr)
        return UNREADABLE
    kept = f" What was there before is in {restored.kept}; `ambitus restore --undo` brings it back."
    print(f"{_plans(restored.count)} back." + (kept if restored.kept else ""))
    return 0


def _plans(count: int) -> str:
    return "1 plan is" if count == 1 else f"{count} plans are"
