"""A base of any outline: what its tube and its marks follow from."""

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LinearRing, Point

from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.geometry import bounds
from ambitus.core.grammar.base.separate.traced import HALF_MOON, traced
from ambitus.core.outlines import SEEN, OutlineProblem, around, inside, read_outline, settled, written
from ambitus.core.problems import SpecProblems
from bags import OUTLINES, drafted, lobed
from conftest import examples

#: a rectangle of 240 by 100 and a triangle of 3 : 4 : 5
BOX = "0,0 240,0 240,100 0,100"
TRIANGLE = "0,0 200,0 0,150"


def _made(outline: str, **more: Any) -> Draft:
    base = {"kind": "traced", "outline": outline, **more}
    return drafted({"unit": "mm", "size": {"height": 250}, "base": base, "allowances": {"general": 10}})


def _cut(draft: Draft) -> dict[str, tuple[float, float]]:
    return {p.name: (p.size("width"), p.size("height")) for p in draft.pieces if p.layer == "outer"}


def test_a_traced_rectangle_is_the_rectangle() -> None:
    """680 round it, and 10 more all round the base, as for the base that is a rectangle by name."""
    named = drafted(
        {"unit": "mm", "size": {"length": 240, "breadth": 100, "height": 250}, "base": {"kind": "rectangle"}}
    )
    assert _cut(_made(BOX)) == _cut(named) == {"Outer": (700, 270), "Outer base": (260, 120)}


def test_taken_as_the_cut_line_the_seam_runs_inside() -> None:
    """The same line is now scissors’ way: 220 by 80 at the seam, 600 round."""
    assert _cut(_made(BOX, traced_as="cut")) == {"Outer": (620, 270), "Outer base": (240, 100)}


def test_corners_are_clipped_and_quarters_marked_on_tube_and_base() -> None:
    """Four corners at 50, 290, 390 and 630 from the seam, which is at the middle of the left side."""
    made = _made(BOX)
    tube, base = (p for p in made.pieces if p.layer == "outer")
    clips = [m.readings[0][1].total for m in tube.marks if m.label.startswith("Corner")]
    assert clips == [10 + 50, 10 + 290, 10 + 390, 10 + 630]
    assert sum(m.label.startswith("Corner") for m in base.marks if m.points) == 4
    assert sum(m.label == "Quarter" for m in base.marks if m.points) == 4


def test_a_sharp_corner_reaches_beyond_its_seam() -> None:
    """The base of a triangle is longer than its side and two seams; the sum says by what."""
    made = _made(TRIANGLE)
    base = next(p for p in made.pieces if p.part == "base")
    labels = [t.label for t in base.sums["width"].terms]
    assert "Tips of the corners" in labels
    left, _, right, _ = base.box
    assert base.size("width") == pytest.approx(right - left)
    assert not [w for w in made.walked if not w.agrees]


@pytest.mark.parametrize("outline", [*OUTLINES, HALF_MOON, BOX, TRIANGLE])
@pytest.mark.parametrize("panels", ["one", "two"])
def test_every_outline_walks_and_reads_back(outline: str, panels: str) -> None:
    """The tube goes round the base, front and back share it, and the cut list says the same."""
    made = _made(outline, panels=panels)
    assert [w.seam.key for w in made.walked if not w.agrees] == []
    for key in ("length", "breadth", "height"):
        assert made.read.mm(key) == pytest.approx(made.form.mm(key), abs=0.05)
    assert made.read.findings == ()


@given(st.floats(40, 300), st.integers(2, 6), st.floats(0, 0.12))
def test_the_seam_line_inside_a_cut_line_is_as_long_as_steiner_says(
    size: float, many: int, deep: float
) -> None:
    """The parallel at s inside a smooth closed line is 2 π s shorter."""
    line = read_outline(lobed(size, (many, size * deep / many)))
    assert around(line) - around(inside(line, 6)) == pytest.approx(2 * math.pi * 6, abs=0.1)


@given(st.lists(st.tuples(st.floats(-400, 400), st.floats(-400, 400)), min_size=3, max_size=12))
def test_what_is_read_is_an_outline_or_is_refused(points: list[tuple[float, float]]) -> None:
    """Whatever the points: written, read again and cut at its places, its length stays."""
    try:
        line = settled(points)
        again = read_outline(written(line))
    except OutlineProblem:
        return
    assert around(again) == pytest.approx(around(line), abs=0.05)
    found = traced(written(line), 0.0)
    assert found is not None
    assert sum(found.lengths) == pytest.approx(around(line), rel=0.01)


