"""
One map of what lies on each side of a layer: rows, channels, strap ends, corners, the edge the bag stands on,
and everything that is put on. Two that come nearer than they may are told with what is missing between them.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations
from typing import Literal, get_args

from ambitus.core.draft import Draft
from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught, Channel, FoldedUp, Line, PutOn, Side, edge_length
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.ground import Ground, ground_of
from ambitus.core.grammar.extra.placing import CLEAR, CLEAR_OF_METAL
from ambitus.core.lengths import Unit, snap
from ambitus.core.words import within


@dataclass(frozen=True, slots=True)
class Spot:
    """
    Something on a side of a layer: what it is called, and its box in that side's own terms: left and right of
    the middle, below the finished top edge, in mm. Nothing may come nearer than ``clear``.

    ``of`` is the item of a list that it belongs to, if it is of one.
    """

    name: str
    left: float
    upper: float
    right: float
    lower: float
    clear: float
    of: str = ""
    #: what of the bag itself it is that not everything keeps clear of alike
    is_a: Literal["", "foot", "join", "end", "runs"] = ""
    #: how far it stays above the edge the bag stands on, and whether it may lie over a join
    above_foot: float = 0.0
    over_joins: bool = False
    #: whether it lies across its panel: what runs down the face is sewn on over it
    across: bool = False

    def keeps_from(self, other: "Spot") -> float:
        """Return how far it has to stay from another, in mm; negative where it may lie over it."""
        # an end in the seam at the top edge is in the way of another there, and of nothing else
        if (other.is_a == "join" and self.over_joins) or (self.is_a == "end") != (other.is_a == "end"):
            return -math.inf
        if other.is_a == "runs" and self.across:
            return -math.inf
        return max(self.clear, other.clear, self.above_foot if other.is_a == "foot" else 0.0)


@dataclass(frozen=True, slots=True)
class Clash:
    """Two things on a side of a layer that lie nearer than they may, and the mm missing between them."""

    layer: Layer
    side: Side
    one: Spot
    other: Spot
    clear: float
    missing: float


def apart(one: Spot, other: Spot) -> float:
    """
    Return how far apart two boxes lie along the way that parts them most; negative where they overlap, mm.

    >>> apart(Spot("a", 0, 0, 10, 10, 3), Spot("b", 12, 4, 20, 8, 3))
    2
    """
    across = max(other.left - one.right, one.left - other.right)
    down = max(other.upper - one.lower, one.upper - other.lower)
    return max(across, down)


def spots_of(draft: Draft, layer: Layer, side: Side) -> tuple[Spot, ...]:
    """Return all that lies on one side of a layer."""
    form = draft.forms[layer]
    ground = ground_of(draft.bag, form, layer, side)
    return tuple(_spots(draft, form, ground))


def _spots(draft: Draft, form: Form, ground: Ground) -> Iterator[Spot]:
    clear, half = CLEAR.mm(draft.bag.unit), ground.wide / 2
    for one in form.every_sewn:
        match one:
            case PutOn(layer=ground.layer, side=ground.side):
                right, low = snap(one.x + one.wide), snap(one.u + one.high)
                yield Spot(
                    within(one.label),
                    one.x,
                    one.u,
                    right,
                    low,
                    one.clear,
                    one.of,
                    above_foot=one.above_foot,
                    over_joins=one.over_joins,
                    across=one.across,
                )
            case Channel() if not one.strip:
                yield Spot("casing", -half, 0.0, half, one.lower, clear)
    yield from _rows(form, ground, clear)
    yield from _joins(form, ground, draft.bag.unit)
    if ground.layer == "outer":
        yield from _strap_ends(draft, form, ground, clear)
        yield from _ends(form, ground, clear)
    yield from _below(form, ground, clear)


def _rows(form: Form, ground: Ground, clear: float) -> Iterator[Spot]:
    """Yield the rows along the top edge of a side, each once."""
    band, half = ground.bands[0], ground.wide / 2
    rows = (s for s in form.every_sewn if isinstance(s, Line) and s.kind == "row")
    levels = {snap(s.inside + band.begins) for s in rows if (s.face, s.edge) == (band.face.name, band.edge)}
    for u in sorted(level for level in levels if level > 0):
        yield Spot("row along the top edge", -half, u, half, u, clear)


def _joins(form: Form, ground: Ground, unit: Unit) -> Iterator[Spot]:
    """Yield the joins of a side: of a facing, of a bottom, or of the strips that it is pieced of."""
    half, stance = ground.wide / 2, form.stance
    for band in ground.bands[1:]:
        yield Spot("join of its panel", -half, band.begins, half, band.begins, 0.0, is_a="join")
    if ground.layer != "outer":
        return
    top = form.height + stance.band
    here = ("", "panels", ground.side)
    across = [one for one in stance.levels if one.on in here and one.style == "line"]
    zipped = {n + 1 for n, level in enumerate(across) if level.layer == "zip"}
    for n, level in enumerate(across):
        if level.z == stance.bottom or n in zipped:
            continue
        u = snap(top - level.z)
        if level.layer == "zip":
            # it ends where what is seen next begins
            low = snap(top - across[n + 1].z) if n + 1 < len(across) else u
            yield Spot("zip of the front", -half, u, half, low, CLEAR_OF_METAL.mm(unit))
            continue
        yield Spot("join of its strips", -half, u, half, u, 0.0, is_a="join")
    up = (one for one in stance.uprights if one.on in here and one.style == "line")
    for one in (one for one in up if one.x > -half + 1e-6):
        high, low = snap(top - one.high), snap(top - one.low)
        yield Spot("join of its strips", one.x, high, one.x, low, 0.0, is_a="join")


def _strap_ends(draft: Draft, form: Form, ground: Ground, clear: float) -> Iterator[Spot]:
    """Yield the ends of straps that lie on the face, as far down as they reach."""
    band = ground.bands[0]
    for hang in draft.hangs:
        for one in form.sewn.get(hang.prefix, ()):
            if not isinstance(one, Caught) or (one.at.face, one.at.edge) != (band.face.name, band.edge):
                continue
            x, half = _along(form, one), hang.finished_width / 2
            name, left, right = f"{_hand(x)} strap end", snap(x - half), snap(x + half)
            if one.seam:
                yield Spot(name, left, 0.0, right, 0.0, clear, hang.prefix, "end")
            elif one.reaches > 0:
                low = snap(one.reaches + band.begins)
                if one.foot:
                    yield Spot(f"{_hand(x)} strap", left, 0.0, right, low, clear, hang.prefix, "runs")
                else:
                    yield Spot(name, left, 0.0, right, low, clear, hang.prefix)


def _along(form: Form, one: Caught) -> float:
    """Return where an end lies along its edge, from the middle of that, to the right, in mm."""
    long = edge_length(form, one.at.face, one.at.edge)
    return snap((one.at.along if one.at.back else long - one.at.along) - long / 2)


def _ends(form: Form, ground: Ground, clear: float) -> Iterator[Spot]:
    """Yield what else is caught in the seam at the top edge of a side."""
    band = ground.bands[0]
    for at, every in form.sewn.items():
        for one in every if at.startswith("extras.") else ():
            if isinstance(one, Caught) and (one.at.face, one.at.edge) == (band.face.name, band.edge):
                x, half = _along(form, one), one.wide / 2
                left, right = snap(x - half), snap(x + half)
                yield Spot(within(one.label), left, 0.0, right, 0.0, clear, at, "end")


def _hand(x: float) -> str:
    return "left" if x < 0 else "right"


def _below(form: Form, ground: Ground, clear: float) -> Iterator[Spot]:
    """Yield what lies below the face that stands: its own edge, and the squares of boxed corners."""
    half, face, deep = ground.wide / 2, ground.stands / 2, ground.bands[-1].ends
    if not ground.runs_under:
        return
    if face < half - 1e-6 and not any(isinstance(s, FoldedUp) for s in form.every_sewn):
        yield Spot("edge the bag stands on", -face, ground.foot, face, deep, clear, is_a="foot")
        yield Spot("left boxed corner", -half, ground.foot, -face, deep, clear)
        yield Spot("right boxed corner", face, ground.foot, half, deep, clear)
    else:
        yield Spot("edge the bag stands on", -half, ground.foot, half, deep, clear, is_a="foot")


def clashes_of(draft: Draft) -> tuple[Clash, ...]:
    """Return every two things of a bag that lie nearer than they may, of which one at least is put on."""
    return draft.once(_clashes)


def _clashes(draft: Draft) -> tuple[Clash, ...]:
    return tuple(_found(draft))


def _found(draft: Draft) -> Iterator[Clash]:
    for layer, form in draft.forms.items():
        if not any(at.startswith("extras.") for at in form.sewn):
            continue
        for side in get_args(Side):
            spots = spots_of(draft, layer, side)
            mine = {spot.of for spot in spots if spot.of.startswith("extras.")}
            for one, other in combinations(spots, 2):
                if one.of == other.of or not {one.of, other.of} & mine:
                    continue
                keeps = one.keeps_from(other), other.keeps_from(one)
                if -math.inf in keeps:
                    continue
                clear = max(keeps)
                missing = snap(clear - apart(one, other))
                if missing > 1e-6:
                    # what is put on is told first
                    first, second = (one, other) if one.of in mine else (other, one)
                    yield Clash(layer, side, first, second, clear, missing)
