"""Tops that are drawn up: marks from the raw edge, openings by base, cords by school, bands, heights."""

import math
from typing import Any

import pytest

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.form.model import Mark, Piece
from ambitus.core.form.sewn import rows_below
from ambitus.core.grammar.features import cords_in
from ambitus.core.shown.closing import closing_shown
from bags import drafted, mm_at, sizes_of, tote


def _drawn(base: str = "boxed", kind: str = "casing", **top: Any) -> Draft:
    given = {"unit": "mm", "size": sizes_of(base), "base": {"kind": base}, "carry": []}
    plain = {"seams": {"kind": "plain"}, "allowances": {"general": 10}}
    return drafted({**given, **plain, "top": {"kind": kind, **top}})


def _marks(piece: Piece, kind: str) -> list[Mark]:
    return [m for m in piece.marks if m.kind == kind]


def _told(piece: Piece, label: str) -> dict[str, float]:
    mark = next(m for m in piece.marks if m.label.startswith(label) and m.readings)
    return {name: s.total for name, s in mark.readings}


def test_creases_and_fold_to_lines_of_a_plain_casing() -> None:
    """First turn 10, channel 18, edge 3: creases at 10 and 31, brought to 20 and 52; the row at 49."""
    outer = _drawn(channel=18).piece("outer")
    assert _told(outer, "Creases") == {"first crease": 10, "second crease": 31}
    assert list(_told(outer, "Fold-to").values()) == [20, 52]
    assert _told(outer, "Rows") == {"lower row": 49, "lower row, from the finished top": 18}


def test_without_a_first_turn_the_cut_edge_is_the_lower_fold() -> None:
    """One crease at 21 and one fold-to line at 42."""
    outer = _drawn(channel=18, turn=0).piece("outer")
    assert _told(outer, "Creases") == {"second crease": 21}
    assert list(_told(outer, "Fold-to").values()) == [42]


@pytest.mark.parametrize(
    ("opening", "label", "wanted"),
    [
        ("slot", "Slot", {"unsewn from": 34, "to": 49}),
        ("slit", "Open slit", {"unsewn from": 0, "seam begins": 52}),
        ("ends", "Side seam ends", {"open from": 0, "seam begins": 49}),
    ],
)
def test_each_opening_is_told_from_the_raw_edge(opening: str, label: str, wanted: dict[str, float]) -> None:
    """And drawn on a side edge as far down as it says."""
    outer = _drawn(channel=18, opening=opening).piece("outer")
    assert _told(outer, label) == wanted
    drawn = _marks(outer, "slot")[0].points
    top = outer.box[3]
    assert [round(top - y, 3) for _, y in drawn] == list(wanted.values())


@pytest.mark.parametrize(("cords", "slots"), [("one", 1), ("two", 2), ("across", 2)])
def test_one_cord_has_an_opening_at_one_side_two_at_both(cords: str, slots: int) -> None:
    """Of a panel that front and back share; a folded piece has the one of either half on the same side."""
    assert len(_marks(_drawn(cords=cords).piece("outer"), "slot")) == slots
    folded = _drawn("folded", cords=cords).piece("outer")
    xs = [round(m.points[0][0]) for m in _marks(folded, "slot")]
    assert len(xs) == 2 * slots
    assert len(set(xs)) == slots


def test_a_tube_lets_its_second_cord_out_by_an_eyelet_opposite_the_seam() -> None:
    """The one seam has a slot on both of its edges; half way round, πd/2 from it, is the eyelet."""
    tube = _drawn("circle", cords="two").piece("outer")
    assert len(_marks(tube, "slot")) == 2
    eyelet = next(m for m in tube.marks if m.label.startswith("Eyelet"))
    from_left = dict(eyelet.readings)["from the left"].total
    assert from_left == pytest.approx(10 + math.pi * 200 / 2, abs=0.5)
    assert not any(m.label.startswith("Eyelet") for m in _drawn("circle").piece("outer").marks)


def test_a_gusset_has_no_side_seam_for_a_cord() -> None:
    """A slot is a stop there; eyelets are not."""
    assert "parts-do-not-fit" in {f.rule.id for f in findings(_drawn("gusset"))}
    assert "parts-do-not-fit" not in {f.rule.id for f in findings(_drawn("gusset", opening="eyelets"))}


def test_a_cord_by_each_school() -> None:
    """340 by 120: 920 round and 150 of tails; twice the width and them 830; three times the cut 1440."""
    made = _drawn()
    assert cords_in(made) is not None
    assert (cords_in(made).path.mm, cords_in(made).length.total) == (920, 1070)
    schools = {name: (s.total, left.total) for name, s, left in cords_in(made).schools}
    assert schools == {
        "twice the width and a tail": (830, -45),
        "three times the cut width": (1440, 260),
    }
    assert cords_in(made).tail_at(0) == 535


def test_open_ends_lengthen_the_way_of_the_cord() -> None:
    """Each of four side edges adds its allowance."""
    cords = cords_in(_drawn(opening="ends"))
    assert cords is not None
    assert cords.path.mm == 960


def test_a_strip_is_cut_four_times_its_width_and_lies_as_wide_as_it_is() -> None:
    """20 wide: cut 80, in a channel of 23 by default."""
    made = _drawn(cord="strip", cord_wide=20)
    assert made.piece("cord").size("width") == 80
    assert mm_at(made.bag, "top.channel") == 23
    assert made.piece("cord").material == "Canvas"


def test_the_channel_follows_the_cord_up_to_the_grid() -> None:
    """6 thick lies 9.42 wide and needs 12.42: 13."""
    assert mm_at(_drawn().bag, "top.channel") == 13


