"""What is told of the work beside its words: pictures, minutes, what lies under the needle."""

from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.draft import Draft
from ambitus.core.drawing.work import WorkPicture, work_pictures
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.sew import acts
from ambitus.core.sew.minutes import minutes_of, under_needle
from ambitus.core.shown.work import work_shown
from bags import drafted, tote, totes
from conftest import examples

MM = View("mm", "mm")


def _pictures(made: Draft) -> dict[str, WorkPicture | None]:
    """Return the picture of every step by its key."""
    steps = [step.acts for step in made.steps]
    return dict(zip([step.key for step in made.steps], work_pictures(made.plan, steps), strict=True))


def _points(d: str) -> list[tuple[float, float]]:
    """Return the points of a path as far as it is straight."""
    pairs = d.split("A")[0].removeprefix("M").removesuffix("Z").split("L")
    return [(float(x), float(y)) for x, y in (pair.split() for pair in pairs)]


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_what_is_sewn_is_seen(spec: dict[str, Any]) -> None:
    """Every step that sews a seam has a picture, with as much in the accent as is sewn and inside its box."""
    made = drafted(spec)
    if made.sewing.refused is not None:
        return
    steps = [step.acts for step in made.steps]
    for step, picture in zip(steps, work_pictures(made.plan, steps), strict=True):
        if not any(isinstance(act, acts.Sew) for act in step):
            continue
        assert picture is not None, step
        assert any(stroke.style == "now" for stroke in picture.strokes)
        left, top, wide, high = picture.box
        for stroke in picture.strokes:
            for pair in (
                stroke.d.replace("M", " ").replace("L", " ").replace("Z", " ").split("A")[0].split("  ")
            ):
                x, y = map(float, pair.split()[:2])
                assert left - 1 <= x <= left + wide + 1
                assert top - 1 <= y <= top + high + 1


def test_an_opening_is_drawn_open() -> None:
    """The gap of the lining, as its seam is sewn, and as the one thing that is closed."""
    made = drafted(tote())
    pictures = dict(
        zip([s.key for s in made.steps], work_pictures(made.plan, [s.acts for s in made.steps]), strict=True)
    )
    base, closing = pictures["lining base"], pictures["close gap"]
    assert base is not None
    assert closing is not None
    assert sum(stroke.style == "open" for stroke in base.strokes) == 1
    assert sum(stroke.style == "now" for stroke in base.strokes) == 2
    (gap,) = [stroke.d for stroke in closing.strokes if stroke.style == "now"]
    (begin, _), (end, _) = _points(gap)
    assert abs(end - begin) == pytest.approx(100)


def test_the_side_that_is_up_is_the_side_that_is_out() -> None:
    """Wrong side while it is sewn, right side once it is turned."""
    made = drafted(tote())
    pictures = dict(
        zip([s.key for s in made.steps], work_pictures(made.plan, [s.acts for s in made.steps]), strict=True)
    )
    sides, turned, last = (pictures[key] for key in ("outer sides", "turn out", "measure back"))
    assert sides is not None
    assert {s.style for s in sides.strokes} >= {"wrong", "behind"}
    assert sides.lies == "right sides together"
    assert turned is not None
    assert turned.lies == "right side out"
    assert last is not None
    assert last.lies == "right side out"


def test_minutes_follow_the_lengths() -> None:
    """Two sides of 210 mm: pinned 0.42, taken up twice and sewn 1.3 a metre; pressed 0.3 + 1 a metre."""
    made = drafted(tote(340, 270, 120, allowances={"general": 10}, base={"kind": "seamed"}))
    high = made.form.mm("height")
    sides = next(s for s in made.steps if s.key == "outer sides")
    metres = 2 * high / 1000
    assert minutes_of(made.plan, sides.acts) == pytest.approx(metres + 2 * 0.5 + 1.3 * metres)
    seam = 0.42
    assert round(seam + 0.5 + 1.3 * seam + 0.3 + seam, 1) == 2.2
    closing = next(s for s in made.steps if s.key == "close gap")
    assert minutes_of(made.plan, closing.acts) == pytest.approx(4.0)


