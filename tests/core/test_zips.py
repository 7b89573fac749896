"""Zips, and what only a zipped bag has: lengths and stops, tabs, box pouches, what is seen and told."""

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.checks.run import findings, stops
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.top.zip.made import zip_in, zip_of
from ambitus.core.lengths import View
from ambitus.core.shown.present import present, sentence
from ambitus.core.shown.sheet import sheet
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import Spec
from ambitus.core.volume import holds
from ambitus.library import shipped
from bags import LIDDED, choice_at, drafted, mm_at, sizes_of, totes
from conftest import examples
from core.proofs import at_edge, eaten, is_hinged

SIZES: dict[str, dict[str, float]] = {
    "seamed": {"width": 220, "height": 150},
    "boxed": {"width": 200, "height": 140, "depth": 70},
    "box_pouch": {"length": 200, "breadth": 80, "height": 60},
    "box_pouch_cut": {"length": 200, "breadth": 80, "height": 60},
}
ALLOWANCES = {"general": 10, "zip": 6}


def pouch(base: str = "seamed", *, unit: str = "mm", **top: Any) -> dict[str, Any]:
    """Return a pouch with a tape of 28 sewn in at 6, every other seam 10."""
    given = {"preset": "pouch", "unit": unit, "size": SIZES[base], "base": {"kind": base}, "carry": []}
    return {**given, "top": {"kind": "zip", "tape": 28, **top}, "allowances": ALLOWANCES}


def _zip(made: Draft) -> Piece:
    return next(p for p in made.pieces if p.layer == "zip")


def _tab(made: Draft, part: str) -> Piece:
    return next(p for p in made.pieces if p.layer == "tab" and p.part == part)


def _size(piece: Piece) -> tuple[float, float]:
    return piece.size("length"), piece.size("width")


@settings(max_examples=examples(60), deadline=None)
@given(totes(top="zip"), st.floats(14, 60), st.booleans())
def test_any_tape_reads_back_to_the_size_that_was_asked(
    spec: dict[str, Any], tape: float, counted: bool
) -> None:
    """What the zip adds to one side of the seam it takes from the other, counted or not."""
    spec["top"] |= {"tape": tape, "zip_counts": "counted" if counted else "left_out"}
    made = drafted(spec, rounded=False)
    # behind a window there is nothing to count
    nothing = is_hinged(made) or spec["base"]["kind"] in ("all_round", "zip_round")
    shows = 0.0 if nothing else tape - 2 * mm_at(made.bag, "allowances.zip")
    key = "breadth" if spec["base"]["kind"] in LIDDED and not at_edge(made) else "height"
    asked = made.form.dimensions[key].asked
    assert made.read.mm(key) == pytest.approx(asked + (0 if counted else shows / 2), abs=0.01)
    assert made.form.mm(key) == pytest.approx(made.read.mm(key), abs=0.01)


@settings(max_examples=examples(60), deadline=None)
@given(totes(top="zip"))
def test_the_tape_goes_with_its_panels_and_its_stops_with_its_rows(spec: dict[str, Any]) -> None:
    """A caught tape is as long as the panel is wide; tabs and opening fill the mouth; stops keep clear."""
    made = drafted(spec, rounded=False)
    tape, mouth = _zip(made), made.form.mm("flat_opening")
    zip_made = zip_in(made)
    assert zip_made is not None
    if spec["top"]["zip_ends"] == "caught":
        if made.bag.kinds.seams.kind != "lapped":
            # in a gusset it lies between strips of its own
            beside = [p for p in made.pieces if p.layer == "outer" and p.part == "zip strip"]
            wide = (beside or [made.piece("outer")])[0].size("width")
            if spec["base"]["kind"] == "zip_round":
                # it goes up, over and down, both ends in the base seam
                wide = mouth + 2 * eaten(made, "base")
            assert tape.size("length") == pytest.approx(wide, abs=0.01)
    elif spec["top"]["zip_ends"] == "window" and is_hinged(made):
        ends = 12 if spec["unit"] != "in" else 12.7
        assert tape.size("length") == pytest.approx(spec["top"]["zip_window"] + 2 * ends, abs=0.01)
    elif spec["top"]["zip_ends"] != "window":
        end = _tab(made, "end")
        ends = 12 if spec["unit"] != "in" else 12.7
        cut = 2 * end.size("length") / 2 - (2 * ends if spec["top"]["zip_ends"] == "seamed" else 0)
        turned = spec["top"]["tab_edges"] == "turned" and spec["top"]["tab_of"] == "cloth"
        seams = 2 * -end.cut[0][0]
        shows = (cut - seams - (2 * spec["top"]["tab_turn"] if turned else 0)) / 2
        assert 2 * shows + tape.size("length") - 2 * ends == pytest.approx(mouth, abs=0.01)
    if zip_made.stops and not zip_made.short:
        quiet = "stop-on-row" not in {f.rule.id for f in findings(made)}
        long = made.bag.values["top.zip_stop"].value or 0.0
        assert isinstance(long, float)
        ends = [abs(x) for x in zip_made.stops]
        gaps = [zip_made.row - x if x <= zip_made.row else max(0.0, x - long - zip_made.row) for x in ends]
        assert quiet == (min(gaps) >= 3 - 1e-6)
    assert tape.sums["opens"].total <= 2 * zip_made.half_open


