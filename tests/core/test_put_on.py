"""What is put on: cut by the rule, placed from real edges, sewn, read back; and faults planted."""

import json
from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.checks.run import findings, stops
from ambitus.core.clashes import clashes_of
from ambitus.core.curves import Arc
from ambitus.core.draft import Draft, readers
from ambitus.core.form.model import Form, Loose, Part, Strip
from ambitus.core.form.sewn import Caught, PutOn
from ambitus.core.grammar.contract import Extra
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.grammar.seams.bound import BOUND_SEAM
from ambitus.core.grammar.top.bound.variant import BOUND
from ambitus.core.lengths import View
from ambitus.core.problems import SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.read.begin import begun_from
from ambitus.core.sew import acts
from ambitus.core.shown.present import finding, folded, present, sentence
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.edit import PickedEdit, apply_edit
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term
from ambitus.library import shipped
from bags import TEMPLATES, drafted, tote, totes
from conftest import examples
from core import put_on

MM = View("mm", "mm")
UNEQUAL = {"side": 11, "base": 13, "top": 9, "pocket": 8, "join": 12, "corner": 10, "binding": 7}
#: every extra, in ways that no two of its numbers can stand in for each other
BAGS: tuple[dict[str, Any], ...] = (
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        extras=[
            {
                "kind": "patch",
                "flap": "flap",
                "fall": 47,
                "width": 151,
                "height": 103,
                "from_top": 62,
                "flap_closes": "button",
                "buttonhole": "corded",
                "size": 11,
                "thick": 3,
                "flap_closed_at": 19,
            },
            {"kind": "magnetic_snap", "from_top": 44},
            {"kind": "ties"},
        ],
    ),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        top={"facing": "faced", "facing_height": 81},
        extras=[
            {"kind": "patch", "made": "folded", "down_by": "foot", "from_foot": 33, "on": "lining"},
            {
                "kind": "press_stud",
                "from_top": 44,
                "centre_by": "left",
                "centre_from": 71,
                "patched": "patch",
            },
            {"kind": "button_loop", "from_top": 31},
        ],
    ),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        top={"kind": "bound"},
        extras=[
            {"kind": "slip", "on": "lining", "divided": "half", "height": 97},
            {"kind": "hook_and_loop", "from_top": 38, "on": "outer"},
            {"kind": "side_tab", "ring": "ring"},
            {"kind": "side_tab", "sides": "one", "strip_as": "elastic", "elastic": 173, "strip_wide": 13},
        ],
    ),
    tote(
        331,
        287,
        0,
        base={"kind": "seamed"},
        allowances=UNEQUAL,
        extras=[{"kind": "slip", "foot": "seam", "height": 97}, {"kind": "hanging_loop"}],
    ),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        extras=[{"kind": "button_loop", "fastens": "toggle", "from_top": 23, "long": 67, "thick": 9}],
    ),
    # a zip that is not counted lies above the edge that its tape is placed from
    tote(
        331,
        287,
        118,
        top={"kind": "zip_unlined", "zip_counts": "left_out", "tape": 25},
        allowances=UNEQUAL,
        extras=[{"kind": "hook_and_loop", "on": "outer", "from_top": 31}],
    ),
    tote(331, 287, 118, top={"kind": "bound_unlined", "binding_made": "double"}, allowances=UNEQUAL),
    tote(331, 287, 118, allowances=UNEQUAL, extras=[{"kind": "patch", "made": "faced", "faced": 37}]),
    tote(
        331,
        287,
        118,
        top={"kind": "double_hem"},
        seams={"kind": "bound", "bind_seam": 5},
        allowances={**UNEQUAL, "corner": 9},
    ),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        extras=[
            {"kind": "window_zip", "on": "lining", "opening": 161, "deep": 131, "above": 27, "beside": 22},
            {"kind": "window_zip", "bag_made": "pieces", "from_top": 71, "opening": 143},
        ],
    ),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        extras=[
            {"kind": "zip_across", "zip_at": 57, "zip_seam": 7, "edges": 11, "band_wide": 9, "width": 163},
            {"kind": "zip_across", "side": "back", "ends": "turned", "height": 151, "edges": 12},
        ],
    ),
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        extras=[{"kind": "motif", "width": 143, "height": 91, "from_top": 83}],
    ),
    {
        **tote(331, 187, 0, allowances=UNEQUAL | {"flap": 6}, carry=[]),
        "base": {"kind": "seamed"},
        "top": {"kind": "pressed_edges", "turn": 14},
        "extras": [
            {
                "kind": "flap",
                "fall": 97,
                "wrap": 17,
                "inserted": 23,
                "flap_clear": 8,
                "flap_corners": "rounded",
                "flap_corner": 37,
                "held_by": "button",
                "size": 13,
                "thick": 5,
                "from_top": 51,
            }
        ],
    },
    tote(
        331,
        287,
        118,
        allowances=UNEQUAL | {"flap": 6},
        carry=[],
        extras=[
            {
                "kind": "flap",
                "fall": 121,
                "wrap": 31,
                "flap_corners": "clipped",
                "held_by": "snap",
                "from_top": 57,
                "margin": 13,
            }
        ],
    ),
    *(
        {
            **tote(331, 187, 0, allowances=UNEQUAL | {"flap": 6}, carry=[]),
            "base": {"kind": "seamed"},
            "top": {"kind": "pressed_edges", "turn": 14},
            "extras": [{"kind": "flap", "fall": 97, "wrap": 17, "size": 13, "from_top": 51, **shape}],
        }
        for shape in (
            {"flap_shape": "half", "held_by": "stud"},
            {"flap_shape": "slanted", "flap_foot": 71, "held_by": "button", "thick": 5},
            {"flap_shape": "template", "flap_outline": TEMPLATES[1], "held_by": "snap", "from_top": 41},
            {
                "flap_shape": "template",
                "flap_outline": TEMPLATES[2],
                "flap_traced_as": "cut",
                "held_by": "button",
                "thick": 5,
                "from_top": 33,
            },
        )
    ),
    # a front of two parts is joined at both of its sides before it is bound
    {
        **tote(331, 287, 118, allowances={"side": 11, "gusset": 13, "join": 12}, carry=[]),
        "base": {"kind": "gusset", "radius": 37},
        "top": {"kind": "double_hem"},
        "seams": {"kind": "bound"},
        "cloth": {"bottom": "contrast", "bottom_height": 107},
    },
)


