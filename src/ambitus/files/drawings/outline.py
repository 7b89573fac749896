"""Outlines of bases from drawings: the longest closed path of an SVG or DXF file, flattened, in mm."""

from collections.abc import Sequence
from dataclasses import dataclass

from ambitus.core.geometry import Point, area
from ambitus.core.outlines import OutlineProblem, around, settled, written
from ambitus.files.drawings.dxf import dxf_lines
from ambitus.files.drawings.joined import joined
from ambitus.files.drawings.limits import LARGEST_FILE, MOST_POINTS, refuse, too_many
from ambitus.files.drawings.line import JOINED, SAGITTA, Line
from ambitus.files.drawings.svg import svg_lines
from ambitus.files.drawings.units import UNITS

#: Lines whose length at a first look comes this near to the longest are looked at again.
_NEARLY, _AGAIN = 0.98, 4


@dataclass(frozen=True, slots=True)
class Imported:
    """An outline from a file: as it is kept, its way round and area in mm, and what was left out."""

    outline: str
    around: float
    area: float
    notes: tuple[str, ...]


def outline_from(text: str, name: str, unit: str = "") -> Imported:
    """
    Return the outline in the file called *name*: its longest closed path.

    *unit* is that of a file that names none (mm, cm, in; px for 96 an inch).

    Raises:
        SpecProblems: With the reason, if the file cannot be read, holds more than is read, names no unit, or
            holds no usable path.
    """
    if not text.strip():
        raise refuse("empty", "This file is empty.", "Save the drawing again.", name[:60])
    if len(text) > LARGEST_FILE:
        why = f"This file is larger than {LARGEST_FILE // 1000} kB."
        raise refuse("too-large", why, "Save only the outline.", name[:60])
    if unit and unit not in UNITS:
        raise refuse("not-a-choice", f"“{unit[:20]}” is not a unit here.", f"Use one of: {', '.join(UNITS)}.")
    ending, scale = name.rsplit(".", 1)[-1].lower(), UNITS.get(unit)
    unreadable: list[str] = []
    if ending == "svg":
        lines = list(svg_lines(text, scale))
    elif ending == "dxf":
        lines = list(dxf_lines(text, scale, unreadable))
    else:
        raise refuse("not-a-drawing", f"“{name[:60]}” is no SVG or DXF file.", "Save it as one of them.")
    return _longest(joined(lines), unreadable)


def _count(count: int, what: str) -> str:
    return f"{count} {what}{'' if count == 1 else 's'}"


def _points(line: Line) -> Sequence[Point]:
    points = line.points(SAGITTA)
    if len(points) > MOST_POINTS:
        raise too_many(len(points), MOST_POINTS, "points in its longest line")
    return points


def _longest(lines: Sequence[Line], unreadable: Sequence[str]) -> Imported:
    closed = sorted((line for line in lines if line.closed), key=lambda line: -line.length)
    open_lines = [line for line in lines if not line.closed]
    notes = []
    if unreadable:
        kinds = ", ".join(dict.fromkeys(unreadable))[:80]
        notes.append(f"{_count(len(unreadable), 'shape')} could not be read ({kinds}).")
    if not closed:
        if not open_lines:
            why = " ".join(("There is no path in this file.", *notes))
            raise refuse("no-outline", why, "Draw one closed line.")
        longest = max(open_lines, key=lambda line: line.length)
        apart = ((longest.start[0] - longest.end[0]) ** 2 + (longest.start[1] - longest.end[1]) ** 2) ** 0.5
        told = f"{apart:.1f}" if apart >= 2 * JOINED else f"{apart:.2f}"
        why = f"The path is open: its ends lie {told} mm apart."
        raise refuse("outline-open", why, "Close the path in the program it was drawn in.")
    # at a first look an arc is a little shorter than it is: those that come near are measured
    near = [line for line in closed if line.length >= _NEARLY * closed[0].length][:_AGAIN]
    chosen = max(map(_points, near), key=around)
    try:
        points = settled(chosen)
    except OutlineProblem as bad:
        raise refuse(bad.code, bad.why, bad.fix) from bad
    for count, what in ((len(closed) - 1, "other closed path"), (len(open_lines), "other open path")):
        if count:
            notes.append(f"{_count(count, what)} left out.")
    return Imported(written(points), around(points), area(points), tuple(notes))
