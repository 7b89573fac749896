"""Outlines from drawings: what is read to scale, and what is refused with the reason."""

import io
import math
import random
from typing import Any

import ezdxf
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import Polygon

from ambitus.core.problems import SpecProblems
from ambitus.files.drawings import line as line_module
from ambitus.files.drawings import svg as svg_module
from ambitus.files.drawings.outline import Imported, outline_from
from conftest import examples

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
    for kind, numbers in shapes:
        getattr(made.modelspace(), f"add_{kind}")(*numbers)
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


# drawings that hurt: looked through before they are worked out


def test_thousands_of_loose_lines_are_joined() -> None:
    """A circle of 4,000 lines in any order and direction is one outline of its own length."""
    ends = [
        (125 + 100 * math.cos(t), 125 + 100 * math.sin(t)) for t in (i * math.tau / 4000 for i in range(4000))
    ]
    lines = [(ends[i - 1], ends[i]) for i in range(4000)]
    shuffled = random.Random(1).sample(lines, 4000)
    body = "".join(
        f'<path d="M{a[0]:.4f} {a[1]:.4f}L{b[0]:.4f} {b[1]:.4f}"/>'
        for a, b in (line if i % 3 else line[::-1] for i, line in enumerate(shuffled))
    )
    made = _svg(body)
    assert made.around == pytest.approx(math.pi * 200, abs=0.05)
    assert made.notes == ()


@given(
    st.lists(st.tuples(st.integers(0, 40), st.integers(0, 40)), min_size=3, max_size=14, unique=True),
    st.data(),
)
@settings(max_examples=examples(60))
def test_lines_in_any_order_make_the_outline_that_they_were_cut_from(
    points: list[Any], data: st.DataObject
) -> None:
    """A star-shaped polygon cut into its sides, shuffled and turned, is that polygon again."""
    middle = (20.3, 20.7)
    ring = sorted(points, key=lambda p: math.atan2(p[1] - middle[1], p[0] - middle[0]))
    shape = Polygon(ring)
    assume(shape.is_valid and shape.area > 200 and min(shape.bounds[2:]) > 21)
    sides = data.draw(st.permutations([(ring[i - 1], ring[i]) for i in range(len(ring))]))
    turned = [side[::-1] if data.draw(st.booleans()) else side for side in sides]
    body = "".join(f'<line x1="{a[0]}" y1="{a[1]}" x2="{b[0]}" y2="{b[1]}"/>' for a, b in turned)
    try:
        made = _svg(f'<g transform="scale(3)">{body}</g>')
    except SpecProblems as bad:
        # two of its places may lie so near that it is no base
        if bad.problems[0].code not in ("outline-scale", "outline-crosses"):
            raise
        return
    assert made.area == pytest.approx(9 * shape.area, abs=1)
    assert made.around == pytest.approx(3 * shape.length, abs=0.5)


def test_only_the_line_that_is_taken_is_flattened(monkeypatch: pytest.MonkeyPatch) -> None:
    """A hundred circles, near to each other in size: the largest is taken, few are worked out."""
    flattened: list[float] = []
    steps = line_module.arc_steps

    def counted(radius: float, turn: float, sagitta: float) -> int:
        flattened.append(sagitta)
        return steps(radius, turn, sagitta)

    monkeypatch.setattr(svg_module, "arc_steps", counted)
    made = _svg("".join(f'<circle cx="125" cy="125" r="{60 + i / 4}"/>' for i in range(100)))
    assert made.around == pytest.approx(math.pi * 2 * 84.75, abs=0.05)
    assert made.notes == ("99 other closed paths left out.",)
    assert sum(1 for s in flattened if s < 0.1) <= 4 * 4


NEST = '<circle id="a0" cx="125" cy="125" r="100"/>'


@pytest.mark.parametrize(
    ("body", "said"),
    [
        ("<g>" * 10_000 + ROUND + "</g>" * 10_000, "60 groups"),
        (NEST + "".join(f'<g id="a{i + 1}"><use href="#a{i}"/></g>' for i in range(2000)), "5,000 shapes"),
        (
            NEST + "".join(f'<g id="a{i + 1}">' + f'<use href="#a{i}"/>' * 10 + "</g>" for i in range(6)),
            "5,000 shapes",
        ),
        ('<g id="a"><use href="#a"/></g>', "5,000 shapes"),
        ('<rect width="1" height="1"/>' * 5001, "5,000 shapes"),
        (f'<path d="M0 0{"h1v1" * 40_000}"/>', "60,000 numbers"),
        ('<circle cx="5" cy="5" r="1e300"/>', "10 m"),
        ('<path d="M0 0L99999 0L5 5Z"/>', "10 m"),
    ],
    ids=["depth", "chain", "bomb", "itself", "shapes", "numbers", "radius", "far"],
)
def test_what_is_too_much_is_refused_with_the_limit(body: str, said: str) -> None:
    """Before anything of it is worked out."""
    with pytest.raises(SpecProblems) as bad:
        _svg(body)
    assert said in bad.value.problems[0].why
    assert bad.value.problems[0].fix


