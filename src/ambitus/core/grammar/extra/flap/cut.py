"""The two layers of a flap, what holds it down, and where both lie."""

import math
from dataclasses import dataclass

from ambitus.core.curves import Arc, Bow
from ambitus.core.form.model import Edge, Face, Form, Loose, Mark, Measure, Part
from ambitus.core.form.sewn import Caught, HangsOver, Place, Sewn, Told
from ambitus.core.geometry import Point
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.caught import top_term
from ambitus.core.grammar.extra.cloth import Terms, mm_of, name_of, settled, size_terms
from ambitus.core.grammar.extra.fields import POCKET_OF
from ambitus.core.grammar.extra.flap.closing import (
    closing_parts,
    closing_sewn,
    half_mark,
    held_by,
    mark_from_head,
)
from ambitus.core.grammar.extra.flap.fields import (
    OVER_ALLOWANCE,
    OVER_CLEAR,
    OVER_CORE,
    OVER_CORNER,
    OVER_CORNERS,
    OVER_FALL,
    OVER_FOOT,
    OVER_INSERTED,
    OVER_OUTLINE,
    OVER_SHAPE,
    OVER_TRACED_AS,
    OVER_WRAP,
    UNDER_OF,
)
from ambitus.core.grammar.extra.flap.template import Template, below_mouth, drawn_in
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.extra.placing import beyond_side
from ambitus.core.grammar.thickness import on_outer
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import InterfacingFacts, Item
from ambitus.core.sums import Sum, Term

#: what stays straight between two corners, and beside one, in mm
_STRAIGHT = 0.005


@dataclass(frozen=True, slots=True)
class Flap:
    """
    A flap as it comes out: how wide it is, how far it falls over the front, and what each lower corner
    loses: ``across`` along its free edge and ``up`` its side, round or straight.
    """

    wide: float
    fall: float
    #: from its free edge to the back's top edge: its fall and the way over the mouth
    seen: float
    across: float
    up: float
    rounded: bool
    #: its line, where it is cut by a template
    template: Template | None = None

    @property
    def middle(self) -> float:
        """Where the middle of its upper edge lies, from its left, in mm."""
        return self.template.middle if self.template else snap(self.wide / 2)

    @property
    def falls_in_middle(self) -> float:
        """How far over the front its free edge lies, straight below the middle of its upper edge, in mm."""
        return snap(self.fall - self.template.tip) if self.template else self.fall

    @property
    def is_one_curve(self) -> bool:
        """Whether nothing of its free edge is straight."""
        return self.rounded and self.wide - 2 * self.across < 1.0


def is_tucked(item: Item) -> bool:
    """Return whether it lies between two pressed edges, and is not caught in a seam at the top."""
    return OVER_INSERTED.found(item) is not None and item.bag.kinds.top.kind == "pressed_edges"


def inside(item: Item) -> Term:
    """Return what of it lies inside the top edge of the back, as a line of a sum."""
    return OVER_INSERTED.term(item, "Inside the top edge") if is_tucked(item) else top_term(item)


def over_front(item: Item) -> Terms:
    """Return what of it lies above the top edge of the front: inside the back's, and over the mouth."""
    return (inside(item), OVER_WRAP.term(item, "Over the mouth"))


def seam_of(item: Item) -> Term:
    """Return the seam that joins its two layers, as a line of a sum."""
    return OVER_ALLOWANCE.term(item.bag, "Flap seam")


def flap_of(item: Item, form: Form) -> Flap:
    """Return a flap settled on the cutting grid, on the *form* of the outer."""
    bag, seam = item.bag, seam_of(item).mm
    template = None
    if OVER_SHAPE.is_(item, "template"):
        by = (inside(item).mm, seam) if OVER_TRACED_AS.is_(item, "cut") else None
        template = drawn_in(OVER_OUTLINE.of(item), by)
    if template:
        # any shape keeps its own size, on no grid
        fall = snap(template.high - OVER_WRAP.of(item))
        return Flap(template.wide, fall, template.high, 0.0, 0.0, False, template)
    # of a boxed bag the face that stands: a flap does not go round its corners
    whole = ground_of(bag, form, "outer", "back").stands
    # where nothing is left of its width a check says so: it is drawn with hardly any
    wide = max(bag.grid.step, settled(bag, whole - 2 * OVER_CLEAR.of(item), 2 * seam))
    fall = settled(bag, OVER_FALL.of(item), OVER_WRAP.of(item) + inside(item).mm + seam)
    seen = snap(fall + OVER_WRAP.of(item))
    across, up = _corner(item, wide, fall)
    # something of its free edge and of its sides stays, so that each has a direction
    across, up = min(across, wide / 2 - _STRAIGHT), min(up, seen - _STRAIGHT)
    straight = OVER_SHAPE.is_(item, "straight")
    rounded = OVER_CORNERS.is_(item, "rounded") if straight else OVER_SHAPE.is_(item, "half")
    if not OVER_SHAPE.is_(item, "slanted"):
        across = up = min(across, up)
    if min(across, up) < _STRAIGHT:
        across = up = 0.0
    return Flap(wide, fall, seen, snap(across), snap(up), rounded)


