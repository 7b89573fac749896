"""Small helpers that turn points into SVG path data."""

import math
from collections.abc import Callable, Iterable, Sequence
from functools import lru_cache
from itertools import chain

from ambitus.core.curves import Arc, Bend, Bow, radius, sweep
from ambitus.core.geometry import Point


# a picture has the same coordinates in many places, and most of the next picture's
@lru_cache(maxsize=1 << 16)
def number(value: float) -> str:
    """Return a coordinate with at most one decimal, as short as it can be."""
    rounded = round(value, 1)
    whole = int(rounded)
    return str(whole) if whole == rounded else repr(rounded)


#: coordinates of a short path, most of which the last pictures had too
_FEW = 16


def path(points: Iterable[Point], *, closed: bool = False) -> str:
    """
    Return path data through *points* (x right, y down).

    >>> path([(0, 0), (10, 0), (10, 5.5)], closed=True)
    'M0 0L10 0L10 5.5Z'
    """
    flat = tuple(chain.from_iterable(points))
    text = _few(flat) if len(flat) <= _FEW else _many(flat)
    return f"M{text}Z" if closed else f"M{text}"


def _few(flat: tuple[float, ...]) -> str:
    pairs = zip(flat[::2], flat[1::2], strict=True)
    return "L".join(f"{number(x)} {number(y)}" for x, y in pairs)


def _many(flat: tuple[float, ...]) -> str:
    """Return the same, all of it written at once: of a curve hardly a number comes again."""
    text = ("%.1f %.1fL" * (len(flat) // 2)) % flat
    text = text.replace(".0 ", " ").replace(".0L", "L")
    return text.replace("-0 ", "0 ").replace("-0L", "0L")[:-1]


#: points of a curve that a picture shows, at the least
_SEEN = 40


def lying(p: Point) -> Point:
    """Return where a point of a piece lies on its picture (y down), where nothing of it is left out."""
    return p[0], -p[1]


@lru_cache(maxsize=512)
def _seen_of(bow: Bow) -> str:
    """Return the path data of a bow of a piece that is drawn whole: layers that are cut alike share it."""
    return path(map(lying, bow.some(_SEEN))).replace("M", "L", 1)


def bent(starts: Sequence[Point], bends: Sequence[Bend], here: Callable[[Point], Point]) -> str:
    """
    Return path data of a closed outline, arcs as arcs; *here* brings a point to the picture (y down).
    """
    n, out = len(starts), ""
    for i, (start, bend) in enumerate(zip(starts, bends, strict=True)):
        x, y = here(start)
        out += f"{'L' if i else 'M'}{number(x)} {number(y)}"
        after = starts[(i + 1) % n]
        if isinstance(bend, Arc):
            r, large = number(radius(bend, start)), int(sweep(bend, start, after) > math.pi)
            tx, ty = here(after)
            out += f"A{r} {r} 0 {large} 0 {number(tx)} {number(ty)}"
        elif bend:
            if here is lying:
                out += _seen_of(bend)
            else:
                out += path(map(here, bend.some(_SEEN))).replace("M", "L", 1)
    return out + "Z"
