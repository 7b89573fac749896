"""What an edge gives up, in one place: the knife at every edge, what stands beyond a seam once it is sewn."""

import math
from typing import Any

import pytest

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.form.model import Mark, Piece
from ambitus.core.grammar.features import cords_in
from bags import drafted, mm_at, tote

KNIFE = {"seams": {"kind": "overlocked_first", "sliver": 4}}


def _reading(piece: Piece, label: str, mark: str = "") -> float:
    """Return what the first mark of *piece* that has this reading tells."""
    found = (s.total for m in piece.marks if mark in m.label for name, s in m.readings if name == label)
    return next(found)


def _mark(draft: Draft, label: str, layer: str = "outer") -> Mark:
    return next(m for p in draft.pieces if p.layer == layer for m in p.marks if label in m.label)


@pytest.mark.parametrize(
    ("top", "plain"),
    [
        ({"kind": "double_hem", "turn": 10, "hem": 25}, 35),
        ({"kind": "overlocked_hem", "hem": 25}, 25),
        ({"kind": "casing", "turn": 10, "channel": 20, "edge": 3, "hem_edge": "turned"}, 33),
    ],
)
def test_the_knife_takes_of_a_top_edge_too(top: dict[str, Any], plain: float) -> None:
    """Where every edge is overlocked first, 4 more at hem and casing: 280, half of 120, base seam, top."""
    made = drafted(tote(top=top, carry=[], allowances={"general": 10}, **KNIFE))
    assert made.piece("outer").size("height") == 280 + 60 + (10 + 4) + plain + 4
    assert made.read.mm("height") == 280
    quiet = drafted(tote(top=top, carry=[], allowances={"general": 10}))
    assert quiet.piece("outer").size("height") == 280 + 60 + 10 + plain


def test_a_hem_of_its_own_sliver_keeps_it() -> None:
    """An overlocked hem follows the seams' knife unless it has its own; a plain bag's knife takes nothing."""

    def sliver(**more: Any) -> float:
        top = {"kind": "overlocked_hem", **more.pop("top", {})}
        return mm_at(drafted(tote(top=top, carry=[], **more)).bag, "top.sliver")

    assert sliver() == 0
    assert sliver(**KNIFE) == 4
    assert sliver(top={"sliver": 2}, **KNIFE) == 2


def test_marks_of_a_hem_shift_with_the_knife() -> None:
    """Measured from a raw edge that will lose 4: the folds of a hem, the creases and rows of a casing."""
    hem = drafted(tote(top={"kind": "double_hem", "turn": 10, "hem": 25}, carry=[], **KNIFE)).piece("outer")
    assert (_reading(hem, "first fold"), _reading(hem, "second fold")) == (14, 39)
    top = {"kind": "casing", "turn": 10, "channel": 20, "edge": 3}
    casing = drafted(tote(top=top, carry=[], **KNIFE)).piece("outer")
    # t1, t1 + f, then 2 t1, t1 + 2 f and the row 3 above that
    assert _reading(casing, "first crease") == 14
    assert _reading(casing, "second crease") == 4 + 10 + 23
    assert _reading(casing, "first, the raw edge comes to it") == 4 + 20
    assert _reading(casing, "second, the fold comes to it") == 4 + 10 + 46
    assert _reading(casing, "lower row") == 4 + 10 + 46 - 3


def test_a_casing_overlocked_by_itself_has_a_knife_of_its_own() -> None:
    """Plain seams, the casing's edge overlocked: only there the knife takes 3."""
    top = {"kind": "casing", "turn": 10, "channel": 20, "edge": 3, "hem_edge": "overlocked", "sliver": 3}
    made = drafted(tote(top=top, carry=[], seams={"kind": "plain"}, allowances={"general": 10}))
    assert made.piece("outer").size("height") == 280 + 60 + 10 + 33 + 3
    assert made.piece("outer").size("width") == 340 + 120 + 20


def test_with_overlocked_seams_no_raw_edge_lies_in_the_channel() -> None:
    """Every edge is finished before anything is folded."""
    top = {"kind": "casing", "turn": 10, "channel": 20, "edge": 3, "hem_edge": "turned"}
    fires = {f.rule.id for f in findings(drafted(tote(top=top, carry=[])))}
    assert "raw-edge-in-channel" in fires
    assert "raw-edge-in-channel" not in {
        f.rule.id for f in findings(drafted(tote(top=top, carry=[], **KNIFE)))
    }


def test_a_gusset_round_a_plate_is_cut_wider_by_the_knife() -> None:
    """A plate of 120 and a seam of 10: 50 at the seam line, 60 and 4 on the cut line."""
    made = drafted(tote(base={"kind": "gusset", "round_by": "plate", "plate": 120}, **KNIFE))
    assert made.form.rounded == 50
    assert made.cut_list.rows[0].radius == 64


def test_side_panels_are_pinned_and_stopped_at_their_whole_seam() -> None:
    """Seams of 10 and 4 of knife: stopped at 14; clipped at 60 + 14; pinned 14 lower."""
    made = drafted(tote(base={"kind": "side_panels"}, carry=[], **KNIFE))
    side = next(p for p in made.pieces if p.part == "side" and p.layer == "outer")
    assert _reading(side, "from the raw bottom edge") == 14
    front = made.piece("outer")
    assert _reading(front, "clip, to 2 mm from the seam") == 74
    assert _reading(front, "the side’s raw bottom edge is pinned here") == 60


