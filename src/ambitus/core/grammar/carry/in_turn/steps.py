"""Straps put into the turned hem before it is stitched, and held by a second row."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.strap import gap_of, straps_even
from ambitus.core.grammar.order import HEM_SEWN, goes
from ambitus.core.grammar.top.fields import HEM
from ambitus.core.grammar.top.hem import TOPSTITCHED, hem_rank
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps: two before the hem is stitched, and the row that holds the ends after it."""
    at, bag = item.number, item.bag
    flat = goes(bag, HEM_SEWN, "flat")
    return (
        Step(
            f"strap {at} in turn",
            "Stand the strap ends inside the turned hem",
            "One at the front, one at the back, at their marks, up out of the top edge; their ends level "
            "with the overlocked edge inside.",
            hem_rank(bag, 10),
            needs=(f"carry {at} made", "hem pressed"),
            gives=(f"carry {at} in the turn",),
            acts=(acts.Baste((f"strap carry.{at}",), "outer", under=True),),
            lengths=(("Inside the hem", HEM.or_none(item) or 0.0),),
            reads=(Reading("strap_centres", "Between the two centres", gap_of(item, form)),),
            cautions=("pins",),
        ),
        straps_even(
            at, hem_rank(bag, 20), needs=(f"carry {at} in the turn",), gives=f"carry {at} under the hem"
        ),
        Step(
            f"strap {at} held",
            "Sew a second row along the top edge over the straps",
            "All round, or a box and a cross over each end inside the depth of the hem: the hem’s own row "
            "catches no more than their very ends.",
            hem_rank(bag, 45),
            needs=("hem stitched", f"carry {at} under the hem"),
            gives=(f"carry {at} caught", *(("outer panels ready",) if flat else ())),
            acts=(acts.TurnTo(("outer",), "right"), acts.Fix((f"strap carry.{at}",))),
            settings=stitched(bag.cloth("outer"), 3),
            lengths=(("Below the top edge", TOPSTITCHED),),
            cautions=("needle over bulk",),
        ),
    )
