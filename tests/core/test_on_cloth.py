"""
What is there first, then what is bought; halves on the fold, discs, tubes, the bias, holes; several plans at
once. Judged by arithmetic of its own.
"""

import itertools
import math
import re
from collections import Counter
from typing import Any

import pytest
from pydantic import TypeAdapter

from ambitus.core.draft import Draft
from ambitus.core.layout.bias import block_lying, full_strips, pitch
from ambitus.core.layout.choices import ClothChoices, OtherPlan, SourceChoice
from ambitus.core.layout.cliffs import cliffs
from ambitus.core.layout.edits import ClothEdit, edited
from ambitus.core.layout.goods import Goods
from ambitus.core.layout.lay import lay
from ambitus.core.layout.of_bag import OnCloth, Sheet, apart, join_of, laid_on_cloths
from ambitus.core.layout.parts import Part
from ambitus.core.layout.picture import lying_on, outline
from ambitus.core.layout.together import beside_of
from ambitus.core.problems import SpecProblems
from ambitus.core.shown.cloth import cloths_shown
from ambitus.core.shown.family import family_shown
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted
from bags import drafted as tote_drafted
from core.laid_sets import parts

DUST = 1e-3
BAG = {"unit": "mm", "size": {"width": 340, "height": 280, "depth": 120}}


def bag(**more: Any) -> Draft:
    """Return a bag worked out."""
    return drafted(Spec.model_validate({**BAG, **more}))


def edit(made: Draft, choices: ClothChoices, **told: Any) -> ClothChoices:
    """Return *choices* after one edit of the outer cloth."""
    one = (
        {"cloth": "outer", **told}
        if told["kind"] not in ("times", "other added", "other taken out")
        else told
    )
    return edited(
        made, choices, TypeAdapter(ClothEdit).validate_python(one), "mm", beside_of(choices, drafted)
    )


def there(made: Draft, *sources: dict[str, Any], choices: ClothChoices | None = None) -> ClothChoices:
    """Return choices with pieces of cloth that are there."""
    got = choices or ClothChoices()
    for n, source in enumerate(sources):
        got = edit(made, got, kind="source added", source={"id": f"r{n}", **source})
    return got


def outer(made: Draft, choices: ClothChoices) -> OnCloth:
    """Return the outer cloth."""
    return laid_on_cloths(made, choices, beside=beside_of(choices, drafted))["outer"]


def inside(sheet: Sheet, on: OnCloth) -> None:
    """Fail unless everything on a piece of cloth lies on it, beside everything else and beside its flaws."""
    goods, source = sheet.goods, sheet.source
    wide = source.width - 2 * source.seam if source else (goods.width - 2 * goods.selvage)
    by_key = {p.key: p for p in on.parts}
    boxes, discs = [], []
    for one in sheet.layout.placed:
        part = by_key[one.key]
        size = sorted((part.width / (2 if one.half else 1), part.height))
        assert sorted((one.width, one.height)) == pytest.approx(size)
        assert one.x >= -DUST
        assert one.right <= wide / (2 if goods.folded else 1) + DUST
        assert one.y >= -DUST
        if source:
            assert one.top <= source.length + DUST
        if source and source.shape == "round":
            r = source.width / 2
            corners = [(x - r, y - r) for x in (one.x, one.right) for y in (one.y, one.top)]
            within = all(math.hypot(*corner) <= r + DUST for corner in corners)
            disc = part.round and math.hypot(one.x + one.width / 2 - r, one.y + one.height / 2 - r) < DUST
            assert within or (disc and one.width <= source.width + DUST)
        if one.half:
            assert one.right == pytest.approx(goods.usable_width)
        boxes.append((one.x, one.y, one.right, one.top))
        discs.append(part.round)
    boxes += [
        (h.x, h.y, h.x + h.width, h.y + h.height) for h in (source.holes if source else on.choice.holes)
    ]
    discs += [False] * (len(boxes) - len(discs))
    for i, a in enumerate(boxes):
        for k, b in enumerate(boxes[:i]):
            assert clear(a, discs[i], b, discs[k]), (a, b)


Box = tuple[float, float, float, float]


