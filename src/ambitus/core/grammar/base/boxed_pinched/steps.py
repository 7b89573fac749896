"""Sides and base, then each corner folded to a point, stitched across, trimmed, and overcast or enclosed."""

from dataclasses import replace

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.boxed_pinched.cut import first_row
from ambitus.core.grammar.base.fields import PINCH, PINCH_TRIM
from ambitus.core.grammar.base.sewing import (
    before_corners,
    nested,
    sew_corners,
    sewn_layers,
    sewn_together,
    sides_and_base,
    stitch_of,
)
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.seams.fields import FIRST_ROW
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Term

_SAY = {
    "point": "At right angles to the seam, half the depth from the stitched point: not from the fabric tip.",
    "line": "At right angles to the seam, where the line across is as long as the depth.",
}


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of every sewn layer."""
    bag = item.bag
    out: list[Step] = []
    fold = "Fold each corner to a point: side seam exactly on the middle of the base, pinned there first."
    for layer, rank in sewn_layers(bag):
        pressed = f"{layer} seams pressed"
        out += sides_and_base(bag, form, layer, rank, needs=(), gives=pressed)
        out.append(nested(layer, rank + 15, needs=(pressed, *before_corners(bag, layer)), say=fold))
        first = first_row(bag, Term("", form.mm("depth") / 2, ""))
        if first is not None:
            # the first row lies nearer to the point, and its trimming is a row of its own
            at = (("First row, from the stitched point", first.total),)
            gives = f"{layer} body sewn"
            rows = sew_corners(bag, form, layer, rank + 20, say="", gives=gives, lengths=at)
            out += rows if any(s.kind == "no return" for s in rows) else _tips_off(bag, layer, rows)
        else:
            out += _stitched_and_trimmed(bag, form, layer, rank + 20)
    return tuple(out)


def _tips_off(bag: Resolved, layer: Layer, rows: tuple[Step, ...]) -> tuple[Step, ...]:
    """Return the rows of an enclosed corner with its tip cut off, where no trimming of its own does that."""
    first, second = rows
    off = f"{layer} tips off"
    cut = Step(
        key=f"{layer} trim corners",
        title=f"Cut the tips off beyond the first row of the corners of the {layer}",
        say="As far from the row as it was sewn from its edge elsewhere; cut every loose thread.",
        rank=first.rank,
        needs=first.gives,
        gives=(off,),
        kind="no return",
        lengths=(("Left outside the row", FIRST_ROW.of(bag)),),
        acts=(acts.TrimTips(sewn_together(bag, layer)),),
    )
    return (first, cut, replace(second, needs=(off,)))


def _stitched_and_trimmed(bag: Resolved, form: Form, layer: Layer, rank: int) -> tuple[Step, ...]:
    """Return a corner stitched across once, its tip cut off, and overcast where the bag's seams are."""
    sewn, overcast = f"{layer} body sewn", bag.kinds.seam("corner").finished
    trimmed = f"{layer} corners trimmed" if overcast else sewn
    out = [
        Step(
            key=f"{layer} corners",
            title=f"Sew across both corners of the {layer}",
            say=f"{_SAY[PINCH.of(bag)]} Slow over the seams.",
            rank=rank,
            needs=(f"{layer} corners matched",),
            gives=(f"{layer} corners stitched",),
            acts=(
                acts.TurnTo(sewn_together(bag, layer), "wrong"),
                acts.Box(sewn_together(bag, layer)),
            ),
            settings=stitch_of(bag, layer),
            reads=(Reading("corner_seam", "Along each corner seam", form.mm("depth")),),
        ),
        Step(
            key=f"{layer} trim corners",
            title=f"Measure the corner seams of the {layer}, then trim the tips",
            say="Both lines have to be as long as the bag is deep before anything is cut.",
            rank=rank + 5,
            needs=(f"{layer} corners stitched",),
            gives=(trimmed,),
            acts=(acts.TrimTips(sewn_together(bag, layer)),),
            kind="no return",
            lengths=(("Left outside the seam", PINCH_TRIM.of(bag)),),
            reads=(Reading("corner_seam", "Along each corner seam", form.mm("depth")),),
        ),
    ]
    if overcast:
        out.append(
            Step(
                key=f"{layer} overcast corners",
                title=f"Overcast the corner seams of the {layer}",
                say="Both edges as one.",
                rank=rank + 7,
                needs=(trimmed,),
                gives=(sewn,),
                acts=(acts.OvercastTips(sewn_together(bag, layer)),),
                settings="Zigzag 4 wide, 2 long, or overlock.",
            )
        )
    return tuple(out)
