"""The steps carried out by the simulator before a maker carries them out, and told as they went."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ambitus.core.sew.acts import TurnTo
from ambitus.core.sew.plan import Plan
from ambitus.core.sew.simulator import Sewing, sew
from ambitus.core.steps.model import Step


@dataclass(frozen=True, slots=True)
class NotSewn:
    """Why the work cannot be done as told: the title of the step that cannot go on, and the reason."""

    title: str
    reason: str

    @property
    def told(self) -> str:
        """The reason as a sentence that begins with the step."""
        return f"{self.title}: {self.reason}." if self.title else f"At the end {self.reason}."


@dataclass(frozen=True)
class CarriedOut:
    """The steps as they are told once they were carried out, and why they could not be, if so."""

    steps: tuple[Step, ...]
    sewing: Sewing
    refused: NotSewn | None
    #: why the order that was chosen does not hold, where the usual one is told instead
    instead_of: NotSewn | None = None


def _turned(step: Step, turns: Sequence[TurnTo]) -> Step:
    """Return a step that says what has to be turned before it, unless that is all it does."""
    if all(isinstance(act, TurnTo) for act in step.acts):
        return step
    first = " ".join(f"Turn the {' and the '.join(turn.layers)} {turn.out} side out first." for turn in turns)
    return replace(step, say=f"{first} {step.say}".strip())


def carried_out(plan: Plan, steps: Sequence[Step]) -> CarriedOut:
    """
    Carry *steps* out on the bag of *plan*.

    A step that finds nothing to do is not told; one before which something has to be turned says so.
    """
    done = sew(plan, [step.acts for step in steps])
    told = tuple(
        _turned(step, done.turns[at]) if at in done.turns else step
        for at, step in enumerate(steps)
        if at not in done.idle
    )
    refused = None
    if done.refused is not None:
        refused = NotSewn(steps[done.refused.step].title, done.refused.reason)
    elif done.missing:
        refused = NotSewn("", done.missing[0])
    return CarriedOut(told, done, refused)
