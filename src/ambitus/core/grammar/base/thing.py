"""
A whole bag from what it is to carry: broad, thick and long, with some ease.

Flat it goes round the thing and runs under it by half its thickness, or by more where rounded corners keep it
up; boxed it stands round it; a round bag goes over its corners. What closes above it is the top's to say; a
plain top has the ease there.
"""

import math
from collections.abc import Callable

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import (
    CLIP,
    LOWER,
    RADIUS,
    SIZE_FROM,
    THING_BROAD,
    THING_EASE,
    THING_LIES,
    THING_LONG,
    THING_THICK,
)
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
#: of a bag whose mouth has a long and a short side
LIES_PARAMS = (
    Param(
        THING_LIES,
        "Its long side",
        "choice",
        lambda bag: "along" if bag.kinds.base.runs_round else "up",
        early=True,
        options=(
            Option("up", "Up, or across a lid", "From the base to the mouth; across the zip of a lid."),
            Option("along", "Along the mouth", "From side to side; along the zip."),
        ),
        shown_when=(SIZE_FROM, "thing"),
    ),
)
THING_FIELDS = (THING_BROAD, THING_THICK, THING_LONG, THING_EASE)


def _ease(bag: Resolved) -> float:
    return THING_EASE.of(bag)


def _thick(bag: Resolved) -> float:
    return THING_THICK.or_none(bag) or 0.0


def lies_along(bag: Resolved) -> float | None:
    """Return the side of a thing that lies along the mouth; None until somebody types it."""
    return (THING_LONG if THING_LIES.is_(bag, "along") else THING_BROAD).or_none(bag)


def _up(bag: Resolved) -> float | None:
    """Return the side of a thing that stands up from the base, or lies across a lid."""
    return (THING_BROAD if THING_LIES.is_(bag, "along") else THING_LONG).or_none(bag)


def _high(bag: Resolved, side: float | None, lies_under: float) -> float | None:
    """Return the height over a thing: its *side* up, what the bag runs under it by, what closes above."""
    drawn = drawn_up(bag)
    over = _ease(bag)
    if drawn is not None:
        over = 0.0 if drawn.by_contents(bag) else drawn.closing(bag).mm + drawn.above_cord(bag).mm
    return None if side is None else side + lies_under + over


def _more(side: float | None, by: float) -> float | None:
    """Return a side with *by* mm more; None for what nobody has typed."""
    return None if side is None else side + by


def _given(source: Length, target: Length, solve: Callable[[Resolved], float | None], why: str) -> Given:
    return Given(SIZE_FROM, "thing", source, target, lambda item: solve(item.bag), why)


_BROAD = "As broad as the thing, and some ease."
_WIDE = "As the thing lies along it, and some ease."
_DEEP = "As deep as the thing is thick, and some ease."
_HIGH = "As high as the thing stands in it, and what closes above it."
BOXED_GIVENS = (
    _given(THING_BROAD, WIDTH, lambda bag: _more(lies_along(bag), _ease(bag)), _WIDE),
    _given(THING_THICK, DEPTH, lambda bag: _thick(bag) + _ease(bag), _DEEP),
    _given(THING_LONG, HEIGHT, lambda bag: _high(bag, _up(bag), 0.0), _HIGH),
)
FLAT_GIVENS = (
    _given(
        THING_BROAD,
        WIDTH,
        lambda bag: _more(lies_along(bag), _thick(bag) + _ease(bag)),
        "The thing as it lies along it, its thickness, and some ease: a flat bag goes round it.",
    ),
    _given(
        THING_LONG,
        HEIGHT,
        lambda bag: _high(bag, _up(bag), _thick(bag) / 2),
        "The thing, what the bag runs under it by, and what closes above.",
    ),
)


def _laid(bag: Resolved) -> tuple[float, float] | None:
    """Return how broad and how high a flat bag lies round a thing; None until both its sides are typed."""
    side, up = lies_along(bag), _up(bag)
    # a disc that is there is as large as it is
    if LOWER.is_(bag, "disc"):
        return None
    return None if side is None or up is None else (side + _thick(bag), up + _thick(bag) / 2)


def _over_corners(bag: Resolved) -> float | None:
    """Return twice the radius of the half disc that a thing fits in, its long side at the mouth."""
    laid = _laid(bag)
    return None if laid is None else 2 * math.hypot(laid[0] / 2, laid[1]) + _ease(bag)


def _lifted(bag: Resolved) -> float:
    """Return how far above the base a thing stands that is kept from it by the corners of its bag."""
    beside = _ease(bag) / 2
    if LOWER.is_(bag, "clipped"):
        return max(0.0, CLIP.of(bag) - beside)
    r = RADIUS.of(bag)
    return r - math.sqrt(r**2 - (r - beside) ** 2) if beside < r else 0.0


def _rounded_wide(bag: Resolved) -> float | None:
    if LOWER.is_(bag, "half"):
        return _over_corners(bag)
    laid = _laid(bag)
    return None if laid is None else laid[0] + _ease(bag)


def _rounded_high(bag: Resolved) -> float | None:
    if LOWER.is_(bag, "half"):
        across = _over_corners(bag)
        return None if across is None else across / 2
    return None if _laid(bag) is None else _high(bag, _up(bag), _thick(bag) / 2 + _lifted(bag))


#: of a flat bag with corners rounded or clipped; a half-round one goes over the corners of the thing
ROUNDED_GIVENS = (
    _given(
        THING_BROAD,
        WIDTH,
        _rounded_wide,
        "The thing as it lies along it, its thickness, and some ease; half-round, over its corners.",
    ),
    _given(
        THING_LONG,
        HEIGHT,
        _rounded_high,
        "The thing, what the bag runs under it by, what its corners keep it up by, and what closes above.",
    ),
)
LID_GIVENS = (
    _given(THING_LONG, LENGTH, lambda bag: _more(lies_along(bag), _ease(bag)), _WIDE),
    _given(THING_BROAD, BREADTH, lambda bag: _more(_up(bag), _ease(bag)), _BROAD),
    _given(THING_THICK, HEIGHT, lambda bag: _thick(bag) + _ease(bag), _DEEP),
)
PLEATED_GIVENS = (
    _given(
        THING_LONG,
        LENGTH,
        lambda bag: _more(lies_along(bag), 2 * _thick(bag) + _ease(bag)),
        "As the thing lies along it, its thickness at both ends, where the pouch slopes, and some ease.",
    ),
    *LID_GIVENS[1:],
)
ROUND_GIVENS = (
    _given(
        THING_BROAD,
        DIAMETER,
        lambda bag: math.hypot(THING_BROAD.of(bag), _thick(bag)) + _ease(bag),
        "Over the corners of the thing, and some ease.",
    ),
    _given(THING_LONG, HEIGHT, lambda bag: _high(bag, THING_LONG.or_none(bag), 0.0), _HIGH),
)
OBLONG_GIVENS = (
    _given(THING_BROAD, LENGTH, lambda bag: THING_BROAD.of(bag) + _ease(bag), _BROAD),
    _given(THING_THICK, BREADTH, lambda bag: _thick(bag) + _ease(bag), _DEEP),
    _given(THING_LONG, HEIGHT, lambda bag: _high(bag, THING_LONG.or_none(bag), 0.0), _HIGH),
)
