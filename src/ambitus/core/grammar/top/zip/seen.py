"""A zipped bag as it is seen: its mouth drawn together to a line, the zip lying in it."""

import math
from dataclasses import dataclass, replace
from itertools import groupby, pairwise

from ambitus.core.curves import offset_bent
from ambitus.core.form.model import Form
from ambitus.core.form.stance import RIGHT, UP, Patch
from ambitus.core.geometry import Point
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.grammar.top.zip.fields import CLOSES_AT
from ambitus.core.grammar.top.zip.hung import hung
from ambitus.core.grammar.top.zip.made import Zip, zip_of
from ambitus.core.grammar.top.zip.tape import left_out, shows, sliders
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved

Point3 = tuple[float, float, float]


def _together(form: Form) -> tuple[tuple[Point, ...], float]:
    """
    Return the mouth ring drawn together to a line, and how high that stands.

    Front and back lean in to one another over half the depth; the line is half of the mouth long, so that the
    sides reach out past the base. Their lengths along the cloth stay what they are.
    """
    ring, n = form.stance.mouth_outline, len(form.stance.mouth_outline)
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    sides = [math.dist(ring[i], ring[(i + 1) % n]) for i in range(n)]
    around = sum(sides)
    middle, deep = (min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2
    begun, out, gone = form.stance.front_starts, [], 0.0
    for side in sides:
        part = (gone / around - begun) % 1.0 if around else 0.0
        along = 2 * part if part <= 0.5 else 2 - 2 * part
        out.append((middle + (along - 0.5) * around / 2, deep))
        gone += side
    lean = (max(ys) - min(ys)) / 2
    return tuple(out), math.sqrt(max(form.height**2 - lean**2, 1.0))


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
    xs = [x for x, _ in form.stance.base_outline]
    run, face = form.mm("flat_opening") / 2, (max(xs) - min(xs)) / 2
    share = half / form.height if form.height else 0.0
    front = _Front(
        middle=sum(x for x, _ in form.stance.mouth_outline) / len(form.stance.mouth_outline),
        run=run,
        run_low=run - (run - face) * share,
        face=min(face, run),
        deep=deep,
        near=deep - deep * share,
        high=high,
        low=high - half,
    )
    tabs = [(-run, -made.half_open, "tab"), (made.half_open, run, "tab")]
    # beside a window the cloth goes on over the fold
    spans = tabs if form.mouth else []
    spans.append((max(-run, -made.half_open), min(run, made.half_open), "zip"))
    return tuple(front.strip(a, b, layer) for a, b, layer in spans if b - a > 1e-6)


def _flat(layer: str, a: Point3, b: Point3) -> Patch:
    """Return the rectangle between two opposite corners, lying on the lid or standing on an end."""
    (x, y, z), (u, v, w) = a, b
    across = (u, y, z) if abs(z - w) < 1e-9 else (u, v, z)
    back = (x, v, w) if abs(z - w) < 1e-9 else (x, y, w)
    return Patch(layer, (a, across, b, back))


def _on_lid(form: Form, made: Zip, half: float) -> tuple[Patch, ...]:
    """Return the zip along the lid of a box and down its end, tabs where it is narrowed."""
    long, broad, high = form.mm("length"), form.mm("breadth"), form.height
    near, far = broad / 2 - half, broad / 2 + half
    begin, end = max(0.0, long / 2 - made.half_open), min(long, long / 2 + made.half_open)
    # what reaches past the lid lies on the end, down to its seam half-way
    low = max(high - max(made.half_open - long / 2, 0.0), high / 2)
    lid = ((0.0, begin, "tab"), (begin, end, "zip"), (end, long, "tab"))
    down = () if form.zip_at_edge else ((high / 2, low, "tab"), (low, high, "zip"))
    # the end seam lies across the end, or stands in its middle
    across, upright = (
        ((long, 0.0, high / 2), (long, broad, high / 2)),
        (
            (long, broad / 2, 0.0),
            (long, broad / 2, high),
        ),
    )
    seam = Patch("outer", upright if form.zip_at_edge else across, "stitch")
    return (
        *(_flat(layer, (a, near, high), (b, far, high)) for a, b, layer in lid if b - a > 1e-6),
        *(_flat(layer, (long, near, a), (long, far, b)) for a, b, layer in down if b - a > 1e-6),
        seam,
    )


def _on_ridge(form: Form, made: Zip, half: float) -> tuple[Patch, ...]:
    """Return the zip, and the tabs beside it, along an upper side that slopes down to both ends."""
    ridge, middle = form.stance.ridge, form.mm("length") / 2
    near, far = form.mm("breadth") / 2 - half, form.mm("breadth") / 2 + half
    out = []
    for (a, low), (b, high) in pairwise(ridge):
        cuts = sorted({a, b, *(c for c in (middle - made.half_open, middle + made.half_open) if a < c < b)})
        for x, y in pairwise(cuts):
            z, w = (low + (high - low) * (at - a) / (b - a) for at in (x, y))
            layer = "zip" if abs((x + y) / 2 - middle) < made.half_open else "tab"
            out.append(Patch(layer, ((x, near, z), (y, near, w), (y, far, w), (x, far, z))))
    return tuple(out)


def _slider(made: Zip, bag: Resolved, at: Point3, way: Point3, up: Point3) -> Patch:
    """Return the slider from *at* on its *way*; *up* is the way across the zip, half of what it is wide."""
    size = math.dist(at, way) or 1.0
    long = made.facts.slider.mm(bag.unit) * 1.5
    inner = [a + (b - a) * long / size for a, b in zip(at, way, strict=True)]
    corners = [
        tuple(p + side * u for p, u in zip(point, up, strict=True))
        for point, side in ((at, -1), (inner, -1), (inner, 1), (at, 1))
    ]
    return Patch("slider", tuple((x, y, z) for x, y, z in corners))


def _sliders(
    made: Zip, bag: Resolved, middle: float, at: Point3, way: Point3, up: Point3
) -> tuple[Patch, ...]:
    """Return the slider at the closing end; of two, which meet as they close it, both in its middle."""
    if sliders(bag) == 1:
        return (_slider(made, bag, at, way, up),)
    there = (middle, *at[1:])
    return tuple(_slider(made, bag, there, (middle + side, *at[1:]), up) for side in (1.0, -1.0))


def _not_counted(bag: Resolved, form: Form) -> Form:
    """Return *form* as high as a tape reads it where its zip is not counted; a box is broader already."""
    more = 0.0 if bag.kinds.base.runs_round else left_out(bag)
    high = form.dimensions["height"]
    taller = replace(high, comes_out=snap(high.comes_out + more))
    return replace(form, dimensions={**form.dimensions, "height": taller}) if more else form


def _closed_box(bag: Resolved, form: Form, made: Zip, half: float) -> Form:
    middle, broad = form.mm("length") / 2, form.mm("breadth")
    reach = min(middle, made.half_open) * (1 if CLOSES_AT.is_(bag, "right") else -1)
    at, way = ((middle + side * reach, broad / 2, form.height) for side in (1, -1))
    ends = [(middle + side * middle, broad / 2, form.height / 2) for side in (1, -1)]
    on_it = _on_ridge(form, made, half) if form.stance.ridge else _on_lid(form, made, half)
    if form.stance.ridge:
        # the slider lies where the upper side is level
        slope = form.stance.ridge[1][0]
        at, way = ((min(max(x, slope), 2 * middle - slope), y, z) for x, y, z in (at, way))
    patches = (
        *form.stance.patches,
        *on_it,
        *hung(bag, ends[0], ends[1], at, lies=True),
        *_sliders(made, bag, middle, at, way, (0.0, half * 0.6, 0.0)),
    )
    return replace(form, stance=replace(form.stance, closed=True, patches=patches))


def _round_profile(form: Form, along: float) -> tuple[float, float]:
    """Return the point so far round the front from the middle of its top, by the right, in mm."""
    points = tuple(reversed(form.stance.profile))
    middle = (form.mm("width") / 2, form.mm("height"))
    begins = next(i for i, p in enumerate(points) if math.dist(p, middle) < 1e-6)
    points = (*points[begins:], *points[:begins])
    ring = (*points, points[0])
    left = along % sum(math.dist(a, b) for a, b in pairwise(ring))
    for a, b in pairwise(ring):
        size = math.dist(a, b)
        if left <= size and size > 0:
            return a[0] + (b[0] - a[0]) * left / size, a[1] + (b[1] - a[1]) * left / size
        left -= size
    return middle


#: into how many parts what lies along a gusset is divided, to follow it round its corners
_ROUND = 48
#: mm: how far from the middle of a round top a slider is drawn
_ON_TOP = 12.0


def _closed_ring(bag: Resolved, form: Form, made: Zip, half: float) -> Form:
    """Return *form* with the zip in the upper part of its gusset, the joins across it, its slider."""
    deep, panel = form.mm("depth"), form.mm("flat_opening")
    near, far = deep / 2 - half, deep / 2 + half

    def at(along: float, y: float) -> Point3:
        x, z = _round_profile(form, along)
        return (x, y, z)

    def seen(a: float, b: float) -> bool:
        (ax, _, az), (bx, _, bz) = at(a, 0.0), at(b, 0.0)
        # the eye sees what faces up and to the right
        return (bx - ax) * UP - (bz - az) * RIGHT > 1e-9

    steps = {panel * (n / _ROUND - 0.5) for n in range(_ROUND + 1)} | {-made.half_open, made.half_open}
    spans = [
        ("zip" if abs(a + b) / 2 < made.half_open else "tab", a, b)
        for a, b in pairwise(sorted(steps))
        if seen(a, b)
    ]
    patches = []
    for layer, run in groupby(spans, key=lambda span: span[0]):
        # what follows each other is one
        parts = list(run)
        ends = [parts[0][1], *(b for _, _, b in parts)]
        patches.append(Patch(layer, (*(at(x, near) for x in ends), *(at(x, far) for x in reversed(ends)))))
    for end in (-panel / 2, panel / 2):
        if seen(end - 1.0, end + 1.0):
            patches.append(Patch("outer", (at(end, 0.0), at(end, deep)), "stitch"))
    side = 1.0 if CLOSES_AT.is_(bag, "right") else -1.0
    # the slider is drawn where the top is level, or nearly so
    level = max(form.mm("width") / 2 - form.rounded, _ON_TOP)
    slid, middle = at(side * min(made.half_open, level), deep / 2), at(0.0, deep / 2)
    ends_at = [at(way * side * panel / 2, deep / 2) for way in (1.0, -1.0)]
    patches += hung(bag, ends_at[0], ends_at[1], slid, lies=True)
    patches += _sliders(made, bag, form.mm("width") / 2, slid, middle, (0.0, half * 0.6, 0.0))
    return replace(form, stance=replace(form.stance, patches=(*form.stance.patches, *patches)))


def _closed_round(bag: Resolved, form: Form, made: Zip, half: float) -> Form:
    """Return *form* with half of the zip along its edge, from base to base, and the slider at its end."""
    line = form.stance.profile
    wide = form.mm("width")
    ring = (*line, (wide / 2, -form.height))
    moved, _ = offset_bent(ring, [None] * len(ring), [-half] * len(ring))
    # both its ends stand on the base
    inner = ((max(wide - half, wide / 2), 0.0), *moved[1 : len(line) - 1], (min(half, wide / 2), 0.0))
    band = (*line, *reversed(inner))
    patches: tuple[Patch, ...] = (Patch("zip", tuple((x, 0.0, z) for x, z in band)),)
    side = 0.0 if CLOSES_AT.is_(bag, "left") else form.mm("width")
    inwards = 1.0 if side == 0.0 else -1.0
    # it is drawn standing on the base, on the half of the zip that is seen
    at, way = (side + inwards * half / 2, 0.0, 0.0), (side + inwards * half / 2, 0.0, 1.0)
    ends = [(x + w * half, 0.0, 0.0) for x, w in ((side, inwards), (form.mm("width") - side, -inwards))]
    patches += hung(bag, ends[0], ends[1], at, lies=False)
    if sliders(bag) == 1:
        patches += (_slider(made, bag, at, way, (half * 0.3, 0.0, 0.0)),)
    else:
        top = (form.mm("width") / 2, 0.0, form.height - half / 2)
        patches += tuple(
            _slider(made, bag, top, (top[0] + way_of, 0.0, top[2]), (0.0, 0.0, half * 0.3))
            for way_of in (1.0, -1.0)
        )
    return replace(form, stance=replace(form.stance, closed=True, patches=(*form.stance.patches, *patches)))


def zipped(bag: Resolved, form: Form) -> Form:
    """Return *form* closed by its zip: for the picture, and where the zip is not counted for the height."""
    made, half = zip_of(bag, form), max(0.0, shows(bag) / 2)
    form = _not_counted(bag, form)
    if bag.kinds.base.runs_round:
        return _closed_box(bag, form, made, half)
    if form.drawn_out:
        return _closed_ring(bag, form, made, half)
    if form.stance.profile:
        return _closed_round(bag, form, made, half)
    deep, high_at, ring = 0.0, form.height, form.stance.mouth_outline
    if len(ring) > 2:
        ring, high_at = _together(form)
        deep = ring[0][1]
    middle, run = sum(x for x, _ in ring) / len(ring), form.mm("flat_opening") / 2
    lines = tuple(
        replace(line, b=(line.b[0], deep, high_at)) if line.path == HEIGHT else line
        for line in form.stance.lines
    )
    seams = form.stance.standing_seams if deep == 0 else ()
    stance = replace(
        form.stance, mouth_outline=ring, rises=high_at, closed=True, lines=lines, standing_seams=seams
    )
    closed = replace(form, stance=stance)
    reach = min(made.half_open, run) * (1 if CLOSES_AT.is_(bag, "right") else -1)
    at, way = ((middle + side * reach, deep, high_at - half * 0.3) for side in (1, -1))
    ends = [(middle + side * run, deep, high_at - 2 * half) for side in (1, -1)]
    up = (0.0, 0.0, half * 0.3)
    patches = (
        *_on_front(closed, made, half, deep, high_at),
        *hung(bag, ends[0], ends[1], at, lies=False),
        *_sliders(made, bag, middle, at, way, up),
    )
    return replace(closed, stance=replace(closed.stance, patches=patches))


def zip_stage(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return the outer's *form* closed by its zip."""
    return zipped(bag, form) if layer == "outer" else form