def clear(a: Box, a_round: bool, b: Box, b_round: bool) -> bool:
    """Return whether two outlines have nothing in common but an edge: rectangles, or discs that fill them."""
    if a_round and b_round:
        middles = [((x0 + x1) / 2, (y0 + y1) / 2) for x0, y0, x1, y1 in (a, b)]
        return math.dist(*middles) >= (a[2] - a[0] + b[2] - b[0]) / 2 - DUST
    if a_round or b_round:
        disc, box = (a, b) if a_round else (b, a)
        x, y = (disc[0] + disc[2]) / 2, (disc[1] + disc[3]) / 2
        nearest = (min(max(x, box[0]), box[2]), min(max(y, box[1]), box[3]))
        return math.dist((x, y), nearest) >= (disc[2] - disc[0]) / 2 - DUST
    return a[0] >= b[2] - DUST or b[0] >= a[2] - DUST or a[1] >= b[3] - DUST or b[1] >= a[3] - DUST


def whole(on: OnCloth, folded: bool = False) -> None:
    """Fail unless every piece lies somewhere, once."""
    placed = [p for sheet in on.sheets for p in sheet.layout.placed]
    assert len({(p.key, p.copy) for p in placed}) == len(placed)
    counted = Counter(p.key for p in placed)
    for part in on.parts:
        left = on.layout.left_out.get(part.key, 0)
        halves = sum(p.half for p in placed if p.key == part.key)
        if folded:
            assert 2 * (counted[part.key] - halves) + halves >= part.count - 2 * left
        else:
            assert counted[part.key] + left == part.count
    for sheet in on.sheets:
        inside(sheet, on)


@pytest.mark.parametrize("preset", ["tote", "sack", "pouch"])
def test_what_is_there_is_cut_first(preset: str) -> None:
    """Over remnants of all shapes and the roll each piece lies once; with enough of them none is bought."""
    made = drafted(Spec.model_validate({"preset": preset, "unit": "mm"}))
    shapes = (
        {"width": 480, "length": 520},
        {"width": 700, "length": 700, "shape": "round"},
        {"width": 900, "length": 450, "shape": "tube", "seam": 15},
        {"width": 600, "length": 600, "holes": [{"x": 100, "y": 120, "width": 60, "height": 30}]},
    )
    for n in range(1, len(shapes) + 1):
        on = outer(made, there(made, *shapes[:n]))
        whole(on)
    plenty = outer(made, there(made, {"width": 1400, "length": 2000}))
    assert plenty.is_there
    assert plenty.layout.bought == 0
    shown = cloths_shown(made, there(made, {"width": 1400, "length": 2000}), "mm")[0]
    assert (shown.amount, shown.amount_says) == ("0", "mm to buy: it all lies on what is there")


def test_a_disc_is_cut_of_a_round_cloth_of_its_size() -> None:
    """The base of a round sack from a mat as large: in its middle; a square in it ends at its corners."""
    made = drafted(Spec.model_validate({"unit": "mm", "base": {"kind": "circle"}}))
    base = next(p for p in made.pieces if p.part == "base" and p.layer == "outer")
    across = base.box[2] - base.box[0]
    on = outer(made, there(made, {"width": across, "length": across, "shape": "round"}))
    assert [p.key for p in on.sheets[0].layout.placed] == [base.key]
    whole(on)
    # a square in a circle: its diagonal is the diameter; corners are cut a little coarser than the round
    goods = Goods(1000, length=1000, selvage=0, squaring=0, round=True)
    assert not lay(goods, [Part("p", 690, 690)]).left_out
    assert lay(goods, [Part("p", 712, 712)]).left_out


def test_pins_hold_on_the_cloth_that_they_are_put_on() -> None:
    """A piece goes from a remnant to the roll and back; its remnant taken out, it lies elsewhere."""
    made = bag()
    choices = there(made, {"width": 300, "length": 300}, {"width": 700, "length": 700})
    on = outer(made, choices)
    panel = next(p for p in on.sheets[1].layout.placed if p.key == "outer panel")
    what = {"piece": panel.key, "copy": panel.copy}
    with pytest.raises(SpecProblems, match="no room"):
        edit(made, choices, kind="sent", to="r0", **what)
    to_roll = edit(made, choices, kind="sent", to="", **what)
    lies = outer(made, to_roll)
    assert any((p.key, p.copy, p.pinned) == (panel.key, panel.copy, True) for p in lies.layout.placed)
    whole(lies)
    back = edit(made, to_roll, kind="sent", to="r1", **what)
    assert [p.source for p in back.of("outer").pins] == ["r1"]
    whole(outer(made, back))
    gone = edit(made, back, kind="source taken out", source="r1")
    assert not gone.of("outer").pins
    whole(outer(made, gone))
    with pytest.raises(SpecProblems, match="laid on already"):
        edit(made, choices, kind="source added", source={"id": "r0", "width": 100, "length": 100})


