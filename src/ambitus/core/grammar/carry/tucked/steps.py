"""Straps put between the two pressed edges before they are topstitched."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.strap import gap_of, straps_even
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step


def steps(bag: Resolved, prefix: str, form: Form) -> tuple[Step, ...]:
    """Return the tucking of the straps and the look before the top is topstitched."""
    at = prefix.rsplit(".", 1)[1]
    return (
        Step(
            f"strap {at} tuck",
            "Tuck the strap ends between the pressed edges",
            "Each at its marks, front and back alike, pinned or clipped.",
            540,
            needs=(f"carry {at} made", "lining in place"),
            gives=(f"carry {at} tucked",),
            lengths=(("Inside the top edge", bag.mm(f"{prefix}.inside")),),
            reads=(("Between the two centres", gap_of(bag, prefix, form)),),
            cautions=("pins",),
        ),
        straps_even(at, 550, needs=(f"carry {at} tucked",), gives=f"carry {at} caught"),
    )
