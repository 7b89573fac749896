"""Reading a whole cut list back."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from ambitus.core.grammar.carry.read import drop_for_visible
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.blanks import blanks_too_small
from ambitus.core.read.cutlist import (
    CutList,
    CutRow,
    ExtraRow,
    Finding,
    NotTold,
    ReadBag,
    Reader,
    ReadExtra,
    ReadLayer,
    ReadStrap,
    Rows,
    StrapRow,
    Told,
    ToldExtra,
)
from ambitus.core.read.whole import divisions_of, whole_rows


@dataclass(frozen=True, slots=True)
class Readers:
    """
    How each variant is read back, by kind.

    A cut list tells allowances and measures under one heading: what is named like one of the ``classes`` of
    seam is its allowance, anything else a measure (``hem``).
    """

    classes: frozenset[str]
    base: Mapping[str, Reader]
    top: Mapping[str, Callable[[Mapping[str, float], Mapping[str, float]], float]]
    seams: Mapping[str, Callable[[float, Mapping[str, float], bool], float]]
    make: Mapping[str, Callable[[float, Mapping[str, float], Mapping[str, float]], float]]
    attach: Mapping[str, Callable[[Mapping[str, float], Mapping[str, float], Mapping[str, float]], float]]
    extra: Mapping[str, Callable[[ToldExtra], Mapping[str, float]]] = field(default_factory=dict)
    #: what is told of the lines that its pieces are cut along, of those extras that have some
    lines: Mapping[str, Callable[[ToldExtra], Mapping[str, str]]] = field(default_factory=dict)


def _known(kinds: Mapping[str, object], field: str, value: str) -> None:
    if value not in kinds:
        raise SpecProblems(
            (
                Problem(
                    "not-a-choice",
                    field,
                    value[:40],
                    f"“{value[:40]}” is not one of ours.",
                    f"Use one of: {', '.join(kinds)}.",
                ),
            )
        )


def _strap(
    row: StrapRow, at: int, cut_list: CutList, readers: Readers, eaten: Told, panel: float | None
) -> ReadStrap:
    _known(readers.make, f"straps.{at}.make", row.make)
    _known(readers.attach, f"straps.{at}.attach", row.attach)
    told, (allowances, measures) = Told(row.told(), f"straps.{at}"), _told(cut_list, readers)
    if panel is not None:
        measures["panel"] = panel
    try:
        tail = readers.attach[row.attach](eaten, measures, told)
        width = readers.make[row.make](row.width * (row.narrowing or 1000.0) / 1000, told, allowances)
    except NotTold as missing:
        why = f"“{missing.name}” is not given, and this way of making or attaching a strap needs it."
        place = f"{missing.where}.{missing.name}"
        raise SpecProblems((Problem("missing", place, "", why, "Give it in mm."),)) from missing
    visible = row.length * (row.stretch or 1000.0) / 1000 - 2 * tail
    return ReadStrap(width, visible, drop_for_visible(visible, row.gap, row.hold))


def _panel(outer: ReadLayer) -> float | None:
    """Return how long a panel lies from the top edge to the middle of its base, in mm, if it is known."""
    height, depth = outer.sizes.get("height"), outer.sizes.get("depth")
    return height.total + (depth.total / 2 if depth else 0.0) if height else None


def _extra(row: ExtraRow, at: int, eaten: Told, readers: Readers) -> ReadExtra:
    """Return what an extra is; *eaten* is what each seam takes. Raises SpecProblems for what is missing."""
    where = f"extras.{at}"
    _known(readers.extra, f"{where}.kind", row.kind)
    told = ToldExtra(
        {one.piece: (one.width, one.height) for one in reversed(row.pieces)},
        Told(row.measures, where),
        row.choices,
        eaten,
        where,
        {one.piece: one.outline for one in reversed(row.pieces) if one.outline is not None},
    )
    lines = readers.lines[row.kind](told) if row.kind in readers.lines else {}
    try:
        return ReadExtra(row.kind, readers.extra[row.kind](told), lines)
    except NotTold as missing:
        why = f"“{missing.name}” is not given, and this extra cannot be read without it."
        place = f"{missing.where}.{missing.name}"
        raise SpecProblems((Problem("missing", place, "", why, "Give it in mm."),)) from missing


def _by_role(cut_list: CutList) -> dict[str, Rows]:
    """Return the rows of each role: its first panel, its other parts, how many panels of the body it has."""
    mine: dict[str, list[CutRow]] = {}
    for row in cut_list.rows:
        mine.setdefault(row.role, []).append(row)
    out = {}
    for role, rows in mine.items():
        main = next((row for row in rows if not row.part), None)
        if main is not None:
            parts = {row.part: row for row in reversed(rows) if row.part}
            deeper = cut_list.lining_deeper if role == "lining" else 0.0
            panels = sum(row.count for row in rows if not row.part)
            out[role] = Rows(main, parts, panels, cut_list.ease, deeper)
    return out


def _told(cut_list: CutList, readers: Readers) -> tuple[Told, Told]:
    """Return the allowances of a cut list by class of seam, and the measures that stand among them."""
    numbers = cut_list.allowances.items()
    return (
        Told({name: mm for name, mm in numbers if name in readers.classes}, "allowances"),
        Told({name: mm for name, mm in numbers if name not in readers.classes}, "allowances"),
    )


def _eaten(row: CutRow, cut_list: CutList, readers: Readers) -> Told:
    """Return what each class of seam took of an edge of *row*, by the seam's kind."""
    out, measures = _told(cut_list, readers)
    for key, kind in cut_list.seams.items():
        _known(readers.seams, f"seams.{key}", kind)
        allowance = cut_list.allowances.get(key, 0.0)
        out[key] = readers.seams[kind](allowance, measures, not row.under)
    return out