def test_a_flaw_is_laid_round_and_nothing_is_put_on_it() -> None:
    """Marked where a piece lies, that piece lies elsewhere; moved onto it, it is refused by name."""
    made = bag()
    plain = outer(made, ClothChoices()).layout.placed[0]
    hole = {"x": plain.x + 20, "y": plain.y + 20, "width": 30, "height": 30}
    choices = edit(made, ClothChoices(), kind="hole marked", hole=hole)
    on = outer(made, choices)
    whole(on)
    now = next(p for p in on.layout.placed if (p.key, p.copy) == (plain.key, plain.copy))
    with pytest.raises(SpecProblems, match="not whole there"):
        edit(
            made,
            choices,
            kind="moved",
            piece=plain.key,
            copy=plain.copy,
            along=plain.y - now.y,
            across=plain.x - now.x,
        )
    assert not edit(made, choices, kind="holes forgotten").of("outer").holes
    typed = edit(
        made,
        there(made, {"width": 300, "length": 300}),
        kind="source typed",
        source="r0",
        field="width",
        text="40 cm",
    )
    assert typed.of("outer").sources[0].width == 400
    with pytest.raises(SpecProblems) as bad:
        edit(made, typed, kind="source typed", source="r0", field="width", text="wide")
    assert bad.value.problems[0].field == "outer.r0.width"


