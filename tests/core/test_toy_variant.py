"""The variant contract, proved: a base, a top and an extra that exist only here need no other edit."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any

import pytest
from hypothesis import given, settings
from jsonschema import Draft202012Validator

from ambitus.core.checks.amounts import to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.checks.run import findings
from ambitus.core.clashes import clashes_of
from ambitus.core.draft import Draft
from ambitus.core.fields import Length
from ambitus.core.form.model import Dimension, Edge, Face, Form, Mark, Measure, Part, Seam, Stretch, Strip
from ambitus.core.form.sewn import PutOn
from ambitus.core.form.stance import SizeLine, Stance
from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.contract import SHORTER, SIZES, Allowances, Base, Extra, Layer, Stage, Top
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.placing import ACROSS_PARAMS, down_params, lies, on_params, put_on, side_of
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.schema import spec_schema
from ambitus.core.grammar.sizes import HEIGHT, WIDTH
from ambitus.core.grammar.top.finishing import measure_back, top_phrase
from ambitus.core.lengths import View, paired, snap
from ambitus.core.moving import moved
from ambitus.core.problems import SpecProblems
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.sew import acts
from ambitus.core.shown.helped import findings_helped
from ambitus.core.shown.page import grammar_page
from ambitus.core.shown.present import fields, finding, picture, present, sentence
from ambitus.core.shown.sheet import sheet
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.edit import MovedEdit, SilencedEdit, TypedEdit, apply_edit
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Sum, Term, grid_term, to_grid
from ambitus.library import shipped
from bags import drafted, mm_at, source_at, tote, totes, why_at
from conftest import examples
from core.proofs import outlines_match_sums, reads_back, seams_walk, straps_read_back


def _settled(bag: Resolved, terms: tuple[Term, ...], *around: float) -> tuple[float, tuple[Term, ...]]:
    asked = sum(t.mm for t in terms)
    size = snap(bag.grid.fit(asked + sum(around)) - sum(around))
    return size, (*terms, *grid_term(snap(size - asked)))


def _form(bag: Resolved, allowances: Allowances) -> Form:
    """A flat envelope: two rectangles sewn on three sides."""
    eats = {key: sum(t.mm for t in terms) for key, terms in allowances.items()}
    width, across = _settled(bag, (Length("size.width").term(bag, "Width"),), eats["side"], eats["side"])
    height, up = _settled(bag, (*bag.kinds.top.height(bag), *allowances[SHORTER]), eats["base"], eats["top"])
    outline = (
        Edge("base", "base", (0.0, 0.0)),
        Edge("side right", "side", (width, 0.0)),
        Edge("top", "top", (width, height)),
        Edge("side left", "side", (0.0, height)),
    )
    measures = (
        Measure("width", "How wide to cut it", "x", "side left", "side right", across),
        Measure("height", "How high to cut it", "y", "base", "top", up, beside="left"),
    )

    def seam(key: str, front: str, back: str) -> Seam:
        kind = key.split(" ")[0]
        chains = ((Stretch("", "front", front),), (Stretch("", "back", back),))
        return Seam(key, key.capitalize(), kind, chains)

    def told(key: str, asked: float, out: float) -> Dimension:
        return Dimension(
            key, key.capitalize(), asked, out, source_at(bag, f"size.{key}"), why_at(bag, f"size.{key}")
        )

    ring = ((0.0, 0.0), (width, 0.0))
    return Form(
        dimensions={
            "width": told("width", mm_at(bag, "size.width"), width),
            "height": told("height", mm_at(bag, "size.height"), height),
            "flat_opening": Dimension("flat_opening", "Flat opening", width, width, "derived", "The width."),
        },
        faces=tuple(Face(name, "panel", outline, measures) for name in ("front", "back")),
        seams=(
            seam("base", "base", "base"),
            seam("side left", "side left", "side right"),
            seam("side right", "side right", "side left"),
        ),
        mouth=(("front", "top"), ("back", "top")),
        height=height,
        stance=Stance(
            base_outline=ring,
            mouth_outline=ring,
            standing_seams=(0.0, 0.5),
            front_starts=0.0,
            lines=(
                SizeLine("size.width", "wide", "width", (0, 0, 0), (width, 0, 0)),
                SizeLine("size.height", "high", "height", (0, 0, 0), (0, 0, height)),
            ),
        ),
    )


def _read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    row = rows.main
    width = Sum("Width", (Term("As cut", row.width, "."), Term("Sides", -2 * allowances["side"], ".")))
    height = Sum("Height", (Term("As cut", row.height, "."), Term("Ends", -allowances["base"] - top, ".")))
    return ReadLayer({"width": width, "height": height, "flat_opening": width})


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return tuple(
        Step(
            f"{layer} envelope",
            f"Sew the {layer} round three sides",
            "In one go.",
            400,
            needs=(f"{layer} panels ready",),
            gives=(f"{layer} body sewn",),
            reads=(Reading("mouth_flat", "Across the mouth, flat", form.mm("flat_opening")),),
        )
        for layer in item.bag.kinds.top.layers
    )


ENVELOPE = Base(
    kind="envelope",
    label="Flat as an envelope",
    help="Two rectangles.",
    params=(
        Param(WIDTH, "Width", "length", paired(180), low=20, opens="outer/width"),
        Param(HEIGHT, "Height", "length", paired(100), low=20, opens="outer/height"),
    ),
    phrase=Phrase("base", "Base", "with a ", lambda bag, view, prefix: "flat base", choices=(BASE_KIND,)),
    classes={"side": "Side seam", "base": "Base seam"},
    acts=(_steps,),
    form=_form,
    read=_read,
    straight=lambda bag: {"base": mm_at(bag, "size.width"), "side": mm_at(bag, "size.height")},
)
TIE, BADGE_WIDE = Length("top.tie"), Length("extras.badge_wide")


def _ties(item: Item, form: Form) -> tuple[Part, ...]:
    """Two ribbons, marked where they are sewn on."""
    length = to_grid("How long to cut it", (TIE.term(item, "Tie"),), item.bag.grid)
    width = Sum("How wide to buy it", (Term("Ribbon", 10.0, "As it is sold."),))
    middle = Sum("To the middle", (Term("Half", length.total / 2, "Sewn on here."),))
    mark = Mark("notch", "Sewn on here", ((length.total / 2, 5.0),), "either end", (("from an end", middle),))
    return (Strip("tab", "tie", "Tie", 2, length, width, 0.0, "Ribbon", (mark,)),)


def _tie_steps(item: Item, form: Form) -> tuple[Step, ...]:
    return (
        Step(
            "sew ties",
            "Sew the ties on",
            "One at the middle of each side.",
            500,
            needs=("outer body sewn",),
            gives=("bag closed",),
            lengths=(("Tie", TIE.of(item)),),
        ),
        measure_back(form, needs=("bag closed",)),
    )


@check(
    "tops",
    10,
    "tie-too-short",
    "warn",
    "A tie is too short",
    "tie < 200 mm",
    "It has to be tied.",
    "It opens.",
)
def tie_too_short(draft: Draft) -> Iterator[Fired]:
    if TIE.of(draft.bag) < 200:
        yield fired(
            TIE,
            "{tie} long.",
            "Make it {least}.",
            remedies=(to(TIE, 200.0),),
            tie=TIE.of(draft.bag),
            least=200,
        )


def _taller(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """A size of its own beside the others."""
    tied = Dimension("tied", "Tied shut", 0.0, 1.0, "derived", "By the ties.")
    return replace(form, dimensions={**form.dimensions, "tied": tied})


@dataclass(frozen=True)
class Tied:
    """What a top is that is tied, for whoever asks."""

    knots: int


TIED = Top(
    kind="tied",
    label="Tied with ribbons",
    layers=("outer",),
    params=(Param(TIE, "Tie", "length", paired(180), low=50),),
    phrase=top_phrase("tied with ribbons", fields=(TIE,)),
    brings={"attach": "on_face", "interfacing": "none"},
    allowance=lambda bag, layer: (),
    read=lambda allowances, measures: 0.0,
    stages=(Stage(SIZES, _taller),),
    parts=_ties,
    acts=(_tie_steps,),
    checks=(tie_too_short,),
    features=(Tied(2),),
)


def _badge(item: Item, form: Form) -> tuple[Part, ...]:
    wide = to_grid("How wide to cut it", (BADGE_WIDE.term(item, "Badge"),), item.bag.grid)
    return (Strip("tab", "badge", "Badge", 1, wide, wide, at=item.at),)


@check(
    "extras", 10, "badge-wide", "note", "A wide badge", "badge > 100 mm", "It stiffens the face.", "Nothing."
)
def badge_wide(draft: Draft) -> Iterator[Fired]:
    for at, _ in (one for one in draft.bag.kinds.with_prefix if one[1] is BADGE):
        field = BADGE_WIDE.in_(at)
        if field.of(draft.bag) > 100:
            yield fired(
                field,
                "{wide} wide.",
                "Take a smaller one.",
                remedies=(to(field, 100.0),),
                wide=field.of(draft.bag),
            )


BADGE = Extra(
    kind="badge",
    label="Badge",
    params=(Param(BADGE_WIDE, "Badge, wide", "length", paired(40), low=5),),
    phrase=Phrase("badge", "Badge", ", ", lambda bag, view, at: "a badge", fields=(BADGE_WIDE,)),
    parts=_badge,
    acts=(
        lambda item, form: (
            Step(
                f"{item.at} badge", "Sew the badge on", "Flat.", 390, ("pieces cut",), ("outer panels ready",)
            ),
        ),
    ),
    checks=(badge_wide,),
)
SLOT_DEEP = Length("extras.slot_deep")


def _slot_size(item: Item) -> float:
    """A square, settled on the grid with 8 mm turned in all round."""
    return snap(item.bag.grid.fit(SLOT_DEEP.of(item) + 16) - 16)


def _slot_parts(item: Item, form: Form) -> tuple[Part, ...]:
    turned = Term("Turned in", 16.0, "All round.", times=2)
    cut = to_grid("How large to cut it", (SLOT_DEEP.term(item, "Pen slot"), turned), item.bag.grid)
    return (Strip("pocket", "", "Pen slot", 1, cut, cut, at=item.at),)


def _slot_sewn(item: Item, form: Form, layer: Layer) -> tuple[PutOn, ...]:
    ground = side_of(item, form, layer)
    if ground is None:
        return ()
    lying = lies(item, ground, _slot_size(item), _slot_size(item))
    return (put_on(item, lying, "Pen slot", clear=3.0, pieces=(f"pocket {item.at}",)),)


def _slot_steps(item: Item, form: Form) -> tuple[Step, ...]:
    does = (acts.Make((f"pocket {item.at}",)), acts.LayOn((f"pocket {item.at}",), "outer"))
    return (
        Step(
            f"{item.at} slot",
            "Make the pen slot and sew it on",
            "Open at its top.",
            226,
            needs=("pieces marked", "outer panels laid"),
            gives=("outer panels ready",),
            acts=(*does, acts.Fix((f"pocket {item.at}",))),
        ),
    )


PEN_SLOT = Extra(
    kind="pen_slot",
    label="Pen slot",
    params=(
        *on_params(),
        *down_params("its top", paired(60), paired(50)),
        *ACROSS_PARAMS,
        Param(SLOT_DEEP, "Pen slot, deep", "length", paired(100), low=20, opens="pocket/length"),
    ),
    phrase=Phrase("pen_slot", "Pen slot", ", with ", lambda bag, view, at: "a pen slot", fields=(SLOT_DEEP,)),
    parts=_slot_parts,
    sewn=_slot_sewn,
    acts=(_slot_steps,),
    checks=EXTRA_CHECKS,
    sizes=lambda item, form: {"slot_deep": _slot_size(item)},
    read=lambda told: {"slot_deep": told.piece("")[0] - 16},
)
TOY = GRAMMAR.with_variant(ENVELOPE).with_variant(TIED).with_variant(BADGE).with_variant(PEN_SLOT)
GIVEN: dict[str, Any] = {
    "unit": "mm",
    "base": {"kind": "envelope"},
    "size": {"width": 300, "height": 200},
    "carry": [{"from_side": 90}],
}
CM = View("cm", "mm")


def test_it_is_drafted_walked_and_read_back() -> None:
    """Panels by its own rule, seams that agree, and the same bag from the cut list."""
    made = drafted(GIVEN, TOY)
    outer = made.piece("outer")
    assert (outer.size("width"), outer.size("height")) == (320, 220)
    assert {w.difference for w in made.walked} == {0}
    read = {k: s.total for k, s in made.read.sizes.items()}
    assert read == {"width": 300, "height": 200, "flat_opening": 300}
    assert [f.rule.id for f in findings(made)] == []


@settings(max_examples=examples(50), deadline=None)
@given(totes(TOY, base="envelope"))
def test_it_takes_part_in_the_round_trip(spec: dict[str, Any]) -> None:
    """Drawn by the same strategy as every other base, and held to the same proofs."""
    made = drafted(spec, TOY)
    for proof in (reads_back, straps_read_back, seams_walk, outlines_match_sums):
        assert list(proof(made)) == []


def test_it_has_a_schema_and_a_page() -> None:
    """What is published of the grammar tells of it, and of its fields."""
    schema = spec_schema(TOY, shipped())
    assert "envelope" in schema["properties"]["base"]["properties"]["kind"]["enum"]
    assert "size.width" in grammar_page(TOY).split("### `envelope` Flat as an envelope")[1]
    validator = Draft202012Validator(schema)
    assert validator.is_valid({"base": {"kind": "envelope"}, "size": {"width": 300}})
    assert not validator.is_valid({"base": {"kind": "teapot"}})


def test_it_has_fields_a_phrase_and_a_picture() -> None:
    """Its own fields and allowances, no others; its words in the sentence; its numbers on the drawing."""
    made = drafted(GIVEN, TOY)
    shown = fields(made.bag, Spec.model_validate(GIVEN), CM)
    assert {p for p in shown if p.startswith("size.")} == {"size.width", "size.height"}
    allowances = {p.split(".")[1] for p in shown if p.startswith("allowances.")}
    assert allowances == {"general", "side", "base", "top", "join"}
    assert "with a flat base, lined" in "".join(t.text for t in sentence(made.bag, CM))
    assert {d.path for d in picture(made).dimensions} == {"size.width", "size.height", "carry.0.drop"}
    assert present(made, Spec.model_validate(GIVEN), "cm").read.size == "30 × 20"


def test_it_has_a_tile_beside_the_others_that_redrafts_this_bag() -> None:
    """From a boxed tote the tile shows what the same size gives as an envelope."""
    tote = Spec.model_validate({"unit": "mm", "size": {"width": 300, "height": 200, "depth": 90}})
    group = next(g for g in tiles(tote, "base", "mm", TOY, shipped()).groups if g.path == "base.kind")
    by_kind = {t.key: t for t in group.tiles}
    assert set(by_kind) == {*GRAMMAR.slots["base"], "envelope"}
    assert by_kind["envelope"].size == "Outer 320 × 220"
    assert by_kind["boxed"].chosen


def test_its_steps_are_sorted_among_the_others_and_printed() -> None:
    """Sewn before the straps are basted, and on the back of the sheet."""
    made = drafted(GIVEN, TOY)
    order = [s.key for s in made.steps]
    assert order.index("outer envelope") < order.index("strap 0 baste") < order.index("join top")
    assert "cut corners" not in order
    page = sheet(made, "mm")
    assert any(s.title == "Sew the outer round three sides" for s in page.steps)
    assert any("across the mouth, flat 300 mm" in r for r in page.readings)


def test_what_it_needs_of_its_neighbours_is_a_stop_where_they_do_not_give_it() -> None:
    """The reason is the variant's own; the bag is drafted all the same."""
    picky = replace(ENVELOPE, needs=lambda bag: "" if bag.kinds.interfacing.cuts else "it wants interfacing")
    grammar = GRAMMAR.with_variant(picky)
    assert [f.rule.id for f in findings(drafted(GIVEN, grammar))] == []
    made = drafted({**GIVEN, "interfacing": {"kind": "none"}}, grammar)
    (found,) = findings(made)
    assert (found.rule.id, found.rule.level, found.fired.where) == ("parts-do-not-fit", "stop", "base.kind")
    assert "it wants interfacing" in finding(found, CM).say
    assert made.piece("outer").size("width") == 320