@pytest.mark.parametrize(
    ("base", "closing", "more"),
    [
        ("circle", "soft", 100),
        ("boxed", "soft", 60),
        ("boxed", "firm", math.hypot(340, 120) / 2),
        ("seamed", "soft", 0),
    ],
)
def test_the_height_of_what_goes_in_grows_by_its_closing(base: str, closing: str, more: float) -> None:
    """280 go in; the bag is higher by the closing and the 18 above the cord."""
    made = _drawn(base, channel=18, height_means="contents", closing=closing)
    assert made.form.dimensions["height"].asked == pytest.approx(280 + more + 18, abs=1e-3)
    assert made.form.mm("contents") == pytest.approx(280, abs=0.5)


def test_a_stitched_channel_runs_below_its_heading_through_both_layers() -> None:
    """Top seam 10, heading 25, channel 13: the slot from 35 to 48, in the outer only."""
    made = _drawn(kind="stitched_channel")
    assert _told(made.piece("outer"), "Slot") == {"unsewn from": 35, "to": 48}
    assert _marks(made.piece("lining"), "slot") == []
    assert rows_below(made.form) == (25, 38)


@pytest.mark.parametrize(("made_of", "count"), [("two", 4), ("one", 2)])
def test_bands_stand_above_lower_panels(made_of: str, count: int) -> None:
    """F 460 + 20 − 6 by 2 · 20 + 20; the panels 20 lower, the bag as high as asked."""
    made = _drawn(kind="bands", band=20, band_made=made_of)
    band = made.piece("band")
    assert (band.size("width"), band.size("height"), band.count) == (474, 60, count)
    assert made.piece("outer").size("height") == 280 - 20 + 60 + 10 + 10
    assert made.read.mm("height") == made.form.mm("height") == 280
    assert [w.seam.key for w in made.walked if not w.agrees] == []


def test_a_bag_without_a_cord_has_none() -> None:
    """No cord piece, no height of contents, no cord's field."""
    made = drafted(tote())
    assert cords_in(made) is None
    assert "contents" not in made.form.dimensions
    assert not [path for path in made.bag.values if path.startswith("top.cord")]


def test_loops_at_the_foot_lengthen_the_cords_and_need_two_of_them() -> None:
    """Twice 280 − 13 down the sides; the loop twice 25 and two seams long, 60 wide."""
    made, plain = _drawn(cords="two", loops="bottom"), _drawn(cords="two")
    assert cords_in(made) is not None
    assert cords_in(plain) is not None
    assert cords_in(made).length.total - cords_in(plain).length.total == 2 * (280 - 13)
    loop = made.piece("loop")
    assert (loop.size("length"), loop.size("width"), loop.count) == (70, 60, 2)
    assert "parts-do-not-fit" in {f.rule.id for f in findings(_drawn(loops="bottom"))}
    order = [s.key for s in made.steps]
    assert order.index("make loops") < order.index("baste loops") < order.index("outer sides")


def test_a_motif_has_room_below_the_casing() -> None:
    """From 52 below the raw edge, 280 − 21 high and as wide as the face."""
    assert _told(_drawn(channel=18).piece("outer"), "Room for a motif") == {
        "begins below the raw top edge": 52,
        "high": 259,
        "wide": 340,
    }


def test_a_closing_counted_to_the_edge_is_lower_and_stops_before_it_closes() -> None:
    """By the 13 that stand above the cord; seen closing, what goes in is too high at the end."""
    lower = _drawn(height_means="contents_edge")
    assert lower.form.dimensions["height"].asked == 280 + 60
    steps = closing_shown(lower, "mm")
    assert steps[0].fits
    assert not steps[-1].fits
    assert all(step.fits for step in closing_shown(_drawn(height_means="contents"), "mm"))


def test_a_cord_tells_its_channel_and_what_to_buy() -> None:
    """Two of 1070; 9.42 wide in a channel of 13."""
    told = _told(_drawn(cords="two").piece("cord"), "Where it enters")
    assert told["in all"] == 2140
    assert told["the cord lies wide"] == pytest.approx(3 * math.pi, abs=1e-3)
    assert told["in a channel of"] == 13


@pytest.mark.parametrize("fibre", ["synthetic", "cotton"])
def test_a_flame_touches_only_what_melts_and_never_beside_the_bag(fibre: str) -> None:
    """Ends are melted before the cord is threaded; of a cotton cord no step lights a flame."""
    made = _drawn(kind="casing", cord="round", cord_fibre=fibre, cord_end="sealed")
    keys = [s.key for s in made.steps]
    kept = next(s for s in made.steps if s.key == "keep ends")
    assert keys.index("keep ends") < keys.index("thread cord")
    flames = [s.key for s in made.steps if "flame" in s.cautions or "Melt" in s.title]
    assert flames == (["keep ends"] if fibre == "synthetic" else [])
    assert ("does not melt" in kept.say) == (fibre == "cotton")


def test_an_eyelet_in_the_middle_of_the_front_of_a_tube_lies_on_its_middle_mark() -> None:
    """A quarter of the way round from the seam, not a quarter of the raw edge."""
    made = drafted(
        {
            "unit": "mm",
            "preset": "sack",
            "base": {"kind": "circle", "panels": "one"},
            "size": {"diameter": 200, "height": 300},
            "top": {"kind": "casing", "opening": "eyelets", "cords": "two"},
            "carry": [],
        }
    )
    (tube,) = (p for p in made.pieces if p.layer == "outer" and p.tube)
    middles = sorted(m.points[0][0] for m in tube.marks if m.label == "Middle of the top")
    eyelets = sorted(m.points[0][0] for m in tube.marks if m.label.startswith("Eyelet"))
    assert eyelets == pytest.approx(middles)
