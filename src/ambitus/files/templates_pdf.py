"""Pieces at true size, as PDF: any piece, or only its curves (a quarter of a base, the corner of a front).

Printed at 100 %, the square on the first page measures what is written in it. What is larger than the paper
is spread over pages that overlap.
"""

import io
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from reportlab.lib.pagesizes import A3, A4, letter
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.geometry import Point
from ambitus.core.grammar.base.disc import is_traced
from ambitus.core.lengths import View
from ambitus.core.problems import Problem, SpecProblems
from ambitus.files.latin import latin
from ambitus.files.true_size import TrueSize

_PAPERS = {"A4": A4, "A3": A3, "Letter": letter}
#: kept clear round every page, and shared by neighbouring pages, in mm
_MARGIN, _OVERLAP, _HEAD = 12.0, 10.0, 22.0
#: half of a glue mark's cross, in mm: it lies within what two pages share
_CROSS = 3.0
#: Pages of one template: more than this nobody glues together.
MOST_PAGES = 200
#: straight run that a corner's template has beyond its arc, in mm
_TAIL = 30.0


@dataclass(frozen=True, slots=True)
class Template:
    """One template: its words, the cut line, the seam line, and a fold or edge to lay it against."""

    title: str
    say: str
    cut: tuple[Point, ...]
    seam: tuple[Point, ...]
    straight: tuple[Point, ...]
    #: other lines of a piece that is printed as it is: more of its seam line, marks, grain
    more: tuple[tuple[Point, ...], ...] = ()


def templates_of(draft: Draft) -> tuple[Template, ...]:
    """Return the templates that the outer of a bag needs; a lining cut alike uses the same."""
    return tuple(_templates(draft))


def _templates(draft: Draft) -> Iterator[Template]:
    view = View(draft.bag.unit, draft.bag.unit)
    for piece in (p for p in draft.pieces if p.layer == "outer" and any(p.bends)):
        if piece.part == "base" and is_traced(draft.bag):
            yield _whole(piece, view)
        elif piece.part == "base":
            yield _quarter(piece, view)
        else:
            yield _corner(draft, piece, view)


def _whole(piece: Piece, view: View) -> Template:
    """Return the whole of a traced base, which no fold makes a quarter of."""
    cut = flattened(piece.cut, piece.bends)
    seam = flattened(piece.stitch, [e.seam_bend for e in piece.edges])
    size = f"{view.with_unit(piece.size('width'))} by {view.with_unit(piece.size('height'))}"
    over = "Lay it on the wrong side of the outer; turn it over for the lining."
    say = f"The whole base, {size}; its front is below. {over}"
    return Template(f"{piece.letter} {piece.name}", say, (*cut, cut[0]), (*seam, seam[0]), ())


def _quarter(piece: Piece, view: View) -> Template:
    """Return the quarter of a base from its left end round to its front, the folds along both axes."""
    cut = _from_left_to_front(flattened(piece.cut, piece.bends))
    seam = _from_left_to_front(flattened(piece.stitch, [e.seam_bend for e in piece.edges]))
    left, low = min(x for x, _ in cut), min(y for _, y in cut)
    size = f"{view.with_unit(piece.size('width'))} by {view.with_unit(piece.size('height'))}"
    return Template(
        f"{piece.letter} {piece.name}: a quarter",
        f"Fold the cloth in four, the folds along the straight edges. Opened, it is {size}.",
        cut,
        seam,
        ((left, 0.0), (0.0, 0.0), (0.0, low)),
    )


def _from_left_to_front(points: tuple[Point, ...]) -> tuple[Point, ...]:
    """Return what of an outline lies at the left and in front of its middle."""
    quarter = [p for p in points if p[0] <= 1e-6 and p[1] <= 1e-6]
    return tuple(sorted(quarter, key=lambda p: (round(p[0], 6), -p[1])))


def _corner(draft: Draft, piece: Piece, view: View) -> Template:
    """Return the lower left corner of a rounded front, with a straight run to either side."""
    r, seam = draft.form.rounded, next(e.allowance for e in piece.edges if e.name == "base")

    def round_it(radius: float, at: float) -> tuple[Point, ...]:
        angles = [math.pi + math.pi / 2 * n / 90 for n in range(91)]
        arc = [(r + radius * math.cos(t), r + radius * math.sin(t)) for t in angles]
        return ((at, r + _TAIL), *arc, (r + _TAIL, at))

    return Template(
        f"{piece.letter} {piece.name}: lower corner",
        f"Lay it into the corner of the panel. Radius on the cut line {view.with_unit(r + seam)}.",
        round_it(r + seam, -seam),
        round_it(r, 0.0),
        (),
    )


