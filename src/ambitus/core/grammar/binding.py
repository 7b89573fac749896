"""What binds an edge, of a mouth or of a seam: how wide the strip is, and how it may be made."""

from ambitus.core.grammar.asked import Option
from ambitus.core.lengths import paired
from ambitus.core.sums import Term

#: What a binding covers on the far side, over its seam: 3 mm | 1/8 in.
OVER = paired(3)
MADE_OPTIONS = (
    Option("wrapped", "One layer, turned under", "Thin; its far edge is turned in."),
    Option("double", "Folded in half", "Two layers; nothing to turn in, and it wears longer."),
)


def across(seam: Term, thick: Term, cover: Term, *, double: bool) -> tuple[Term, ...]:
    """
    Return how wide a strip is, as a maker would add it up: wrapped and turned twice 2b + T + 2v, doubled
    2 (2b + T + v). b is its *seam*, T how *thick* what it wraps is, v what it *cover*s on the far side.
    """
    twice = 2 if double else 1
    return (
        seam.scaled(2 * twice, times=2 * twice),
        thick.scaled(twice, times=twice),
        cover.scaled(2, times=2),
    )