def test_a_longer_zip_is_bought_by_its_sum() -> None:
    """240 of tape, 25 to cut off, up to 300; its top stop 3 inside; 220 less that and the slider opens."""
    made = drafted(pouch())
    tape = _zip(made)
    assert _size(tape) == (240, 28)
    assert [t.mm for t in tape.sums["buy"].terms] == [240, 25, 35]
    assert [t.mm for t in tape.sums["opens"].terms] == [220, -3, -8]
    assert zip_of(made.bag, made.form).stops == (-193, 107)
    told = {m.label: [(n, s.total) for n, s in m.readings] for m in tape.marks if m.kind == "stop"}
    assert told == {
        "Bottom stop": [("outside the row, cut off with the end", 83)],
        "Top stop": [("inside the row", 3)],
    }
    order = [s.key for s in made.steps]
    assert order.index("tack zip") < order.index("slider inside") < order.index("cut zip")


def test_a_stop_that_was_measured_holds_the_slider_and_lies_clear_of_rows() -> None:
    """5 long: it opens 5 less. A zip of 230 used whole, its rows 220 apart, ends 5 past them: on them."""
    made = drafted(pouch(zip_stop=5))
    assert [t.mm for t in _zip(made).sums["opens"].terms] == [220, -3, -5, -8]

    def on_a_row(hand: float, stop: float | None) -> list[dict[str, float]]:
        at = drafted(pouch(zip_used="whole", zip_in_hand=hand, zip_stop=stop))
        return [dict(f.fired.numbers) for f in findings(at) if f.rule.id == "stop-on-row"]

    assert on_a_row(230, None) == []
    assert on_a_row(230, 5) == [{"off": 0, "clear": 3, "more": 6}]
    assert (len(on_a_row(235.9, 5)), on_a_row(236, 5)) == (1, [])


def test_stock_lengths_are_those_of_the_unit_set() -> None:
    """Never a metric zip in inches: 8 3/4 of tape and 1 take a 10."""
    size = {"width": "8 in", "height": "6 in"}
    inches = drafted({"preset": "pouch", "unit": "in", "size": size, "carry": []})
    assert _zip(inches).size("length") == pytest.approx(8.75 * 25.4)
    assert _zip(inches).size("buy") == pytest.approx(10 * 25.4)
    for facts in shipped().zips.values():
        assert all(list(stock) == sorted(stock) for stock in facts.stock.values())


def test_a_zip_used_whole_lies_between_its_rows() -> None:
    """Between rows 184 apart the longest sold is 150, too short: it fills an opening of 152 to 156."""
    made = drafted(pouch(zip_used="whole", zip_ends="folded", narrow_by="opening", zip_opening=180))
    found = {f.rule.id: f.fired.numbers for f in findings(made)}
    assert found["zip-too-short"] == {
        "stock": 150,
        "short": 12,
        "least": 152,
        "most": 156,
        # or another one between rows 184 apart, each stop 3 inside
        "shortest": 174,
        "longest": 178,
    }
    for opening, rule in ((152, None), (156, None), (156.5, "zip-too-short")):
        at = drafted(pouch(zip_used="whole", zip_ends="folded", narrow_by="opening", zip_opening=opening))
        rules = {f.rule.id for f in findings(at)} & {"zip-too-short", "stop-on-row"}
        assert rules == ({rule} if rule else set())
    assert not [s for s in at.steps if s.key in ("tack zip", "cut zip")]