def _wrong(made: Draft) -> list[str]:
    # of what cannot be sewn a stop says so
    refused = None if stops(made) else made.sewing.refused
    return [*put_on.failures(made), *([refused.told] if refused else [])]


def broken(grammar: Grammar = GRAMMAR) -> list[str]:
    """Return what fails over all bags, exact and rounded."""
    return [
        text
        for spec in BAGS
        for rounded in (False, True)
        for text in _wrong(drafted(spec, grammar, rounded=rounded))
    ]


def test_nothing_fails_without_a_fault() -> None:
    """The proofs pass on the bags that the faults are tried on."""
    assert broken() == []


def test_the_bags_have_every_extra() -> None:
    """An extra that no bag here has could carry a fault unseen."""
    assert {extra["kind"] for spec in BAGS for extra in spec.get("extras", ())} == set(GRAMMAR.slots["extra"])


@settings(max_examples=examples(60))
@given(totes(bands=True))
def test_whatever_is_put_on_is_cut_placed_sewn_and_read_back(spec: dict[str, Any]) -> None:
    """Any bag with what may be put on it: exact, and on its grid."""
    for rounded in (False, True):
        assert _wrong(drafted(spec, rounded=rounded)) == [], json.dumps(spec)


# -- faults -----------------------------------------------------------------------------------------------

Fault = Callable[[], Grammar]


def _extra(kind: str) -> Extra:
    return GRAMMAR.of("extra", kind, Extra)


def _cut(kind: str, change: Callable[[Part], Part], name: str = "") -> Fault:
    """A piece of an extra cut otherwise than it is reckoned."""

    def parts(item: Item, form: Form) -> tuple[Part, ...]:
        made = _extra(kind).parts(item, form)
        return tuple(change(part) if name in part.name else part for part in made)

    return lambda: GRAMMAR.with_variant(replace(_extra(kind), parts=parts))


