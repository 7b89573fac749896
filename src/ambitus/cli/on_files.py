"""
``draft``, ``read``, ``check``, ``steps``, ``schema``: the core on files, without a server. What only one of
them works with it loads itself: none waits for the others'.
"""

import argparse
import json
import sys
from collections.abc import Callable, Iterable
from dataclasses import replace
from pathlib import Path
from typing import Any

from ambitus.cli.guarded import FINE, STOPPED, guarded
from ambitus.core.checks.run import findings, stops
from ambitus.core.draft import Draft, draft, readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.read.cutlist import CutList, Finding
from ambitus.core.shown.models import FindingShown, Sheet
from ambitus.core.shown.present import finding, grid_label, pieces, sentence
from ambitus.core.shown.present import read_back as read_shown
from ambitus.core.shown.read_findings import read_finding
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve, with_straps
from ambitus.core.sums import ShownSum, show_sum
from ambitus.files.draft_json import checks_json, draft_json
from ambitus.files.incoming import cut_list_from, spec_from, with_spec
from ambitus.files.plain import text_of
from ambitus.files.whole import put_whole
from ambitus.library import shipped

_KINDS = {"gate": "  [check before going on]", "no return": "  [no way back after this]"}


def _text(name: str) -> str:
    """Return the text of a file, or of standard input. Raises SpecProblems where it is none."""
    raw = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
    try:
        return text_of(raw)
    except SpecProblems as bad:
        called = "standard input" if name == "-" else name
        raise SpecProblems(tuple(replace(p, field=called) for p in bad.problems)) from bad


def table(rows: Iterable[Iterable[str]]) -> str:
    """Return rows as columns that line up, two spaces between them."""
    cells = [list(row) for row in rows]
    widths = [
        max(len(row[i]) for row in cells if i < len(row)) for i in range(max(map(len, cells), default=0))
    ]
    return "\n".join(
        "  ".join(c.ljust(w) for c, w in zip(row, widths, strict=False)).rstrip() for row in cells
    )


def _added(summed: ShownSum) -> str:
    """Return a sum on one line: ``13 3/8 finished width + 3/4 side seam (2 × 3/8)``."""
    parts = []
    for term in summed.terms:
        label, _, times = term.label.partition(", ")
        label = label[:1].lower() + label[1:]
        # only “2 × 10” is taken apart: other commas belong to the words
        said = f"{label} ({times})" if " × " in times else f"{label}{', ' + times if times else ''}"
        parts.append(f"{term.shown} {said}")
    return " + ".join(parts).replace("+ −", "− ")


def _worked_from(text: str) -> tuple[Spec, Draft]:
    spec = with_straps(spec_from(text), GRAMMAR, shipped())
    return spec, draft(resolve(spec, GRAMMAR, shipped()))


def _worked(name: str) -> tuple[Spec, Draft]:
    return _worked_from(_text(name))


def drafted_file(name: str) -> Draft:
    """Return the plan in the file *name*, worked out. Raises SpecProblems."""
    return _worked(name)[1]


def _helped(spec: Spec, made: Draft, unit: Unit | None) -> list[FindingShown]:
    from ambitus.core.shown.helped import findings_helped

    return list(findings_helped(made, spec, unit or made.bag.unit, GRAMMAR))


def _sheet(made: Draft, unit: Unit | None) -> Sheet:
    from ambitus.core.shown.sheet import sheet

    return sheet(made, unit or made.bag.unit)


def tell(as_json: bool, data: Callable[[], Any], text: Callable[[], str]) -> None:
    """Print what a command found: its data as JSON, or its text."""
    print(json.dumps(data(), indent=2, ensure_ascii=False) if as_json else text())


def _worst(made: Draft) -> int:
    return STOPPED if stops(made) else FINE


def _silenced(found: FindingShown) -> str:
    return f" [silenced: {found.silenced}]" if found.silenced else ""


def draft_file(name: str, unit: Unit | None, as_json: bool) -> int:
    """Print every piece of a plan, its cut size and the terms of its sums."""
    spec, made = _worked(name)
    view = View(unit or made.bag.unit, made.bag.unit)

    def text() -> str:
        unit_name = "inches" if view.unit == "in" else view.unit
        told = "".join(token.text for token in sentence(made.bag, view))
        grid = grid_label(made.bag.grid.step, made.bag.unit)
        out = [told, f"All lengths in {unit_name}, cut on the {grid} grid.", ""]
        rows = [["", "piece", "×", "cut", "corner", "of"]]
        listed = pieces(made, view)
        rows += [[p.letter, p.name, str(p.count), p.size, p.cut_out, p.material] for p in listed]
        out += [table(rows), ""]
        for piece in made.pieces:
            for key, summed in piece.sums.items():
                shown = show_sum(summed, view)
                terms = _added(shown)
                out.append(f"{piece.letter} {key}: {terms} = {shown.shown}")
        out.append("")
        for shown_piece in listed:
            for mark in (m for m in shown_piece.marks if m.readings):
                readings = ", ".join(f"{r.label} {r.sum.plain}" for r in mark.readings)
                out.append(f"{shown_piece.letter} mark {mark.label.lower()}: {readings} ({mark.corner})")
        read = read_shown(made, view)
        strap = f"; {read.strap}" if read.strap else ""
        out += ["", f"Reads back as {read.size}{strap}. {read.rounding}"]
        judged = (finding(f, view) for f in findings(made))
        out += [f"{f.level.upper()}: {f.title}. {f.say} {f.fix}{_silenced(f)}" for f in judged]
        return "\n".join(out)

    tell(as_json, lambda: draft_json(made, _helped(spec, made, None)), text)
    return _worst(made)


