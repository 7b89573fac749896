"""Sewing a pleated pouch: the seam of its back, tucks folded in along both sides, then both ends."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.box_pouch.steps import base_and_flat, end_readings
from ambitus.core.grammar.base.sewing import sew, sewn_layers, sewn_together
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step

_FLAT = "One above the other along the middle, from end to end."


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every layer that is sewn up by itself."""
    bag = item.bag
    out: list[Step] = []
    for layer, rank in sewn_layers(bag):
        zip_too = layer == "outer"
        over = "zip" if zip_too else "opening for the zip"
        belly = Reading("belly", "Across, from side to side", form.mm("belly"))
        out += base_and_flat(bag, layer, rank, say=_FLAT, reads=(belly,))
        out += (
            Step(
                key=f"{layer} tucks",
                title=f"Fold a tuck in along both sides of the {layer}",
                say="The fold inside pushed in between front and back, the two outer folds one above the "
                "other at the edge; pin both ends through all layers.",
                rank=rank + 10,
                needs=(f"{layer} ends matched",),
                gives=(f"{layer} folded in",),
                acts=tuple(acts.FoldUp(one) for one in sewn_together(bag, layer)),
                settings=f"Iron: {bag.cloth(layer).iron}.",
                lengths=(("Tuck, deep", form.mm("tuck")),),
                cautions=("hot iron", "pins"),
            ),
            Step(
                key=f"{layer} ends alike",
                title=f"See that both ends of the {layer} are alike",
                say=f"Both tucks as deep, both ends as wide, the {over} over the base seam.",
                rank=rank + 11,
                needs=(f"{layer} folded in",),
                gives=(f"{layer} tucks level",),
                acts=(acts.See(sewn=acts.Seams((layer,), "base")),),
                kind="gate",
                seen="alike",
                reads=(Reading("ends_wide", "Across each end", form.mm("breadth")),),
            ),
            *sew(
                bag,
                layer,
                "end",
                rank + 12,
                needs=(f"{layer} tucks level",),
                gives=f"{layer} body sewn",
                say="Across all layers, four of them at each tuck; over the zip slowly." if zip_too else "",
                reads=end_readings(bag, form, layer),
            ),
        )
    return tuple(out)
