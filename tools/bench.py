"""
``make bench``: what a maker waits for, as ratios measured side by side in one run, beside what they ought to
be. Never a pass or a failure: numbers to read. ``BASE=commit`` holds the core against that commit too;
``ONLY=hand`` (core, asked, cold, laying) measures a part.
"""

import os
import sys

from benched import asked, cold, core, layouts
from benched.bags import BAGS, WIDEST
from benched.hand import AGAIN, HELD, OTHER, TYPED, felt, opening, shelf
from benched.server import served
from benched.table import Row, Table
from ready import FRONTEND, node, run


def by_hand(table: Table) -> None:
    """Keys and phrases on seven bags, in a browser."""
    with served() as server:
        got = felt(server, os.environ.get("BAGS", "").split(",") if "BAGS" in os.environ else ())
        table.heading("Key to frame, against the floor beside it")
        for (name, phrase), (one, floor) in got.items():
            called = f"{name}, {phrase or 'no phrase'}"
            for keys, which in ((AGAIN, "the same key again"), (OTHER, "another key"), (TYPED, "a digit")):
                if keys not in one.took:
                    continue
                middle, late = one.p50(keys), one.p95(keys)
                said = f"{called}: {which}"
                table.add(Row(f"{said}, p50", middle / floor.p50(keys), 1.3, note=f"{middle:.0f} ms"))
                table.add(Row(f"{said}, p95", late / floor.p95(keys), 1.5, note=f"{late:.0f} ms"))
            table.add(Row(f"{called}: seen of a held key", one.seen, 20, more=True, unit=f" of {HELD}"))
        table.heading(f"The phrase {WIDEST}, in ms")
        for name, (first, told, last) in opening(server).items():
            table.add(Row(f"{name}: first tile", first, 50, unit=" ms"))
            table.add(Row(f"{name}: what the first group gives", told, None, unit=" ms"))
            table.add(Row(f"{name}: what they give", last, 150, unit=" ms"))


def main() -> None:
    """Measure what was asked for, and print it."""
    only = os.environ.get("ONLY", "hand core asked cold laying").split()
    if set(only) - {"laying", "core"}:
        run("npx", "vite", "build", "--config", "bench/vite.config.ts", cwd=FRONTEND, env=node())
    table = Table()
    print(f"On {len(BAGS)} bags: {', '.join(bag.name for bag in BAGS)}.")
    if "hand" in only:
        by_hand(table)
    if "asked" in only:
        with served() as server:
            asked.drafts(server, table)
        with served("10000") as server:
            listed, floor = shelf(server)
        table.heading("A shelf of 10,000 plans from nothing, against the floor's page")
        table.add(Row("until its plans stand there", listed / floor, 1.5, note=f"{listed:.0f} ms"))
    if "core" in only:
        if base := os.environ.get("BASE"):
            core.against(base, table)
        core.others(table)
        core.sewing(table)
        core.memory(table)
    if "laying" in only:
        layouts.growing(table)
    if "cold" in only:
        cold.commands(table)
        cold.first_load(table)
    table.close()


if __name__ == "__main__":
    sys.exit(main())
