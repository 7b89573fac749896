"""Each base: its marks, its steps, its words, and what only it has."""

import math
from typing import Any

import pytest
import shapely

from ambitus.core import volume
from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.draft import Draft
from ambitus.core.form.model import Mark
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.shown.present import fields, present, sentence
from ambitus.core.shown.sheet import sheet
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import Spec
from bags import SHUT, SIZES, drafted, sizes_of, tote

#: every base that is open at its top; box pouches are told of in test_zips
BASES = [k for k in GRAMMAR.slots["base"] if k not in SHUT]
FLAT = {"seamed", "folded"}
SEPARATE = {b for b in BASES if "ring" in GRAMMAR.slots["base"][b].classes}
UNEQUAL = {"side": 12, "base": 9, "corner": 7, "top": 15}
MM = View("mm", "mm")


def _spec(base: str, **more: Any) -> dict[str, Any]:
    given = {"unit": "mm", "size": sizes_of(base), "base": {"kind": base}, "allowances": UNEQUAL}
    return {**given, **more}


def _corner(made: Draft) -> Mark:
    return next(m for m in made.piece("outer").marks if m.kind == "cut-out" and m.readings)


def test_a_square_cut_after_sewing_is_told_from_the_seam_lines() -> None:
    """Half the depth less the corner seam: 53, and drawn as large on the piece."""
    mark = _corner(drafted(_spec("boxed_after")))
    assert [(name, s.total) for name, s in mark.readings] == [("from the seam lines, each way", 53)]
    assert mark.points == ((53, 0), (53, 53), (0, 53))


def test_a_pinch_is_told_in_every_way_it_can_be_measured() -> None:
    """From the stitched point 60; the line 120; from the tip 60 + 9 down the side, 60 + 12 along the base."""
    mark = _corner(drafted(_spec("boxed_pinched")))
    assert {name: s.total for name, s in mark.readings} == {
        "from the stitched point": 60,
        "the line across": 120,
        "from the fabric tip, down the side seam": 69,
        "from the fabric tip, along the base seam": 72,
    }


def test_only_a_depth_that_is_cut_is_moved_by_the_grid() -> None:
    """103 stays 103 where it is stitched or folded; it becomes 104 where it is cut."""
    deep = {base for base in BASES if "depth" in sizes_of(base)}
    out = {base: drafted(tote(depth=103, base={"kind": base})).form.mm("depth") for base in deep}
    cut = {"boxed": 104, "boxed_after": 103, "boxed_pinched": 103, "folded_in": 103}
    assert out == {**cut, "gusset": 103, "side_panels": 104}


@pytest.mark.parametrize(
    ("corners", "top", "high", "told", "holds"),
    [
        # r 60 and 10 of seam; 145 = 120 + 10 + 15
        (
            {"radius": 60},
            {"kind": "overlocked_hem", "hem": 15},
            145,
            {"radius": 70},
            1 - 2 * 60**2 * 0.2146 / 28800,
        ),
        # c 40 and (2 − √2) of 10
        (
            {"lower": "clipped", "clip": 40},
            {"kind": "overlocked_hem", "hem": 15},
            145,
            {"corner": 45.858},
            1 - 1600 / 28800,
        ),
        # half of the width, and half of a zip that shows 16: its cloth ends 2 below the top
        ({"lower": "half"}, {"kind": "zip"}, 128, {"radius": 127.995}, None),
        (
            {"lower": "half"},
            {"kind": "overlocked_hem", "hem": 15},
            145,
            {"radius": 129.995},
            1 - 2 * 120**2 * 0.2146 / 28800,
        ),
    ],
)
def test_lower_corners_are_rounded_clipped_or_half_round(
    corners: dict[str, Any], top: dict[str, Any], high: float, told: dict[str, float], holds: float | None
) -> None:
    """260 by what the top asks for, its corners as cut; one allowance all round, and it holds less."""
    spec = {"unit": "mm", "preset": "pouch", "size": {"width": 240, "height": 120}, "carry": []}
    made = drafted({**spec, "base": {"kind": "rounded", **corners}, "top": top})
    row = made.cut_list.rows[0]
    assert (row.width, row.height) == (260, high)
    for name, mm in told.items():
        assert getattr(row, name) == pytest.approx(mm, abs=0.001)
    assert {edge.allowance for edge in made.piece("outer").edges if edge.seam == "side"} == {10}
    assert made.sewing.refused is None
    if holds is not None:
        flat = drafted({**spec, "base": {"kind": "seamed"}, "top": top})
        share = volume.holds(made.form) / volume.holds(flat.form)
        assert share == pytest.approx(holds**1.5, abs=0.0005)