def check_file(name: str, unit: Unit | None, as_json: bool) -> int:
    """Print what the checks say of a plan, and what helps; exit 1 where one of them is a stop."""
    spec, made = _worked(name)
    found = _helped(spec, made, unit)

    def text() -> str:
        out = []
        for f in found:
            out.append([f.level, f.id, f"{f.title}. {f.say} {f.fix}{_silenced(f)}"])
            out += [["", "", f"→ {r.says}: {r.cuts}"] for r in f.remedies]
        return table(out) if out else "Nothing stands against cutting this."

    tell(as_json, lambda: checks_json(found), text)
    return _worst(made)


def fix_file(name: str, unit: Unit | None, check: str) -> int:
    """
    Carry out the best remedy of a check on a plan file, and say what it changed.

    The file keeps everything else that it holds; a plan from standard input is printed instead.
    Raises SpecProblems where the check finds nothing, or nothing of it is an edit.
    """
    from ambitus.core.remedy import remedies_of
    from ambitus.core.shown.helped import shown_remedy

    text = _text(name)
    spec, made = _worked_from(text)
    mine = [f for f in findings(made) if f.rule.id == check]
    if not mine:
        known = ", ".join(dict.fromkeys(f.rule.id for f in findings(made))) or "none"
        why = f"“{check[:60]}” does not stand against this plan."
        raise SpecProblems((Problem("not-found", "check", check[:60], why, f"What does: {known}."),))
    carried = next((c for f in mine for c in remedies_of(f, made, spec, GRAMMAR, 1)), None)
    view = View(unit or made.bag.unit, made.bag.unit)
    if carried is None:
        told = finding(mine[0], view)
        why = f"No edit of the plan helps here. {told.say}"
        raise SpecProblems((Problem("no-remedy", told.where, "", why, told.fix),))
    fixed = with_spec(text, carried.spec.model_dump(mode="json", exclude_none=True))
    told_remedy = shown_remedy(made, carried, view)
    if name == "-":
        print(fixed)
    else:
        put_whole(Path(name), fixed)
    print(f"{told_remedy.says}: {told_remedy.cuts}", file=sys.stderr if name == "-" else sys.stdout)
    return _worst(carried.after)


def steps_file(name: str, unit: Unit | None, as_json: bool, picture: Path | None = None) -> int:
    """Print the work in order, its pictures into a folder if one is named; exit 1 where it cannot go on."""
    made = drafted_file(name)
    if picture is not None:
        from ambitus.core.drawing.picture import work_svg
        from ambitus.core.drawing.work import work_pictures

        picture.mkdir(parents=True, exist_ok=True)
        pictures = work_pictures(made.plan, [s.acts for s in made.steps])
        for number, (s, drawn) in enumerate(zip(made.steps, pictures, strict=True), 1):
            if drawn is not None:
                put_whole(picture / f"{number:02} {s.title}.svg", work_svg(drawn, s.title))

    def text() -> str:
        shown = _sheet(made, unit)
        out = [f"Cannot be done as told. {shown.refused}"] if shown.refused else []
        for s in shown.steps:
            out.append(f"{s.number:2}. {s.title}{_KINDS.get(s.kind, '')} ({s.takes})")
            out += [f"    {line}" for line in (f"{s.say} {s.settings} {s.waits}".strip(), *s.lengths) if line]
            out += [f"    reads: {line}" for line in s.reads]
            out += [f"    ! {line}" for line in s.cautions]
        return "\n".join([*out, "", f"About {shown.takes} in all, {shown.reckoned}.", shown.last_word])

    tell(as_json, lambda: draft_json(made)["steps"], text)
    return STOPPED if made.sewing.refused else FINE


def _judged(cut_list: CutList, unit: Unit, view: View) -> tuple[list[dict[str, Any]], list[list[str]]]:
    """Return what is said of each row of a cut list, as plain data and as lines of a table."""
    # it drafts the bag that the list makes, as the desk does
    from ambitus.desk.pieces import verdicts_of

    found = verdicts_of(cut_list, unit)
    data = [
        {
            "row": one.at,
            "role": cut_list.rows[one.at].role,
            "part": cut_list.rows[one.at].part,
            **_finding(one.finding),
        }
        for one in found
    ]
    lines = [[v.finding.level.upper(), f"row {v.at + 1}", read_finding(v.finding, view)] for v in found]
    return data, lines


