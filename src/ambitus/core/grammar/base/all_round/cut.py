"""
Front, back, and what goes all round between them: a strip below, and two strips with the zip between above.

The way round a panel at the seam line starts at the middle of its top; the zip panel takes as much of it
on either side, and the strip the rest. That is rounded up to the grid, and trimmed before it is joined.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from ambitus.core.curves import Arc
from ambitus.core.form.model import Edge, Face, Form, Mark, Measure, Piece, Seam
from ambitus.core.form.stance import Stance
from ambitus.core.geometry import Point
from ambitus.core.grammar.base.fields import RADIUS, ZIP_PANEL
from ambitus.core.grammar.base.panels import (
    boxed_dimensions,
    boxed_lines,
    eats,
    panel_width,
    ring,
    settled,
    settled_height,
    stretch,
)
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import DEPTH, HEIGHT, WIDTH
from ambitus.core.lengths import Grid, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, grid_term

#: What stays straight between two arcs, in mm, so that every edge has a direction.
_STRAIGHT = 0.005
#: A join this near a corner of the outline lies on it, in mm.
_NEAR = 0.01
#: What is left of the zip panel, and of the strip, whatever was asked, in mm.
LEAST_LEFT = 20.0


def way_round(width: float, height: float, r: float) -> float:
    """Return the way round a panel at the seam line, in mm: four straights, and a whole circle of corners."""
    return 2 * (width + height) - 8 * r + 2 * math.pi * r


def most_corner(width: float, height: float) -> float:
    """Return the largest radius that all four corners of a panel have room for, in mm."""
    return max(0.0, min(width, height) / 2)


def radius_of(bag: Resolved, width: float, height: float) -> float:
    """Return the radius of the corners at the seam line, as far as there is room for it."""
    return snap(max(0.0, min(RADIUS.of(bag), most_corner(width, height) - _STRAIGHT)))


def usual_panel(bag: Resolved) -> float:
    """Return how long a zip panel is made: along the top and round its corners, to 5 mm, or to 1/4 in."""
    wide, high = WIDTH.or_none(bag) or 0.0, HEIGHT.or_none(bag) or 0.0
    r = min(RADIUS.or_none(bag) or 0.0, most_corner(wide, high))
    step = 6.35 if bag.unit == "in" else 5.0
    return snap(max(1.0, math.floor((wide - 2 * r + math.pi * r) / step)) * step)


@dataclass(frozen=True, slots=True)
class _Part:
    """A part of the outline, from a point to the next, straight or round *middle*."""

    name: str
    a: Point
    b: Point
    middle: Point | None = None

    @property
    def _turn(self) -> tuple[float, float]:
        """Where it begins as seen from its middle, and how far it turns, anticlockwise."""
        mx, my = self.middle or self.a
        first, last = (math.atan2(y - my, x - mx) for x, y in (self.a, self.b))
        return first, (last - first) % (2 * math.pi)

    @property
    def long(self) -> float:
        """How long it is, in mm."""
        if self.middle is None:
            return math.dist(self.a, self.b)
        return math.dist(self.a, self.middle) * self._turn[1]

    def at(self, share: float) -> Point:
        """Return the point at a share of it."""
        if self.middle is None:
            (ax, ay), (bx, by) = self.a, self.b
            return snap(ax + (bx - ax) * share), snap(ay + (by - ay) * share)
        (mx, my), r, (first, turn) = self.middle, math.dist(self.a, self.middle), self._turn
        way = first + share * turn
        return snap(mx + r * math.cos(way)), snap(my + r * math.sin(way))


def _parts(width: float, height: float, r: float) -> list[_Part]:
    """Return the outline from the middle of the top round by the left: that way it runs anticlockwise."""
    middle, right, high = width / 2, width - r, height - r
    parts = [
        _Part("top", (middle, height), (r, height)),
        _Part("corner left high", (r, height), (0.0, high), (r, high)),
        _Part("side left", (0.0, high), (0.0, r)),
        _Part("corner left low", (0.0, r), (r, 0.0), (r, r)),
        _Part("base", (r, 0.0), (right, 0.0)),
        _Part("corner right low", (right, 0.0), (width, r), (right, r)),
        _Part("side right", (width, r), (width, high)),
        _Part("corner right high", (width, high), (right, height), (right, high)),
        _Part("top", (right, height), (middle, height)),
    ]
    return [p for p in parts if p.long > 1e-9]


def _split(parts: Sequence[_Part], at: float) -> list[_Part]:
    """Return the parts with an end at *at* mm along them, if there is none yet."""
    out, gone = [], 0.0
    for part in parts:
        share = (at - gone) / part.long
        if _NEAR < at - gone < part.long - _NEAR:
            between = part.at(share)
            out += [
                _Part(part.name, part.a, between, part.middle),
                _Part(part.name, between, part.b, part.middle),
            ]
        else:
            out.append(part)
        gone += part.long
    return out


def _outline(
    width: float, height: float, r: float, panel: float
) -> tuple[tuple[Edge, ...], tuple[str, ...], tuple[str, ...]]:
    """
    Return a panel's outline, and the names of its edges along the zip panel and along the strip below, both
    in the order of the outline. Where a join lies within an edge it is two edges.
    """
    around = way_round(width, height, r)
    parts = _split(_split(_parts(width, height, r), panel / 2), around - panel / 2)
    above: list[bool] = []
    gone = 0.0
    for part in parts:
        middle = gone + part.long / 2
        above.append(middle < panel / 2 or middle > around - panel / 2)
        gone += part.long
    # the two halves of the top are one edge
    joined = [*parts[1:-1], _Part("top", parts[-1].a, parts[0].b)]
    zipped = [*above[1:-1], True]
    names = [_named(joined, i, up, width / 2) for i, up in enumerate(zipped)]
    edges = [
        Edge(name, "gusset", part.a, Arc(part.middle) if part.middle else None)
        for name, part in zip(names, joined, strict=True)
    ]
    start = next(i for i, name in enumerate(names) if name.startswith("base"))
    turned = (*edges[start:], *edges[:start])
    return turned, _run(names, zipped), _run(names, [not up for up in zipped])


def _named(parts: Sequence[_Part], i: int, above: bool, middle: float) -> str:
    """Return the name of a part: of a side or a corner that a join divides what lies above it has its own."""
    part = parts[i]
    way = "left" if part.a[0] + part.b[0] < 2 * middle else "right"
    if part.name in ("top", "base"):
        whole = (part.name == "top") == above
        return part.name if whole else f"{part.name} {way}"
    divided = sum(p.name == part.name for p in parts) > 1
    return f"{part.name} above" if divided and above else part.name


def _run(names: Sequence[str], wanted: Sequence[bool]) -> tuple[str, ...]:
    """Return the wanted names as they follow each other round, beginning after one that is not wanted."""
    n = len(names)
    begins = next((i for i in range(n) if wanted[i] and not wanted[i - 1]), 0)
    return tuple(names[(begins + k) % n] for k in range(n) if wanted[(begins + k) % n])


def _strip(
    name: str,
    part: str,
    edges: tuple[str, tuple[str, str]],
    size: tuple[float, float],
    terms: tuple[tuple[Term, ...], tuple[Term, ...]],
) -> Face:
    """
    Return a strip from join to join: *edges* are its lower one, and its upper one with its class of seam.
    What meets a zip is as wide as half the depth leaves it, on no grid.
    """
    (long, high), (lower, (upper, of)) = size, edges
    outline = (
        Edge(lower, "gusset", (0.0, 0.0)),
        Edge("join right", "end", (long, 0.0)),
        Edge(upper, of, (long, high)),
        Edge("join left", "end", (0.0, high)),
    )
    measures = (
        Measure("width", "How long to cut it", "x", "join left", "join right", terms[0], beside="top"),
        Measure("height", "How wide to cut it", "y", lower, upper, terms[1], of != "top", beside="left"),
    )
    return Face(name, part, outline, measures, part=part)


def _seams(zipped: tuple[str, ...], below: tuple[str, ...], step: float) -> tuple[Seam, ...]:
    out = []
    for panel in ("front", "back"):
        above = tuple(stretch(panel, name) for name in zipped)
        meets = (stretch(f"zip {panel}", "panel edge"),)
        out.append(
            Seam(f"gusset {panel} zip", f"Zip panel to the {panel}", "gusset", (above, meets), line=panel)
        )
        under = tuple(stretch(panel, name) for name in below)
        strip = (stretch("gusset", f"{panel} edge"),)
        key, label = f"gusset {panel} strip", f"Strip to the {panel}"
        out.append(Seam(key, label, "gusset", (under, strip), trimmed=2 * step, line=panel))
    # across the zip from the back to the front, and from the front to the back
    left = (stretch("zip back", "join right"), stretch("zip front", "join left"))
    right = (stretch("zip front", "join right"), stretch("zip back", "join left"))
    for way, across in (("left", left), ("right", right)):
        ends = ((stretch("gusset", f"join {way}"),), across)
        out.append(Seam(f"strip join {way}", f"Join of zip panel and strip, {way}", "end", ends))
    return tuple(out)


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form, its sizes and its zip panel settled on the grid; its corners are round as chosen."""
    seam, join = eats(allowances, "gusset"), eats(allowances, "end")
    width, across = panel_width(bag, 0.0, seam)
    # the upper edge of a panel is a seam like its others
    height, rise, moved = settled_height(bag, {**allowances, "top": ()}, 2 * seam)
    deep, by = settled(bag, DEPTH.of(bag), 2 * seam)
    r = radius_of(bag, width, height)
    around = way_round(width, height, r)
    asked = max(LEAST_LEFT, min(ZIP_PANEL.of(bag), around - LEAST_LEFT))
    panel, panel_by = settled(bag, asked, 2 * join)
    panel = min(panel, snap(around - LEAST_LEFT / 2))
    rest = snap(around - panel)
    long = snap(Grid(bag.grid.step, "up").fit(rest + 2 * join) - 2 * join)
    round_it = Term("Once round the panel", snap(around), "At its seam line.")
    less = Term("The zip panel", -panel, "It takes the rest of the way round.")
    half = Term("Half the depth", snap(deep / 2), "Up to the middle of the closed zip.")
    shown = ZIP_PANEL.term(bag, "Zip panel, from join to join")
    kept = (*panel_by, *grid_term(snap(panel - shown.mm - sum(t.mm for t in panel_by))))
    outline, zipped, below = _outline(width, height, r, panel)
    measures = (
        Measure(
            "width",
            "How wide to cut it",
            "x",
            _edge(outline, "side left"),
            _edge(outline, "side right"),
            across,
        ),
        Measure(
            "height", "How high to cut it", "y", _edge(outline, "base"), "top", (*rise, *moved), beside="left"
        ),
    )
    dimensions = boxed_dimensions(bag, width, height, deep)
    opens = dimensions["flat_opening"]
    why = "Between its joins with the strip below."
    dimensions["flat_opening"] = replace(
        opens, label="Zip panel", asked=ZIP_PANEL.of(bag), comes_out=panel, why=why
    )
    return Form(
        dimensions=dimensions,
        faces=(
            *(Face(name, "panel", outline, measures) for name in ("front", "back")),
            *(
                _strip(
                    f"zip {side}",
                    "zip strip",
                    ("panel edge", ("top", "top")),
                    (panel, snap(deep / 2)),
                    ((shown, *kept), (half,)),
                )
                for side in ("front", "back")
            ),
            _strip(
                "gusset",
                "gusset",
                ("front edge", ("back edge", "gusset")),
                (long, deep),
                (
                    (round_it, less, *grid_term(snap(long - rest))),
                    (DEPTH.term(bag, "Finished depth"), *by),
                ),
            ),
        ),
        seams=_seams(zipped, below, bag.grid.step),
        mouth=(("zip front", "top"), ("zip back", "top")),
        height=height,
        rounded=r,
        listed={"": {"radius": snap(r + seam) if r else 0.0}},
        stance=Stance(
            base_outline=ring(width, deep),
            mouth_outline=ring(width, deep),
            standing_seams=(),
            front_starts=0.0,
            lines=boxed_lines(width, height, deep),
            profile=_profile(width, height, r),
            closed=True,
        ),
    )


