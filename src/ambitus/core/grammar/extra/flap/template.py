"""
A flap by a template: an outline as its outside is seen, closed, its straight upper edge at the mouth.

The outline is the seam line, or the line that is cut; either way the flap is worked out on its seam line.
"""

import math
from dataclasses import dataclass
from functools import lru_cache
from itertools import accumulate, pairwise

from ambitus.core.curves import offset_bent
from ambitus.core.geometry import Point, unit_vector
from ambitus.core.lengths import snap
from ambitus.core.outlines import CORNER, TOGETHER, extent, is_anticlockwise, is_simple, read_outline

#: Default (ours): what lies no further below the highest point, in mm, is its upper edge; its least length.
LEVEL, LEAST_HEAD = 0.5, 20.0
#: How level a side may leave the upper edge (ours): 30 degrees and more turn away from it.
_LEAVES = math.cos(math.radians(30))

#: What a template begins as: a tongue, straight above, drawn in a little, round below.
TONGUE = "-90,110 -90,60 -82,35 " + " ".join(
    f"{-70 * math.cos(t):.2f},{5 - 65 * math.sin(t):.2f}" for t in (math.pi * n / 48 for n in range(49))
)
TONGUE += " 82,35 90,60 90,110"


#: a part of an outline: its name, where it begins, and the points that it goes on through
Run = tuple[str, Point, tuple[Point, ...]]


@dataclass(frozen=True, slots=True)
class Template:
    """
    The seam line of a flap, anticlockwise from the right end of its upper edge: the left end comes next. Its
    leftmost point lies at x = 0, its lowest at y = 0.
    """

    points: tuple[Point, ...]

    @property
    def wide(self) -> float:
        """How wide it is where it is widest, in mm."""
        return snap(max(x for x, _ in self.points))

    @property
    def high(self) -> float:
        """From its lowest point to its upper edge, in mm."""
        return snap(self.points[0][1])

    @property
    def head(self) -> float:
        """How long its upper edge is, in mm."""
        return snap(self.points[0][0] - self.points[1][0])

    @property
    def middle(self) -> float:
        """Where the middle of its upper edge lies, from its leftmost point, in mm."""
        return snap((self.points[0][0] + self.points[1][0]) / 2)

    @property
    def tip(self) -> float:
        """How far above its lowest point its free edge lies, straight below the middle of its upper edge."""
        crossed = [
            a[1] + (b[1] - a[1]) * (self.middle - a[0]) / (b[0] - a[0])
            for a, b in pairwise((*self.points[1:], self.points[0]))
            if min(a[0], b[0]) <= self.middle <= max(a[0], b[0]) and abs(b[0] - a[0]) > 1e-9
        ]
        return snap(min(crossed, default=0.0))

    @property
    def mirrored(self) -> "Template":
        """The same seen from behind: its underside, and what lies on its wrong side."""
        right, left, *rest = self.points
        turned = (left, right, *reversed(rest))
        return Template(tuple((snap(self.wide - x), y) for x, y in turned))

    @property
    def runs(self) -> tuple[Run, ...]:
        """Its outline below its upper edge: one run from each corner, and each outermost point, on."""
        return _runs(self.points)

    @property
    def ends(self) -> tuple[str, str, str]:
        """What begins at its leftmost, its rightmost and its lowest point: a run, or its ``head``."""
        named = [("head", self.points[0]), *((name, start) for name, start, _ in self.runs)]
        left, right = (pick(named, key=lambda one: one[1][0])[0] for pick in (min, max))
        return left, right, min(named, key=lambda one: one[1][1])[0]

    @property
    def turns(self) -> tuple[bool, bool, bool]:
        """Whether it has corners that stick out, corners that turn in, and curves, beside its upper edge."""
        out, inward, curved = False, False, False
        n = len(self.points)
        for i in range(2, n):
            (a, b, c) = (self.points[j % n] for j in (i - 1, i, i + 1))
            u, v = unit_vector(a, b), unit_vector(b, c)
            corner, left = u[0] * v[0] + u[1] * v[1] < CORNER, u[0] * v[1] - u[1] * v[0] > 0
            out, inward = out or (corner and left), inward or (corner and not left)
            curved = curved or not corner
        return out, inward, curved

    def room(self, x: float, y: float) -> float:
        """Return how far inside its outline a point lies, but for its upper edge; outside less than 0."""
        from shapely import LineString, Point, Polygon

        at, line = Point(x, y), LineString((*self.points[1:], self.points[0]))
        near = float(line.distance(at))
        return near if Polygon(self.points).contains(at) else -near