@pytest.mark.parametrize("seed", range(6))
def test_halves_lie_on_the_fold_and_odd_ones_save_a_place(seed: int) -> None:
    """Every second seed has odd counts: laid so or singly, whichever is shorter, every piece is there."""
    wanted = parts(seed, 9)
    goods = Goods(1500, folded=True)
    for part in wanted:
        whole_ = lay(goods, [part])
        halves = lay(goods, [Part(part.key, part.width, part.height, part.count, halves=part.count)])
        assert sum(p.half for p in halves.placed) == part.count
        assert all(p.width == part.width / 2 and p.right == goods.usable_width for p in halves.placed)
        tops = sorted((p.y, p.top) for p in halves.placed)
        assert all(a[1] <= b[0] + DUST for a, b in itertools.pairwise(tops))
        assert len(whole_.placed) == -(-part.count // 2)


def test_a_piece_is_laid_as_a_half_when_the_maker_says_so() -> None:
    """On a folded cloth; a strap has no middle that could lie on the fold, and says so."""
    made = bag()
    folded = edit(made, ClothChoices(), kind="picked", field="lies", value="folded")
    whole(outer(made, folded), folded=True)
    halves = edit(made, folded, kind="on fold", piece="outer panel", allowed=True)
    on = outer(made, halves)
    whole(on, folded=True)
    placed = [p for p in on.layout.placed if p.key == "outer panel"]
    assert len(placed) == 2
    assert all(p.half for p in placed)
    strap = next(p.key for p in on.cloth.pieces if p.layer == "strap")
    with pytest.raises(SpecProblems, match="no middle"):
        edit(made, folded, kind="on fold", piece=strap, allowed=True)
    with pytest.raises(SpecProblems, match="on the fold"):
        edit(made, halves, kind="moved", piece="outer panel", copy=0, along=100)
    narrow = edit(made, folded, kind="typed", field="width", text="700 mm")
    assert outer(made, narrow).layout.left_out
    assert not outer(
        made, edit(made, narrow, kind="on fold", piece="outer panel", allowed=True)
    ).layout.left_out


def test_doubled_end_on_end_buys_both_lengths_and_turns_a_print() -> None:
    """Two lengths one on the other: each place gives two, and the upper one lies head down."""
    made = bag()
    doubled = edit(made, ClothChoices(), kind="picked", field="lies", value="doubled")
    on = outer(made, doubled)
    assert on.goods.needed(on.layout.length) == 2 * (on.layout.length + on.goods.squaring)
    assert len([p for p in on.layout.placed if p.key == "outer panel"]) == 1
    printed = edit(made, doubled, kind="picked", field="print", value="one_way")
    facts = [f for s in cloths_shown(made, printed, "mm")[0].sheets for f in s.facts]
    assert any("on its head" in fact for fact in facts)
    with pytest.raises(SpecProblems, match="Choose flat"):
        edit(made, doubled, kind="picked", field="lies", value="rolled")


def test_on_the_bias_a_piece_takes_the_square_round_it() -> None:
    """At 45° a piece w by h takes (w + h)/√2 each way, and every corner of it lies in there."""
    made = bag()
    choices = edit(made, ClothChoices(), kind="bias", piece="outer panel", allowed=True)
    on = outer(made, choices)
    piece = made.called("outer panel")
    left, bottom, right, top = piece.box
    side = (right - left + top - bottom) / math.sqrt(2)
    for one in (p for p in on.layout.placed if p.key == "outer panel"):
        assert (one.width, one.height) == (pytest.approx(side, abs=1e-3), pytest.approx(side, abs=1e-3))
        here = lying_on(piece, one, bias=True)
        box = [here(p) for p in ((left, bottom), (right, bottom), (right, top), (left, top))]
        assert min(x for x, _ in box) == pytest.approx(one.y, abs=0.01)
        assert max(x for x, _ in box) == pytest.approx(one.top, abs=0.01)
        assert min(y for _, y in box) == pytest.approx(one.x, abs=0.01)
        assert max(y for _, y in box) == pytest.approx(one.right, abs=0.01)
        # what ran up it runs at 45° to the roll
        (x0, y0), (x1, y1) = here((0, 0)), here((0, 100))
        assert abs(x1 - x0) == pytest.approx(abs(y1 - y0)) == pytest.approx(100 * math.sqrt(0.5))
    whole(on)


def test_a_strip_on_the_bias_is_joined_of_several_from_one_block() -> None:
    """Every strip runs from edge to edge of the block; joined and squared they are as long as the strip."""
    made = bag(top={"kind": "bound"})
    choices = edit(made, ClothChoices(), kind="bias", piece="binding", allowed=True)
    on = outer(made, choices)
    piece = made.called("binding")
    (placed,) = (p for p in on.layout.placed if p.key == "binding")
    long, wide = max(piece.extent), min(piece.extent)
    block = block_lying(placed.width, placed.height, wide)
    assert full_strips(placed.width, placed.height, wide) == block.strips > 1
    eaten = (block.strips - 1) * 2 * math.sqrt(2) * join_of(made) + wide
    assert block.strips * block.each - eaten == pytest.approx(long, abs=0.01)
    # the square round the whole strip would take as much each way, and be left over but for a diagonal
    assert block.broad * block.long < ((long + wide) / math.sqrt(2)) ** 2 / 4
    for strips in range(1, 12):
        needed = (long + wide + (strips - 1) * 2 * math.sqrt(2) * join_of(made)) / (strips * math.sqrt(2))
        # a join fewer is worth 200 cm² of cloth
        if needed <= on.goods.usable_width:
            other = needed * (needed + strips * pitch(wide)) + 20_000 * (strips - 1)
            assert other >= block.broad * block.long + 20_000 * (block.strips - 1) - 0.1
    drawn, _ = outline(piece, placed, bias=True)
    assert drawn.count("M") == 1 + block.strips + 1
    said = next(
        lying.says
        for s in cloths_shown(made, choices, "mm")[0].sheets
        for lying in s.lying
        if lying.piece == "binding"
    )
    assert f"on the bias, {block.strips} strips of" in said
    whole(on)
    # in two it lies along the grain again, and on the bias it is in one again
    in_two = edit(made, choices, kind="pieced", piece="binding", allowed=True)
    assert (in_two.of("outer").bias, in_two.of("outer").pieced) == ([], ["binding"])
    again = edit(made, in_two, kind="bias", piece="binding", allowed=True)
    assert (again.of("outer").bias, again.of("outer").pieced) == (["binding"], [])


def test_several_plans_lie_on_one_cloth() -> None:
    """Three of this bag and four of another: every piece of each; what is of another cloth is told apart."""
    made = bag()
    other = Spec.model_validate(
        {"preset": "sack", "unit": "mm", "cloth": {"outer": "canvas", "lining": "linen"}}
    )
    choices = edit(made, ClothChoices(), kind="times", times=3)
    added = {"id": "b", "name": "Cable sack", "times": 2, "spec": other.model_dump(mode="json")}
    choices = edit(made, choices, kind="other added", other=added)
    choices = edit(made, choices, kind="times", plan="b", times=4)
    beside = beside_of(choices, drafted)
    laid = laid_on_cloths(made, choices, beside=beside)
    for _key, on in laid.items():
        whole(on)
        for piece in on.cloth.pieces:
            number, _, mine = piece.key.rpartition("/")
            one = (beside[0].made if number else made).called(mine)
            assert piece.count == one.count * (4 if number else 3)
    same = {cloth for _, cloth in apart(made, beside)}
    assert same == {
        key
        for key, on in laid_on_cloths(beside[0].made, ClothChoices()).items()
        if key not in laid or laid[key].cloth.label != on.cloth.label
    }
    assert any(p.key.startswith("2/") for p in laid["outer"].layout.placed)
    with pytest.raises(SpecProblems, match="already"):
        edit(made, choices, kind="other added", other=added)
    with pytest.raises(SpecProblems, match="No such plan"):
        edit(made, choices, kind="times", plan="c", times=2)
    assert not edit(made, choices, kind="other taken out", plan="b").others


def test_a_family_is_drafted_size_by_size() -> None:
    """Every row is the bag with its edits made: its cut, its litres, its cloth are those of that plan."""
    spec = Spec.model_validate(BAG)
    several = edit(bag(), there(bag(), {"width": 900, "length": 900}), kind="times", times=4)
    family = family_shown(spec, several, ["270", "34 cm", "440"], "mm", drafted)
    assert family == family_shown(spec, ClothChoices(), ["270", "34 cm", "440"], "mm", drafted)
    assert [row.label for row in family.sizes] == ["270 mm", "340 mm", "440 mm"]
    assert [row.chosen for row in family.sizes] == [False, True, False]
    for row in family.sizes:
        told = {path.removeprefix("size."): float(text.split()[0]) for path, text in row.edits}
        one = drafted(Spec.model_validate({**BAG, "size": told}))
        panel = one.called("outer panel")
        left, bottom, right, top = panel.box
        assert f"{right - left:g} × {top - bottom:g}" in row.cut
        laid = laid_on_cloths(one, ClothChoices(), 6_000)
        assert [amount.split("\xa0")[0].split()[0] for _, amount in row.cloths] == [
            f"{on.layout.bought:g}" for on in laid.values()
        ]
        # in proportion, to the grid
        assert told["height"] == pytest.approx(280 * told["width"] / 340, abs=0.51)
    with pytest.raises(SpecProblems, match="wide"):
        family_shown(spec, ClothChoices(), ["wide"], "mm", drafted)
    tall = Spec.model_validate({"unit": "mm", "size": {"width": 300, "height": 1400, "depth": 60}})
    with pytest.raises(SpecProblems, match="choose another size"):
        family_shown(tall, ClothChoices(), ["900"], "mm", drafted)


def test_unwashed_cloth_that_is_there_shrinks_as_its_cloth_does() -> None:
    """A remnant of 1,000 by 1,000 that is not washed yet: by 5 and 10 per cent less of it can be laid on."""
    made = tote_drafted({})
    raw = there(made, {"width": 1000, "length": 1000, "washed": False}, {"width": 1000, "length": 1000})
    shrunk = edit(made, raw, kind="typed", field="shrinks_along", text="5")
    shrunk = edit(made, shrunk, kind="typed", field="shrinks_across", text="10 %")
    unwashed, washed, _ = outer(made, shrunk).sheets
    assert (unwashed.goods.usable_width, unwashed.goods.usable_length) == (900, 950)
    assert (washed.goods.usable_width, washed.goods.usable_length) == (1000, 1000)


def test_a_printed_remnant_turns_nothing() -> None:
    """A strap that lies across on a plain piece does not on one that is one way up."""
    made = bag(carry=[{"width": 30, "drop": 260}])
    for print_, turned in ((None, True), ("one_way", False)):
        on = outer(made, there(made, {"width": 900, "length": 340, "print": print_}))
        assert any(p.turned for p in on.sheets[0].layout.placed) == turned
        whole(on)


def test_choices_of_before_are_read(tmp_path: Any) -> None:
    """What was kept before there were sources is read as it was."""
    old = {
        "cloths": {"outer": {"folded": True, "pins": [{"piece": "outer panel", "copy": 0, "x": 0, "y": 0}]}}
    }
    choices = ClothChoices.model_validate(old)
    assert choices.of("outer").folded
    assert choices.of("outer").pins[0].source == ""
    assert choices.times == 1
    assert SourceChoice(id="a", width=100, length=100).washed
    assert OtherPlan(id="a", spec=Spec.model_validate(BAG)).times == 1


@pytest.mark.parametrize(("times", "width"), [(2, 1400), (5, 1300), (6, 1120), (12, 1120)])
def test_discs_are_nested_where_that_buys_less(times: int, width: int) -> None:
    """The bases of several round sacks hang down between each other; never more than as squares."""
    made = drafted(Spec.model_validate({"unit": "mm", "base": {"kind": "circle"}, "size": {"diameter": 330}}))
    choices = edit(made, ClothChoices(), kind="times", times=times)
    choices = edit(made, choices, kind="typed", field="width", text=f"{width} mm")
    on = outer(made, choices)
    whole(on)
    squares = lay(on.goods, [Part(p.key, p.width, p.height, p.count, p.across) for p in on.parts])
    assert on.layout.bought <= squares.bought
    assert on.layout.length >= on.layout.at_least
    facts = " ".join(cloths_shown(made, choices, "mm")[0].sheets[0].facts)
    assert int(re.search(r"take (\d+)%", facts)[1]) <= 100  # type: ignore[index]


def test_two_discs_share_a_gap() -> None:
    """Two of 400 on 1,380 beside a panel of 620: squares want 700, and nested they buy two steps less."""
    wanted = [Part("disc", 400, 400, 2, round=True), Part("panel", 620, 300)]
    nested_, squares = (
        lay(Goods(1400), [Part(p.key, p.width, p.height, p.count, round=p.round and keep) for p in wanted])
        for keep in (True, False)
    )
    assert (squares.bought, nested_.bought) == (800, 600)


def test_a_piece_is_put_with_its_middle_on_a_motif() -> None:
    """What is seen of the panel, half its height down from its top seam, is where it was typed."""
    made = bag()
    piece = made.called("outer panel")
    what = {"piece": piece.key, "copy": 0}
    choices = edit(made, ClothChoices(), kind="centred", x="45 cm", y="600", **what)
    one = next(p for p in outer(made, choices).layout.placed if p.pinned)
    left, _, right, top = piece.box
    here = lying_on(piece, one)
    # the finished front: 340 wide between the corners, its height from the top seam
    along, across = here(((left + right) / 2, top - 10 - 280 / 2))
    assert (along, across) == (pytest.approx(600), pytest.approx(450))
    whole(outer(made, choices))
    with pytest.raises(SpecProblems, match="does not lie inside"):
        edit(made, ClothChoices(), kind="centred", x="5 cm", y="600", **what)


@pytest.mark.parametrize("top", ["double_hem", "overlocked_hem", "turned_through"])
def test_a_garments_own_hem_saves_a_hem(top: str) -> None:
    """Of a hemmed bag it is told by how much a panel is cut shorter: its top's allowance; of no other."""
    made = bag(top={"kind": top})
    choices = there(made, {"width": 1100, "length": 900, "shape": "tube", "seam": 10})
    facts = " ".join(cloths_shown(made, choices, "mm")[0].sheets[0].facts)
    panel = made.called("outer panel")
    hem = next(e.allowance for e in panel.edges if e.seam == "top")
    told = f"{panel.letter} with its top on it is cut {hem:g} mm shorter"
    assert (told in facts.replace("\xa0", " ")) == (top != "turned_through")
    assert ("clean edge" in facts) == (top != "turned_through")


def test_more_than_can_be_laid_is_refused_and_many_are_not_tried() -> None:
    """So many of a bag lie on their cloths; with more it is too many, and says so; savings are for few."""
    made = bag()
    many = edit(made, ClothChoices(), kind="times", times=150)
    whole(outer(made, many))
    assert not cliffs(Spec.model_validate(BAG), many, drafted)
    other = {"id": "b", "name": "Sack", "times": 200, "spec": BAG}
    too_many = edit(made, many, kind="other added", other=other)
    with pytest.raises(SpecProblems, match="can be laid") as bad:
        outer(made, too_many)
    assert bad.value.problems[0].field == "others"
