"""Lines that meet end to end, put together: many programs save an outline as loose lines."""

import math
from collections import defaultdict
from collections.abc import Sequence

from ambitus.core.geometry import Point
from ambitus.files.drawings.line import JOINED, Line


class _Places:
    """Ends of lines by where they lie: those within JOINED of each other are one place, found by a grid."""

    def __init__(self) -> None:
        self._cells: dict[tuple[int, int], list[int]] = defaultdict(list)
        self._points: list[Point] = []

    def at(self, point: Point) -> int:
        x, y = (math.floor(c / JOINED) for c in point)
        for i in (x - 1, x, x + 1):
            for j in (y - 1, y, y + 1):
                for known in self._cells.get((i, j), ()):
                    if math.dist(self._points[known], point) <= JOINED:
                        return known
        self._points.append(point)
        self._cells[x, y].append(len(self._points) - 1)
        return len(self._points) - 1


def _together(run: Sequence[tuple[Line, bool]]) -> Line:
    """Return one line of several, each with whether it is run from its end to its start."""
    (first, back), (last, last_back) = run[0], run[-1]

    def points(sagitta: float) -> list[Point]:
        out: list[Point] = []
        for line, reverse in run:
            drawn = list(line.points(sagitta))
            out += (drawn[::-1] if reverse else drawn)[1 if out else 0 :]
        return out

    start = first.end if back else first.start
    end = last.start if last_back else last.end
    return Line(start, end, math.fsum(line.length for line, _ in run), points)


def joined(lines: Sequence[Line]) -> list[Line]:
    """Return *lines*, those put together that meet end to end with no third line there."""
    out = [line for line in lines if line.closed]
    rest = [line for line in lines if not line.closed]
    places, meeting = _Places(), defaultdict[int, list[int]](list)
    ends = [(places.at(line.start), places.at(line.end)) for line in rest]
    for i, pair in enumerate(ends):
        for place in pair:
            meeting[place].append(i)
    used = [False] * len(rest)

    def run_on(i: int, place: int) -> list[tuple[Line, bool]]:
        """Return the lines met from *place*, where line *i* ends, until they end or part."""
        run = []
        while len(meeting[place]) == 2:
            before = i
            i = next((n for n in meeting[place] if n != before), before)
            if used[i]:
                break
            used[i] = True
            back = ends[i][0] != place
            run.append((rest[i], back))
            place = ends[i][0] if back else ends[i][1]
        return run

    for i, line in enumerate(rest):
        if used[i]:
            continue
        used[i] = True
        after = run_on(i, ends[i][1])
        before = [(one, not back) for one, back in reversed(run_on(i, ends[i][0]))]
        out.append(_together([*before, (line, False), *after]))
    return out
