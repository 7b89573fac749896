"""What straps share that lie on the face all the way down: how long they lie there, where they are marked."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.carry.fields import FROM_TOP
from ambitus.core.grammar.carry.placing import caught_at_centres
from ambitus.core.grammar.carry.strap import panel_long
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term

#: bases whose front and back are panels that run down to the middle of the base
PANELS = ("seamed", "boxed", "boxed_after", "boxed_pinched")

ROWS_PARAM = Param(
    FROM_TOP,
    "From the top edge to the rows",
    "length",
    paired(40),
    low=0,
    high=2000,
    help="Above, the strap is loose, so that the top edge can be sewn.",
)


def down_the_panel(item: Item, form: Form | None) -> tuple[Term, ...]:
    """Return the way of a strap down the face, from the finished top edge to the middle of the base."""
    if form is None:
        deep = DEPTH.or_none(item) or 0.0
    else:
        deep = form.mm("depth") if "depth" in form.dimensions else 0.0
    half = snap(deep / 2)
    height = Term(
        "Finished height",
        snap(panel_long(item.bag, form) - half),
        "From the top edge to the edge that the bag stands on.",
    )
    under = Term("Half the depth", half, "The panel runs under the bag by that.")
    return (height, under) if half else (height,)


def laid_on(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    """Return where the straps lie on the outer: their centres at the top edge, and where their rows begin."""
    if layer != "outer":
        return ()
    top = item.bag.kinds.top.allowance(item.bag, layer)
    rows = Sum("From the raw edge to the rows", (*top, FROM_TOP.term(item, "From the top edge")))
    reaches = snap(panel_long(item.bag, form) - form.stance.band)
    begins = snap(FROM_TOP.of(item) - form.stance.band)
    return caught_at_centres(
        item, form, layer, reaches=reaches, down=(("down to its rows", rows),), begins=begins
    )


def layers_there(item: Item) -> tuple[int, int, int]:
    """Return the layers under the needle in the middle of the base: over a fold the outer lies once."""
    return 2 if "base" in item.bag.classes else 1, 0, 2
