"""The bag standing up: one loft from base ring to mouth ring, seen a little from the right and above."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import accumulate, pairwise
from typing import Literal

from ambitus.core.drawing.paths import number, path
from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught, HangsOver, PutOn, round_mouth, rows_below
from ambitus.core.form.stance import RIGHT, UP, SizeLine, Upright
from ambitus.core.geometry import Point, bounds, unit_vector
from ambitus.core.grammar.carry.fields import DROP, STRAP_LENGTH
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.lengths import snap

#: How far apart two heights stand in the picture, as a share of what the first stands off the bag.
NEXT_HEIGHT = 4.4

Point3 = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Shape:
    """Something to paint: path data, what layer it belongs to, and how."""

    d: str
    layer: str
    style: Literal["fill", "stitch", "line", "far", "rows"]


@dataclass(frozen=True, slots=True)
class DimensionLine:
    """A dimension on the picture: which field it shows, its line with end ticks, where its number goes."""

    path: str
    label: str
    #: the named size that its number is
    shows: str
    d: str
    x: float
    y: float
    anchor: Literal["start", "middle", "end"]


@dataclass(frozen=True, slots=True)
class Standing:
    """The whole picture: what it spans (left, top, width, height), shapes from far to near, dimensions."""

    box: tuple[float, float, float, float]
    shapes: tuple[Shape, ...]
    dimensions: tuple[DimensionLine, ...]


def project(p: Point3) -> Point:
    """Return a point (x right, y away, z up) on the picture, y down."""
    x, y, z = p
    return x + y * RIGHT, -(z + y * UP)


@lru_cache(maxsize=64)
def _sides(ring: tuple[Point, ...]) -> list[float]:
    """Return how long each side of *ring* is, in mm."""
    return [math.dist(ring[i], ring[(i + 1) % len(ring)]) for i in range(len(ring))]


def ring_point(ring: tuple[Point, ...], part: float) -> Point:
    """Return the point *part* of the way round *ring*, starting at its first point."""
    sides = _sides(ring)
    left = (part % 1.0) * sum(sides)
    for i, side in enumerate(sides):
        if left <= side and side > 0:
            a, b = ring[i], ring[(i + 1) % len(ring)]
            return a[0] + (b[0] - a[0]) * left / side, a[1] + (b[1] - a[1]) * left / side
        left -= side
    return ring[0]


def _at(ring: tuple[Point, ...], z: float) -> list[Point3]:
    return [(x, y, z) for x, y in ring]


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall that faces the eye: along its foot from left to right, and as high as it is there."""

    foot: tuple[Point3, ...]
    head: tuple[Point3, ...]

    @property
    def outline(self) -> list[Point3]:
        return [*self.foot, *reversed(self.head)]

    def up_to(self, share: float) -> tuple[Point3, ...]:
        """Return the line across the wall at a *share* of its height."""
        return tuple(
            (a + (d - a) * share, b + (e - b) * share, c + (f - c) * share)
            for (a, b, c), (d, e, f) in zip(self.foot, self.head, strict=True)
        )

    def row(self, below: float) -> list[Point3]:
        """Return a row of stitching round the wall, *below* its top edge."""
        return [(x, y, max(0.0, z - below)) for x, y, z in self.head]


def _walls(form: Form) -> list[Wall]:
    """Return the walls of the open bag that face the eye."""
    return walls_between(
        _at(form.stance.base_outline, 0.0), _at(form.stance.mouth_outline, form.stands), form.stance.smooth
    )


def _turned(a: Point, b: Point, c: Point, d: Point) -> float:
    """Return the area of four corners on the picture: positive where they are seen from outside."""
    return ((c[0] - a[0]) * (b[1] - d[1]) - (b[0] - d[0]) * (c[1] - a[1])) / 2


