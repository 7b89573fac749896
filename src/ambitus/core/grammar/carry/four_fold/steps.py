"""Making the straps."""

from ambitus.core.form.model import Form
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step


def steps(bag: Resolved, prefix: str, form: Form) -> tuple[Step, ...]:
    """Return the steps from cut strips to two finished straps."""
    at, path = prefix.rsplit(".", 1)[1], f"{prefix}.width"
    core = ("strap cores fused",) if bag.bag.interfacing.cuts else ()
    return (
        Step(
            f"strap {at} fold",
            "Fold and press the straps",
            "Long edges to the middle, press; then in half along the middle, press.",
            300,
            needs=("pieces cut", *core),
            gives=(f"carry {at} folded",),
            settings=f"Iron: {bag.cloth('outer').iron}.",
            reads=(("Folded strap, across", bag.mm(path)),),
            cautions=("hot iron", "steam"),
        ),
        Step(
            f"strap {at} stitch",
            "Topstitch both long edges of each strap",
            "The open edge first. Begin and end beyond where the seam will cross.",
            310,
            needs=(f"carry {at} folded",),
            gives=(f"carry {at} made",),
            settings=f"Straight stitch 3, {bag.cloth('outer').needle}, 2 to 3 mm from the edge.",
            cautions=("needle over bulk",),
        ),
    )
