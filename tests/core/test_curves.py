"""Curved edges: their length, their parallels, and how they are flattened."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ambitus.core.curves import Arc, edge_length, flattened, offset_bent, tangents
from ambitus.core.geometry import area, bounds

R = 30.0
#: a square of 100 with its lower left corner rounded
STARTS = ((R, 0.0), (100.0, 0.0), (100.0, 100.0), (0.0, 100.0), (0.0, R))
BENDS = (None, None, None, None, Arc((R, R)))


def test_an_arc_is_as_long_as_its_angle_says() -> None:
    """A quarter of a circle of 30, that leaves one straight as it comes to the other."""
    assert edge_length(STARTS[4], BENDS[4], STARTS[0]) == pytest.approx(math.pi * R / 2)
    assert tangents(STARTS[4], BENDS[4], STARTS[0]) == (pytest.approx((0, -1)), pytest.approx((1, 0)))


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
