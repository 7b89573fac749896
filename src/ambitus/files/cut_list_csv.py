"""
The cut list as CSV, out and in: settings, the pieces, the straps, what is put on, a blank line between.

Every heading of a length names its unit, so that the file can be read again and by anyone.
"""

import csv
import io
import json
import re
from collections.abc import Iterable, Iterator
from typing import Any

from ambitus.core.lengths import LengthProblem, Unit, View, parse_length
from ambitus.core.lengths.units import SPELLINGS
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.cutlist import CUT_LIST_VERSION, MOST_ROWS, MOST_STRAPS, CutList, ExtraRow, StrapRow
from ambitus.core.shown.models import Sheet
from ambitus.files.problems import refuse_newer, valid

_SAFE_START = ("=", "+", "-", "@", "\t", "\r")
#: columns that people read and Ambitus does not
_FOR_PEOPLE = {"letter", "piece", "material", "marks"}
_PIECES = ("width", "height", "across", "up", "corner", "radius")
_STRAPS = ("length", "width", "gap", "hold", *StrapRow.TOLD)
#: of what is put on each piece is a row, and each number and choice that is told of it
_EXTRAS = ("width", "height", "value")
#: what is so of few bags: a list has its column where one of its rows is
_SELDOM = ("wrapped", "zip_at_edge")
_YES = {"yes", "true", "1"}
#: units that a list may be in, by every spelling
_UNITS = {spelt: unit for spelt, unit in SPELLINGS.items() if unit in ("mm", "cm", "in")}


def _cell(text: object) -> str:
    """Return *text* so that a spreadsheet reads it as text, never as a formula."""
    out = str(text)
    return f"'{out}" if out.startswith(_SAFE_START) else out


def _settings(cut_list: CutList, unit: Unit, view: View) -> Iterator[list[str]]:
    yield ["cut list", str(CUT_LIST_VERSION)]
    yield ["unit", unit]
    yield ["base", cut_list.base]
    yield ["top", cut_list.top]
    yield from ([f"seam {key}", kind] for key, kind in cut_list.seams.items())
    yield from ([f"allowance {key}", view.chosen(mm)] for key, mm in cut_list.allowances.items())
    yield from ([f"choice {path}", key] for path, key in cut_list.choices.items())
    if cut_list.ease != CutList.model_fields["ease"].default:
        yield ["ease", f"{cut_list.ease:g}"]
    if cut_list.layers != 1:
        yield ["layers", str(cut_list.layers)]
    for name in ("lining_shorter", "lining_deeper"):
        mm = getattr(cut_list, name)
        if mm:
            yield [name.replace("_", " "), view.chosen(mm)]


def cut_list_csv(sheet: Sheet, cut_list: CutList) -> str:
    """Return *cut_list* as CSV text in the unit of *sheet*, with the sheet's letters, names and marks."""
    out = io.StringIO()
    writer, unit = csv.writer(out), sheet.unit
    view = View(unit, unit)

    def lengths(of: Any, names: tuple[str, ...]) -> list[str]:
        values = (getattr(of, name, None) for name in names)
        return ["" if mm is None else view.chosen(mm) for mm in values]

    for setting in _settings(cut_list, unit, view):
        writer.writerow(setting)
    writer.writerow([])
    named = [f"{name} ({unit})" for name in _PIECES]
    head = ["role", "part", "letter", "piece", "count", "material", *named]
    traced = ["outline"] if any(row.outline for row in cut_list.rows) else []
    flags = ["folded", "under", *(name for name in _SELDOM if any(getattr(r, name) for r in cut_list.rows))]
    writer.writerow([*head, *flags, *traced, "marks"])
    own = [p for p in sheet.pieces if not p.at]
    panels = [p for p in own if "height" in p.sums]
    small = [p for p in own if p.small and p not in panels]
    for piece, row in zip([*panels, *small], cut_list.rows, strict=True):
        marks = "; ".join(
            f"{m.label}: {', '.join(f'{r.label} {r.sum.plain}' for r in m.readings)} ({m.corner})"
            for m in piece.marks
        )
        sizes = lengths(row, ("width", "height"))
        sizes += lengths(row.cut_out, ("across", "up")) + lengths(row, ("corner", "radius"))
        told = [row.role, row.part, piece.letter, piece.name, row.count, piece.material, *sizes]
        said = ["yes" if getattr(row, name) else "" for name in flags]
        # an outline is points in mm, whatever the unit of the rest
        drawn = [row.outline or ""] * len(traced)
        writer.writerow([_cell(c) for c in (*told, *said, *drawn, marks)])
    if cut_list.straps:
        writer.writerow([])
        named = [f"{name} ({unit})" for name in _STRAPS]
        writer.writerow(["strap", "letter", "count", "make", "attach", *named])
        strips = [p for p in sheet.pieces if p.layer == "strap"]
        for at, (piece, strap) in enumerate(zip(strips, cut_list.straps, strict=True), 1):
            made = (at, piece.letter, strap.count, strap.make, strap.attach, *lengths(strap, _STRAPS))
            writer.writerow([_cell(c) for c in made])
    if cut_list.extras:
        writer.writerow([])
        named = [f"{name} ({unit})" for name in _EXTRAS]
        drawn = ["outline"] if any(one.outline for row in cut_list.extras for one in row.pieces) else []
        writer.writerow(["extra", "kind", "piece", "count", *named[:2], "name", named[2], "choice", *drawn])
        for at, extra in enumerate(cut_list.extras, 1):
            for *cells, line in _extra_rows(extra, view):
                writer.writerow([_cell(c) for c in (at, extra.kind, *cells, *([line] * len(drawn)))])
    return out.getvalue()