#: Sizes closer than this, in mm, are the same.
LIKE = 0.01
#: Two panels of one layer may differ by this: a lap takes up what the coarsest grid moved one of them by.
IN_THE_LAP = 6.36


def _follows(outer: ReadLayer, lining: ReadLayer, shorter: float) -> tuple[Finding, ...]:
    """
    Return a finding for each size in which the lining differs from the outer it hangs in.

    *shorter* is what it is meant to be less high. What follows from another size is not told twice.
    """
    apart = {
        key: outer.sizes[key].total - lining.sizes[key].total - (shorter if key == "height" else 0.0)
        for key in outer.sizes
        if key in lining.sizes
    }
    differs = [key for key, mm in apart.items() if abs(mm) > LIKE]
    if any(key != "flat_opening" and abs(apart[key] - apart["flat_opening"]) < LIKE for key in differs):
        differs = [key for key in differs if key != "flat_opening"]
    return tuple(
        Finding(
            f"lining-{key.replace('_', '-')}-differs",
            "warn",
            f"The lining makes another {key.replace('_', ' ')} than the outer.",
            "Cut the lining to the outer's size, or take up the difference in its seams.",
            (("outer", outer.sizes[key].total), ("lining", lining.sizes[key].total)),
        )
        for key in differs
    )


def _of_the_lining(found: Finding) -> Finding:
    """Return what was found of the lining so that it is told from the same of the outer."""
    return replace(found, why=f"Of the lining: {found.why[0].lower()}{found.why[1:]}")


def _gone(layer: ReadLayer) -> tuple[Finding, ...]:
    """Return a finding for each size of which the seams leave nothing."""
    return tuple(
        Finding(
            f"no-{key.replace('_', '-')}-left",
            "stop",
            f"{summed.label}: nothing is left of it.",
            "Measure the pieces again, and look at the unit of each number.",
            ((summed.label.lower(), summed.total),),
        )
        for key, summed in layer.sizes.items()
        if summed.total <= 0
    )


def _fellows(
    cut_list: CutList,
    of: Mapping[str, Rows],
    layers: Mapping[Any, ReadLayer],
    readers: Readers,
    top: float,
) -> tuple[Finding, ...]:
    """Return a finding for every further row of a role whose panels do not make the bag of the first."""
    out = []
    for row in cut_list.rows:
        if row.role not in layers or row.part or row is of[row.role].main:
            continue
        rows = replace(of[row.role], main=row)
        made = readers.base[cut_list.base](rows, _eaten(row, cut_list, readers), top)
        for key, summed in layers[row.role].sizes.items():
            other = made.sizes.get(key)
            if other is not None and abs(other.total - summed.total) > IN_THE_LAP:
                why = f"Two panels of the {row.role} make another {key.replace('_', ' ')}."
                fix = "Cut them so that their seam lines are as long, or say which lies under in the lap."
                numbers = (("one", summed.total), ("other", other.total))
                out.append(Finding(f"panels-differ-{key.replace('_', '-')}", "warn", why, fix, numbers))
    return tuple(out)


def read_back(cut_list: CutList, readers: Readers) -> ReadBag:
    """
    Return the bag that *cut_list* makes, as sums from the cut sizes down.

    The outer's row is the bag; a lining's row is read the same way and must agree.

    Raises:
        SpecProblems: If a kind is unknown, the outer is missing, or an allowance is not given.
    """
    _known(readers.base, "base", cut_list.base)
    _known(readers.top, "top", cut_list.top)
    told, cut_list = cut_list, cut_list.model_copy(update={"rows": whole_rows(cut_list)})
    rows = _by_role(cut_list)
    if "outer" not in rows:
        raise SpecProblems(
            (
                Problem(
                    "missing", "rows", "", "There is no row for the outer.", "Add a row with role “outer”."
                ),
            )
        )
    try:
        top = readers.top[cut_list.top](*_told(cut_list, readers))
        layers = {
            role: readers.base[cut_list.base](rows[role], _eaten(rows[role].main, cut_list, readers), top)
            for role in ("outer", "lining")
            if role in rows
        }
        eaten, panel = _eaten(rows["outer"].main, cut_list, readers), _panel(layers["outer"])
        straps = tuple(_strap(s, i, cut_list, readers, eaten, panel) for i, s in enumerate(cut_list.straps))
    except NotTold as missing:
        place = f"{missing.where}.{missing.name}"
        why = f"The allowance “{missing.name}” is not given."
        raise SpecProblems((Problem("missing", place, "", why, "Give it in mm."),)) from missing
    findings = (*layers["outer"].findings, *_gone(layers["outer"]))
    findings += _fellows(cut_list, rows, layers, readers, top)
    findings += blanks_too_small(told)
    if "lining" in layers:
        findings += tuple(_of_the_lining(f) for f in layers["lining"].findings if f not in findings)
        findings += _follows(layers["outer"], layers["lining"], cut_list.lining_shorter)
    sizes = layers["outer"].sizes
    divisions = divisions_of(told, top, sizes["height"].total) if "height" in sizes else {}
    extras = tuple(_extra(row, i, eaten, readers) for i, row in enumerate(cut_list.extras))
    return ReadBag(sizes, straps, findings, {**layers["outer"].more, **divisions}, extras)
