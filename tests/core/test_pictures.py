"""Pictures as files: whole SVG, the piece's own numbers beside it, everything inside its box."""

import re
from typing import Any
from xml.etree import ElementTree

import pytest

from ambitus.core.drawing.picture import piece_svg, section_svg, standing_svg
from ambitus.core.grammar.registry import GRAMMAR
from bags import SHUT, drafted, sizes_of, tote

SVG = "{http://www.w3.org/2000/svg}"


def _parsed(text: str) -> tuple[ElementTree.Element, tuple[float, ...], list[str]]:
    root = ElementTree.fromstring(text)
    box = tuple(map(float, root.attrib["viewBox"].split()))
    return root, box, [t.text or "" for t in root.iter(f"{SVG}text")]


def _points(d: str) -> list[tuple[float, float]]:
    """Return the end points of a path: the last pair of every command with absolute points."""
    out = []
    for part in re.findall(r"[MLA][^MLAZz]*", d):
        numbers = [float(n) for n in re.findall(r"-?\d+(?:\.\d+)?", part)]
        out.append((numbers[-2], numbers[-1]))
    return out


def _inside(root: ElementTree.Element, box: tuple[float, ...]) -> bool:
    left, top, wide, tall = box
    ends = [p for line in root.iter(f"{SVG}path") for p in _points(line.attrib["d"])]
    return bool(ends) and all(
        left - 0.1 <= x <= left + wide + 0.1 and top - 0.1 <= y <= top + tall + 0.1 for x, y in ends
    )


def test_a_piece_is_drawn_with_its_cut_sizes() -> None:
    """480 by 360, and a corner of 60 by 60, written beside a cut line that is as large."""
    outer = drafted(tote()).piece("outer")
    root, box, texts = _parsed(piece_svg(outer, "Outer"))
    assert texts == ["480", "360", "60 × 60"]
    assert root.findtext(f"{SVG}title") == "Outer"
    xs = [x for x, _ in _points(next(root.iter(f"{SVG}path")).attrib["d"])]
    assert max(xs) - min(xs) == pytest.approx(480)
    assert _inside(root, box)


def test_a_folded_piece_has_its_corner_at_its_middle() -> None:
    """Twice as high, and the cut-out told where it lies."""
    outer = drafted(tote(base={"cut_as": "folded"})).piece("outer")
    root, box, texts = _parsed(piece_svg(outer, "Outer, folded"))
    # 2 (280 + 60 + 10)
    assert texts[:2] == ["480", "700"]
    assert _inside(root, box)


@pytest.mark.parametrize("base", sorted(GRAMMAR.slots["base"]))
def test_every_base_stands_inside_its_picture(base: str) -> None:
    """Its faces filled, its stitches dashed, its lengths on lines of their own."""
    given: dict[str, Any] = {"unit": "mm", "base": {"kind": base}, "size": sizes_of(base), "carry": []}
    if base in SHUT:
        given["top"] = {"kind": "zip"}
    made = drafted(given)
    root, box, _ = _parsed(standing_svg(made, base))
    strokes = [line.attrib["stroke"] for line in root.iter(f"{SVG}path")]
    # a traced base keeps its own size: only its height is changed in place
    assert strokes.count("#1D5A4C") >= (1 if base == "traced" else 2)
    assert _inside(root, box)
    for piece in made.pieces:
        if "height" in piece.sums:
            root, box, texts = _parsed(piece_svg(piece, piece.name))
            width, height = float(texts[0]), float(texts[1])
            assert (width, height) == pytest.approx((piece.size("width"), piece.size("height")), abs=0.051)
            assert _inside(root, box)


@pytest.mark.parametrize("slot", ["seams", "make", "attach", "top"])
def test_every_section_is_drawn_inside_its_frame(slot: str) -> None:
    """Cloth and stitching lie between 0 and 100, 0 and 62; what is stitched is dashed."""
    for kind, variant in GRAMMAR.slots[slot].items():
        root, box, _ = _parsed(section_svg(variant.section, kind))
        assert box == (0, 0, 100, 62)
        assert _inside(root, box), kind
        drawn = list(root.iter(f"{SVG}path"))
        stitched = [line for line in drawn if "stroke-dasharray" in line.attrib]
        assert len(drawn) > len(stitched)
