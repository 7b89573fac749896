"""Why a promise does not follow from the pieces, as a maker would say it."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.diagnosis.model import OF_STRAPS, Cause, Diagnosis, Trade
from ambitus.core.lengths import View
from ambitus.core.read.cutlist import CutRow
from ambitus.core.shown.slips import WORDS, size_called


@dataclass(frozen=True, slots=True)
class MeasureShown:
    """One finished measure: as claimed, as the pieces make it, and whether it follows."""

    key: str
    label: str
    claimed: str
    reads: str
    follows: bool


@dataclass(frozen=True, slots=True)
class CauseShown:
    """
    One cause. ``values`` are the numbers that it stands on, in mm; ``sizes`` what each claimed measure is
    under it, in mm, ``left`` the grid steps that are left. Causes with one ``rank`` are a tie.
    """

    id: str
    kind: str
    rank: int
    tie: bool
    says: str
    settle: str
    remedy: str
    usual: str
    values: tuple[float, ...]
    sizes: Mapping[str, float]
    left: Mapping[str, int]


@dataclass(frozen=True, slots=True)
class DiagnosisShown:
    """Claims held against the pieces: what follows, and the causes that would explain the rest."""

    follows: bool
    says: str
    measures: tuple[MeasureShown, ...]
    causes: tuple[CauseShown, ...]
    #: what the outer is cut for the promise, beside what it is
    cut: tuple[str, ...]


def _told(sizes: Mapping[str, float], view: View) -> str:
    return ", ".join(f"{size_called(key)} {view.with_unit(mm)}" for key, mm in sizes.items())


def _cause(cause: Cause, tie: bool, made: Diagnosis, trade: Trade, view: View) -> CauseShown:
    words = [WORDS[m.id](m, view) for m in cause.misreadings]
    remedy = " ".join(w.remedy for w in words if w.remedy)
    if not remedy:
        remedy = f"The pieces make {_told(made.sizes, view)}: tell that, or cut for the promise."
    if cause.left:
        remedy = f"It leaves {', '.join(size_called(key) for key in cause.left)} unexplained. {remedy}"
    return CauseShown(
        id=cause.id,
        kind="free" if any(m.free for m in cause.misreadings) else "readable",
        rank=cause.rank,
        tie=tie,
        says=" And: ".join(w.says for w in words),
        settle=" ".join(dict.fromkeys(w.settle for w in words)),
        remedy=remedy,
        usual=" ".join(dict.fromkeys(trade.why.get(m.id, "") for m in cause.misreadings)).strip(),
        values=tuple(m.value for m in cause.misreadings if m.value is not None),
        sizes=cause.sizes,
        left=cause.left,
    )


def _corner(row: CutRow) -> float | None:
    return row.cut_out.across if row.cut_out else row.corner


def _cut_for(rows: Sequence[CutRow], needed: Sequence[CutRow], view: View) -> Iterable[str]:
    """Yield what each row would be cut for the promise, where that is not what it is."""
    there = {(row.role, row.part): row for row in reversed(needed)}
    for row in {(r.role, r.part): r for r in reversed(rows)}.values():
        other = there.get((row.role, row.part))
        if other is None:
            continue
        name = f"{row.role} {row.part}".strip()
        if (corner := _corner(other)) is not None and abs(corner - (_corner(row) or 0.0)) > 0.05:
            yield f"For the promise the corner of the {name} is {view.with_unit(corner)}."
        if max(abs(other.width - row.width), abs(other.height - row.height)) < 0.05:
            continue
        need, have = (f"{view.worked(r.width)} × {view.with_unit(r.height)}" for r in (other, row))
        if other.width <= row.width + 0.05 and other.height <= row.height + 0.05:
            yield f"For the promise the {name} is cut {need}: yours, {have}, can be trimmed to it."
        else:
            yield f"For the promise the {name} is cut {need}: yours, {have}, is too small for it."


def diagnosis_shown(
    made: Diagnosis, trade: Trade, view: View, rows: Sequence[CutRow] = (), needed: Sequence[CutRow] = ()
) -> DiagnosisShown:
    """
    Return a diagnosis in words. *rows* are the pieces as they are, *needed* as they would be cut for what is
    promised, where that can be drafted.
    """
    labels = {key: summed.label for key, summed in made.read.sizes.items()} | OF_STRAPS
    measures = tuple(
        MeasureShown(
            key, labels[key], view.with_unit(mm), view.with_unit(made.sizes[key]), key not in made.off
        )
        for key, mm in made.claims.measures.items()
    )
    ranks = [cause.rank for cause in made.causes]
    promised, makes = _told(made.claims.measures, view), _told(made.sizes, view)
    says = (
        f"The pieces make what was promised: {promised}."
        if made.follows
        else f"Promised: {promised}. The pieces make {makes}."
    )
    if not made.follows and not made.causes:
        says += " No slip that is known here explains it: measure the pieces again."
    return DiagnosisShown(
        follows=made.follows,
        says=says,
        measures=measures,
        causes=tuple(_cause(c, ranks.count(c.rank) > 1, made, trade, view) for c in made.causes),
        cut=() if made.follows else tuple(_cut_for(rows, needed, view)),
    )
