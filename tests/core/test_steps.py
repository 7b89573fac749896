"""The order of work."""

from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.draft import readers
from ambitus.core.form.sewn import Opening, end_at_top
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View, snap
from ambitus.core.read.back import read_back
from ambitus.core.sew import acts
from ambitus.core.sew.acts import OvercastTips, ironed
from ambitus.core.steps.model import Step, StepsUnordered, in_order
from ambitus.core.steps.work import CAUTIONS
from bags import LIDDED, SHUT, chose_at, drafted, sizes_of, tote, totes
from conftest import examples
from core.proofs import top_eats

CUT_AS = ("boxed", "boxed_after", "boxed_pinched", "folded_in")


def test_every_need_is_given_before() -> None:
    """Nothing is asked for that has not been done, in every policy of interfacing."""
    for kind in ("none", "full", "kept_out", "inset"):
        given: set[str] = set()
        steps = drafted(tote(interfacing={"kind": kind})).steps
        for step in steps:
            assert set(step.needs) <= given, step.title
            given |= set(step.gives)
        assert {c for s in steps for c in s.cautions} <= set(CAUTIONS)


def test_what_the_tape_reads_is_what_comes_out_of_the_grid() -> None:
    """Readings follow the rounded bag, not the one asked for."""
    made = drafted(tote(340, 280, 103))
    reads = {r.label: r.mm for s in made.steps for r in s.reads}
    assert reads["Across the mouth, flat"] == made.read.mm("flat_opening") == 444
    assert reads["Along each corner seam"] == 104


def test_circles_and_missing_needs_are_faults() -> None:
    """A step that waits for itself, or for what nothing gives, is told and not left out."""
    one = Step("a", "A", "", 1, needs=("b done",), gives=("a done",))
    two = Step("b", "B", "", 2, needs=("a done",), gives=("b done",))
    with pytest.raises(StepsUnordered, match="circle"):
        in_order([one, two])
    with pytest.raises(StepsUnordered, match="which no step gives"):
        in_order([one])


@pytest.mark.parametrize("cut_as", ["panels", "folded"])
@pytest.mark.parametrize("base", list(GRAMMAR.slots["base"]))
def test_a_reading_says_which_seams_it_crosses_and_how_often(base: str, cut_as: str) -> None:
    """Every seam of a class sewn 2 mm deeper, the cut list read again: the size loses that, so often."""
    given = {"kind": base, **({"cut_as": cut_as} if base in CUT_AS else {})}
    preset = "pouch" if base in SHUT else "tote"
    made = drafted({"preset": preset, "unit": "mm", "base": given, "size": sizes_of(base), "carry": []})
    last = next(s for s in made.steps if s.key == "measure back")
    lidded = {"length": "length", "height": "height", "breadth": "breadth"}
    sizes = lidded if base in LIDDED else {"mouth_flat": "flat_opening", "height": "height", "depth": "depth"}
    plain = readers(GRAMMAR)
    was = read_back(made.cut_list, plain)
    told = {sizes[r.id]: r.crosses for r in last.reads if r.id in sizes and r.mm > 0}
    assert {"length", "breadth"} <= set(told) or {"flat_opening", "height"} <= set(told)
    for size, crosses in told.items():
        # a corner that is boxed deeper lowers the bag too, but the tape does not cross it
        for of_class, times in crosses.items():
            sewn = {**made.cut_list.allowances, of_class: made.cut_list.allowances[of_class] + 2.0}
            now = read_back(made.cut_list.model_copy(update={"allowances": sewn}), plain)
            assert (was.mm(size) - now.mm(size)) / 2.0 == pytest.approx(times), (size, of_class)


def _sews(step: Step) -> bool:
    """Whether a step sews the outer's edges at the sides to each other."""
    uprights = step.key.removeprefix("outer ").startswith(("sides", "uprights"))
    rows = any(isinstance(act, acts.Sew) for act in step.acts)
    return rows and uprights and not any(word in step.key for word in ("trim", "overlock", "ends"))


