"""Closed outlines given point by point: how they are written, what makes one usable, and its parallel.

An outline is written ``x,y x,y …`` in millimetres, x to the right and y away from the front; it closes by
itself. Curves come as points so close that straight lines between them do. The library of shapes is loaded by
what works with it: most bags have no outline, and wait for nothing.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from ambitus.core.curves import offset_bent
from ambitus.core.geometry import Point, unit_vector

#: Default (ours): an outline whose longer way is outside these, in mm, was meant at another scale.
SMALLEST, LARGEST = 20.0, 2000.0
#: Points that a straight line passes this closely, in mm, add nothing.
CLOSE = 0.005
#: What a picture of an outline may leave out, in mm: far less than any of them can show.
SEEN = 0.05
#: Most points of an outline, and the letters that they are written in at most.
MOST_POINTS = 4000
LONGEST_OUTLINE = 128_000
#: Default (ours): most corners of an outline, and what turns more than a curve does: 15 degrees.
MOST_CORNERS = 120
CORNER = math.cos(math.radians(15))
_MITRE = 5.0
#: Places nearer to each other than this, in mm, are one: so short an edge has no direction to speak of.
TOGETHER = 0.3


@dataclass(frozen=True, slots=True)
class OutlineProblem(Exception):
    """An outline that cannot be used: a code, why, and what would be right."""

    code: str
    why: str
    fix: str


def written(points: Sequence[Point]) -> str:
    """
    Return *points* as they are kept: to a thousandth of a millimetre.

    >>> written([(0, 0), (40.5, 0), (40.5, 30)])
    '0,0 40.5,0 40.5,30'
    """
    return _written(tuple(points))


@lru_cache(maxsize=64)
def _written(points: tuple[Point, ...]) -> str:
    return " ".join(f"{round(x, 3):.15g},{round(y, 3):.15g}" for x, y in points)


def _told(points: Sequence[Point]) -> None:
    """Raise OutlineProblem where *points* are no outline of a piece."""
    from shapely import LinearRing, Polygon

    if len(points) < 3:
        raise OutlineProblem("not-an-outline", "An outline needs three points or more.", "Trace it again.")
    ring = LinearRing(points)
    if not ring.is_simple:
        why = "The outline crosses itself."
        raise OutlineProblem("outline-crosses", why, "Draw it once round, without a loop.")
    left, low, right, high = ring.bounds
    size = max(right - left, high - low)
    if not SMALLEST <= size <= LARGEST:
        why = f"The outline is {size:.3g} mm long; a piece is between {SMALLEST:g} and {LARGEST:g} mm."
        raise OutlineProblem("outline-scale", why, "See in which unit it was drawn, and at what scale.")
    if Polygon(points).area < SMALLEST * SMALLEST / 4:
        why = "The outline is so narrow that it encloses next to nothing."
        raise OutlineProblem("outline-scale", why, "Draw round the piece, not along it.")


def _turns(a: Point, b: Point, c: Point) -> bool:
    """Return whether an outline turns a corner at *b*."""
    u, v = unit_vector(a, b), unit_vector(b, c)
    return u[0] * v[0] + u[1] * v[1] < CORNER


def settled(points: Sequence[Point]) -> tuple[Point, ...]:
    """
    Return *points* anticlockwise round the middle of their box, without those that add nothing.

    Raises:
        OutlineProblem: If they are too few, cross themselves, or are off any scale of a bag.
    """
    from shapely import Polygon

    plain = [p for i, p in enumerate(points) if i == 0 or math.dist(p, points[i - 1]) > CLOSE]
    if len(plain) > 1 and math.dist(plain[0], plain[-1]) <= CLOSE:
        plain.pop()
    _told(plain)
    ring = Polygon(plain).exterior.simplify(CLOSE, preserve_topology=True)
    kept = [(x, y) for x, y, *_ in ring.coords][:-1]
    if not is_anticlockwise(kept):
        kept.reverse()
    if len(kept) > MOST_POINTS:
        why = f"The outline has {len(kept)} points; {MOST_POINTS} are enough for any piece."
        raise OutlineProblem("outline-too-fine", why, "Simplify the path in the program it was drawn in.")
    corners = sum(_turns(kept[i - 1], p, kept[(i + 1) % len(kept)]) for i, p in enumerate(kept))
    if corners > MOST_CORNERS:
        why = f"The outline is jagged: it has {corners:,} corners, and {MOST_CORNERS} can be sewn at most."
        raise OutlineProblem("outline-too-fine", why, "Smooth the path in the program it was drawn in.")
    left, low, right, high = ring.bounds
    cx, cy = (left + right) / 2, (low + high) / 2
    return tuple((round(x - cx, 3), round(y - cy, 3)) for x, y in kept)


@lru_cache(maxsize=64)
def read_outline(text: str) -> tuple[Point, ...]:
    """
    Return the points of an outline that is written ``x,y x,y …``.

    Raises:
        OutlineProblem: If it is not written so, or cannot be used.
    """
    if len(text) > LONGEST_OUTLINE:
        why = f"The outline is written in more than {LONGEST_OUTLINE:,} letters."
        raise OutlineProblem("outline-too-fine", why, "Import it again from its drawing.")
    points = []
    for pair in text.split():
        x, comma, y = pair.partition(",")
        try:
            point = (float(x), float(y)) if comma else None
        except ValueError:
            point = None
        if point is None or not all(map(math.isfinite, point)):
            why = f"“{pair[:40]}” is not a point of an outline."
            raise OutlineProblem("not-an-outline", why, "Write each point as x,y in millimetres.")
        points.append(point)
    return settled(points)


@lru_cache(maxsize=64)
def seen(points: tuple[Point, ...]) -> tuple[Point, ...]:
    """Return an outline without the points that no picture shows: those a line passes within 0.05 mm."""
    import numpy
    from shapely import get_coordinates, linestrings, simplify

    # a line and no ring: it begins where it began, and what stands round it is found from there. Of a picture
    # nobody asks whether its lines touch, which is most of the work of thinning them
    line = simplify(linestrings(numpy.array([*points, points[0]])), SEEN, preserve_topology=False)
    return tuple((x, y) for x, y in get_coordinates(line).tolist())[:-1]


def around(points: Sequence[Point]) -> float:
    """Return the way round an outline, in mm."""
    return _around(tuple(points))


@lru_cache(maxsize=64)
def _around(points: tuple[Point, ...]) -> float:
    return math.fsum(math.dist(p, points[i - 1]) for i, p in enumerate(points))


def extent(points: Sequence[Point]) -> tuple[float, float]:
    """Return the length and the breadth of an outline's box, in mm."""
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return max(xs) - min(xs), max(ys) - min(ys)


