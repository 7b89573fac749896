"""Pieces at true size: what was written, read back, is the piece; by libraries that wrote none of it."""

import io
import re
from collections import Counter
from dataclasses import dataclass
from typing import Any

import ezdxf
import pytest
from pypdf import PdfReader
from shapely.geometry import MultiLineString, Point, Polygon
from svgelements import SVG, Path

from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.problems import SpecProblems
from ambitus.files.pieces_dxf import pieces_dxf
from ambitus.files.pieces_svg import pieces_svg
from ambitus.files.templates_pdf import pages_of, pieces_pdf
from ambitus.files.true_size import true_size
from bags import drafted, sizes_of, tote

MM = 72 / 25.4
GUSSET = {"unit": "mm", "size": sizes_of("gusset"), "base": {"kind": "gusset", "radius": 60}, "carry": []}
ROUND = {
    "unit": "mm",
    "preset": "sack",
    "size": {"diameter": 180, "height": 260},
    "base": {"kind": "circle"},
    "top": {"kind": "casing"},
    "carry": [],
}
BAGS = (tote(), GUSSET, ROUND)


def _outline(piece: Piece) -> Polygon:
    return Polygon(flattened(piece.cut, piece.bends))


def _same(points: list[tuple[float, float]], piece: Piece) -> None:
    """Assert that points make the piece's outline to 0.05 mm, wherever it lies."""
    wanted = _outline(piece)
    left, low, *_ = wanted.bounds
    x0, y0 = min(x for x, _ in points), min(y for _, y in points)
    made = Polygon([(x - x0 + left, y - y0 + low) for x, y in points])
    assert made.hausdorff_distance(wanted) < 0.05, piece.key


def _pieces(made: Draft) -> list[Piece]:
    return [p for p in made.pieces if p.source in ("cloth", "interfacing")]


@pytest.mark.parametrize("spec", BAGS)
def test_svg_read_back_is_the_piece(spec: dict[str, Any]) -> None:
    """Every cut line of every piece, by a reader of SVG, in millimetres."""
    made = drafted(spec)
    for piece in _pieces(made):
        text = pieces_svg(true_size(made, piece.key), "Mutes & more").decode()
        assert "Mutes &amp; more" in text
        # a user unit is a millimetre: read without scaling to px
        drawn = SVG.parse(io.StringIO(re.sub(r' (width|height)="[\d.]+mm"', "", text)))
        cut = next(e for e in drawn.elements() if isinstance(e, Path))
        _same([(seg.end.x, -seg.end.y) for seg in cut if seg.end is not None], piece)


@pytest.mark.parametrize("spec", BAGS)
def test_dxf_read_back_is_the_piece(spec: dict[str, Any]) -> None:
    """Layer 1 of every block is the outline, 14 the seam line, in millimetres."""
    made = drafted(spec)
    drawing = ezdxf.read(io.StringIO(pieces_dxf(true_size(made), "Mutes").decode()))  # type: ignore[attr-defined]
    assert drawing.units == 4
    for piece in _pieces(made):
        block = drawing.blocks[re.sub(r"[^A-Za-z0-9_-]+", "-", piece.key)]
        (cut,) = block.query('LWPOLYLINE[layer=="1"]')
        _same([(x, y) for x, y, *_ in cut.get_points()], piece)
        seam = block.query('LWPOLYLINE[layer=="14"]')
        assert seam
        assert len(block.query('LWPOLYLINE[layer=="7"]')) == 1
        marked = [m for m in piece.marks if m.points and m.kind != "zip"]
        assert len(block.query('LWPOLYLINE[layer=="4"]')) == len(marked), piece.key


@dataclass
class Page:
    """What a reader of PDF finds on a page: every line in mm, and where each glue mark's name stands."""

    lines: list[list[tuple[float, float]]]
    glue: dict[str, tuple[float, float]]


