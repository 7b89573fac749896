"""The piece of a slip pocket, and where it lies."""

from dataclasses import dataclass

from ambitus.core.form.model import Form, Mark, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.cloth import Terms, fold_line, mm_of, name_of, oblong, settled, size_terms
from ambitus.core.grammar.extra.dividing import dividers
from ambitus.core.grammar.extra.fields import (
    ON,
    ON_SIDE,
    POCKET_EDGES,
    POCKET_HEIGHT,
    POCKET_HEM,
    SLIP_FOOT,
    SLIP_MADE,
)
from ambitus.core.grammar.extra.ground import Ground, ground_of
from ambitus.core.grammar.extra.placing import CLEAR, Lying, lies, put_on, side_of
from ambitus.core.grammar.seams.edges import beside_of, edge_terms
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Term

#: How far above the edge that a bag stands on the foot of a slip pocket stays at least: 12 mm | 1/2 in.
LEAST_FOOT = paired(12)


@dataclass(frozen=True, slots=True)
class Slip:
    """A slip pocket worked out on its side: its finished height, how often it is cut, and its cloth."""

    ground: Ground
    high: float
    times: int
    cloth: dict[str, Terms]


def in_seam(item: Item) -> bool:
    """Return whether its foot is caught in the base seam."""
    return SLIP_FOOT.is_(item, "seam")


def slip_of(item: Item, form: Form) -> Slip:
    """Return a slip pocket on its side, its height settled on the cutting grid."""
    bag, ground = item.bag, ground_of(item.bag, form, ON.of(item), ON_SIDE.of(item))
    face = ground.bands[0].face
    seam = beside_of(item.bag, face)
    sides = edge_terms(bag, seam, face.over)
    turned: Terms = (POCKET_EDGES.term(item, "Edge turned in"),)
    foot = edge_terms(bag, "base", face.over) if in_seam(item) else turned
    doubled = SLIP_MADE.is_(item, "folded")
    head: Terms = foot if doubled else (POCKET_HEM.term(item, "Hem at its top"),)
    cloth, times = {"sides": sides, "foot": foot, "head": head}, 2 if doubled else 1
    beyond = mm_of(cloth["foot"]) + mm_of(cloth["head"])
    return Slip(ground, settled(bag, POCKET_HEIGHT.of(item), beyond, times), times, cloth)


def lying_of(item: Item, slip: Slip) -> Lying:
    """Return where a slip pocket lies: from seam to seam, its foot in the base seam or above it."""
    if not in_seam(item):
        return lies(item, slip.ground, slip.ground.wide, slip.high)
    down = (
        Term("Finished height", slip.ground.foot, "From the top edge to the base seam."),
        Term("Its height", -slip.high, "Up from the base seam."),
    )
    return Lying(slip.ground, (), down, slip.ground.wide, slip.high)


def sizes(item: Item, form: Form) -> dict[str, float]:
    """Return the finished height of a slip pocket as it comes out."""
    return {"height": slip_of(item, form).high}


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the pocket, as wide as its panel is cut, with the fold at its top."""
    slip = slip_of(item, form)
    wide = (Term("From seam to seam", slip.ground.wide, "As wide as its panel."),)
    why = "Twice: it is folded at its top." if slip.times == 2 else ""
    high = size_terms(POCKET_HEIGHT.term(item, "Pocket, high"), slip.high, slip.times, why)
    if slip.times == 2:
        half = Term("Half of the piece", snap(slip.high + mm_of(slip.cloth["foot"])), "Its top is this fold.")
        told, terms = "from either raw edge", (half,)
    else:
        told, terms = "from the raw upper edge", (POCKET_HEM.term(item, "Hem"),)
    fold: Mark = fold_line("Fold at its top", slip.ground.wide, slip.cloth, slip.high, told, terms)
    return (oblong(item, "Slip pocket", name_of(item), wide, high, slip.cloth, marks=(fold,)),)


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return the pocket where it lies, with the rows that divide it."""
    if side_of(item, form, layer) is None:
        return ()
    slip = slip_of(item, form)
    rows = tuple(((x, 0.0), (x, slip.high)) for x in dividers(item, slip.ground.wide))
    return (
        put_on(
            item,
            lying_of(item, slip),
            "Slip pocket",
            clear=CLEAR.mm(item.bag.unit),
            pieces=(f"pocket {name_of(item)}",),
            across=True,
            rows=rows,
            to_base=in_seam(item),
            above_foot=LEAST_FOOT.mm(item.bag.unit),
        ),
    )
