"""Panels that are made up: read back, begun again, bought, drawn, and told; each by numbers of its own."""

import math
import re
from itertools import pairwise
from typing import Any, get_args

import pytest

from ambitus.core.buying.thread import rows_of
from ambitus.core.checks.run import findings
from ambitus.core.clashes import spots_of
from ambitus.core.draft import Draft, readers
from ambitus.core.drawing.grain import runs_up
from ambitus.core.drawing.standing import standing
from ambitus.core.grammar.extra.ground import Side
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.layout.of_bag import cloths_of
from ambitus.core.lengths import View
from ambitus.core.read.back import read_back
from ambitus.core.read.begin import begun_from
from ambitus.core.shown.present import sentence
from bags import SIZES, drafted, sizes_of, tote

QUILTED = tote(331, 287, 118, interfacing={"kind": "quilted", "rows_run": "both", "backing": "lining"})
PIECED = tote(331, 287, 118, cloth={"made": "strips", "strip": 53, "strips_of": "alternate"})
BOTH = {**QUILTED, **PIECED}
WIDENED = tote(331, 287, 118, cloth={"made": "widened", "print_wide": 273})
LENGTHENED = tote(331, 287, 118, cloth={"made": "lengthened", "print_high": 271, "widened_with": "outer"})
TWO = tote(331, 287, 118, cloth={"made": "two", "first_motif": 219, "base_line": 83})
FRONT = tote(331, 287, 118, cloth={**PIECED["cloth"], "made_on": "front", "bottom": "contrast"})
PRINT = tote(331, 287, 118, cloth={"made": "widened", "print_wide": 273, "made_on": "front"})
ZIPPED = tote(331, 287, 118, cloth={"made": "zip", "zip_strip": 63, "zip_covers": "covered"})
BOTTOM = tote(331, 287, 118, cloth={"made": "strips", "bottom": "contrast", "strips_run": "up"})


def _again(made: Draft) -> Draft:
    names = GRAMMAR.listed(made.cut_list.top, made.cut_list.seams.values())
    return drafted(begun_from(made.cut_list, made.read, names, "mm"))


@pytest.mark.parametrize(
    "spec", [QUILTED, PIECED, BOTH, BOTTOM, WIDENED, LENGTHENED, TWO, FRONT, PRINT, ZIPPED]
)
def test_made_up_panels_begin_again_from_their_cut_list(spec: dict[str, Any]) -> None:
    """Every blank and every strip is cut as it was."""
    made = drafted(spec)
    cut = {(p.key, p.count): p.extent for p in made.pieces if p.role.blank}
    assert cut
    assert {(p.key, p.count): p.extent for p in _again(made).pieces if p.role.blank} == cut


@pytest.mark.parametrize(
    ("spec", "role", "side", "by", "found"),
    [
        (QUILTED, "blank", "width", 40, "blank-too-small"),
        (QUILTED, "wadding", "height", 40, "wadding-too-small"),
        (QUILTED, "backing", "height", 40, "backing-too-small"),
        # 12 are trimmed of the panel, a millimetre more is missing
        (PIECED, "strip", "width", 13, "strip-too-small"),
        (BOTH, "strip", "height", 1, "strip-too-small"),
        (WIDENED, "strip", "width", 1, "strip-too-small"),
        (LENGTHENED, "strip", "height", 1, "strip-too-small"),
        # 12 to trim
        (ZIPPED, "strip", "height", 13, "strip-too-small"),
        (TWO, "strip", "width", 1, "strip-too-small"),
        (FRONT, "strip", "width", 13, "strip-too-small"),
        (PRINT, "strip", "width", 1, "strip-too-small"),
    ],
)
def test_what_comes_out_short_is_read_off_the_cut_list(
    spec: dict[str, Any], role: str, side: str, by: float, found: str
) -> None:
    """A ply that is cut too small is found by its size alone; as it was cut nothing is said."""
    made = drafted(spec)
    told = made.cut_list
    assert not made.read.findings
    rows = [
        row.model_copy(update={side: getattr(row, side) - by}) if row.role == role else row
        for row in told.rows
    ]
    read = read_back(told.model_copy(update={"rows": rows}), readers(GRAMMAR))
    assert found in {f.key for f in read.findings}
    assert all(f.level == "stop" for f in read.findings)


def test_panels_are_not_laid_on_cloth_and_their_plies_are() -> None:
    """Each ply on the cloth that it is of: the wadding with the interfacing, the backing with the lining."""
    made = drafted(BOTH)
    on = {cloth.key: {p.layer for p in cloth.pieces} for cloth in cloths_of(made)}
    assert on == {
        "outer": {"strip", "strap"},
        "contrast": {"strip"},
        "lining": {"backing", "lining"},
        "interfacing": {"wadding", "strap core"},
    }


