"""Outlines of bases from drawings: the longest closed path of an SVG or DXF file, flattened, in mm."""

import io
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import ezdxf.path
from ezdxf.document import Drawing
from ezdxf.filemanagement import read
from ezdxf.lldxf.const import DXFError
from shapely import LineString, MultiLineString
from shapely.ops import linemerge
from svgelements import SVG, Close, Line, Move, Path, PathSegment, Shape

from ambitus.core.geometry import Point, area
from ambitus.core.outlines import OutlineProblem, around, settled, written
from ambitus.core.problems import Problem, SpecProblems

#: How far a flattened curve may lie from the true one, in mm.
SAGITTA = 0.01
#: Ends this near to each other, in mm, are one point.
JOINED = 0.05
#: What one unit of a drawing is, in mm, by the name of the unit.
UNITS = {"mm": 1.0, "cm": 10.0, "in": 25.4, "px": 25.4 / 96}
#: The same by the number that a DXF header keeps it under.
_DXF_UNITS = {1: "in", 4: "mm", 5: "cm"}
_LARGEST_FILE = 900_000

Line2 = list[Point]


@dataclass(frozen=True, slots=True)
class Imported:
    """An outline from a file: as it is kept, its way round and area in mm, and what was left out."""

    outline: str
    around: float
    area: float
    notes: tuple[str, ...]


def _refuse(code: str, why: str, fix: str, value: str = "") -> SpecProblems:
    return SpecProblems((Problem(code, "file", value, why, fix),))


def outline_from(text: str, name: str, unit: str = "") -> Imported:
    """
    Return the outline in the file called *name*: its longest closed path.

    *unit* is that of a file that names none (mm, cm, in; px for 96 an inch).

    Raises:
        SpecProblems: With the reason, if the file cannot be read, names no unit, or holds no usable path.
    """
    if len(text) > _LARGEST_FILE:
        raise _refuse("too-large", "This file is larger than 900 kB.", "Save only the outline.", name[:60])
    if unit and unit not in UNITS:
        raise _refuse(
            "not-a-choice", f"“{unit[:20]}” is not a unit here.", f"Use one of: {', '.join(UNITS)}."
        )
    ending = name.rsplit(".", 1)[-1].lower()
    if ending == "svg":
        lines = list(_svg_lines(text, unit))
    elif ending == "dxf":
        lines = list(_dxf_lines(text, unit))
    else:
        raise _refuse("not-a-drawing", f"“{name[:60]}” is no SVG or DXF file.", "Save it as one of them.")
    return _longest(_chained(lines))


def _longest(lines: Sequence[Line2]) -> Imported:
    closed = [line for line in lines if math.dist(line[0], line[-1]) <= JOINED and len(line) > 3]
    open_lines = [line for line in lines if math.dist(line[0], line[-1]) > JOINED]
    if not closed:
        if not open_lines:
            raise _refuse("no-outline", "There is no path in this file.", "Draw one closed line.")
        longest = max(open_lines, key=around)
        gap = math.dist(longest[0], longest[-1])
        why = f"The path is open: its ends lie {gap:.1f} mm apart."
        raise _refuse("outline-open", why, "Close the path in the program it was drawn in.")
    chosen = max(closed, key=around)
    try:
        points = settled(chosen)
    except OutlineProblem as bad:
        raise _refuse(bad.code, bad.why, bad.fix) from bad
    notes = []
    for count, what in ((len(closed) - 1, "closed"), (len(open_lines), "open")):
        if count:
            notes.append(f"{count} other {what} {'path' if count == 1 else 'paths'} left out.")
    return Imported(written(points), around(points), area(points), tuple(notes))


def _chained(lines: Sequence[Line2]) -> list[Line2]:
    """Return *lines*, those that meet end to end put together."""
    closed = [line for line in lines if math.dist(line[0], line[-1]) <= JOINED]
    rest = [line for line in lines if math.dist(line[0], line[-1]) > JOINED]
    if len(rest) < 2:
        return [*closed, *rest]
    ends: list[Point] = []

    def meeting(p: Point) -> Point:
        near = next((e for e in ends if math.dist(e, p) <= JOINED), None)
        if near is None:
            ends.append(p)
        return near or p

    strings = [LineString([meeting(line[0]), *line[1:-1], meeting(line[-1])]) for line in rest]
    merged = linemerge(strings)
    parts = merged.geoms if isinstance(merged, MultiLineString) else [merged]
    return [*closed, *([(x, y) for x, y in part.coords] for part in parts)]


def _svg_lines(text: str, unit: str) -> Iterator[Line2]:
    """Yield every path of an SVG as points in mm, y up."""
    try:
        drawing = SVG.parse(io.StringIO(text), ppi=96, reify=True)
    except Exception as bad:
        raise _refuse("not-a-drawing", "This is not whole SVG.", "Save the file again.") from bad
    told = any(
        str(drawing.values.get(key, "")).strip().lower().endswith(("mm", "cm", "in", "pt", "pc"))
        for key in ("width", "height")
    )
    if not told and not unit:
        raise _needs_unit()
    scale = UNITS["px"] if told else UNITS[unit]
    for element in drawing.elements():
        if isinstance(element, Shape):
            for part in Path(element).as_subpaths():
                points = [(x * scale, -y * scale) for x, y in _flat(Path(part), SAGITTA / scale)]
                if len(points) > 1:
                    yield points


def _needs_unit() -> SpecProblems:
    why = "This file does not say in which unit it was drawn."
    return _refuse("no-unit", why, "Choose mm, cm or in; px for 96 an inch.")


def _flat(path: Path, sagitta: float) -> Iterator[Point]:
    """Yield the points of one subpath, its curves cut so finely that they lie within *sagitta* of it."""
    for segment in path:
        if isinstance(segment, Move | Line | Close):
            if segment.end is not None:
                yield segment.end.x, segment.end.y
        else:
            yield from _curve(segment, sagitta)


def _curve(segment: PathSegment, sagitta: float) -> Iterator[Point]:
    steps = 4
    while steps < 1024:
        ts = [i / (2 * steps) for i in range(2 * steps + 1)]
        points = [(p.x, p.y) for p in map(segment.point, ts)]
        off = max(
            math.dist(
                points[i],
                ((points[i - 1][0] + points[i + 1][0]) / 2, (points[i - 1][1] + points[i + 1][1]) / 2),
            )
            for i in range(1, 2 * steps, 2)
        )
        if off <= sagitta:
            break
        steps *= 2
    yield from points[2::2]


def _dxf_lines(text: str, unit: str) -> Iterator[Line2]:
    """Yield every line, arc, polyline, circle, ellipse and spline of a DXF as points in mm."""
    drawing = _dxf(text)
    named = _DXF_UNITS.get(int(drawing.header.get("$INSUNITS", 0)), "")
    if not named and not unit:
        raise _needs_unit()
    scale = UNITS[named or unit]
    for entity in drawing.modelspace():
        try:
            path = ezdxf.path.make_path(entity)
        except TypeError:
            continue
        for part in path.sub_paths():
            points = [(p.x * scale, p.y * scale) for p in part.flattening(SAGITTA / scale)]
            if part.is_closed and points[0] != points[-1]:
                points.append(points[0])
            if len(points) > 1:
                yield points


def _dxf(text: str) -> Drawing:
    try:
        return read(io.StringIO(text))
    except (DXFError, ValueError, OSError) as bad:
        raise _refuse("not-a-drawing", "This is not whole DXF.", "Save the file again.") from bad