def templates_pdf(draft: Draft, title: str, paper: str) -> bytes:
    """Return the templates of *draft* at true size; *title* says which plan and revision they are of."""
    out = io.BytesIO()
    size = _PAPERS[paper]
    canvas = Canvas(out, pagesize=size, pageCompression=0, invariant=1)
    canvas.setTitle(title)
    for template in templates_of(draft):
        _pages(canvas, template, title, (size[0] / mm, size[1] / mm), draft.bag.unit == "in")
    canvas.save()
    return out.getvalue()


def _of_piece(piece: TrueSize) -> Template:
    """Return a piece, or its half on the fold, as a template."""
    head, *rest = piece.seam or ((),)
    cut = piece.cut[0]
    say = "Its dash-dotted edge lies on the fold of the cloth." if piece.fold else "The whole piece."
    more = (*rest, *piece.marks, piece.grain)
    return Template(
        piece.title,
        f"{say} The plain line in its middle is the grain.",
        (*cut, cut[0]),
        head,
        piece.fold,
        more,
    )


def pieces_pdf(pieces: Sequence[TrueSize], title: str, paper: str, *, inches: bool) -> bytes:
    """
    Return *pieces* at true size, each spread over as many sheets of *paper* as it takes, to be glued.

    Raises:
        SpecProblems: If one of them takes more than :data:`MOST_PAGES`.
    """
    out = io.BytesIO()
    size = _PAPERS[paper]
    canvas = Canvas(out, pagesize=size, pageCompression=0, invariant=1)
    canvas.setTitle(title)
    for piece in pieces:
        _pages(canvas, _of_piece(piece), title, (size[0] / mm, size[1] / mm), inches)
    canvas.save()
    return out.getvalue()


def pages_of(pieces: Sequence[TrueSize], paper: str) -> int:
    """Return how many sheets of *paper* the pieces take."""
    size = _PAPERS[paper]
    page = (size[0] / mm, size[1] / mm)
    spread = (_spread(_of_piece(piece), page) for piece in pieces)
    return sum(rows * columns for rows, columns in spread)


def _room(page: tuple[float, float]) -> tuple[float, float]:
    return page[0] - 2 * _MARGIN, page[1] - 2 * _MARGIN - _HEAD


def _spread(template: Template, page: tuple[float, float]) -> tuple[int, int]:
    """Return over how many rows and columns of pages a template is spread."""
    wide, tall = _room(page)
    left, right, low, high = _box(template)
    columns = max(1, math.ceil((right - left - _OVERLAP) / (wide - _OVERLAP)))
    return max(1, math.ceil((high - low - _OVERLAP) / (tall - _OVERLAP))), columns


def _box(template: Template) -> tuple[float, float, float, float]:
    every = [*template.cut, *template.seam, *template.straight]
    xs, ys = [x for x, _ in every], [y for _, y in every]
    return min(xs), max(xs), min(ys), max(ys)


def _map(canvas: Canvas, rows: int, columns: int, here: tuple[int, int], page: tuple[float, float]) -> None:
    """Draw how the pages lie together, this one filled."""
    cell = min(4.0, 16.0 / rows, 40.0 / columns)
    left = page[0] - _MARGIN - 30.0 - columns * cell
    for row in range(rows):
        for column in range(columns):
            y = page[1] - _MARGIN - (row + 1) * cell
            filled = int((row, column) == here)
            canvas.rect((left + column * cell) * mm, y * mm, cell * mm, cell * mm, stroke=1, fill=filled)


