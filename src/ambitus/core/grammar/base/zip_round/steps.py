"""Sewing a pouch whose zip runs from base to base: nothing is left but its base seam."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.base.sewing import press_seams, sew
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the steps of the outer, and of a lining that is one with it."""
    bag = item.bag
    return (
        Step(
            "zip ends meet",
            "See that both ends of the zip lie level at the base",
            "Front on back, the ends of the tape on each other: pin them first.",
            400,
            needs=("outer panels ready",),
            gives=("zip ends level",),
            acts=(acts.See(zip="half"),),
            kind="gate",
            seen="level",
            cautions=("pins",),
        ),
        *sew(
            bag,
            "outer",
            "base",
            405,
            needs=("zip ends level",),
            gives="outer base sewn",
            say="From one end of the zip to the other; over both ends of its tape slowly, three times.",
            reads=(Reading("base_long", "Along the base", form.mm("width"), {}),),
        ),
        press_seams(bag, "outer", 410, needs=("outer base sewn",), gives="outer body sewn"),
    )
