"""Seeing a sack close: the geometry of every step, and its numbers."""

import itertools
import math
from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.draft import Draft
from ambitus.core.drawing.drawn_in import FRAMES, TIGHT, frames
from ambitus.core.drawing.paths import path
from ambitus.core.drawing.standing import project
from ambitus.core.grammar.features import cords_in
from ambitus.core.grammar.top.drawstring.closing import closing_term
from ambitus.core.shown.closing import closing_shown
from bags import drafted, tote, totes
from conftest import examples


def _sack(**top: Any) -> Draft:
    given = {"unit": "mm", "size": {"diameter": 200, "height": 300}, "base": {"kind": "circle"}, "carry": []}
    return drafted({**given, "top": {"kind": "casing", "channel": 20, **top}}, rounded=False)


def test_a_bag_without_a_cord_is_not_drawn_closed() -> None:
    """No step at all."""
    assert frames(drafted(tote())) == ()


def test_a_dimension_line_stays_only_where_what_it_measures_does() -> None:
    """A height to the mouth goes with the first step; the size of the foot and what goes in stay."""
    edge, contents = _sack(), _sack(height_means="contents")
    for made, stays in ((edge, {"size.diameter"}), (contents, {"size.diameter", "size.height"})):
        every = {line.path for line in made.form.stance.lines}
        first, *rest = frames(made)
        assert set(first.holds) == every
        assert all(set(step.holds) == stays for step in rest), (stays, every)


def test_it_begins_open_and_ends_tight_over_what_goes_in() -> None:
    """At first the mouth is 200 π; at last 6 % of it, the tails longer by half of what was drawn in."""
    made = _sack()
    steps = frames(made)
    assert len(steps) == FRAMES + 1
    open_round = math.pi * 200
    assert steps[0].mouth == pytest.approx(open_round)
    assert steps[0].tail == pytest.approx(75)
    assert steps[-1].mouth == pytest.approx(TIGHT * open_round)
    assert steps[-1].tail == pytest.approx(75 + open_round * (1 - TIGHT) / 2)
    # 300 high, 20 above the cord, 100 to close over the middle
    assert steps[0].contents == pytest.approx(280)
    assert steps[-1].contents == pytest.approx(180 + TIGHT * 100)


def test_the_open_step_is_the_standing_bag() -> None:
    """Its mouth lies where the mouth of the drawing lies."""
    made = _sack()
    mouth = [project((x, y, made.form.height)) for x, y in made.form.stance.mouth_outline]
    assert frames(made)[0].shapes[0].d == path(mouth, closed=True)


@settings(max_examples=examples(40), deadline=None)
@given(totes(top="casing"))
def test_closing_only_draws_in(spec: dict[str, Any]) -> None:
    """Step by step the mouth narrows, the tails grow by half of that, and less goes in."""
    made = drafted(spec, rounded=False)
    steps = frames(made)
    closing = closing_term(made.bag).mm
    assert cords_in(made) is not None
    for before, after in itertools.pairwise(steps):
        assert after.mouth <= before.mouth + 1e-6
        assert after.tail - before.tail == pytest.approx((before.mouth - after.mouth) / 2, abs=1e-4)
        assert after.contents <= before.contents + 1e-6
    assert steps[0].contents - steps[-1].contents == pytest.approx(closing * (1 - TIGHT), abs=1e-4)
    assert all(
        2 * one.tail + one.mouth == pytest.approx(cords_in(made).length.total, abs=1e-3) for one in steps
    )


def test_contents_that_do_not_fit_are_told_where_they_stop_it() -> None:
    """What the plan says goes in fits to the end; a firm load under a soft closing does not."""
    made = _sack(height_means="contents")
    assert all(step.fits for step in closing_shown(made, "mm"))
    assert closing_shown(made, "mm")[0].mouth == "628.3 mm"