def _edge(outline: Sequence[Edge], name: str) -> str:
    """Return the first edge of that name, or of a part of it."""
    return next(e.name for e in outline if e.name == name or e.name.startswith(f"{name} "))


def _profile(width: float, height: float, r: float) -> tuple[Point, ...]:
    """Return the outline of a panel as points, its corners as fine as a picture shows them."""
    out: list[Point] = []
    for part in _parts(width, height, r):
        steps = 12 if part.middle else 1
        out += [part.at(n / steps) for n in range(steps)]
    return tuple(out)


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return where the joins come on the panels, and the middles of the strips that meet the panels' own."""
    if not piece.part:
        return _joins(form, piece)
    left, low, right, high = piece.box
    half = Term("Half of the strip", snap((right - left) / 2), "Fold it in half and snip, or measure.")
    meets = "top" if piece.part == "zip strip" else "base"
    told = (("from either raw end", Sum(f"To what meets the middle of the {meets}", (half,))),)
    edges = (low,) if piece.part == "zip strip" else (low, high)
    middle = (left + right) / 2
    return tuple(
        Mark("notch", "Middle of the strip", ((middle, y),), "either raw end", told if y == low else ())
        for y in edges
    )


def _joins(form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return where a join comes on a panel: as far round from the middle of its top, at the seam line."""
    panel = form.mm("flat_opening")
    half = Term("Half of the zip panel", snap(panel / 2), "Laid along the seam line with a tape.")
    told = (("round from the middle of the top", Sum("To either join", (half,))),)
    n, out = len(piece.edges), list[Mark]()
    meets = {
        name
        for seam in form.seams
        if seam.key == "gusset front zip"
        for c in seam.chains
        for name in (s.edge for s in c if s.face == "front")
    }
    for i, (here, there) in enumerate(pairwise([*piece.edges, piece.edges[0]])):
        if (here.name in meets) != (there.name in meets):
            at = (i + 1) % n
            out.append(Mark("notch", "Join", (piece.cut[at],), "middle of the top", () if out else told))
    return tuple(out)
