"""A zip behind a window on the fold of one piece: what is cut, read back, said and sewn."""

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, box

from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.grammar.top.zip.tape import most_window
from bags import drafted, mm_at
from conftest import examples


def pouch(base: dict[str, Any], top: dict[str, Any] | None = None, **more: Any) -> dict[str, Any]:
    """Return a pouch in mm in one piece, its zip behind a window."""
    zipped = {"kind": "zip", "zip_ends": "window", **(top or {})}
    return {"unit": "mm", "preset": "pouch", "base": base, "top": zipped, "carry": [], **more}


def _disc(across: float, **more: Any) -> dict[str, Any]:
    return pouch({"kind": "rounded", "lower": "disc", "disc": across}, **more)


def _said(made: Draft) -> set[str]:
    return {f.rule.id for f in findings(made)}


@pytest.mark.parametrize(("seam", "wide", "high"), [("zigzagged", 220, 110), ("raw", 240, 120)])
def test_a_disc_is_folded_on_its_diameter(seam: str, wide: float, high: float) -> None:
    """W = C − 2s, H = C/2 − s; a mat whose edges stay outside is as wide as its disc, lining and all."""
    made = drafted(_disc(240, seams={"kind": seam}))
    for layer in ("outer", "lining"):
        piece = made.piece(layer)
        assert (piece.count, piece.size("width"), piece.size("height")) == (1, 240, 240)
    assert (made.form.mm("width"), made.form.mm("height")) == (wide, high)
    assert made.form.mouth == ()
    assert made.sewing.refused is None
    assert [s.title for s in made.steps if s.key == "turn"] == (
        [] if seam == "raw" else ["Turn the bag through the open zip"]
    )


def test_the_longest_window_of_a_disc_is_by_its_chord() -> None:
    """At most 2√((C/2 − s)² − (w/2)²) − 24; a hair more is stopped."""
    made = drafted(_disc(240))
    assert most_window(made.bag, made.form) == pytest.approx(2 * math.sqrt(110**2 - 6**2) - 24, abs=0.01)
    for window, stopped in ((195.6, False), (195.8, True)):
        spec = _disc(240, top={"zip_window": window})
        assert ("window-too-long" in _said(drafted(spec))) == stopped


@settings(max_examples=examples(60), deadline=None)
@given(
    st.floats(60, 400),
    st.floats(60, 300),
    st.floats(1, 200),
    st.sampled_from(["round", "half", "clipped"]),
    st.floats(6, 30),
    st.floats(10, 400),
)
def test_a_window_that_nothing_is_said_of_lies_inside_the_seam(
    wide: float, high: float, corner: float, lower: str, window_high: float, long: float
) -> None:
    """With both ends of its tape; what is said to be too long does not."""
    spec = pouch(
        {"kind": "rounded", "lower": lower, "radius": corner, "clip": corner},
        {"zip_window": long, "zip_window_high": window_high, "tape": 60},
        size={"width": wide, "height": high},
    )
    made = drafted(spec, rounded=False)
    piece = made.piece("outer")
    seam = Polygon(flattened(piece.stitch, tuple(e.seam_bend for e in piece.edges)))
    middle, half = made.form.mm("width") / 2, long / 2 + 12
    tape = box(middle - half, -window_high / 2, middle + half, window_high / 2)
    said = "window-too-long" in _said(made)
    if long >= 20:
        assert said == (not seam.buffer(0.02).covers(tape)) or seam.exterior.distance(tape) < 0.05


@settings(max_examples=examples(40), deadline=None)
@given(st.floats(80, 400), st.floats(60, 300), st.floats(5, 20), st.sampled_from(["seamed", "rounded"]))
def test_one_piece_reads_back_to_what_was_asked(wide: float, high: float, seam: float, base: str) -> None:
    """Half of the piece, less its seam; the seams of its sides and its base may differ."""
    asked = pouch({"kind": base}, size={"width": wide, "height": high}, allowances={"side": seam, "base": 9})
    made = drafted(asked, rounded=False)
    assert made.read.mm("width") == pytest.approx(wide, abs=0.01)
    assert made.read.mm("height") == pytest.approx(high, abs=0.01)


def test_what_is_single_and_does_not_fray_is_cut_out() -> None:
    """Felt needs nothing turned in; canvas is slit and pressed in; a lining is pushed through."""
    keys = {
        cloth: [s.key for s in drafted(_disc(240, top={"kind": "zip_unlined"}, cloth={"outer": cloth})).steps]
        for cloth in ("felt", "canvas")
    }
    assert "window open" not in keys["felt"]
    assert {"window slit", "window open"} <= set(keys["canvas"])
    assert "window face" not in keys["canvas"]


@pytest.mark.parametrize(
    ("part", "why"),
    [
        ({"carry": [{}]}, "straps need an edge"),
        ({"extras": [{"kind": "patch"}]}, "from a top edge"),
        ({"cloth": {"bottom": "contrast"}}, "front and back, which are one piece"),
        ({"top": {"kind": "zip", "zip_ends": "window", "turned": "gap"}}, "turn it through the zip"),
        ({"top": {"kind": "zip", "zip_ends": "window", "ease": "shorter"}}, "cut the same size"),
    ],
)
def test_what_a_fold_cannot_have_is_refused_with_its_reason(part: dict[str, Any], why: str) -> None:
    """No top edge, no seam for a gap, no join across it."""
    made = drafted({**pouch({"kind": "seamed"}), **part})
    said = [str(f.fired.words) for f in findings(made) if f.rule.id == "parts-do-not-fit"]
    assert any(why in words for words in said), said


def test_a_window_that_was_chosen_for_another_base_waits() -> None:
    """On a base with depth there is no such fold: the zip is caught, and nothing is told of a window."""
    boxed = pouch({"kind": "boxed"}, {"turned": "gap"}, size={"width": 220, "height": 150, "depth": 60})
    made, plain = drafted(boxed), drafted({**boxed, "top": {"kind": "zip", "turned": "gap"}})
    assert made.cut == plain.cut
    assert [s.title for s in made.steps] == [s.title for s in plain.steps]


def test_the_sides_of_a_window_are_told_from_raw_edges() -> None:
    """220 wide, 150 high, seams of 10 and 14 below: its ends 25 and 215 along, its nearer line 158 up."""
    spec = pouch({"kind": "seamed"}, size={"width": 220, "height": 150}, allowances={"base": 14})
    made = drafted(spec)
    told = {name: s.total for m in made.piece("outer").marks for name, s in m.readings}
    long, high = mm_at(made.bag, "top.zip_window"), mm_at(made.bag, "top.zip_window_high")
    assert (long, high) == (190, 12)
    assert (told["to its near end"], told["to its far end"]) == (25, 215)
    assert (told["to its nearer line"], told["above and below"]) == (158, 6)
