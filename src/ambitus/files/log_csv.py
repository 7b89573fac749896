"""The log as a table: a row a making, every length with its unit."""

import csv
from collections.abc import Iterable
from dataclasses import dataclass
from io import StringIO

from ambitus.files.cells import plain_cell

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
