"""Samples of a cloth: a square that is washed, a strip that is stretched, and what is made of them."""

import pytest

from ambitus.core.learning.samples import Sample, SampleTyped, sample_of, shrinks
from ambitus.core.problems import SpecProblems
from ambitus.core.shown.log import sample_shown, shrinks_shown


def _typed(kind: str = "washed", **more: str) -> SampleTyped:
    sizes = {"long_before": "300", "long_after": "288", "wide_before": "300", "wide_after": "297"}
    return SampleTyped.model_validate({"kind": kind, "cloth": "Canvas", "unit": "mm", **sizes, **more})


def test_what_a_square_lost_is_told_both_ways() -> None:
    """1 − after ÷ before: 288 of 300 is 4 % along, 297 of 300 1 % across."""
    made = sample_of(_typed(), "2026-11-12")
    assert (made.along, made.across) == (pytest.approx(0.04), pytest.approx(0.01))
    said = sample_shown(0, made, "mm").said
    lost = "Canvas shrank 4.0 % along and shrank 1.0 % across in the wash"
    assert said == f"{lost}, from 300 × 300 mm, 12 November 2026."
    grown = sample_of(_typed(wide_after="303"), "2026-11-12")
    assert "grew 1.0 % across" in sample_shown(0, grown, "mm").said


def test_several_squares_are_one_answer_and_three_a_fact() -> None:
    """The mean of what each lost; what is put away, or of another cloth, or stretched, is not counted."""
    made = [
        sample_of(_typed(long_after=after), f"2026-11-0{n}")
        for n, after in enumerate(("288", "291", "294"), 1)
    ]
    others = [
        made[0].model_copy(update={"away": True, "long_after": 200.0}),
        made[0].model_copy(update={"cloth": "Denim", "long_after": 200.0}),
        made[0].model_copy(update={"kind": "stretched", "long_after": 400.0}),
    ]
    found = shrinks([*made, *others], "Canvas")
    assert found is not None
    assert (found.along, found.squares, found.fact, found.last_at) == (
        pytest.approx(0.03),
        3,
        True,
        "2026-11-03",
    )
    told = shrinks_shown(found)
    assert (told.along, told.across) == ("3.0", "1.0")
    assert "first reading" not in told.said
    two = shrinks(made[:2], "Canvas")
    assert two is not None
    assert "first reading" in shrinks_shown(two).said
    assert shrinks(made, "Linen") is None


def test_a_strip_is_told_by_how_it_stretches_and_narrows() -> None:
    """260 of 200 is 30 % longer, 16 of 20 is 20 % narrower."""
    strip = _typed("stretched", long_before="200", long_after="260", wide_before="20", wide_after="16")
    said = sample_shown(3, sample_of(strip, "2026-11-12"), "mm").said
    assert said.startswith(
        "A strip of canvas stretches by 30.0 % and narrows by 20.0 %: 260 mm long, 16 mm wide"
    )


@pytest.mark.parametrize(
    ("kind", "field", "text"),
    [
        ("washed", "long_before", "299"),
        ("washed", "wide_before", "11"),
        ("washed", "long_after", "wide"),
        ("washed", "long_after", "200"),
        ("washed", "cloth", ""),
        ("stretched", "long_before", "199"),
        ("stretched", "long_after", "300"),
    ],
)
def test_a_sample_that_teaches_nothing_is_told(kind: str, field: str, text: str) -> None:
    """Too small a square, no length, more than a cloth can shrink, a strip that was not stretched."""
    with pytest.raises(SpecProblems) as refused:
        sample_of(_typed(kind, **{field: text}), "")
    assert refused.value.problems[0].field == field
    assert Sample.model_validate(sample_of(_typed(), "").model_dump()).cloth == "Canvas"