def _pages(pdf: bytes) -> list[Page]:
    out = []
    for page in PdfReader(io.BytesIO(pdf)).pages:
        found = Page([], {})

        def operand(op: bytes, args: Any, ctm: Any, _: Any, found: Page = found) -> None:
            if op in (b"m", b"l"):
                x, y = (float(a) for a in args)
                at = (x * ctm[0] + y * ctm[2] + ctm[4]) / MM, (x * ctm[1] + y * ctm[3] + ctm[5]) / MM
                found.lines += [[]] if op == b"m" else []
                found.lines[-1].append(at)

        def text(words: str, ctm: Any, tm: Any, *_: Any, found: Page = found) -> None:
            if re.fullmatch(r"\d+[.-]\d+", words.strip()):
                found.glue[words.strip()] = (tm[4] / MM, tm[5] / MM)

        page.extract_text(visitor_operand_before=operand, visitor_text=text)
        out.append(found)
    return out


def _glued(pages: list[Page]) -> MultiLineString:
    """Return every line of pages that are laid so that glue marks of one name lie on each other."""
    placed, waiting, lines = {0: (0.0, 0.0)}, list(range(1, len(pages))), []
    while waiting:
        for i, at in [
            (i, at) for i in waiting for at in placed if pages[i].glue.keys() & pages[at].glue.keys()
        ]:
            name = min(pages[i].glue.keys() & pages[at].glue.keys())
            (x, y), (ax, ay) = pages[i].glue[name], pages[at].glue[name]
            placed[i] = placed[at][0] + ax - x, placed[at][1] + ay - y
            waiting.remove(i)
            break
        else:
            raise AssertionError("a page has no glue mark in common with the others")
    for i, (dx, dy) in placed.items():
        lines += [[(x + dx, y + dy) for x, y in line] for line in pages[i].lines if len(line) > 1]
    return MultiLineString(lines)


@pytest.mark.parametrize(
    ("spec", "key", "paper"),
    [
        (tote(), "outer panel", "A4"),
        (tote(), "outer panel", "Letter"),
        (GUSSET, "outer panel", "A4"),
        (ROUND, "outer base", "Letter"),
    ],
)
def test_pdf_read_back_is_the_piece_glued_together(spec: dict[str, Any], key: str, paper: str) -> None:
    """Pages laid mark on mark by a reader of PDF: the outline, curves too, lies along what is printed."""
    made = drafted(spec)
    pieces = true_size(made, key)
    pages = _pages(pieces_pdf(pieces, "Mutes", paper, inches=False))
    assert len(pages) == pages_of(pieces, paper) > 1
    drawn = _glued(pages)
    ring = _outline(made.called(key)).exterior
    # the drawing lies where one of its points is the first corner of the piece
    few = [ring.interpolate(share / 24, normalized=True) for share in range(24)]
    (first, *_), at = ring.coords, {p for line in drawn.geoms if line.length > 60 for p in line.coords}
    moves = [(x - first[0], y - first[1]) for x, y in at]
    dx, dy = min(moves, key=lambda m: max(drawn.distance(Point(p.x + m[0], p.y + m[1])) for p in few))
    steps = [ring.interpolate(d) for d in range(0, int(ring.length), 5)]
    far = max(drawn.distance(Point(p.x + dx, p.y + dy)) for p in steps)
    assert far < 0.05, far


def test_glue_marks_lie_clear_of_what_a_home_printer_leaves_white() -> None:
    """And every one of them stands on two pages."""
    pages = _pages(pieces_pdf(true_size(drafted(tote()), "outer panel"), "Mutes", "A4", inches=False))
    names = Counter(name for page in pages for name in page.glue)
    assert set(names.values()) == {2}
    assert all(12 < x < 198 and 12 < y < 285 for page in pages for x, y in page.glue.values())


def test_half_on_the_fold_takes_less_paper() -> None:
    """The half of a panel is as wide as half of it, with its fold; a strip has none and stays whole."""
    made = drafted(tote())
    (whole,), (half,) = true_size(made, "outer panel"), true_size(made, "outer panel", half=True)
    assert half.box[2] - half.box[0] == pytest.approx((whole.box[2] - whole.box[0]) / 2)
    assert half.fold
    assert not whole.fold
    assert pages_of([half], "A4") < pages_of([whole], "A4")
    assert true_size(made, "strap carry.0", half=True) == true_size(made, "strap carry.0")


def test_a_piece_that_is_not_there_is_named() -> None:
    """With the pieces that are."""
    with pytest.raises(SpecProblems) as told:
        true_size(drafted(tote()), "pocket")
    (problem,) = told.value.problems
    assert (problem.field, problem.value) == ("piece", "pocket")
    assert "outer panel" in problem.fix