def test_an_open_ended_zip_opens_less_by_its_box() -> None:
    """Between rows 220 apart one of 200: 10 at either end, a box of 12, the slider; longer as measured."""
    for stop, opens in ((None, 220 - 20 - 12 - 8), (5.0, 220 - 20 - 12 - 5 - 8), (15.0, 220 - 20 - 30 - 8)):
        made = drafted(pouch(zip_used="open_end", zip_stop=stop))
        strip = made.piece("zip")
        assert strip.size("opens") == opens
        assert [m.label for m in strip.marks if m.kind == "stop"] == ["Box and pin", "Top stop"]
        keys = [s.key for s in made.steps]
        order = ["zip apart", "zip front", "zip back", "zip joined", "outer sides"]
        assert sorted(order, key=keys.index) == order
        assert made.sewing.refused is None
    # shut by a row that lies on the box: 3 clear of it
    near = drafted(pouch(zip_used="open_end", zip_in_hand=240))
    assert "stop-on-row" in {f.rule.id for f in findings(near)}
    assert "stop-on-row" not in {
        f.rule.id for f in findings(drafted(pouch(zip_used="whole", zip_in_hand=240)))
    }


def test_a_zip_by_the_metre_has_a_slider_and_two_tacks() -> None:
    """No stops; 25 to hold; both ends tacked before they are cut."""
    made = drafted(pouch(zip_used="metre"))
    assert zip_of(made.bag, made.form).stops is None
    assert [t.mm for t in _zip(made).sums["buy"].terms] == [240, 25]
    assert len([m for m in _zip(made).marks if m.kind == "tack"]) == 2
    assert "slider on" in {s.key for s in made.steps}


def test_tabs_and_small_pieces_are_cut_by_their_rules() -> None:
    """By hand: visible 25, seams 10, across 12, turn 6; in four; 1.75 of the elastic; a knot of 25."""
    plain = drafted(pouch(zip_ends="folded", tab=25))
    assert _size(_tab(plain, "end")) == (70, 28)
    assert _tab(plain, "end").count == 2
    seamed = pouch(zip_ends="seamed", tab=25, tab_edges="turned", tab_turn=6)
    assert _size(_tab(drafted(seamed), "end")) == (106, 28)
    every = drafted(
        pouch(
            grab="ribbon",
            grab_shows=25,
            grab_wide=15,
            wrist="elastic",
            wrist_round=180,
            wrist_wide=12,
            pull="cord",
            pull_shows=40,
            pull_wide=3,
        )
    )
    assert _size(_tab(every, "hold")) == (70, 15)
    assert _size(_tab(every, "wrist")) == (335, 50)
    assert _size(_tab(every, "elastic")) == (200, 12)
    assert _size(_tab(every, "pull")) == (130, 3)
    cloth = drafted(pouch(wrist="cloth", wrist_shows=150, wrist_wide=12, grab="cloth", grab_wide=10))
    assert _size(_tab(cloth, "wrist")) == (320, 48)
    assert _tab(cloth, "hold").size("width") == 40
    assert {p.name for p in sheet(every, "mm").pieces if p.small} == {
        p.name for p in every.pieces if p.layer in ("zip", "tab")
    }


def test_every_choice_is_found_under_a_phrase_of_the_sentence() -> None:
    """The zip and what hangs on it have phrases of their own, so that none holds too much."""
    made = drafted(pouch(wrist="cloth", pull="ribbon"))
    words = "".join(t.text for t in sentence(made.bag, View("mm", "mm")))
    assert words == (
        "A canvas pouch with a flat base, lined, closed by a coil zip, with a wrist loop and a pull, "
        "interfacing left out, no straps, plain seams of 10 mm, in the usual order."
    )
    shown = present(made, Spec.model_validate(pouch()), "mm")
    under = shown.found_under
    assert {under[f"top.{leaf}"] for leaf in ("kind", "turned", "gap")} == {"top"}
    assert {under[f"top.{leaf}"] for leaf in ("zip", "tape", "zip_in_hand", "zip_counts")} == {"zip"}
    assert {under[f"top.{leaf}"] for leaf in ("pull", "wrist_shows")} == {"small"}
    fields = {path for path in shown.fields if not path.startswith(("size.", "allowances."))}
    assert fields <= set(under)


def test_hard_teeth_are_taken_out_where_a_row_crosses() -> None:
    """A step, with its caution; none for a coil."""
    metal, coil = drafted(pouch(zip="metal")), drafted(pouch())
    step = next(s for s in metal.steps if s.key == "pick teeth")
    assert step.lengths == (("From the cut end", 15),)
    assert "hard teeth" in step.cautions
    assert "pick teeth" not in {s.key for s in coil.steps}


