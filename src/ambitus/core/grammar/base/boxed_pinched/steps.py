"""Sides and base, then each corner folded to a point, stitched across and trimmed."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.sewing import nested, sew_corners, sewn_layers, sides_and_base
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step

_SAY = {
    "point": "At right angles to the seam, half the depth from the stitched point: not from the fabric tip.",
    "line": "At right angles to the seam, where the line across is as long as the depth.",
}


def steps(bag: Resolved, prefix: str, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    out: list[Step] = []
    for layer, rank in sewn_layers(bag):
        pressed, stitched = f"{layer} seams pressed", f"{layer} corners stitched"
        out += sides_and_base(bag, form, layer, rank, needs=(), gives=pressed)
        fold = "Fold each corner to a point: side seam exactly on base seam, pinned there first."
        out.append(nested(layer, rank + 15, needs=(pressed,), say=fold))
        say = _SAY[bag.choice("base.pinch")]
        out.append(sew_corners(form, layer, rank + 20, say=say, gives=stitched, allowance=None))
        out.append(
            Step(
                key=f"{layer} trim corners",
                title=f"Measure the corner seams of the {layer}, then trim the tips",
                say="Both lines have to be as long as the bag is deep before anything is cut.",
                rank=rank + 25,
                needs=(stitched,),
                gives=(f"{layer} body sewn",),
                kind="no return",
                lengths=(("Left outside the seam", bag.mm("base.trim")),),
                reads=(("Along each corner seam", form.mm("depth")),),
            )
        )
    return tuple(out)