def _without_term(*labels: str) -> Callable[[Part], Part]:
    def changed(part: Part) -> Part:
        if isinstance(part, Strip):
            length = Sum(part.length.label, tuple(t for t in part.length.terms if t.label not in labels))
            width = Sum(part.width.label, tuple(t for t in part.width.terms if t.label not in labels))
            return replace(part, length=length, width=width)
        left = {
            key: tuple(t for t in terms if t.label not in labels) for key, terms in part.allowances.items()
        }
        return replace(part, allowances=left)

    return changed


def _with_seams(part: Part) -> Part:
    assert isinstance(part, Loose)
    seam = (Term("Seam", 8.0, ""),)
    return replace(part, allowances=dict.fromkeys(part.allowances, seam))


def _half_as_high(part: Part) -> Part:
    assert isinstance(part, Loose)
    points = tuple(replace(e, start=(e.start[0], e.start[1] / 2)) for e in part.face.edges)
    high = tuple(
        replace(m, terms=tuple(t.scaled(0.5) for t in m.terms)) if m.key == "height" else m
        for m in part.face.measures
    )
    return replace(part, face=replace(part.face, edges=points, measures=high))


def _short_hole(part: Part) -> Part:
    assert isinstance(part, Loose)
    short = tuple(replace(m, points=((m.points[0][0], m.points[1][1] - 11), m.points[1])) for m in part.marks)
    return replace(part, marks=short)


def _put(kind: str, change: Callable[[PutOn], PutOn]) -> Fault:
    """An extra that lies elsewhere than its place is told."""

    def sewn(item: Item, form: Form, layer: Any) -> tuple[Any, ...]:
        made = _extra(kind).sewn(item, form, layer)
        return tuple(change(one) if isinstance(one, PutOn) else one for one in made)

    return lambda: GRAMMAR.with_variant(replace(_extra(kind), sewn=sewn))


def _acts(kind: str, change: Callable[[Step], Step | None]) -> Fault:
    def steps(item: Item, form: Form) -> tuple[Step, ...]:
        made = (change(step) for step in _extra(kind).steps(item, form))
        return tuple(step for step in made if step is not None)

    return lambda: GRAMMAR.with_variant(replace(_extra(kind), acts=(steps,)))


def _never(act: type) -> Callable[[Step], Step]:
    return lambda step: replace(step, acts=tuple(a for a in step.acts if not isinstance(a, act)))


def _late(step: Step) -> Step:
    """A step that is done once the sides are sewn."""
    placed = any(isinstance(a, acts.LayOn | acts.Print) for a in step.acts)
    return replace(step, needs=(*step.needs, "outer body sewn"), gives=("nothing",)) if placed else step


def _bound(**changed: Any) -> Fault:
    return lambda: GRAMMAR.with_variant(replace(BOUND, **changed))


def _narrow_binding(item: Item, form: Form) -> tuple[Part, ...]:
    (strip,) = BOUND.parts(item, form)
    return (_without_term("Covers the row inside")(strip),)


@pytest.mark.parametrize(
    ("top", "pressed", "sewn", "strip"),
    [
        ("bound_unlined", "make binding", "bind", "binding"),
        ("double_hem", "seam bindings", "outer base", "seam binding"),
    ],
)
def test_a_wrapped_binding_is_as_wide_as_its_steps_use_up(
    top: str, pressed: str, sewn: str, strip: str
) -> None:
    """Turned under, down the far side, over the edge, back to its row and on to its own edge."""
    spec = tote(331, 287, 118, top={"kind": top}, seams={"kind": "bound"}, allowances=UNEQUAL)
    made = drafted(spec, rounded=False)
    told = {what: mm for s in made.steps if s.key in (pressed, sewn) for what, mm in s.lengths}
    seam = told["Binding seam"]
    far = seam + next(mm for what, mm in told.items() if what.startswith("Covers the row"))
    width = next(p for p in made.pieces if p.layer == strip).sums["width"]
    thick = next(t.mm for t in width.terms if t.label.startswith("Thickness"))
    assert told["Turned under"] + far + thick + 2 * seam == pytest.approx(width.total)


