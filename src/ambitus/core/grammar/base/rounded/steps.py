"""One seam round sides and base; its curves are notched before it is turned."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import SIDE_ALLOWANCE
from ambitus.core.grammar.base.fields import LOWER
from ambitus.core.grammar.base.sewing import (
    FROM_TOP,
    across,
    first_of,
    press_seams,
    sew,
    sewn_layers,
    sewn_together,
)
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.top.lining import seam_in
from ambitus.core.lengths import amount
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step

#: Default (ours): notches round a curve are so far from each other, and end so far from the stitches, in mm.
_APART, _SHORT = 12.0, 2.0
#: mm: a shorter straight between two curves is not told as a base
_STRAIGHT = 5.0


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every layer that is sewn up by itself."""
    bag = item.bag
    out: list[Step] = []
    for layer, rank in sewn_layers(bag):
        loose = _lies_loose(bag, layer)
        sewn, level = f"{layer} round sewn", f"{layer} round level"
        out += sew(
            bag,
            layer,
            "side",
            rank,
            needs=first_of(bag, layer),
            gives=sewn if loose else level,
            say=f"{FROM_TOP[:-1]}; {_goes_on(form)} up the other side in the same go.",
            form=form,
            reads=(across(bag, form, layer),),
        )
        if loose:
            out.append(_thinned(bag, form, layer, rank + 4, sewn, level))
        out.append(press_seams(bag, layer, rank + 10, needs=(level,), gives=f"{layer} body sewn"))
    return tuple(out)


def _goes_on(form: Form) -> str:
    """Return how the seam goes on where the side ends: round what corners there are, and what base."""
    if form.clipped:
        return "turn with the needle down at both ends of each clipped corner, along the base and"
    if form.mm("width") - 2 * form.rounded > _STRAIGHT:
        return "slowly round both corners, along the base and"
    return "slowly along the whole curve and"


def _lies_loose(bag: Resolved, layer: Layer) -> bool:
    """Return whether the edges of the seam lie loose inside: not held together, enclosed, or outside."""
    rows = seam_in(bag, layer, "side").rows(
        bag, "side", SIDE_ALLOWANCE.of(bag) if SIDE_ALLOWANCE in bag.values else 0.0
    )
    sewn = [row for row in rows if row.edges == "sewn"]
    held = any(row.edges in ("together", "trimmed") for row in rows)
    return not held and len(sewn) == 1 and sewn[0].lies == "right"


def _thinned(bag: Resolved, form: Form, layer: Layer, rank: int, needs: str, gives: str) -> Step:
    """Return what is done at the corners, so that the seam lies flat once turned."""
    if form.clipped:
        title = f"Snip the seam of the {layer} at the ends of both clipped corners"
        say = f"At each bend, to {amount(_SHORT, bag.unit)} from the stitches."
    else:
        where = "all along its curve" if LOWER.of(bag) in ("half", "disc") else "round both corners"
        title = f"Notch the seam of the {layer} {where}"
        say = (
            f"Wedges every {amount(_APART, bag.unit)}, to {amount(_SHORT, bag.unit)} from the stitches: "
            "else it bunches up inside the curve."
        )
    return Step(
        key=f"{layer} notch corners",
        title=title,
        say=say,
        rank=rank,
        needs=(needs,),
        gives=(gives,),
        kind="no return",
        acts=(acts.Snip(acts.Seams(sewn_together(bag, layer), "side")),),
    )