TIED_GIVEN: dict[str, Any] = {
    **GIVEN,
    "carry": [],
    "top": {"kind": "tied", "tie": 180},
    "extras": [{"kind": "badge"}, {"kind": "badge", "badge_wide": 120}],
}


def test_a_top_has_its_strip_its_stage_its_check_and_its_act() -> None:
    """All four follow from its own declaration; so do its words, its mark, and what it says it is."""
    made = drafted(TIED_GIVEN, TOY)
    tie = next(p for p in made.pieces if p.part == "tie")
    assert (tie.count, tie.size("length"), tie.material, tie.marks[0].label) == (
        2,
        180,
        "Ribbon",
        "Sewn on here",
    )
    assert made.form.mm("tied") == 1.0
    assert made.bag.kinds.feature(Tied) == Tied(2)
    steps = [s.key for s in made.steps]
    assert steps.index("outer envelope") < steps.index("sew ties") < steps.index("measure back")
    found = {f.rule.id: f for f in findings(made)}
    assert found["tie-too-short"].fired.numbers == {"tie": 180, "least": 200}
    assert "tied with ribbons" in "".join(t.text for t in sentence(made.bag, CM))
    assert [list(proof(made)) for proof in (reads_back, seams_walk, outlines_match_sums)] == [[], [], []]