@pytest.mark.parametrize(
    ("spec", "step", "layers"),
    [
        (tote(), "outer sides", (("outer", 2),)),
        (tote(), "join top", (("outer", 1), ("lining", 1))),
        (tote(top={"kind": "double_hem"}), "stitch hem", (("outer", 3),)),
        (tote(top={"kind": "overlocked_hem"}), "stitch hem", (("outer", 2),)),
        (tote(cloth={"doubled": "doubled"}, interfacing={"kind": "none"}), "outer base", (("outer", 4),)),
    ],
)
def test_what_lies_under_the_needle(
    spec: dict[str, Any], step: str, layers: tuple[tuple[str, int], ...]
) -> None:
    """As many layers as are folded or laid together there."""
    made = drafted(spec)
    found = next(s for s in made.steps if s.key == step)
    assert under_needle(made.plan, found.acts) == layers


def test_what_has_to_be_waited_for_is_told_and_added_up() -> None:
    """Fused twice and folds pressed once: 5 + 5 + 1 minutes; nothing where nothing is glued or pressed so."""
    shown = work_shown(drafted(tote()), MM)
    waits = {s.title: s.waits for s in shown.steps if s.waits}
    assert waits == {
        "Fuse the interfacing to the outer panels": "Wait until it is cold, about 5 min.",
        "Fuse the cores to the straps": "Wait until it is cold, about 5 min.",
        "Fold and press the straps": "Wait until the folds are cold, about 1 min.",
    }
    assert shown.waits == "11 min"
    assert work_shown(drafted(tote(interfacing={"kind": "none"}, carry=[])), MM).waits == ""


def test_the_thickness_is_that_of_the_cloths() -> None:
    """Two of canvas, 0.7 mm each, and two of interfacing, 0.3: 2 mm."""
    shown = work_shown(drafted(tote(interfacing={"kind": "full", "material": "fusible_medium"})), MM)
    sides = next(s for s in shown.steps if s.title == "Sew the side seams of the outer")
    assert sides.needle.replace("\u00a0", " ") == "2 × canvas, 2 × fusible woven, medium: 2 mm"
    kept_out = work_shown(drafted(tote(interfacing={"kind": "kept_out"})), MM)
    bare = next(s for s in kept_out.steps if s.title == "Sew the side seams of the outer")
    assert bare.needle.replace("\u00a0", " ") == "2 × canvas: 1.4 mm"


def test_a_knit_stretches_and_a_coated_cloth_does_not_stick() -> None:
    """The stitch follows the cloth: it does not break in a knit, nor tear a coated cloth."""
    knit = drafted(tote(cloth={"outer": "jersey"}, top={"kind": "double_hem"}, carry=[]))
    said = next(s for s in knit.steps if s.key == "outer sides first row").settings
    assert said.startswith("Stretch stitch, or zigzag 0.5 wide, 2.5")
    coated = drafted(
        tote(
            cloth={"outer": "coated_cotton"},
            interfacing={"kind": "none"},
            top={"kind": "double_hem"},
            carry=[],
        )
    )
    for step in coated.steps:
        if step.settings.startswith("Straight stitch"):
            assert "a foot that does not stick" in step.settings, step.title
            assert float(step.settings.split()[2].rstrip(",")) >= 3


def test_a_bag_that_cannot_be_sewn_says_where() -> None:
    """A zip across a mouth of four edges: the work is told all the same, and what stops it first."""
    shown = work_shown(
        drafted({**tote(), "base": {"kind": "gusset"}, "top": {"kind": "zip"}, "carry": []}), MM
    )
    assert shown.refused.startswith("Sew the zip to the front: a zip has two sides")
    assert len(shown.steps) > 20


@pytest.mark.parametrize(("step", "reaches"), [(5.0, True), (1.0, False)])
def test_what_lies_under_the_needle_where_the_base_alone_is_interfaced(step: float, reaches: bool) -> None:
    """Brought to a coarse grid its interfacing reaches into the seam: there it is named by its own name."""
    made = drafted(
        {
            "unit": "mm",
            "grid": {"step": step},
            "size": {"height": 350, "length": 285, "breadth": 204},
            "base": {"kind": "rectangle"},
            "interfacing": {"kind": "base_only", "material": "fusible_light"},
            "allowances": {"general": 11},
            "carry": [],
        }
    )
    needles = {shown.title: shown.needle for shown in work_shown(made, MM).steps}
    assert ("× fusible woven, light" in needles["Sew the base seam of the outer"]) == reaches
