"""Zip panel and strip are joined to a ring; the ring is sewn to the front, then to the back."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.all_round.cut import way_round
from ambitus.core.grammar.base.sewing import press_seams, sew, sewn_layers, sewn_together
from ambitus.core.lengths import amount, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every layer that is sewn up by itself."""
    bag = item.bag
    out: list[Step] = []
    around = way_round(form.mm("width"), form.mm("height"), form.rounded)
    for layer, rank in sewn_layers(bag):
        joined, clipped = f"{layer} strip joined", f"{layer} strip clipped"
        out += sew(
            bag,
            layer,
            "end",
            rank,
            needs=(f"{layer} panels ready",),
            gives=joined,
            say="Edges level across the zip; if the strip is too long, trim both its ends alike first. "
            "Now it is a ring.",
            reads=(Reading("ring", "Once round the ring, along its seam line", snap(around), {"end": 4}),),
        )
        out.append(
            Step(
                key=f"{layer} clip strip",
                title=f"Clip the ring of the {layer} at the corners",
                say=f"The ring only, not the panel, to {amount(2, bag.unit)} from the seam line"
                + (": so it turns the corner flat." if form.rounded else ", where each corner comes."),
                rank=rank + 2,
                needs=(joined,),
                gives=(clipped,),
                acts=(acts.Snip(acts.Seams(sewn_together(bag, layer), "gusset")),),
                kind="no return",
            )
        )
        before = clipped
        for panel in ("front", "back"):
            gives = f"{layer} {panel} sewn"
            out += sew(
                bag,
                layer,
                "gusset",
                rank + (4 if panel == "front" else 8),
                needs=(before,),
                gives=gives,
                say="Middle of the zip panel on the middle of the top, middle on middle of the base, joins "
                "on their marks; ring uppermost, slowly round the corners.",
                part=panel,
                reads=(Reading("face", "Across the face", form.mm("width"), {"gusset": 2}),)
                if panel == "front"
                else (),
            )
            before = gives
        out.append(press_seams(bag, layer, rank + 14, needs=(before,), gives=f"{layer} body sewn"))
    return tuple(out)
