"""Choices of order: where makers differ in what they do first, and what each way costs."""

from collections.abc import Callable
from typing import Literal

from ambitus.core.fields import Choice
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.lengths import View
from ambitus.core.spec.resolved import Resolved

#: which of a body's seams comes first
FIRST_SEAM = Choice[Literal["sides", "base"]]("base.first")
#: whether a hem is sewn while the panels lie flat, or in the round
HEM_SEWN = Choice[Literal["flat", "round"]]("top.hem_sewn")
#: whether the gap of the lining is closed last of all, or before the top edge is pressed
GAP_CLOSED = Choice[Literal["last", "first"]]("top.gap_closed")
#: whether a casing is sewn on the open tube, or once its base is in
CASING_SEWN = Choice[Literal["before", "after"]]("top.casing_sewn")

ORDER = (FIRST_SEAM, HEM_SEWN, CASING_SEWN, GAP_CLOSED)

FIRST_SEAM_PARAM = Param(
    FIRST_SEAM,
    "First of the seams",
    "choice",
    "sides",
    options=(
        Option("sides", "Sides, then the base", "The tops meet first; what is uneven ends up at the base."),
        Option("base", "Base, then the sides", "The base is sewn flat; the tops have to meet at the end."),
    ),
)
HEM_SEWN_PARAM = Param(
    HEM_SEWN,
    "The hem is sewn",
    "choice",
    "flat",
    options=(
        Option("flat", "Flat, before the sides", "Easy to reach; its ends lie in the side seams."),
        Option("round", "In the round, after the sides", "No hem in a seam; the free arm has to fit in."),
    ),
)
GAP_CLOSED_PARAM = Param(
    GAP_CLOSED,
    "The gap is closed",
    "choice",
    "last",
    options=(
        Option("last", "Last of all", "A look inside for pins and threads is left until the top is sewn."),
        Option("first", "Before the last press", "Pressed once, all closed; no look inside after that."),
    ),
)


def casing_param(base_of_its_own: Callable[[Resolved], bool]) -> Param:
    """Return the choice of when a casing is sewn, shown where *base_of_its_own* says so of a bag."""
    return Param(
        CASING_SEWN,
        "The casing is sewn",
        "choice",
        "before",
        options=(
            Option("before", "Before the base", "The tube is open at both ends: easy to reach."),
            Option("after", "After the base", "The bag is closed below; the mouth has to pass the free arm."),
        ),
        shown_if=base_of_its_own,
    )


def has_order(bag: Resolved) -> bool:
    """Return whether anything of this bag can be done in another order."""
    params = dict(bag.kinds.params)
    shown = (params[field] for field in ORDER if field in params)
    return any(param.shown_if is None or param.shown_if(bag) for param in shown)


def _says(bag: Resolved, view: View, prefix: str) -> str:
    ways = (
        (FIRST_SEAM.is_(bag, "base"), "the base first"),
        (HEM_SEWN.is_(bag, "round"), "the hem in the round"),
        (CASING_SEWN.is_(bag, "after"), "the casing after the base"),
        (GAP_CLOSED.is_(bag, "first"), "the gap closed early"),
    )
    return " and ".join(words for so, words in ways if so) or "in the usual order"


ORDER_PHRASE = Phrase("order", "Order of work", ", ", _says, choices=ORDER)