def test_a_blank_has_the_grain_of_its_panel_and_strips_lie_along_theirs() -> None:
    """What is trimmed from a blank hangs along the grain; of a gusset’s it runs along the strip."""
    made = drafted({**BOTH, "base": {"kind": "gusset"}})
    ups = {(p.layer, p.part): runs_up(p) for p in made.pieces if p.role.blank}
    assert ups == {
        ("blank", ""): True,
        ("blank", "gusset"): False,
        ("wadding", ""): True,
        ("wadding", "gusset"): False,
        ("backing", ""): True,
        ("backing", "gusset"): False,
        ("strip", ""): False,
    }


def test_the_sentence_says_what_panels_are_made_of() -> None:
    """In the words of the cloth and of the interfacing."""
    said = "".join(token.text for token in sentence(drafted(BOTH).bag, View("mm", "mm")))
    assert said.startswith("A pieced canvas and denim tote")
    assert ", quilted on cotton batting, in rows 25 mm apart, " in said


def test_thread_and_minutes_count_every_row_and_join() -> None:
    """As many metres as the rows are long on the blanks, and as the joins are long on the strips."""
    made = drafted(QUILTED)
    blank = made.piece("blank")
    wide, high = blank.extent
    up, across = (1 + 2 * math.floor((mm / 2 - 6) / 25) for mm in (wide, high))
    rows = [row for row in rows_of(made) if row.rows == 2 * (up + across)]
    assert [row.metres for row in rows] == [pytest.approx(2 * (up * high + across * wide) / 1000)]
    made = drafted(PIECED)
    strips = [p for p in made.pieces if p.layer == "strip"]
    joins = sum(p.count for p in strips) - 2
    rows = [row for row in rows_of(made) if row.rows == joins]
    assert pytest.approx(joins * strips[0].extent[0] / 1000) in [row.metres for row in rows]


def _xs(d: str) -> list[float]:
    """Return how far to the right the points of path data lie, in mm."""
    return [float(x) for x, _ in re.findall(r"[ML](-?[\d.]+)[ ,](-?[\d.]+)", d)]


def _shapes(made: Draft, style: str) -> int:
    drawn = standing(made.form, made.hangs, set())
    return sum(shape.style == style for shape in drawn.shapes)


def test_joins_and_rows_are_seen_where_they_lie() -> None:
    """The first join below the top as far as the first strip shows; rows as many as the front has."""
    form = drafted(PIECED).form
    levels = form.stance.levels
    # a strip of 53: 6 to trim, 10 in the top seam and 10 in the join are not seen
    assert form.height - levels[0].z == pytest.approx(53 - 6 - 10 - 10)
    assert all(a.z - b.z == pytest.approx(33) for a, b in pairwise(levels))
    assert [level.layer for level in levels[:3]] == ["contrast", "outer", "contrast"]
    ups = drafted(tote(331, 287, 118, cloth={"made": "strips", "strip": 53, "strips_run": "up"})).form.stance
    front = drafted(tote(331, 287, 118)).piece("outer").extent[0]
    # the first join is seen so far from the left side seam of the panel
    assert ups.uprights[1].x + (front - 20) / 2 == pytest.approx(53 - 6 - 10 - 10)
    assert _shapes(drafted(QUILTED), "rows") > 20
    assert not _shapes(drafted(tote()), "rows")


def test_a_print_is_widened_by_what_is_missing_and_both_allowances() -> None:
    """d a side: strips cut d + 2q; after the side seam d + q − s are seen of them, on the face D/2 less."""
    allowances = {"side": 12, "base": 14, "join": 8}
    made = drafted(tote(400, 330, 100, allowances=allowances, cloth={"made": "widened", "print_wide": 344}))
    missing = (400 + 100 + 24 - 344) / 2
    assert made.called("side strip outer panel").extent[0] == missing + 16
    shows = {label: mm for s in made.steps for label, mm in s.lengths}["Seen of each strip on the front"]
    assert shows == pytest.approx(missing + 8 - 12 - 50)
    ups = made.form.stance.uprights
    assert [one.layer for one in ups] == ["contrast", "outer", "contrast"]
    assert 200 - ups[2].x == pytest.approx(shows)


