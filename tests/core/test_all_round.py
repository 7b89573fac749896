"""A gusset all round: what the zip panel takes of the way round the strip lacks, and both are as deep."""

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.checks.run import findings
from ambitus.core.draft import readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.read.back import read_back
from ambitus.core.volume import holds
from bags import drafted
from conftest import examples


def pouch(size: tuple[float, float, float], base: dict[str, Any], **more: Any) -> dict[str, Any]:
    """Return a pouch in mm with a gusset all round, seams of 10, a tape of 28 sewn at 6."""
    named = dict(zip(("width", "height", "depth"), size, strict=True))
    given = {"unit": "mm", "preset": "pouch", "size": named, "base": {"kind": "all_round", **base}}
    return {
        **given,
        "top": {"kind": "zip", "tape": 28},
        "allowances": {"general": 10, "zip": 6},
        **more,
        "carry": [],
    }


def test_its_pieces_are_what_the_rule_says() -> None:
    """220 by 150 by 70, r 40, a zip panel of 265: 671.3 round; 240 by 170, 285 by 43, 427 by 90."""
    made = drafted(pouch((220, 150, 70), {"radius": 40, "zip_panel": 265}))
    cut = {p.key: (p.count, p.size("width"), p.size("height")) for p in made.pieces if p.layer == "outer"}
    assert cut == {
        "outer panel": (2, 240, 170),
        "outer zip strip": (2, 285, 43),
        "outer gusset": (1, 427, 90),
    }
    assert holds(made.form) == pytest.approx(70 * (220 * 150 - (4 - math.pi) * 40**2))
    assert made.sewing.refused is None


@settings(max_examples=examples(60), deadline=None)
@given(
    st.floats(80, 400),
    st.floats(80, 400),
    st.floats(20, 150),
    st.floats(0, 1),
    st.floats(0.05, 0.95),
)
def test_whatever_it_is_it_closes_and_reads_back(
    wide: float, high: float, deep: float, rounded: float, share: float
) -> None:
    """Square to circular, its joins anywhere: every seam agrees, and the cut list makes the same bag."""
    r = rounded * min(wide, high) / 2
    around = 2 * (wide + high) - 8 * r + 2 * math.pi * r
    panel = 40 + share * (around - 80)
    made = drafted(pouch((wide, high, deep), {"radius": r, "zip_panel": panel}), rounded=False)
    assert all(walked.difference <= 0.02 for walked in made.walked), [w.lengths for w in made.walked]
    assert not made.read.findings
    for key, mm in (("width", wide), ("height", high), ("depth", deep), ("flat_opening", panel)):
        assert made.read.mm(key) == pytest.approx(mm, abs=0.02)
    strip, zipped = (
        next(p for p in made.pieces if p.key == f"outer {part}") for part in ("gusset", "zip strip")
    )
    assert strip.size("width") + zipped.size("width") - 40 == pytest.approx(around, abs=0.05)
    assert 2 * (zipped.size("height") - 10 - 6 + 8) == pytest.approx(strip.size("height") - 20, abs=0.01)
    assert made.sewing.refused is None


def test_a_list_whose_parts_do_not_go_round_or_are_not_as_deep_says_so() -> None:
    """A strip 5 short of the way round, and strips beside the zip 2 too narrow."""
    cut = drafted(pouch((220, 150, 70), {"radius": 40, "zip_panel": 265})).cut_list
    for part, changed, key in (
        ("gusset", {"width": 422.0}, "gusset-length"),
        ("zip strip", {"height": 41.0}, "zip-panel-deep"),
    ):
        rows = [row.model_copy(update=changed) if row.part == part else row for row in cut.rows]
        told = read_back(cut.model_copy(update={"rows": rows}), readers(GRAMMAR))
        assert key in {f.key for f in told.findings}


@pytest.mark.parametrize(
    ("part", "why"),
    [
        ({"top": {"kind": "turned_through"}}, "closed all round"),
        ({"top": {"kind": "zip", "turned": "gap"}}, "turn it through the zip"),
        ({"cloth": {"bottom": "contrast"}}, "a bottom has no place"),
        ({"extras": [{"kind": "patch"}]}, "its panels have a seam there"),
        ({"seams": {"end": "bound_ends"}}, "the ring goes on beyond its joins"),
    ],
)
def test_what_it_cannot_have_is_refused_with_its_reason(part: dict[str, Any], why: str) -> None:
    """Closed all round, its lining sewn in with every seam."""
    made = drafted({**pouch((220, 150, 70), {}), **part})
    said = [str(f.fired.words) for f in findings(made) if f.rule.id == "parts-do-not-fit"]
    assert any(why in words for words in said), said