def _extra_rows(extra: ExtraRow, view: View) -> Iterator[tuple[object, ...]]:
    """Yield the rows of one extra: its pieces, its numbers, its choices; one at least. Lines come last."""
    for one in extra.pieces:
        sizes = view.chosen(one.width), view.chosen(one.height)
        yield one.piece or "main", one.count, *sizes, "", "", "", one.outline or ""
    for name, mm in extra.measures.items():
        yield "", "", "", "", name, view.chosen(mm), "", ""
    for name, option in extra.choices.items():
        yield "", "", "", "", name, "", option, ""
    if not (extra.pieces or extra.measures or extra.choices):
        yield ("",) * 8


#: a length that carries its unit: letters, or the marks of feet and inches
_NAMED = re.compile("[A-Za-z\"'″′”’]")
#: Letters of a heading: none of ours has more.
_LONGEST_HEADING = 60
#: Lines of a list: its rows, its settings, and as many empty ones.
_MOST_LINES = 2 * (MOST_ROWS + MOST_STRAPS + 400)


def _heading(text: str) -> tuple[str, str | None]:
    """
    Return a column's name, and the unit that stands behind it in brackets.

    >>> _heading("width (mm)"), _heading("role"), _heading("height ( inch )")
    (('width', 'mm'), ('role', None), ('height', 'in'))
    """
    name, bracket, rest = text[:_LONGEST_HEADING].rpartition("(")
    unit = _UNITS.get(rest.strip().removesuffix(")").strip()) if bracket else None
    return (name.strip(), unit) if unit else (text[:_LONGEST_HEADING].strip(), None)


def _whole_number(text: str) -> int | str:
    """Return *text* as a count, or as it stands where it is none, so that it is told as it was written."""
    return int(text) if text.isascii() and text.isdecimal() and len(text) < 10 else text


