"""Draft, list, read back: every bag that the grammar allows."""

import json
from typing import Any

from hypothesis import given, settings

from bags import drafted, totes
from conftest import examples
from core.proofs import failures


@settings(max_examples=examples(150), deadline=None)
@given(totes())
def test_before_rounding_everything_is_exact(spec: dict[str, Any]) -> None:
    """Read back within 0.01 mm, every seam walks, every panel follows its rule."""
    assert failures(drafted(spec, rounded=False)) == [], json.dumps(spec)


@settings(max_examples=examples(150), deadline=None)
@given(totes())
def test_on_the_cutting_grid_the_bag_stays_within_its_limits(spec: dict[str, Any]) -> None:
    """Width and height within half a step, depth within one; seams still walk exactly."""
    assert failures(drafted(spec)) == [], json.dumps(spec)
