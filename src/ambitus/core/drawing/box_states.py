"""A box pouch on its way from flat to box: pressed, an end with its corners opened, boxed."""

from dataclasses import dataclass
from typing import Literal

from ambitus.core.drawing.paths import path
from ambitus.core.drawing.standing import Shape
from ambitus.core.form.model import Form
from ambitus.core.geometry import Point

#: Room round a picture, and between it and a number, as a share of the picture.
_EDGE, BESIDE = 0.2, 0.05


@dataclass(frozen=True, slots=True)
class Length:
    """A number written on a picture: where, how it is set, and the length it tells in mm."""

    x: float
    y: float
    anchor: Literal["start", "middle", "end"]
    mm: float


@dataclass(frozen=True, slots=True)
class State:
    """One state: its title, what is seen, the picture's box (left, top, width, height), and its numbers."""

    title: str
    say: str
    box: tuple[float, float, float, float]
    shapes: tuple[Shape, ...]
    lengths: tuple[Length, ...]


def rectangle(a: Point, b: Point) -> list[Point]:
    """Return the rectangle between two opposite corners."""
    return [a, (b[0], a[1]), b, (a[0], b[1])]


def framed(
    title: str, say: str, wide: float, tall: float, shapes: list[Shape], lengths: list[Length]
) -> State:
    """Return a state *wide* by *tall* mm with room round it."""
    edge = max(wide, tall) * _EDGE
    box = (-edge, -edge * 0.6, wide + 2 * edge, tall + 1.6 * edge)
    return State(title, say, box, tuple(shapes), tuple(lengths))


def zip_across(wide: float, middle: float, shows: float, half_open: float) -> list[Shape]:
    """Return the zip along the *middle* of what lies flat, *wide* mm from end to end, and its tabs."""
    low, high = middle - max(shows, 0.0) / 2, middle + max(shows, 0.0) / 2
    begin, end = max(0.0, wide / 2 - half_open), min(wide, wide / 2 + half_open)
    shapes = [Shape(path(rectangle((begin, low), (end, high)), closed=True), "zip", "fill")]
    return shapes + [
        Shape(path(rectangle((a, low), (b, high)), closed=True), "tab", "fill")
        for a, b in ((0.0, begin), (end, wide))
        if b - a > 1e-6
    ]


def pressed(form: Form, shows: float, half_open: float) -> State:
    """Return the pouch pressed flat, the zip on top of the base seam, the four corner lines to come."""
    wide, tall = form.mm("flat_opening"), form.mm("breadth") + form.mm("height")
    half, middle = form.mm("height") / 2, tall / 2
    shapes = [Shape(path(rectangle((0, 0), (wide, tall)), closed=True), "outer", "fill")]
    shapes += zip_across(wide, middle, shows, half_open)
    shapes.append(Shape(path([(0, middle), (wide, middle)]), "outer", "stitch"))
    for x, inner in ((0.0, half), (wide, wide - half)):
        # the corners lie on the side folds, above and below
        shapes.append(Shape(path([(x, half), (inner, 0.0)]), "outer", "stitch"))
        shapes.append(Shape(path([(x, tall - half), (inner, tall)]), "outer", "stitch"))
    beside = max(wide, tall) * BESIDE
    lengths = [Length(wide / 2, tall + beside * 1.8, "middle", wide), Length(-beside, middle, "end", tall)]
    say = "The zip lies on top of the base seam; side folds above and below, both ends sewn."
    return framed("Pressed flat", say, wide, tall, shapes, lengths)