def walls_between(
    base: Sequence[Point3], mouth: Sequence[Point3], smooth: bool, *, inside: bool = False
) -> list[Wall]:
    """
    Return the walls from one ring to another that face the eye: neighbours in one plane, or on one curve, put
    together. With *inside* those that are seen from their inner side.
    """
    n, way_round = len(base), -1 if inside else 1
    walls: list[tuple[Point, list[Point3], list[Point3]]] = []
    low, high = [project(p) for p in base], [project(p) for p in mouth]
    for i in range(n):
        j = (i + 1) % n
        if _turned(low[i], low[j], high[j], high[i]) * way_round <= 1e-6:
            continue
        way = unit_vector(base[i][:2], base[j][:2])
        runs_on = walls and walls[-1][1][-1] == base[i]
        if runs_on and (smooth or math.dist(walls[-1][0], way) < 1e-6):
            walls[-1][1].append(base[j])
            walls[-1][2].append(mouth[j])
        else:
            walls.append((way, [base[i], base[j]], [mouth[i], mouth[j]]))
    if smooth and len(walls) > 1 and walls[-1][1][-1] == walls[0][1][0]:
        # the ring begins in the middle of what is seen
        _, foot, head = walls.pop()
        walls[0] = (walls[0][0], foot + walls[0][1][1:], head + walls[0][2][1:])
    return [Wall(tuple(foot), tuple(head)) for _, foot, head in walls]


def _rounded_front(form: Form, wall: Wall, high: float) -> str:
    """Return the front with its lower corners rounded, or clipped, up to *high*."""
    (ax, y, _), (bx, *_) = wall.foot[0], wall.foot[-1]
    r = number(form.rounded)

    def at(x: float, z: float) -> str:
        px, py = project((x, y, z))
        return f"{number(px)} {number(py)}"

    to = "L" if form.clipped else f"A{r} {r} 0 0 0 "
    return (
        f"M{at(ax + form.rounded, 0)}L{at(bx - form.rounded, 0)}{to}{at(bx, form.rounded)}"
        f"L{at(bx, high)}L{at(ax, high)}L{at(ax, form.rounded)}"
        f"{to}{at(ax + form.rounded, 0)}Z"
    )


def _rounded_side(form: Form, wall: Wall, high: float) -> str:
    """Return a gusset's side up to *high*: what is seen of the strip that turns under the rounded corner."""
    (x, near, _), (_, far, _) = wall.foot[0], wall.foot[-1]
    r = form.rounded
    # the arc is seen from where it runs the way the depth is drawn
    first = math.atan2(-RIGHT, UP)
    turn = [first * (1 - n / 12) for n in range(13)]
    arc = [(x - r + r * math.cos(t), r + r * math.sin(t)) for t in turn]
    ahead = [project((ax, near, az)) for ax, az in arc]
    behind = [project((ax, far, az)) for ax, az in reversed(arc)]
    top = [project((x, near, high)), project((x, far, high))]
    return path([*ahead, *top, *behind], closed=True)


def _seen(form: Form, wall: Wall, at: int, high: float) -> str:
    """Return the outline of the wall at place *at*, up to *high*; the front comes first."""
    if not form.rounded:
        return path([project(p) for p in wall.outline], closed=True)
    return (_rounded_side if at else _rounded_front)(form, wall, high)


def _sits(form: Form, prefix: str) -> list[tuple[float, float]]:
    """Return how far round the mouth the two ends of each strap are caught, the front's first."""
    ends = [round_mouth(form, one.at) for one in form.sewn[prefix] if isinstance(one, Caught)]
    return sorted(zip(ends[::2], ends[1::2], strict=True), key=sum)


def _seat(form: Form, hang: Hang, back: bool) -> tuple[Point, Point, float]:
    """Return where a strap's left end sits on the mouth, the way to its right end, and how far that is."""
    return form.once(_seat_of, hang.prefix, back)


def _seat_of(form: Form, prefix: str, back: bool) -> tuple[Point, Point, float]:
    around = form.mouth_length or 1.0
    first = form.stance.front_starts + (0.5 if back else 0.0)
    left, right = _sits(form, prefix)[int(back)]
    begins, gap = snap(left - (form.mouth_length / 2 if back else 0.0)), snap(right - left)
    (ax, ay), (bx, by) = (
        ring_point(form.stance.mouth_outline, first + mm / around) for mm in (begins, begins + gap)
    )
    chord = math.dist((ax, ay), (bx, by))
    way = ((bx - ax) / chord, (by - ay) / chord) if chord > 1e-9 else (1.0, 0.0)
    return (ax, ay), way, chord


def _strap_points(form: Form, hang: Hang, back: bool) -> Callable[[float, float], Point]:
    (ax, ay), way, _ = _seat(form, hang, back)
    return lambda along, up: project((ax + way[0] * along, ay + way[1] * along, form.stands + up))