def _round_seams(change: Callable[[Strip], Strip]) -> Fault:
    """Return a fault in the strips that bind seams."""

    def plant() -> Grammar:
        def parts(item: Item, form: Form) -> tuple[Part, ...]:
            return tuple(change(p) for p in BOUND_SEAM.parts(item, form) if isinstance(p, Strip))

        return GRAMMAR.with_variant(replace(BOUND_SEAM, parts=parts))

    return plant


FAULTS: dict[str, Fault] = {
    "one strip for two bound seams": _round_seams(lambda strip: replace(strip, count=1)),
    "a strip as long as its seam": _round_seams(
        lambda strip: replace(strip, length=Sum(strip.length.label, strip.length.terms[:1]))
    ),
    "a strip that covers one side": _round_seams(
        lambda strip: replace(strip, width=Sum(strip.width.label, strip.width.terms[:2]))
    ),
    "a bound seam never bound": lambda: GRAMMAR.with_variant(replace(BOUND_SEAM, sewn=lambda *given: ())),
    "edges of a pocket not turned": _cut("patch", _without_term("Edge turned in"), "Pocket"),
    "hem of a pocket left out": _cut("patch", _without_term("Hem at its top")),
    "folded pocket cut once": _cut("patch", _half_as_high, "Pocket"),
    "flap without its seams": _cut("patch", _without_term("Pocket seam"), "flap"),
    "buttonhole as long as its button is wide": _cut("patch", _short_hole, "flap"),
    "button sewn where its flap ends": _put(
        "patch", lambda one: replace(one, u=one.u + 19) if "under" in one.label else one
    ),
    "buttonhole never worked": _acts("patch", _never(acts.Buttonhole)),
    "facing without its seam": _cut("patch", _without_term("Pocket seam"), "facing"),
    "flap without its own seams": _cut("flap", _without_term("Flap seam"), "Flap"),
    "flap with nothing inside the top edge": _cut("flap", _without_term("Inside the top edge"), "Flap"),
    "flap half as long": _cut("flap", _half_as_high, "underside"),
    "half on the front placed by its edge": _put(
        "flap", lambda one: replace(one, u=one.u + one.high / 2, at=replace(one.at, inside=one.at.inside + 9))
    ),
    "flap’s own half never set": _acts("flap", _never(acts.SetHalf)),
    "interfacing of a flap never put in": _acts("flap", _never(acts.PutOn)),
    "interfacing as large as its flap is cut": _cut("flap", _with_seams, "interfacing"),
    "flap never made": _acts("flap", _never(acts.Make)),
    "flap never held": _acts("flap", _never(acts.Baste)),
    "slip pocket as wide as from seam to seam": _cut("slip", _without_term("Side seam")),
    "slip pocket without its foot": _cut("slip", _without_term("Edge turned in", "Base seam")),
    "patch as large as its snap": _cut("magnetic_snap", _without_term("Margin")),
    "tie without its seam": _cut("ties", _without_term("Top seam")),
    "tie without its turned end": _cut("ties", _without_term("End turned in")),
    "toggle that its loop cannot pass": _cut("button_loop", _without_term("Over the toggle")),
    "loop without its seam": _cut("button_loop", _without_term("Top seam")),
    "tab without its seam": _cut("side_tab", _without_term("Side seam")),
    "hanging loop without its seam": _cut("hanging_loop", _without_term("Top seam")),
    "pocket placed from the raw edge as if that were the finished one": _put(
        "patch", lambda one: replace(one, beyond=0.0)
    ),
    "snap placed by its edge": _put(
        "magnetic_snap", lambda one: replace(one, at=replace(one.at, inside=one.at.inside + one.high / 2))
    ),
    "bag of a window pocket without what lies above it": _cut("window_zip", _half_as_high, "bag"),
    "piece above a zip without its seam": _cut("zip_across", _without_term("Zip seam"), "above"),
    "piece below a zip as high as half of it": _cut("zip_across", _half_as_high, "below"),
    "bands as long as their pocket": _cut("zip_across", _without_term("End turned in"), "band"),
    "transfer placed from the raw edge": _put("motif", lambda one: replace(one, beyond=0.0)),
    "transfer pressed on once the bag is sewn": _acts("motif", _late),
    "transfer never pressed on": _acts("motif", _never(acts.Print)),
    "zip pocket never sewn on": _acts("zip_across", _never(acts.Fix)),
    "window sewn once the bag is sewn": _acts("window_zip", _late),
    "pocket never sewn on": _acts("patch", _never(acts.Fix)),
    "pocket never made": _acts("slip", _never(acts.Make)),
    "snap set once the bag is sewn": _acts("hook_and_loop", _late),
    "tab never held": _acts("side_tab", _never(acts.Baste)),
    "loop never made": _acts("button_loop", _never(acts.Make)),
    "ties never made": _acts("ties", _never(acts.Make)),
    "binding as wide as its seams": _bound(parts=_narrow_binding),
    "mouth never bound": _bound(acts=tuple(a for a in BOUND.acts[:1])),
}


