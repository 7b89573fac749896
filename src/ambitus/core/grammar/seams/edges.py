"""What lies beyond a seam line: the one place that asks a seam's kind for its terms."""

from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term


def edge_terms(bag: Resolved, key: str, over: bool = True) -> tuple[Term, ...]:
    """Return the terms that one edge of a seam of class *key* grows by; *over* where it lies uppermost."""
    name = bag.bag.sewn.get(key) or bag.bag.classes[key]
    return bag.bag.seam(key).eats(bag, key, name, over)