def _strap(form: Form, hang: Hang, back: bool) -> str:
    """
    Return one strap as a closed band, rising from its two places on the mouth to its drop.

    In front it is seen down to where it is sewn on the face, if it is.
    """
    _, _, chord = _seat(form, hang, back)
    place, half = _strap_points(form, hang, back), hang.finished_width / 2
    drop = max(0.0, hang.drop or 0.0)

    def at(along: float, up: float) -> str:
        x, y = place(along, up)
        return f"{number(x)} {number(y)}"

    def arch(left: float, right: float, high: float) -> str:
        # a cubic whose middle controls stand 4/3 as high as the top that is wanted
        return f"C{at(left, high * 4 / 3)} {at(right, high * 4 / 3)} {at(right, 0)}"

    flat, half = half, half / 2 if hang.rolled else half
    outer = arch(-half, chord + half, drop + 2 * half)
    inner = arch(chord - half, half, drop)
    low = 0.0 if back else -min(hang.down, form.height)
    if not low:
        return f"M{at(-half, 0)}{outer}L{at(chord - half, 0)}{inner}Z"
    left = f"M{at(flat, low)}L{at(-flat, low)}L{at(-flat, 0)}L{at(-half, 0)}"
    right = f"L{at(chord + flat, 0)}L{at(chord + flat, low)}L{at(chord - flat, low)}L{at(chord - flat, 0)}"
    return f"{left}{outer}{right}L{at(chord - half, 0)}{inner}L{at(flat, 0)}Z"


def _boxes(form: Form, hang: Hang) -> str:
    """Return the boxes with a cross that hold a strap on the face."""
    _, _, chord = _seat(form, hang, back=False)
    place, half = _strap_points(form, hang, back=False), hang.finished_width / 2 * 0.8
    out = ""
    if not hang.box:
        # sewn along both edges, and across where its rows begin
        foot, head = -min(hang.down, form.height), -min(hang.from_top, form.height)
        way = ((-half, foot), (-half, head), (half, head), (half, foot))
        return "".join(path([place(end + x, up) for x, up in way]) for end in (0.0, chord))
    for end in (0.0, chord):
        low = 2 - min(hang.down, form.height)
        high = max(low, low + hang.box - 4)
        a, b = place(end - half, low), place(end + half, low)
        c, d = place(end + half, high), place(end - half, high)
        out += path([a, b, c, d, a, c]) + path([b, d])
    return out


#: into how many parts an outline that is put on is divided along, to follow the wall it lies on
_ALONG = 12


def _on_front(form: Form, x: float, down: float) -> Point:
    """Return a place of the front on the picture: *x* right of its middle, *down* from the top edge."""
    z = max(0.0, form.stands + form.stance.band - down)
    part = form.stance.front_starts + (form.mm("flat_opening") / 2 + x) / (form.mouth_length or 1.0)
    share = min(1.0, z / form.stands) if form.stands else 1.0
    (ax, ay), (bx, by) = (
        ring_point(ring, part) for ring in (form.stance.base_outline, form.stance.mouth_outline)
    )
    return project((ax + (bx - ax) * share, ay + (by - ay) * share, z))


def _put_on(form: Form, one: PutOn) -> tuple[Shape, ...]:
    """
    Return what is put on as it is seen on the standing bag: on the outside of the front as it is, inside as a
    dashed outline through it; nothing of what is on the back.
    """
    inside = one.layer != "outer"
    if one.side == "back" and not inside:
        return ()
    # the back is seen from inside, as the hand finds it: on the other hand
    hand = -1.0 if one.side == "back" else 1.0

    def at(right: float, down: float) -> Point:
        return _on_front(form, hand * (one.x + right), one.u + down)

    across = [one.wide * n / _ALONG for n in range(_ALONG + 1)]
    outline = [at(x, 0.0) for x in across] + [at(x, one.high + one.hangs) for x in reversed(across)]
    layer = one.pieces[0].partition(" ")[0] if one.pieces else "motif"
    if inside:
        return (Shape(path([*outline, outline[0]]), "inside", "stitch"),)
    rows = tuple(Shape(path([at(*end) for end in row]), layer, "stitch") for row in one.rows)
    return (Shape(path(outline, closed=True), layer, "fill"), *rows)


def _hangs_over(form: Form, over: HangsOver) -> Shape:
    """Return what hangs over the front, as the front turns away at its sides."""
    points = []
    for (x, y), (u, v) in pairwise((*over.outline, over.outline[0])):
        steps = ((x + (u - x) * n / _ALONG, y + (v - y) * n / _ALONG) for n in range(_ALONG))
        points += [_on_front(form, *step) for step in steps]
    return Shape(path(points, closed=True), "flap", "fill")


