"""Catching the straps in the top seam."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.fields import PAST
from ambitus.core.grammar.carry.strap import gap_of, straps_even
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the basting of the straps and the look before the seam is sewn."""
    at = item.number
    return (
        Step(
            f"strap {at} baste",
            "Baste the straps to the outer",
            "One at the front, one at the back, both ends at their marks and reaching up past the raw edge, "
            "the strap hanging down the right side.",
            540,
            needs=(f"carry {at} made", "outer body sewn", "right side out"),
            gives=(f"carry {at} basted",),
            acts=(acts.Baste((f"strap carry.{at}",), "outer"),),
            settings="Straight stitch 4, inside the allowance.",
            lengths=(("Ends past the raw edge", PAST.of(item)),),
            reads=(Reading("strap_centres", "Between the two centres", gap_of(item, form)),),
        ),
        straps_even(at, 550, needs=(f"carry {at} basted",), gives=f"carry {at} caught"),
    )