@settings(max_examples=examples(120), deadline=None)
@given(totes(GRAMMAR))
def test_a_seam_that_stays_open_somewhere_is_never_sewn_shut(spec: dict[str, Any]) -> None:
    """Every row says from where to where it stays open, in the bag's own numbers; no other seam says so."""
    made = drafted(spec)
    opened = [o for o in made.form.every_sewn if isinstance(o, Opening) and not o.closed]
    ends = {mm.total for o in opened for _, mm in (o.told(0.0)[0], o.told(0.0)[-1])}
    # where the top edge is folded and sewn down before, it is measured from there, and its ends are finished
    folded = made.bag.kinds.top.kind == "on_bars" or chose_at(made.bag, "top.opening", "ends")
    ends = {snap(mm - top_eats(made)) for mm in ends} if folded else ends
    rows = [s for s in made.steps if _sews(s)]
    view = View("mm", made.bag.unit)
    for step in rows:
        if step.say.startswith(("Both edges as one", "The flat edge of the strip", "One edge of the tape")):
            assert ("each edge by itself" in step.say) == bool(opened and not folded)
            continue
        assert {snap(mm) for _, mm in step.numbers} <= ends
        assert not opened or ("below the finished top edge" in step.say) == folded
        assert bool(step.numbers) == bool(opened), step.say
        assert all(view.with_unit(mm) in step.told(view) for _, mm in step.numbers)
        at_top = [s for s in made.form.seams if s.seam == "side" and end_at_top(made.form, s)]
        if len(opened) == len(at_top) and any(o.between[0][0].along <= 0 for o in opened):
            assert "from the top edge down" not in step.say.lower()
    others = [s for s in made.steps if s not in rows and s.key.startswith(("outer ", "lining "))]
    assert not any(s.numbers and "unsewn" in s.say for s in others)


def test_a_casing_with_open_ends_is_open_at_both_sides_for_one_cord_too() -> None:
    """Front and back have a casing each: neither side seam runs up to the top."""
    made = drafted(
        {
            "unit": "mm",
            "preset": "sack",
            "base": {"kind": "seamed"},
            "size": {"width": 250, "height": 350},
            "carry": [],
            "top": {"kind": "casing", "opening": "ends", "cords": "one"},
        }
    )
    assert {o.seam for o in made.form.every_sewn if isinstance(o, Opening)} == {"side left", "side right"}
    (mark, *_) = (m for m in made.piece("outer").marks if m.label == "Side seam ends")
    assert mark.corner == "raw top edge; at both sides"


#: kinds of seam after which the right side of the cloth is out, if they are sewn last
_RIGHT_OUT = {"lapped", "felled", "raw"}


@settings(max_examples=examples(120), deadline=None)
@given(totes(GRAMMAR))
def test_every_bag_is_turned_right_side_out_once_and_never_sewn_inside_after(spec: dict[str, Any]) -> None:
    """After the outer's last seam, and before anything is threaded, put into it or measured."""
    steps = [s.key for s in drafted(spec).steps]
    turned = [key for key in steps if key in ("turn", "turn out")]
    # a lined outer is turned for the lining to go over it, and once more with it
    assert len(turned) <= 2
    if not turned:
        # its last seam was sewn from the right side; the simulator sees that it is out
        return
    at = steps.index(turned[-1])
    assert not any(key.startswith(("outer sides", "outer base", "outer corners")) for key in steps[at:])
    later = [key for key in ("thread cord", "lining in", "measure back") if key in steps]
    assert all(steps.index(key) > at for key in later)


@pytest.mark.parametrize("seams", ["plain", "french", "lapped", "felled"])
def test_a_bag_whose_last_seam_is_sewn_from_the_right_side_is_not_turned(seams: str) -> None:
    """Lapped and felled seams leave the right side out: nothing is left to turn."""
    made = drafted(
        {
            "unit": "mm",
            "base": {"kind": "folded"},
            "size": {"width": 300, "height": 300},
            "top": {"kind": "double_hem"},
            "seams": {"kind": seams},
            "carry": [],
        }
    )
    turned = any(s.key == "turn out" for s in made.steps)
    assert turned == (made.bag.kinds.seam("side").kind not in _RIGHT_OUT)


@settings(max_examples=examples(80), deadline=None)
@given(totes(GRAMMAR))
def test_edges_are_overlocked_while_every_piece_lies_flat(spec: dict[str, Any]) -> None:
    """Before any seam of the body of that layer, and before the zip and the straps."""
    made = drafted({**spec, "seams": {"kind": "overlocked_first"}})
    # corners that are cut out of a sewn layer have no edge before
    steps = [s.key for s in made.steps if not any(isinstance(act, OvercastTips) for act in s.acts)]
    for layer in ("outer", "lining"):
        overlocked = [i for i, key in enumerate(steps) if key.startswith(layer) and key.endswith("overlock")]
        bodies = tuple(f"{layer} {part}" for part in ("sides", "base", "corners", "gusset", "ends", "join"))
        sewn = [
            i
            for i, key in enumerate(steps)
            if (key.startswith(bodies) and not key.endswith("overlock"))
            or (layer == "outer" and key.startswith(("zip front", "strap 0 baste", "strap 0 sew")))
        ]
        assert not overlocked or not sewn or max(overlocked) < min(sewn)


