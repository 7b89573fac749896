"""The tube closed first; then the base set into it, quarter on quarter."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import RING_ALLOWANCE
from ambitus.core.grammar.base.separate.cut import panels_of, ring_deeper
from ambitus.core.grammar.base.sewing import FROM_TOP, press_seams, sew, sewn_layers, sewn_together
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.order import SPREADS, STRAIGHTS, TUBE_SNIPPED, goes
from ambitus.core.grammar.reads import round_mouth_edges
from ambitus.core.grammar.top.lining import deeper_by
from ambitus.core.lengths import amount, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    out: list[Step] = []
    after = goes(bag, TUBE_SNIPPED, "after")
    around = 2 * form.mm("flat_opening")
    for layer, rank in sewn_layers(bag):
        by = deeper_by(bag, layer)
        tube = snap(around - 2 * panels_of(bag) * by)
        out += sew(
            bag,
            layer,
            "side",
            rank,
            needs=(f"{layer} panels ready",),
            gives=f"{layer} sides sewn",
            say=FROM_TOP,
            form=form,
            reads=(Reading("tube_round", "Once round the tube", tube, round_mouth_edges(form)),),
        )
        out.append(
            press_seams(bag, layer, rank + 3, needs=(f"{layer} sides sewn",), gives=f"{layer} tube pressed")
        )
        ready = f"{layer} tube pressed"
        if RING_ALLOWANCE.of(bag) > SPREADS.mm(bag.unit) + 1e-9:
            out.append(_snipped(bag, layer, rank + 6, ready))
            ready = f"{layer} tube snipped"
        out.append(
            Step(
                key=f"{layer} matched",
                title=f"Pin the base of the {layer} into the tube",
                say="Right sides together, mark on mark, then halve what is between; ease, do not pull.",
                rank=rank + 8,
                needs=(ready,),
                gives=(f"{layer} base pinned",),
                acts=(acts.See(sewn=acts.Seams((layer,), "side")),),
                kind="gate",
                seen="matched",
                cautions=("pins",),
            )
        )
        out += sew(
            bag,
            layer,
            "ring",
            rank + 10,
            needs=(f"{layer} base pinned",),
            gives=f"{layer} base sewn in" if after else f"{layer} body sewn",
            say="Tube uppermost, slowly, lifting the foot at every quarter.",
            straights="Tube uppermost, from mark to mark, where straight meets arc."
            if goes(bag, STRAIGHTS, "first")
            else "",
            deeper=ring_deeper(bag, form, by),
        )
        if after:
            snipped = _snipped(bag, layer, rank + 12, f"{layer} base sewn in")
            say = f"Every {amount(12, bag.unit)}, to {amount(2, bag.unit)} from the seam: the tube alone."
            out.append(replace(snipped, say=say, gives=(f"{layer} body sewn",)))
    return tuple(out)


def _snipped(bag: Resolved, layer: Layer, rank: int, needs: str) -> Step:
    """Return the snipping of the tube's lower edge."""
    return Step(
        key=f"{layer} snip tube",
        title=f"Snip the lower edge of the tube of the {layer}",
        say=f"Every {amount(12, bag.unit)}, to {amount(2, bag.unit)} from the seam; the tube, "
        "so that it spreads.",
        rank=rank,
        needs=(needs,),
        gives=(f"{layer} tube snipped",),
        acts=(acts.Snip(acts.Seams(sewn_together(bag, layer), "ring")),),
        kind="no return",
    )
