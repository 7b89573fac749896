"""Which parts of a bag do not go together, and why."""

from collections.abc import Iterator

from ambitus.core.grammar.contract import Attach, Variant
from ambitus.core.spec.resolved import Resolved


def misfits(bag: Resolved) -> Iterator[tuple[str, Variant, str]]:
    """Yield (prefix, variant, reason) for each part whose needs its neighbours do not meet."""
    top = bag.bag.top
    for prefix, variant in bag.bag.every_variant:
        reason = variant.needs(bag)
        if not reason and isinstance(variant, Attach) and not variant.fits(top.kind):
            reason = f"it does not go with a top that is {top.label[:1].lower()}{top.label[1:]}"
        if reason:
            yield prefix, variant, reason
