"""A base of any shape, traced round: its outline in edges between the places that are marked."""

import math
from bisect import bisect_left, bisect_right
from collections.abc import Sequence
from functools import lru_cache
from itertools import accumulate, pairwise

from ambitus.core.curves import Bend, Bow
from ambitus.core.form.model import Edge
from ambitus.core.geometry import Point, unit_vector
from ambitus.core.grammar.base.disc import LEAST_DISC
from ambitus.core.grammar.base.separate.shapes import Outline
from ambitus.core.outlines import CORNER, TOGETHER, extent, inside, read_outline

#: Turns of more than this are clipped in the tube (ours): 30 degrees.
_CLIPPED = math.cos(math.radians(30))

#: What a traced base begins as: straight at the back, round in front.
HALF_MOON = "-110,60 110,60 " + " ".join(
    f"{110 * math.cos(t):.2f},{60 + 120 * math.sin(t):.2f}" for t in (-math.pi * n / 90 for n in range(1, 90))
)


def _turn(a: Point, b: Point, c: Point) -> tuple[float, bool]:
    """Return the cosine of the turn at *b*, and whether it is to the left: a corner that sticks out."""
    u, v = unit_vector(a, b), unit_vector(b, c)
    return u[0] * v[0] + u[1] * v[1], u[0] * v[1] - u[1] * v[0] > 0


def _begun_left(points: Sequence[Point]) -> list[Point]:
    """Return *points* from the leftmost on: the middle of a side, where the left end is one."""
    left = min(x for x, _ in points)
    n, at = len(points), min(range(len(points)), key=lambda i: (points[i][0], points[i][1]))
    for i in range(n):
        a, b = points[i], points[(i + 1) % n]
        if abs(a[0] - left) < 1e-6 and abs(b[0] - left) < 1e-6 and abs(a[1] - b[1]) > 1:
            return [(left, (a[1] + b[1]) / 2), *points[i + 1 :], *points[: i + 1]]
    return [*points[at:], *points[:at]]


@lru_cache(maxsize=32)
def traced(text: str, by: float, grows: float = 0.0) -> Outline | None:
    """
    Return the outline in *text*, drawn in *by* mm, as edges from its left end round by the front.

    It is cut at its quarters, at its corners and where its box touches it. None where nothing is left. Where
    its edges *grow* by so many mm, a corner that turns in takes away what lies next to it: the way round is
    begun where no quarter falls there.
    """
    drawn = inside(read_outline(text), by)
    if len(drawn) < 3 or (by > 0 and min(extent(drawn)) < LEAST_DISC):
        return None
    points = _begun_left(drawn)
    gone = _gone(points)
    whole = gone[-1]
    begun = _clear_of(_eaten(points, gone, grows), whole)
    if begun:
        points, gone = _from(points, gone, begun)
    # name, place along the way round, label; the first of two that lie together stays
    places = [(("west", "south", "east", "north")[q], whole * q / 4, "Quarter") for q in range(4)]
    ends = {
        "lowest": min(range(len(points)), key=lambda i: points[i][1]),
        "rightmost": max(range(len(points)), key=lambda i: points[i][0]),
        "highest": max(range(len(points)), key=lambda i: points[i][1]),
    }
    named = {"west": "west"}
    for i in range(len(points)):
        cos, out = _turn(points[i - 1], points[i], points[(i + 1) % len(points)])
        if cos < CORNER:
            label = "Corner: clip the tube" if cos < _CLIPPED and out else "Corner"
            places.append((f"corner {len(places) - 3}", gone[i], label))
    for name, i in ends.items():
        near = next((p for p, at, _ in places if _apart(at, gone[i], whole) < TOGETHER), None)
        named[name] = near or name
        if near is None:
            places.append((name, gone[i], ""))
    places = [(name, _on_point(at, gone), label) for name, at, label in places]
    places.sort(key=lambda place: place[1])
    kept = _merged(places, whole)
    parts = []
    for (name, start, label), (_, end, _) in pairwise([*kept, ("", whole + kept[0][1], "")]):
        line = _between(points, gone, start, end)
        bend: Bend = Bow(tuple(line[1:-1])) if len(line) > 2 else None
        parts.append((Edge(name, "ring", line[0], bend), label))
    ends_by_name = (named["west"], named["rightmost"], named["lowest"], named["highest"])
    return Outline(tuple(e for e, _ in parts), tuple(label for _, label in parts), ends_by_name)


