"""Cut width of a strap folded in four, and of its core."""

from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term


def width(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    """Return four times the finished width."""
    path = f"{prefix}.width"
    why = f"Folded in four, no allowance is added. {bag.why(path)}"
    return (Term("Strap width", 4 * bag.mm(path), why, bag.source(path), times=4),)


def core_width(bag: Resolved, prefix: str) -> tuple[Term, ...]:
    """Return twice the finished width: the core lies centred, under the two middle quarters."""
    path = f"{prefix}.width"
    why = "Centred on the strip, so that it lies double in the finished strap."
    return (Term("Strap width", 2 * bag.mm(path), why, bag.source(path), times=2),)


def creases(cut_width: float) -> tuple[float, ...]:
    """Return the creases, from one long edge."""
    return (cut_width / 4, cut_width / 2, 3 * cut_width / 4)
