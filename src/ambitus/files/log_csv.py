"""The log as a table, out and in: a row a making, every length with its unit."""

import csv
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from io import StringIO

from ambitus.core.problems import Problem, SpecProblems, shortened
from ambitus.files.cells import plain_cell
from ambitus.files.table import in_row, rows_of

COLUMNS = (
    "name",
    "begun",
    "finished",
    "who",
    "for",
    "machine",
    "foot",
    "cloth",
    "minutes",
    "cost",
    "measured",
    "seams",
    "notes",
    "mistakes",
    "next time",
)


@dataclass(frozen=True, slots=True)
class LogRow:
    """A making as a row: its cells, in the order of the columns."""

    cells: tuple[str, ...]


def log_csv(rows: Iterable[LogRow]) -> str:
    """Return makings as CSV; no cell is one that a spreadsheet takes for a formula."""
    out = StringIO()
    table = csv.writer(out)
    table.writerow(COLUMNS)
    for row in rows:
        table.writerow([plain_cell(cell) for cell in row.cells])
    return out.getvalue()


#: what stands between the lines of one cell
BETWEEN = "; "
#: columns that tell in words what was measured: they go out, and are not read again
_ONLY_OUT = ("measured", "seams")


@dataclass(frozen=True, slots=True)
class LogRead:
    """A making as a row tells it; days as ISO text, "" where there is none, ``seconds`` of work."""

    name: str
    begun: str
    finished: str
    seconds: float
    words: dict[str, str]
    mistakes: tuple[str, ...]
    next_time: tuple[str, ...]
    #: whether it tells what was measured, which is not read
    measured: bool


def log_from_csv(text: str) -> tuple[tuple[tuple[int, LogRead], ...], tuple[Problem, ...]]:
    """
    Return the makings of a table with the numbers of their rows, and what is wrong with other rows.

    Raises:
        SpecProblems: If it is no table of makings at all.
    """
    found, problems = list[tuple[int, LogRead]](), list[Problem]()
    for number, cells in rows_of(text, COLUMNS, code="log-table", of="log"):
        try:
            found.append((number, _making(cells)))
        except SpecProblems as bad:
            problems += in_row(bad.problems, number)
    return tuple(found), tuple(problems)


def _making(cells: dict[str, str]) -> LogRead:
    def told(column: str) -> str:
        return cells.get(column, "")

    if not told("name"):
        why, fix = "It names no bag.", "Write the name of its plan in the column “name”."
        raise SpecProblems((Problem("log-table", "name", "", why, fix),))
    finished = _day(told("finished"), "finished")
    begun = _day(told("begun"), "begun") or finished
    if not begun:
        why = "It says neither when the bag was begun nor when it was finished."
        raise SpecProblems((Problem("log-table", "begun", "", why, "Write a day as 2026-11-30."),))
    return LogRead(
        told("name"),
        begun,
        finished,
        60 * _minutes(told("minutes")),
        {key: told(key) for key in ("who", "for", "machine", "foot", "cloth", "cost", "notes")},
        tuple(filter(None, told("mistakes").split(BETWEEN))),
        tuple(filter(None, told("next time").split(BETWEEN))),
        any(told(column) for column in _ONLY_OUT),
    )


def _day(text: str, column: str) -> str:
    if not text:
        return ""
    try:
        return date.fromisoformat(text[:10]).isoformat()
    except ValueError as bad:
        why = f"“{shortened(text, 40)}” is no day."
        raise SpecProblems(
            (Problem("log-table", column, text[:40], why, "Write it as 2026-11-30."),)
        ) from bad


def _minutes(text: str) -> float:
    try:
        minutes = float(text.replace(",", ".") or 0)
    except ValueError:
        minutes = -1.0
    if not 0 <= minutes <= 100_000:
        why = f"“{shortened(text, 40)}” is no number of minutes."
        raise SpecProblems((Problem("log-table", "minutes", text[:40], why, "Write it as 95."),))
    return minutes