@settings(max_examples=examples(80), deadline=None)
@given(totes(GRAMMAR))
def test_no_iron_goes_near_a_cloth_that_melts_and_only_what_is_there_is_marked(spec: dict[str, Any]) -> None:
    """On PVC-coated cotton; middles always, the rest only where this bag has it."""
    made = drafted({**spec, "cloth": {**spec.get("cloth", {}), "outer": "coated_cotton"}})
    for step in made.steps:
        if step.settings.startswith("Iron: none"):
            assert not {"hot iron", "steam"} & set(step.cautions)
            assert "Press " not in step.title
    every = [m for p in made.pieces for m in p.marks]
    step = next(s for s in made.steps if s.key == "mark")
    # a lining that is cut later is marked with its cutting
    later = {layer for act in step.acts if isinstance(act, acts.MarkAll) for layer in act.leave}
    marks, say = [m for p in made.pieces if p.layer not in later for m in p.marks], step.say
    assert ("strap places" in say) == any(m.kind == "strap" for m in marks)
    assert ("folds" in say) == any(m.kind == "crease" for m in marks)
    assert ("the gap" in say) == any(m.kind == "gap" for m in marks)
    assert ("openings" in say or "slits" in say) == any(m.kind == "slot" for m in marks)
    assert ("eyelets" in say) == any(m.label.startswith("Eyelet") for m in marks)
    laid = [s.say for s in made.steps if s.key == "lining ready"]
    assert all(("gap" in text) == any(m.kind == "gap" for m in every) for text in laid)


def test_what_is_all_there_is_is_measured_twice_before_it_is_cut() -> None:
    """A gate of its own between drawing and cutting; of a cloth that can be bought again there is none."""
    once = drafted(tote(cloth={"once": "once", "outer": "linen"})).steps
    keys = [s.key for s in once]
    assert keys.index("measure") < keys.index("measure again") < keys.index("cut")
    gate = next(s for s in once if s.key == "measure again")
    assert (gate.kind, "linen" in gate.title) == ("gate", True)
    assert "measure again" not in [s.key for s in drafted(tote()).steps]
    turned = {"facing": "faced"}
    later = drafted(tote(cloth={"once": "once", "lining_cut": "turn"}, top=turned))
    assert later.sewing.refused is None
    assert "a second time before" in next(s for s in later.steps if s.key == "cut lining").say
    pieced = drafted(tote(cloth={"once": "once", "made": "strips"}, interfacing={"kind": "quilted"})).steps
    for key in ("cut strips", "cut blanks"):
        step = next(s for s in pieced if s.key == key)
        assert "a second time before the first is cut" in step.say


@pytest.mark.parametrize(("kind", "reaches"), [("full", True), ("kept_out", False), ("base_only", False)])
def test_an_interfacing_is_basted_where_it_lies_and_to_what_it_is_cut_for(kind: str, reaches: bool) -> None:
    """Foam that is kept out of the seams cannot be basted in their allowances; a base’s goes to the base."""
    gusset = {"kind": "rounded_rectangle"} if kind == "base_only" else {"kind": "boxed"}
    size = (
        {"length": 250, "breadth": 120, "height": 250}
        if kind == "base_only"
        else {"width": 300, "height": 250, "depth": 100}
    )
    made = drafted(
        {
            "unit": "mm",
            "base": gusset,
            "size": size,
            "interfacing": {"kind": kind, "material": "foam"},
            "carry": [],
        }
    )
    step = next(s for s in made.steps if s.key == "interface panels")
    outer = {p.part: p for p in made.pieces if p.layer == "outer"}
    for piece in (p for p in made.pieces if p.layer == "interfacing"):
        wider = piece.box[2] - piece.box[0] > outer[piece.part].box[2] - outer[piece.part].box[0] - 15
        assert ("inside the allowance" in step.settings) == reaches == wider
    assert ("base" in step.title) == (kind == "base_only")


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_a_step_that_sets_an_iron_presses_something(spec: dict[str, Any]) -> None:
    """What the simulator knows to be pressed and what a step says of its iron are one thing."""
    for step in drafted(spec).steps:
        hot = step.settings.startswith("Iron:") and not step.settings.startswith("Iron: none")
        if hot:
            assert any(ironed(act) for act in step.acts), step.title


@pytest.mark.parametrize(("side", "turned"), [(12, "half of it"), (7, "once, overlocked")])
def test_the_slits_and_the_gathers_of_a_bag_on_bars(side: float, turned: str) -> None:
    """What is turned in is what the side seams take below; on the bar comes the width of its edge."""
    top = {"kind": "on_bars", "bar_long": 230, "slit": 95}
    made = drafted(tote(top=top, allowances={"side": side}, carry=[]))
    steps = {step.key: step for step in made.steps}
    assert dict(steps["hem slits"].lengths) == {"Slit below the finished top": 95, "Turned in, in all": side}
    assert turned in steps["hem slits"].say
    # 340 and 120 between the side seams
    assert dict(steps["bars in"].lengths) == {"Top edge of one panel": 460, "Free on the bar": 230}
    assert "2.0 of cloth on 1 of bar" in steps["bars in"].say
    hoops = drafted(tote(top={**top, "bar": "hoop"}, carry=[])).steps
    keys = [step.key for step in hoops]
    assert keys.index("turn out") < keys.index("fold round hoops") < keys.index("stitch channel")
