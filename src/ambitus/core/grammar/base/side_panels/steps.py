"""Base seam first; then each side panel down one side, across its bottom, up the other."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.sewing import press_seams, sew, sewn_layers
from ambitus.core.grammar.reads import mouth_reading
from ambitus.core.grammar.top.lining import deeper_by
from ambitus.core.lengths import amount, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    out: list[Step] = []
    for layer, rank in sewn_layers(bag):
        gives = f"{layer} base sewn"
        out += sew(bag, layer, "base", rank, needs=(f"{layer} panels ready",), gives=gives)
        out.append(
            Step(
                key=f"{layer} clip corners",
                title=f"Clip the front and back of the {layer} where they turn under",
                say=f"At the marks, to {amount(2, bag.unit)} from the seam line, "
                "so that the straight edge turns the corner.",
                rank=rank + 3,
                needs=(gives,),
                gives=(f"{layer} corners clipped",),
                acts=(acts.Snip(acts.Seams((layer,), "side")),),
                kind="no return",
            )
        )
        out += sew(
            bag,
            layer,
            "side",
            rank + 5,
            needs=(f"{layer} corners clipped",),
            gives=f"{layer} uprights sewn",
            say="Side panels to front and back, from {start} down; stop at the mark above their bottom.",
            part="upright",
            form=form,
            reads=(mouth_reading(form),),
        )
        out += sew(
            bag,
            layer,
            "side",
            rank + 9,
            needs=(f"{layer} uprights sewn",),
            gives=f"{layer} ends sewn",
            say="The bottom of each side panel to the base, from mark to mark; the base seam in its middle.",
            part="ends",
            # the end meets the base that runs under: sewn deeper, the two would not be as long
            deeper=0.0,
            reads=(
                Reading("depth", "Depth at the base", snap(form.mm("depth") - 2 * deeper_by(bag, layer))),
            ),
        )
        out.append(
            press_seams(bag, layer, rank + 14, needs=(f"{layer} ends sewn",), gives=f"{layer} body sewn")
        )
    return tuple(out)