def test_the_middle_of_a_base_that_is_all_curve_is_found_from_its_sides() -> None:
    """Half of 260 from either side: nobody finds the ends of a straight as short as a hair."""
    spec = {"unit": "mm", "preset": "pouch", "size": {"width": 240, "height": 120}, "carry": []}
    for corners, said in (({"lower": "half"}, "from either raw side"), ({"radius": 40}, "from the end")):
        outer = drafted({**spec, "base": {"kind": "rounded", **corners}, "top": {"kind": "zip"}}).piece(
            "outer"
        )
        (mark,) = (m for m in outer.marks if m.label == "Middle of the base")
        ((name, mm),) = mark.readings
        assert (name, mm.total) == (said, 130 if "lower" in corners else 80)
        assert mark.points[0][0] == pytest.approx(sum(outer.box[0::2]) / 2)


@pytest.mark.parametrize(
    ("corners", "height", "says"),
    [
        (
            {"clip": 40, "lower": "clipped"},
            120,
            "turn with the needle down at both ends of each clipped corner",
        ),
        ({"radius": 40, "lower": "round"}, 120, "slowly round both corners, along the base and up"),
        ({"lower": "half"}, 120, "slowly along the whole curve and up"),
        # with a mouth lower than half of the width a straight is left between the curves
        ({"lower": "half"}, 90, "slowly round both corners, along the base and up"),
    ],
)
def test_the_seam_goes_round_what_corners_there_are(
    corners: dict[str, Any], height: float, says: str
) -> None:
    """No corner is told of a half round, and none that is clipped is gone round slowly."""
    size = {"width": 240, "height": height}
    made = drafted({"unit": "mm", "preset": "pouch", "size": size, "base": {"kind": "rounded", **corners}})
    told = [s.say for s in made.steps if s.acts and "in the same go" in s.say]
    assert told
    assert all(says in say for say in told)
    edges = made.form.faces[0].edges
    ends = [edge.start for edge in (*edges[1:], edges[0])]
    straight = sum(
        math.dist(edge.start, end)
        for edge, end in zip(edges, ends, strict=True)
        if edge.name.startswith("base") and edge.bend is None and edge.start[1] == end[1]
    )
    assert (straight > 5) == ("along the base" in told[0])


@pytest.mark.parametrize(("seam", "wide", "high"), [("plain", 220, 112), ("raw", 240, 122)])
def test_half_discs_are_cut_of_a_disc(seam: str, wide: float, high: float) -> None:
    """Of 240: two halves 240 by 120, round all along; where edges stay outside it is as wide as its disc."""
    base = {"kind": "rounded", "lower": "disc", "disc": 240}
    spec = {"unit": "mm", "preset": "pouch", "base": base, "carry": [], "seams": {"kind": seam}}
    made = drafted(spec)
    piece = made.piece("outer")
    assert (piece.size("width"), piece.size("height")) == (240, 120)
    assert made.cut_list.rows[0].radius == pytest.approx(120, abs=0.006)
    assert (made.form.mm("width"), made.form.mm("height")) == (wide, high)
    assert made.sewing.refused is None
    for top in ({"kind": "zip", "zip_counts": "left_out"}, {"kind": "turned_through"}):
        fits = [f for f in findings(drafted({**spec, "top": top})) if f.rule.id == "parts-do-not-fit"]
        assert [f for f in fits if "a disc is cut through its middle" in str(f.fired.words)]


@pytest.mark.parametrize("base", sorted(FLAT))
def test_a_flat_bag_has_no_depth_anywhere(base: str) -> None:
    """No field, no corner allowance, no dimension, no step, and a picture of one wall."""
    made = drafted(_spec(base))
    shown = fields(made.bag, Spec.model_validate(_spec(base)), MM)
    assert not {"size.depth", "allowances.corner", "base.width_means"} & set(shown)
    assert set(made.form.dimensions) == {"width", "height", "flat_opening"}
    assert not [s for s in made.steps if "corners" in s.key]
    standing = present(made, Spec.model_validate(_spec(base)), "mm").standing
    walls = [s for s in standing.shapes if s.layer == "outer"]
    assert len([w for w in walls if w.style != "stitch"]) == 1


@pytest.mark.parametrize("base", BASES)
def test_the_sentence_stays_at_seven_choices(base: str) -> None:
    """A plain tote, whatever its base; the last is the order of work."""
    tokens = sentence(drafted(_spec(base)).bag, MM)
    assert sum(t.kind == "choice" for t in tokens) == 7
    text = "".join(t.text for t in tokens)
    assert text.startswith("A canvas tote with a ")
    assert text.endswith(".")


