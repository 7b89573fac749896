"""Layouts held against a packing library's own, and against what a solver found in ten minutes each."""

import json
from collections.abc import Callable, Sequence
from pathlib import Path

import pytest
from rectpack import guillotine, maxrects, skyline

from ambitus.core.layout.goods import Goods
from ambitus.core.layout.lay import lay
from core.laid_sets import ACROSS, COUNTS, one_by_one, parts, set_name

KEPT = json.loads(Path(__file__).with_name("best-layouts.json").read_text())
FREE = [
    getattr(where, name)
    for where, names in (
        (maxrects, "MaxRectsBl MaxRectsBssf MaxRectsBaf MaxRectsBlsf"),
        (skyline, "SkylineBl SkylineBlWm SkylineMwf SkylineMwfl SkylineMwfWm SkylineMwflWm"),
    )
    for name in names.split()
]
THROUGH = [
    getattr(guillotine, f"Guillotine{fit}{split}")
    for fit in ("Bssf", "Baf", "Blsf")
    for split in ("Sas", "Las", "Slas", "Llas", "Maxas", "Minas")
]
Size = tuple[int, int]
ORDERS: list[Callable[[Size], tuple[float, ...]]] = [
    lambda s: (s[0] * s[1],),
    lambda s: (s[0] + s[1],),
    lambda s: (abs(s[0] - s[1]),),
    lambda s: (min(s), max(s)),
    lambda s: (max(s), min(s)),
    lambda s: (s[0] / s[1],),
    lambda s: (s[1],),
    lambda s: (s[0], s[1]),
]


def shortest(rules: Sequence[Callable], sizes: Sequence[Size], turning: bool) -> int:  # type: ignore[type-arg]
    """Return the shortest that any rule with any order finds: from a long bin, then shorter while it goes."""
    best = 10**6
    for rule in rules:
        for by in ORDERS:
            order = sorted(sizes, key=by, reverse=True)
            along = 10**5
            while True:
                one = rule(ACROSS, along, rot=turning)
                if any(one.add_rect(*size) is None for size in order):
                    break
                reached = max(r.y + r.height for r in one)
                best = min(best, reached)
                along = min(reached, best) - 1
    return best


@pytest.mark.parametrize("turning", [0.0, 1.0])
@pytest.mark.parametrize("count", COUNTS)
def test_no_rule_of_the_library_lays_shorter(count: int, turning: float) -> None:
    """Cut along any line never; cut right through within two hundredths."""
    wanted = parts(1000 * count + 1, count, turning)
    sizes = [(round(p.width), round(p.height)) for p in one_by_one(wanted)]
    assert lay(Goods(1400), wanted).length <= shortest(FREE, sizes, turning == 1.0)
    through = lay(Goods(1400, cutting="strips"), wanted)
    assert through.length <= 1.02 * shortest(THROUGH, sizes, turning == 1.0)


@pytest.mark.parametrize("turning", [0.0, 0.3, 1.0])
@pytest.mark.parametrize("count", COUNTS)
def test_a_solver_finds_hardly_shorter_ones_in_ten_minutes(count: int, turning: float) -> None:
    """Within 3 % of the best it found; of few pieces exactly what it proved to be the shortest."""
    kept = KEPT[set_name(count, turning)]
    length = lay(Goods(1400), parts(count, count, turning)).length
    assert kept["at_least"] <= length <= 1.03 * kept["length"]
    if count <= 8:
        assert kept["at_least"] == kept["length"] == length