@lru_cache(maxsize=32)
def drawn_in(text: str, by: tuple[float, float] | None) -> Template | None:
    """Return a template drawn as a seam line, or drawn in from its cut line; None where nothing is left."""
    points = _headed(read_outline(text))
    if points is None:
        return None
    if by is not None:
        above, beside = by
        amounts = (-above, *(-beside for _ in points[1:]))
        moved, _ = offset_bent(points, [None] * len(points), amounts)
        points = tuple(moved)
        # drawn in further than it has room for it crosses itself, or is turned inside out
        if not is_simple(points) or not is_anticlockwise(points) or points[0][0] - points[1][0] < LEAST_HEAD:
            return None
    left, low = min(x for x, _ in points), min(y for _, y in points)
    if points[0][1] < max(y for _, y in points) - LEVEL or min(extent(points)) < LEAST_HEAD:
        return None
    return Template(tuple((snap(x - left), snap(y - low)) for x, y in points))


def _headed(points: tuple[Point, ...]) -> tuple[Point, ...] | None:
    """Return an outline from the right end of its level upper edge on, or None where that has none."""
    top, n = max(y for _, y in points), len(points)
    at = [i for i in range(n) if points[i][1] >= top - LEVEL]
    right, left = max(at, key=lambda i: points[i][0]), min(at, key=lambda i: points[i][0])
    between = {(right + k) % n for k in range((left - right) % n + 1)}
    if set(at) != between or points[right][0] - points[left][0] < LEAST_HEAD:
        return None
    rises = (
        unit_vector(points[right - 1], points[right])[0],
        unit_vector(points[left], points[(left + 1) % n])[0],
    )
    if max(-way for way in rises) > _LEAVES:
        # what goes on nearly level has no end at the mouth
        return None
    rest = tuple(points[(left + k) % n] for k in range(1, n - len(between) + 1))
    return ((points[right][0], top), (points[left][0], top), *rest)


@lru_cache(maxsize=32)
def _runs(points: tuple[Point, ...]) -> tuple[Run, ...]:
    n = len(points)
    gone = [0.0, *accumulate(math.dist(points[i], points[(i + 1) % n]) for i in range(n))]
    low = min(range(n), key=lambda i: points[i][1])
    outermost = {low, min(range(n), key=lambda i: points[i][0]), max(range(n), key=lambda i: points[i][0])}
    breaks = [1]
    for i in range(2, n):
        u, v = unit_vector(points[i - 1], points[i]), unit_vector(points[i], points[(i + 1) % n])
        corner = u[0] * v[0] + u[1] * v[1] < CORNER
        apart = min(gone[i] - gone[breaks[-1]], gone[n] - gone[i])
        if (corner or i in outermost) and apart >= TOGETHER:
            breaks.append(i)
    return tuple(
        (f"line {number}", points[start], points[start + 1 : end])
        for number, (start, end) in enumerate(pairwise((*breaks, n)), 1)
    )


def below_mouth(points: tuple[Point, ...], top: float) -> tuple[Point, ...]:
    """Return what of an outline lies at or below y = *top*: what reaches further up is cut off there."""
    out: list[Point] = []
    for a, b in pairwise((*points, points[0])):
        if a[1] <= top:
            out.append(a)
        if (a[1] <= top) != (b[1] <= top):
            share = (top - a[1]) / (b[1] - a[1])
            out.append((a[0] + (b[0] - a[0]) * share, top))
    return tuple(out)
