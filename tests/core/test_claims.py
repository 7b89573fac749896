"""
What the words of a step claim of the bag and of the state of the work, judged on the state itself.

Each claim is a phrase and what has to be true where it stands: of the pieces there are, of what is sewn by
then, of how it lies. A sentence that speaks of a lining, a gap or a free arm where there is none fails here.
"""

import json
import re
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings

from ambitus.core.draft import Draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.sew import acts
from ambitus.core.sew.simulator import sew
from ambitus.core.sew.work import Work
from ambitus.core.steps.model import Step
from bags import drafted, tote, totes
from conftest import examples

FROZEN = json.loads((Path(__file__).parent / "frozen" / "bags.json").read_text())
Holds = Callable[[Work, Step], bool]


def _layer(work: Work, layer: str) -> bool:
    return layer in work.plan.forms


def _piece(*layers: str) -> Holds:
    return lambda work, step: any(p.layer in layers for p in work.plan.by_key.values())


def _seam(*classes: str) -> Holds:
    return lambda work, step: any(seam.seam in classes for seam in work.plan.seams.values())


def _opening(closed: bool) -> Holds:
    return lambda work, step: any(o.closed == closed for found in work.plan.openings.values() for o in found)


def _lies(*ways: str) -> Holds:
    """Whatever the step sews lies so."""

    def holds(work: Work, step: Step) -> bool:
        sewn = [act.lies for act in step.acts if isinstance(act, acts.Sew | acts.Box)]
        return all(lies in ways for lies in sewn)

    return holds


def _flat(work: Work, step: Step) -> bool:
    """Of what is worked on now: a lining may lie flat beside an outer that is sewn."""
    worked = {layer for act in step.acts for layer in acts.touched(act)} & set(work.plan.forms)
    return all(work.out(body) is None for body in work.bodies(worked or {"outer"}))


def _solid(work: Work, step: Step) -> bool:
    return any(work.out(body) is not None for body in work.bodies(work.plan.forms))


def _zip(work: Work, step: Step) -> bool:
    """In the mouth, or behind a window that is put on."""
    return work.plan.teeth is not None or any(key.startswith("closure zip") for key in work.plan.by_key)


def _tops(work: Work) -> int:
    return sum(edge.seam == "top" for face in work.plan.forms["outer"].faces for edge in face.edges)


def _panels(work: Work, step: Step) -> bool:
    """Front and back are pieces of their own."""
    form = work.plan.forms["outer"]
    return {"front", "back"} <= {f.name.split()[0] for f in form.faces if not f.part}


#: phrase -> what has to be true where it is said, of the state before the step
CLAIMS: dict[str, Holds] = {
    r"\blining\b": lambda work, step: _layer(work, "lining"),
    r"\bstraps?\b": _piece("strap"),
    r"\bzip\b": _zip,
    r"\b(turning|the) gap\b": lambda work, step: (
        step.key == "bands meet" or _opening(closed=True)(work, step)
    ),
    r"\bcords?\b(?! sewn to one end)": _piece("cord", "tab"),
    r"\bopening for the cord|edges of the opening\b": _opening(closed=False),
    r"\bside seams?\b": _seam("side", "gusset"),
    r"(?<!side and )\bbase seam\b": _seam("base", "ring"),
    r"\bside and base seam\b": lambda work, step: any(
        key.endswith("base") and seam.seam == "side" for key, seam in work.plan.seams.items()
    ),
    r"\bcorner seams?\b": lambda work, step: bool(work.plan.squares) or _seam("corner")(work, step),
    r"\bgusset\b": _seam("gusset"),
    r"\bfacing\b": lambda work, step: (
        # of the mouth, or of a pocket
        _seam("join")(work, step) or any("facing" in key for key in work.plan.by_key)
    ),
    r"\binterfacing\b": _piece("interfacing"),
    r"\bright sides together\b": _lies("right"),
    r"\bwrong sides together\b": lambda work, step: _lies("wrong")(work, step),
    r"\bfree arm\b": _solid,
    r"\bbefore the side seams\b": lambda work, step: (
        not any(work.is_begun(key) for key, seam in work.plan.seams.items() if seam.seam == "side")
    ),
    r"\blie flat|lies flat\b": _flat,
    r"\bboth top edges\b": lambda work, step: _tops(work) == 2 or len(work.plan.forms) == 2,
    r"\bevery top edge\b": lambda work, step: _tops(work) != 2,
    r"\beach on its own panel\b": _panels,
    r"\bboth the same way up\b": _panels,
    r"\boverlock it flat\b": _flat,
    r"\bpress the seam open\b": lambda work, step: all(
        len(work.plan.rows_of(key)) == 1 or work.plan.rows_of(key)[0].done == "apart"
        for key, seam in work.plan.seams.items()
        if seam.seam == "side"
    ),
    r"\bsecond layer\b": lambda work, step: bool(work.plan.doubled),
    r"\bthrough the gap\b": _opening(closed=True),
    r"\bthrough the open zip\b": lambda work, step: work.zip.opened != "",
    r"\blining over it\b": lambda work, step: _layer(work, "lining"),
    r"\b(each|every) cut-out\b": lambda work, step: bool(work.plan.notched or work.cut_out),
    r"\bfrom the wrong side\b": lambda work, step: all(
        act.side == "wrong" for act in step.acts if isinstance(act, acts.Press)
    ),
    r"\bfrom the right side\b": lambda work, step: all(
        act.side == "right" for act in step.acts if isinstance(act, acts.Press)
    ),
}


