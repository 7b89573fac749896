"""Catching one strap in the top seam, in the middle of both sides."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.cut_as import one_round
from ambitus.core.grammar.carry.fields import PAST
from ambitus.core.grammar.carry.strap import one_strap, straps_even
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the basting of the strap and the look before the seam is sewn."""
    at = item.number
    where = "The middle of each end on a side seam, whose allowances lie open under it"
    if item.bag.kinds.base.side_panels:
        on = "an end of the gusset strip" if "gusset" in item.bag.kinds.classes else "a side panel"
        where = f"The middle of each end at the middle of {on}"
    elif one_round(item.bag):
        where = "The middle of one end on the side seam, that of the other at its mark on the side opposite"
    return (
        Step(
            f"strap {at} baste",
            "Baste the ends of the strap to both sides of the outer",
            f"{where}, reaching up past the raw edge, the strap hanging down the right side.",
            540,
            needs=(f"carry {at} made", "outer body sewn", "right side out"),
            gives=(f"carry {at} basted",),
            acts=(acts.Baste((f"strap carry.{at}",), "outer"),),
            settings="Straight stitch 4, inside the allowance.",
            lengths=(("Ends past the raw edge", PAST.of(item)),),
        ),
        one_strap(item, straps_even(at, 550, needs=(f"carry {at} basted",), gives=f"carry {at} caught")),
    )
