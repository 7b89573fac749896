"""A pleated pouch on its way: flat with its tucks folded in, an end seen square on, the belly filled."""

from ambitus.core.drawing.box_states import BESIDE, Length, State, framed, rectangle, zip_across
from ambitus.core.drawing.paths import path
from ambitus.core.drawing.standing import Shape
from ambitus.core.form.model import Form
from ambitus.core.geometry import Point

#: How far apart the layers of a folded end are drawn, for its width.
_APART = 0.1


def folded(form: Form, shows: float, half_open: float) -> State:
    """Return the pouch flat, its tucks folded in, the fold inside dashed."""
    wide, tall, tuck = form.mm("length"), form.mm("breadth"), form.mm("tuck")
    shapes = [Shape(path(rectangle((0, 0), (wide, tall)), closed=True), "outer", "fill")]
    shapes += zip_across(wide, tall / 2, shows, half_open)
    shapes += [Shape(path([(0, y), (wide, y)]), "outer", "stitch") for y in (tuck, tall - tuck)]
    beside = max(wide, tall) * BESIDE
    lengths = [
        Length(wide / 2, tall + beside * 1.8, "middle", wide),
        Length(-beside, tall / 2, "end", tall),
        Length(wide + beside, tuck / 2, "start", tuck),
    ]
    say = "The tucks lie between front and back, as deep at both ends; the ends are closed so."
    return framed("Tucks folded in", say, wide, tall, shapes, lengths)


def end(form: Form, shows: float) -> State:
    """Return an end seen square on before it is closed: two layers, and a tuck between them at each side."""
    wide, tuck = form.mm("breadth"), form.mm("tuck")
    apart = wide * _APART
    half = max(shows, 0.0) / 2
    left: list[Point] = [
        (wide / 2 - half, 0.0),
        (0.0, 0.0),
        (tuck, apart),
        (0.0, 2 * apart),
        (wide / 2, 2 * apart),
    ]
    right = [(wide - x, y) for x, y in left]
    shapes = [Shape(path(line), "outer", "line") for line in (left, right)]
    shapes.append(Shape(path([left[0], right[0]]), "zip", "line"))
    beside = wide * BESIDE
    lengths = [
        Length(wide / 2, 2 * apart + beside * 1.8, "middle", wide),
        Length(tuck / 2, apart + beside * 0.4, "middle", tuck),
        Length(wide - tuck / 2, apart + beside * 0.4, "middle", tuck),
    ]
    say = "From the zip to the fold, in by the tuck, out again, and on to the base seam: four layers there."
    return framed("An end, seen square on", say, wide, 2 * apart, shapes, lengths)


def pleated_states(form: Form, half_open: float, shows: float) -> tuple[State, ...]:
    """
    Return the states of a pleated pouch before it is turned; *half_open* is half of what is left of the zip
    to open, *shows* what is seen of it, across.
    """
    return folded(form, shows, half_open), end(form, shows)
