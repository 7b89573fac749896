"""Cloth beyond the visible end of a strap caught in the top seam."""

from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term


def tail(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    """Return what lies beyond the top edge at one end: the seam, and the end past its raw edge."""
    top, past = "allowances.top", f"{prefix}.past"
    return (
        Term(
            "Top seam at the ends",
            _top(bag),
            bag.why(top) if top in bag.values else "No top seam here.",
            bag.source(top) if top in bag.values else "derived",
        ),
        bag.term("Ends past the raw edge", past),
    )


def _top(bag: Resolved) -> float:
    """Return the top seam's allowance; a bag whose top is not a seam has none, and a check says so."""
    return bag.mm("allowances.top") if "allowances.top" in bag.values else 0.0


def core_short(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    """Return how much the core stops short of one end of its strap: the top seam's allowance."""
    return (Term("Short of both ends", -_top(bag), "Keeps the core out of the raw ends.", "derived"),)
