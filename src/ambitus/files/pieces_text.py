"""
Pieces as people write them: a table from a spreadsheet, lines of a mail, ``2 outer 19 1/8 x 14 3/8``. What
is read are rows of cells as text; what a cell means is judged where rows are.
"""

import csv
import io
import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from ambitus.core.lengths.units import SPELLINGS, Unit
from ambitus.core.pieces.typed import RowTyped
from ambitus.core.pieces.words import called, words_of
from ambitus.core.problems import Problem, SpecProblems

#: rows that a table can hold here; a bag has fewer
MOST_TYPED = 200
_LONGEST_LINE = 300
_OWN: tuple[Unit, ...] = ("mm", "cm", "in")
_UNITS = {spelt: unit for spelt, own in SPELLINGS.items() for unit in _OWN if unit == own}

#: a length: mixed number, fraction or decimal, with or without a unit
_NUM = (
    r"(?:\d+(?:\s*[-–]\s*|\s+)\d+\s*/\s*\d+|\d+\s*/\s*\d+"
    r"|\d+(?:[.,]\d+)?\s*[½¼¾⅛⅜⅝⅞]|[½¼¾⅛⅜⅝⅞]|\d+(?:[.,]\d+)?)"
)
_UNIT = r"(?:\s*(?:mm|cm|inches|inch|in|\"|''|″|”)(?![a-z]))?"
_LENGTH = rf"{_NUM}{_UNIT}"
_WAY = r"(?:\s+(?:wide|long|high|tall|deep|w|h|l)\b\.?)?"
_SIZE = re.compile(rf"(?P<one>{_LENGTH}){_WAY}\s*(?:x|×|\*|by)\s*(?P<two>{_LENGTH}){_WAY}", re.IGNORECASE)
_CUT = re.compile(
    r"\b(?:cut|make|qty\.?|quantity|count)\s*:?\s*(\d{1,4}|one|two|three|four|five|six)\b"
    r"|\b(\d{1,4})\s*(?:pieces|pcs|pc|off)\b",
    re.IGNORECASE,
)
_NUMBERS = {"one": "1", "two": "2", "three": "3", "four": "4", "five": "5", "six": "6"}
_FIRST = re.compile(r"^\s*[-•*]?\s*(\d{1,4})(?:\s*[x×])?\s+(?![x×]\s*\d)(?=[^\W\d_])", re.IGNORECASE)
#: what is told of a row besides its size
_CORNER = re.compile(
    rf"\b(?:corners?|boxed|box|pinch(?:ed)?|squares?|cut[- ]?outs?|tip)\b[^\d]*(?P<mm>{_LENGTH})",
    re.IGNORECASE,
)
_TIP = re.compile(r"\btip\b", re.IGNORECASE)
_RADIUS = re.compile(rf"\bradius\b[^\d]*(?P<mm>{_LENGTH})", re.IGNORECASE)
_FOLD = re.compile(r"\b(?:on (?:the )?fold|folded)\b", re.IGNORECASE)
#: words of the trade that say how it is sewn, and the field of a plan they speak of
_SAID = (
    (re.compile(rf"\bseam(?:s| allowances?)?\b[^\d]*(?P<mm>{_LENGTH})", re.IGNORECASE), "allowances.general"),
    (re.compile(rf"\ballowances?\b[^\d]*(?P<mm>{_LENGTH})", re.IGNORECASE), "allowances.general"),
    (re.compile(rf"\bturn(?:ed)?\b[^\d]*(?P<mm>{_LENGTH})", re.IGNORECASE), "top.turn"),
    (re.compile(rf"\bhem\b[^\d]*(?P<mm>{_LENGTH})", re.IGNORECASE), "top.hem"),
)
#: headings of a table, by what makers put there
_HEADINGS = {
    "called": {"role", "piece", "name", "part", "what", "panel", "item", "description"},
    "count": {"count", "qty", "quantity", "cut", "number", "pieces", "pcs", "no"},
    "width": {"width", "wide", "w", "across", "length", "long"},
    "height": {"height", "high", "h", "tall", "depth"},
    "corner": {"corner", "pinch", "square"},
    "radius": {"radius", "r"},
}
_BARE = re.compile(rf"^{_NUM}$")


@dataclass(frozen=True, slots=True)
class PastedPieces:
    """
    What a text says: its rows, the unit that it names for bare numbers, and ``said``: fields of a plan that
    it speaks of, each with its length as text.
    """

    rows: tuple[RowTyped, ...]
    unit: Unit | None = None
    said: dict[str, str] = field(default_factory=dict)


def _heading(cell: str) -> tuple[str, Unit | None]:
    """Return which cell a heading heads, and the unit that it names."""
    words = re.findall(r"[a-z]+", cell.lower())
    unit = next((_UNITS[w] for w in words if w in _UNITS), None)
    for name, known in _HEADINGS.items():
        if any(w in known for w in words):
            return name, unit
    return "", unit


def _is_heading(cells: list[str]) -> bool:
    """Whether a row heads others: it holds no number, and names at least two columns that are known."""
    if any(ch.isdigit() for cell in cells for ch in cell):
        return False
    return len({_heading(cell)[0] for cell in cells} - {""}) >= 2


def _cells(line: str) -> list[str]:
    """Return the cells of a line of a table; one cell where it is none."""
    for mark in ("\t", ";", "|", ","):
        if mark in line:
            row = next(csv.reader(io.StringIO(line), delimiter=mark, strict=False), [])
            return [cell.strip().removeprefix("'") for cell in row]
    return [line.strip()]


def _with_unit(text: str, unit: Unit | None) -> str:
    return f"{text} {unit}" if unit and text and _BARE.match(text) else text


