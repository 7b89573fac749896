"""A zipped bag as it is seen: its mouth drawn together to a line, the zip lying in it."""

import math
from dataclasses import replace

from ambitus.core.form.model import Form, Patch
from ambitus.core.geometry import Point
from ambitus.core.grammar.top.zip.made import Zip, zip_of
from ambitus.core.grammar.top.zip.tape import is_box, left_out, shows
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved

Point3 = tuple[float, float, float]


def _together(form: Form) -> tuple[tuple[Point, ...], float]:
    """
    Return the mouth ring drawn together to a line, and how high that stands.

    Front and back lean in to one another over half the depth; the line is half of the mouth long, so that the
    sides reach out past the base. Their lengths along the cloth stay what they are.
    """
    ring, n = form.mouth_ring, len(form.mouth_ring)
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    sides = [math.dist(ring[i], ring[(i + 1) % n]) for i in range(n)]
    around = sum(sides)
    middle, deep = (min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2
    begun, out, gone = form.front_starts, [], 0.0
    for side in sides:
        part = (gone / around - begun) % 1.0 if around else 0.0
        along = 2 * part if part <= 0.5 else 2 - 2 * part
        out.append((middle + (along - 0.5) * around / 2, deep))
        gone += side
    lean = (max(ys) - min(ys)) / 2
    return tuple(out), math.sqrt(max(form.height**2 - lean**2, 1.0))


def _box(a: Point3, b: Point3, c: Point3, d: Point3, layer: str) -> Patch:
    return Patch(layer, (a, b, c, d))


def _on_front(form: Form, made: Zip, half: float, deep: float, high: float) -> tuple[Patch, ...]:
    """Return the zip along the closed mouth, as the front shows the half of it."""
    middle = sum(x for x, _ in form.mouth_ring) / len(form.mouth_ring) if form.mouth_ring else 0.0
    run = form.mm("flat_opening") / 2
    low = high - half
    # the front leans in below the zip, by as much as half of it is of the way down
    near = deep - (deep * half / form.height if form.height else 0.0)
    zip_at = [(-made.half_open, made.half_open)]
    out = [
        _box(
            (middle + a, near, low),
            (middle + b, near, low),
            (middle + b, deep, high),
            (middle + a, deep, high),
            "zip",
        )
        for a, b in zip_at
    ]
    tabs = ((-run, -made.half_open), (made.half_open, run))
    out += [
        _box(
            (middle + a, near, low),
            (middle + b, near, low),
            (middle + b, deep, high),
            (middle + a, deep, high),
            "tab",
        )
        for a, b in tabs
        if b - a > 1e-6
    ]
    return tuple(out)


def _on_lid(form: Form, made: Zip, half: float) -> tuple[Patch, ...]:
    """Return the zip along the lid of a box and down its end."""
    long, broad, high = form.mm("length"), form.mm("breadth"), form.height
    near, far = broad / 2 - half, broad / 2 + half
    open_to = min(long, long / 2 + made.half_open)
    begin = max(0.0, long / 2 - made.half_open)
    out = [_box((begin, near, high), (open_to, near, high), (open_to, far, high), (begin, far, high), "zip")]
    for a, b in ((0.0, begin), (open_to, long)):
        if b - a > 1e-6:
            out.append(_box((a, near, high), (b, near, high), (b, far, high), (a, far, high), "tab"))
    over = made.half_open - long / 2
    low = max(high - max(over, 0.0), high / 2)
    if over > 1e-6:
        out.append(_box((long, near, low), (long, far, low), (long, far, high), (long, near, high), "zip"))
    if low - high / 2 > 1e-6:
        out.append(
            _box((long, near, high / 2), (long, far, high / 2), (long, far, low), (long, near, low), "tab")
        )
    seam = ((long, 0.0, high / 2), (long, broad, high / 2))
    return (*out, Patch("outer", seam, "stitch"))


def _slider(made: Zip, bag: Resolved, ends: tuple[Point3, Point3]) -> Patch:
    """Return the slider at the end where the zip closes."""
    at, way = ends if bag.chose("top.closes_at", "right") else ends[::-1]
    size = math.dist(at, way) or 1.0
    long = made.facts.slider.mm(bag.unit) * 1.5
    inner = tuple(a + (b - a) * long / size for a, b in zip(at, way, strict=True))
    return Patch("slider", (at, (inner[0], inner[1], inner[2])), "line")


def zipped(bag: Resolved, form: Form) -> Form:
    """Return *form* closed by its zip: for the picture, and where the zip is not counted for the height."""
    made = zip_of(bag, form)
    half = max(0.0, shows(bag) / 2)
    more = left_out(bag)
    if more and not is_box(bag):
        high = form.dimensions["height"]
        taller = replace(high, comes_out=snap(high.comes_out + more))
        form = replace(form, dimensions={**form.dimensions, "height": taller})
    if is_box(bag):
        patches = _on_lid(form, made, half)
        middle = form.mm("breadth") / 2
        reach = min(form.mm("length") / 2, made.half_open)
        ends = tuple((form.mm("length") / 2 + side * reach, middle, form.height) for side in (1, -1))
        return replace(form, closed=True, patches=(*patches, _slider(made, bag, (ends[0], ends[1]))))
    if len(form.mouth_ring) < 3:
        deep, high_at, ring = 0.0, form.height, form.mouth_ring
    else:
        ring, high_at = _together(form)
        deep = ring[0][1]
    middle = sum(x for x, _ in ring) / len(ring)
    lines = tuple(
        replace(line, b=(*line.b[:2], high_at)) if line.path == "size.height" else line for line in form.lines
    )
    closed = replace(form, mouth_ring=ring, rises=high_at, closed=True, lines=lines)
    patches = _on_front(closed, made, half, deep, high_at)
    ends = tuple((middle + side * made.half_open, deep, high_at) for side in (1, -1))
    return replace(closed, patches=(*patches, _slider(made, bag, (ends[0], ends[1]))))
