"""The outer laid out, its interfacing put on; the cores of the straps with it."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.cloth.steps import laid_out
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def lay_outer(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the laying out of the outer's pieces where nothing is put on them."""
    return (
        Step(
            "outer ready",
            "Lay out the outer panels",
            "Both the same way up, right sides together.",
            200,
            needs=("pieces marked",),
            gives=laid_out(item.bag),
        ),
    )


def interface(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the interfacing of the outer's pieces, and of the straps where they have cores."""
    bag = item.bag
    facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
    how = "Fuse" if facts.fused else "Baste"
    cautions = ("hot iron",) if facts.fused else ()
    panels = Step(
        "interface panels",
        f"{how} the interfacing to the outer panels",
        "Centred on the wrong side of each outer panel, before anything is joined.",
        200,
        needs=("pieces marked",),
        gives=laid_out(bag),
        settings="Press, do not slide; let it cool flat."
        if facts.fused
        else "Long stitch, inside the allowance.",
        cautions=cautions,
    )
    cored = any(strap.make.core_width(strap) for strap in bag.items)
    if not cored or bag.kinds.interfacing.part:
        return (panels,)
    cores = Step(
        "core straps",
        f"{how} the cores to the straps",
        "Centred on the wrong side of each strip.",
        210,
        needs=("pieces marked",),
        gives=("strap cores fused",),
        cautions=cautions,
    )
    return (panels, cores)
