"""Tables that come in as CSV: heads, rows, and what is wrong with them, told row by row."""

import csv
from collections.abc import Iterable, Iterator, Sequence
from io import StringIO

from ambitus.core.problems import Problem, SpecProblems, shortened
from ambitus.files.cells import FORMULA

#: rows of one table
MOST_ROWS = 2000


def rows_of(text: str, columns: Sequence[str], *, code: str, of: str) -> Iterator[tuple[int, dict[str, str]]]:
    """
    Yield the rows of a table with their number in the file, cells by the head of their column. The first of
    *columns* has to be there; *of* says what it is a table of.

    Raises:
        SpecProblems: If it is no such table at all, or a longer one than is taken at once.
    """
    rows = list(csv.reader(StringIO(text.lstrip("\ufeff")), delimiter=_delimiter(text)))
    rows = [row for row in rows if any(cell.strip() for cell in row)]
    heads = [cell.strip().lower() for cell in rows[0]] if rows else []
    if columns[0] not in heads:
        why = f"The first row has no column “{columns[0]}”: it is “{shortened(', '.join(heads), 60)}”."
        fix = f"Begin with the columns {', '.join(columns)}; those that you do not need can be left out."
        raise SpecProblems((Problem(code, columns[0], "", why, fix),))
    if unknown := [head for head in heads if head and head not in columns]:
        why = f"“{shortened(unknown[0], 40)}” is not a column of the {of}."
        raise SpecProblems((Problem(code, unknown[0][:40], "", why, f"Use {', '.join(columns)}."),))
    if len(rows) - 1 > MOST_ROWS:
        why = f"{len(rows) - 1} rows are more than {MOST_ROWS}."
        raise SpecProblems((Problem(code, "", "", why, "Take it in by parts."),))
    for number, row in enumerate(rows[1:], 2):
        yield number, dict(zip(heads, (_read(cell) for cell in row), strict=False))


def _read(cell: str) -> str:
    cell = cell.strip()
    return cell[1:] if cell.startswith("'") and cell[1:].startswith(FORMULA) else cell


def _delimiter(text: str) -> str:
    first = text.lstrip("\ufeff").split("\n", 1)[0]
    return max(",;\t", key=lambda sign: (first.count(sign), sign == ","))


def in_row(problems: Iterable[Problem], number: int) -> Iterator[Problem]:
    """Yield *problems* as they are told of a row of a table."""
    for p in problems:
        yield Problem(p.code, f"row {number}, {p.field}", p.value, f"Row {number}: {p.why}", p.fix)
