"""What is waited for at the start: the commands, the server, and the first page."""

import gzip
import os
import re
import statistics
import subprocess
import sys
import tempfile
from pathlib import Path
from time import perf_counter

from benched.bags import BAGS
from benched.server import BARE, DIST
from benched.table import Row, Table

TIMES = 5
AMBITUS = Path(sys.executable).with_name("ambitus")


def commands(table: Table) -> None:
    """How long the commands take from nothing, beside an empty Python."""
    import json

    table.heading("From nothing, in seconds")
    # as on a maker's machine, where what was compiled once is kept
    env = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}
    with tempfile.TemporaryDirectory() as folder:
        plan = Path(folder) / "plan.json"
        plan.write_text(json.dumps(BAGS[0].spec))
        asked = {
            "an empty Python": ([sys.executable, "-c", "pass"], None),
            "ambitus --help": ([str(AMBITUS), "--help"], None),
            "ambitus draft": ([str(AMBITUS), "draft", str(plan)], 0.5),
        }
        took: dict[str, list[float]] = {name: [] for name in asked}
        for _ in range(TIMES + 1):
            for name, (command, _) in asked.items():
                begun = perf_counter()
                subprocess.run(command, env=env, capture_output=True, check=True)
                took[name].append(perf_counter() - begun)
        for name, (_, aim) in asked.items():
            table.add(Row(name, statistics.median(took[name][1:]), aim, unit=" s"))
        serving = []
        for at in range(TIMES):
            command = [
                str(AMBITUS),
                "serve",
                "--data",
                f"{folder}/{at}",
                "--port",
                "8460",
                "--dist",
                str(DIST),
            ]
            begun = perf_counter()
            with subprocess.Popen(command, env=env, stdout=subprocess.PIPE, text=True) as running:
                running.stdout.readline()  # type: ignore[union-attr]
                serving.append(perf_counter() - begun)
                running.terminate()
        table.add(Row("ambitus serve, until it listens", statistics.median(serving), 1.0, unit=" s"))


def _page(dist: Path, page: str) -> tuple[int, int]:
    """Return the bytes of a built page with the scripts and styles that it names, whole and packed."""
    text = (dist / page).read_text()
    named = re.findall(r'(?:src|href)="(/?(?:\./)?assets/[^"]+\.(?:js|css))"', text)
    files = [dist / page, *(dist / n.removeprefix("./").lstrip("/") for n in named)]
    return sum(f.stat().st_size for f in files), sum(len(gzip.compress(f.read_bytes())) for f in files)


def first_load(table: Table) -> None:
    """The first page against a bare page of the same framework, fonts apart."""
    table.heading("First page, fonts apart, against a bare page of the framework")
    (whole, packed), (bare, bare_packed) = _page(DIST, "index.html"), _page(BARE, "index.html")
    table.add(Row("packed", packed / bare_packed, 1.5, note=f"{packed / 1000:.0f} kB"))
    table.add(Row("whole", whole / bare, None, note=f"{whole / 1000:.0f} kB"))
