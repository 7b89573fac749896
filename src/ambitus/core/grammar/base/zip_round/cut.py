"""
A flat pouch in seam lines whose zip runs from base to base: its upper corners are round, perhaps all of it.

Each panel has a base edge, and one edge round all the rest, which meets the zip.
"""

import math
from dataclasses import replace

from ambitus.core.curves import Bow
from ambitus.core.form.model import Dimension, Edge, Face, Form, Measure, Seam, Stretch
from ambitus.core.geometry import Point
from ambitus.core.grammar.base.fields import RADIUS, UPPER
from ambitus.core.grammar.base.panels import eats, flat_stance, mouth, settled, told
from ambitus.core.grammar.base.zip_round.read import way_round
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import HEIGHT, WIDTH
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved

#: into how many parts a quarter of a circle is divided where it is one edge with what is straight beside it
_PARTS = 128
#: What stays straight beside the base, in mm, so that the edge goes on straight below; what is no distance.
_STRAIGHT, _NOTHING = 0.005, 0.0005
#: mm: the tightest corner that is drawn of the cloth beside the zip
_CORNER = 0.5


def most_upper(width: float, height: float) -> float:
    """Return the largest radius that both upper corners of a panel have room for, in mm."""
    return max(0.001, min(width / 2, height))


def least_upper(zip_edge: float) -> float:
    """Return the least radius whose cloth, *zip_edge* mm beyond the middle of the zip, has a corner left."""
    return max(0.001, _CORNER - zip_edge)


def corner_asked(bag: Resolved, width: float, height: float) -> float:
    """Return the radius of the upper corners along the middle of the zip, as asked, in mm."""
    return most_upper(width, height) if UPPER.is_(bag, "half") else RADIUS.of(bag)


def _corner(center: Point, r: float, begins: float) -> list[Point]:
    """Return a quarter of a circle anticlockwise from an angle, both its ends among its points."""
    turns = (begins + math.pi / 2 * n / _PARTS for n in range(_PARTS + 1))
    return [(center[0] + r * math.cos(t), center[1] + r * math.sin(t)) for t in turns]


def round_it(width: float, height: float, r: float) -> tuple[Point, ...]:
    """Return the line from the right end of the base over the top to its left end, point by point."""
    points: list[Point] = [(width, 0.0)]
    for center, begins in (((width - r, height - r), 0.0), ((r, height - r), math.pi / 2)):
        points += (p for p in _corner(center, r, begins) if math.dist(p, points[-1]) > _NOTHING)
    if math.dist(points[-1], (0.0, 0.0)) <= _NOTHING:
        points.pop()
    return (*points, (0.0, 0.0))


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form, width and height settled on the grid; its corners are as chosen, if there is room."""
    zip_edge, base = eats(allowances, "top"), eats(allowances, "base")
    width, across = settled(bag, WIDTH.of(bag), 2 * zip_edge)
    height, up = settled(bag, HEIGHT.of(bag), zip_edge + base)
    room = min(most_upper(width, height), height - _STRAIGHT)
    asked_r = max(corner_asked(bag, width, height), least_upper(zip_edge))
    r = snap(max(0.001, min(asked_r, room)))
    # no arc, for below it the cloth of the base seam goes on straight
    line = round_it(width, height, r)
    edges = (Edge("base", "base", (0.0, 0.0)), Edge("top", "top", line[0], Bow(line[1:-1])))
    wide = (WIDTH.term(bag, "Finished width"), *across)
    high = (HEIGHT.term(bag, "Finished height"), *up)
    measures = (
        Measure("width", "How wide to cut it", "x", "top", "top", wide, on_grid=False, whole=True),
        Measure(
            "height", "How high to cut it", "y", "base", "top", high, on_grid=False, whole=True, beside="left"
        ),
    )
    asked = way_round(WIDTH.of(bag), HEIGHT.of(bag), min(r, most_upper(WIDTH.of(bag), HEIGHT.of(bag))))
    return Form(
        dimensions={
            "width": told(bag, "width", "Width", width),
            "height": told(bag, "height", "Height", height),
            "flat_opening": Dimension(
                "flat_opening",
                "Round the zip",
                asked,
                snap(way_round(width, height, r)),
                "derived",
                "From base to base, along its middle: straights and corners end to end.",
            ),
        },
        faces=tuple(Face(name, "panel", edges, measures, over=name == "front") for name in ("front", "back")),
        seams=(
            Seam(
                "base",
                "Base seam",
                "base",
                ((Stretch("", "front", "base"),), (Stretch("", "back", "base"),)),
            ),
        ),
        mouth=mouth(False),
        height=height,
        rounded=r,
        listed={"": {"radius": snap(r + zip_edge)}},
        stance=replace(flat_stance(width, height), profile=line),
    )
