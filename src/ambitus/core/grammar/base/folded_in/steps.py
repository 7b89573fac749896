"""Base seam first, if there is one; the base folded up inside; then the sides through all its layers."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.cut_as import is_folded
from ambitus.core.grammar.base.sewing import press_seams, sew, sewn_layers, sewn_together
from ambitus.core.grammar.reads import mouth_reading
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    out: list[Step] = []
    half = form.mm("depth") / 2
    for layer, rank in sewn_layers(bag):
        ready = (f"{layer} panels ready",)
        if not is_folded(bag):
            out += sew(bag, layer, "base", rank, needs=ready, gives=f"{layer} base sewn")
            ready = (f"{layer} base sewn",)
        out.append(
            Step(
                key=f"{layer} fold in",
                title=f"Fold the base of the {layer} up inside",
                say="Right sides together, the middle of the base pushed up between front and back until the "
                "two creases lie level. Press, and clip the sides.",
                rank=rank + 6,
                needs=ready,
                gives=(f"{layer} folded in",),
                acts=tuple(acts.FoldUp(one) for one in sewn_together(bag, layer)),
                settings=f"Iron: {bag.cloth(layer).iron}.",
                lengths=(("Base up inside", half),),
                cautions=("hot iron",),
            )
        )
        level = "Both creases at the bottom are level, and the middle lies straight between the sides."
        out.append(
            Step(
                key=f"{layer} fold level",
                title=f"See that the fold of the {layer} is level",
                say=level,
                rank=rank + 7,
                needs=(f"{layer} folded in",),
                gives=(f"{layer} fold level",),
                acts=(acts.See(),),
                kind="gate",
                seen="level",
            )
        )
        out += sew(
            bag,
            layer,
            "side",
            rank + 8,
            needs=(f"{layer} fold level",),
            gives=f"{layer} sides sewn",
            say="From {start} down, slowly through the four layers at the bottom.",
            form=form,
            reads=(mouth_reading(form),),
        )
        out.append(
            press_seams(bag, layer, rank + 20, needs=(f"{layer} sides sewn",), gives=f"{layer} body sewn")
        )
    return tuple(out)
