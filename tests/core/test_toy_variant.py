"""The variant contract, proved: a base that exists only here gets everything with no other edit."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from hypothesis import given, settings
from jsonschema import Draft202012Validator

from ambitus.core.checks.run import findings
from ambitus.core.fields import Length
from ambitus.core.form.model import Dimension, Edge, Face, Form, Measure, Seam, SizeLine, Stretch
from ambitus.core.grammar.contract import SHORTER, Base, Finishes, Param, Phrase
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.schema import spec_schema
from ambitus.core.grammar.sizes import HEIGHT, WIDTH
from ambitus.core.lengths import View, paired, snap
from ambitus.core.read.cutlist import ReadLayer, Rows
from ambitus.core.shown.page import grammar_page
from ambitus.core.shown.present import fields, finding, picture, present, sentence
from ambitus.core.shown.sheet import sheet
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term, grid_term
from ambitus.library import shipped
from bags import drafted, mm_at, source_at, totes, why_at
from conftest import examples
from core.proofs import outlines_match_sums, reads_back, seams_walk, straps_read_back


def _settled(bag: Resolved, terms: tuple[Term, ...], *around: float) -> tuple[float, tuple[Term, ...]]:
    asked = sum(t.mm for t in terms)
    size = snap(bag.grid.fit(asked + sum(around)) - sum(around))
    return size, (*terms, *grid_term(snap(size - asked)))


def _form(bag: Resolved, finishes: Finishes) -> Form:
    """A flat envelope: two rectangles sewn on three sides."""
    eats = {key: sum(t.mm for t in terms) for key, terms in finishes.items()}
    width, across = _settled(bag, (Length("size.width").term(bag, "Width"),), eats["side"], eats["side"])
    height, up = _settled(bag, (*bag.bag.top.height(bag), *finishes[SHORTER]), eats["base"], eats["top"])
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
        base_ring=ring,
        mouth_ring=ring,
        height=height,
        standing_seams=(0.0, 0.5),
        front_starts=0.0,
        lines=(
            SizeLine("size.width", "wide", "width", (0, 0, 0), (width, 0, 0)),
            SizeLine("size.height", "high", "height", (0, 0, 0), (0, 0, height)),
        ),
    )


def _read(rows: Rows, allowances: Mapping[str, float], top: float) -> ReadLayer:
    row = rows.main
    width = Sum("Width", (Term("As cut", row.width, "."), Term("Sides", -2 * allowances["side"], ".")))
    height = Sum("Height", (Term("As cut", row.height, "."), Term("Ends", -allowances["base"] - top, ".")))
    return ReadLayer({"width": width, "height": height, "flat_opening": width})


def _steps(bag: Resolved, prefix: str, form: Form) -> tuple[Step, ...]:
    return tuple(
        Step(
            f"{layer} envelope",
            f"Sew the {layer} round three sides",
            "In one go.",
            400,
            needs=(f"{layer} panels ready",),
            gives=(f"{layer} body sewn",),
            reads=(("Across the mouth, flat", form.mm("flat_opening")),),
        )
        for layer in ("outer", "lining")
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
    steps=_steps,
    form=_form,
    read=_read,
    straight=lambda bag: {"base": mm_at(bag, "size.width"), "side": mm_at(bag, "size.height")},
)
TOY = GRAMMAR.with_variant(ENVELOPE)
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
    picky = replace(ENVELOPE, needs=lambda bag: "" if bag.bag.interfacing.cuts else "it wants interfacing")
    grammar = GRAMMAR.with_variant(picky)
    assert [f.rule.id for f in findings(drafted(GIVEN, grammar))] == []
    made = drafted({**GIVEN, "interfacing": {"kind": "none"}}, grammar)
    (found,) = findings(made)
    assert (found.rule.id, found.rule.level, found.fired.where) == ("parts-do-not-fit", "stop", "base.kind")
    assert "it wants interfacing" in finding(found, CM).say
    assert made.piece("outer").size("width") == 320
