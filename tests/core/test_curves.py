"""Curved edges: their length, their parallels, and how they are flattened."""

import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ambitus.core.curves import Arc, Bow, bent_bounds, edge_length, enclosed, flattened, offset_bent, tangents
from ambitus.core.curves import _moved as one_by_one
from ambitus.core.geometry import Point, area, bounds, unit_vector

R = 30.0
#: a square of 100 with its lower left corner rounded
STARTS = ((R, 0.0), (100.0, 0.0), (100.0, 100.0), (0.0, 100.0), (0.0, R))
BENDS = (None, None, None, None, Arc((R, R)))


def test_an_arc_is_as_long_as_its_angle_says() -> None:
    """A quarter of a circle of 30, that leaves one straight as it comes to the other."""
    assert edge_length(STARTS[4], BENDS[4], STARTS[0]) == pytest.approx(math.pi * R / 2)
    assert tangents(STARTS[4], BENDS[4], STARTS[0]) == (pytest.approx((0, -1)), pytest.approx((1, 0)))


def test_what_an_outline_encloses_is_exact_along_its_arcs() -> None:
    """A square less what its rounded corner leaves out; a fine polygon of it encloses next to as much."""
    exact = enclosed(STARTS, BENDS)
    assert exact == pytest.approx(100**2 - (1 - math.pi / 4) * R**2, abs=1e-9)
    assert area(flattened(STARTS, BENDS)) == pytest.approx(exact, rel=1e-4)
    bow = Bow([(50 + 20 * math.cos(t), 20 * math.sin(t)) for t in (0.5, 1.0, 1.5, 2.0, 2.5)])
    starts, bends = ((0.0, 0.0), (70.0, 0.0)), (None, bow)
    assert enclosed(starts, bends) == pytest.approx(area(flattened(starts, bends)))


@given(st.floats(-29, 60))
def test_a_parallel_keeps_its_centre_and_grows_by_the_amount(amount: float) -> None:
    """Moved out and back again every edge is where it was."""
    moved, bends = offset_bent(STARTS, BENDS, [amount] * 5)
    assert bends[4] == BENDS[4]
    assert edge_length(moved[4], bends[4], moved[0]) == pytest.approx(math.pi * (R + amount) / 2)
    back, _ = offset_bent(moved, bends, [-amount] * 5)
    for p, q in zip(back, STARTS, strict=True):
        assert p == pytest.approx(q, abs=1e-6)


@pytest.mark.parametrize("inwards", [30, 31, 45])
def test_an_arc_drawn_in_by_more_than_its_radius_is_a_corner(inwards: float) -> None:
    """The rounded square becomes a square; nothing crosses itself."""
    moved, bends = offset_bent(STARTS, BENDS, [-inwards] * 5)
    size = 100 - 2 * inwards
    assert bends == (None,) * 5
    assert bounds(moved) == pytest.approx((inwards, inwards, 100 - inwards, 100 - inwards))
    assert area(moved) == pytest.approx(size * size)


def test_a_flattened_arc_lies_close_to_the_true_one() -> None:
    """The area of the rounded square, to a hundredth of a square millimetre in a hundred."""
    true = 100 * 100 - (R * R - math.pi * R * R / 4)
    assert area(flattened(STARTS, BENDS)) == pytest.approx(true, rel=1e-4)


def _bow(points: list[tuple[float, float]]) -> tuple[tuple[tuple[float, float], ...], tuple[Bow | None, ...]]:
    """Return a closed outline of two edges: a straight one, and one through all of *points*."""
    return (points[0], points[-1]), (Bow(points[1:-1]), None)


#: points of a curve that may turn as sharply as it likes, and right back
POINTS = st.lists(
    st.tuples(
        st.floats(-200, 200).map(lambda x: round(x, 2)), st.floats(-200, 200).map(lambda y: round(y, 2))
    ),
    min_size=4,
    max_size=30,
    unique=True,
)


@given(POINTS, st.floats(-20, 20))
def test_a_bow_is_worked_out_at_once_as_point_by_point(points: list[Point], amount: float) -> None:
    """Length, box and parallel are those of the lines between its points, each moved by itself."""
    starts, bends = _bow(points)
    length = sum(math.dist(p, q) for p, q in itertools.pairwise(points))
    assert edge_length(starts[0], bends[0], starts[1]) == pytest.approx(length)
    assert bent_bounds(starts, bends) == pytest.approx(bounds(flattened(starts, bends)))
    ways = [unit_vector(p, q) for p, q in itertools.pairwise(points)]
    moved = offset_bent(starts, bends, [amount, amount])[1][0]
    assert isinstance(moved, Bow)
    for at, got in enumerate(moved.points, 1):
        expected = one_by_one(points[at], ways[at - 1], ways[at], amount, amount)
        assert got == pytest.approx(expected, rel=1e-6, abs=1e-6)


def test_bows_are_alike_where_all_of_their_points_are() -> None:
    """Told apart by every point, also those that are not looked at first; none at all is a straight edge."""
    points = [(float(i), float(i * i)) for i in range(40)]
    other = [*points[:7], (7.0, 50.0), *points[8:]]
    assert Bow(points) == Bow(tuple(points))
    assert hash(Bow(points)) == hash(Bow(points))
    assert Bow(points) != Bow(other)
    assert Bow(points).some(10) == tuple(points[::4])
    assert edge_length((0.0, 0.0), Bow([]), (3.0, 4.0)) == 5.0
