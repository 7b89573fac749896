"""What lies ready and what is sewn after some steps, as their acts tell; what could be done meanwhile."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Literal

from ambitus.core.draft import Draft
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.learning.bites import Learned, Taped, learned
from ambitus.core.making.state import State
from ambitus.core.sew import acts
from ambitus.core.sew.minutes import prepared
from ambitus.core.steps.model import Step


@dataclass(frozen=True, slots=True)
class WorkDone:
    """The keys of the pieces that are cut, of the strips that are worked, and of the seams that are sewn."""

    cut: frozenset[str]
    worked: frozenset[str]
    sewn: frozenset[str]


def work_done(draft: Draft, done: Collection[str], spoilt: Collection[str] = ()) -> WorkDone:
    """Return what the steps *done* have cut and sewn; what is *spoilt* is to be cut again."""
    plan, cut, worked, sewn = draft.plan, set[str](), set[str](), set[str]()
    for act in (act for step in draft.steps if step.key in done for act in step.acts):
        match act:
            case acts.Cut():
                cut |= {piece.key for piece in prepared(plan, act)}
            case acts.Sew():
                sewn |= set(plan.named(act.seams))
            case _:
                worked |= set(plan.strips(getattr(act, "pieces", ())))
    return WorkDone(frozenset(cut - set(spoilt)), frozenset(worked), frozenset(sewn))


def taped(draft: Draft, state: State) -> tuple[Taped, ...]:
    """Return what was read of a making, beside what should have been read."""
    out = []
    for step in draft.steps:
        for read in step.reads:
            found = state.readings.get((step.key, read.id))
            if found is not None and read.mm > 0:
                out.append(Taped(f"{step.key}/{read.id}", read.mm, found.mm, read.crosses, found.to))
    return tuple(out)


def planned_of(draft: Draft) -> dict[str, float]:
    """Return the allowance of every class of seam of a bag, in mm."""
    bag = draft.bag
    return {seam: allowance_of(seam).of(bag) for seam in bag.classes if allowance_of(seam) in bag.values}


def learned_of(draft: Draft, state: State, of: Literal["all", "outer", "lining"] = "all") -> Learned:
    """Return what the readings of a making say of its seams; or those *of* its lining alone, or the rest."""
    others = {
        f"{step.key}/{read.id}": read.crosses for step in draft.steps for read in step.reads if read.crosses
    }
    read = taped(draft, state)
    if of != "all":
        # a lining is sewn up by steps of its own
        read = tuple(one for one in read if one.id.startswith("lining ") == (of == "lining"))
    return learned(read, planned_of(draft), others)


def meanwhile(steps: Sequence[Step], done: Collection[str], waiting: Step) -> tuple[Step, ...]:
    """Return the steps that need nothing of the one that is *waiting*, nor of any that is not done."""
    passed = {*done, waiting.key}
    given = {state for step in steps if step.key in done and step.key != waiting.key for state in step.gives}
    # a state that several steps give is given when all of them are done
    given -= {
        state for step in steps if step.key not in done or step.key == waiting.key for state in step.gives
    }
    return tuple(step for step in steps if step.key not in passed and set(step.needs) <= given)
