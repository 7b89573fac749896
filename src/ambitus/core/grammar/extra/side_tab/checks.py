"""Whether a hand goes through a loop of elastic."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.elastic import FULLNESS, HAND_ROUND
from ambitus.core.grammar.extra.fields import ELASTIC, TAB_AS
from ambitus.core.lengths import snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "extras",
    70,
    "elastic-loop-small",
    "warn",
    "The loop of elastic is small for a hand",
    "an elastic drawn out to its tube < 220 mm",
    "It has to pass the hand, which is about 220 mm round (ours), and then hold the wrist.",
    "No hand goes through it.",
)
def elastic_loop_small(draft: "Draft") -> Iterator[Fired]:
    for item in draft.bag.extras:
        if item.extra.kind != "side_tab" or not TAB_AS.is_(item, "elastic"):
            continue
        most = FULLNESS * ELASTIC.of(item)
        if most < HAND_ROUND - 1e-9:
            path, least = ELASTIC.in_(item.at), at_least(draft.bag, HAND_ROUND / FULLNESS)
            yield fired(
                path,
                "{round} round at most.",
                "Make it {least} or more.",
                remedies=(to(path, least),),
                round=snap(most),
                least=least,
            )


CHECKS = (elastic_loop_small,)
