"""Sums: the terms a maker adds, with their reasons and sources."""

from typing import Any, get_args

import pytest
from hypothesis import given, settings

from ambitus.core.lengths import Grid, View
from ambitus.core.sums import Source, Sum, Term, gathered, show_sum, to_grid
from bags import drafted, tote, totes
from conftest import examples


def _terms(summed: Sum) -> list[tuple[str, float, str]]:
    return [(t.label, t.mm, t.source) for t in summed.terms]


def test_the_width_is_added_up_as_a_maker_would() -> None:
    """Finished width, depth, two side seams."""
    width = drafted(tote(size={"width": 340, "height": 280})).piece("outer").sums["width"]
    assert _terms(width) == [
        ("Finished width", 340, "chosen"),
        ("Depth", 120, "default"),
        ("Side seam", 20, "default"),
    ]
    assert show_sum(width, View("cm", "cm")).terms[2].label == "Side seam, 2 × 1.0"


def test_a_cut_out_takes_the_corner_seam_off() -> None:
    """Half the depth, plus what the side gives, less what the corner keeps."""
    across = drafted(tote(allowances={"side": 12, "corner": 8})).piece("outer").sums["across"]
    assert [(t.label, t.mm) for t in across.terms] == [
        ("Half the depth", 60),
        ("Side seam", 12),
        ("Corner seam", -8),
    ]


def test_read_flat_the_sum_begins_with_the_flat_width() -> None:
    """The depth is in it already and is not added again."""
    width = drafted(tote(width=460, base={"width_means": "flat"})).piece("outer").sums["width"]
    assert _terms(width)[0] == ("Flat width", 460, "chosen")
    assert width.total == 480


def test_a_depth_that_the_grid_moved_says_so() -> None:
    """The term is what the cut-out gives, and is told apart from what was asked."""
    sums = drafted(tote(depth=103)).piece("outer").sums
    assert ("Depth, as the cut-out on the grid gives it", 104, "derived") in _terms(sums["width"])


def test_equal_terms_are_put_together() -> None:
    """Two side seams are one line; a different reason keeps its own."""
    one, other = Term("Seam", 10, "a"), Term("Seam", 10, "b")
    assert [(t.mm, t.times) for t in gathered([one, one, other])] == [(20, 2), (10, 1)]


def test_the_grid_line_is_there_only_when_something_was_rounded() -> None:
    """And carries the rest, at most half a step."""
    assert len(to_grid("x", [Term("a", 480, "")], Grid(1.0)).terms) == 1
    rounded = to_grid("x", [Term("a", 480.4, "")], Grid(1.0))
    assert (rounded.total, rounded.terms[-1].label, rounded.terms[-1].mm) == (
        480,
        "To the cutting grid",
        pytest.approx(-0.4),
    )


@settings(max_examples=examples(60), deadline=None)
@given(totes())
def test_every_term_has_a_reason_and_a_source_and_rounding_is_small(spec: dict[str, Any]) -> None:
    """In any bag, every sum of every piece, and every reading of every mark."""
    made = drafted(spec)
    step = made.bag.grid.step
    half = step * (1 if made.bag.grid.rounding == "up" else 0.5)
    for piece in made.pieces:
        # a gusset is cut too long rather than too short; half of a side panel's depth is what is rounded
        limit = {"gusset": step, "gusset base": step, "side": 2 * half}.get(piece.part, half)
        sums = [*piece.sums.values(), *(s for m in piece.marks for _, s in m.readings)]
        for summed in sums:
            assert summed.total == pytest.approx(sum(t.mm for t in summed.terms), abs=1e-5)
            for term in summed.terms:
                assert term.label
                assert term.why.endswith(".")
                assert term.source in get_args(Source)
                if term.label == "To the cutting grid" and summed.label != "Corner cut-out, across":
                    # over a fold each half is rounded
                    assert abs(term.mm) <= limit * term.times + 1e-6


def test_the_same_bag_in_any_unit_has_the_same_total() -> None:
    """Only the text differs."""
    width = drafted(tote()).piece("outer").sums["width"]
    assert {show_sum(width, View(unit, "mm")).mm for unit in ("mm", "cm", "in")} == {480}
