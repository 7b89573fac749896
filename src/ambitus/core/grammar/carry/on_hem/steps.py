"""Straps under the hem, folded up over it, and stitched down."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.fields import TUCK
from ambitus.core.grammar.carry.strap import gap_of, straps_even
from ambitus.core.grammar.order import HEM_SEWN, goes
from ambitus.core.grammar.top.hem import hem_rank
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps: one before the hem is stitched, the rest after it."""
    at = item.number
    bag, flat = item.bag, goes(item.bag, HEM_SEWN, "flat")
    return (
        Step(
            f"strap {at} under hem",
            "Tuck the strap ends under the hem",
            "One at the front, one at the back, at their marks, hanging down inside, the end up in the fold.",
            hem_rank(bag, 10),
            needs=(f"carry {at} made", "hem pressed"),
            gives=(f"carry {at} under the hem",),
            acts=(acts.Baste((f"strap carry.{at}",), "outer", under=True),),
            lengths=(("Tucked up inside", TUCK.of(item)),),
            reads=(Reading("strap_centres", "Between the two centres", gap_of(item, form)),),
            cautions=("pins",),
        ),
        straps_even(at, hem_rank(bag, 40), needs=("hem stitched", f"carry {at} under the hem")),
        Step(
            f"strap {at} up",
            "Fold the straps up over the hem and stitch them down",
            "A box and a cross inside the depth of the hem, or three passes along the top edge.",
            hem_rank(bag, 45),
            needs=(f"carry {at} even",),
            gives=(f"carry {at} caught", *(("outer panels ready",) if flat else ())),
            acts=(acts.TurnTo(("outer",), "right"), acts.Fix((f"strap carry.{at}",))),
            settings="Straight stitch 2.5. Slow, or turn the wheel by hand over the folds.",
            cautions=("needle over bulk",),
        ),
    )
