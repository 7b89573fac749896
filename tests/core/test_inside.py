"""A lining that is sewn by itself inside an outer whose edges stay outside, a mat or felt: never turned."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.top.zip.tape import most_window
from ambitus.core.read.begin import begun_from
from bags import drafted
from conftest import examples


def _mat(across: float = 240, base: dict[str, Any] | None = None, **top: Any) -> dict[str, Any]:
    """Return a felt mat in mm, folded on its diameter, its zip behind a window, its lining inside."""
    given = {"kind": "zip", "turned": "never", **({"zip_ends": "window"} if base is None else {}), **top}
    return {
        "unit": "mm",
        "preset": "pouch",
        "base": base or {"kind": "rounded", "lower": "disc", "disc": across},
        "seams": {"kind": "raw"},
        "cloth": {"outer": "felt"},
        "top": given,
        "carry": [],
    }


def _said(made: Draft) -> set[str]:
    return {f.rule.id for f in findings(made)}


@pytest.mark.parametrize("base", [None, {"kind": "seamed"}, {"kind": "rounded"}])
def test_the_lining_is_cut_the_same_and_sewn_deeper_first(base: dict[str, Any] | None) -> None:
    """The mat keeps its size; its lining is sewn plain, 6 from its edges, right sides together, and first."""
    made = drafted(_mat(base=base))
    outer, lining = (made.piece(layer) for layer in ("outer", "lining"))
    assert [outer.size(key) for key in ("width", "height")] == [
        lining.size(key) for key in ("width", "height")
    ]
    assert made.sewing.refused is None
    keys = [s.key for s in made.steps]
    assert keys.index("lining sides") < keys.index("fold over") < keys.index("outer sides")
    assert not {"turn", "gap open", "close gap", "baste lining"} & set(keys)
    steps = {s.key: s for s in made.steps}
    assert dict(steps["lining sides"].lengths)["Allowance"] == 6
    assert steps["lining sides"].say.startswith("Right sides together. The outer folded back")
    assert "gap" not in " ".join(s.say.lower() for s in made.steps)
    # narrower inside by both its seams
    inside, outside = (steps[f"{layer} sides"].reads[0].mm for layer in ("lining", "outer"))
    assert outside - inside == 12
    assert made.cut_list.lining_deeper == 6


@settings(max_examples=examples(40), deadline=None)
@given(st.floats(120, 400), st.floats(3, 15))
def test_a_window_lies_inside_the_seam_of_the_lining(across: float, deep: float) -> None:
    """By the chord of the lining, 2√((C/2 − e)² − 6²), less both ends of the tape; a hair more is stopped."""
    spec = _mat(across, ease_by=deep)
    most = most_window((made := drafted(spec, rounded=False)).bag, made.form)
    assert most == pytest.approx(2 * ((across / 2 - deep) ** 2 - 36) ** 0.5 - 24, abs=0.02)
    for window, stopped in ((most - 0.01, False), (most + 0.02, True)):
        said = _said(drafted(_mat(across, ease_by=deep, zip_window=window), rounded=False))
        assert ("window-too-long" in said) == stopped


def test_it_comes_back_from_its_list() -> None:
    """Its outer and its lining agree, and the plan that is begun from them is sewn the same way."""
    made = drafted(_mat(base={"kind": "seamed"}, ease_by=5))
    assert made.read.findings == ()
    told = GRAMMAR.listed("zip", ("raw",))
    spec = begun_from(made.cut_list, made.read, told, "mm")
    again = drafted({**spec, "cloth": {"outer": "felt"}})
    assert [s.key for s in again.steps] == [s.key for s in made.steps]
    assert again.cut_list.rows == made.cut_list.rows


@pytest.mark.parametrize(
    ("more", "why"),
    [
        ({"seams": {"kind": "plain"}}, "its edges stay outside"),
        ({"base": {"kind": "boxed"}}, "its edges stay outside"),
        ({"top": {"kind": "zip", "turned": "never", "ease": "none"}}, "cut the same, and sewn deeper"),
    ],
)
def test_what_has_to_be_turned_is_refused(more: dict[str, Any], why: str) -> None:
    """Edges that lie inside have to be turned; a lining as large as its outer would show beyond it."""
    made = drafted({**_mat(base={"kind": "seamed"}), **more})
    (found,) = [f for f in findings(made) if f.rule.id == "parts-do-not-fit"]
    assert why in found.fired.say.format_map(found.fired.words)
