"""Lined and turned through; then the channel's rows, and the cord."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.grammar.order import GAP_CLOSED, goes
from ambitus.core.grammar.top.drawstring.fields import CHANNEL
from ambitus.core.grammar.top.drawstring.sewing import eyelet_step, slit_steps, thread_steps
from ambitus.core.grammar.top.fields import HEADING
from ambitus.core.grammar.top.turned_through.steps import steps as turned_through
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def _pressed(bag: Resolved, step: Step) -> Step:
    """Return the topstitching as a pressing: the rows of the channel hold the edge."""
    if step.key != "topstitch":
        return step
    title, say = "Press the top edge", "The lining rolls just out of sight; the rows of the channel hold it."
    does = (acts.Press(("outer", "lining"), "right"),)
    settings = f"Iron: {bag.cloth('outer').iron}."
    return replace(step, title=title, say=say, settings=settings, cautions=("hot iron",), acts=does)


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of a lined bag, with the channel stitched before the gap is closed."""
    bag = item.bag
    heading, channel = HEADING.of(bag), CHANNEL.of(bag)
    before, held = slit_steps(bag, ("outer body sewn",))
    rows_first = {} if goes(bag, GAP_CLOSED, "first") else {"close gap": ("channel stitched",)}
    more = {"join top": held, "measure back": ("cord threaded",), **rows_first}
    out = [
        replace(step, needs=tuple(dict.fromkeys((*step.needs, *more.get(step.key, ())))))
        for step in (_pressed(bag, step) for step in turned_through(item, form))
    ]
    rows = Step(
        "stitch channel",
        "Stitch the channel through both layers",
        "Two rows all round, side seams on side seams, the lining smooth; the free arm inside the bag.",
        670,
        needs=("top finished",),
        gives=("channel stitched",),
        acts=(acts.Stitch(acts.Edges(("outer", "lining"), "top")),),
        settings=stitched(bag.cloth("outer"), 3),
        reads=(
            Reading("upper_row", "Upper row below the top", heading),
            Reading("lower_row", "Lower row below the top", heading + channel),
        ),
        cautions=("free arm",),
    )
    threaded = thread_steps(bag, form, ("channel stitched", "bag closed"))
    return (*eyelet_step(bag), *before, *out, rows, *(replace(s, rank=s.rank + 10) for s in threaded))
