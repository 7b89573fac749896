"""Sewing a boxed base whose corners were cut out first: sides, base, then the corners, seams nested."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.cut_as import is_wrapped
from ambitus.core.grammar.base.sewing import close_cut_corners, sewn_layers, sides_and_base
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.order import LINING_AT, LINING_CUT, goes
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step

#: said of the cut-outs of one piece that is wrapped round
_AT_FOLD = " At the fold both corners are one cut-out, as wide as both; at either end one lies by itself."


def _cut_out(layers: tuple[Layer, ...], wrapped: bool) -> Step:
    """Return the cutting of the corners of *layers*."""
    return Step(
        key="cut corners",
        title="Cut the corner squares out of the panels",
        say="Measure each cut-out again before cutting it: it sets the depth, and cloth cannot be put back."
        f"{_AT_FOLD if wrapped else ''}",
        rank=150,
        needs=("pieces cut",),
        # what is sewn of a panel is sewn once its corners are out
        gives=("corners cut out", "pieces marked"),
        acts=(acts.CutOut(layers),),
        kind="no return",
        settings="Shears or a rotary cutter on a board, stopped short of the inner corner.",
        cautions=("blade",),
    )


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    in_turn = goes(bag, LINING_CUT, "turn")
    wrapped = is_wrapped(bag)
    out = [_cut_out(("outer",) if in_turn else bag.kinds.top.layers, wrapped)]
    given: dict[Layer, str] = {}
    if in_turn:
        given["lining"] = "lining corners cut out"
        out.append(
            replace(
                _cut_out(("lining",), wrapped),
                key="cut corners lining",
                title="Cut the corner squares out of the lining",
                rank=LINING_AT,
                needs=("lining pieces cut",),
                gives=(given["lining"], "lining cut"),
            )
        )
    for layer, rank in sewn_layers(bag):
        pressed = f"{layer} seams pressed"
        needs = (given.get(layer, "corners cut out"),)
        out += sides_and_base(bag, form, layer, rank, needs=needs, gives=pressed)
        out += close_cut_corners(bag, form, layer, rank + 15, needs=(pressed,))
    return tuple(out)