def test_turned_through_the_zip_both_layers_are_one() -> None:
    """No gap, no lining sewn by itself; French seams then are no waste."""
    made = drafted({**pouch(turned="zip"), "seams": {"kind": "french"}})
    keys = {s.key for s in made.steps}
    assert "baste lining" in keys
    assert not [k for k in keys if k.startswith("lining s") or k == "close gap"]
    assert not [m for p in made.pieces for m in p.marks if m.kind == "gap"]
    assert "enclosed-under-lining" not in {f.rule.id for f in findings(made)}
    words = "".join(t.text for t in sentence(drafted(pouch(kind="zip_unlined")).bag, View("mm", "mm")))
    assert "unlined, closed by a coil zip" in words
    assert "French" in words


@pytest.mark.parametrize("base", SIZES)
def test_a_print_stands_up_on_both_faces_with_its_top_at_the_zip(base: str) -> None:
    """One head to the arrow, and on every panel the edge that meets the zip is its upper one."""
    made = drafted({**pouch(base), "cloth": {"print": "one_way"}})
    outer = made.piece("outer")
    assert (outer.count, outer.upright, made.piece("lining").upright) == (2, True, False)
    (edge,) = [m for m in outer.marks if m.kind == "zip"]
    assert {y for _, y in edge.points} == {max(y for _, y in outer.cut)}
    shown = present(made, Spec.model_validate(pouch(base)), "mm")
    heads = shown.pieces[0].picture.grain.count("M")
    assert heads == shown.pieces[1].picture.grain.count("M")
    assert shown.pieces[0].picture.grain != shown.pieces[1].picture.grain


@pytest.mark.parametrize(
    ("base", "kind", "turned"),
    [
        ("rounded", "raw", False),
        ("rounded", "plain", True),
        ("seamed", "felled", False),
        ("boxed", "felled", True),
        ("boxed_pinched", "raw", True),
        ("box_pouch", "raw", True),
    ],
)
def test_what_is_sewn_from_the_right_side_is_never_turned(base: str, kind: str, turned: bool) -> None:
    """Edges that stay outside: its right side is out when it is sewn. A corner sewn across is turned."""
    own = {"preset": "pouch", "unit": "mm", "base": {"kind": base}, "size": sizes_of(base)}
    made = drafted({**own, "top": {"turned": "zip", "pull": "cloth"}, "seams": {"kind": kind}})
    assert made.sewing.refused is None
    assert any(step.title.startswith("Turn the bag") for step in made.steps) is turned
    half_open = next(step for step in made.steps if step.key == "zip half open")
    assert ("could not be turned" in half_open.say) is turned


def test_the_row_beside_the_zip_is_drawn_at_its_seam() -> None:
    """6 inside the raw edge, not at the middle of the zip; interfacing ends where the cloth does."""
    given = {**pouch(), "interfacing": {"kind": "kept_out"}}
    made = drafted(given)
    outer = made.piece("outer")
    assert max(y for _, y in outer.cut) - max(y for _, y in outer.sewn) == pytest.approx(6)
    assert max(y for _, y in outer.cut) - max(y for _, y in outer.stitch) == pytest.approx(-2)
    assert made.piece("interfacing").size("height") == 150 - 8


def test_a_box_pouch_is_pressed_boxed_and_told() -> None:
    """Three states: 260 × 140 pressed; corners 60 long, 30 from the point; the box."""
    made = drafted(pouch("box_pouch"))
    shown = present(made, Spec.model_validate(pouch("box_pouch")), "mm")
    assert [[one.shown for one in s.labels] for s in shown.states] == [["260", "140"], ["60", "30", "80"]]
    assert holds(made.form) == pytest.approx(200 * 80 * 60)
    fold = next(m for m in made.piece("outer").marks if m.label == "Side fold")
    # half of 140, less 8 of the zip, and its seam
    assert [s.total for _, s in fold.readings] == [68]
    corner = next(m for m in made.piece("outer").marks if m.kind == "cut-out" and m.readings)
    assert [s.total for _, s in corner.readings] == [30, 60, 40, 30]
    pressed = next(s for s in made.steps if s.key == "outer press box").told(View("mm", "mm"))
    assert "a box 200 mm by 60 mm, 80 mm high." in pressed
    assert not present(drafted(pouch()), Spec.model_validate(pouch()), "mm").states
    for layer in ("outer", "lining"):
        order = [s.key for s in made.steps]
        keys = [
            f"{layer} {k}" for k in ("base", "press box", "box centred", "ends", "corners", "trim corners")
        ]
        assert [order.index(k) for k in keys] == sorted(order.index(k) for k in keys)
    assert "Leave the turning gap open" in next(s.say for s in made.steps if s.key == "lining base")