@lru_cache(maxsize=64)
def inside(points: tuple[Point, ...], by: float) -> tuple[Point, ...]:
    """
    Return the outline that runs *by* inside another, corners kept sharp; nothing where none has room.
    """
    from shapely import Polygon

    if by <= 0:
        return points
    exact, _ = offset_bent(points, [None] * len(points), [-by] * len(points))
    if is_simple(exact) and is_anticlockwise(exact) and Polygon(points).contains(Polygon(exact)):
        return exact
    # where it is bent more sharply than that, loops have to be taken out
    drawn = Polygon(points).buffer(-by, join_style="mitre", mitre_limit=_MITRE)
    if drawn.is_empty or not isinstance(drawn, Polygon):
        return ()
    kept = [(x, y) for x, y, *_ in drawn.exterior.simplify(CLOSE).coords][:-1]
    return tuple(kept if is_anticlockwise(kept) else kept[::-1])


def is_simple(points: Sequence[Point]) -> bool:
    """Return whether an outline does not cross itself."""
    from shapely import LinearRing

    return len(points) >= 3 and bool(LinearRing(points).is_simple)


def is_anticlockwise(points: Sequence[Point]) -> bool:
    """Return whether an outline runs anticlockwise."""
    from shapely import LinearRing

    return bool(LinearRing(points).is_ccw)
