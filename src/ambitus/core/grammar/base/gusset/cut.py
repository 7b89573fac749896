"""Front, back and one strip round three sides: down a side, under, up the other.

The strip is as long as the path round the front at the seam line: two straights, two arcs, the base. It is
rounded up to the grid, and what is too much is trimmed at its ends once it is sewn in.
"""

import math
from collections.abc import Iterator

from ambitus.core.curves import Arc
from ambitus.core.form.model import Edge, Face, Form, Mark, Measure, Piece, Seam
from ambitus.core.form.stance import Stance
from ambitus.core.geometry import Point
from ambitus.core.grammar.allowances import GUSSET_ALLOWANCE
from ambitus.core.grammar.base.fields import PLATE, RADIUS, ROUND_BY, STRIP_OF
from ambitus.core.grammar.base.insert import insert_of
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
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import Grid, amount, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, grid_term


def corner_radius(bag: Resolved) -> Term:
    """Return the radius of the lower corners at the seam line: chosen, or from a plate less the seam."""
    if ROUND_BY.of(bag) == "plate":
        plate, seam = PLATE.of(bag), GUSSET_ALLOWANCE.of(bag)
        why = "The plate gives the line of the finished raw edge; the seam lies inside it."
        return Term("Corner radius", max(0.0, snap(plate / 2 - seam)), why, "derived")
    return RADIUS.term(bag, "Corner radius")


#: What stays straight between two arcs, in mm, so that every edge has a direction.
_STRAIGHT = 0.005


def most_radius(width: float, height: float) -> float:
    """Return the largest radius that a front of this size has room for, in mm."""
    return max(0.0, min(width / 2, height))


def _outline(width: float, height: float, r: float) -> tuple[Edge, ...]:
    if r <= 0:
        return (
            Edge("base", "gusset", (0.0, 0.0)),
            Edge("side right", "gusset", (width, 0.0)),
            Edge("top", "top", (width, height)),
            Edge("side left", "gusset", (0.0, height)),
        )
    return (
        Edge("base", "gusset", (r, 0.0)),
        Edge("corner right", "gusset", (width - r, 0.0), Arc((width - r, r))),
        Edge("side right", "gusset", (width, r)),
        Edge("top", "top", (width, height)),
        Edge("side left", "gusset", (0.0, height)),
        Edge("corner left", "gusset", (0.0, r), Arc((r, r))),
    )


def path_terms(width: float, height: float, r: float) -> tuple[Term, ...]:
    """Return the way round the front at the seam line, from top edge to top edge."""
    straight = snap(height - r)
    out = [Term("Straight sides", 2 * straight, "Down one side and up the other.", times=2)]
    if r > 0:
        out.append(Term("Two corners, a half circle", snap(math.pi * r), "π × the corner radius."))
    out.append(Term("Along the base", snap(width - 2 * r), "Between the corners."))
    return tuple(out)


def _band(
    bag: Resolved,
    names: tuple[str, ...],
    part: str,
    terms: tuple[Term, ...],
    ends: tuple[tuple[str, str], tuple[str, str]],
    beyond: tuple[float, float],
    deep: float,
    across: tuple[Term, ...],
) -> tuple[Face, ...]:
    """
    Return strips of one length: *ends* are the name and seam of the left and the right end, *beyond* the
    cloth there.

    They are cut too long rather than too short: the ends are trimmed when the strip is sewn in.
    """
    plain = snap(sum(t.mm for t in terms))
    long = snap(Grid(bag.grid.step, "up").fit(plain + sum(beyond)) - sum(beyond))
    (left, left_seam), (right, right_seam) = ends
    edges = (
        Edge("front edge", "gusset", (0.0, 0.0)),
        Edge(right, right_seam, (long, 0.0)),
        Edge("back edge", "gusset", (long, deep)),
        Edge(left, left_seam, (0.0, deep)),
    )
    along = (*terms, *grid_term(snap(long - plain)))
    measures = (
        Measure("width", "How long to cut it", "x", left, right, along, beside="top"),
        Measure("height", "How wide to cut it", "y", "front edge", "back edge", across, beside="left"),
    )
    return tuple(Face(name, part, edges, measures, part=part) for name in names)


