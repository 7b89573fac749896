"""The cut sheet: what is taken to the table."""

from collections.abc import Mapping

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.models import DimensionShown, Sheet
from ambitus.core.shown.on_paper import on_paper
from ambitus.core.shown.present import (
    finding,
    grid_label,
    picture,
    pieces,
    read_back,
    sentence,
    sizes,
    states,
)
from ambitus.core.shown.work import NO_PACES, work_shown
from ambitus.core.steps.work import LAST_WORD


def _readings(draft: Draft, view: View) -> tuple[str, ...]:
    """Return what the tape reads in between: each step's reading, said after its step."""
    return tuple(
        f"After “{s.title}”: {r.label.lower()} {view.with_unit(r.mm)}"
        for s in draft.steps
        for r in s.reads
        if r.mm > 0
    )


def sheet(draft: Draft, unit: Unit, paces: Mapping[str, float] = NO_PACES) -> Sheet:
    """Return the cut sheet of *draft* in *unit*; times are first guesses, or by a maker's own *paces*."""
    view = View(unit, draft.bag.unit)
    bag, work = draft.bag, work_shown(draft, view, paces)
    return Sheet(
        sentence="".join(t.text for t in sentence(bag, view)),
        unit=unit,
        grid=grid_label(bag.grid.step, bag.unit),
        size=sizes(draft, view),
        pieces=pieces(draft, view),
        readings=_readings(draft, view),
        read=read_back(draft, view),
        findings=tuple(finding(f, view) for f in findings(draft)),
        steps=work.steps,
        takes=work.takes,
        reckoned=work.reckoned,
        refused=work.refused,
        last_word=LAST_WORD,
        standing=picture(draft),
        states=states(draft, view),
        allowances=tuple(
            DimensionShown(
                key,
                name,
                view.worked(allowance_of(key).of(bag)),
                view.worked(allowance_of(key).of(bag)),
                allowance_of(key).of(bag),
                allowance_of(key).source(bag),
                allowance_of(key).why(bag),
            )
            for key, name in bag.classes.items()
        ),
        on_paper=on_paper(draft, unit),
    )
