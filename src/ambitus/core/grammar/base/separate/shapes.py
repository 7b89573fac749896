"""Outlines of a base that is a piece of its own, in seam lines, from its left end round by the front.

Every outline is cut at the four places where it is marked: left, front, right, back; and where a straight
meets an arc or a corner is turned.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property, lru_cache

from ambitus.core.curves import Arc, Bend, Bow, edge_length
from ambitus.core.form.model import Edge
from ambitus.core.geometry import Point

#: points of a quarter of an ellipse: the parallel curve lies within a hundredth of a millimetre
_QUARTER = 400


@dataclass(frozen=True)
class Outline:
    """
    A base in seam lines round its middle; ``labels`` say what is marked where each edge starts, nothing
    for what is not. ``ends`` are the edges that start at its left, right, front and back end.
    """

    edges: tuple[Edge, ...]
    labels: tuple[str, ...]
    ends: tuple[str, str, str, str] = ("west", "east", "south", "north")

    @cached_property
    def lengths(self) -> tuple[float, ...]:
        """The length of every edge at the seam line, in mm."""
        n = len(self.edges)
        return tuple(
            edge_length(e.start, e.bend, self.edges[(i + 1) % n].start) for i, e in enumerate(self.edges)
        )

    @property
    def half(self) -> int:
        """How many edges lie in front, from the left end to the right."""
        return next(i for i, e in enumerate(self.edges) if e.name == "east")


def _outline(parts: list[tuple[str, Point, Bend, str]]) -> Outline:
    edges = tuple(Edge(name, "ring", start, bend) for name, start, bend, _ in parts)
    return Outline(edges, tuple(label for *_, label in parts))


def circle(length: float, breadth: float, radius: float) -> Outline:
    """Return a circle of diameter *length*."""
    r, middle = length / 2, Arc((0.0, 0.0))
    ends = {"west": (-r, 0.0), "south": (0.0, -r), "east": (r, 0.0), "north": (0.0, r)}
    return _outline([(name, start, middle, "Quarter") for name, start in ends.items()])


def rounded(length: float, breadth: float, radius: float) -> Outline:
    """Return a rectangle whose corners are arcs of *radius*; a stadium where that is half the breadth."""
    a, b = length / 2, breadth / 2
    r = min(radius, a, b)
    x, y = a - r, b - r
    met, quarter = "Straight meets arc", "Quarter"
    parts: list[tuple[str, Point, Bend, str]] = [
        ("west", (-a, 0.0), None, quarter),
        ("south west", (-a, -y), Arc((-x, -y)), met),
        ("south left", (-x, -b), None, met),
        ("south", (0.0, -b), None, quarter),
        ("south east", (x, -b), Arc((x, -y)), met),
        ("east low", (a, -y), None, met),
        ("east", (a, 0.0), None, quarter),
        ("north east", (a, y), Arc((x, y)), met),
        ("north right", (x, b), None, met),
        ("north", (0.0, b), None, quarter),
        ("north west", (-x, b), Arc((-x, y)), met),
        ("west high", (-a, y), None, met),
    ]
    return _outline(_without_nothing(parts))


def _without_nothing(parts: list[tuple[str, Point, Bend, str]]) -> list[tuple[str, Point, Bend, str]]:
    """Return *parts* without edges of no length; the four ends keep their names."""
    out: list[tuple[str, Point, Bend, str]] = []
    for i, (name, start, bend, label) in enumerate(parts):
        after = parts[(i + 1) % len(parts)][1]
        if math.dist(start, after) > 1e-9:
            out.append((name, start, bend, label))
        elif name in ("west", "south", "east", "north"):
            # its place is taken by the next edge, which starts where it would have
            following = parts[(i + 1) % len(parts)]
            parts[(i + 1) % len(parts)] = (name, following[1], following[2], label)
    return out


def stadium(length: float, breadth: float, radius: float) -> Outline:
    """Return two straights joined by half circles."""
    return rounded(length, breadth, min(length, breadth) / 2)


def rectangle(length: float, breadth: float, radius: float) -> Outline:
    """Return a rectangle, its corners square."""
    a, b = length / 2, breadth / 2
    corner, quarter = "Corner: clip the tube", "Quarter"
    return _outline(
        [
            ("west", (-a, 0.0), None, quarter),
            ("south west", (-a, -b), None, corner),
            ("south", (0.0, -b), None, quarter),
            ("south east", (a, -b), None, corner),
            ("east", (a, 0.0), None, quarter),
            ("north east", (a, b), None, corner),
            ("north", (0.0, b), None, quarter),
            ("north west", (-a, b), None, corner),
        ]
    )


@lru_cache(maxsize=32)
def ellipse(length: float, breadth: float, radius: float) -> Outline:
    """Return an ellipse, as bows of many points."""
    import numpy as np

    a, b = length / 2, breadth / 2
    parts: list[tuple[str, Point, Bend, str]] = []
    for i, name in enumerate(("west", "south", "east", "north")):
        angles = math.pi + math.pi / 2 * (i + np.arange(_QUARTER) / _QUARTER)
        points = np.stack([a * np.cos(angles), b * np.sin(angles)], axis=1)
        x, y = points[0].tolist()
        parts.append((name, (x, y), Bow(points[1:]), "Quarter"))
    return _outline(parts)


#: (length, breadth, corner radius) -> its outline in seam lines
BySize = Callable[[float, float, float], Outline]
