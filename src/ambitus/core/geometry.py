"""Plane geometry on closed outlines. Points are (x, y) in mm, y up; outlines run anticlockwise."""

import math
from collections.abc import Sequence

Point = tuple[float, float]


def unit_vector(a: Point, b: Point) -> Point:
    """Return the direction from *a* to *b*; (0, 0) when they coincide."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    size = math.hypot(dx, dy)
    return (dx / size, dy / size) if size > 1e-9 else (0.0, 0.0)


def outward(a: Point, b: Point) -> Point:
    """Return the outward normal of the edge *a* → *b* of an anticlockwise outline."""
    ux, uy = unit_vector(a, b)
    return uy, -ux


def offset_corner(p: Point, u: Point, v: Point, a: float, b: float) -> Point:
    """
    Return where a corner goes when the edge arriving along *u* moves out by *a* and the one leaving along
    *v* by *b*. Where they run straight on the later one's amount holds.
    """
    (px, py), (ux, uy), (vx, vy) = p, u, v
    cross = ux * vy - uy * vx
    if abs(cross) < 1e-9:
        return px + vy * b + 0.0, py - vx * b + 0.0
    # p moves by k·u + m·v so that it lies a outside the one edge and b outside the other
    k, m = b / cross, -a / cross
    return px + k * ux + m * vx + 0.0, py + k * uy + m * vy + 0.0


def length(a: Point, b: Point) -> float:
    """Return the distance from *a* to *b*, in mm."""
    return math.hypot(b[0] - a[0], b[1] - a[1])


def along(a: Point, b: Point, part: float) -> Point:
    """Return the point *part* of the way (0 to 1) from *a* to *b*."""
    return a[0] + (b[0] - a[0]) * part, a[1] + (b[1] - a[1]) * part


def area(points: Sequence[Point]) -> float:
    """Return the signed area: positive when the outline runs anticlockwise."""
    return (
        sum(
            points[i][0] * points[(i + 1) % len(points)][1] - points[(i + 1) % len(points)][0] * points[i][1]
            for i in range(len(points))
        )
        / 2
    )


def bounds(points: Sequence[Point]) -> tuple[float, float, float, float]:
    """Return (left, bottom, right, top), in mm."""
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return min(xs), min(ys), max(xs), max(ys)
