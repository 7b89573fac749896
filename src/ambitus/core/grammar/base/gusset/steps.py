"""The strip sewn to the front, then to the back, from the middle of the base outwards."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.fields import STRIP_OF
from ambitus.core.grammar.base.sewing import press_seams, sew, sewn_layers
from ambitus.core.grammar.order import STRAIGHTS, goes
from ambitus.core.grammar.reads import mouth_reading
from ambitus.core.grammar.top.lining import deeper_by
from ambitus.core.lengths import amount, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step

#: in which order the straights of a strip are sewn, where they come before its curves
_FROM_BASE, _DOWN = "Middle on middle of the base first; then", "from each top edge down to its corner."


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    out: list[Step] = []
    straights = _straights_first(form) if goes(bag, STRAIGHTS, "first") else ""
    for layer, rank in sewn_layers(bag):
        ready = (f"{layer} panels ready",)
        if STRIP_OF.of(bag) != "whole":
            out += sew(bag, layer, "join", rank, needs=ready, gives=f"{layer} strip joined")
            ready = (f"{layer} strip joined",)
        out.append(
            Step(
                key=f"{layer} clip strip",
                title=f"Clip the strip of the {layer} at its corners",
                say=f"The strip only, not the panel, to {amount(2, bag.unit)} from the seam line: "
                "so it turns the corner flat.",
                rank=rank + 2,
                needs=ready,
                gives=(f"{layer} strip clipped",),
                acts=(acts.Snip(acts.Seams((layer,), "gusset")),),
                kind="no return",
            )
        )
        before = f"{layer} strip clipped"
        for panel in ("front", "back"):
            gives = f"{layer} {panel} sewn"
            out += sew(
                bag,
                layer,
                "gusset",
                rank + (4 if panel == "front" else 8),
                needs=(before,),
                gives=gives,
                say="Strip uppermost, from straight to straight."
                if straights
                else "Middle on middle of the base first, then to both ends; strip uppermost at corners.",
                part=panel,
                straights=straights,
                reads=(
                    Reading(
                        "face",
                        "Across the face",
                        snap(form.mm("width") - 2 * deeper_by(bag, layer)),
                        {"gusset": 2},
                    ),
                )
                if panel == "front"
                else (),
            )
            before = gives
        # a hem is sewn while the strip lies flat: then the little that is too much is eased in
        hemmed = "lining" not in bag.kinds.top.layers
        if not hemmed:
            out.append(_trim(layer, form, rank + 12, before))
            before = f"{layer} strip level"
        gives = f"{layer} body sewn"
        out.append(press_seams(bag, layer, rank + 14, needs=(before,), gives=gives))
    return tuple(out)


def _straights_first(form: Form) -> str:
    """Return how the straights are sewn: of a front as wide as its two corners only the sides are."""
    base = form.mm("width") - 2 * form.rounded > 1.0
    return f"{_FROM_BASE} {_DOWN}" if base else _DOWN[0].upper() + _DOWN[1:]


def _trim(layer: str, form: Form, rank: int, before: str) -> Step:
    return Step(
        key=f"{layer} trim strip",
        title=f"Trim the ends of the strip of the {layer} level with the top edge",
        say="Measure both sides first: they have to be as high as each other.",
        rank=rank,
        needs=(before,),
        gives=(f"{layer} strip level",),
        acts=(acts.Level(layer),),
        kind="no return",
        reads=(mouth_reading(form),),
    )
