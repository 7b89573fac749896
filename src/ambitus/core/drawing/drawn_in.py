"""A bag being drawn closed: from the open mouth to the cord pulled tight, in frames."""

import math
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.drawing.paths import path
from ambitus.core.drawing.standing import Point3, Shape, project, walls_between
from ambitus.core.form.stance import SizeLine
from ambitus.core.geometry import Point
from ambitus.core.grammar.features import DrawnUp, above_cord, cords_in, drawn_up

#: How many steps there are from open to closed.
FRAMES = 12
#: Default (ours): what of the mouth is left when the cord is pulled tight, for the gathered cloth.
TIGHT = 0.06
#: How the ruffle above the cord leans out once it is gathered: up and out by as much.
_LEAN = math.sqrt(0.5)


@dataclass(frozen=True, slots=True)
class Closing:
    """
    One step of the closing: the picture, the mouth at the cord, the tail at each end, and the height of
    contents that it lets pass, all in mm.

    ``holds`` are the sizes, by field, that can be read off the picture still: what ends at the mouth cannot,
    once that is drawn in, for the cloth there no longer stands straight.
    """

    shapes: tuple[Shape, ...]
    mouth: float
    tail: float
    contents: float
    holds: tuple[str, ...]


def _drawn(ring: tuple[Point, ...], part: float, soft: bool) -> list[Point]:
    """Return *ring* drawn in to *part* of its size; soft and long, it closes to a line over the middle."""
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    cx, cy = (min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2
    wide, deep = max(xs) - min(xs), max(ys) - min(ys)
    across = along = part
    if soft and wide > 0 and deep > 0:
        # every side moves in as far as the nearest has to
        by = (1 - part) * min(wide, deep)
        along, across = 1 - by / wide, 1 - by / deep
    return [(cx + (x - cx) * along, cy + (y - cy) * across) for x, y in ring]


def _round(ring: list[Point]) -> float:
    return math.fsum(math.dist(p, ring[i - 1]) for i, p in enumerate(ring))


def _leans_from(draft: Draft, drawn: DrawnUp) -> float:
    """Return the height that the cloth leans over from when the mouth is drawn in as far as it goes."""
    form = draft.form
    return max(0.0, form.height + form.stance.band - above_cord(draft.bag) - drawn.closing(draft.bag).mm)


def over_open_mouth(draft: Draft) -> float:
    """Return the height of contents under the cord of the open mouth; 0 of a bag that is not drawn up."""
    drawn = drawn_up(draft.bag)
    return _leans_from(draft, drawn) + drawn.closing(draft.bag).mm if drawn else 0.0


def frames(draft: Draft) -> tuple[Closing, ...]:
    """
    Return the closing of a bag that is drawn up, from open to tight; nothing for any other.

    Above what goes in the cloth is as long as the closing takes. Drawn in by a share it leans over by that
    share of its length, and the cord sinks; at the end it lies flat over the contents.
    """
    drawn, cords, form = drawn_up(draft.bag), cords_in(draft), draft.form
    if drawn is None or cords is None:
        return ()
    closing = drawn.closing(draft.bag).mm
    above, contents = above_cord(draft.bag), _leans_from(draft, drawn)
    soft = not form.stance.smooth and not drawn.firm(draft.bag)
    inside = "lining" if "lining" in draft.bag.kinds.top.layers else "outer"
    open_round = _round(list(form.stance.mouth_outline))
    out = []
    for step in range(FRAMES + 1):
        share = step / FRAMES * (1 - TIGHT)
        cord_ring = _drawn(form.stance.mouth_outline, 1 - share, soft)
        lean = closing * share
        cord_z = contents + math.sqrt(max(0.0, closing**2 - lean**2))
        flare = share * _LEAN * above
        size = max(1e-6, _round(cord_ring) / (2 * math.pi))
        top_ring = _grown(cord_ring, 1 + flare / size)
        top_z = cord_z + above * math.sqrt(max(0.0, 1 - (share * _LEAN) ** 2))
        part = _round(cord_ring) / open_round if open_round > 0 else 1.0
        mouth = cords.path.mm * part
        shapes = _shapes(
            form.stance.base_outline, contents, cord_ring, cord_z, top_ring, top_z, form.stance.smooth, inside
        )
        still = (line.path for line in form.stance.lines if not share or _below(line, contents))
        out.append(Closing(shapes, mouth, cords.tail_at(mouth), contents + closing - lean, tuple(still)))
    return tuple(out)


def _below(line: SizeLine, high: float) -> bool:
    """Return whether both ends of a line lie no higher than *high* mm."""
    return max(line.a[2], line.b[2]) <= high + 1e-6


def _grown(ring: list[Point], by: float) -> list[Point]:
    cx = (min(x for x, _ in ring) + max(x for x, _ in ring)) / 2
    cy = (min(y for _, y in ring) + max(y for _, y in ring)) / 2
    return [(cx + (x - cx) * by, cy + (y - cy) * by) for x, y in ring]


def _shapes(
    base: tuple[Point, ...],
    contents: float,
    cord: list[Point],
    cord_z: float,
    top: list[Point],
    top_z: float,
    smooth: bool,
    inside: str,
) -> tuple[Shape, ...]:
    """Return the body, what leans over it, and the ruffle, from far to near."""
    rings: list[list[Point3]] = [
        [(x, y, z) for x, y in ring]
        for ring, z in ((base, 0.0), (base, contents), (cord, cord_z), (top, top_z))
    ]
    foot, shoulder, tied, mouth = rings
    out = [
        Shape(path([project(p) for p in mouth], closed=True), inside, "far" if inside == "outer" else "fill")
    ]
    ruffle = [w.outline for w in walls_between(tied, mouth, smooth, inside=True)]
    out += [Shape(path([project(p) for p in line], closed=True), inside, "fill") for line in ruffle]
    for low, high in ((foot, shoulder), (shoulder, tied), (tied, mouth)):
        walls = walls_between(low, high, smooth)
        out += [
            Shape(path([project(p) for p in wall.outline], closed=True), "outer", "far" if i else "fill")
            for i, wall in enumerate(walls)
        ]
    out.append(Shape(path([project(p) for p in tied], closed=True), "cord", "line"))
    return tuple(out)
