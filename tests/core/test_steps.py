"""The order of work."""

import pytest

from ambitus.core.steps.model import Step, StepsUnordered, in_order
from ambitus.core.steps.work import CAUTIONS
from bags import drafted, tote


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
    reads = {name: mm for s in made.steps for name, mm in s.reads}
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
