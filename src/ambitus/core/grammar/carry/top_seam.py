"""What straps share whose ends the top seam catches: how far they go past it, and what that takes."""

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.carry.fields import PAST
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Term

PAST_PARAM = Param(
    PAST,
    "Strap end past the raw edge",
    "length",
    paired(25),
    low=0,
    high=300,
    help="Zero where the ends are to lie flush with the raw edge.",
)


def tail(item: Item, _: Form | None) -> tuple[Term, ...]:
    """Return what lies beyond the top edge at one end: the seam, and the end past its raw edge."""
    sewn = TOP_ALLOWANCE.found(item) is not None
    # a bag whose top is not a seam has none, and a check says so
    top = (
        TOP_ALLOWANCE.term(item, "Top seam at the ends")
        if sewn
        else Term("Top seam at the ends", 0.0, "No top seam here.")
    )
    return (top, PAST.term(item, "Ends past the raw edge"))


def core_short(item: Item) -> tuple[Term, ...]:
    """Return how much the core stops short of one end of its strap: the top seam's allowance."""
    return (
        Term(
            "Short of both ends",
            -(TOP_ALLOWANCE.or_none(item) or 0.0),
            "Keeps the core out of the raw ends.",
            "derived",
        ),
    )
