"""How deep a base can be folded in."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import above, below, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.sizes import DEPTH, HEIGHT

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "shape",
    50,
    "folded-in-too-low",
    "stop",
    "Too low for a base folded in",
    "folded-in base: height ≤ half the depth",
    "The base folds up inside by half the depth and has to end below the top edge.",
    "The folded base stands out of the mouth.",
    impossible=True,
)
def folded_in_too_low(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.kinds.base.kind != "folded_in":
        return
    height, half = asked_height(bag), DEPTH.of(bag) / 2
    if height <= half + 1e-9:
        higher = above(bag, HEIGHT.of(bag) + half - height)
        shallower = below(bag, 2 * height)
        yield fired(
            HEIGHT,
            "{half} folds up inside a bag {height} high.",
            "Make it {higher} high, or {shallower} deep." if shallower > 0 else "Make it {higher} high.",
            remedies=(to(HEIGHT, higher), to(DEPTH, shallower)),
            half=half,
            height=height,
            higher=higher,
            shallower=shallower,
        )


CHECKS = (folded_in_too_low,)
