"""The lines of an SVG drawing."""

import io
import math
import re
from collections.abc import Iterator, Sequence
from typing import Any
from xml.parsers import expat

from ambitus.core.geometry import Point
from ambitus.core.problems import SpecProblems
from ambitus.files.drawings.limits import (
    DEEPEST,
    MOST_NUMBERS,
    MOST_SHAPES,
    needs_unit,
    not_whole,
    refuse,
    too_many,
    within_reach,
)
from ambitus.files.drawings.line import Line, arc_steps, bezier_points, line_of
from ambitus.files.drawings.units import PIXEL

_NUMBER = re.compile(r"[0-9]+|[nN][aA][nN]|[iI][nN][fF]")


class _Counting:
    """An SVG looked through before it is worked out: how much it holds, and how often it repeats itself."""

    def __init__(self) -> None:
        self.depth = self.shapes = self.numbers = 0
        #: names of the elements that the parser is inside of, and what each named one holds
        self.inside: list[str | None] = []
        self.holds: dict[str, int] = {}
        self.repeats: dict[str, list[str]] = {}
        self.every: list[str] = []

    def start(self, _: str, attributes: dict[str, str]) -> None:
        self.depth += 1
        self.shapes += 1
        if self.depth > DEEPEST:
            raise too_many(self.depth, DEEPEST, "groups within groups")
        if self.shapes > MOST_SHAPES:
            raise too_many(self.shapes, MOST_SHAPES, "shapes")
        own = attributes.get("id")
        self.inside.append(own)
        named = [name for name in self.inside if name]
        for name in named:
            self.holds[name] = self.holds.get(name, 0) + 1
        for key, value in attributes.items():
            if key in ("href", "xlink:href") and value.startswith("#"):
                self.every.append(value[1:])
                for name in named:
                    self.repeats.setdefault(name, []).append(value[1:])
            elif key in ("d", "points"):
                self.numbers += len(_NUMBER.findall(value))
        if self.numbers > MOST_NUMBERS:
            raise too_many(self.numbers, MOST_NUMBERS, "numbers in its paths")

    def end(self, _: str) -> None:
        self.depth -= 1
        self.inside.pop()

    def entity(self, name: str, *_: Any) -> None:
        why = f"This file defines text to be put in for “&{name[:40]};”, which is not read."
        raise refuse("not-a-drawing", why, "Save it as plain SVG.")

    def unfolded(self) -> None:
        """
        Count what is repeated as often as it is: a short file can ask for millions of shapes.

        Raises what :func:`too_many` makes, over the most that is read.
        """
        known: dict[str, int] = {}

        def weight(name: str, depth: int) -> int:
            if depth > DEEPEST:
                raise too_many(depth, DEEPEST, "repetitions within repetitions")
            if name not in known:
                # what repeats itself would have no end
                known[name] = MOST_SHAPES + 1
                inner = sum(weight(other, depth + 1) for other in self.repeats.get(name, ()))
                known[name] = min(self.holds.get(name, 0) + inner, MOST_SHAPES + 1)
            return known[name]

        count = self.shapes + sum(weight(name, 0) for name in self.every)
        if count > MOST_SHAPES:
            raise too_many(count, MOST_SHAPES, "shapes, repeated ones counted each time")


def _looked_through(text: str) -> None:
    """Raise SpecProblems where an SVG is not whole, or holds more than is read."""
    counting, parser = _Counting(), expat.ParserCreate()
    parser.StartElementHandler, parser.EndElementHandler = counting.start, counting.end
    parser.EntityDeclHandler = counting.entity
    try:
        parser.Parse(text.encode(), True)
    except (expat.ExpatError, UnicodeEncodeError) as bad:
        raise not_whole("SVG") from bad
    counting.unfolded()


def svg_lines(text: str, scale: float | None) -> Iterator[Line]:
    """
    Yield every line of an SVG; *scale* is what one unit of it is in mm, where it names none itself.

    Raises:
        SpecProblems: If it is not whole, holds more than is read, or names no unit and none is given.
    """
    _looked_through(text)
    # slow to load, and seldom needed
    from svgelements import SVG, Path, Shape

    try:
        drawing = SVG.parse(io.StringIO(text), ppi=96, reify=True)
        shapes = [element for element in drawing.elements() if isinstance(element, Shape)]
    except SpecProblems:
        raise
    except Exception as bad:
        raise not_whole("SVG") from bad
    told = any(
        str(drawing.values.get(key, "")).strip().lower().endswith(("mm", "cm", "in", "pt", "pc"))
        for key in ("width", "height")
    )
    if not told and scale is None:
        raise needs_unit()
    mm = PIXEL if told or scale is None else scale
    for shape in shapes:
        try:
            parts = [list(part) for part in Path(shape).as_subpaths()]
        except Exception as bad:
            raise not_whole("SVG") from bad
        for part in parts:
            try:
                line = _line(part, mm)
            except SpecProblems:
                raise
            # numbers that are none come as anything
            except Exception as bad:
                raise not_whole("SVG") from bad
            if line is not None:
                yield line


def _line(segments: Sequence[Any], mm: float) -> Line | None:
    """Return one run of segments as a line."""
    runs = [run for run in (_run(segment, mm) for segment in segments) if run is not None]
    within_reach(p for control, _ in runs for p in control)

    def points(sagitta: float) -> list[Point]:
        out: list[Point] = []
        for control, arc in runs:
            if arc is not None:
                out += arc.points(sagitta)
            elif len(control) < 3:
                out.append(control[-1])
            else:
                out += bezier_points(control, sagitta)
        return out

    return line_of(points)


class _Arc:
    """An elliptical arc, by its own angle."""

    def __init__(self, segment: Any, mm: float) -> None:
        self.segment, self.mm = segment, mm
        self.radius = max(float(segment.rx), float(segment.ry)) * mm
        self.turn = float(segment.sweep)

    def points(self, sagitta: float) -> list[Point]:
        steps = arc_steps(self.radius, self.turn, sagitta)
        found = (self.segment.point(i / steps) for i in range(1, steps + 1))
        return [(p.x * self.mm, -p.y * self.mm) for p in found]


def _run(segment: Any, mm: float) -> tuple[Sequence[Point], _Arc | None] | None:
    """Return a segment's control points in mm, y up, and its arc if it is one; None if it draws nothing."""
    from svgelements import Arc, CubicBezier, QuadraticBezier

    def at(p: Any) -> Point:
        return p.x * mm, -p.y * mm

    if segment.end is None:
        return None
    if isinstance(segment, CubicBezier):
        return [at(p) for p in (segment.start, segment.control1, segment.control2, segment.end)], None
    if isinstance(segment, QuadraticBezier):
        return [at(p) for p in (segment.start, segment.control, segment.end)], None
    if not isinstance(segment, Arc):
        return [at(segment.end)], None
    arc = _Arc(segment, mm)
    # an arc reaches no farther from its centre than its radius
    centre = at(segment.center)
    reach = (centre[0] + arc.radius, centre[1] + arc.radius)
    if not math.isfinite(arc.turn):
        reach = (math.nan, math.nan)
    return [at(segment.start), centre, reach, at(segment.end)], arc