def _ticked(a: Point, b: Point, tick: float) -> str:
    ux, uy = unit_vector(a, b)
    nx, ny = -uy * tick / 2, ux * tick / 2
    ends = [path([(p[0] - nx, p[1] - ny), (p[0] + nx, p[1] + ny)]) for p in (a, b)]
    return path([a, b]) + "".join(ends)


def standing(
    form: Form,
    hangs: tuple[Hang, ...],
    by_drop: set[str],
    inside: str = "lining",
    put_on: Sequence[PutOn] = (),
) -> Standing:
    """
    Return the standing view of *form*; straps in *by_drop* show their drop, the others their length.

    *inside* is the layer seen in the mouth, *put_on* what lies on sides of its layers.
    """
    # on a bag without a top edge straps hang nowhere, and a stop says so
    hangs = tuple(h for h in hangs if any(isinstance(s, Caught) for s in form.sewn.get(h.prefix, ())))
    shapes: list[Shape] = [Shape(_strap(form, h, back=True), "strap", "far") for h in hangs if not h.single]
    mouth = [project(p) for p in _at(form.stance.mouth_outline, form.stands + form.stance.band)]
    if form.stance.profile:
        return _with_dimensions(form, hangs, by_drop, [*_drawn_out(form), *_patches(form)], mouth)
    seen_in = "outer" if form.stance.closed else inside
    shapes.append(
        Shape(
            path(mouth, closed=True),
            seen_in,
            "far" if inside == "outer" and not form.stance.closed else "fill",
        )
    )
    shapes += [Shape(_strap(form, h, back=False), "strap", "fill") for h in hangs if not h.down]
    walls = _walls(form)
    # the front is the wall that runs furthest to the right; a side that leans out may come before it
    front = max(range(len(walls)), key=lambda at: walls[at].foot[-1][0] - walls[at].foot[0][0], default=0)
    for at, wall in enumerate(walls):
        i = int(at != front)
        if i and form.lower_sides:
            wall = Wall(wall.foot, tuple((x, y, z - form.lower_sides) for x, y, z in wall.head))
        shapes.append(Shape(_seen(form, wall, i, form.height), "outer", "far" if i else "fill"))
        if form.stance.bottom:
            low = Wall(wall.foot, wall.up_to(form.stance.bottom / form.height if form.height else 0.0))
            shapes.append(Shape(_seen(form, low, i, form.stance.bottom), "contrast", "far" if i else "fill"))
        if form.stance.band:
            above = Wall(wall.head, tuple((x, y, z + form.stance.band) for x, y, z in wall.head))
            shapes.append(Shape(path([project(p) for p in above.outline], closed=True), "band", "fill"))
        shapes += _levels(form, wall, i)
        for row in rows_below(form):
            shapes.append(Shape(path([project(p) for p in wall.row(row)]), "outer", "stitch"))
    for upright in form.stance.uprights:
        shapes += _upright(form, upright, walls, front)
    for part in form.stance.standing_seams:
        (bx, by), (mx, my) = (
            ring_point(form.stance.base_outline, part),
            ring_point(form.stance.mouth_outline, part),
        )
        if any(_on_wall((bx, by), wall) for wall in walls):
            shapes.append(
                Shape(path([project((bx, by, 0.0)), project((mx, my, form.stands))]), "outer", "stitch")
            )
    for one in put_on:
        shapes += _put_on(form, one)
    for over in (s for s in form.every_sewn if isinstance(s, HangsOver)):
        shapes.append(_hangs_over(form, over))
    shapes += _patches(form)
    for hang in (h for h in hangs if h.down):
        shapes.append(Shape(_strap(form, hang, back=False), "strap", "fill"))
        shapes.append(Shape(_boxes(form, hang), "strap", "stitch"))
    return _with_dimensions(form, hangs, by_drop, shapes, mouth)


def _patches(form: Form) -> Iterator[Shape]:
    """Yield what is seen on the bag besides its walls."""
    for patch in form.stance.patches:
        outline = path([project(p) for p in patch.points], closed=patch.style == "fill")
        yield Shape(outline, patch.layer, patch.style)