def laid_at_edge(form: Form, shows: float, half_open: float) -> State:
    """Return the pouch laid front on back, its zip along the upper edge, the four corner lines to come."""
    wide, tall = form.mm("flat_opening"), form.mm("breadth") + form.mm("height")
    half, gap = form.mm("breadth") / 2, max(shows, 0.0) / 2
    shapes = [Shape(path(rectangle((0, 0), (wide, tall)), closed=True), "outer", "fill")]
    shapes.append(Shape(path(rectangle((0, 0), (wide, gap)), closed=True), "zip", "fill"))
    for x, inner in ((0.0, half), (wide, wide - half)):
        # the corners lie at both ends of the zip, and of the base
        shapes.append(Shape(path([(x, half), (inner, 0.0)]), "outer", "stitch"))
        shapes.append(Shape(path([(x, tall - half), (inner, tall)]), "outer", "stitch"))
    beside = max(wide, tall) * BESIDE
    lengths = [
        Length(wide / 2, tall + beside * 1.8, "middle", wide),
        Length(-beside, tall / 2, "end", tall),
        Length(wide / 2, gap + beside * 1.2, "middle", 2 * half_open),
    ]
    say = "The zip lies along one edge, the base along the other, both ends sewn."
    return framed("Laid front on back", say, wide, tall, shapes, lengths)


def opened_at_edge(form: Form, shows: float) -> State:
    """Return one end seen square on, a corner opened above, over the zip, and one below, over the base."""
    broad, high = form.mm("breadth"), form.mm("height")
    half, gap = broad / 2, max(shows, 0.0) / 2
    tall = broad + high
    outline = [
        (half, 0.0),
        (broad, half),
        (broad, half + high),
        (half, tall),
        (0.0, half + high),
        (0.0, half),
    ]
    # the zip runs up to the tip, which is a point
    zip_end = [(half, 0.0), (half + min(gap, half), min(gap, half)), (half + min(gap, half), half)]
    zip_end += [(half - min(gap, half), half), (half - min(gap, half), min(gap, half))]
    shapes = [
        Shape(path(outline, closed=True), "outer", "fill"),
        Shape(path(zip_end, closed=True), "zip", "fill"),
        Shape(path([(half, half), (half, tall)]), "outer", "line"),
        Shape(path([(0.0, half), (broad, half)]), "outer", "stitch"),
        Shape(path([(0.0, half + high), (broad, half + high)]), "outer", "stitch"),
    ]
    beside = max(broad, tall) * BESIDE
    lengths = [
        Length(half + beside * 0.5, half + beside * 1.6, "start", broad),
        Length(broad + beside, half + high / 2, "start", high),
        Length(-beside, tall - half / 2, "end", half),
    ]
    say = "Above a corner over the zip, below one over the base: stitch across both, then trim."
    return framed("An end, its corners opened", say, broad, tall, shapes, lengths)


def opened(form: Form, shows: float) -> State:
    """Return one end seen square on, its corners opened: what is stitched across is as long as the height."""
    broad, high = form.mm("breadth"), form.mm("height")
    half = high / 2
    wide = broad + high
    outline = [
        (0.0, half),
        (half, 0.0),
        (half + broad, 0.0),
        (wide, half),
        (half + broad, high),
        (half, high),
    ]
    shapes = [
        Shape(path(outline, closed=True), "outer", "fill"),
        Shape(path([(0.0, half), (wide, half)]), "outer", "line"),
        Shape(path([(half, 0.0), (half, high)]), "outer", "stitch"),
        Shape(path([(half + broad, 0.0), (half + broad, high)]), "outer", "stitch"),
    ]
    gap = max(shows, 0.0) / 2
    middle = wide / 2
    zip_end = rectangle((middle - gap, 0.0), (middle + gap, half))
    shapes.append(Shape(path(zip_end, closed=True), "zip", "fill"))
    beside = max(wide, high) * BESIDE
    lengths = [
        Length(half + beside * 0.5, half + (high - half) * 0.6, "start", high),
        Length(half / 2, half - beside * 0.5, "middle", half),
        Length(middle, high + beside * 1.8, "middle", broad),
    ]
    say = "Each corner opened flat, its tip at the end of the seam: stitch across, then trim."
    return framed("An end, its corners opened", say, wide, high, shapes, lengths)


def box_states(form: Form, half_open: float, shows: float) -> tuple[State, ...]:
    """
    Return the states of a box pouch before it is a box; *half_open* is half
    of what is left of the zip to open, *shows* what is seen of it, across.
    """
    if form.zip_at_edge:
        return laid_at_edge(form, shows, half_open), opened_at_edge(form, shows)
    return pressed(form, shows, half_open), opened(form, shows)