def _corner(item: Item, wide: float, fall: float) -> tuple[float, float]:
    """Return what was asked that each lower corner loses, along the free edge and up the side, in mm."""
    if OVER_SHAPE.is_(item, "template"):
        # one without an edge at the mouth, which a check tells: straight
        return 0.0, 0.0
    if OVER_SHAPE.is_(item, "slanted"):
        return (wide - OVER_FOOT.of(item)) / 2, fall
    if OVER_SHAPE.is_(item, "half"):
        return wide / 2, fall
    corner = 0.0 if OVER_CORNERS.is_(item, "square") else OVER_CORNER.of(item)
    return corner, corner


def beside(flap: Flap, x: float, y: float) -> float:
    """
    Return how far inside the line of a lower corner a point lies, in mm: *x* beside the middle of the flap
    and *y* above its free edge. Beyond the line it is less than nothing; beside no corner without end.
    """
    begins = flap.wide / 2 - flap.across
    if not flap.across or y >= flap.up:
        return math.inf
    if y < 0:
        # below the free edge nothing of the corner is nearer than where it begins
        return math.hypot(max(0.0, begins - x), y)
    if flap.rounded:
        return flap.across - math.hypot(x - begins, y - flap.up) if x > begins else math.inf
    long = math.hypot(flap.across, flap.up)
    share = ((x - begins) * flap.across + y * flap.up) / long**2
    near = min(max(share, 0.0), 1.0)
    off = math.hypot(x - begins - near * flap.across, y - near * flap.up)
    return off if (x - begins) * flap.up <= y * flap.across else -off


def sizes(item: Item, form: Form) -> dict[str, float]:
    """Return how far it falls over the front as it comes out."""
    return {"fall": flap_of(item, form).fall}


def _outline(flap: Flap, behind: bool = False) -> tuple[Edge, ...]:
    """Return its outline in seam lines, its free edge along y = 0; or as it is seen from *behind*."""
    if flap.template:
        line = flap.template.mirrored if behind else flap.template
        runs = (Edge(name, "sides", at, Bow(on) if on else None) for name, at, on in line.runs)
        return (Edge("head", "head", line.points[0]), *runs)
    w, h, r, up = flap.wide, flap.seen, flap.across, flap.up
    head = (Edge("head", "head", (w, h)), Edge("side left", "sides", (0.0, h)))
    if not r:
        return (Edge("foot", "foot", (0.0, 0.0)), Edge("side right", "sides", (w, 0.0)), *head)
    right, left = (Arc((w - r, r)), Arc((r, r))) if flap.rounded else (None, None)
    return (
        Edge("foot", "foot", (r, 0.0)),
        Edge("corner right", "sides", (w - r, 0.0), right),
        Edge("side right", "sides", (w, up)),
        *head,
        Edge("corner left", "sides", (0.0, up), left),
    )


def flap_keys(item: Item) -> tuple[str, str]:
    """Return the keys of its outside and of its underside."""
    return f"pocket {name_of(item, 'flap')}", f"pocket {name_of(item, 'flap under')}"


def _measures(flap: Flap, wide: Terms, high: Terms, behind: bool = False) -> tuple[Measure, Measure]:
    """Return what is told of its outline: how wide it is, and how long."""
    wide_of, long_of = "How wide to cut it", "How long to cut it"
    if flap.template:
        left, right, low = (flap.template.mirrored if behind else flap.template).ends
        return (
            Measure("width", wide_of, "x", left, right, wide, on_grid=False, whole=True, beside="top"),
            Measure("height", long_of, "y", low, "head", high, on_grid=False, whole=True, beside="left"),
        )
    return (
        Measure("width", wide_of, "x", "side left", "side right", wide, beside="top"),
        Measure("height", long_of, "y", "foot", "head", high, beside="left"),
    )


