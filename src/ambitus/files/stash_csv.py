"""The stash as a table, out and in: a row a thing, every length with its unit."""

import csv
from collections.abc import Iterable
from io import StringIO
from typing import Any

from pydantic import ValidationError

from ambitus.core.lengths import Unit, View
from ambitus.core.problems import Problem, SpecProblems, shortened
from ambitus.core.stash.things import KINDS, Thing, ThingTyped, thing_after
from ambitus.files.cells import plain_cell
from ambitus.files.table import in_row, rows_of

COLUMNS = "kind name material colour shape width length seam count washed print where note".split()
_LENGTHS = ("width", "length", "seam")
_YES, _NO = ("yes", "y", "true", "1", "x"), ("no", "n", "false", "0", "")


def stash_csv(things: Iterable[Thing], unit: Unit) -> str:
    """Return *things* as CSV, lengths in *unit*."""
    view = View(unit, unit)
    out = StringIO()
    table = csv.writer(out)
    table.writerow(COLUMNS)
    for thing in things:
        told: dict[str, Any] = thing.model_dump()
        for name in _LENGTHS:
            told[name] = view.with_unit(told[name]).replace("\xa0", " ") if told[name] else ""
        told["washed"] = "yes" if thing.washed else "no"
        table.writerow([plain_cell(told[name]) for name in COLUMNS])
    return out.getvalue()


def things_from_csv(text: str, unit: Unit | None) -> tuple[tuple[Thing, ...], tuple[Problem, ...]]:
    """
    Return the things of a table, and what is wrong with the rows that are none. A bare number is in *unit*;
    where that is not given each has to name its own.

    Raises:
        SpecProblems: If it is no table of things at all.
    """
    things: list[Thing] = []
    problems: list[Problem] = []
    for number, cells in rows_of(text, COLUMNS, code="stash-table", of="stash"):
        try:
            things.append(_thing(cells, unit))
        except SpecProblems as bad:
            problems += in_row(bad.problems, number)
    return tuple(things), tuple(problems)


def _thing(cells: dict[str, str], unit: Unit | None) -> Thing:
    told: dict[str, Any] = {name: text for name, text in cells.items() if name and text}
    kind = told.get("kind", "").lower()
    by_label = {label.lower(): key for key, label in KINDS.items()}
    told["kind"] = by_label.get(kind, kind)
    if told["kind"] not in KINDS:
        why = f"“{shortened(kind, 40)}” is no kind of thing."
        raise SpecProblems((Problem("stash", "kind", kind[:40], why, f"Choose {', '.join(KINDS)}."),))
    if "washed" in told:
        said = told["washed"].lower()
        if said not in (*_YES, *_NO):
            why = f"“{shortened(said, 40)}” is neither yes nor no."
            raise SpecProblems((Problem("stash", "washed", said[:40], why, "Write yes or no."),))
        told["washed"] = said in _YES
    try:
        typed = ThingTyped.model_validate({"unit": unit or "mm", **told})
    except ValidationError as bad:
        first = bad.errors()[0]
        field = ".".join(str(part) for part in first["loc"])
        why = f"“{shortened(str(first['input']), 40)}” cannot stand there: {first['msg'].lower()}."
        problem = Problem(
            "stash", field, str(first["input"])[:40], why, "Write it otherwise, or leave it out."
        )
        raise SpecProblems((problem,)) from bad
    return thing_after(None, typed, bare=unit or "")
