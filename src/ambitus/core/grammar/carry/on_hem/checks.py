"""How far an end goes up inside its hem."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.carry.fields import (
    TUCK,
)
from ambitus.core.grammar.top.fields import HEM

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "carrying",
    70,
    "strap-tuck-over-hem",
    "stop",
    "The tucked strap end is longer than its hem",
    "end tucked up inside the hem > hem",
    "It would come out below the hem's stitching.",
    "The end shows on the inside, and no row holds it.",
)
def strap_tuck_over_hem(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        path = TUCK.in_(hang.prefix)
        if path in bag.values and HEM in bag.values and path.of(bag) > HEM.of(bag) + 1e-9:
            tuck, hem = path.of(bag), HEM.of(bag)
            yield fired(
                path,
                "{tuck} tucked into a hem of {hem}.",
                "Tuck in {hem} or less, or make the hem {tuck}.",
                remedies=(to(path, at_most(bag, hem)), to(HEM, at_least(bag, tuck))),
                tuck=tuck,
                hem=hem,
            )


CHECKS = (strap_tuck_over_hem,)