def _layer(item: Item, flap: Flap, name: str, part: str, of: str, marks: tuple[Mark, ...]) -> Loose:
    bag = item.bag
    of = of if of != "lining" or "lining" in bag.kinds.top.layers else "outer"
    whole = Term("Width of the face", snap(flap.wide + 2 * OVER_CLEAR.of(item)), "Of the back, as it stands.")
    wide: Terms = (whole, OVER_CLEAR.term(item, "Clear of each side").scaled(-2, times=2))
    fall = size_terms(OVER_FALL.term(item, "Falls over the front"), flap.fall)
    high: Terms = (*fall, OVER_WRAP.term(item, "Over the mouth"))
    if flap.template:
        wide = (Term("Template, wide", flap.wide, "Along its seam line.", "chosen"),)
        high = (Term("Template, long", flap.seen, "From its lowest point to the top edge.", "chosen"),)
    behind = part != name_of(item, "flap")
    outline = _outline(flap, behind)
    measures = _measures(flap, wide, high, behind)
    face = Face(part, part, outline, measures, part=part, of="lining" if of == "lining" else "")
    seam = (seam_of(item),)
    cloth: dict[str, Terms] = {"sides": seam, "foot": seam, "head": (inside(item),)}
    return Loose("pocket", name, 1, face, cloth, of, marks, item.at)


def cored_with(item: Item) -> InterfacingFacts | None:
    """Return what lies in a flap: the bag's interfacing, where that is cut and wanted there."""
    return on_outer(item.bag) if OVER_CORE.is_(item, "core") else None


def core_key(item: Item) -> str:
    """Return the key of what lies in it."""
    return f"pocket core {name_of(item, 'flap core')}"


def _core(item: Item, flap: Flap) -> Loose:
    """Return what lies in a flap: as large as that is seen, for it stays out of every seam."""
    part = name_of(item, "flap core")
    wide = (Term("The flap, wide", flap.wide, "As it comes out."),)
    high = (Term("The flap, long", flap.seen, "From its free edge to the top edge of the back."),)
    # it lies on the wrong side of the outside
    outline = _outline(flap, behind=True)
    cloth: dict[str, Terms] = {"sides": (), "foot": (), "head": ()}
    face = Face(part, part, outline, _measures(flap, wide, high, behind=True), part=part)
    return Loose("pocket core", "Flap, interfacing", 1, face, cloth, "interfacing", (), item.at)


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return both layers of a flap, and what holds it down."""
    flap = flap_of(item, form)
    # a hole goes through both and is worked from outside; a half is set in the underside alone
    through = held_by(item) == "button"
    seen = flap.template if through or not flap.template else flap.template.mirrored
    at = seen.middle if seen else flap.middle
    marks = (
        mark_from_head(item, at, flap.fall, over_front(item), seen.head)
        if seen
        else half_mark(item, at, flap.fall, seam_of(item))
    )
    outside, under = (marks, ()) if through else ((), marks)
    return (
        _layer(item, flap, "Flap", name_of(item, "flap"), POCKET_OF.of(item), outside),
        _layer(item, flap, "Flap, underside", name_of(item, "flap under"), UNDER_OF.of(item), under),
        *((_core(item, flap),) if cored_with(item) else ()),
        *closing_parts(item),
    )


def _seen_outline(flap: Flap) -> tuple[Point, ...]:
    """Return what of a closed flap is seen on the front: right of its middle, and below the top edge."""
    if flap.template:
        middle = flap.middle
        seen = below_mouth(flap.template.points, flap.fall)
        return tuple((x - middle, flap.fall - y) for x, y in seen)
    half, low, r = flap.wide / 2, flap.fall, flap.across
    r = min(r, low) if flap.rounded else r
    if not r:
        return ((-half, 0.0), (-half, low), (half, low), (half, 0.0))
    if not flap.rounded:
        # what reaches up past the mouth lies over it, and not on the front
        up = min(flap.up, low)
        turn: list[Point] = [(half - r, low), (half - r + r * up / flap.up, low - up)]
    else:
        turns = [math.pi / 24 * n for n in range(13)]
        turn = [(half - r + r * math.sin(t), low - r + r * math.cos(t)) for t in turns]
    return (
        (-half, 0.0),
        *((-x, y) for x, y in reversed(turn)),
        *turn,
        (half, 0.0),
    )


def at_mouth(flap: Flap) -> float:
    """Return how wide a flap is where it is caught, in mm."""
    return flap.template.head if flap.template else flap.wide


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return where a flap is caught in the top edge of the back, and what of it is sewn to the front."""
    if layer != "outer":
        return ()
    flap, bag = flap_of(item, form), item.bag
    back = ground_of(bag, form, layer, "back")
    band, middle = back.bands[0], back.to_middle

    def told(spare: float) -> Told:
        way = Sum("From the raw edge to its middle", (*beyond_side(item, band, spare), *middle))
        return (("from the left", way),)

    place = Place(band.face.name, band.edge, mm_of(middle), 0.0, back=True)
    key, under = flap_keys(item)
    seam, reach = ("", inside(item).mm) if is_tucked(item) else ("top", 0.0)
    return (
        Caught(key, place, seam, reach, "Middle of the flap", "top left", told, at_mouth(flap)),
        HangsOver(key, _seen_outline(flap)),
        *closing_sewn(item, ground_of(bag, form, layer, "front"), under),
    )
