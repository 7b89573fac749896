"""Fields that follow from a measure which is given in their place."""

from collections.abc import Iterator, MutableMapping

from ambitus.core.fields import Value
from ambitus.core.grammar.bag_kinds import Kinds
from ambitus.core.grammar.given import Given
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved


def givens(kinds: Kinds) -> Iterator[tuple[str, Given]]:
    """Yield every measure that may be given of a bag, with the prefix of what it is of (``carry.0``)."""
    for prefix, variant in kinds.with_prefix:
        for given in variant.givens:
            yield prefix, given


def follow(so_far: Resolved, values: MutableMapping[str, Value], *, early: bool = False) -> None:
    """
    Put into *values* what follows from the measures that are given, kept within the range of its field.

    Where nobody has typed the measure yet the field holds as it is. *Early* not every field is known.
    """
    for prefix, given in givens(so_far.kinds):
        by, source = given.by.in_(prefix), given.source.in_(prefix)
        if by not in values or values[by].value != given.option or source not in values:
            continue
        target = given.target.in_(prefix)
        given_now = values[source].source != "default" and values[source].value is not None
        if not given_now or target not in values:
            continue
        param = so_far.kinds.param_at[target]
        try:
            solved = given.solve(Item(so_far, prefix))
        except KeyError:
            if not early:
                raise
            # it hangs on a field that is not known yet: its turn comes when all are
            continue
        if solved is None:
            continue
        mm = snap(min(max(solved, param.low), param.high))
        values[target] = Value(mm, "derived", given.why, source)
