"""Where a making stands, as its events tell it."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field

from ambitus.core.making import events
from ambitus.core.making.events import Event
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.steps.model import Step


@dataclass(frozen=True, slots=True)
class Happened:
    """An event with the id that it is kept under, and when it was, as text."""

    id: str
    event: Event
    at: str = ""


@dataclass(frozen=True, slots=True)
class ReadAt:
    """A reading as it was taken: of which step, its id there, in mm, and to how fine a step."""

    step: str
    reading: str
    mm: float
    to: float
    at: str


@dataclass(slots=True)
class State:
    """
    A making as it stands: the steps that are ``done`` with their seconds, the one that it is ``at``, what was
    read, taken over, spoilt and said.
    """

    about: events.About = field(default_factory=events.About)
    at: str = ""
    done: dict[str, float] = field(default_factory=dict)
    spent: dict[str, float] = field(default_factory=dict)
    #: seconds that no step was timed in
    besides: float = 0.0
    readings: dict[tuple[str, str], ReadAt] = field(default_factory=dict)
    #: (piece, dimension) -> the cut size that was taken over, with the event it came by
    taken: dict[tuple[str, str], tuple[float, str]] = field(default_factory=dict)
    #: piece -> how many of it have to be cut again
    spoilt: dict[str, int] = field(default_factory=dict)
    notes: dict[str, str] = field(default_factory=dict)
    waits: dict[str, float] = field(default_factory=dict)
    log: events.Logged = field(default_factory=events.Logged)
    finished: bool = False

    @property
    def seconds(self) -> float:
        """How long was worked, in seconds."""
        return sum(self.spent.values()) + self.besides


def state_of(steps: Sequence[Step], happened: Iterable[Happened]) -> State:
    """
    Return where a making of these *steps* stands after all that *happened*. What is told of steps that
    today's rules have no more is kept in what happened and passed over here.
    """
    every = list(happened)
    undone = {one.event.event for one in every if isinstance(one.event, events.Undid)}
    state = State(at=steps[0].key if steps else "")
    places = {step.key: n for n, step in enumerate(steps)}
    for one in every:
        if one.id not in undone:
            _happens(state, one, steps, places)
    return state


def _happens(state: State, one: Happened, steps: Sequence[Step], places: Mapping[str, int]) -> None:
    match one.event:
        case events.About():
            state.about = one.event
        case events.Done(step=key) if key in places:
            state.done[key] = 0.0
            state.spent[key] = state.spent.get(key, 0.0) + one.event.seconds
            state.at = steps[min(places[key] + 1, len(steps) - 1)].key
        case events.Went(step=key) if key in places:
            state.spent[state.at] = state.spent.get(state.at, 0.0) + one.event.seconds
            state.at = key
        case events.Read(step=step, reading=reading):
            state.readings[step, reading] = ReadAt(step, reading, one.event.mm, one.event.to, one.at)
        case events.Took(sizes=sizes):
            for size in sizes:
                state.taken[size.piece, size.key] = (size.now, one.id)
        case events.Spoilt(piece=piece, count=count):
            state.spoilt[piece] = state.spoilt.get(piece, 0) + count
        case events.CutAgain(piece=piece):
            state.spoilt.pop(piece, None)
        case events.Noted(step=step, words=words):
            state.notes[step] = words
        case events.Timed(step=step, seconds=seconds):
            state.spent[step] = seconds
        case events.Worked(seconds=seconds):
            state.besides = seconds
        case events.Waiting(step=step, until=until):
            state.waits[step] = until
        case events.Logged():
            state.log = one.event
        case events.Finished(made=made):
            state.finished = made
        case _:
            pass


def refuse_event(steps: Sequence[Step], state: State, event: Event) -> None:
    """
    Raise SpecProblems where *event* cannot happen now: of a step or a reading that is not there, a gate that
    is passed without the word of what was seen, a point of no return that is not meant.
    """
    by_key = {step.key: step for step in steps}
    key = getattr(event, "step", None)
    if key is None:
        return
    step = by_key.get(key)
    if step is None:
        why = f"This bag has no step “{key[:60]}”."
        raise SpecProblems((Problem("no-such-step", "step", key[:60], why, "Take one of its steps."),))
    match event:
        case events.Done(seen=seen) if step.kind == "gate" and seen != step.seen:
            why = f"“{step.title}” has to be looked at before going on."
            fix = f"Say “{step.seen}” once it is so."
            raise SpecProblems((Problem("gate", "seen", seen, why, fix),))
        case events.Done(meant=False) if step.kind == "no return":
            why = f"There is no way back after “{step.title}”."
            raise SpecProblems((Problem("no-return", "meant", "", why, "Say that it is meant."),))
        case events.Read(reading=reading) if reading not in {read.id for read in step.reads}:
            names = ", ".join(read.id for read in step.reads) or "none"
            why = f"“{step.title}” has no reading “{reading[:60]}”."
            raise SpecProblems(
                (Problem("no-such-reading", "reading", reading[:60], why, f"It has {names}."),)
            )
        case _:
            return
