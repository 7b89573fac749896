"""A zipped bag as it is seen: its mouth drawn together to a line, the zip lying in it."""

import math
from dataclasses import dataclass, replace

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


@dataclass(frozen=True, slots=True)
class _Front:
    """Where the front of a closed bag lies near its zip: along x from its middle, in mm."""

    middle: float
    #: half of the mouth, and half of what lies between the corners of the front, *half* of the zip lower
    run: float
    run_low: float
    face: float
    #: how far away the zip lies, and the front below it; how high both are
    deep: float
    near: float
    high: float
    low: float

    def strip(self, a: float, b: float, layer: str) -> Patch:
        """Return what shows of the zip or of a tab from *a* to *b*, round the corners of the front."""
        foot: list[Point3] = []
        for x in sorted({a, b, *(c for c in (-self.face, self.face) if a < c < b)}):
            share = x * self.run_low / self.run if self.run else x
            lies_out = abs(x) > self.face + 1e-6
            out = (abs(x) - self.face) / (self.run - self.face) if lies_out and self.run > self.face else 0.0
            foot.append((self.middle + share, self.near + (self.deep - self.near) * out, self.low))
        return Patch(
            layer, (*foot, (self.middle + b, self.deep, self.high), (self.middle + a, self.deep, self.high))
        )


def _on_front(form: Form, made: Zip, half: float, deep: float, high: float) -> tuple[Patch, ...]:
    """Return the zip along the closed mouth, as the front shows the half of it, and the tabs beside it."""
    xs = [x for x, _ in form.base_ring]
    run, face = form.mm("flat_opening") / 2, (max(xs) - min(xs)) / 2
    share = half / form.height if form.height else 0.0
    front = _Front(
        middle=sum(x for x, _ in form.mouth_ring) / len(form.mouth_ring),
        run=run,
        run_low=run - (run - face) * share,
        face=min(face, run),
        deep=deep,
        near=deep - deep * share,
        high=high,
        low=high - half,
    )
    spans = [(-run, -made.half_open, "tab"), (made.half_open, run, "tab")]
    spans.append((max(-run, -made.half_open), min(run, made.half_open), "zip"))
    return tuple(front.strip(a, b, layer) for a, b, layer in spans if b - a > 1e-6)


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


def _slider(made: Zip, bag: Resolved, ends: tuple[Point3, Point3], up: Point3) -> Patch:
    """Return the slider at the end where the zip closes; *up* is the way across the zip, half its width."""
    at, way = ends if bag.chose("top.closes_at", "right") else ends[::-1]
    size = math.dist(at, way) or 1.0
    long = made.facts.slider.mm(bag.unit) * 1.5
    inner = [a + (b - a) * long / size for a, b in zip(at, way, strict=True)]
    corners = [
        tuple(p + side * u for p, u in zip(point, up, strict=True))
        for point, side in ((at, -1), (inner, -1), (inner, 1), (at, 1))
    ]
    return Patch("slider", tuple((x, y, z) for x, y, z in corners))


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
        slider = _slider(made, bag, (ends[0], ends[1]), (0.0, half * 0.6, 0.0))
        return replace(form, closed=True, patches=(*patches, slider))
    if len(form.mouth_ring) < 3:
        deep, high_at, ring = 0.0, form.height, form.mouth_ring
    else:
        ring, high_at = _together(form)
        deep = ring[0][1]
    middle = sum(x for x, _ in ring) / len(ring)
    lines = tuple(
        replace(line, b=(line.b[0], deep, high_at)) if line.path == "size.height" else line
        for line in form.lines
    )
    seams = form.standing_seams if deep == 0 else ()
    closed = replace(form, mouth_ring=ring, rises=high_at, closed=True, lines=lines, standing_seams=seams)
    patches = _on_front(closed, made, half, deep, high_at)
    reach = min(made.half_open, form.mm("flat_opening") / 2)
    ends = tuple((middle + side * reach, deep, high_at - half * 0.3) for side in (1, -1))
    slider = _slider(made, bag, (ends[0], ends[1]), (0.0, 0.0, half * 0.3))
    return replace(closed, patches=(*patches, slider))