def _drawn_out(form: Form) -> Iterator[Shape]:
    """Yield a bag that is its front drawn out: what is seen of the gusset, and the front before it."""
    profile, deep = form.stance.profile, form.mm("depth") if form.drawn_out else 0.0
    front, back = ([project((x, y, z)) for x, z in profile] for y in (0.0, deep))
    n = len(profile)
    seen = [i for i in range(n) if _turned(front[i], front[(i + 1) % n], back[(i + 1) % n], back[i]) < -1e-9]
    if not seen:
        # flat it shows its front alone
        yield Shape(path(front, closed=True), "outer", "fill")
        return
    # where what is seen begins and ends the eye looks along the gusset
    first = next((i for i in seen if (i - 1) % n not in seen), 0)
    run = [(first + k) % n for k in range(len(seen) + 1)]
    outline = [*(front[i] for i in run), *(back[i] for i in reversed(run))]
    yield Shape(path(outline, closed=True), "outer", "far")
    yield Shape(path(front, closed=True), "outer", "fill")


def _levels(form: Form, wall: Wall, at: int) -> Iterator[Shape]:
    """Yield what is seen level across the wall at place *at*: the front comes first."""
    whole, panel = wall, _of_front(form, wall)
    for level in form.stance.levels:
        # of front and back the eye sees the front
        wall = panel if level.on else whole
        if not wall.foot:
            continue
        line = wall.up_to(min(1.0, level.z / form.height) if form.height else 0.0)
        if level.layer:
            low = Wall(wall.foot, line)
            yield Shape(_seen(form, low, at, level.z), level.layer, "far" if at else "fill")
        else:
            yield Shape(path([project(p) for p in line]), "outer", level.style)


def _of_front(form: Form, wall: Wall) -> Wall:
    """Return what of *wall* is of the front panel, from seam to seam."""
    ring, around = form.stance.base_outline, form.mouth_length or 1.0
    part_of: dict[Point, float] = {}
    whole, sides = sum(_sides(ring)) or 1.0, accumulate(_sides(ring), initial=0.0)
    for p, gone in zip(ring, sides, strict=False):
        part_of.setdefault(p, gone / whole)
    begins, ends = form.stance.front_starts + form.panel_at / around, 0.5 - form.panel_at / around
    foot: list[Point3] = []
    head: list[Point3] = []
    for a, b, c, d in zip(wall.foot, wall.foot[1:], wall.head, wall.head[1:], strict=False):
        one, other = part_of[a[:2]], part_of[b[:2]] or 1.0
        low, high = max(0.0, (begins - one) / (other - one)), min(1.0, (ends - one) / (other - one))
        if high > low + 1e-9:
            foot += [_between(a, b, low), _between(a, b, high)]
            head += [_between(c, d, low), _between(c, d, high)]
    return Wall(tuple(foot), tuple(head))


def _between(a: Point3, b: Point3, share: float) -> Point3:
    return a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share, a[2] + (b[2] - a[2]) * share


