"""Lengths: every spelling in, exact inside, text that reads back, errors that help."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ambitus.core.lengths import Grid, LengthProblem, View, paired, parse_length
from ambitus.core.lengths.grid import steps_for
from ambitus.core.lengths.units import Unit
from ambitus.core.sums import Sum, Term, show_sum, to_grid

INCH = Fraction("25.4")


@pytest.mark.parametrize(
    ("text", "unit", "mm"),
    [
        ("12 1/2", "in", INCH * 25 / 2),
        ("12-1/2", "in", INCH * 25 / 2),
        ("12–1/2", "in", INCH * 25 / 2),
        ("12½", "in", INCH * 25 / 2),
        ("12 ½", "in", INCH * 25 / 2),
        ("12.5", "in", INCH * 25 / 2),
        ("⅜", "in", INCH * 3 / 8),
        ("5/8", "in", INCH * 5 / 8),
        ("31,5 cm", "in", Fraction(315)),
        ("315 mm", "in", Fraction(315)),
        ("315mm", "cm", Fraction(315)),
        ("1 yd 9 in", "mm", INCH * 45),
        ("2 m", "in", Fraction(2000)),
        ('13 3/8"', "mm", INCH * 107 / 8),
        ("1' 6 1/2″", "mm", INCH * 37 / 2),
        ("1' 6", "mm", INCH * 18),
        ("2 ft", "cm", INCH * 24),
        ("  34 ", "cm", Fraction(340)),
        (".5", "in", INCH / 2),
        ("34 CM", "in", Fraction(340)),
        ("1/3", "in", INCH / 3),
    ],
)
def test_every_spelling_is_read_exactly(text: str, unit: Unit, mm: Fraction) -> None:
    """A bare number takes the unit asked with; nothing is lost on the way."""
    assert parse_length(text, unit) == mm


@pytest.mark.parametrize(
    "text",
    [
        "",
        "  ",
        "twelve",
        "12 parsecs",
        "1/0",
        "12 1/0",
        "-3",
        "3 4",
        "1,250",
        "1 2/3 4",
        "12 cm 4",
        "9" * 80,
        "12//3",
        "1 yd 9",
    ],
)
@pytest.mark.parametrize("unit", ["mm", "cm", "in"])
def test_what_is_not_a_length_says_so_and_gives_spellings_that_work(text: str, unit: Unit) -> None:
    """The error quotes what was typed, and both spellings that it gives can be read."""
    with pytest.raises(LengthProblem) as caught:
        parse_length(text, unit)
    if text.strip():
        assert text.strip()[:20] in str(caught.value)
    given = (
        caught.value.fix.removeprefix("Type it like ").removeprefix("Type ").removesuffix(".").split(" or ")
    )
    assert len(given) == 2
    for spelling in given:
        assert parse_length(spelling, unit) > 0


@given(st.sampled_from(["mm", "cm", "in"]), st.integers(1, 4000), st.integers(0, 2))
def test_what_is_shown_reads_back_the_same_on_the_grid(unit: Unit, steps: int, which: int) -> None:
    """parse(format(x)) = x, on every cutting grid."""
    mm = steps * steps_for(unit)[which]
    assert float(parse_length(View(unit, unit).chosen(mm), unit)) == pytest.approx(mm, abs=1e-9)


@given(st.sampled_from(["mm", "cm", "in"]), st.sampled_from(["mm", "cm", "in"]), st.integers(1, 4000))
def test_seen_in_another_unit_a_length_stays_itself(plan: Unit, unit: Unit, steps: int) -> None:
    """Switching the unit shows the same length to a hundredth of a millimetre: no second rounding."""
    mm = steps * steps_for(plan)[0]
    assert float(parse_length(View(unit, plan).chosen(mm), unit)) == pytest.approx(mm, abs=0.0135)


def test_half_a_step_goes_up_whatever_binary_dust_says() -> None:
    """Snapped to a millionth first, then rounded."""
    assert Grid(1.0).fit(0.1 + 0.2 + 0.2) == 1.0
    assert Grid(1.0).fit(10.4999999999) == 11.0
    assert Grid(1.0, "up").fit(10.0000000001) == 10.0
    assert Grid(25.4 / 8).fit(25.4 / 16) == pytest.approx(25.4 / 8)


def test_pairs_are_chosen_not_converted() -> None:
    """10 mm goes with 3/8 in, 100 mm with 4 in."""
    assert (paired(10).mm("cm"), paired(10).mm("in")) == (10.0, 9.525)
    assert (paired(100).mm("mm"), paired(100).mm("in")) == pytest.approx((100.0, 101.6))


@given(
    st.sampled_from(["mm", "cm", "in"]),
    st.sampled_from(["mm", "cm", "in"]),
    st.lists(st.floats(-400, 900), min_size=1, max_size=6),
    st.booleans(),
)
def test_shown_terms_add_up_to_the_shown_total(
    unit: Unit, plan: Unit, terms: list[float], rounded: bool
) -> None:
    """As read off the screen, line by line, the terms give the total exactly."""
    parts = tuple(Term(f"term {i}", mm, "") for i, mm in enumerate(terms))
    grid = Grid(steps_for(plan)[1])
    shown = show_sum(to_grid("any", parts, grid) if rounded else Sum("any", parts), View(unit, plan))

    def read(text: str) -> Fraction:
        sign = -1 if text.startswith("−") else 1
        return sign * sum(map(Fraction, text.removeprefix("−").split(" ")), Fraction(0))

    assert sum(read(t.shown) for t in shown.terms) == read(shown.shown) == read(shown.plain)