def test_a_print_is_lengthened_by_a_band_above_the_base() -> None:
    """Cut so that the panel comes out; cut − q − sb are seen of it, on a boxed bag D/2 less."""
    allowances = {"side": 12, "base": 14, "top": 9, "join": 8}
    spec = tote(400, 330, 100, allowances=allowances, cloth={"made": "lengthened", "print_high": 244})
    made = drafted(spec)
    band = made.called("band outer panel").extent[1]
    assert band == 9 + 330 + 50 + 14 - 244 + 16
    shows = {label: mm for s in made.steps for label, mm in s.lengths}["Seen of the band on the front"]
    assert shows == pytest.approx(band - 8 - 14 - 50)
    assert [level.z for level in made.form.stance.levels] == [pytest.approx(shows)]


def test_two_motifs_stand_on_one_line() -> None:
    """w1 + w2 − 2q make the panel; the base line lies as far above both lower edges."""
    made = drafted(TWO)
    first, second = (made.called(f"{which} motif outer panel") for which in ("first", "second"))
    assert first.extent[0] + second.extent[0] - 20 == made.piece("outer").extent[0]
    for motif in (first, second):
        (line,) = (m for m in motif.marks if m.label == "Base line")
        assert {y - motif.box[1] for _, y in line.points} == {83.0}


def test_a_front_that_alone_is_pieced_has_a_back_of_one_piece() -> None:
    """The back lies on the cloth, as large as the front is; joins are seen, and met, on the front alone."""
    made = drafted(PRINT)
    front, back = made.called("outer front"), made.called("outer back")
    assert (bool(front.made_of), back.made_of) == (True, ())
    assert (front.extent, back.extent) == (back.extent, drafted(tote(331, 287, 118)).piece("outer").extent)
    on = {cloth.key: {p.key for p in cloth.pieces} for cloth in cloths_of(made)}
    assert on["outer"] == {"outer back", "print outer front", "strap carry.0"}
    assert {one.on for one in made.form.stance.uprights} == {"front"}
    joins = {
        side: sum(spot.is_a == "join" for spot in spots_of(made, "outer", side)) for side in get_args(Side)
    }
    assert joins == {"front": 2, "back": 0}
    said = "".join(token.text for token in sentence(made.bag, View("mm", "mm")))
    assert said.startswith("A widened-front canvas and denim tote")


def test_joins_of_panels_do_not_run_round_a_gusset() -> None:
    """The strip between front and back is cut in one: the joins end at its seams."""
    cloth = {"made": "strips", "strips_of": "alternate"}
    made = drafted(tote(331, 287, 118, base={"kind": "gusset"}, cloth=cloth))
    drawn = standing(made.form, made.hangs, set())
    seen = [_xs(shape.d) for shape in drawn.shapes if shape.layer == "contrast"]
    assert seen
    assert all(max(xs) - min(xs) < 331 + 1 for xs in seen)


@pytest.mark.parametrize("base", [{"kind": "folded"}, {"cut_as": "folded"}, {"cut_as": "wrapped"}])
def test_a_picture_needs_a_front_of_its_own(base: dict[str, str]) -> None:
    """On one piece that goes round or under the bag nothing is offered that is joined beside a picture."""
    made = drafted(tote(331, 287, 0 if "kind" in base else 118, base=base, cloth={"made": "widened"}))
    assert "parts-do-not-fit" in {f.rule.id for f in findings(made)}
    assert made.piece("outer").extent[0] > 331


@pytest.mark.parametrize("fit", ["last", "alike"])
@pytest.mark.parametrize("more", [{}, {"interfacing": {"kind": "quilted"}}, {"base": {"cut_as": "wrapped"}}])
def test_the_strips_of_a_bottom_are_seen_as_they_are_cut(fit: str, more: dict[str, Any]) -> None:
    """Every join lies one strip below the last, from the bottom's own upper edge down."""
    cloth = {"made": "strips", "strips_fit": fit, "bottom": "contrast", "bottom_height": 110}
    made = drafted(tote(360, 410, 118, cloth=cloth, **more))
    (strip,) = (p for p in made.pieces if p.name.endswith(", strip") and p.division == "bottom")
    panel = made.called("blank outer bottom" if "interfacing" in more else "outer bottom")
    pieced = sum(
        p.extent[1] * p.count / panel.count
        for p in made.pieces
        if p.layer == "strip" and p.division == "bottom"
    )
    strips = sum(p.count for p in made.pieces if p.layer == "strip" and p.division == "bottom")
    spare = (pieced - 20 * (strips / panel.count - 1) - made.called("outer bottom").extent[1]) / 2
    shown = [level.z for level in made.form.stance.levels if level.style == "line" and level.z < 110]
    assert len(shown) > 1
    # strips are cut up to the ruler: joined they are larger by less than a step each, half of it above
    assert 110 - shown[0] == pytest.approx(strip.extent[1] - spare - 20, abs=strips / panel.count / 2)
    assert all(a - b == pytest.approx(strip.extent[1] - 20) for a, b in pairwise(shown))


