"""The outer laid out, its interfacing put on; the cores of the straps with it."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import of_two_panels
from ambitus.core.grammar.cloth.steps import laid_out
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step

#: Default (ours): what is fused lies still until it is cold, or it lets go.
COOLS = ("until it is cold", 5.0)


def lay_outer(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the laying out of the outer's pieces where nothing is put on them."""
    return (
        Step(
            "outer ready",
            "Lay out the outer panels" if of_two_panels(form) else "Lay out the outer",
            "Both the same way up, right sides together." if of_two_panels(form) else "Right side up.",
            200,
            needs=("pieces marked",),
            gives=laid_out(item.bag),
            acts=(acts.See(),),
        ),
    )


def _reaches(bag: Resolved) -> bool:
    """Return whether the interfacing lies in every allowance, so that a stitch there holds it."""
    policy, keys = bag.kinds.interfacing, (key for key in bag.classes if key in bag.kinds.base.classes)
    return all(sum(t.mm for t in policy.allowance(bag, edge_terms(bag, key))) > 0 for key in keys)


def interface(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the interfacing of the outer's pieces, and of the straps where they have cores."""
    bag = item.bag
    facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
    how = "Fuse" if facts.fused else "Baste"
    cautions = ("hot iron",) if facts.fused else ()
    to = f"the {part} of the outer" if (part := bag.kinds.interfacing.part) else "the outer panels"
    each = f"the {part}" if part else "each outer panel"
    panels = Step(
        "interface panels",
        f"{how} the interfacing to {to}",
        f"Centred on the wrong side of {each}, before anything is joined.",
        200,
        needs=("pieces marked",),
        gives=laid_out(bag),
        acts=(acts.PutOn("interfacing", facts.fused),),
        settings="Press, do not slide; let it cool flat."
        if facts.fused
        else f"Long stitch, {'inside the allowance' if _reaches(bag) else 'just inside its own edge'}.",
        cautions=cautions,
        wait=COOLS if facts.fused else None,
    )
    return (panels, *cores(bag))


def cores(bag: Resolved) -> tuple[Step, ...]:
    """Return the putting on of the cores of the straps, where they have some."""
    facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
    if bag.kinds.interfacing.part or not any(strap.make.core_width(strap) for strap in bag.items):
        return ()
    alone = len(bag.items) == 1 and bag.items[0].attach.single
    what = "core to the strap" if alone else "cores to the straps"
    return (
        Step(
            "core straps",
            f"{'Fuse' if facts.fused else 'Baste'} the {what}",
            "Centred on the wrong side of each strip.",
            210,
            needs=("pieces marked",),
            gives=("strap cores fused",),
            acts=(acts.PutOn("strap core", facts.fused),),
            wait=COOLS if facts.fused else None,
            cautions=("hot iron",) if facts.fused else (),
        ),
    )