def test_its_finding_is_helped_and_can_be_silenced() -> None:
    """The remedy that it names is carried out on the spec; a reason quiets it like any other."""
    spec = Spec.model_validate(TIED_GIVEN)
    helped = next(
        f for f in findings_helped(drafted(TIED_GIVEN, TOY), spec, "mm", TOY) if f.id == "tie-too-short"
    )
    assert [e.value for r in helped.remedies for e in r.edits] == [200.0]
    edit = SilencedEdit(check="tie-too-short", reason="A short knot will do.")
    quiet = apply_edit(spec, edit, "mm", TOY, shipped())
    assert quiet.silenced == {"tie-too-short": "A short knot will do."}


def test_extras_are_items_of_a_list_each_with_fields_of_its_own() -> None:
    """Two badges: two pieces, two steps, and a finding at the wide one alone."""
    made = drafted(TIED_GIVEN, TOY)
    badges = [p for p in made.pieces if p.part == "badge"]
    assert [(p.key, p.size("width")) for p in badges] == [("tab extras.0", 40), ("tab extras.1", 120)]
    assert [s.key for s in made.steps if "badge" in s.key] == ["extras.0 badge", "extras.1 badge"]
    assert [f.fired.where for f in findings(made) if f.rule.id == "badge-wide"] == ["extras.1.badge_wide"]
    keys = [t.phrase for t in sentence(made.bag, CM) if t.text == "a badge"]
    assert keys == ["badge.0", "badge.1"]
    assert tiles(Spec.model_validate(TIED_GIVEN), "badge.1", "mm", TOY, shipped()).fields == (
        "extras.1.badge_wide",
    )
    wider = apply_edit(
        Spec.model_validate(TIED_GIVEN),
        TypedEdit(path="extras.0.badge_wide", text="55"),
        "mm",
        TOY,
        shipped(),
    )
    assert wider.extras[0] == {"kind": "badge", "badge_wide": 55.0}


