"""Straps sewn flat on the outer, before it is joined to anything."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.fields import BOX, END_TURNED, FROM_TOP
from ambitus.core.grammar.carry.strap import gap_of, straps_even
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the placing, the look, and the sewing of the straps while the panels lie flat."""
    bag = item.bag
    at = item.number
    return (
        Step(
            f"strap {at} place",
            "Turn the strap ends under and place them on the face",
            "One at the front, one at the back, right side up, at their marks; a patch behind each end on "
            "light cloth.",
            380,
            needs=(f"carry {at} made", "outer panels laid", "outer top known"),
            gives=(f"carry {at} placed",),
            acts=(acts.Baste((f"strap carry.{at}",), "outer", at=""),),
            lengths=(
                ("Turned under", END_TURNED.of(item)),
                ("Finished top edge to the box", FROM_TOP.of(item)),
            ),
            reads=(Reading("strap_centres", "Between the two centres", gap_of(item, form)),),
            cautions=("pins",),
        ),
        straps_even(at, 385, needs=(f"carry {at} placed",)),
        Step(
            f"strap {at} box",
            "Sew a box and a cross over each strap end",
            "Once round the box, across both diagonals, the ends secured inside it.",
            390,
            needs=(f"carry {at} even",),
            gives=(f"carry {at} caught", "outer panels ready"),
            acts=(acts.Fix((f"strap carry.{at}",)),),
            settings=stitched(bag.cloth("outer"), 3),
            lengths=(("Box", BOX.of(item)),),
            cautions=("needle over bulk",),
        ),
    )
