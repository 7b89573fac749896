"""Checks of the order of work: one that was chosen, and no longer holds."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.order import not_held

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "shape",
    80,
    "order-does-not-hold",
    "note",
    "The order of work that was chosen cannot be followed",
    "a way of working was chosen that this bag does not allow",
    "Which seams can be reached, and what lies flat, follows from the rest of the bag.",
    "The work is told in the usual order; the one chosen is kept, and holds again when the bag allows it.",
)
def order_does_not_hold(draft: "Draft") -> Iterator[Fired]:
    for order, way, why in not_held(draft.bag):
        usual = order.usual(draft.bag).option
        yield fired(
            order.field,
            "{label}: “{chosen}” cannot be done here: {why}. The steps go the usual way: {usual}.",
            "Take the usual order.",
            {
                "label": order.label,
                "chosen": way.option.label.lower(),
                "why": why,
                "usual": usual.label.lower(),
            },
            remedies=(to(order.field, usual.key),),
        )


CHECKS = (order_does_not_hold,)
