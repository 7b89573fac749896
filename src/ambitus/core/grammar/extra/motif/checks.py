"""Checks of motifs: heat on a cloth that takes none, and an iron on what was printed."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.extra.motif.fields import MOTIF
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "extras",
    60,
    "transfer-without-heat",
    "stop",
    "A transfer on a cloth that takes no iron",
    "a transfer on coated cloth, ripstop or waxed cotton",
    "A transfer is pressed on with a hot iron; coated and nylon cloth melts, smokes or sticks before it "
    "holds.",
    "The cloth is spoilt, or the transfer peels.",
)
def transfer_without_heat(draft: "Draft") -> Iterator[Fired]:
    for item in draft.bag.extras:
        if not MOTIF.is_(item, "transfer"):
            continue
        cloth = draft.bag.cloth(item.extra.lies_on(item))
        if cloth.iron.startswith("none"):
            field = MOTIF.in_(item.at)
            yield fired(
                field,
                "A transfer on {cloth}.",
                "Print it with an ink for this cloth instead.",
                {"cloth": within(cloth.label)},
                remedies=(to(field, "ink"),),
            )


MOTIF_CHECKS = (transfer_without_heat,)