def test_a_sack_over_a_disc_in_hand_closes_over_what_is_left_of_it() -> None:
    """A disc of 200 less seams of 10 and a knife of 4 on both sides: 172 across, 86 to close over it."""
    base = {"kind": "circle", "given": "plate", "plate": 200}
    top = {"kind": "casing", "height_means": "contents", "channel": 20, "edge": 3}
    spec = {"unit": "mm", "size": {"height": 150}, "base": base, "top": top, "carry": [], **KNIFE}
    made = drafted(spec)
    assert made.form.mm("diameter") == 172
    assert made.form.mm("height") == 150 + 86 + 20


@pytest.mark.parametrize(
    ("seams", "along", "down"),
    [
        ({"kind": "plain"}, 70, 69),
        # the first row lies inside the second
        ({"kind": "french", "first": 6, "second": 10}, 70, 70),
        ({"kind": "overlocked_first", "sliver": 4}, 70, 69),
        ({"kind": "zigzagged"}, 70, 69),
        # half of 15 was trimmed off, half of 14
        ({"kind": "felled"}, 65, 64.5),
        ({"kind": "lapped"}, 60, 60),
        ({"kind": "raw"}, 60, 60),
    ],
)
def test_the_fabric_tip_lies_what_stands_beyond_the_seam(
    seams: dict[str, Any], along: float, down: float
) -> None:
    """Half the depth of 120, and what is left outside the point once side and base are sewn."""
    own = {"french": {}, "lapped": {}, "raw": {}}.get(seams["kind"], {"side": 10, "base": 9})
    made = drafted(tote(base={"kind": "boxed_pinched"}, seams=seams, allowances=own, carry=[]))
    outer = made.piece("outer")
    assert _reading(outer, "from the fabric tip, along the base seam") == along
    assert _reading(outer, "from the fabric tip, down the side seam") == (down if own else along)


def test_as_cut_counts_what_the_seams_really_eat() -> None:
    """Panels and disc cut exactly as drafted go together, whatever the seams eat."""
    for seams in ({"kind": "plain"}, {"kind": "overlocked_first", "sliver": 5}, {"kind": "french"}):
        spec = {"unit": "mm", "size": {"diameter": 200, "height": 200}, "carry": [], "seams": seams}
        plain = drafted({**spec, "base": {"kind": "circle"}})
        base = next(p for p in plain.pieces if p.part == "base").size("width")
        cut = {"kind": "circle", "cut_base": base, "cut_tube": plain.piece("outer").size("width")}
        found = {f.rule.id for f in findings(drafted({**spec, "base": cut}))}
        assert "as-cut-eases" in found
        assert "as-cut-does-not-ease" not in found


def test_with_lapped_sides_an_open_casing_is_as_long_as_it_is_cut() -> None:
    """The front gives nothing, the back a lap of 12 at both sides: 460 and 484."""
    top = {"kind": "casing", "opening": "ends"}
    made = drafted(tote(top=top, carry=[], seams={"kind": "lapped"}, cloth={"outer": "felt"}))
    assert cords_in(made) is not None
    panels = [p.size("width") for p in made.pieces if p.layer == "outer"]
    assert panels == [460, 484]
    assert cords_in(made).path.mm == sum(panels)


def test_a_bag_deeper_than_wide_closes_over_half_its_width() -> None:
    """The term names the size that it halves."""
    top = {"kind": "casing", "height_means": "contents"}
    made = drafted(tote(width=100, depth=160, height=200, top=top, carry=[]))
    terms = {t.label: t.mm for t in made.bag.kinds.top.height(made.bag)}
    assert terms["Half the width, to close over it"] == 50
    deep = drafted(tote(width=160, depth=100, height=200, top=top, carry=[]))
    assert {t.label for t in deep.bag.kinds.top.height(deep.bag)} >= {"Half the depth, to close over it"}


def test_the_base_of_a_contrasting_bottom_is_a_choice() -> None:
    """A disc goes with the bottom, or stays with the outer."""
    size = {"diameter": 200, "height": 250}
    spec: dict[str, Any] = {"unit": "mm", "size": size, "base": {"kind": "circle"}, "carry": []}

    def of(**cloth: str) -> tuple[str, str]:
        made = drafted({**spec, "cloth": {"outer": "canvas", "contrast": "denim", **cloth}})
        base = next(p for p in made.pieces if p.part == "base" and p.layer == "outer")
        return base.material, base.looks

    assert of() == ("Canvas", "outer")
    assert of(bottom="contrast") == ("Denim", "contrast")
    assert of(bottom="contrast", base_of="outer") == ("Canvas", "outer")


def test_teeth_are_the_zips_own() -> None:
    """Wider teeth leave a narrower seam beside them: (28 − 8 − 4) ÷ 2."""
    pouch = {"preset": "pouch", "unit": "mm", "allowances": {"zip": 9}}
    assert "zip-seam-over-teeth" not in {f.rule.id for f in findings(drafted(pouch))}
    wide = drafted({**pouch, "top": {"teeth": 8}})
    (found,) = [f.fired for f in findings(wide) if f.rule.id == "zip-seam-over-teeth"]
    assert found.numbers["narrow"] == 8
    assert found.numbers["wide"] == 2 * 9 + 8 + 4


def test_a_thin_cord_gets_a_channel_that_its_pin_passes() -> None:
    """A cord 2 thick lies 3.1 wide; the pin that threads it is 8, and 3 to run."""
    thin = {"kind": "casing", "cord_thick": 2}
    assert mm_at(drafted(tote(top=thin, carry=[])).bag, "top.channel") == 11
    thick = {"kind": "casing", "cord_thick": 10}
    assert mm_at(drafted(tote(top=thick, carry=[])).bag, "top.channel") == math.ceil(math.pi * 5 + 3)
    narrow = drafted(tote(top={**thin, "channel": 8}, carry=[]))
    says = next(s.say for s in narrow.steps if s.key == "thread cord")
    assert says.startswith("With a flat bodkin")