@pytest.mark.parametrize("fault", FAULTS)
def test_a_planted_fault_is_caught(fault: str) -> None:
    """A fault in what is put on breaks at least one proof."""
    try:
        found = broken(FAULTS[fault]())
    except (ValueError, LookupError) as error:
        found = [repr(error)]
    assert found, f"nobody noticed: {fault}"


# -- where it lies ----------------------------------------------------------------------------------------


def _placed(made: Draft, layer: str = "outer") -> list[PutOn]:
    return [s for s in made.forms[layer].every_sewn if isinstance(s, PutOn)]  # type: ignore[index]


def test_both_halves_meet_when_the_bag_is_closed() -> None:
    """At one height; where one lies left of the front's middle the other lies right of the back's."""
    made = drafted(tote(extras=[{"kind": "magnetic_snap", "centre_by": "left", "centre_from": 80}]))
    front, back = _placed(made, "lining")
    assert (front.side, back.side) == ("front", "back")
    assert front.u == back.u
    assert front.x + front.wide / 2 == pytest.approx(-(back.x + back.wide / 2))


@pytest.mark.parametrize("changed", [{"height": 350}, {"depth": 160}, {"width": 420}])
def test_a_pocket_stays_where_it_was_put_when_the_bag_changes_size(changed: dict[str, float]) -> None:
    """From the top edge, and in the middle; its own size stays."""
    before, after = (drafted(tote(**size, extras=[{"kind": "patch"}])) for size in ({}, changed))
    (one,), (other,) = _placed(before), _placed(after)
    assert (one.u, one.wide, one.high) == (other.u, other.wide, other.high)
    assert other.x + other.wide / 2 == pytest.approx(0)


def _clashes(**given_spec: Any) -> set[tuple[str, str, float]]:
    made = drafted(tote(**given_spec))
    return {(c.one.name, c.other.name, c.missing) for c in clashes_of(made)}


def test_a_snap_under_a_row_is_told_with_both_names_and_what_is_missing() -> None:
    """The patch of 48 begins at 16; a hem's row at 25 runs through it: 25 + 6 + 24 = 55 for its middle."""
    top = {"kind": "double_hem", "turn": 10, "hem": 25}
    snap = {"kind": "magnetic_snap", "from_top": 40}
    made = drafted(tote(top=top, extras=[snap], carry=[]))
    rows = {c.other.upper for c in clashes_of(made)}
    lowest = max(rows)
    moved = {**snap, "from_top": lowest + 6 + 24}
    assert _clashes(top=top, extras=[moved], carry=[]) == set()
    assert _clashes(top=top, extras=[{**moved, "from_top": lowest + 6 + 23}], carry=[]) == {
        ("magnetic snap", "row along the top edge", 1.0)
    }


def test_two_things_on_one_face_are_told_and_on_two_faces_are_not() -> None:
    """One map for each side of each layer."""
    pocket = {"kind": "patch", "from_top": 75}
    assert _clashes(extras=[pocket, {**pocket, "side": "back"}]) == set()
    assert _clashes(extras=[pocket, {**pocket, "on": "lining"}]) == set()
    assert {names[:2] for names in _clashes(extras=[pocket, pocket])} == {("patch pocket", "patch pocket")}


def _ends(made: Draft) -> Iterator[Caught]:
    return (s for s in made.form.every_sewn if isinstance(s, Caught) and s.strip.startswith("closure"))