@pytest.mark.parametrize("base", BASES)
def test_the_sheet_tells_every_number_of_the_base(base: str) -> None:
    """Sizes, pieces, marks and readings; no reading of nothing."""
    made = drafted(_spec(base))
    page = sheet(made, "mm")
    assert {d.key for d in page.size} >= set(made.form.dimensions)
    corner = made.form.corner
    if corner is not None:
        marks = [r.sum.mm for p in page.pieces for m in p.marks for r in m.readings]
        assert corner in marks
    assert not [line for line in page.readings if line.endswith(" 0 mm")]


@pytest.mark.parametrize("base", BASES)
def test_a_corner_is_never_cut_before_it_is_measured_or_matched_after_it_is_sewn(base: str) -> None:
    """Points of no return come where the work can still be checked."""
    order = {s.key: i for i, s in enumerate(drafted(_spec(base)).steps)}
    for layer in ("outer", "lining"):
        if f"{layer} corners" in order:
            assert order[f"{layer} nested"] < order[f"{layer} corners"]
        if f"{layer} cut corners" in order:
            assert order[f"{layer} press"] < order[f"{layer} cut corners"] < order[f"{layer} nested"]
        if f"{layer} trim corners" in order:
            assert order[f"{layer} corners"] < order[f"{layer} trim corners"]


@pytest.mark.parametrize(
    ("base", "where"),
    [
        (base, where)
        for base in BASES
        for where in ("base", "side")
        # a fold has no seam, and a curve is not left open
        if where == "side" or base not in {"folded", *SEPARATE}
    ],
)
def test_the_gap_is_left_in_the_seam_that_was_chosen(base: str, where: str) -> None:
    """Marked on that edge of the lining, and asked for when that seam is sewn."""
    made = drafted(_spec(base, top={"gap_in": where}))
    lining = made.piece("lining")
    gap = next(m for m in lining.marks if m.kind == "gap")
    (ax, ay), (bx, by) = gap.points
    assert (ay == by) if where == "base" else (ax == bx)
    says = {s.key: s.say for s in made.steps}
    sides = {"gusset": "lining gusset front", "side_panels": "lining sides upright"}.get(base, "lining sides")
    seam = "lining base" if where == "base" and base not in {"gusset", "rounded"} else sides
    other = sides if seam == "lining base" else "lining base"
    assert "Leave the turning gap open" in says[seam]
    assert "Leave the turning gap open" not in says.get(other, "")
    assert not any("Leave the turning gap" in text for key, text in says.items() if key.startswith("outer"))


@pytest.mark.parametrize("base", BASES)
def test_changing_the_base_keeps_what_the_other_had(base: str) -> None:
    """A depth chosen for a boxed base waits while the bag is flat."""
    given = {"kind": base, "width_means": "face", "pinch": "line", "radius": 30, "step": 0}
    made = drafted({"unit": "mm", "size": {**SIZES, "length": 260}, "base": given})
    for key in sizes_of(base):
        assert made.form.mm(key) == SIZES[key]


def test_a_gusset_from_a_plate_has_its_seam_inside_the_plate() -> None:
    """A plate of 144 and a seam of 12 leave a radius of 60; the cut line has the plate's own."""
    size = {"width": 310, "height": 330, "depth": 110}
    base = {"kind": "gusset", "round_by": "plate", "plate": 144}
    made = drafted({"unit": "mm", "size": size, "base": base, "allowances": {"general": 12}})
    assert made.form.rounded == 60
    assert made.cut_list.rows[0].radius == 72
    strip = next(p for p in made.pieces if p.part == "gusset")
    readings = {name: s.total for m in strip.marks for name, s in m.readings}
    # top 12 + 330 − 60 to the corner; π · 60 / 2 more to its end; the raw edge is longer by π · 12
    assert readings["corner begins"] == 282
    assert readings["corner ends"] == pytest.approx(282 + 94.248, abs=0.001)
    assert readings["by the raw edge of the panel, trimmed after"] == pytest.approx(
        942.496 + 37.699, abs=0.001
    )


def test_a_square_gusset_is_clipped_once_and_its_raw_edge_runs_four_seams_longer() -> None:
    """Clips at top + H; the other school is out by 4 · sg."""
    size = {"width": 300, "height": 350, "depth": 120}
    made = drafted({"unit": "mm", "size": size, "base": {"kind": "gusset", "radius": 0}})
    strip = next(p for p in made.pieces if p.part == "gusset")
    readings = {name: s.total for m in strip.marks for name, s in m.readings}
    assert readings["clip"] == 360
    assert readings["by the raw edge of the panel, trimmed after"] == 1000 + 20 + 40