def test_a_measured_sample_takes_the_place_of_what_is_reckoned() -> None:
    """194 of 200: 3 % of the blank; of inches 8 in lose as much."""
    for unit, square in (("mm", 200.0), ("in", 203.2)):
        made = drafted({**tote(interfacing={"kind": "quilted", "sample": 0.97 * square}), "unit": unit})
        blank, panel = made.piece("blank").extent[0], made.piece("outer").extent[0]
        spare = 12 if unit == "mm" else 12.7
        assert blank == pytest.approx(panel / 0.97 + 2 * spare, abs=made.bag.grid.step / 2 + 1e-6)


def test_wadding_between_two_cloths_does_not_show() -> None:
    """An unlined bag is backed unless it is chosen otherwise; then a note says what is seen."""
    bare = tote(top={"kind": "double_hem"}, interfacing={"kind": "quilted", "backing": "none"})
    backed = tote(top={"kind": "double_hem"}, interfacing={"kind": "quilted"})
    shows = [{f.rule.id for f in findings(drafted(spec))} for spec in (bare, backed)]
    assert ["interfacing-shows" in found for found in shows] == [True, False]


@pytest.mark.parametrize("base", ["boxed", "seamed"])
@pytest.mark.parametrize(
    "more",
    [
        {"cloth": {"bottom": "contrast"}},
        {"top": {"facing": "faced"}},
        {"top": {"ease": "deeper", "ease_by": 4}},
        {"top": {"kind": "zip", "zip_counts": "left_out"}},
    ],
)
def test_one_piece_wrapped_round_is_read_back_whatever_it_is_made_of(base: str, more: dict[str, Any]) -> None:
    """In two parts, faced, its lining sewn deeper, or closed by a zip, which it does not go with: a stop."""
    made = drafted(
        {"unit": "mm", "size": sizes_of(base), "base": {"kind": base, "cut_as": "wrapped"}, **more}
    )
    found = {f.rule.id for f in findings(made)}
    if more.get("top", {}).get("kind") == "zip":
        assert "parts-do-not-fit" in found
        return
    assert made.read.findings == ()
    assert made.read.mm("width") == SIZES["width"]
    assert all(walked.agrees for walked in made.walked)
    assert made.sewing.refused is None
    again = _again(made)
    assert [(p.key, p.count, p.extent) for p in again.pieces if p.role.panel] == [
        (p.key, p.count, p.extent) for p in made.pieces if p.role.panel
    ]


def test_a_motif_is_told_where_it_is_put_on() -> None:
    """Of quilted panels not on a single layer, unless it lies on the lining."""

    def say(**more: Any) -> str:
        made = drafted(tote(331, 287, 118, extras=[{"kind": "motif", **more.pop("extra", {})}], **more))
        return next(step.say for step in made.steps if step.key == "extra 0 print")

    quilted = {"kind": "quilted"}
    assert say().startswith("On a single layer")
    assert say(interfacing=quilted).startswith("On the quilted panel")
    assert say(interfacing=quilted, extra={"on": "lining"}).startswith("On a single layer")


def test_what_is_joined_to_a_motif_makes_up_for_what_the_grid_took_of_it() -> None:
    """A motif of 100.02 is cut 100: with 141 of the other a panel of 206 would not come out."""
    made = drafted(
        tote(
            188,
            180,
            0,
            base={"kind": "seamed"},
            cloth={"made": "two", "first_motif": 100.02},
            allowances={"join": 17.51, "side": 9},
        )
    )
    wide = [p.size("width") for p in made.pieces if p.layer == "strip"]
    assert wide == [100, 142]
    assert made.read.findings == ()


@pytest.mark.parametrize(
    "more",
    [
        {"cloth": {"doubled": "doubled"}},
        {"interfacing": {"kind": "quilted"}},
        {"base": {"kind": "box_pouch"}, "top": {"kind": "zip"}, "size": sizes_of("box_pouch"), "carry": []},
        {"base": {"cut_as": "folded"}},
    ],
)
def test_a_zip_front_is_refused_where_its_pocket_could_not_be(more: dict[str, Any]) -> None:
    """Doubled or quilted it would be sewn shut; round a lid, or folded at the base, there is no front."""
    spec = {**ZIPPED, **more, "cloth": {**ZIPPED["cloth"], **more.get("cloth", {})}}
    assert "parts-do-not-fit" in {f.rule.id for f in findings(drafted(spec))}
    assert "parts-do-not-fit" not in {f.rule.id for f in findings(drafted(ZIPPED))}
