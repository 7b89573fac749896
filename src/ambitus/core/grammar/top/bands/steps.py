"""The bands made and basted on before the top seam catches them; the cord last."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import END_ALLOWANCE
from ambitus.core.grammar.top.bands.cut import INSIDE
from ambitus.core.grammar.top.drawstring.fields import BAND_MADE
from ambitus.core.grammar.top.drawstring.sewing import thread_steps
from ambitus.core.grammar.top.turned_through.steps import steps as turned_through
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step
from ambitus.core.steps.settings import stitched


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of a lined bag with bands in its top seam."""
    bag = item.bag
    two = BAND_MADE.is_(bag, "two")
    outer, end = bag.cloth("outer"), END_ALLOWANCE.of(bag)
    ends = Step(
        "band ends",
        "Sew the short ends of the bands and turn them" if two else "Hem the short ends of the bands",
        "Two pieces right sides together, only the short ends; turn and press."
        if two
        else "Turned once or twice into the allowance.",
        245,
        needs=("pieces marked",),
        gives=("band ends done",),
        acts=(acts.See(),),
        settings=stitched(outer, 2.5),
        lengths=(("Allowance", end),),
    )
    fold = Step(
        "fold bands",
        "Press the bands in half along their length",
        "Wrong sides together, raw edges level.",
        246,
        needs=("band ends done",),
        gives=("bands folded",),
        acts=(acts.Make(("band",)),),
        settings=f"Iron: {outer.iron}.",
        cautions=("hot iron",),
    )
    baste = Step(
        "baste bands",
        "Baste a band to the front and one to the back",
        "On the right side of the outer, raw edges level, folded edge down, short of the side seams.",
        590,
        needs=("bands folded", "outer body sewn", "right side out"),
        gives=("bands basted",),
        acts=(acts.Baste(("band",), "outer"),),
        lengths=(("From the side seam", INSIDE.mm(bag.unit)),),
        settings="Long stitch, inside the allowance.",
    )
    even = Step(
        "bands meet",
        "See that the bands leave the side seams free",
        "The same gap at both sides, front and back level: the cord comes out there.",
        595,
        needs=("bands basted",),
        gives=("bands even",),
        acts=(acts.See(pieces=("band",)),),
        kind="gate",
        seen="free",
    )
    more = {"join top": ("bands even",), "measure back": ("cord threaded",)}
    out = [
        replace(step, needs=tuple(dict.fromkeys((*step.needs, *more.get(step.key, ())))))
        for step in turned_through(item, form)
    ]
    threaded = thread_steps(bag, form, ("bag closed",))
    return (ends, fold, baste, even, *out, *(replace(s, rank=s.rank + 10) for s in threaded))
