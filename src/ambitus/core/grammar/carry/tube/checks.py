"""How narrow a tube can be turned."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.carry.fields import (
    MAKE,
    STRAP_WIDTH,
)
from ambitus.core.lengths import paired

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): a tube under this does not turn: 15 mm | 5/8 in.
NARROWEST_TUBE = paired(15)


@check(
    "carrying",
    110,
    "strap-tube-too-narrow",
    "warn",
    "A narrow tube to turn",
    "sewn as a tube and finished < 15 mm | 5/8 in",
    "A narrower tube (ours) of bag cloth does not turn over itself.",
    "It cannot be turned without much patience, if at all.",
)
def strap_tube_too_narrow(draft: "Draft") -> Iterator[Fired]:
    least = NARROWEST_TUBE.mm(draft.bag.unit)
    for hang in draft.hangs:
        path = STRAP_WIDTH.in_(hang.prefix)
        if hang.item.make.kind == "tube" and path.of(draft.bag) < least - 1e-9:
            yield fired(
                path,
                "A tube {width} wide.",
                "Make it {least} or wider, or turn the edges in instead.",
                remedies=(to(path, least), to(MAKE.in_(hang.prefix), "edges_turned")),
                width=path.of(draft.bag),
                least=least,
            )


CHECKS = (strap_tube_too_narrow,)
