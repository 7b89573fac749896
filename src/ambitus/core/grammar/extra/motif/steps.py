"""A motif of the cloth is found before the panel is drawn; one that is put on, while it is a single layer."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.extra.fields import ON, ON_SIDE, POCKET_HEIGHT, POCKET_WIDTH
from ambitus.core.grammar.extra.motif.fields import MOTIF
from ambitus.core.grammar.extra.placing import Lying
from ambitus.core.grammar.extra.sewing import rank_of, raw_down
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step

#: how long what is put on is left alone, in minutes: until it is cold, until it is dry
COLD, DRY = 5.0, 12 * 60.0


def steps_at(item: Item, form: Form, lying: Lying) -> tuple[Step, ...]:
    """Return the finding of a motif in its cloth, or the putting on of one and its wait."""
    n, layer = item.number, "lining" if ON.is_(item, "lining") else "outer"
    of = "" if layer == "outer" else " of the lining"
    size = (("Motif, wide", POCKET_WIDTH.of(item)), ("Motif, high", POCKET_HEIGHT.of(item)))
    down = Reading("top_to_motif", "From the raw top edge to the motif", raw_down(lying))
    if MOTIF.is_(item, "woven"):
        return (
            Step(
                f"extra {n} find",
                f"Find the motif of the {ON_SIDE.of(item)}{of} in the cloth, and lay its panel round it",
                "Cut a window of its size in paper and move that over the cloth. Mark the raw edges from the "
                "motif: the panel goes where the motif lies, whatever that costs of the cloth.",
                109,
                gives=("cloth pressed",),
                acts=(acts.See(),),
                kind="gate",
                seen="lies right",
                lengths=(*size, ("From the raw top edge", raw_down(lying))),
            ),
        )
    pressed = MOTIF.is_(item, "transfer")
    how = "Press the transfer on" if pressed else "Print the motif on"
    quilted = layer == "outer" and item.bag.kinds.interfacing.blank(item.bag) is not None
    on = "On the quilted panel" if quilted else "On a single layer"
    say = (
        f"{on}, a board under it, straight down and still; peel its paper when its maker says."
        if pressed
        else f"{on}, taped to a board, paper under it; try the ink on a scrap of the same cloth."
    )
    return (
        Step(
            f"extra {n} print",
            f"{how} the {ON_SIDE.of(item)}{of}",
            f"{say} Nothing is folded or sewn over it before it is {'cold' if pressed else 'dry'}.",
            rank_of(item, 0),
            needs=(f"{layer} panels laid",),
            gives=(f"{layer} panels ready",),
            acts=(acts.Print(item.at, layer, iron=pressed),),
            settings="A dry iron, as its maker says." if pressed else "Set the ink as its maker says.",
            lengths=(*size, ("From the side seam on the left", lying.left)),
            reads=(down,),
            cautions=("hot iron",) if pressed else ("ink",),
            wait=("until it is cold", COLD) if pressed else ("until it is dry", DRY),
        ),
    )
