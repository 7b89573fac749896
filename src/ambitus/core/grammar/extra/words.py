"""What extras have in common: where one lies in words, and which bags have a face to put it on."""

from ambitus.core.grammar.extra.fields import FLAP, ON, ON_SIDE, POCKET_MADE
from ambitus.core.spec.resolved import Item, Resolved


def where(item: Item) -> str:
    """Return where an extra lies, in the making sentence: nothing for the outside of the front."""
    inside, back = ON.is_(item, "lining"), ON_SIDE.is_(item, "back")
    if inside:
        return " inside the back" if back else " inside"
    return " on the back" if back else ""


def has_face(bag: Resolved) -> str:
    """Return why nothing can be put on a face of this bag, or nothing."""
    if bag.kinds.base.runs_round:
        return "the panels of such a pouch run round it: it has no face that lies flat"
    if "lining" not in bag.kinds.top.layers and any(ON.is_(item, "lining") for item in bag.extras):
        return "it has no lining to put anything on"
    return ""


def without_seam(bag: Resolved) -> frozenset[str]:
    """Return the class of a pocket's own seams where no pocket of the bag has any."""
    seamed = any(
        POCKET_MADE.is_(item, "folded") or POCKET_MADE.is_(item, "faced") or FLAP.is_(item, "flap")
        for item in bag.extras
    )
    return frozenset() if seamed else frozenset({"pocket"})
