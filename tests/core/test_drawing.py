"""Pictures: what the core draws is the bag that it cuts."""

import re
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.curves import offset_bent
from ambitus.core.drawing.flat import flat_piece
from ambitus.core.drawing.paths import number, path
from ambitus.core.drawing.standing import project, ring_point
from ambitus.core.geometry import area, bounds
from ambitus.core.shown.present import picture
from bags import drafted, tote, totes
from conftest import examples

#: whole and half ones, those that a tenth rounds to nothing, and any other
COORDINATE = st.one_of(
    st.sampled_from([0.0, -0.0, 0.04, -0.04, 0.05, -0.05, 12.25, -12.35, 100.0]), st.floats(-900, 900)
)


def points(d: str) -> list[tuple[float, float]]:
    """Return the points that path data runs through."""
    return [(float(x), float(y)) for x, y in re.findall(r"[ML](-?[\d.]+) (-?[\d.]+)", d)]


def test_numbers_in_paths_are_as_short_as_they_can_be() -> None:
    """A tenth of a millimetre is finer than any screen shows."""
    assert [number(v) for v in (10.0, 10.04, -0.04, -3.26, 0.5)] == ["10", "10", "0", "-3.3", "0.5"]
    assert path([(0, 0), (1.5, 2)], closed=True) == "M0 0L1.5 2Z"


@given(st.lists(st.tuples(COORDINATE, COORDINATE), min_size=1, max_size=30), st.booleans())
@settings(max_examples=examples(200))
def test_a_long_path_is_written_as_a_short_one(line: list[tuple[float, float]], closed: bool) -> None:
    """However many points a line has, each is told to a tenth, and nothing is told that need not be."""
    one_by_one = "L".join(f"{number(x)} {number(y)}" for x, y in line)
    assert path(line, closed=closed) == f"M{one_by_one}{'Z' if closed else ''}"


def test_the_front_is_as_wide_and_high_as_the_face() -> None:
    """The first wall of the standing bag is the face, to scale."""
    made = drafted(tote(340, 280, 120))
    walls = [s for s in picture(made).shapes if s.layer == "outer" and s.style != "stitch"]
    front, side = (points(w.d) for w in walls)
    assert {x for x, _ in front} == {0, 340}
    assert {y for _, y in front} == {0, -280}
    # the side wall starts at the front's right edge and recedes by the depth
    assert min(x for x, _ in side) == 340
    assert max(x for x, _ in side) == pytest.approx(project((340, 120, 0))[0], abs=0.06)


def test_each_number_on_the_picture_changes_its_own_field() -> None:
    """Width, height, depth and the strap, by drop or by length."""
    by_drop = {d.path for d in picture(drafted(tote())).dimensions}
    assert by_drop == {"size.width", "size.height", "size.depth", "carry.0.drop"}
    by_length = {d.path for d in picture(drafted(tote(carry=[{"measure": "length"}]))).dimensions}
    assert by_length == {"size.width", "size.height", "size.depth", "carry.0.length"}
    flat = picture(drafted(tote(width=460, base={"width_means": "flat"})))
    wide = next(d for d in flat.dimensions if d.path == "size.width")
    assert (wide.label, wide.shows) == ("wide, laid flat", "flat_opening")


def test_the_drop_is_drawn_as_long_as_it_is() -> None:
    """From the top edge up to the underside of the carried strap."""
    made = drafted(tote(carry=[{"drop": 200}]))
    line = next(d for d in picture(made).dimensions if d.path == "carry.0.drop")
    (_, y0), (_, y1) = points(line.d)[:2]
    assert y0 - y1 == pytest.approx(made.hangs[0].drop, abs=0.11)


@settings(max_examples=examples(40), deadline=None)
@given(totes())
def test_everything_drawn_lies_in_the_box(spec: dict[str, Any]) -> None:
    """A picture's box holds all its shapes and dimension lines."""
    made = picture(drafted(spec))
    left, top, width, height = made.box
    for d in [*(s.d for s in made.shapes), *(d.d for d in made.dimensions)]:
        for x, y in points(d):
            assert left - 0.2 <= x <= left + width + 0.2
            assert top - 0.2 <= y <= top + height + 0.2


def test_the_ring_has_addresses() -> None:
    """A half of the mouth is opposite its beginning, on any ring."""
    ring = drafted(tote(340, 280, 120)).form.stance.mouth_outline
    assert ring_point(ring, 0) == (0, 60)
    assert ring_point(ring, 0.5) == (340, 60)
    assert ring_point(ring, 60 / 920) == (0, 0)
    assert ring_point(ring, 1.25) == ring_point(ring, 0.25)


def test_a_very_long_strip_is_drawn_with_a_break() -> None:
    """Its cut size stays; only the picture is shortened, and says so."""
    made = drafted(tote(200, 200, 60, carry=[{"drop": 900}]))
    strap = made.piece("strap")
    flat = flat_piece(strap, made.piece("outer").size("width"))
    assert flat.broken
    assert flat.box[2] < strap.size("length")
    xs = [x for x, _ in points(flat.cut)]
    assert max(xs) - min(xs) == pytest.approx(flat.box[2], abs=0.11)
    whole = flat_piece(made.piece("outer"), made.piece("outer").size("width"))
    assert not whole.broken


def test_flat_pieces_are_drawn_at_their_cut_size() -> None:
    """Cut line, stitch line inside it, and the open measure along its side."""
    made = drafted(tote())
    outer = made.piece("outer")
    flat = flat_piece(outer, 480)
    left, bottom, right, top = bounds(points(flat.cut))
    assert (right - left, top - bottom) == (480, 360)
    (ax, _), (bx, _) = points(flat.spans["width"])
    assert bx - ax == 480
    (ax, _), (bx, _) = points(flat.spans["across"])
    assert bx - ax == outer.size("across")
    assert abs(area(points(flat.stitch))) < abs(area(points(flat.cut)))
    kinds = [m.kind for m in flat.marks]
    assert kinds.count("strap") == 2
    assert kinds.count("notch") == 2


@pytest.mark.parametrize("amount", [-5.0, 0.0, 7.5])
def test_offsetting_out_and_in_again_is_nothing(amount: float) -> None:
    """For an outline with corners of both kinds, and each edge its own amount."""
    outline = [
        (60.0, 0.0),
        (400.0, 0.0),
        (400.0, 60.0),
        (460.0, 60.0),
        (460.0, 340.0),
        (0.0, 340.0),
        (0.0, 60.0),
        (60.0, 60.0),
    ]
    amounts = [amount + i for i in range(len(outline))]
    straight = [None] * len(outline)
    there, _ = offset_bent(outline, straight, amounts)
    back, _ = offset_bent(there, straight, [-a for a in amounts])
    for p, q in zip(outline, back, strict=True):
        assert p == pytest.approx(q)
