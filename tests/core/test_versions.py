"""Specs of older versions, and of none: read as what they meant."""

from typing import Any

import pytest

from ambitus.core.spec.model import Spec
from ambitus.core.spec.versions import of_today
from bags import drafted, mm_at

FOLD = {"heading": 20, "channel": 15, "edge": 3}


def _casing(version: int | None, **top: Any) -> dict[str, Any]:
    given = {"unit": "mm", "preset": "sack", "top": {"kind": "casing", **FOLD, **top}}
    return given if version is None else {**given, "version": version}


@pytest.mark.parametrize(
    ("older", "turn"),
    [
        (_casing(2, hem=12), 12),
        (_casing(2, hem=12, turn=5), 12),
        (_casing(None, hem=12), 12),
        (_casing(3, turn=12), 12),
        (_casing(None, turn=12), 12),
        # a turn had no effect there: the usual one holds
        (_casing(2, turn=5), 10),
    ],
)
def test_the_first_turn_of_a_casing(older: dict[str, Any], turn: float) -> None:
    """Version 2 called it hem; what it is cut by stays the same."""
    spec = Spec.model_validate(of_today(older))
    made = drafted(spec.model_dump())
    assert mm_at(made.bag, "top.turn") == turn
    assert "hem" not in spec.top


def test_a_sack_that_names_no_top_is_a_casing() -> None:
    """Of version 2, with only its first turn told."""
    older = {"version": 2, "preset": "sack", "top": {"hem": 12}}
    assert of_today(older) == {"version": 3, "preset": "sack", "top": {"turn": 12}}
    tote = {"version": 2, "preset": "tote", "top": {"kind": "double_hem", "hem": 25, "turn": 10}}
    assert of_today(tote) == {**tote, "version": 3}


def test_the_one_kind_of_seam_of_version_1_has_a_slot() -> None:
    """It is moved, and yields to what stands in the slot already."""
    older = {"version": 1, "allowances": {"general": 8, "kind": "french"}}
    assert of_today(older) == {"version": 3, "allowances": {"general": 8}, "seams": {"kind": "french"}}
    both = {**older, "seams": {"kind": "plain"}}
    assert of_today(both)["seams"] == {"kind": "plain"}


@pytest.mark.parametrize("odd", [None, [], "spec", {"version": "old"}, {"version": 9}, {"top": 3}, {}])
def test_what_is_no_older_spec_is_left_alone(odd: Any) -> None:
    """The fields are checked elsewhere, and told by name."""
    assert of_today(odd) == odd
    assert of_today({"version": 2, "top": 3}) == {"version": 3, "top": 3}