SVG_REFUSALS = {"no-outline", "not-a-drawing", "outline-scale", "outline-open", "not-an-outline"}


@pytest.mark.parametrize("number", ["nan", "NaN", "inf", "1e999", "²", ""])
def test_svg_numbers_that_are_none(number: str) -> None:
    """Refused, whatever they stand in."""
    for body in (
        f'<ellipse cx="50" cy="50" rx="{number}" ry="30"/>',
        f'<path d="M0 0L{number} 5L50 50Z"/>',
        f'<path d="M0 0A{number} 30 0 0 1 50 50Z"/>',
        f'<g transform="scale({number})"><path d="M0 0L{number} 9"/></g>',
    ):
        assert _refused(CIRCLE.format(body)) in SVG_REFUSALS


def test_entities_are_not_put_in() -> None:
    """A few letters that ask for millions are not followed."""
    bomb = "".join(f'<!ENTITY a{i + 1} "' + f"&a{i};" * 10 + '">' for i in range(9))
    text = f'<!DOCTYPE svg [<!ENTITY a0 "ha">{bomb}]>{CIRCLE.format("<text>&a9;</text>")}'
    assert _refused(text) == "not-a-drawing"


def _raw_dxf(*groups: object) -> str:
    pairs = ("0", "SECTION", "2", "ENTITIES", *map(str, groups), "0", "ENDSEC", "0", "EOF", "")
    return "\n".join(pairs)


@pytest.mark.parametrize(
    ("groups", "code"),
    [
        ((0, "CIRCLE", 8, 0, 10, 0, 20, 0, 40, "1e11"), "outline-scale"),
        ((0, "ELLIPSE", 8, 0, 10, 0, 20, 0, 11, "nan", 21, 1, 40, 0.5, 41, 0, 42, 6.28), "not-a-drawing"),
        ((0, "CIRCLE", 8, 0, 10, "inf", 20, 0, 40, 10), "not-a-drawing"),
        ((0, "LINE", 8, 0, 10, "x", 20, 0, 11, 1, 21, 1), "not-a-drawing"),
        ((0, "ELLIPSE", 8, 0, 10, 0, 20, 0, 11, 0, 21, 0, 40, 0, 41, 0, 42, 0), "no-outline"),
    ],
)
def test_dxf_shapes_that_are_none(groups: tuple[object, ...], code: str) -> None:
    """A circle larger than a county, numbers that are none, an ellipse without axes."""
    assert _refused(_raw_dxf(*groups), "a.dxf", "mm") == code


def test_a_shape_that_cannot_be_read_is_told_beside_the_outline() -> None:
    """An ellipse without axes next to a circle of 200 mm."""
    ellipse = (0, "ELLIPSE", 8, 0, 10, 0, 20, 0, 11, 0, 21, 0, 40, 0, 41, 0, 42, 0)
    made = outline_from(_raw_dxf(*ellipse, 0, "CIRCLE", 8, 0, 10, 0, 20, 0, 40, 100), "a.dxf", "mm")
    assert made.around == pytest.approx(math.pi * 200, rel=2e-4)
    assert made.notes == ("1 shape could not be read (ELLIPSE).",)


@pytest.mark.parametrize(
    ("units", "mm"), [(1, 25.4), (2, 304.8), (4, 1.0), (5, 10.0), (6, 1000.0), (14, 100.0)]
)
def test_a_dxf_in_any_unit_that_people_draw_in(units: int, mm: float) -> None:
    """Inches, feet, mm, cm, m and dm: a circle of 200 mm in each."""
    made = outline_from(_dxf(units, ("circle", ((0, 0), 100 / mm))), "a.dxf")
    assert made.around == pytest.approx(math.pi * 200, rel=2e-4)


def test_a_jagged_outline_is_told() -> None:
    """As many corners as points is a hand that shook, or a scan: it is not sewn."""
    ring = (
        (125 + (100 - 8 * (i % 2)) * math.cos(t), 125 + (100 - 8 * (i % 2)) * math.sin(t))
        for i, t in ((i, i * math.tau / 400) for i in range(400))
    )
    with pytest.raises(SpecProblems, match="jagged: it has 400 corners"):
        _svg(f'<polygon points="{" ".join(f"{x:.3f},{y:.3f}" for x, y in ring)}"/>')


def test_a_dxf_without_a_header_is_asked_for_its_unit() -> None:
    """Nothing is taken for granted: metres least of all."""
    circle = _raw_dxf(0, "CIRCLE", 8, 0, 10, 0, 20, 0, 40, 100)
    assert _refused(circle, "a.dxf") == "no-unit"
    assert outline_from(circle, "a.dxf", "mm").around == pytest.approx(math.pi * 200, rel=2e-4)


def test_an_empty_file_is_called_empty() -> None:
    """In either format."""
    assert _refused("", "a.svg") == _refused(" \n", "a.dxf") == "empty"
