"""Sewing a boxed base whose corners were cut out first: sides, base, then the corners, seams nested."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.sewing import close_cut_corners, sewn_layers, sides_and_base
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    out = [
        Step(
            key="cut corners",
            title="Cut the corner squares out of the panels",
            say="Measure each cut-out again before cutting it: it sets the depth, and "
            "cloth cannot be put back.",
            rank=150,
            needs=("pieces cut",),
            gives=("corners cut out",),
            acts=(acts.CutOut(tuple(bag.kinds.top.layers)),),
            kind="no return",
            settings="Shears or a rotary cutter on a board, stopped short of the inner corner.",
            cautions=("blade",),
        )
    ]
    for layer, rank in sewn_layers(bag):
        pressed = f"{layer} seams pressed"
        out += sides_and_base(bag, form, layer, rank, needs=("corners cut out",), gives=pressed)
        out += close_cut_corners(bag, form, layer, rank + 15, needs=(pressed,))
    return tuple(out)
