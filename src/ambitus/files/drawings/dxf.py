"""The lines of a DXF drawing."""

import io
import math
from collections.abc import Callable, Iterator
from typing import Any

from ambitus.core.geometry import Point
from ambitus.core.problems import SpecProblems
from ambitus.files.drawings.limits import (
    MOST_NUMBERS,
    MOST_SHAPES,
    needs_unit,
    not_whole,
    too_many,
    within_reach,
)
from ambitus.files.drawings.line import Line, bezier_points, line_of

#: What one unit of a DXF drawing is in mm, by the number that its header keeps it under.
UNITS = {1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0, 10: 914.4, 14: 100.0}
#: Groups of an entity that hold a number, and not a name or a whole number.
_REAL = (*range(10, 60), *range(140, 150), *range(210, 240))


def _looked_through(text: str) -> None:
    """Raise SpecProblems where what is drawn holds a number that is none, or more than is read."""
    lines = text.splitlines()
    drawn, shapes, numbers, at = False, 0, 0, 0
    while at + 1 < len(lines):
        code, value = lines[at].strip(), lines[at + 1].strip()
        at += 2
        if code == "2" and value in ("ENTITIES", "BLOCKS"):
            drawn = True
        elif code == "0" and value == "ENDSEC":
            drawn = False
        elif drawn and code == "0":
            shapes += 1
        elif drawn and code.isascii() and code.isdigit() and int(code[:6]) in _REAL:
            numbers += 1
            try:
                number = float(value)
            except ValueError as bad:
                raise not_whole("DXF") from bad
            if not math.isfinite(number):
                within_reach([(number, 0.0)])
        if shapes > MOST_SHAPES:
            raise too_many(shapes, MOST_SHAPES, "shapes")
        if numbers > MOST_NUMBERS:
            raise too_many(numbers, MOST_NUMBERS, "numbers in its shapes")


def dxf_lines(text: str, scale: float | None, unreadable: list[str]) -> Iterator[Line]:
    """
    Yield every line, arc, polyline, circle, ellipse and spline of a DXF.

    *scale* is what one unit of it is in mm, where it names none itself. The kind of every shape that cannot
    be drawn is put into *unreadable*.

    Raises:
        SpecProblems: If it is not whole, holds more than is read, or names no unit and none is given.
    """
    _looked_through(text)
    # slow to load, and seldom needed
    from ambitus.files.drawings import dxf_library

    try:
        drawing = dxf_library.read(io.StringIO(text))
        # where a file names no unit the reader takes one for granted
        told = "$INSUNITS" in text
        named = UNITS.get(int(drawing.header.get("$INSUNITS", 0))) if told else None
        entities = list(drawing.modelspace())
    # whatever a broken file makes the reader stumble over, it is the file that is broken
    except Exception as bad:
        raise not_whole("DXF") from bad
    mm = named or scale
    if mm is None:
        raise needs_unit()
    for entity in entities:
        try:
            parts = list(dxf_library.path.make_path(entity).sub_paths())
            control = [(p.x * mm, p.y * mm) for part in parts for p in part.control_vertices()]
            within_reach(control)
            lines = [line_of(_flat(part, mm)) for part in parts]
        except TypeError:
            continue  # a text, a dimension: it draws no line
        except SpecProblems:
            raise
        except Exception:
            unreadable.append(entity.dxftype())
            continue
        yield from (line for line in lines if line is not None)


def _flat(part: Any, mm: float) -> Callable[[float], list[Point]]:
    """Return what flattens a path of ezdxf."""

    def at(p: Any) -> Point:
        return p.x * mm, p.y * mm

    def points(sagitta: float) -> list[Point]:
        out, here = [at(part.start)], part.start
        for command in part.commands():
            control = [at(p) for p in (here, *(getattr(command, n) for n in _controls(command)), command.end)]
            out += bezier_points(control, sagitta) if len(control) > 2 else control[1:]
            here = command.end
        if part.is_closed and out[0] != out[-1]:
            out.append(out[0])
        return out

    return points


def _controls(command: Any) -> tuple[str, ...]:
    """Return the names of the control points that a command of a path has."""
    if hasattr(command, "ctrl2"):
        return "ctrl1", "ctrl2"
    return ("ctrl",) if hasattr(command, "ctrl") else ()
