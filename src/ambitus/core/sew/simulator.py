"""The simulator: it carries the steps of the work out, one by one, until one of them cannot be done."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

from ambitus.core.sew.acts import Act, TurnTo
from ambitus.core.sew.doing import perform
from ambitus.core.sew.finished import missing
from ambitus.core.sew.plan import Plan
from ambitus.core.sew.work import Refused, Work


@dataclass(frozen=True, slots=True)
class Refusal:
    """The first step that cannot be done, by its place (from 0), and why."""

    step: int
    reason: str


@dataclass(frozen=True, slots=True)
class Sewing:
    """
    What became of the work: where it was refused, or what is missing of the bag at its end.

    ``turns`` are the steps before which something has to be turned, with the layers and the side that comes
    out; ``idle`` those that found nothing to do.
    """

    refused: Refusal | None = None
    missing: tuple[str, ...] = ()
    turns: dict[int, tuple[TurnTo, ...]] = field(default_factory=dict)
    idle: frozenset[int] = frozenset()
    ended: dict[str, object] = field(default_factory=dict)


def _unwatched(_: int, __: Work) -> None:
    """Look at nothing."""


def sew(
    plan: Plan, steps: Sequence[Sequence[Act]], watch: Callable[[int, Work], None] = _unwatched
) -> Sewing:
    """
    Carry out the acts of every step on the bag of *plan*, and compare its end with the form; *watch* is shown
    the state before each step.
    """
    work = Work(plan)
    turns: dict[int, tuple[TurnTo, ...]] = {}
    idle: set[int] = set()
    for at, acts in enumerate(steps):
        watch(at, work)
        turned: list[TurnTo] = []
        try:
            for act in acts:
                before = (
                    {body: work.out(body) for body in work.bodies(act.layers)}
                    if isinstance(act, TurnTo)
                    else {}
                )
                perform(work, act)
                if isinstance(act, TurnTo) and any(work.out(body) != out for body, out in before.items()):
                    turned.append(act)
        except Refused as no:
            return Sewing(Refusal(at, str(no)), turns=turns, idle=frozenset(idle))
        if turned:
            turns[at] = tuple(turned)
        elif acts and all(isinstance(act, TurnTo) for act in acts):
            idle.add(at)
    return Sewing(None, missing(work), turns, frozenset(idle), work.ended())
