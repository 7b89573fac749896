"""How a bag stands once it is sewn: what its picture is drawn from, and what it holds. Lengths in mm."""

from dataclasses import dataclass
from typing import Literal

from ambitus.core.geometry import Point, area

#: how far right and up on a picture a mm of depth is drawn
RIGHT, UP = 0.5, 0.3


@dataclass(frozen=True, slots=True)
class SizeLine:
    """Where a picture of the standing bag shows a field: between two points (right, away, up), in mm."""

    path: str
    label: str
    #: the dimension that its number is
    shows: str
    a: tuple[float, float, float]
    b: tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Patch:
    """Something seen on the standing bag besides its walls: of which layer, and its outline in mm."""

    layer: str
    points: tuple[tuple[float, float, float], ...]
    style: Literal["fill", "stitch", "line"] = "fill"


#: on which walls something is seen: on all, on front and back, on the front alone
On = Literal["", "panels", "front"]


@dataclass(frozen=True, slots=True)
class Level:
    """
    A line level round the walls, ``z`` mm above the foot: a join, a row; below it all is of ``layer``.
    ``on`` says on which walls.
    """

    z: float
    layer: str = ""
    style: Literal["line", "rows"] = "line"
    on: On = ""


@dataclass(frozen=True, slots=True)
class Upright:
    """
    A line up the walls, ``x`` mm to the right of the middle of front and back, from ``low`` to ``high`` above
    the foot; what lies from there to ``ends`` is of ``layer``, where it is of one. ``on`` says on
    which walls.
    """

    x: float
    ends: float
    low: float
    high: float
    layer: str = ""
    style: Literal["line", "rows"] = "line"
    on: On = ""


@dataclass(frozen=True, slots=True)
class Stance:
    """
    How a bag stands: ``base_ring`` and ``mouth_ring`` are the closed outlines, seen from above, that one loft
    of the form's height joins into the standing bag.
    """

    base_outline: tuple[Point, ...]
    mouth_outline: tuple[Point, ...]
    #: places on the mouth ring, as a part of its perimeter, where a seam runs down the standing bag
    standing_seams: tuple[float, ...]
    #: where the front's top edge starts on the mouth ring (the left side seam), as a part of it
    front_starts: float
    lines: tuple[SizeLine, ...]
    #: whether the rings are curves, whose facets the standing view does not draw
    smooth: bool = False
    #: what the base encloses, in mm², where its outline is told only as finely as a picture shows it
    encloses: float | None = None
    #: how high a contrasting bottom stands; 0 where there is none
    bottom: float = 0.0
    #: how high a band stands above the panels; 0 where there is none
    band: float = 0.0
    #: how high the mouth stands in the picture, where its edges lean in to one another; 0 for its height
    rises: float = 0.0
    #: whether the mouth is closed, so that nobody looks in
    closed: bool = False
    #: where a mouth that is closed along its upper side runs, from end to end, along and up: not level
    ridge: tuple[Point, ...] = ()
    #: the outline of its front, right and up, where it is that drawn out as deep as it is
    profile: tuple[Point, ...] = ()
    #: what is seen on it besides its walls
    patches: tuple[Patch, ...] = ()
    #: what is seen of how its walls are made up, the highest first where it is of another cloth below
    levels: tuple[Level, ...] = ()
    uprights: tuple[Upright, ...] = ()

    @property
    def base_area(self) -> float:
        """What the base encloses, in mm²."""
        return area(self.base_outline) if self.encloses is None else self.encloses

    def line(self, path: str) -> SizeLine:
        """Return where the field at *path* is shown."""
        return next(line for line in self.lines if line.path == path)
