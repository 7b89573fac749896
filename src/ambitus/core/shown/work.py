"""The work as it is shown: its steps in order, each with its picture, and what stands in the way of it."""

from collections.abc import Mapping
from itertools import pairwise
from types import MappingProxyType

from ambitus.core.draft import Draft
from ambitus.core.drawing.work import WorkPicture, work_pictures
from ambitus.core.learning.paces import at_pace
from ambitus.core.lengths import View
from ambitus.core.sew.minutes import minutes_of
from ambitus.core.shown.models import StepShown, WorkShown
from ambitus.core.steps.model import Step
from ambitus.core.steps.settings import under_needle_of
from ambitus.core.steps.work import CAUTIONS, place_of
from ambitus.core.words import within

#: without a pace of one's own a time is as it was guessed
NO_PACES: Mapping[str, float] = MappingProxyType({})


def time_as_words(minutes: float) -> str:
    """
    Return a first guess of a time, as words.

    >>> time_as_words(0.4), time_as_words(3.4), time_as_words(84), time_as_words(125)
    ('under a minute', '3 min', '1 h 25 min', '2 h 5 min')
    """
    if minutes < 1:
        return "under a minute"
    whole = round(minutes) if minutes < 60 else 5 * round(minutes / 5)
    hours, rest = divmod(whole, 60)
    return " ".join(([f"{hours} h"] if hours else []) + ([f"{rest} min"] if rest else []))


def needle_under(draft: Draft, step: Step, view: View) -> str:
    """Return what lies under the needle: each cloth by name and how often, and how thick it is together."""
    said, thick = [], 0.0
    for cloth, times in under_needle_of(draft.bag, draft.plan, step.acts):
        said.append(f"{times} × {within(cloth.label)}")
        thick += times * cloth.thickness
    return f"{', '.join(said)}: {view.with_unit(thick)}" if said else ""


def reckoned(paces: Mapping[str, float]) -> str:
    """Return in words what a time is reckoned by."""
    return "at your own pace" if paces else "a first guess"


def minutes_at(draft: Draft, step: Step, paces: Mapping[str, float]) -> float:
    """Return about how many minutes a step takes at these *paces* by place; the first guess without."""
    return at_pace(minutes_of(draft.plan, step.acts), place_of(step), paces)


def _minutes(draft: Draft) -> float:
    return sum(minutes_of(draft.plan, step.acts) for step in draft.steps)


def _changes(draft: Draft) -> int:
    """Return how often the work goes from table, iron or machine to another of them."""
    return sum(place_of(a) != place_of(b) for a, b in pairwise(draft.steps))


def order_costs(now: Draft, other: Draft) -> tuple[str, ...]:
    """Return in words what another order of work costs beside the one that is chosen *now*."""
    more, changes, before = _minutes(other) - _minutes(now), _changes(other), _changes(now)
    out = []
    if abs(more) >= 1:
        out.append(f"About {time_as_words(abs(more))} {'more' if more > 0 else 'less'}")
    if changes != before:
        out.append(f"{changes} changes between table, iron and machine, not {before}")
    return tuple(out)


def pictures_of(draft: Draft) -> tuple[WorkPicture | None, ...]:
    """Return the picture of every step, drawn once for a draft: a bench shows one after the other."""
    return draft.once(_pictures)


def _pictures(draft: Draft) -> tuple[WorkPicture | None, ...]:
    return work_pictures(draft.plan, [step.acts for step in draft.steps])


def work_shown(draft: Draft, view: View, paces: Mapping[str, float] = NO_PACES) -> WorkShown:
    """
    Return the work in order; a caution is told in full once, and by its name after that. Times are first
    guesses, or by a maker's own *paces*.
    """
    told: set[str] = set()

    def caution(name: str) -> str:
        if name in told:
            return name.capitalize()
        told.add(name)
        return CAUTIONS[name]

    steps = draft.steps
    pictures = pictures_of(draft)
    minutes = [minutes_at(draft, step, paces) for step in steps]
    refused = draft.sewing.refused
    return WorkShown(
        steps=tuple(
            StepShown(
                i,
                s.title,
                s.told(view),
                s.kind,
                s.settings,
                tuple(f"{name} {view.with_unit(mm)}" for name, mm in s.lengths),
                tuple(f"{r.label}: {view.with_unit(r.mm)}" for r in s.reads if r.mm > 0),
                tuple(caution(c) for c in s.cautions),
                time_as_words(minutes[i - 1]),
                f"Wait {s.wait[0]}, about {time_as_words(s.wait[1])}." if s.wait else "",
                needle_under(draft, s, view),
                pictures[i - 1],
            )
            for i, s in enumerate(steps, 1)
        ),
        takes=time_as_words(sum(minutes)),
        reckoned=reckoned(paces),
        waits=time_as_words(waits) if (waits := sum(s.wait[1] for s in steps if s.wait)) else "",
        refused=refused.told if refused else "",
        instead=instead.told if (instead := draft.sewing.instead_of) else "",
    )