class _Reading:
    """A CSV cut list being read; problems are gathered, so that all of them are told at once."""

    def __init__(self, unit: Unit | None) -> None:
        self.unit: str | None = unit
        self.data: dict[str, Any] = {"allowances": {}, "seams": {}, "choices": {}, "rows": [], "straps": []}
        #: what is put on, by its number in the list
        self.extras: dict[str, dict[str, Any]] = {}
        self.problems: list[Problem] = []
        self.unitless: set[str] = set()
        #: the row that is being read, as it was written
        self.written = ""

    def length(self, place: str, text: str, unit: str | None) -> float | None:
        """Return *text* as mm, its unit from itself, its heading, the file, or the one asked for."""
        given = unit or self.unit
        if given is None and not _NAMED.search(text):
            self.unitless.add(place)
            return None
        try:
            return float(parse_length(text, given or "mm"))
        except LengthProblem as bad:
            why = f"“{self.written}”: {bad.why}" if self.written else bad.why
            self.problems.append(Problem("not-a-length", place, text[:60], why, bad.fix))
            return None

    def _unit(self, value: str, line: int) -> None:
        known = _UNITS.get(value.strip().lower())
        if known is not None:
            self.unit = known
            return
        why, place = f"“{value[:40]}” is not a unit here.", f"line {line}, unit"
        self.problems.append(Problem("not-a-choice", place, value[:40], why, "Use one of: mm, cm, in."))

    def setting(self, name: str, value: str, line: int) -> None:
        if name == "cut list":
            self.data["version"] = _whole_number(value)
        elif name == "unit":
            self._unit(value, line)
        elif name in ("base", "top"):
            self.data[name] = value
        elif name.startswith("seam "):
            self.data["seams"][name.removeprefix("seam ")] = value
        elif name.startswith("allowance "):
            key = name.removeprefix("allowance ")
            self.data["allowances"][key] = self.length(f"allowances.{key}", value, None)
        elif name.startswith("choice "):
            self.data["choices"][name.removeprefix("choice ")] = value
        elif name in ("ease", "layers"):
            self.data[name] = value
        elif name in ("lining shorter", "lining deeper"):
            key = name.replace(" ", "_")
            self.data[key] = self.length(key, value, None)
        else:
            self.problems.append(_unknown(f"line {line}", name))

    def extra(self, headings: list[str], cells: list[str], line: int) -> None:
        """Read one row of what is put on: a piece of it, or a number or a choice that is told of it."""
        told: dict[str, str] = {}
        units: dict[str, str | None] = {}
        self.written = ", ".join(cell for cell in cells if cell)[:60]
        for heading, cell in zip(headings, cells, strict=False):
            name, unit = _heading(heading)
            if name not in ("extra", "kind", "piece", "count", "name", "choice", "outline", *_EXTRAS):
                self.problems.append(_unknown(f"line {line}, {name}", name))
            told[name], units[name] = cell.strip().removeprefix("'"), unit
        into = self.extras.setdefault(
            told.get("extra", ""), {"kind": told.get("kind", ""), "pieces": [], "measures": {}, "choices": {}}
        )

        def mm(name: str) -> float | None:
            return self.length(f"line {line}, {name}", told[name], units[name])

        name = told.get("name", "")
        if told.get("piece"):
            piece = "" if told["piece"] == "main" else told["piece"]
            count = _whole_number(told.get("count", "") or "1")
            sizes = {key: mm(key) for key in ("width", "height") if told.get(key)}
            drawn = {"outline": told["outline"]} if told.get("outline") else {}
            into["pieces"].append({"piece": piece, "count": count, **sizes, **drawn})
        elif name and told.get("choice"):
            into["choices"][name] = told["choice"]
        elif name and told.get("value"):
            into["measures"][name] = mm("value")

    def row(self, headings: list[str], cells: list[str], line: int) -> None:
        """Read one row of the pieces (headed by ``role``) or of the straps."""
        pieces = headings[0] == "role"
        lengths, plain = (_PIECES, {"role", "part", "outline"}) if pieces else (_STRAPS, {"make", "attach"})
        into: dict[str, Any] = {}
        self.written = ", ".join(cell for cell in cells if cell)[:60]
        for heading, cell in zip(headings, cells, strict=False):
            name, unit = _heading(heading)
            text, place = cell.strip().removeprefix("'"), f"line {line}, {name}"
            if not text or name in _FOR_PEOPLE or name == "strap":
                continue
            if name in lengths:
                into[name] = self.length(place, text, unit)
            elif name in plain:
                into[name] = text
            elif name == "count":
                into[name] = _whole_number(text)
            elif name in ("folded", "under", *_SELDOM) and pieces:
                into[name] = text.lower() in _YES
            else:
                self.problems.append(_unknown(place, name))
        if pieces and {"across", "up"} & set(into):
            into["cut_out"] = {key: into.pop(key, None) for key in ("across", "up")}
        self.data["rows" if pieces else "straps"].append(into)


def _unknown(place: str, name: str) -> Problem:
    return Problem(
        "unknown-field", place, name[:60], f"“{name[:60]}” is not known in a cut list.", "Take it out."
    )


