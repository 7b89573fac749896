"""
What a solver finds of the sets of pieces in ten minutes each, kept beside the tests: ``best-layouts.json``;
and that of bags two in a hundred larger than the largest from a cloth none can be cut: ``too-large.json``.

It takes hours and needs OR-tools, which nothing else here does: ``pip install ortools`` first. Called as
``python tools/best_layouts.py [seconds]``; sets that are kept already are left as they are.
"""

import json
import sys
from pathlib import Path

from ortools.sat.python import cp_model

HERE = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(HERE / "tests" / "core"), str(HERE / "src")]

from laid_sets import ACROSS, COUNTS, bags_too_large, one_by_one, parts, set_name  # noqa: E402

TOO_LARGE = HERE / "tests" / "core" / "too-large.json"
KEPT = HERE / "tests" / "core" / "best-layouts.json"


def solved(sizes: list[tuple[int, int, bool]], seconds: float) -> tuple[int, int]:
    """Return (the shortest length found, a length that none is shorter than) on a strip, both in mm."""
    model = cp_model.CpModel()
    # as long as rows of the tallest first are at most
    area = sum(wide * high for wide, high, _ in sizes)
    longest = -(-2 * area // ACROSS) + max(high for _, high, _ in sizes)
    length = model.new_int_var(0, longest, "length")
    model.add(length * ACROSS >= area)
    across, along = [], []
    before: dict[tuple[int, int, bool], tuple[cp_model.IntVar, cp_model.IntVar]] = {}
    for n, one in enumerate(sizes):
        wide, high, turns = one
        x = model.new_int_var(0, ACROSS, f"x{n}")
        y = model.new_int_var(0, longest, f"y{n}")
        w: cp_model.LinearExprT = wide
        h: cp_model.LinearExprT = high
        if turns and wide != high:
            turned = model.new_bool_var(f"turned{n}")
            w = wide + (high - wide) * turned
            h = high + (wide - high) * turned
        right, top = model.new_int_var(0, ACROSS, f"r{n}"), model.new_int_var(0, longest, f"t{n}")
        model.add(x + w == right)
        model.add(y + h == top)
        model.add(top <= length)
        across.append(model.new_interval_var(x, w, right, f"across{n}"))
        along.append(model.new_interval_var(y, h, top, f"along{n}"))
        # of pieces that are alike the later lies no lower
        if one in before:
            model.add(before[one][1] <= y)
        before[one] = (x, y)
    model.add_no_overlap_2d(across, along)
    model.add_cumulative(along, [i.size_expr() for i in across], ACROSS)
    model.minimize(length)
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = seconds
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 1
    status = solver.solve(model)
    assert status in (cp_model.OPTIMAL, cp_model.FEASIBLE), solver.status_name(status)
    return round(solver.objective_value), round(solver.best_objective_bound)


def goes(sizes: list[tuple[int, int, bool]], across: int, along: int, seconds: float) -> bool | None:
    """Return whether *sizes* lie on a cloth, or None where it was not found out."""
    model = cp_model.CpModel()
    wides, highs = [], []
    for n, (wide, high, turns) in enumerate(sizes):
        x, y = model.new_int_var(0, across, f"x{n}"), model.new_int_var(0, along, f"y{n}")
        w: cp_model.LinearExprT = wide
        h: cp_model.LinearExprT = high
        if turns and wide != high:
            turned = model.new_bool_var(f"turned{n}")
            w, h = wide + (high - wide) * turned, high + (wide - high) * turned
        right, top = model.new_int_var(0, across, f"r{n}"), model.new_int_var(0, along, f"t{n}")
        model.add(x + w == right)
        model.add(y + h == top)
        wides.append(model.new_interval_var(x, w, right, f"across{n}"))
        highs.append(model.new_interval_var(y, h, top, f"along{n}"))
    model.add_no_overlap_2d(wides, highs)
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = seconds
    solver.parameters.num_workers = 1
    status = solver.solve(model)
    if status == cp_model.INFEASIBLE:
        return False
    return True if status in (cp_model.OPTIMAL, cp_model.FEASIBLE) else None


def too_large(seconds: float) -> None:
    """Keep of every bag that is two in a hundred too large what the solver says of its pieces."""
    kept = json.loads(TOO_LARGE.read_text()) if TOO_LARGE.exists() else {}
    for name, on in bags_too_large():
        sizes = [(round(p.width), round(p.height), p.across) for p in one_by_one(list(on.parts))]
        if len(sizes) > 8 or name in kept:
            continue
        across, along = int(on.goods.usable_width), int(on.goods.usable_length or 0)
        found = goes(sizes, across, along, seconds)
        kept[name] = {"sizes": sizes, "across": across, "along": along, "goes": found}
        TOO_LARGE.write_text(json.dumps(kept) + "\n")
        print(name, found, flush=True)


def main() -> None:
    """Solve every set that is not kept yet, and keep it."""
    seconds = float(sys.argv[1]) if len(sys.argv) > 1 else 600.0
    too_large(seconds)
    kept = json.loads(KEPT.read_text()) if KEPT.exists() else {}
    for turning in (0.0, 0.3, 1.0):
        for count in COUNTS:
            name = set_name(count, turning)
            if name in kept:
                continue
            wanted = one_by_one(parts(count, count, turning))
            sizes = [(round(p.width), round(p.height), p.across) for p in wanted]
            found, at_least = solved(sizes, seconds)
            kept[name] = {"length": found, "at_least": at_least, "seconds": seconds}
            KEPT.write_text(json.dumps(kept, indent=1) + "\n")
            print(name, found, at_least, flush=True)


if __name__ == "__main__":
    main()
