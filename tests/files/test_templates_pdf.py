"""Templates at true size: measured on the page itself, in points."""

import re
from typing import Any

import pytest

from ambitus.files.templates_pdf import templates_of, templates_pdf
from bags import OUTLINES, drafted, tote

MM = 72 / 25.4


def _bag(base: str, size: dict[str, float], unit: str = "mm", **fields: Any) -> Any:
    return drafted({"unit": unit, "size": size, "base": {"kind": base, **fields}})


def _lines(pdf: bytes) -> list[list[tuple[float, float]]]:
    """Return every drawn polyline of an uncompressed page, in mm."""
    text = pdf.decode("latin-1")
    out = []
    for run in re.findall(r"n ([-\d.e ]+ m\s(?:[-\d.e ]+ l\s)+)S", text):
        points = re.findall(r"([-\d.e]+) ([-\d.e]+) [ml]\s", run)
        out.append([(float(x) / MM, float(y) / MM) for x, y in points])
    return out


def _span(line: list[tuple[float, float]]) -> tuple[float, float]:
    xs, ys = [x for x, _ in line], [y for _, y in line]
    return max(xs) - min(xs), max(ys) - min(ys)


def test_a_quarter_of_a_round_base_is_as_large_as_half_the_disc() -> None:
    """A disc of 210: 105 each way on the paper, the seam line 95."""
    pdf = templates_pdf(_bag("circle", {"diameter": 190, "height": 200}), "Mutes", "A4")
    spans = [_span(line) for line in _lines(pdf)]
    assert spans[0] == pytest.approx((105, 105), abs=0.1)
    assert spans[1] == pytest.approx((95, 95), abs=0.1)


def test_the_corner_of_a_gusset_has_the_radius_of_its_cut_line() -> None:
    """A radius of 60 and a seam of 10: every point of the arc lies 70 from its centre."""
    size = {"width": 300, "height": 300, "depth": 100}
    (template,) = templates_of(_bag("gusset", size, radius=60))
    arc = template.cut[1:-1]
    assert {round(((x - 60) ** 2 + (y - 60) ** 2) ** 0.5, 6) for x, y in arc} == {70}


@pytest.mark.parametrize(("unit", "side"), [("mm", 20), ("in", 25.4)])
def test_the_square_measures_what_is_written_in_it(unit: str, side: float) -> None:
    """Twenty millimetres, or an inch where the plan lives in inches."""
    pdf = templates_pdf(_bag("circle", {"diameter": 190, "height": 200}, unit), "Mutes", "Letter")
    squares = [
        tuple(map(float, r))
        for r in re.findall(r"n [-\d.]+ [-\d.]+ ([\d.]+) ([\d.]+) re S", pdf.decode("latin-1"))
    ]
    assert squares[0] == pytest.approx((side * MM, side * MM), abs=0.01)


def test_what_is_larger_than_the_paper_is_spread_over_pages() -> None:
    """A disc of 620 has a quarter of 310 by 310: two by two pages of A4, each saying which it is."""
    pdf = templates_pdf(_bag("circle", {"diameter": 600, "height": 200}), "Bass drum", "A4").decode("latin-1")
    assert pdf.count("/Type /Page\n") == 4
    assert "row 2 of 2, page 2 of 2" in pdf


def test_a_bag_of_straight_pieces_has_none() -> None:
    """Nor has a gusset with square corners."""
    assert templates_of(drafted(tote())) == ()
    size = {"width": 300, "height": 300, "depth": 100}
    assert templates_of(_bag("gusset", size, radius=0)) == ()


def test_a_traced_base_is_whole() -> None:
    """No fold makes a quarter of it; one of straight edges only needs no template."""
    outline = "0,0 240,0 200,120 0,120"
    curved = OUTLINES[0]
    (template,) = templates_of(_bag("traced", {"height": 200}, outline=curved))
    assert template.cut[0] == template.cut[-1]
    assert _span(list(template.seam)) == pytest.approx((268, 215.5), abs=0.2)
    assert _span(list(template.cut)) == pytest.approx((288, 235.5), abs=0.2)
    assert templates_of(_bag("traced", {"height": 200}, outline=outline)) == ()