def _upright(form: Form, one: Upright, walls: Sequence[Wall], front: int) -> Iterator[Shape]:
    """Yield a line up the walls, of front and of back where that is seen, and what lies to its right."""
    around, half = form.mouth_length or 1.0, form.mm("flat_opening") / 2
    for back in (0.0,) if one.on == "front" else (0.0, 0.5):

        def foot(x: float, back: float = back) -> tuple[Point, Point]:
            part = form.stance.front_starts + back + (half + x) / around
            return ring_point(form.stance.base_outline, part), ring_point(form.stance.mouth_outline, part)

        def at(x: float, z: float, back: float = back) -> Point:
            (ax, ay), (bx, by) = foot(x, back)
            share = min(1.0, z / form.stands) if form.stands else 1.0
            return project((ax + (bx - ax) * share, ay + (by - ay) * share, z))

        def low(x: float) -> float:
            # above a rounded corner the front begins higher
            inside = max(0.0, form.rounded - (half - abs(x)))
            if form.clipped:
                return max(one.low, inside)
            return max(one.low, form.rounded - math.sqrt(max(0.0, form.rounded**2 - inside**2)))

        across = (
            [one.x + (one.ends - one.x) * n / _ALONG for n in range(_ALONG + 1)] if one.layer else [one.x]
        )
        seen = [x for x in across if any(_on_wall(foot(x)[0], wall) for wall in walls)]
        if one.layer and len(seen) > 1:
            outline = [at(x, low(x)) for x in seen] + [at(x, one.high) for x in reversed(seen)]
            flat = _on_wall(foot(seen[len(seen) // 2])[0], walls[front])
            yield Shape(path(outline, closed=True), one.layer, "fill" if flat else "far")
        elif seen and not one.layer:
            yield Shape(path([at(one.x, low(one.x)), at(one.x, one.high)]), "outer", one.style)


def _on_wall(p: Point, wall: Wall) -> bool:
    foot = [point[:2] for point in wall.foot]
    return any(abs(math.dist(a, p) + math.dist(p, b) - math.dist(a, b)) < 1e-6 for a, b in pairwise(foot))


def _with_dimensions(
    form: Form, hangs: tuple[Hang, ...], by_drop: set[str], shapes: list[Shape], mouth: list[Point]
) -> Standing:
    """Return the picture with its dimension lines: sizes beside the bag, straps to its right."""
    every = [*(project(p) for p in _at(form.stance.base_outline, 0.0)), *mouth]
    # a round base is narrower than the lines that tell its size
    every += [project(end) for line in form.stance.lines for end in (line.a, line.b)]
    every += [project(point) for patch in form.stance.patches for point in patch.points]
    top = min(y for _, y in mouth)
    every += [(0.0, top - (h.drop or 0.0) - h.finished_width) for h in hangs]
    for hang in hangs:
        for back in (False,) if hang.single else (False, True):
            place, half = _strap_points(form, hang, back), hang.finished_width / 2
            every += [place(-half, 0.0), place(_seat(form, hang, back)[2] + half, 0.0)]
    left, y0, right, y1 = bounds(every)
    gap = max(right - left, y1 - y0) * 0.055
    # the higher of two heights stands further out
    upright = sorted((line for line in form.stance.lines if _rises(line)), key=lambda line: line.b[2])
    places = {line.path: left - gap * NEXT_HEIGHT * i for i, line in enumerate(upright)}
    out = min(places.values(), default=left)
    lines = [_size_line(line, gap, places.get(line.path, left)) for line in form.stance.lines]
    edge = -form.stands
    for hang in hangs:
        if not hang.drop:
            continue
        x, high = right + gap, edge - hang.drop
        if hang.prefix in by_drop:
            way, middle = _ticked((x, edge), (x, high), gap * 0.44), (edge + high) / 2
            lines.append(
                DimensionLine(
                    DROP.in_(hang.prefix), "drop", "strap_drop", way, x + gap * 0.5, middle, "start"
                )
            )
        else:
            # a length along the strap has no straight line of its own: a leader from its top
            leader = path([((left + right) / 2, high), (x, high)])
            say = "strap, visible"
            lines.append(
                DimensionLine(
                    STRAP_LENGTH.in_(hang.prefix), say, "strap_visible", leader, x + gap * 0.5, high, "start"
                )
            )
    box = (out - gap * 2, y0 - gap * 0.4, (right - out) + gap * 4, (y1 - y0) + gap * 2)
    return Standing(box, tuple(shapes), tuple(lines))


def _rises(line: SizeLine) -> bool:
    return line.a[2] != line.b[2]


def _size_line(line: SizeLine, gap: float, left: float) -> DimensionLine:
    """Return where a size is shown: heights to the left, widths below, depths off the lower corner."""
    (ax, ay), (bx, by) = project(line.a), project(line.b)
    if _rises(line):
        a, b = (left - gap, ay), (left - gap, by)
        return DimensionLine(
            line.path,
            line.label,
            line.shows,
            _ticked(a, b, gap * 0.44),
            left - gap * 1.5,
            (ay + by) / 2,
            "end",
        )
    if line.a[1] == line.b[1]:
        below = gap + max(0.0, ay)
        a, b = (ax, below), (bx, below)
        return DimensionLine(
            line.path,
            line.label,
            line.shows,
            _ticked(a, b, gap * 0.44),
            (ax + bx) / 2,
            below + gap * 0.5,
            "middle",
        )
    a, b = (ax + gap * 0.8, ay + gap * 0.6), (bx + gap * 0.8, by + gap * 0.6)
    at = ((a[0] + b[0]) / 2 + gap * 0.9, (a[1] + b[1]) / 2 + gap * 0.5)
    return DimensionLine(line.path, line.label, line.shows, _ticked(a, b, gap * 0.44), *at, "start")
