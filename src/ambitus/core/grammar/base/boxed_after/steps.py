"""Sewing first, cutting the corners out of the sewn bag, then closing them."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.boxed_after.cut import square
from ambitus.core.grammar.base.sewing import (
    before_corners,
    close_cut_corners,
    sewn_layers,
    sewn_together,
    sides_and_base,
)
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    out: list[Step] = []
    for layer, rank in sewn_layers(bag):
        pressed = f"{layer} seams pressed"
        out += sides_and_base(bag, form, layer, rank, needs=(), gives=pressed)
        out.append(
            Step(
                key=f"{layer} cut corners",
                title=f"Cut the squares out of the corners of the {layer}",
                say="Measured from the seam lines, not from the raw edges, through both layers.",
                rank=rank + 12,
                needs=(pressed, *before_corners(bag, layer)),
                gives=(f"{layer} corners cut out",),
                acts=(acts.CutOut(sewn_together(bag, layer), sewn=True),),
                kind="no return",
                lengths=(("Square, from the seams", square(bag, form, layer).total),),
            )
        )
        out += close_cut_corners(bag, form, layer, rank + 15, needs=(f"{layer} corners cut out",))
    return tuple(out)