def test_what_two_ends_take_of_the_top_seam_is_told() -> None:
    """A loop and ties, both at the middle of the back: in each other's way there, and nowhere else."""
    given_extras = [{"kind": "ties"}, {"kind": "hanging_loop"}]
    made = drafted(tote(extras=given_extras))
    assert len(list(_ends(made))) == 3
    assert [(c.side, c.one.name, c.other.name) for c in clashes_of(made)] == [("back", "tie", "hanging loop")]
    (told,) = [f for f in findings(made) if f.rule.id == "put-on-clashes"]
    assert "the tie and the hanging loop in the top seam of the back" in finding(told, MM).say.lower()


# -- the list ---------------------------------------------------------------------------------------------


def test_a_flap_slants_in_to_its_free_edge_or_is_half_round() -> None:
    """Of 319 by 97: from the mouth in to 71; or a curve of 97, between which 125 stay straight."""
    bag = {**tote(331, 187, 0, carry=[]), "base": {"kind": "seamed"}, "top": {"kind": "pressed_edges"}}
    for shape, foot, up in (("slanted", 71, 97), ("half", 125, 97)):
        flap = {"kind": "flap", "fall": 97, "wrap": 17, "flap_shape": shape, "flap_foot": 71}
        made = drafted({**bag, "extras": [flap]})
        (outside,) = (p for p in made.pieces if p.name == "Flap")
        names = [edge.name for edge in outside.edges]
        at = {name: outside.stitch[names.index(name)] for name in names}
        assert at["corner right"][0] - at["foot"][0] == pytest.approx(foot, abs=0.02)
        assert at["side right"] == pytest.approx((319, up), abs=0.02)
        bend = outside.edges[names.index("corner right")].seam_bend
        assert isinstance(bend, Arc) is (shape == "half")
        assert made.read.extras[0].sizes["fall"] == pytest.approx(97)
        notch = "Notch the allowance round both curves" if shape == "half" else "Clip the corners"
        assert any(notch in step.say for step in made.steps)


@pytest.mark.parametrize(
    "base",
    [
        {"kind": "rounded", "radius": 40},
        {"kind": "rounded", "lower": "half"},
        {"kind": "rounded", "lower": "clipped"},
        {"kind": "all_round", "radius": 40},
    ],
)
def test_a_binding_round_a_curve_is_as_long_as_its_raw_edge(base: dict[str, Any]) -> None:
    """Which lies outside the seam: once round a ring, or down a side, along the base and up the other."""
    top = {"kind": "zip_unlined"}
    made = drafted({"preset": "pouch", "base": base, "carry": [], "seams": {"kind": "bound"}, "top": top})
    assert put_on.failures(made) == []
    (long,) = [p for p in made.pieces if p.layer == "seam binding" and p.part != "end"]
    labels = [term.label for term in long.sums["length"].terms]
    assert "More along the raw edge" in labels


def _picked(spec: Spec, path: str, value: str) -> Spec:
    return apply_edit(spec, PickedEdit(path=path, value=value), "mm", GRAMMAR, shipped())


def test_extras_are_added_doubled_put_first_and_taken_off() -> None:
    """All by one edit each, on a list that a plan without extras does not have."""
    plain = Spec.model_validate(tote())
    one = _picked(plain, "extras.more", "patch")
    two = _picked(one, "extras.more", "magnetic_snap")
    assert [e["kind"] for e in two.extras] == ["patch", "magnetic_snap"]
    assert [e["kind"] for e in _picked(two, "extras.1", "first").extras] == ["magnetic_snap", "patch"]
    assert [e["kind"] for e in _picked(two, "extras.0", "again").extras] == [
        "patch",
        "patch",
        "magnetic_snap",
    ]
    left = _picked(_picked(two, "extras.0", "off"), "extras.0", "off")
    assert left.model_dump()["carry"] == one.model_dump()["carry"]
    assert "extras" not in left.model_dump()


def test_every_extra_is_offered_with_what_it_cuts_and_whether_it_goes() -> None:
    """One tile each under “with …”, this bag redrafted with it; what does not go comes last."""
    spec = Spec.model_validate(tote(top={"kind": "double_hem"}))
    (group,) = tiles(spec, "more", "mm", GRAMMAR, shipped()).groups
    assert {t.key for t in group.tiles} == set(GRAMMAR.slots["extra"])
    assert {t.key for t in group.tiles if not t.fits} == {"ties", "button_loop", "hanging_loop", "flap"}
    by_kind = {t.key: t for t in group.tiles}
    assert by_kind["patch"].changes == ("Pocket none → 180 × 185",)
    own = tiles(_picked(spec, "extras.more", "patch"), "patch.0", "mm", GRAMMAR, shipped())
    assert "This one" in {g.label for g in own.groups}


