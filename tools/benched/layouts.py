"""What laying takes as the pieces grow in number, and how far layouts are from the shortest thinkable."""

import sys
from pathlib import Path
from time import process_time

from benched.table import Row, Table

sys.path.insert(0, str(Path(__file__).resolve().parent.parent.parent / "tests" / "core"))

#: pieces laid of each count, so that the figures for few are no chance
LAID = 1_000


def growing(table: Table) -> None:
    """A thousand pieces against a hundred, a piece each; and the gap of the sets that the tests lay."""
    from laid_sets import COUNTS, parts

    from ambitus.core.layout.goods import Cutting, Goods
    from ambitus.core.layout.lay import lay

    def took(count: int, cutting: Cutting) -> float:
        sets = [parts(seed, count, 0.3) for seed in range(max(1, LAID // count))]
        began = process_time()
        for wanted in sets:
            lay(Goods(1400, cutting=cutting), wanted)
        return (process_time() - began) / (len(sets) * count)

    table.heading("Laying, a piece of so many, against one of a hundred")
    ways: tuple[tuple[Cutting, str], ...] = (("scissors", "along any line"), ("strips", "right through"))
    for cutting, called in ways:
        floor = took(100, cutting)
        for count in (300, 1000):
            one = took(count, cutting)
            note = f"{one * count:.1f} s in all"
            table.add(Row(f"{called}, {count} pieces", one / floor, 2.0, note=note))
    table.heading("How much longer than what none could be shorter than, in %")
    for count in COUNTS:
        laid = lay(Goods(1400), parts(count, count, 0.3))
        table.add(Row(f"{count} pieces", 100 * (laid.length / laid.at_least - 1), unit=" %"))