def _gone(points: Sequence[Point]) -> list[float]:
    """Return how far along the way round each point lies, and at last the whole way."""
    n = len(points)
    return [0.0, *accumulate(math.dist(points[i], points[(i + 1) % n]) for i in range(n))]


def _from(points: Sequence[Point], gone: Sequence[float], begun: float) -> tuple[list[Point], list[float]]:
    """Return the same line begun *begun* mm further along, or back where that is below nothing."""
    at = begun % gone[-1]
    after = bisect_left(gone, at + 1e-9)
    first = _between(points, gone, at, at + 1e-9)[0]
    turned = [first, *points[after:], *points[:after]]
    if math.dist(turned[-1], first) < 1e-6:
        turned.pop()
    return turned, _gone(turned)


def _eaten(points: Sequence[Point], gone: Sequence[float], grows: float) -> list[tuple[float, float]]:
    """Return the corners that turn in, and how far along its edges each takes cloth away when they grow."""
    out = []
    for i in range(len(points)):
        cos, left = _turn(points[i - 1], points[i], points[(i + 1) % len(points)])
        if not left and cos < 1 - 1e-9:
            out.append((gone[i], grows * math.sqrt((1 - cos) / max(1 + cos, 1e-9))))
    return out


def _clear_of(eaten: Sequence[tuple[float, float]], whole: float) -> float:
    """Return where to begin the way round, so that no quarter falls where a corner takes cloth away."""

    def clear(begun: float) -> bool:
        quarters = [(begun + whole * q / 4) % whole for q in range(4)]
        return all(
            not TOGETHER < _apart(at, place, whole) < deep + TOGETHER
            for at in quarters
            for place, deep in eaten
        )

    tried = (way * n * whole / 400 for n in range(50) for way in (1, -1))
    return next((begun for begun in tried if clear(begun)), 0.0)


def _on_point(at: float, gone: Sequence[float]) -> float:
    """Return a place along the way round, moved onto a point of the line that it lies next to."""
    near = min(gone[max(0, bisect_left(gone, at) - 1) :][:3], key=lambda other: abs(other - at))
    return (near if near < gone[-1] else 0.0) if abs(near - at) < TOGETHER else at


def _apart(a: float, b: float, whole: float) -> float:
    return min(abs(a - b), whole - abs(a - b))


def _merged(places: list[tuple[str, float, str]], whole: float) -> list[tuple[str, float, str]]:
    """Return *places*, those that lie together as one: called by the quarter, told as the corner."""
    out: list[tuple[str, float, str]] = []
    for name, at, label in places:
        # they come in order, so only the last one can lie here, or the first, once round
        some = {0, len(out) - 1} if out else set()
        near = next((i for i in sorted(some) if _apart(out[i][1], at, whole) < TOGETHER), None)
        if near is None:
            out.append((name, at, label))
        else:
            other = out[near]
            called = name if label == "Quarter" else other[0]
            # a corner is where it is
            where, told = (at, label) if label.startswith("Corner") else other[1:]
            out[near] = (called, where, told)
    return out


def _between(points: Sequence[Point], gone: Sequence[float], start: float, end: float) -> list[Point]:
    """Return the line from *start* to *end* along the way round, both ends among its points."""
    n, whole = len(points), gone[-1]

    def at(place: float) -> Point:
        place %= whole
        i = min(max(bisect_left(gone, place + 1e-9) - 1, 0), n - 1)
        size = gone[i + 1] - gone[i]
        part = (place - gone[i]) / size if size > 0 else 0.0
        a, b = points[i], points[(i + 1) % n]
        return a[0] + (b[0] - a[0]) * part, a[1] + (b[1] - a[1]) * part

    def after(place: float) -> int:
        """Return the first point beyond a place, counted on once round."""
        rounds, rest = divmod(place, whole)
        return int(rounds) * n + bisect_right(gone, rest, 0, n)

    inner = [points[i % n] for i in range(after(start + 1e-6), after(end - 1e-6))]
    return [at(start), *inner, at(end)]
