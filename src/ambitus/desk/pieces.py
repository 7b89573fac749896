"""From pieces as they are typed to the bag that they make: construed, judged row by row, and told."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit
from ambitus.core.pieces.construed import Construed, construed
from ambitus.core.pieces.guessed import guessed
from ambitus.core.pieces.judged import Verdict, judged, rows_of
from ambitus.core.pieces.missing import Missing, missing
from ambitus.core.pieces.typed import RowsRead, RowTyped, rows_read, unit_named
from ambitus.core.problems import SpecProblems
from ambitus.core.read.cutlist import CutList, Finding
from ambitus.core.spec.edit import Edit, PickedEdit, TypedEdit
from ambitus.core.spec.model import Spec
from ambitus.desk.diagnosing import reading
from ambitus.desk.drafting import drafted, edited_by, spec_from_cuts, written_out
from ambitus.files.problems import valid


@dataclass(frozen=True, slots=True)
class Begun:
    """
    Pieces put together. ``construction`` is how, with the sizes of the bag where they make one: then
    ``made`` is that bag drafted. ``findings`` are of the whole list, ``verdicts`` of its rows.
    """

    read: RowsRead
    construction: Spec
    told: Construed | None
    made: Draft | None
    findings: tuple[Finding, ...]
    verdicts: tuple[Verdict, ...]
    missing: tuple[Missing, ...]


def names_in(made: Draft) -> Mapping[str, str]:
    """Return which field of a plan a name among the allowances of a cut list is."""
    return GRAMMAR.listed(made.cut_list.top, made.cut_list.seams.values())


def construction_of(rows: RowsRead, unit: Unit, said: Mapping[str, str]) -> Spec:
    """Return how pieces are probably put together, with what was *said* of their seams."""
    spec = valid(Spec, guessed(rows.rows, unit))
    for path, text in said.items():
        try:
            spec = edited_by(spec, [_said_edit(path, text)], unit)
        except SpecProblems:
            # what does not belong to this bag is not put in; the line stays in the table
            continue
    return spec


def _said_edit(path: str, text: str) -> Edit:
    """Return what a word of the trade says as an edit: a length is typed, a way of measuring is picked."""
    return PickedEdit(path=path, value=text) if path == "base.corner_by" else TypedEdit(path=path, text=text)


def put_together(
    typed: Iterable[RowTyped],
    construction: Spec | None,
    unit: Unit | None,
    edits: Iterable[Edit],
    said: Mapping[str, str],
) -> Begun:
    """
    Return the bag that typed rows make, put together as *construction* says, or as such pieces mostly are.

    Raises:
        SpecProblems: Where an edit of the construction cannot be made.
    """
    typed = list(typed)
    rows = rows_read(typed, unit)
    spec = construction or construction_of(rows, unit or unit_named(typed) or "cm", said)
    if construction is not None:
        spec = edited_by(construction, edits, unit or construction.unit)
    spec = written_out(spec)
    if rows.asks_unit:
        # nothing is worked out of numbers that nobody knows the unit of
        return Begun(rows, spec, None, None, (), (), ())
    try:
        return _together(rows, spec)
    except SpecProblems as bad:
        findings = tuple(Finding(p.code, "stop", p.why, p.fix) for p in bad.problems)
        return Begun(rows, spec, None, None, findings, (), ())


def verdicts_of(cut_list: CutList, unit: Unit) -> tuple[Verdict, ...]:
    """
    Return what is said of each row of a cut list, held against the bag that it makes; nothing
    without one.
    """
    try:
        made = drafted(spec_from_cuts(cut_list, unit))
    except SpecProblems:
        return ()
    return tuple(judged(rows_of(cut_list), made.cut_list, made.bag.grid.step))


def sized(rows: RowsRead, spec: Spec) -> Spec:
    """Return *spec* with the sizes that rows make, put together so. Raises SpecProblems."""
    like = drafted(spec)
    return construed(rows.rows, like, spec, reading, names_in(like)).spec


def _found_discs(rows: RowsRead, told: Construed) -> Iterator[Finding]:
    """Yield a note of each disc that no row tells of and that was worked out from its tube."""
    listed = {row.role for row in rows.rows if row.part == "base"}
    for row in told.cut_list.rows:
        if row.part == "base" and row.role in ("outer", "lining") and row.role not in listed:
            why = f"No base of the {row.role} is listed: this closes its tube."
            yield Finding("base-worked-out", "note", why, "Cut it so.", (("across, as cut", row.width),))


def _together(rows: RowsRead, spec: Spec) -> Begun:
    like = drafted(spec)
    names = names_in(like)
    told = construed(rows.rows, like, spec, reading, names)
    if told.spec is spec:
        return Begun(rows, spec, told, None, told.read.findings, (), ())
    made = drafted(told.spec)
    verdicts = tuple(judged(rows.rows, made.cut_list, made.bag.grid.step))
    held = {row.at for row in rows.rows if row.role == "lining"} & {verdict.at for verdict in verdicts}
    findings = (*told.read.findings, *_found_discs(rows, told))
    # what is said of the lining's rows is not said again of the list
    findings = tuple(f for f in findings if not (held and f.key.endswith("-differs")))
    return Begun(
        rows,
        told.spec,
        told,
        made,
        findings,
        verdicts,
        tuple(missing(made, told, reading, names)),
    )