def test_corners_of_a_box_cut_out_first() -> None:
    """60 / 2 − 10 + 10 deep, 20 each way from the side fold; opened, 30 × 40 is missing at each end."""
    outer = drafted(pouch("box_pouch_cut")).piece("outer")
    assert (outer.size("across"), outer.size("up")) == (30, 20)
    shown = present(drafted(pouch("box_pouch_cut")), Spec.model_validate(pouch("box_pouch_cut")), "mm")
    assert shown.pieces[0].from_fold == "side fold"


def test_corners_cut_out_of_one_piece_lie_on_both_side_folds() -> None:
    """Half-way between fold and zip edge, 30 deep and 20 each way; sewn they make the box that was asked."""
    given = {**pouch("box_pouch_cut"), "base": {"kind": "box_pouch_cut", "cut_as": "folded"}}
    made = drafted(given)
    outer = made.piece("outer")
    assert (outer.count, outer.size("width"), outer.size("height")) == (1, 280, 276)
    fold = made.form.face("body").measures[-1].fold_at
    assert fold == pytest.approx((80 + 60) / 2)
    low, high = outer.spans["up"]
    assert (low[1], high[1] - low[1], outer.size("across")) == (fold, 20, 30)
    shown = present(made, Spec.model_validate(given), "mm")
    assert not [w for w in made.walked if not w.agrees]
    assert (made.read.mm("length"), made.read.mm("breadth"), made.read.mm("height")) == (200, 80, 60)
    assert "in one piece" in "".join(t.text for t in shown.sentence)
    # it has no seam for a gap, and is turned through its zip without being asked
    assert choice_at(made.bag, "top.turned") == "zip"
    assert (made.sewing.refused, stops(made)) == (None, ())


def test_a_boxed_pouch_leans_together_and_holds_a_wedge() -> None:
    """Its front keeps its height along the cloth; what it holds is told by its cross-sections."""
    made = drafted(pouch("boxed"))
    form = made.form
    assert math.hypot(form.stands, 35) == pytest.approx(140)
    assert {y for _, y in form.stance.mouth_outline} == {35}
    assert max(x for x, _ in form.stance.mouth_outline) - min(
        x for x, _ in form.stance.mouth_outline
    ) == pytest.approx(270)
    # at a share t of the height: W × D (1 − t), and a triangle of D (1 − t) by D t / 2 at each side
    assert holds(form) == pytest.approx(70 * form.stands * (200 / 2 + 70 / 12))


@pytest.mark.parametrize("base", ["gusset", "side_panels", "circle"])
def test_a_zip_needs_two_sides_to_be_caught_in(base: str) -> None:
    """What stands between front and back, or a tube of one panel, is refused with a reason."""
    found = findings(drafted({"base": {"kind": base}, "top": {"kind": "zip"}, "carry": []}))
    assert [f.rule.id for f in found if f.rule.level == "stop"] == ["parts-do-not-fit"]
    two = drafted({"base": {"kind": "circle", "panels": "two"}, "top": {"kind": "zip"}, "carry": []})
    assert not stops(two)


def test_what_another_top_had_waits_while_the_bag_is_zipped() -> None:
    """A casing's way out and a lining's gap are fields of their own."""
    spec = Spec.model_validate({"top": {"kind": "casing", "opening": "slit"}, "carry": []})
    for kind in ("zip", "zip_unlined", "casing"):
        spec = pick(spec, "top.kind", kind, GRAMMAR)
        assert drafted(spec.model_dump()).bag.kinds.top.kind == kind
    assert choice_at(drafted(spec.model_dump()).bag, "top.opening") == "slit"


