"""Lines of a drawing: known by their ends and about how long they are, flattened only when taken."""

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ambitus.core.geometry import Point

#: How far a flattened curve may lie from the true one, in mm.
SAGITTA = 0.01
#: Ends this near to each other, in mm, are one point.
JOINED = 0.05
#: The same for a first look, which only says which line is longest.
COARSE = 0.5


@dataclass(frozen=True, slots=True)
class Line:
    """
    One line from ``start`` to ``end``, in mm, y up: ``length`` is near its own, and ``points`` flattens it so
    that no point of it lies farther than a sagitta from the line.
    """

    start: Point
    end: Point
    length: float
    points: Callable[[float], Sequence[Point]]

    @property
    def closed(self) -> bool:
        """Whether its ends are one point."""
        return math.dist(self.start, self.end) <= JOINED


def arc_steps(radius: float, turn: float, sagitta: float) -> int:
    """
    Return into how many chords an arc is cut, so that none lies farther than *sagitta* inside it.

    >>> arc_steps(100, math.pi / 2, 0.01), arc_steps(0.001, math.pi, 0.01)
    (56, 2)
    """
    if radius <= sagitta:
        return max(1, math.ceil(abs(turn) / (math.pi / 2)))
    return max(1, math.ceil(abs(turn) / (2 * math.acos(1 - sagitta / radius))))


def bezier_steps(control: Sequence[Point], sagitta: float) -> int:
    """
    Return into how many chords a Bézier curve is cut: none lies farther off than an eighth of its second
    derivative over the square of their number.

    >>> bezier_steps([(0, 0), (10, 0), (20, 0)], 0.01), bezier_steps([(0, 0), (50, 100), (100, 0)], 0.01)
    (1, 71)
    """
    n = len(control) - 1
    bent = max(
        math.hypot(a[0] - 2 * b[0] + c[0], a[1] - 2 * b[1] + c[1])
        for a, b, c in zip(control, control[1:], control[2:], strict=False)
    )
    return max(1, math.ceil(math.sqrt(n * (n - 1) * bent / (8 * sagitta))))


def bezier_points(control: Sequence[Point], sagitta: float) -> list[Point]:
    """Return the points of a quadratic or cubic Bézier curve, its start not among them."""
    steps = bezier_steps(control, sagitta)
    # a quadratic one is the cubic one with these control points
    if len(control) == 3:
        (ax, ay), (bx, by), (cx, cy) = control
        control = (
            (ax, ay),
            (ax + (bx - ax) * 2 / 3, ay + (by - ay) * 2 / 3),
            (cx + (bx - cx) * 2 / 3, cy + (by - cy) * 2 / 3),
            (cx, cy),
        )
    p, q, r, s = control
    out = []
    for i in range(1, steps + 1):
        t = i / steps
        u = 1 - t
        a, b, c, d = u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t
        out.append((a * p[0] + b * q[0] + c * r[0] + d * s[0], a * p[1] + b * q[1] + c * r[1] + d * s[1]))
    return out


def line_of(points: Callable[[float], Sequence[Point]]) -> Line | None:
    """Return a line from what flattens it, or None where it has no length to speak of."""
    coarse = points(COARSE)
    if len(coarse) < 2:
        return None
    length = math.fsum(math.dist(a, b) for a, b in itertools.pairwise(coarse))
    return Line(coarse[0], coarse[-1], length, points)