def test_a_hollow_tighter_than_its_seam_is_a_stop() -> None:
    """A notch 4 wide in a side, which a seam of 10 closes; and a strip too narrow for a seam inside it."""
    notched = "0,0 240,0 240,100 122,100 122,40 118,40 118,100 0,100"
    assert "outline-too-tight" in {f.rule.id for f in findings(_made(notched))}
    narrow = "0,0 240,0 240,18 0,18"
    assert "outline-too-tight" in {f.rule.id for f in findings(_made(narrow, traced_as="cut"))}
    assert "outline-too-tight" not in {f.rule.id for f in findings(_made(narrow))}


@pytest.mark.parametrize("outline", ["", "0,0 10,0", "0,0 a,b 10,10", "0;0 100;0 100;100", "0,0 nan,5 90,90"])
def test_an_outline_that_cannot_be_read_names_its_field(outline: str) -> None:
    """In a file as on screen."""
    with pytest.raises(SpecProblems) as bad:
        _made(outline)
    assert bad.value.problems[0].field == "base.outline"


def _corners(draw: st.DrawFn) -> str:
    """An outline of straight edges that bulges everywhere, an L, or one with corners nearly in line."""
    kind = draw(st.sampled_from(["bulging", "L", "nearly straight"]))
    size = st.integers(4000, 16000).map(lambda n: n / 100)
    if kind == "bulging":
        n, turn = draw(st.integers(3, 12)), draw(st.floats(0, 6))
        r = draw(size)
        points = [
            (r * math.cos(turn + 2 * math.pi * i / n), r * math.sin(turn + 2 * math.pi * i / n))
            for i in range(n)
        ]
    elif kind == "L":
        a, b, c, d = (draw(size) for _ in range(4))
        points = [(0, 0), (a + b, 0), (a + b, c), (a, c), (a, c + d), (0, c + d)]
    else:
        w, h, out = draw(size) + 80, draw(size) + 40, draw(st.integers(0, 600)) / 100
        points = [(0, 0), (w / 2, -out), (w, 0), (w + out / 2, h / 2), (w, h), (0, h)]
    return " ".join(f"{x:.3f},{y:.3f}" for x, y in points)


@settings(max_examples=examples(60))
@given(
    st.composite(_corners)(),
    st.sampled_from(["seam", "cut"]),
    st.sampled_from(["one", "two"]),
    st.sampled_from([3.0, 6.0, 10.0, 10.5, 12.0]),
    st.sampled_from([{"ring": "plain"}, {"ring": "raw"}, {"kind": "overlocked_first", "sliver": 2}]),
    st.sampled_from([1.0, 2.0, 5.0]),
)
def test_any_outline_of_straight_edges_is_told_as_it_is_drawn(
    outline: str, traced_as: str, panels: str, ring: float, seams: dict[str, Any], step: float
) -> None:
    """Off every grid: base, tube and insert are as large as told, the seams walk, nothing is doubted."""
    base = {"kind": "traced", "outline": outline, "traced_as": traced_as, "panels": panels, "insert": "stiff"}
    given_spec: dict[str, Any] = {"unit": "mm", "size": {"height": 200}, "base": base, "carry": []}
    more = {"allowances": {"ring": ring}, "seams": seams, "grid": {"step": step}}
    made = drafted({**given_spec, **more})
    for piece in made.pieces:
        left, low, right, high = piece.box
        assert piece.size("width") == pytest.approx(right - left, abs=0.006), piece.name
        assert piece.size("height") == pytest.approx(high - low, abs=0.006), piece.name
    assert [f.rule.id for f in findings(made) if f.rule.level == "stop"] == []


@pytest.mark.parametrize("kind", ["circle", "ellipse", "stadium", "rounded_rectangle"])
def test_a_ring_is_drawn_as_finely_as_is_seen(kind: str) -> None:
    """No point of the true outline lies a twentieth of a millimetre off the ring, which has far fewer."""
    sizes = {"diameter": 210} if kind == "circle" else {"length": 320, "breadth": 160}
    form = drafted({"unit": "mm", "size": {**sizes, "height": 260}, "base": {"kind": kind}}).form
    base = next(face for face in form.faces if face.part == "base")
    fine = flattened(base.points, [edge.bend for edge in base.edges])
    ring = form.stance.base_outline
    left, low, _, _ = bounds(fine)
    at, to = bounds(ring)[:2], (left, low)
    drawn = LinearRing([(x - at[0] + to[0], y - at[1] + to[1]) for x, y in ring])
    # what stands round it is told from where it begins
    assert drawn.coords[0] == pytest.approx(fine[0])
    assert max(drawn.distance(Point(p)) for p in fine) < SEEN + 1e-6
    assert len(ring) < len(fine) / 2