def test_a_new_pocket_is_placed_cut_sewn_read_back_and_told_when_in_the_way() -> None:
    """One declaration and one line: its mark from the raw edges, its row in the cut list, clashes, moving."""
    slot = {"kind": "pen_slot", "slot_deep": 100.4, "from_top": 60}
    snap_on = {"kind": "magnetic_snap", "from_top": 80}
    spec = tote(carry=[], extras=[slot, snap_on])
    made = drafted(spec, TOY)
    (piece,) = [p for p in made.pieces if p.name == "Pen slot"]
    assert piece.size("length") == 116
    (mark,) = [m for m in made.piece("outer").marks if m.label.startswith("Pen slot")]
    assert mark.readings[1][1].total == 70
    assert mark.label == "Pen slot, front only"
    assert made.read.extras[0].sizes == {"slot_deep": 100}
    assert made.sewing.refused is None
    assert "extras.0 slot" in [s.key for s in made.steps]
    assert "a pen slot" in "".join(t.text for t in sentence(made.bag, CM))
    assert clashes_of(made) == ()
    edit = MovedEdit(path="extras.0", right=-30.0, down=20.0)
    shifted = moved(Spec.model_validate(spec), edit, made)
    assert shifted.extras[0] == {**slot, "from_top": 80, "across_by": "left", "from_side": 150}
    near = drafted({**spec, "extras": [slot, {"kind": "press_stud", "on": "outer", "from_top": 80}]}, TOY)
    assert [(c.one.name, c.other.name) for c in clashes_of(near)] == [("pen slot", "press stud")]
    assert {f.rule.id for f in findings(near)} == {"put-on-clashes"}


def test_an_extra_that_there_is_not_is_refused_by_its_path() -> None:
    """With what would be right."""
    with pytest.raises(SpecProblems) as caught:
        drafted({**GIVEN, "extras": [{"kind": "teapot"}]}, TOY)
    (problem,) = caught.value.problems
    assert (problem.field, problem.value) == ("extras.0.kind", "teapot")
    assert problem.fix == f"Use one of: {', '.join(TOY.slots['extra'])}."
    assert "badge" in problem.fix
    schema = spec_schema(TOY, shipped())
    assert Draft202012Validator(schema).is_valid({"extras": [{"kind": "badge", "badge_wide": 30}]})
    assert "`extras[i].badge_wide`" in grammar_page(TOY)