def _false(made: Draft) -> Iterator[str]:
    """Yield every claim of the steps of a bag that does not hold where it is made."""
    found: list[str] = []
    view = View("mm", made.bag.unit)

    def judged(at: int, work: Work) -> None:
        step = made.steps[at]
        text = f"{step.title}. {step.told(view)}"
        for phrase, holds in CLAIMS.items():
            if re.search(phrase, text, re.IGNORECASE) and not holds(work, step):
                found.append(f"“{phrase}” in “{text}”")

    sew(made.plan, [step.acts for step in made.steps], judged)
    yield from found


@pytest.mark.parametrize("bag", FROZEN, ids=lambda bag: str(bag["bag"]))
def test_what_the_steps_say_is_so(bag: dict[str, Any]) -> None:
    """Every claim of every step, judged on the state before it."""
    assert not list(_false(drafted(bag["spec"])))


#: bags on which the words were once false
FOUND = (
    tote(
        base={"kind": "boxed_after"},
        seams={"kind": "felled", "corner": "overlocked_first"},
        top={"kind": "double_hem"},
    ),
    tote(60, 180, 66, base={"kind": "gusset", "radius": 16, "straights": "first"}),
    tote(extras=[{"kind": "window_zip"}]),
)


@pytest.mark.parametrize("spec", FOUND, ids=["corners boxed after", "straights first", "zip in a window"])
def test_what_was_false_is_so_now(spec: dict[str, Any]) -> None:
    """Its steps, and what they say of openings."""
    assert not list(_false(drafted(spec)))
    _says_what_it_leaves(spec)


@settings(max_examples=examples(150), deadline=None)
@given(totes(GRAMMAR))
def test_what_the_steps_of_any_bag_say_is_so(spec: dict[str, Any]) -> None:
    """The same of whatever is chosen, as far as it can be sewn."""
    made = drafted(spec)
    if made.sewing.refused is None:
        assert not list(_false(made))


@settings(max_examples=examples(60), deadline=None)
@given(totes(GRAMMAR))
def test_a_row_that_leaves_something_open_says_so(spec: dict[str, Any]) -> None:
    """Of every opening that a row leaves there is a word in its step; of none there is none."""
    _says_what_it_leaves(spec)


def _says_what_it_leaves(spec: dict[str, Any]) -> None:
    for step in drafted(spec).steps:
        sews = [act for act in step.acts if isinstance(act, acts.Sew)]
        says = bool(re.search(r"unsewn|the opening|turning gap open|edges stay apart", step.say, re.I))
        if sews:
            # what stays open lies in a straight: a row of curves goes nowhere near it
            assert says == any(act.leaves and act.run != "curved" for act in sews), step.say


def test_a_false_claim_is_found() -> None:
    """A free arm in a flat panel, a lining in an unlined bag: the judge sees both."""
    made = drafted(tote(top={"kind": "double_hem"}, carry=[]))
    hem = next(i for i, s in enumerate(made.steps) if s.key == "stitch hem")
    seen: list[bool] = []

    def watched(at: int, work: Work) -> None:
        if at == hem:
            seen.extend(
                (CLAIMS[r"\bfree arm\b"](work, made.steps[at]), CLAIMS[r"\blining\b"](work, made.steps[at]))
            )

    sew(made.plan, [s.acts for s in made.steps], watched)
    assert seen == [False, False]
