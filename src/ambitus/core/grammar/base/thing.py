"""
A whole bag from what it is to carry: broad, thick and long, with some ease.

Flat it goes round the thing and runs under it by half its thickness; boxed it stands round it; a round bag
goes over its corners. What closes above it is the top's to say; a plain top has the ease there.
"""

import math
from collections.abc import Callable

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import SIZE_FROM, THING_BROAD, THING_EASE, THING_LONG, THING_THICK
from ambitus.core.grammar.features import drawn_up
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.sizes import BREADTH, DEPTH, DIAMETER, HEIGHT, LENGTH, WIDTH
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved


def _thing(path: Length, label: str) -> Param:
    of_thing = (SIZE_FROM, "thing")
    return Param(path, label, "length", None, low=1, high=2500, optional=True, shown_when=of_thing)


THING_PARAMS = (
    Param(
        SIZE_FROM,
        "Sized by",
        "choice",
        "sizes",
        options=(
            Option("sizes", "Its sizes", "As they are typed on the drawing."),
            Option("thing", "A thing to carry", "How broad, thick and long it is, with some ease."),
        ),
    ),
    _thing(THING_BROAD, "The thing, broad"),
    _thing(THING_THICK, "The thing, thick"),
    _thing(THING_LONG, "The thing, long"),
    Param(
        THING_EASE,
        "Ease round it",
        "length",
        paired(10),
        low=0,
        high=200,
        shown_when=(SIZE_FROM, "thing"),
        why="So that it goes in and out (ours).",
    ),
)
THING_FIELDS = (THING_BROAD, THING_THICK, THING_LONG, THING_EASE)


def _ease(bag: Resolved) -> float:
    return THING_EASE.of(bag)


def _thick(bag: Resolved) -> float:
    return THING_THICK.or_none(bag) or 0.0


def _high(bag: Resolved, lies_under: float) -> float:
    """Return the height over a thing: its length, what the bag runs under it by, and what closes above."""
    drawn = drawn_up(bag)
    over = _ease(bag)
    if drawn is not None:
        over = 0.0 if drawn.by_contents(bag) else drawn.closing(bag).mm + drawn.above_cord(bag).mm
    return THING_LONG.of(bag) + lies_under + over


def _given(source: Length, target: Length, solve: Callable[[Resolved], float], why: str) -> Given:
    return Given(SIZE_FROM, "thing", source, target, lambda item: solve(item.bag), why)


_BROAD = "As broad as the thing, and some ease."
_DEEP = "As deep as the thing is thick, and some ease."
_HIGH = "As high as the thing is long, and what closes above it."
BOXED_GIVENS = (
    _given(THING_BROAD, WIDTH, lambda bag: THING_BROAD.of(bag) + _ease(bag), _BROAD),
    _given(THING_THICK, DEPTH, lambda bag: _thick(bag) + _ease(bag), _DEEP),
    _given(THING_LONG, HEIGHT, lambda bag: _high(bag, 0.0), _HIGH),
)
FLAT_GIVENS = (
    _given(
        THING_BROAD,
        WIDTH,
        lambda bag: THING_BROAD.of(bag) + _thick(bag) + _ease(bag),
        "The thing, broad and thick, and some ease: a flat bag goes round it.",
    ),
    _given(
        THING_LONG,
        HEIGHT,
        lambda bag: _high(bag, _thick(bag) / 2),
        "The thing, what the bag runs under it by, and what closes above.",
    ),
)
ROUND_GIVENS = (
    _given(
        THING_BROAD,
        DIAMETER,
        lambda bag: math.hypot(THING_BROAD.of(bag), _thick(bag)) + _ease(bag),
        "Over the corners of the thing, and some ease.",
    ),
    _given(THING_LONG, HEIGHT, lambda bag: _high(bag, 0.0), _HIGH),
)
OBLONG_GIVENS = (
    _given(THING_BROAD, LENGTH, lambda bag: THING_BROAD.of(bag) + _ease(bag), _BROAD),
    _given(THING_THICK, BREADTH, lambda bag: _thick(bag) + _ease(bag), _DEEP),
    _given(THING_LONG, HEIGHT, lambda bag: _high(bag, 0.0), _HIGH),
)
