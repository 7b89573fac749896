"""Straps put between the two pressed edges before they are topstitched."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.fields import INSIDE_TOP
from ambitus.core.grammar.carry.strap import gap_of, straps_even
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the tucking of the straps and the look before the top is topstitched."""
    at = item.number
    return (
        Step(
            f"strap {at} tuck",
            "Tuck the strap ends between the pressed edges",
            "Each at its marks, front and back alike, pinned or clipped.",
            540,
            needs=(f"carry {at} made", "lining in place"),
            gives=(f"carry {at} tucked",),
            acts=(acts.Baste((f"strap carry.{at}",), "outer"),),
            lengths=(("Inside the top edge", INSIDE_TOP.of(item)),),
            reads=(Reading("strap_centres", "Between the two centres", gap_of(item, form)),),
            cautions=("pins",),
        ),
        straps_even(at, 550, needs=(f"carry {at} tucked",), gives=f"carry {at} caught"),
    )
