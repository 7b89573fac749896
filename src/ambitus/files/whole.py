"""Files written whole or not at all."""

import os
from pathlib import Path


def put_whole(path: Path, text: str) -> None:
    """Write *text* to *path* so that a reader sees the old file or the new one, never a part of either."""
    beside = path.with_name(f".{path.name}.new")
    try:
        with beside.open("w", encoding="utf-8") as out:
            out.write(text)
            out.flush()
            os.fsync(out.fileno())
        beside.replace(path)
    finally:
        beside.unlink(missing_ok=True)