def _finding(found: Finding) -> dict[str, Any]:
    numbers = dict(found.numbers)
    return {"key": found.key, "level": found.level, "why": found.why, "fix": found.fix, "numbers": numbers}


def _held(cut_list: CutList, claim: str, bare: Unit, unit: Unit | None) -> tuple[dict[str, Any], str]:
    """Return what a promise is beside a cut list, as plain data and in words."""
    # it drafts what the promise is cut from, as the desk does
    from ambitus.cli.diagnosed import told_in_words, told_of
    from ambitus.desk.diagnosing import diagnose

    held = diagnose(cut_list, claim, bare, unit)
    return told_of(held), told_in_words(held)


def read_file(
    name: str, unit: Unit | None, as_json: bool, given: Unit | None = None, claim: str | None = None
) -> int:
    """Print the bag that a cut list makes, beside what was promised; exit 1 where it cannot be sewn."""
    cut_list = cut_list_from(_text(name), given)
    made = read_back(cut_list, readers(GRAMMAR))
    held = _held(cut_list, claim, given or unit or "mm", unit) if claim else None
    view = View(unit or "mm", unit or "mm")

    def data() -> dict[str, Any]:
        return {
            "ambitus": "read",
            "version": 1,
            "finished": {key: s.total for key, s in made.sizes.items()},
            "sums": {key: [{"label": t.label, "mm": t.mm} for t in s.terms] for key, s in made.sizes.items()},
            "straps": [{"width": s.width, "visible": s.visible, "drop": s.drop} for s in made.straps],
            "findings": [_finding(found) for found in made.findings],
            "rows": _judged(cut_list, view.unit, view)[0],
            **({"diagnosis": held[0]} if held else {}),
        }

    def text() -> str:
        rows = []
        for summed in made.sizes.values():
            shown = show_sum(summed, view)
            terms = _added(shown)
            rows.append([shown.label, f"{shown.plain} {view.unit}", terms])
        for strap in made.straps:
            drop = f"drop {view.worked(strap.drop)}" if strap.drop is not None else "no room for a hand"
            rows.append(["Strap", f"{view.worked(strap.width)} {view.unit} wide", drop])
        rows += [[f.level.upper(), f.key, read_finding(f, view)] for f in made.findings]
        rows += _judged(cut_list, view.unit, view)[1]
        return "\n".join([table(rows), *(["", held[1]] if held else [])])

    tell(as_json, data, text)
    return STOPPED if any(f.level == "stop" for f in made.findings) else FINE


def diagnose_file(name: str, claim: str, unit: Unit | None, as_json: bool, given: Unit | None = None) -> int:
    """Print whether what was promised follows from a cut list, and what would explain it; exit 1 if not."""
    data, words = _held(cut_list_from(_text(name), given), claim, given or unit or "mm", unit)
    tell(as_json, lambda: data, lambda: words)
    return FINE if data["follows"] else STOPPED


def outline_file(name: str, unit: str, as_json: bool) -> int:
    """Print the outline in the drawing *name*; what was left out of it goes to standard error."""
    from ambitus.files.drawings.outline import outline_from

    made = outline_from(_text(name), name, unit)
    for note in made.notes:
        print(note, file=sys.stderr)
    told = {"outline": made.outline, "around": made.around, "area": made.area}
    tell(as_json, lambda: told, lambda: made.outline)
    return FINE


def print_schema(name: str) -> int:
    """Print the JSON Schema of a spec or of a cut list."""
    from ambitus.core.grammar.schema import spec_schema

    made = spec_schema(GRAMMAR, shipped()) if name == "spec" else CutList.model_json_schema()
    print(json.dumps(made, indent=2, ensure_ascii=False))
    return FINE


def on_files(given: argparse.Namespace) -> int:
    """Run the command that *given* names, on the file that it names."""
    if given.command == "schema":
        return print_schema(given.of)
    if given.command == "outline":
        return guarded(lambda: outline_file(given.file, given.given or "", given.json))
    if given.command == "read":
        return guarded(lambda: read_file(given.file, given.unit, given.json, given.given, given.claim))
    if given.command == "diagnose":
        return guarded(lambda: diagnose_file(given.file, given.claim, given.unit, given.json, given.given))
    if given.command == "check" and given.fix:
        return guarded(lambda: fix_file(given.file, given.unit, given.fix))
    if given.command == "steps":
        return guarded(lambda: steps_file(given.file, given.unit, given.json, given.picture))
    if given.command in ("lay", "buy"):
        from ambitus.cli.on_cloth import buy_file, lay_file

        if given.command == "buy":
            return guarded(lambda: buy_file(given.file, given.unit, given.json))
        return guarded(lambda: lay_file(given.file, given.unit, given.json, given.cut))
    told = draft_file if given.command == "draft" else check_file
    return guarded(lambda: told(given.file, given.unit, given.json))