def _strip(
    bag: Resolved, path: tuple[Term, ...], deep: float, across: tuple[Term, ...], top: float
) -> tuple[Face, ...]:
    """Return the faces of the strip from the left top edge round to the right one."""
    kind, sides = STRIP_OF.of(bag), ("gusset left", "gusset right")
    if kind == "whole":
        ends = (("top left", "top"), ("top right", "top"))
        return _band(bag, ("gusset",), "gusset", path, ends, (top, top), deep, across)
    join = sum(t.mm for t in edge_terms(bag, "join"))
    outer = (("join", "join"), ("top right", "top"))
    if kind == "halves":
        half = (
            Term("Half of the way round", snap(sum(t.mm for t in path) / 2), "They meet under the base."),
        )
        return _band(bag, sides, "gusset", half, outer, (join, top), deep, across)
    straight = (Term("Straight side", snap(path[0].mm / 2), "To where the corner begins."),)
    left, right = _band(bag, sides, "gusset", straight, outer, (join, top), deep, across)
    inner = (("join left", "join"), ("join right", "join"))
    (under,) = _band(bag, ("gusset base",), "gusset base", path[1:], inner, (join, join), deep, across)
    return left, under, right


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form, width, height and depth settled on the grid; the corners are round as chosen."""
    seam, top = eats(allowances, "gusset"), eats(allowances, "top")
    width, across = panel_width(bag, 0.0, seam)
    height, rise, moved = settled_height(bag, allowances, seam)
    up = (*rise, *moved)
    deep, by = settled(bag, DEPTH.of(bag), 2 * seam)
    deep_terms = (DEPTH.term(bag, "Finished depth"), *by)
    r = max(0.0, min(corner_radius(bag).mm, most_radius(width, height) - _STRAIGHT))
    outline = _outline(width, height, r)
    measures = (
        Measure("width", "How wide to cut it", "x", "side left", "side right", across),
        Measure("height", "How high to cut it", "y", "base", "top", up, beside="left"),
    )
    strip = _strip(bag, path_terms(width, height, r), deep, deep_terms, top)
    panels = tuple(Face(name, "panel", outline, measures) for name in ("front", "back"))
    return Form(
        dimensions=boxed_dimensions(bag, width, height, deep),
        faces=(*panels, *strip),
        seams=_seams(outline, strip, bag.grid.step),
        mouth=(
            ("front", "top"),
            (strip[-1].name, "top right"),
            ("back", "top"),
            (strip[0].name, "top left" if len(strip) == 1 else "top right"),
        ),
        height=height,
        panel_at=snap(deep / 2),
        insert=insert_of(bag, snap(width - 2 * r), deep),
        rounded=r,
        listed={"": {"radius": snap(r + seam) if r else 0.0}},
        stance=Stance(
            base_outline=ring(width, deep),
            mouth_outline=ring(width, deep),
            standing_seams=(),
            front_starts=0.0,
            lines=boxed_lines(width, height, deep),
        ),
    )


def _edge_along(face: Face, panel: str, strip: tuple[Face, ...]) -> str:
    """
    Return the edge of a piece of the strip that lies along a panel. The two that stand at the sides are cut
    alike, so one is turned about, and what lies between them goes with it: what is the front's edge of the
    left one is the back's edge of the others.
    """
    about = face is not strip[0]
    return f"{'back' if about == (panel == 'front') else 'front'} edge"


def _seams(outline: tuple[Edge, ...], strip: tuple[Face, ...], step: float) -> tuple[Seam, ...]:
    """Return strip to front, strip to back, and the join under the base if there is one."""
    names = [e.name for e in outline if e.seam == "gusset"]
    at = names.index("side left")
    round_it = [*names[at:], *names[:at]]
    out = []
    for panel in ("front", "back"):
        path = tuple(stretch(panel, name) for name in round_it)
        spare = max(2, len(strip)) * step
        band = tuple(stretch(face.name, _edge_along(face, panel, strip)) for face in strip)
        out.append(Seam(f"gusset {panel}", f"Gusset to the {panel}", "gusset", (path, band), trimmed=spare))
    if len(strip) == 2:
        ends = tuple((stretch(face.name, "join"),) for face in strip)
        out.append(Seam("strip join", "Join of the gusset", "join", ends))
    if len(strip) == 3:
        for side in ("left", "right"):
            ends = ((stretch(f"gusset {side}", "join"),), (stretch("gusset base", f"join {side}"),))
            out.append(Seam(f"strip join {side}", f"Join of the gusset, {side}", "join", ends))
    return tuple(out)


def _every(bag: Resolved) -> str:
    return f"Clipped every {amount(12, bag.unit)} from one to the other."


def _under_marks(bag: Resolved, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return what is marked on the strip under the base, where its sides are strips of their own."""
    left, low, right, high = piece.box
    half = Sum("To the middle", (Term("Half of the strip", snap((right - left) / 2), "Middle of the base."),))
    out = [
        Mark("notch", "Middle of the strip", ((((left + right) / 2), y),), "either raw end", told)
        for y, told in ((low, (("from either raw end", half),)), (high, ()))
    ]
    if form.rounded <= 0:
        return tuple(out)
    seam, join = piece.edges[0].allowance, piece.edges[1].allowance
    raw = Term("Join", join, "From the raw end to its seam, where the corner begins.")
    round_it = Term(
        "The whole corner", snap(math.pi * form.rounded / 2), f"Clipped every {amount(12, bag.unit)}."
    )
    told = (
        ("corner begins", Sum("From a raw end", (raw,))),
        ("corner ends", Sum("From a raw end", (raw, round_it))),
    )
    label = f"Clip from here to here, to {amount(2, bag.unit)} from the seam"
    for end, way in ((left, 1.0), (right, -1.0)):
        for i, (_, place) in enumerate(told):
            x = end + way * place.total
            for y, inwards in ((low, 0.8), (high, -0.8)):
                first = end == left and y == low and not i
                points = ((x, y), (x, y + seam * inwards))
                out.append(Mark("clip", label, points, "either raw end", told if first else ()))
    return tuple(out)


