"""Rows of pieces as they were typed, cell by cell, and what they come to."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.lengths import LengthProblem, Unit, parse_length
from ambitus.core.lengths.units import SPELLINGS
from ambitus.core.pieces.words import STRIPS, called
from ambitus.core.problems import Problem
from ambitus.core.read.cutlist import LONGEST, MOST_PIECES

#: the cells of a row that hold lengths
LENGTHS = ("width", "height", "corner", "across", "up", "radius")
Cell = str


class RowTyped(BaseModel):
    """
    One row as it was typed: what the piece is called, how many, and its lengths as texts with or without a
    unit. ``written`` is the line that it was read from.
    """

    model_config = ConfigDict(extra="forbid")
    called: str = Field(default="", max_length=80)
    count: str = Field(default="", max_length=20)
    width: str = Field(default="", max_length=60)
    height: str = Field(default="", max_length=60)
    corner: str = Field(default="", max_length=60, description="Boxed: the pinch, the square or the fold.")
    across: str = Field(default="", max_length=60, description="Cut-out, from the raw side edge.")
    up: str = Field(default="", max_length=60, description="Cut-out, from the raw base edge.")
    radius: str = Field(default="", max_length=60)
    folded: bool = False
    written: str = Field(default="", max_length=300)


@dataclass(frozen=True, slots=True)
class PieceRow:
    """A row that could be read: ``role`` is empty where nobody knows what it is. Lengths in mm."""

    at: int
    called: str
    role: str
    part: str
    count: int
    width: float
    height: float
    corner: float | None = None
    across: float | None = None
    up: float | None = None
    radius: float | None = None
    folded: bool = False


@dataclass(frozen=True, slots=True)
class RowsRead:
    """
    What rows came to: those that could be read, what is wrong with cells, whether a unit has to be
    named.
    """

    rows: tuple[PieceRow, ...]
    problems: tuple[Problem, ...] = ()
    asks_unit: bool = False
    beside: tuple[PieceRow, ...] = field(default=())


def _place(at: int, cell: str) -> str:
    return f"rows.{at}.{cell}"


def _said(row: RowTyped) -> str:
    """Return a row as it was written, for what is said of it."""
    told = row.written or " ".join(t for t in (row.count, row.called, row.width, "×", row.height) if t)
    return f"“{told.strip()[:60]}”"


def _count(row: RowTyped, at: int, problems: list[Problem]) -> int:
    text = row.count.strip()
    if not text:
        return 1
    if text.isascii() and text.isdecimal() and len(text) < 8 and 1 <= int(text) <= MOST_PIECES:
        return int(text)
    why = f"{_said(row)}: “{text[:20]}” is no number of pieces."
    problems.append(Problem("not-a-count", _place(at, "count"), text[:20], why, "Type how many: 2."))
    return 1


def _length(row: RowTyped, at: int, cell: str, unit: Unit, problems: list[Problem]) -> float | None:
    text = getattr(row, cell).strip()
    if not text:
        return None
    try:
        mm = float(parse_length(text, unit))
    except LengthProblem as bad:
        problems.append(
            Problem("not-a-length", _place(at, cell), text[:60], f"{_said(row)}: {bad.why}", bad.fix)
        )
        return None
    least = 0.0 if cell == "radius" else 1e-9
    if least <= mm <= LONGEST:
        return mm
    why = f"{_said(row)}: its {cell} is {text[:40]}."
    problems.append(
        Problem(
            "too-small" if mm < least else "too-large", _place(at, cell), text[:60], why, "Measure it again."
        )
    )
    return None


def has_unit(text: str) -> bool:
    """Return whether a length names its unit."""
    return any(ch.isalpha() or ch in "\"'″′”’" for ch in text)


def unit_named(rows: Iterable[RowTyped]) -> Unit | None:
    """Return the unit that rows are told in: the one named first; None where none is."""
    own: tuple[Unit, ...] = ("mm", "cm", "in")
    for text in (getattr(row, cell) for row in rows for cell in LENGTHS):
        letters = text.lstrip("0123456789 .,/-–½¼¾⅛⅜⅝⅞").strip().lower()
        found = SPELLINGS.get(letters)
        for unit in own:
            if found == unit:
                return unit
    return None


def rows_read(rows: Sequence[RowTyped], unit: Unit | None) -> RowsRead:
    """
    Return what *rows* come to; a bare number is in *unit*, and asks for one where there is none.

    Whatever is wrong is told at its cell with the row as it was written; the other rows are read.
    """
    bare = unit is None and any(
        text and not has_unit(text)
        for row in rows
        for text in (getattr(row, cell).strip() for cell in LENGTHS)
    )
    problems: list[Problem] = []
    out: list[PieceRow] = []
    for at, row in enumerate(rows):
        if not any(getattr(row, cell).strip() for cell in ("called", "count", *LENGTHS)):
            continue
        one = _row(row, at, unit or "mm", problems)
        if one is not None:
            out.append(one)
    known = tuple(row for row in out if row.role)
    return RowsRead(known, tuple(problems), bare, tuple(row for row in out if not row.role))


def _row(row: RowTyped, at: int, unit: Unit, problems: list[Problem]) -> PieceRow | None:
    role, part = called(row.called) or ("", "")
    count = _count(row, at, problems)
    mm = {cell: _length(row, at, cell, unit, problems) for cell in LENGTHS}
    width, height = mm["width"], mm["height"]
    if role in STRIPS and width is not None and height is not None and height > width:
        width, height = height, width
    if role == "cord" and width is not None and height is None:
        height = 6.0
    if width is None or height is None:
        missing = [
            cell for cell in ("width", "height") if mm[cell] is None and not getattr(row, cell).strip()
        ]
        if missing and not (role == "base" and len(missing) == 1):
            why = f"{_said(row)} has no {' and no '.join(missing)}."
            problems.append(Problem("missing", _place(at, missing[0]), "", why, "Type both sides: 42 x 40."))
        return None
    return PieceRow(
        at, row.called.strip(), role, part, count, width, height,
        mm["corner"], mm["across"], mm["up"], mm["radius"], row.folded,
    )  # fmt: skip


def of_role(rows: Iterable[PieceRow], role: str, part: str = "") -> list[PieceRow]:
    """Return the rows of one role and part."""
    return [row for row in rows if row.role == role and row.part == part]