def test_what_hangs_on_it_is_seen_and_told_where_it_is_chosen() -> None:
    """A tile of the wrist loop tells that loop, one of the zip's ends the zip; none tells of nothing."""
    spec = Spec.model_validate(pouch(wrist="cloth", wrist_shows=150, wrist_wide=12, grab="ribbon"))
    small = {g.path: g.tiles for g in tiles(spec, "small", "mm", GRAMMAR, shipped()).groups}
    wrist = {t.key: t.size for t in small["top.wrist"]}
    assert (wrist["none"], wrist["cloth"]) == ("", "Loop for the wrist 320 × 48")
    assert all(t.standing for t in small["top.pull"])
    ends = next(g for g in tiles(spec, "zip", "mm", GRAMMAR, shipped()).groups if g.path == "top.zip_ends")
    # caught, under tabs, and with 12 past either end of a window of 190
    assert {t.size for t in ends.tiles} == {"Zip 240 × 28", "Zip 194 × 28", "Zip 214 × 28"}
    # the tab at the end where the slider closes, the loop hanging from the other
    form = drafted(spec.model_dump()).form
    tab, loop = (p.points for p in form.stance.patches if p.layer == "tab")
    assert {x for x, _, _ in tab} == {220, 245}
    assert max(x for x, _, _ in loop) <= 150 * 0.2
    assert math.dist(loop[0], (0, 0, 150 - 16)) == pytest.approx(0)
    reach = max(math.dist(loop[0], p) for p in loop)
    assert reach == pytest.approx(150)


def test_every_small_piece_says_where_it_comes_from() -> None:
    """Zip, ribbon and elastic are bought; what is folded of cloth is cut."""
    made = drafted(pouch(wrist="elastic", grab="ribbon", pull="cloth"))
    sources = {p.part or p.layer: p.source for p in made.pieces if p.small}
    assert sources == {
        "zip": "bought",
        "hold": "bought",
        "wrist": "cloth",
        "elastic": "bought",
        "pull": "cloth",
    }


def test_a_metal_zip_is_tacked_clear_of_the_teeth_that_are_taken_out() -> None:
    """Taken out 15 from the cut end, tacked 5 further in; the mark lies there too."""
    made = drafted(pouch(zip="metal", teeth_at_seams="out"))
    lengths = {s.key: dict(s.lengths) for s in made.steps}
    out, tacked = lengths["pick teeth"]["From the cut end"], lengths["tack zip"]["Inside the cut end"]
    assert tacked == out + 5
    zip_piece = _zip(made)
    (tack, *_) = (m for m in zip_piece.marks if m.kind == "tack")
    ends = (zip_piece.box[0], zip_piece.box[2])
    assert min(abs(tack.points[0][0] - x) for x in ends) == pytest.approx(tacked)


def test_an_elastic_for_the_wrist_is_drawn_into_its_tube_before_it_is_caught() -> None:
    """One step makes it, with its own length; nothing else is said to be folded in four for it."""
    made = drafted(pouch(wrist="elastic"))
    keys = [s.key for s in made.steps]
    assert keys.index("make wrist") < keys.index("baste tabs")
    assert "make tabs" not in keys
    step = next(s for s in made.steps if s.key == "make wrist")
    assert dict(step.lengths)["Elastic"] == mm_at(made.bag, "top.wrist_round")


def test_two_sliders_open_it_from_the_middle_and_a_tab_is_held_at_either_end() -> None:
    """Each slider lies at an end of what is open; each has its pull, and each end its tab."""
    one = drafted(pouch(zip_used="metre", grab="cloth", pull="cord"))
    two = drafted(pouch(zip_used="metre", zip_sliders="two", grab="cloth", grab_at="both", pull="cord"))
    opens = [z.opens.total for made in (one, two) if (z := zip_in(made))]
    assert opens == [220 - 8, 220 - 16]
    assert [(_tab(m, "pull").count, _tab(m, "hold").count) for m in (one, two)] == [(1, 1), (2, 2)]
    assert "two sliders" in _zip(two).material
    gate = next(s for s in two.steps if s.key == "zip half open")
    assert gate.lengths[0][1] == 55
    assert two.sewing.refused is None
    # of a zip that is not bought so there is one slider, whatever was chosen
    closed_end = zip_in(drafted(pouch(zip_sliders="two")))
    assert closed_end is not None
    # its stop lies 3 inside a seam
    assert closed_end.opens.total == 220 - 3 - 8


@pytest.mark.parametrize("kind", ["coil", "metal"])
@pytest.mark.parametrize("used", ["cut", "metre"])
def test_a_zip_sewn_in_long_is_cut_level_before_any_seam_crosses_it(kind: str, used: str) -> None:
    """The tape comes out as long, whichever is first."""
    first = drafted(pouch(zip=kind, zip_used=used))
    after = drafted(pouch(zip=kind, zip_used=used, zip_trimmed="after"))
    assert _size(_zip(after)) == _size(_zip(first))
    order = [step.key for step in after.steps]
    assert order.index("zip back") < order.index("tack zip") < order.index("cut zip")
    assert order.index("cut zip") < order.index("outer sides")
    assert after.sewing.refused is None