def _lines(text: str) -> Iterator[tuple[int, list[str]]]:
    """Yield (line, cells) of a CSV, whichever line ends it has. Raises SpecProblems where it is no CSV."""
    plain = text.removeprefix("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    first = plain.partition("\n")[0]
    marks = {mark: first.count(mark) for mark in (",", ";", "\t")}
    reader = csv.reader(io.StringIO(plain), delimiter=max(marks, key=lambda mark: marks[mark]))
    while True:
        try:
            cells = next(reader)
        except StopIteration:
            return
        except csv.Error as bad:
            place, most = f"line {reader.line_num}", csv.field_size_limit() // 1024
            why = f"Line {reader.line_num} cannot be read: a cell is larger than {most} kB, or not closed."
            problem = Problem("not-valid", place, "", why, "Close the quotes of each cell.")
            raise SpecProblems((problem,)) from bad
        if reader.line_num > _MOST_LINES:
            why = f"This list has more than {_MOST_LINES:,} lines; a bag has at most {MOST_ROWS:,} rows."
            problem = Problem("too-large", "rows", str(reader.line_num), why, "Save one bag a file.")
            raise SpecProblems((problem,))
        yield reader.line_num, cells


def _sections(text: str) -> Iterator[tuple[int, list[str] | None, list[str]]]:
    """Yield (line, headings in force or None, cells) of every line that says something."""
    headings: list[str] | None = None
    for line, cells in _lines(text):
        stripped = [c.strip() for c in cells]
        if not any(stripped):
            continue
        # a row of a strap begins with the same word, and holds numbers
        heads = stripped[0].lower() in ("role", "strap", "extra")
        if heads and not any(ch.isdigit() for ch in "".join(stripped)):
            headings = [c.lower() for c in stripped]
            continue
        yield line, headings, stripped


def cut_list_from_csv(text: str, unit: Unit | None = None, *, keep_right: bool = False) -> CutList:
    """
    Return the cut list in CSV *text*; *unit* is that of bare numbers where the file names none.

    With *keep_right* settings, columns and rows that cannot be read are left out.

    Raises:
        SpecProblems: With every problem; ``no-unit`` where a bare number has no unit and none was given.
    """
    reading = _Reading(unit)
    for line, headings, cells in _sections(text):
        if headings is None:
            reading.setting(cells[0].lower(), cells[1] if len(cells) > 1 else "", line)
        elif headings[0] == "extra":
            reading.extra(headings, cells, line)
        else:
            reading.row(headings, cells, line)
    if reading.extras:
        reading.data["extras"] = list(reading.extras.values())
    if keep_right:
        reading.problems.clear()
    if reading.unitless:
        some = ", ".join(sorted(reading.unitless)[:4])
        why = f"Bare numbers without a unit: {some}."
        fix = "Say whether they are mm, cm or in."
        reading.problems.append(Problem("no-unit", "unit", "", why, fix))
    refuse_newer("cut list", reading.data, CUT_LIST_VERSION)
    if reading.problems:
        raise SpecProblems(tuple(reading.problems))
    return cut_list_of_data(reading.data, keep_right=keep_right)


def cut_list_of_data(data: dict[str, Any], *, keep_right: bool = False) -> CutList:
    """
    Return plain *data* as a cut list; with *keep_right* without what is wrong in it.

    Raises:
        SpecProblems: Where it is none, or where nothing that could be left out would make it one.
    """
    while True:
        try:
            return valid(CutList, data)
        except SpecProblems as bad:
            rest = _without(data, bad.problems) if keep_right else None
            if rest is None:
                raise
            data = rest


def _without(data: dict[str, Any], problems: Iterable[Problem]) -> dict[str, Any] | None:
    """
    Return *data* without what these problems are about; None where that leaves no less.

    A cell that is not known is left out by itself, one that is needed takes its row along.
    """
    out: dict[str, Any] = json.loads(json.dumps(data))
    gone: dict[str, set[int]] = {"rows": set(), "straps": set(), "extras": set()}
    for problem in problems:
        root, *rest = problem.field.split(".")
        if root in gone and rest and rest[0].isdecimal():
            if problem.code == "unknown-field" and len(rest) == 2 and isinstance(out[root], list):
                out[root][int(rest[0])].pop(rest[1], None)
            else:
                gone[root].add(int(rest[0]))
        elif rest and isinstance(out.get(root), dict):
            out[root].pop(rest[0], None)
        elif root not in ("base", "top", "rows"):
            out.pop(root, None)
    for name, places in gone.items():
        if isinstance(out.get(name), list):
            out[name] = [row for i, row in enumerate(out[name]) if i not in places]
    return out if out != data else None
