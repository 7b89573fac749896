"""What a drawing may hold, and how one that holds more is refused: before anything of it is worked out."""

import math
from collections.abc import Iterable

from ambitus.core.geometry import Point
from ambitus.core.problems import Problem, SpecProblems

#: Characters of a file.
LARGEST_FILE = 900_000
#: Shapes of a drawing, those that it repeats counted each time.
MOST_SHAPES = 5_000
#: Groups within groups.
DEEPEST = 60
#: Numbers in the paths of a drawing.
MOST_NUMBERS = 60_000
#: Points of the line that is taken, once its curves are flattened.
MOST_POINTS = 60_000
#: How far from the drawing's origin anything of a base may lie, in mm.
FARTHEST = 10_000.0


def refuse(code: str, why: str, fix: str, value: str = "") -> SpecProblems:
    """Return the problem of a whole file."""
    return SpecProblems((Problem(code, "file", value, why, fix),))


def too_many(count: int, most: int, what: str) -> SpecProblems:
    """Return the problem of a file that holds *count* of something, or even more, and may hold *most*."""
    why = f"This file has more than {most:,} {what}."
    return refuse("too-large", why, "Save only the outline, as one simple line.", str(count))


def needs_unit() -> SpecProblems:
    """Return the question in which unit a file was drawn."""
    why = "This file does not say in which unit it was drawn."
    return refuse("no-unit", why, "Choose mm, cm or in; px for 96 an inch.")


def not_whole(kind: str) -> SpecProblems:
    """Return the problem of a file that is no drawing of its *kind*."""
    return refuse("not-a-drawing", f"This is not whole {kind}.", "Save the file again.")


def within_reach(points: Iterable[Point]) -> None:
    """Raise SpecProblems where a point is no number, or farther off than any base is long."""
    for x, y in points:
        if not (math.isfinite(x) and math.isfinite(y)):
            why = "This file places a point at what is no number."
            raise refuse("not-a-drawing", why, "Save the file again.", f"{x}, {y}")
        if max(abs(x), abs(y)) > FARTHEST:
            far = max(abs(x), abs(y)) / 1000
            why = f"Something in this file lies {far:,.3g} m from its origin; up to 10 m is read."
            fix = "See in which unit it was drawn, and at what scale."
            raise refuse("outline-scale", why, fix, f"{far:.3g} m")