def _of_table(cells: list[str], heads: list[tuple[str, Unit | None]], line: str) -> RowTyped:
    told: dict[str, str] = {}
    names: list[str] = []
    for cell, (name, unit) in zip(cells, heads, strict=False):
        if name == "called" and cell:
            names.append(cell)
        elif name and cell and name not in told:
            told[name] = _with_unit(cell, unit)[:60]
    words = " ".join(dict.fromkeys(names))[:80]
    return RowTyped(called=words, written=line, folded=bool(_FOLD.search(line)), **told)


def _of_cells(cells: list[str], line: str) -> RowTyped | None:
    """
    Return a row of a table without headings: a name, then how many where three numbers follow,
    then sizes.
    """
    filled = [cell for cell in cells if cell]
    names = [cell for cell in filled if not any(ch.isdigit() for ch in cell)]
    numbers = [cell for cell in filled if re.fullmatch(_LENGTH, cell, re.IGNORECASE)]
    if len(names) + len(numbers) < len(filled) or not names or len(numbers) < 2:
        return None
    count = numbers.pop(0) if len(numbers) > 2 and numbers[0].isdecimal() else ""
    corner = numbers[2] if len(numbers) > 2 else ""
    name = " ".join(names)[:80]
    return RowTyped(
        called=name, count=count, width=numbers[0], height=numbers[1], corner=corner, written=line
    )


def _of_words(line: str) -> RowTyped | None:
    """Return what a line in words tells: how many, of what, how large."""
    size = _SIZE.search(_FIRST.sub(lambda m: " " * len(m[0]), line))
    count = _FIRST.match(line)
    cut = _CUT.search(line)
    many = (cut and (cut[1] or cut[2])) or (count[1] if count else "")
    many = _NUMBERS.get(many.lower(), many)
    rest = line
    for found in (size, cut, count):
        if found:
            rest = rest[: found.start()] + " " * (found.end() - found.start()) + rest[found.end() :]
    corner, radius = _CORNER.search(rest), _RADIUS.search(rest)
    # what it is stands before its size, or where nothing does behind it
    head = rest[: size.start()] if size else rest
    name = re.split(r"[,;:(]", head.strip(" :-–—•*"))[0].strip()
    if not name and size:
        name = " ".join(words_of(rest[size.end() :]))
    if size is None and called(name) is None:
        return None
    return RowTyped(
        called=name[:80],
        count=many or "",
        width=_first_of(size) if size else "",
        height=size["two"].strip() if size else "",
        corner=corner["mm"].strip() if corner else "",
        radius=radius["mm"].strip() if radius else "",
        folded=bool(_FOLD.search(line)),
        written=line,
    )


def _first_of(size: re.Match[str]) -> str:
    """Return the first of two lengths; where only the second names a unit it is that of both."""
    one, two = size["one"].strip(), size["two"].strip()
    unit = re.sub(rf"^{_NUM}", "", two).strip()
    return f"{one} {unit}" if unit and _BARE.match(one) else one


def _lines(text: str) -> Iterator[str]:
    for line in text.removeprefix("\ufeff").replace("\r\n", "\n").replace("\r", "\n").split("\n"):
        plain = line.strip()[:_LONGEST_LINE]
        if plain:
            yield plain


def pieces_from_text(text: str) -> PastedPieces:
    """
    Return the pieces that *text* tells of, line by line; a line that tells of none is kept as a row without
    a size, so that nothing is lost in silence.

    Raises:
        SpecProblems: Where there are more lines than a bag has pieces.

    >>> [(r.count, r.called, r.width, r.height) for r in pieces_from_text("2 outer 19 1/8 x 14 3/8").rows]
    [('2', 'outer', '19 1/8', '14 3/8')]
    """
    rows: list[RowTyped] = []
    said: dict[str, str] = {}
    unit: Unit | None = None
    heads: list[tuple[str, Unit | None]] | None = None
    for line in _lines(text):
        if len(rows) >= MOST_TYPED:
            why = f"This text has more than {MOST_TYPED} pieces."
            raise SpecProblems((Problem("too-large", "text", str(MOST_TYPED), why, "Paste one bag."),))
        cells = _cells(line)
        if len(cells) > 1 and _is_heading(cells):
            heads = [_heading(cell) for cell in cells]
            continue
        if (cells[0].lower() in ("unit", "units") and len(cells) > 1) or line.lower().startswith("unit"):
            unit = next((_UNITS[w] for w in re.findall(r"[a-z]+", line.lower()) if w in _UNITS), unit)
            continue
        if (told := _how_sewn(line)) is not None:
            said.update(told)
            continue
        row = _of_table(cells, heads, line) if heads and len(cells) > 1 else None
        row = row or (_of_cells(cells, line) if len(cells) > 2 else None) or _of_words(line)
        if row and row.corner and _TIP.search(line):
            said["base.corner_by"] = "tip"
        rows.append(row or RowTyped(called=line[:80], written=line))
    corner = said.pop("corner", "")
    if corner:
        rows = [_cornered(row, corner) for row in rows]
    return PastedPieces(tuple(rows), unit, said)


def _cornered(row: RowTyped, corner: str) -> RowTyped:
    """Return a panel with the corner that a line of its own told of."""
    body = called(row.called) in (("outer", ""), ("lining", ""))
    return row.model_copy(update={"corner": corner}) if body and not row.corner else row


def _how_sewn(line: str) -> dict[str, str] | None:
    """Return the fields that a line without a size speaks of, or None where it tells of a piece."""
    if _SIZE.search(line):
        return None
    found = {path: m["mm"].strip() for pattern, path in reversed(_SAID) if (m := pattern.search(line))}
    if corner := _CORNER.search(line):
        found["corner"] = corner["mm"].strip()
        if _TIP.search(line):
            found["base.corner_by"] = "tip"
    return found or None
