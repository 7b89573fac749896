"""Litres: what a bag holds, and from litres to sizes and back."""

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ambitus.core.problems import SpecProblems
from ambitus.core.shown.by_volume import volume_text, volumes
from ambitus.core.volume import (
    CUBIC_INCH,
    LITRE,
    boxed_for_round,
    contents_height,
    flat_volume,
    holds,
    ratio_of,
    read_volume,
    round_size,
    sized,
)
from bags import drafted, tote


def _sack(base: str = "circle", size: dict[str, float] | None = None, **top: Any) -> dict[str, Any]:
    sizes = size or {"diameter": 200, "height": 250}
    return {
        "unit": "mm",
        "size": sizes,
        "base": {"kind": base},
        "top": {"kind": "casing", "height_means": "contents", **top},
        "carry": [],
    }


def test_a_round_sack_holds_to_the_height_of_its_contents() -> None:
    """π · 100² · 250 = 7.854 litres, whatever stands above the cord, and however coarsely it is drawn."""
    made = drafted(_sack(), rounded=False)
    assert holds(made.form) == pytest.approx(math.pi * 100**2 * made.form.mm("contents"), rel=1e-9)
    edge = drafted(_sack(height_means="edge"), rounded=False)
    assert holds(edge.form) < holds(made.form)


def test_a_box_and_a_flat_bag() -> None:
    """300 · 100 · 250, and a bag of two panels of 200 by 300 by the formula for it."""
    box = drafted({"unit": "mm", "size": {"width": 300, "depth": 100, "height": 250}}, rounded=False)
    assert holds(box.form) == pytest.approx(7.5 * LITRE)
    size = {"width": 200, "height": 300}
    flat = drafted({"unit": "mm", "size": size, "base": {"kind": "seamed"}}, rounded=False)
    by_hand = 200**3 * (1.5 / math.pi - 0.142 * (1 - 10**-1.5))
    assert holds(flat.form) == pytest.approx(by_hand)
    assert flat_volume(200, 300) == flat_volume(300, 200)


@given(st.floats(0.2, 300), st.floats(0.5, 6))
def test_from_litres_to_a_cylinder_and_back(litres: float, ratio: float) -> None:
    """The shape is kept, and the volume."""
    r, h = round_size(litres * LITRE, ratio)
    assert h / r == pytest.approx(ratio)
    assert math.pi * r * r * h == pytest.approx(litres * LITRE)


@given(st.floats(0.2, 300), st.floats(0.5, 6))
def test_a_box_in_place_of_a_cylinder(litres: float, ratio: float) -> None:
    """It goes as far round; standing square it holds π/4 of it."""
    r, _ = round_size(litres * LITRE, ratio)
    side, h = boxed_for_round(litres * LITRE, ratio)
    assert 4 * side == pytest.approx(2 * math.pi * r)
    assert side * side * h == pytest.approx(litres * LITRE * math.pi / 4)


@pytest.mark.parametrize(
    ("base", "size"),
    [
        ("circle", {"diameter": 200, "height": 250}),
        ("boxed", {"width": 240, "depth": 120, "height": 250}),
        ("gusset", {"width": 240, "depth": 120, "height": 250}),
        ("seamed", {"width": 240, "height": 320}),
    ],
)
@given(litres=st.floats(1, 40))
def test_litres_to_cuts_to_litres(base: str, size: dict[str, float], litres: float) -> None:
    """The exact size, drafted, read back from its cut list, holds what was asked, but for the grid."""
    spec = _sack(base, size)
    if base == "gusset":
        spec["top"]["opening"], spec["base"]["radius"] = "eyelets", 0
    now = drafted(spec, rounded=False)
    exact = sized(now.bag, now.form, litres * LITRE, ratio_of(now.bag, now.form), 10)[0]
    assert exact.holds == pytest.approx(litres * LITRE, rel=1e-3)
    spec["size"] = {path.split(".")[1]: mm for path, mm in exact.sizes.items()}
    made = drafted(spec, rounded=False)
    above = made.form.mm("height") - made.form.mm("contents")
    high = made.read.mm("height") - above
    sizes = {key: s.total for key, s in made.read.sizes.items()}
    across = {
        "circle": math.pi * (sizes.get("diameter", 0) / 2) ** 2,
        "seamed": 0.0,
    }.get(base, sizes.get("width", 0) * sizes.get("depth", 0))
    held = across * high if across else flat_volume(sizes["width"], high)
    assert held == pytest.approx(litres * LITRE, rel=2e-3)


def test_friendly_sizes_are_on_coarse_steps_and_say_what_they_hold() -> None:
    """Of 12 litres at 2 : 1 the exact one comes first, then steps of 10 mm, nearest first."""
    made = drafted(_sack())
    offered = volumes(made, "mm", "12 l", "24 × 24 cm")
    assert [c.exact for c in offered.choices] == [True, False, False, False, False]
    assert offered.choices[0].size == "248 across × 248 high mm"
    assert offered.choices[0].holds.startswith("12 litres")
    friendly = [e.value for c in offered.choices[1:] for e in c.edits if isinstance(e.value, float)]
    assert all(mm % 10 == 0 for mm in friendly)
    assert {e.path for c in offered.choices for e in c.edits} == {"size.diameter", "size.height"}


def test_a_bag_on_bars_holds_up_to_its_slits() -> None:
    """Open at both sides for 80 below its fold, 350 high: 400 by 100 by 270; sized by that, it holds that."""
    made = drafted(tote(400, 350, 100, top={"kind": "on_bars", "slit": 80}, carry=[]))
    assert holds(made.form) == pytest.approx(400 * 100 * 270)
    assert contents_height(made.bag, {"size.height": 350.0}) == 270


def test_what_is_typed() -> None:
    """Litres, millilitres, cubic inches; a bare number by the plan's unit; anything else is refused."""
    assert read_volume("12,5", True) == 12.5 * LITRE
    assert read_volume("500 ml", True) == 0.5 * LITRE
    assert read_volume("732", False) == pytest.approx(732 * CUBIC_INCH)
    assert read_volume("732 cu in", True) == pytest.approx(732 * CUBIC_INCH)
    for wrong in ("", "large", "0", "-3 l", "9000 l", "12 kg"):
        with pytest.raises(SpecProblems):
            read_volume(wrong, True)
    assert volume_text(0.754 * LITRE) == "0.75 litres (46 cu in)"
