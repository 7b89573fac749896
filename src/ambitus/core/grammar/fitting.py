"""Which parts of a bag do not go together, and why; which fields say something in it."""

from collections.abc import Iterator

from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Attach, Variant
from ambitus.core.spec.resolved import Resolved
from ambitus.core.words import within


def misfits(bag: Resolved) -> Iterator[tuple[str, Variant, str]]:
    """Yield (prefix, variant, reason) for each part whose needs its neighbours do not meet."""
    top, base = bag.kinds.top, bag.kinds.base
    for prefix, variant in bag.kinds.every_variant:
        reason = variant.needs(bag)
        if not reason and isinstance(variant, Attach) and not variant.fits(top.kind, base.kind):
            reason = f"it does not go with a top that is {within(top.label)}"
            if variant.fits(top.kind, next(iter(variant.bases), base.kind)):
                reason = f"it does not go with a base that is {within(base.label)}"
        if reason:
            yield prefix, variant, reason


def _hidden(bag: Resolved, at: str) -> frozenset[str]:
    """Return the fields of a strap that its way of being attached makes pointless."""
    return frozenset(field.in_(at) for field in bag.kinds.carry[int(at.rpartition(".")[2])].attach.hides)


def visible(path: str, param: Param, bag: Resolved) -> bool:
    """Return whether a field says something in this bag: what its neighbours make pointless is hidden."""
    at, _, leaf = path.rpartition(".")
    if at == "allowances" and leaf in bag.kinds.classes:
        return leaf in bag.classes and bag.kinds.seam(leaf).takes_allowance
    if at.startswith("carry.") and path in _hidden(bag, at):
        return False
    if param.shown_if and not param.shown_if(bag):
        return False
    for rule, wanted in ((param.shown_when, True), (param.shown_unless, False)):
        if not rule:
            continue
        turns_on = rule[0].in_(at)
        if turns_on.is_(bag, rule[1]) is not wanted:
            return False
        # what a hidden choice would show is hidden with it
        other = bag.kinds.param_at.get(turns_on)
        if other is not None and not visible(turns_on, other, bag):
            return False
    return True
