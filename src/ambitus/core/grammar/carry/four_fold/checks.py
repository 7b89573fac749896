"""How narrow a strap can be folded."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.carry.fields import (
    STRAP_WIDTH,
)
from ambitus.core.lengths import paired

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): a strip under four of these cannot be folded in four by hand: 12 mm | 1/2 in.
NARROWEST_FOLDED = paired(12)


@check(
    "carrying",
    60,
    "strap-too-narrow",
    "warn",
    "A narrow strap to fold in four",
    "folded in four and finished < 12 mm | 1/2 in",
    "In a narrower one (ours) the raw edges do not stay inside the fold.",
    "It comes out uneven, or its edges come out of it.",
)
def strap_too_narrow(draft: "Draft") -> Iterator[Fired]:
    least = NARROWEST_FOLDED.mm(draft.bag.unit)
    for hang in draft.hangs:
        path = STRAP_WIDTH.in_(hang.prefix)
        if hang.item.make.kind == "four_fold" and path.of(draft.bag) < least - 1e-9:
            yield fired(
                path,
                "{width} finished, cut {cut}.",
                "Make it {least} or wider.",
                remedies=(to(path, least),),
                width=path.of(draft.bag),
                cut=hang.width.total,
                least=least,
            )


CHECKS = (strap_too_narrow,)