def test_the_sentence_says_a_few_and_how_many_more() -> None:
    """Within two lines, however many there are; a plain bag says nothing of them."""
    many = drafted(tote(extras=[{"kind": kind} for kind in ("patch", "slip", "magnetic_snap", "ties")]))
    whole = sentence(many.bag, MM)
    told = folded(whole, many.bag)
    shown = "".join(t.text for t in told if t.folded != "away")
    assert len(shown) <= 230
    assert " more" in shown or "things put on" in shown
    assert "".join(t.text for t in told if t.folded != "for") == "".join(t.text for t in whole)
    plain = present(drafted(tote()), Spec.model_validate(tote()), "mm")
    assert "".join(t.text for t in plain.sentence).endswith(". With …")


def test_a_plan_begun_from_a_cut_list_has_its_extras_again() -> None:
    """Kind, place and size: the same pieces once more."""
    spec = tote(
        331,
        287,
        118,
        allowances=UNEQUAL,
        extras=[
            {"kind": "patch", "width": 151, "height": 103, "made": "folded", "across_by": "right"},
            {"kind": "slip", "on": "lining", "divided": "at", "divided_at": 90},
            {"kind": "magnetic_snap", "on": "outer", "from_top": 51},
        ],
    )
    made = drafted(spec)
    begun = begun_from(made.cut_list, made.read, {}, "mm")
    again = drafted({**spec, "extras": begun["extras"]})
    assert again.cut_list.extras == made.cut_list.extras


def test_a_number_that_a_cut_list_does_not_tell_is_asked_for_by_name() -> None:
    """A pocket whose turned edges are not told cannot be read."""
    told = drafted(tote(extras=[{"kind": "patch"}])).cut_list.model_copy(deep=True)
    del told.extras[0].measures["edges"]
    with pytest.raises(SpecProblems) as caught:
        read_back(told, readers(GRAMMAR))
    assert caught.value.problems[0].field == "extras.0.edges"


def test_a_button_below_a_join_is_found_on_its_own_piece() -> None:
    """Joined 130 down, 200 down is 70 below the join and 80 below the raw edge of the bottom."""
    made = drafted(
        tote(
            cloth={"bottom": "contrast", "bottom_height": 150},
            extras=[{"kind": "button_loop", "from_top": 200}],
        )
    )
    ((piece, mark),) = [(p, m) for p in made.pieces for m in p.marks if m.label.startswith("Button")]
    assert piece.division == "bottom"
    assert dict(mark.readings)["down"].total == pytest.approx(80)
    assert piece.box[3] - mark.points[2][1] == pytest.approx(80)


@pytest.mark.parametrize("held", ["snap", "stud", "tape", "button"])
@pytest.mark.parametrize("patched", ["patch", "none"])
def test_a_flap_speaks_of_a_patch_only_where_it_has_one(held: str, patched: str) -> None:
    """What a half goes through is told as it lies there."""
    made = drafted(tote(carry=[], extras=[{"kind": "flap", "held_by": held, "patched": patched}]))
    said = " ".join(step.say for step in made.steps if step.key.startswith("extra 0"))
    assert ("patch" in said) == (patched == "patch")
    assert any(p.layer == "patch" for p in made.pieces) == (patched == "patch")


@pytest.mark.parametrize("made_of", ["cloth", "elastic"])
def test_a_tab_without_a_side_seam_is_told_and_drafted_all_the_same(made_of: str) -> None:
    """On a gusset nothing catches it: the bag is shown with what does not fit."""
    made = drafted(tote(base={"kind": "gusset"}, extras=[{"kind": "side_tab", "strip_as": made_of}]))
    told = [f.fired.words for f in findings(made) if f.rule.id == "parts-do-not-fit"]
    assert any("no side seam" in str(words) for words in told)