def test_a_tube_is_made_to_go_round_a_disc_in_hand() -> None:
    """A disc of 210 with seams of 10 leaves 190: the tube is 190 π and its side seams."""
    base = {"kind": "circle", "given": "plate", "plate": 210}
    spec = {"unit": "mm", "size": {"height": 260}, "base": base}
    made = drafted(spec, rounded=False)
    assert made.form.mm("diameter") == 190
    assert made.piece("outer").size("width") == pytest.approx(616.903, abs=0.001)


def test_the_parallel_curve_of_an_oval_is_the_numerical_offset() -> None:
    """Within a twentieth of a millimetre all round; an ellipse of L + 2 sc by B + 2 sc would not be."""
    spec = {"unit": "mm", "size": {"length": 260, "breadth": 120, "height": 200}, "base": {"kind": "ellipse"}}
    base = next(p for p in drafted(spec).pieces if p.part == "base")
    seam = shapely.Polygon(flattened(base.stitch, [e.seam_bend for e in base.edges]))
    cut = shapely.Polygon(flattened(base.cut, base.bends))
    true = seam.buffer(10, quad_segs=400)
    assert shapely.hausdorff_distance(cut.exterior, true.exterior, densify=0.1) < 0.05


def test_side_panels_are_pinned_and_clipped_where_the_front_turns_under() -> None:
    """D/2 + sb up the front to clip; the side's raw edge a seam lower; its own seams stop s above its end."""
    spec = {
        "unit": "mm",
        "size": {"width": 280, "height": 240, "depth": 130},
        "base": {"kind": "side_panels"},
    }
    made = drafted({**spec, "allowances": {"general": 8}})
    front = {name: s.total for m in made.piece("outer").marks for name, s in m.readings}
    assert front["clip, to 2 mm from the seam"] == 73
    assert front["the side’s raw bottom edge is pinned here"] == 65
    side = next(p for p in made.pieces if p.part == "side")
    assert {name: s.total for m in side.marks for name, s in m.readings} == {"from the raw bottom edge": 8}


def test_a_grid_too_coarse_for_a_tube_is_left_for_a_finer_one() -> None:
    """On 5 mm two panels would be out by over a hundredth; they are cut to the millimetre, and say so."""
    size, base = {"diameter": 50, "height": 150}, {"kind": "circle", "panels": "two"}
    made = drafted({"unit": "mm", "grid": {"step": 5}, "size": size, "base": base, "carry": []})
    ring = next(w for w in made.walked if w.seam.key == "outer ring front")
    assert ring.ease <= 0.01
    labels = [t.label for t in made.piece("outer").sums["width"].terms]
    assert "To a finer grid, so that the seam eases" in labels


def test_what_was_really_cut_is_told_what_to_do() -> None:
    """A tube 8 too wide: 2 deeper at each of four edges; a disc 8 too wide hangs over by 4 all round."""
    size, base = {"diameter": 200, "height": 200}, {"kind": "circle", "panels": "two"}
    spec = {"unit": "mm", "size": size, "base": base, "carry": []}
    made = drafted(spec)
    panel = made.piece("outer").size("width")
    wide = drafted({**spec, "base": {**base, "cut_tube": panel + 8}})
    found = next(f for f in findings(wide) if f.rule.id == "as-cut-does-not-ease")
    # 16 too long, less what the plan itself had rounded away, shared by four edges
    assert found.fired.numbers["each"] == pytest.approx(4, abs=0.2)
    disc = drafted({**spec, "base": {**base, "cut_base": 228}})
    found = next(f for f in findings(disc) if f.rule.id == "as-cut-does-not-ease")
    assert found.fired.numbers["over"] == pytest.approx(4, abs=0.1)


def test_another_kind_of_base_lets_go_of_where_the_straps_were() -> None:
    """165 from a boxed tote's side seam is beyond the middle of a gusset's front; like bases keep it."""
    given = Spec.model_validate(tote(340, 280, 120, carry=[{"from_side": 165, "drop": 260}]))
    gusset = pick(given, "base.kind", "gusset", GRAMMAR)
    assert gusset.carry == [{"drop": 260}]
    assert [f.rule.level for f in findings(drafted(gusset.model_dump()))] == []
    assert pick(given, "base.kind", "boxed_pinched", GRAMMAR).carry == [{"from_side": 165, "drop": 260}]


