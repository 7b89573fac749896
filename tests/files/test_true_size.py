"""Pieces at true size: what was written, read back, is the piece; by libraries that wrote none of it."""

import io
import math
import re
from typing import Any

import ezdxf
import pytest
from shapely.geometry import Polygon
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


def test_pdf_read_back_is_the_piece_glued_together() -> None:
    """What lies on every page, moved to its place, is part of the outline; together it is all of it."""
    made = drafted(tote())
    piece = next(p for p in made.pieces if p.key == "outer panel")
    pieces = true_size(made, piece.key)
    pdf = pieces_pdf(pieces, "Mutes", "A4", inches=False).decode("latin-1")
    pages = pages_of(pieces, "A4")
    assert pages == pdf.count("/Type /Page\n") == math.ceil(470 / 176) * math.ceil(350 / 241)
    seen: set[tuple[float, float]] = set()
    for page in pdf.split("/Type /Page\n"):
        for dx, dy, body in re.findall(r"1 0 0 1 ([-\d.]+) ([-\d.]+) cm(.*?)Q", page, re.S):
            assert dx, dy
            line = re.findall(r"([-\d.]+) ([-\d.]+) [ml]", body)
            seen |= {(round(float(x) / MM, 1), round(float(y) / MM, 1)) for x, y in line}
    assert {(round(x, 1), round(y, 1)) for x, y in piece.cut} <= seen


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
