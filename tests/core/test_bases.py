"""Each base: its marks, its steps, its words, and what only it has."""

from typing import Any

import pytest

from ambitus.core.draft import Draft
from ambitus.core.form.model import Mark
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.shown.present import fields, present, sentence
from ambitus.core.shown.sheet import sheet
from ambitus.core.spec.model import Spec
from bags import drafted, tote

BASES = list(GRAMMAR.slots["base"])
FLAT = {"seamed", "folded"}
UNEQUAL = {"side": 12, "base": 9, "corner": 7, "top": 15}
MM = View("mm", "mm")


def _spec(base: str, **more: Any) -> dict[str, Any]:
    spec = tote(340, 280, 120, base={"kind": base}, allowances=UNEQUAL, **more)
    if base in FLAT:
        del spec["size"]["depth"]
    return spec


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
    deep = set(BASES) - FLAT
    out = {base: drafted(tote(depth=103, base={"kind": base})).form.mm("depth") for base in deep}
    assert out == {"boxed": 104, "boxed_after": 103, "boxed_pinched": 103, "folded_in": 103}


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
def test_the_sentence_stays_at_six_choices(base: str) -> None:
    """A plain tote, whatever its base."""
    tokens = sentence(drafted(_spec(base)).bag, MM)
    assert sum(t.kind == "choice" for t in tokens) == 6
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
    [(base, where) for base in BASES for where in ("base", "side") if (base, where) != ("folded", "base")],
)
def test_the_gap_is_left_in_the_seam_that_was_chosen(base: str, where: str) -> None:
    """Marked on that edge of the lining, and asked for when that seam is sewn."""
    made = drafted(_spec(base, top={"gap_in": where}))
    lining = made.piece("lining")
    gap = next(m for m in lining.marks if m.kind == "gap")
    (ax, ay), (bx, by) = gap.points
    assert (ay == by) if where == "base" else (ax == bx)
    says = {s.key: s.say for s in made.steps}
    seam = "lining base" if where == "base" else "lining sides"
    other = "lining sides" if where == "base" else "lining base"
    assert "Leave the turning gap open" in says[seam]
    assert "Leave the turning gap open" not in says.get(other, "")
    assert not any("Leave the turning gap" in text for key, text in says.items() if key.startswith("outer"))


@pytest.mark.parametrize("base", BASES)
def test_changing_the_base_keeps_what_the_other_had(base: str) -> None:
    """A depth chosen for a boxed base waits while the bag is flat."""
    made = drafted(tote(340, 280, 120, base={"kind": base, "width_means": "face", "pinch": "line"}))
    assert made.form.mm("width") == 340