def _pages(canvas: Canvas, template: Template, title: str, page: tuple[float, float], inches: bool) -> None:
    wide, tall = _room(page)
    left, _, _, high = _box(template)
    rows, columns = _spread(template, page)
    if rows * columns > MOST_PAGES:
        why = f"{template.title} would take {rows * columns:,} pages of paper at true size."
        fix = f"Up to {MOST_PAGES} are printed: draw it by its sizes on the cloth."
        raise SpecProblems((Problem("too-many-pages", "base.kind", "", why, fix),))
    for row in range(rows):
        for column in range(columns):
            where = f"row {row + 1} of {rows}, page {column + 1} of {columns}" if rows * columns > 1 else ""
            _head(canvas, template, f"{title}. {where}".strip(), page, inches)
            if where:
                _map(canvas, rows, columns, (row, column), page)
            canvas.saveState()
            frame = canvas.beginPath()
            frame.rect(_MARGIN * mm, _MARGIN * mm, wide * mm, tall * mm)
            canvas.clipPath(frame, stroke=1 if where else 0, fill=0)
            # rows are counted from the top, as they are laid out on a table
            x = _MARGIN - left - column * (wide - _OVERLAP)
            y = _MARGIN + tall - high + row * (tall - _OVERLAP)
            canvas.translate(x * mm, y * mm)
            seen = (_MARGIN - x, _MARGIN - y, _MARGIN + wide - x, _MARGIN + tall - y)
            for part in _on_page(template.cut, seen):
                _line(canvas, part, 0.9)
            for part in _on_page(template.seam, seen):
                _line(canvas, part, 0.5, dash=(4, 3))
            for part in _on_page(template.straight, seen):
                _line(canvas, part, 0.5, dash=(8, 3, 1, 3))
            for line in template.more:
                for part in _on_page(line, seen):
                    _line(canvas, part, 0.6)
            canvas.restoreState()
            _glue(canvas, (row, column), (rows, columns), page)
            canvas.showPage()


def _glue(canvas: Canvas, here: tuple[int, int], spread: tuple[int, int], page: tuple[float, float]) -> None:
    """
    Draw a cross with its name in the middle of every strip that this page shares with a neighbour: glued
    right, two crosses of one name lie on each other.
    """
    (wide, tall), (row, column), (rows, columns) = _room(page), here, spread
    middle, level = _MARGIN + wide / 2, _MARGIN + tall / 2
    inside = _OVERLAP / 2
    joins = (
        (column > 0, f"{row + 1}.{column}", _MARGIN + inside, level),
        (column < columns - 1, f"{row + 1}.{column + 1}", _MARGIN + wide - inside, level),
        (row > 0, f"{row}-{column + 1}", middle, _MARGIN + tall - inside),
        (row < rows - 1, f"{row + 1}-{column + 1}", middle, _MARGIN + inside),
    )
    canvas.setDash()
    canvas.setLineWidth(0.5)
    canvas.setFont("Helvetica", 7)
    for shared, name, x, y in joins:
        if shared:
            canvas.line((x - _CROSS) * mm, y * mm, (x + _CROSS) * mm, y * mm)
            canvas.line(x * mm, (y - _CROSS) * mm, x * mm, (y + _CROSS) * mm)
            canvas.drawString((x + 0.6) * mm, (y + 0.6) * mm, name)


def _on_page(
    points: tuple[Point, ...], page: tuple[float, float, float, float]
) -> Iterator[tuple[Point, ...]]:
    """Yield the runs of a line that a page (left, low, right, high) may show something of."""
    left, low, right, high = page
    run: list[Point] = []
    for a, b in pairwise(points):
        beside = max(a[0], b[0]) < left or min(a[0], b[0]) > right
        if beside or max(a[1], b[1]) < low or min(a[1], b[1]) > high:
            if run:
                yield tuple(run)
            run = []
        else:
            run = run or [a]
            run.append(b)
    if run:
        yield tuple(run)


def _head(canvas: Canvas, template: Template, title: str, page: tuple[float, float], inches: bool) -> None:
    """Write what the page is, and draw the square to measure before anything is cut by it."""
    top = (page[1] - _MARGIN) * mm
    side = 25.4 if inches else 20.0
    canvas.setFont("Helvetica-Bold", 11)
    canvas.drawString(_MARGIN * mm, top - 10, latin(template.title))
    canvas.setFont("Helvetica", 8.5)
    canvas.drawString(_MARGIN * mm, top - 22, latin(template.say))
    canvas.drawString(_MARGIN * mm, top - 33, latin(title))
    told = "1 in" if inches else "20 mm"
    canvas.drawString(_MARGIN * mm, top - 44, f"Print at 100 %: the square has to measure {told} each way.")
    canvas.rect((page[0] - _MARGIN - side) * mm, top - side * mm, side * mm, side * mm)


def _line(canvas: Canvas, points: tuple[Point, ...], width: float, dash: tuple[int, ...] = ()) -> None:
    if len(points) < 2:
        return
    canvas.setLineWidth(width)
    canvas.setDash(*([list(dash)] if dash else []))
    path = canvas.beginPath()
    path.moveTo(points[0][0] * mm, points[0][1] * mm)
    for x, y in points[1:]:
        path.lineTo(x * mm, y * mm)
    canvas.drawPath(path)