#: base -> length and breadth of its insert, 4 smaller at every edge
INSERTS = {
    "boxed": (332, 112),
    "folded_in": (332, 112),
    # under the straight of the base only: 340 − 2 · 40
    "gusset": (252, 112),
    "side_panels": (332, 112),
    "circle": (192, 192),
    "ellipse": (252, 132),
    "rectangle": (252, 132),
}


@pytest.mark.parametrize("base", INSERTS)
def test_an_insert_is_the_finished_base_less_its_clearance(base: str) -> None:
    """A piece of its own, laid in last; none where none is wanted."""
    spec = _spec(base)
    assert not [p for p in drafted(spec).pieces if p.layer == "insert"]
    given = {**spec["base"], "insert": "stiff", "insert_less": 4}
    made = drafted({**spec, "base": given}, rounded=False)
    (insert,) = [p for p in made.pieces if p.layer == "insert"]
    assert (insert.size("width"), insert.size("height")) == pytest.approx(INSERTS[base], abs=0.01)
    assert made.steps[-1].key == "lay insert"
    assert [f for f in made.read.findings if f.level == "stop"] == []


def test_a_knit_eases_five_times_what_a_woven_cloth_does() -> None:
    """The same disc, cut 8 too large: a stop's worth in canvas, eased in jersey, drafted and read alike."""
    size, base = {"diameter": 200, "height": 200}, {"kind": "circle", "cut_base": 228}
    cloths = {"canvas": "as-cut-does-not-ease", "jersey": "as-cut-eases"}
    for cloth, said in cloths.items():
        given = {"outer": cloth, "lining": cloth}
        made = drafted({"unit": "mm", "size": size, "base": base, "cloth": given, "carry": []})
        assert said in {f.rule.id for f in findings(made)}
        assert made.cut_list.ease == {"canvas": 0.01, "jersey": 0.05}[cloth]
    # a knit bag with a woven lining eases only as its lining does
    mixed = {"unit": "mm", "size": size, "base": base, "cloth": {"outer": "jersey"}, "carry": []}
    assert drafted(mixed).cut_list.ease == 0.01


def test_the_middles_of_a_tube_lie_a_quarter_of_it_from_its_seam() -> None:
    """Front and back are halves of one panel: 10 of seam and a quarter of 200 π, from either raw end."""
    made = drafted(
        {"unit": "mm", "size": {"diameter": 200, "height": 200}, "base": {"kind": "circle"}}, rounded=False
    )
    tube = made.piece("outer")
    middles = [m for m in tube.marks if m.label == "Middle of the top"]
    told = [s.total for m in middles for _, s in m.readings]
    assert told == [pytest.approx(10 + 50 * math.pi, abs=0.01)]
    left, _, right, _ = tube.box
    xs = sorted(m.points[0][0] for m in middles)
    assert (xs[0] - left, right - xs[1]) == pytest.approx((told[0], told[0]), abs=0.01)


@pytest.mark.parametrize(("radius", "side", "under"), [(60, 294, 402.496), (0, 354, 334)])
def test_a_gusset_in_three_is_joined_where_its_corners_begin(
    radius: float, side: float, under: float
) -> None:
    """Sides H − r + top + join; base (W − 2r) + πr + 2 join; H and W for square corners."""
    size, base = (
        {"width": 310, "height": 330, "depth": 110},
        {"kind": "gusset", "radius": radius, "strip": "three"},
    )
    made = drafted({"unit": "mm", "size": size, "base": base, "allowances": {"general": 12}}, rounded=False)
    parts = {p.part: p for p in made.pieces if p.layer == "outer"}
    assert parts["gusset"].size("width") == pytest.approx(side, abs=0.001)
    assert parts["gusset base"].size("width") == pytest.approx(under, abs=0.001)
    assert (parts["gusset"].count, parts["gusset base"].count) == (2, 1)
    assert made.read.more["base.strip"] == "three"


@pytest.mark.parametrize("ring", [20, 85, 89.99, 90, 107.65, 200])
def test_a_disc_that_its_seam_eats_is_a_stop_and_is_drawn(ring: float) -> None:
    """Of a disc of 180 at least 10 have to be left; under that it says so, drafts and doubts nothing else."""
    base = {"kind": "circle", "given": "plate", "plate": 180}
    made = drafted({"unit": "mm", "size": {"height": 200}, "base": base, "allowances": {"ring": ring}})
    stops = {f.at for f in findings(made) if f.rule.level == "stop"}
    assert (("allowance-over-piece", "allowances.ring") in stops) is (180 - 2 * ring < 10)
    assert not {check for check, _ in stops} & {"seams-differ", "reading-differs"}
    assert made.form.mm("diameter") == pytest.approx(max(10, 180 - 2 * ring), abs=0.5)