def _height(band: Face) -> float:
    return max(y for _, y in band.points)


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the strip's middle and the places where it is clipped to turn the corners."""
    bag = item.bag
    if piece.part == "gusset base":
        return _under_marks(bag, form, piece)
    if piece.part != "gusset" or STRIP_OF.of(bag) == "three":
        return ()
    halves = STRIP_OF.of(bag) == "halves"
    above = next(
        (_height(f) for f in form.faces if f.part == piece.part and f.division in ("upper", "facing")), 0.0
    )
    out = list(_clips(bag, form, piece, above))
    if not halves:
        out += _middle(piece)
    if not halves and not above:
        out.append(_by_the_raw_edge(bag, form, piece))
    return tuple(out)


def _clips(bag: Resolved, form: Form, piece: Piece, above: float) -> Iterator[Mark]:
    """Yield where the strip is clipped to turn the corners; *above* of it is a piece of its own."""
    r, height = form.rounded, form.height
    seam, top = piece.edges[0].allowance, piece.edges[1].allowance
    left, low, right, high = piece.box
    raw = Term("Top edge", top, "From the raw end to the finished top.")
    if above:
        raw = Term("Join", top, "From the raw end to its seam.")
    straight = Term("Straight side", snap(height - r - above), "To where the corner begins.")
    down = Sum("From a raw end", (raw, straight))
    clip: tuple[tuple[str, Sum], ...] = (("clip", down),)
    label = f"Clip at the corner, to {amount(2, bag.unit)} from the seam"
    if r > 0:
        arc = Term("Half a corner", snap(math.pi * r / 4), "To the middle of the arc.")
        spread = Term("The whole corner", snap(math.pi * r / 2), _every(bag))
        clip = (
            ("corner begins", down),
            ("its middle", Sum("From a raw end", (raw, straight, arc))),
            ("corner ends", Sum("From a raw end", (raw, straight, spread))),
        )
        label = f"Clip from here to here, to {amount(2, bag.unit)} from the seam"
    places = [told.total for _, told in clip]
    for n, end in enumerate((right,) if STRIP_OF.of(bag) == "halves" else (left, right)):
        way = 1.0 if end == left else -1.0
        for i, place in enumerate(places):
            x = end + way * place
            for y in (low, high):
                points: tuple[Point, ...] = ((x, y), (x, y + (seam * 0.8 if y == low else -seam * 0.8)))
                yield Mark("clip", label, points, "either raw end", clip if not (n or i) and y == low else ())


def _middle(piece: Piece) -> Iterator[Mark]:
    """Yield the middle of the strip on both its long edges, told once."""
    left, low, right, high = piece.box
    half = Term("Half of the strip", snap((right - left) / 2), "Meets the middle of the base.")
    told: tuple[tuple[str, Sum], ...] = (("from either raw end", Sum("To the middle", (half,))),)
    for y in (low, high):
        where = ((left + right) / 2, y)
        yield Mark("notch", "Middle of the strip", (where,), "either raw end", told if y == low else ())


def _by_the_raw_edge(bag: Resolved, form: Form, piece: Piece) -> Mark:
    """Return the other way to measure the strip: round the panel's raw edge."""
    seam, top, r = piece.edges[0].allowance, piece.edges[1].allowance, form.rounded
    over = math.pi * seam if r > 0 else 4 * seam
    longer = Term("What the raw edge adds", snap(over), "The raw edge runs outside the seam line.")
    tops = Term("Top edge at both ends", 2 * top, "Beyond the finished top.", times=2)
    path = path_terms(form.mm("width"), form.height, r)
    school = Sum("Measured round the raw edge instead", (*path, longer, tops))
    note = (("by the raw edge of the panel, trimmed after", school),)
    return Mark("notch", "The other way to measure the strip", (), "the panel's raw edge", note)
