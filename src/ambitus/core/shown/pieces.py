"""
Pieces that a bag is begun from, as they are shown: each row with what is said of it, and what
is missing.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.lengths import View
from ambitus.core.pieces.judged import Verdict, called
from ambitus.core.pieces.missing import Missing, Possible
from ambitus.core.pieces.typed import RowsRead
from ambitus.core.read.cutlist import Finding
from ambitus.core.shown.read_findings import read_finding


@dataclass(frozen=True, slots=True)
class SaidShown:
    """Something that is said of a row or of the list: its id, its level, and its words."""

    id: str
    level: str
    says: str


@dataclass(frozen=True, slots=True)
class RowShown:
    """
    What a row of the table came to, by its place there: what it is taken for, its size, what is
    said of it.
    """

    at: int
    taken_for: str
    size: str
    said: tuple[SaidShown, ...]


@dataclass(frozen=True, slots=True)
class PossibleShown:
    """One value that a missing number could have, as it would be typed, and the bag that it makes."""

    text: str
    size: str
    assumed: bool


@dataclass(frozen=True, slots=True)
class MissingShown:
    """A number that no row tells and nobody told: the field that it belongs to, and what stays possible."""

    path: str
    label: str
    asks: str
    possible: tuple[PossibleShown, ...]


def said(found: Finding, view: View) -> SaidShown:
    """Return a finding in words."""
    return SaidShown(found.key, found.level, read_finding(found, view))


def rows_shown(read: RowsRead, verdicts: Iterable[Verdict], view: View) -> tuple[RowShown, ...]:
    """Return every row that could be read, in the order of the table."""
    found: dict[int, list[SaidShown]] = {}
    for verdict in verdicts:
        found.setdefault(verdict.at, []).append(said(verdict.finding, view))
    for row in read.beside:
        why = f"Nobody here knows a “{row.called[:40]}”: it lies beside the bag."
        fix = (
            "If it is outer, lining, interfacing, strap, base, gusset, side, facing, zip or cord, call it so."
        )
        found.setdefault(row.at, []).append(SaidShown("not-known", "note", f"{why} {fix}"))
    rows = sorted((*read.rows, *read.beside), key=lambda row: row.at)
    return tuple(
        RowShown(
            row.at,
            called(row),
            f"{view.worked(row.width)} × {view.with_unit(row.height)}",
            tuple(found.get(row.at, ())),
        )
        for row in rows
    )


def size_text(sizes: Mapping[str, float], view: View) -> str:
    """Return finished sizes in a row, with their unit at the end."""
    *first, last = sizes.values()
    return " × ".join([*(view.worked(mm) for mm in first), view.with_unit(last)])


def missing_shown(found: Sequence[Missing], view: View) -> tuple[MissingShown, ...]:
    """Return what is missing, each with what it asks and the bags that stay possible."""
    return tuple(
        MissingShown(
            one.path,
            one.label,
            f"{one.label}: nobody says how much. Taken as {view.with_unit(one.assumed)}.",
            tuple(_possible(p, one.assumed, view) for p in one.possible),
        )
        for one in found
    )


def _possible(one: Possible, assumed: float, view: View) -> PossibleShown:
    return PossibleShown(view.chosen(one.value), size_text(one.sizes, view), abs(one.value - assumed) < 0.01)
