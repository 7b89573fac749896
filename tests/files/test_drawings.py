"""Outlines from drawings: what is read to scale, and what is refused with the reason."""

import io
import math

import ezdxf
import pytest

from ambitus.core.problems import SpecProblems
from ambitus.files.drawings.outline import Imported, outline_from

#: a circle of 200 mm, and of a rounded square of 100 with corners of 20, both in mm
CIRCLE = '<svg xmlns="http://www.w3.org/2000/svg" width="250mm" height="250mm" viewBox="0 0 250 250">{}</svg>'
ROUND = '<circle cx="125" cy="125" r="100"/>'


def _svg(body: str, head: str = CIRCLE) -> Imported:
    return outline_from(head.format(body), "base.svg")


def _refused(text: str, name: str = "base.svg", unit: str = "") -> str:
    with pytest.raises(SpecProblems) as bad:
        outline_from(text, name, unit)
    (problem,) = bad.value.problems
    assert problem.fix
    return problem.code


def _dxf(units: int, *shapes: tuple[str, tuple[object, ...]]) -> str:
    made = ezdxf.new(units=units)
    for kind, given in shapes:
        getattr(made.modelspace(), f"add_{kind}")(*given)
    out = io.StringIO()
    made.write(out)
    return out.getvalue()


def test_a_circle_in_millimetres_keeps_its_size() -> None:
    """π · 200 round and π · 100² in area, within what a flattened curve may lack."""
    made = _svg(ROUND)
    assert made.around == pytest.approx(math.pi * 200, abs=0.05)
    assert made.area == pytest.approx(math.pi * 100**2, abs=5)
    assert made.notes == ()


@pytest.mark.parametrize(
    ("head", "scale"),
    [
        (CIRCLE.replace("250mm", "25cm"), 1.0),
        (CIRCLE.replace("250mm", "10in"), 1.016),
    ],
)
def test_the_size_comes_from_the_drawing(head: str, scale: float) -> None:
    """A view box of 250 on 25 cm, and on 10 in."""
    assert _svg(ROUND, head).around == pytest.approx(math.pi * 200 * scale, abs=0.05)


def test_a_drawing_that_names_no_unit_is_asked_for_one() -> None:
    """Then the same numbers are what the maker says."""
    bare = CIRCLE.replace("250mm", "250").format(ROUND)
    assert _refused(bare) == "no-unit"
    assert outline_from(bare, "a.svg", "mm").around == pytest.approx(math.pi * 200, abs=0.05)
    assert outline_from(bare, "a.svg", "px").around == pytest.approx(math.pi * 200 * 25.4 / 96, abs=0.05)
    assert _refused(_dxf(0, ("circle", ((0, 0), 100)))) == "not-a-drawing"
    assert _refused(_dxf(0, ("circle", ((0, 0), 100))), "a.dxf") == "no-unit"


def test_curves_and_transforms_are_followed() -> None:
    """A rounded square, moved and turned: 4 · 60 + 40 π, as a path of arcs and as one of cubics."""
    arcs = "M20 0H80A20 20 0 0 1 100 20V80A20 20 0 0 1 80 100H20A20 20 0 0 1 0 80V20A20 20 0 0 1 20 0Z"
    made = _svg(f'<g transform="translate(120 20) rotate(30)"><path d="{arcs}"/></g>')
    assert made.around == pytest.approx(240 + 40 * math.pi, abs=0.05)
    assert made.area == pytest.approx(10_000 - (4 - math.pi) * 400, abs=2)


def test_the_longest_closed_path_is_taken_and_the_rest_is_told() -> None:
    """A test square and a stray line beside it."""
    made = _svg(ROUND + '<rect x="0" y="0" width="30" height="30"/><path d="M0 0L10 10"/>')
    assert made.around == pytest.approx(math.pi * 200, abs=0.05)
    assert made.notes == ("1 other closed path left out.", "1 other open path left out.")


@pytest.mark.parametrize(
    ("body", "code"),
    [
        ('<path d="M0 0H100V100H0V12"/>', "outline-open"),
        ('<path d="M0 0L100 100V0L0 100Z"/>', "outline-crosses"),
        ('<circle cx="5" cy="5" r="4"/>', "outline-scale"),
        ('<circle cx="5" cy="5" r="4000"/>', "outline-scale"),
        ('<rect x="0" y="0" width="200" height="0.2"/>', "outline-scale"),
        ("", "no-outline"),
        ("<text>nothing drawn</text>", "no-outline"),
    ],
)
def test_what_is_no_base_is_refused(body: str, code: str) -> None:
    """Open, crossing itself, wildly off scale, or nothing at all."""
    assert _refused(CIRCLE.format(body)) == code


def test_files_that_are_no_drawings_are_refused() -> None:
    """By their ending, or by what is in them."""
    assert _refused("{}", "plan.json") == "not-a-drawing"
    assert _refused("<svg", "a.svg") == "not-a-drawing"
    assert _refused("nonsense", "a.dxf") == "not-a-drawing"
    assert _refused(CIRCLE.format(ROUND), unit="ell") == "not-a-choice"


def test_an_open_path_says_how_far_its_ends_are_apart() -> None:
    """A side of 100 of which 88 are drawn."""
    with pytest.raises(SpecProblems, match=r"12\.0 mm apart"):
        _svg('<path d="M0 0H100V100H0V12"/>')


def test_a_dxf_in_inches_and_one_of_loose_lines() -> None:
    """A circle of 8 in; four lines and no polyline, drawn in any order and direction."""
    made = outline_from(_dxf(1, ("circle", ((0, 0), 4))), "a.dxf")
    assert made.around == pytest.approx(math.pi * 8 * 25.4, rel=2e-4)
    square = _dxf(
        4,
        *(
            ("line", ends)
            for ends in (
                ((0, 0), (100, 0)),
                ((0, 60), (0, 0)),
                ((0, 60), (100, 60)),
                ((100, 0), (100, 60)),
            )
        ),
    )
    loose = outline_from(square, "a.DXF")
    assert (loose.around, loose.area) == (pytest.approx(320), pytest.approx(6000))


def test_a_spline_and_bulges_of_a_dxf() -> None:
    """A polyline with a half circle at either end: 2 · 100 + 60 π."""
    points = [(0, 0, 0, 0, 0), (100, 0, 0, 0, 1), (100, 60, 0, 0, 0), (0, 60, 0, 0, 1)]
    made = ezdxf.new(units=4)
    made.modelspace().add_lwpolyline(points, close=True)
    out = io.StringIO()
    made.write(out)
    assert outline_from(out.getvalue(), "a.dxf").around == pytest.approx(200 + 60 * math.pi, abs=0.05)
