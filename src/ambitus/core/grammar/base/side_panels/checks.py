"""How much lower side panels can end."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.base.fields import (
    STEP,
)
from ambitus.core.grammar.base.panels import asked_height

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "shape",
    160,
    "step-over-height",
    "stop",
    "The step is higher than the bag",
    "front and back higher than the sides by as much as the bag is high",
    "Nothing would be left of the side panels.",
    "The bag has no sides.",
    impossible=True,
)
def step_over_height(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if STEP not in bag.values:
        return
    step, height = STEP.of(bag), asked_height(bag)
    if step >= height - 1e-9:
        most = at_most(bag, height / 2)
        yield fired(
            STEP,
            "A step of {step} on {height}.",
            "Make it less than {height}.",
            remedies=(to(STEP, most), to(STEP, None)),
            step=step,
            height=height,
        )


CHECKS = (step_over_height,)
