"""What ought to be found of what is put on a bag: its boxes, from the numbers asked for and read."""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations

from shapely import affinity, box

from ambitus.core.form.sewn import rows_below
from core import made_up, proofs, put_on
from core.oracle import EPS, Bag, Strap, says

#: bases whose panels run under the bag by half its depth, and those of them whose corners are boxed
_UNDER = {"boxed", "boxed_after", "boxed_pinched", "folded_in", "side_panels"}
_BOXED = {"boxed", "boxed_after", "boxed_pinched"}


@dataclass
class Box:
    """A box on a side, from its middle and from the finished top edge; ``kind`` says what it is."""

    x0: float
    u0: float
    x1: float
    u1: float
    kind: str
    of: str = ""
    #: what is kept free round a motif
    clear: float = 0.0


class Side:
    """One side of a layer of a bag, and all that lies on it."""

    def __init__(self, bag: Bag, layer: str, side: str) -> None:
        self.bag, self.layer, self.side = bag, layer, side
        self.form = bag.draft.forms[layer]
        self.half = put_on.wide_of(bag.draft) / 2
        self.foot = self.form.height + self.form.stance.band
        under = bag.draft.form.mm("depth") / 2 if bag.base in _UNDER else 0.0
        self.deep = self.foot + under

    def put(self) -> Iterator[tuple[put_on.Put, Box]]:
        """Yield everything that is put on this side."""
        for put in put_on.every(self.bag.draft):
            if put.layer == self.layer and self.side in put.sides:
                yield from ((put, box) for box in self._boxes(put))

    def _boxes(self, put: put_on.Put) -> Iterator[Box]:
        read, at = self.bag.draft.read.extras[put.number].sizes, f"extras.{put.number}"
        if put.kind == "motif":
            wide, high = put.mm("width"), put.mm("height")
            x, u = self._left(put, wide), self._upper(put, high)
            yield Box(x, u, x + wide, u + high, "motif", at, put.mm("motif_clear"))
        elif put.kind in ("patch", "slip", "zip_across"):
            wide, high = (2 * self.half if put.kind == "slip" else read["width"]), read["height"]
            x, u = self._left(put, wide), self._upper(put, high)
            yield Box(x, u, x + wide, u + high, "slip" if put.kind == "slip" else "pocket", at)
            if put.is_("flap", "flap"):
                more, above = self.bag.pair(6, 0.25) / 2, put.mm("flap_above")
                yield Box(x - more, u - above, x + wide + more, u, "pocket", at)
            if put_on.flap_held(put):
                half, low = put.mm("size") / 2, u + read["fall"] - put.mm("flap_closed_at")
                yield Box(x + wide / 2 - half, low - half, x + wide / 2 + half, low + half, "pocket", at)
        elif put.kind == "window_zip":
            wide, high = read["opening"] + 2 * self.bag.pair(12, 0.5), self.bag.pair(28, 1)
            x, u = self._centre(put), put.mm("from_top")
            if self.side == "back" and not put.is_("centre_by", "middle"):
                # a window is told on its own side, whichever that is
                x = -x
            yield Box(x - wide / 2, u - high / 2, x + wide / 2, u + high / 2, "closure", at)
        elif put.kind in put_on.CLOSURES and not put.is_("held_by", "open"):
            wide, high = self._taken(put)
            x, u = self._centre(put), put.mm("from_top")
            yield Box(x - wide / 2, u - high / 2, x + wide / 2, u + high / 2, "closure", at)

    def _left(self, put: put_on.Put, wide: float) -> float:
        if put.kind == "slip":
            return -self.half
        if put.is_("across_by", "middle"):
            return -wide / 2
        beside = put.mm("from_side")
        return beside - self.half if put.is_("across_by", "left") else self.half - beside - wide

    def _upper(self, put: put_on.Put, high: float) -> float:
        if put.is_("foot", "seam"):
            return self.foot - high
        return self.foot - put.mm("from_foot") - high if put.is_("down_by", "foot") else put.mm("from_top")

    def _taken(self, put: put_on.Put) -> tuple[float, float]:
        if put.kind == "flap":
            return put_on.half_taken(put)
        if put.kind == "hook_and_loop":
            return self.bag.bag.grid.fit(put.mm("long")), put.mm("high")
        if put.is_("patched", "patch"):
            (piece,) = put.pieces().values()
            return piece.size("length"), piece.size("width")
        if put.is_("fastens", "toggle"):
            return put.mm("long"), put.mm("thick")
        return put.mm("size"), put.mm("size")

    def _centre(self, put: put_on.Put) -> float:
        if not put.has("centre_by") or put.is_("centre_by", "middle"):
            return 0.0
        hand = 1.0 if put.is_("centre_by", "right") else -1.0
        return (hand if self.side == "front" else -hand) * (self.half - put.mm("centre_from"))

    def of_the_bag(self) -> Iterator[Box]:
        """Yield what lies there of the bag itself."""
        bag = self.bag
        band = self.form.stance.band
        for row in rows_below(self.form):
            if row + band > 0:
                yield Box(-self.half, row + band, self.half, row + band, "line")
        if bag.top in ("casing", "stitched_channel") and self.layer == "outer":
            low = bag.mm("top.heading") + bag.mm("top.channel") if bag.has("top.heading") else 0.0
            yield Box(-self.half, 0.0, self.half, low, "line")
        faced, bottom = (bag.draft.read.more.get(f) for f in ("top.facing_height", "cloth.bottom_height"))
        if self.layer == "lining" and isinstance(faced, float):
            yield Box(-self.half, faced, self.half, faced, "join")
        if self.layer == "outer" and isinstance(bottom, float):
            yield Box(-self.half, self.foot - bottom, self.half, self.foot - bottom, "join")
        plain = self.side == "back" and made_up.front_only(bag.draft)
        if self.layer == "outer" and made_up.zip_front(bag.draft) and self.side == "front":
            yield self._front_zip()
        elif self.layer == "outer" and not bag.chose("cloth.made", "whole") and not plain:
            yield from self._strips(bottom if isinstance(bottom, float) else 0.0)
        if self.deep > self.foot + EPS:
            yield Box(-self.half, self.foot, self.half, self.deep, "foot")
        if self.layer == "outer":
            yield from self._straps()

    def _front_zip(self) -> Box:
        bag = self.bag
        down = bag.mm("cloth.zip_strip") - bag.mm("cloth.zip_seam")
        u = down + self.form.stance.band - proofs.past_the_edge(bag.draft)
        shows = max(0.0, bag.mm("cloth.zip_tape") - 2 * bag.mm("cloth.zip_seam"))
        return Box(-self.half, u, self.half, u + shows, "closure")

    def _strips(self, bottom: float) -> Iterator[Box]:
        """Yield the joins of strips; those of a bottom begin anew at its upper edge."""
        draft = self.bag.draft
        joins = made_up.joins(draft)
        strips = self.bag.chose("cloth.made", "strips")
        if (
            self.bag.chose("cloth.strips_run", "up")
            if strips
            else not self.bag.chose("cloth.made", "lengthened")
        ):
            eats = (draft.piece("outer").extent[0] - 2 * self.half) / 2
            for x in (join - eats - self.half for join in joins):
                if -self.half + 1e-6 < x < self.half:
                    yield Box(x, self.form.stance.band, x, self.foot, "join")
            return
        above = self.form.stance.band - proofs.past_the_edge(draft)
        for u in (join + above for join in joins):
            if self.form.stance.band < u < self.foot - bottom:
                yield Box(-self.half, u, self.half, u, "join")
        if not strips:
            return
        again = self.foot - bottom - self.bag.mm("allowances.join") if bottom else math.inf
        for u in (again + join for join in joins):
            if self.foot - bottom < u < self.foot:
                yield Box(-self.half, u, self.half, u, "join")

    def _straps(self) -> Iterator[Box]:
        for n in range(len(self.bag.draft.read.straps)):
            strap = Strap(self.bag, n)
            low = {
                "on_face": strap.down,
                "to_base": self.deep,
                "under_base": self.deep,
                "on_hem": self.bag.mm("top.hem") if self.bag.has("top.hem") else 0.0,
                "in_turn": self.bag.mm("top.hem") if self.bag.has("top.hem") else 0.0,
                "tucked": self.bag.mm(f"{strap.at}.inside") if strap.attach == "tucked" else 0.0,
            }.get(strap.attach, 0.0)
            kind = "end" if strap.attach == "in_seam" else "runs" if strap.runs else "line"
            if kind == "end" or low > 0:
                for x in (-strap.gap / 2, strap.gap / 2):
                    half = strap.width / 2
                    deep = 0.0 if kind == "end" else low
                    deep += self.form.stance.band if kind == "line" else 0.0
                    yield Box(x - half, 0.0, x + half, deep, kind, strap.at)

    def ends(self) -> Iterator[Box]:
        """Yield what of the extras is caught in the seam at the top edge."""
        for put in put_on.every(self.bag.draft) if self.layer == "outer" else ():
            times = {"ties": 1, "hanging_loop": 2, "button_loop": 2}.get(put.kind, 0)
            if put.kind == "flap" and self.side == "back":
                half = put_on.head_of(put)[0] / 2
                yield Box(-half, 0.0, half, 0.0, "end", f"extras.{put.number}")
            if times and (put.kind == "ties" or self.side == "back"):
                half = times * self.bag.draft.read.extras[put.number].sizes["strip_wide"] / 2
                yield Box(-half, 0.0, half, 0.0, "end", f"extras.{put.number}")

    def kept_apart(self, one: Box, other: Box) -> float | None:
        """Return how far two boxes have to lie apart; None where they may lie on each other."""
        kinds = {one.kind, other.kind}
        small, metal = self.bag.pair(3, 0.125), self.bag.pair(6, 0.25)
        if "end" in kinds:
            return small if kinds == {"end"} else None
        if kinds == {"slip", "runs"}:
            return None
        if "motif" in kinds:
            # nothing is sewn over it, not even a join
            own = {"join": 0.0, "closure": metal, "motif": 0.0}
            return max(max(box.clear, own.get(box.kind, small)) for box in (one, other))
        if "join" in kinds:
            return metal if "closure" in kinds else None
        if kinds == {"slip", "foot"}:
            return self.bag.pair(12, 0.5)
        return metal if "closure" in kinds else small

    def clashes(self) -> bool:
        """Return whether any two things here, one of them put on, lie too near each other."""
        boxes = [*(box for _, box in self.put()), *self.ends(), *self.of_the_bag()]
        for one, other in combinations(boxes, 2):
            if one.of == other.of or not any(b.of.startswith("extras") for b in (one, other)):
                continue
            across = max(other.x0 - one.x1, one.x0 - other.x1)
            down = max(other.u0 - one.u1, one.u0 - other.u1)
            apart = self.kept_apart(one, other)
            if apart is not None and max(across, down) < apart - EPS:
                return True
        return False

    def off(self) -> bool:
        """Return whether anything reaches past the cloth of its panel."""
        rounded = self.bag.draft.form.rounded
        return any(
            box.u0 < -EPS
            or box.x0 < -self.half - EPS
            or box.x1 > self.half + EPS
            or box.u1 > self.deep - (rounded if put.kind == "slip" else 0.0) + EPS
            for put, box in self.put()
        )


def _sides(b: Bag) -> Iterator[Side]:
    if b.bag.kinds.extras:
        yield from (Side(b, layer, side) for layer in b.draft.forms for side in ("front", "back"))


@says("put-on-off-face")
def _(b: Bag) -> bool:
    return any(side.off() for side in _sides(b))


@says("elastic-loop-small")
def _(b: Bag) -> bool:
    loops = (put for put in put_on.every(b.draft) if put.is_("strip_as", "elastic"))
    return any(1.75 * put.mm("elastic") < 220 for put in loops)


@says("put-on-clashes")
def _(b: Bag) -> bool:
    return any(side.clashes() for side in _sides(b))


@says("divider-outside")
def _(b: Bag) -> bool:
    def wide(put: put_on.Put) -> float:
        return b.draft.read.extras[put.number].sizes.get("width", put_on.wide_of(b.draft))

    return any(
        put.is_("divided", "at") and put.mm("divided_at") > wide(put) - b.pair(3, 0.125) + EPS
        for put in put_on.every(b.draft)
    )


@says("closure-without-patch")
def _(b: Bag) -> bool:
    return any(
        put.is_("patched", "none")
        and (put.kind == "magnetic_snap" or put.is_("set", "hammered") or put.is_("held_by", "snap"))
        for put in put_on.every(b.draft)
    )


@says("flap-past-foot")
def _(b: Bag) -> bool:
    flaps = (put for put in put_on.every(b.draft) if put.kind == "flap")
    return any(b.draft.read.extras[put.number].sizes["fall"] > b.draft.form.height + EPS for put in flaps)


@says("flap-half-off")
def _(b: Bag) -> bool:
    def off(put: put_on.Put) -> bool:
        fall, metal = b.draft.read.extras[put.number].sizes["fall"], b.pair(6, 0.25)
        fall = put_on.falls_in_middle(put, fall)
        half, at = put_on.half_size(put)[1] / 2, put.mm("from_top")
        up = max(half, put_on.hole_of(put)) if put.is_("held_by", "button") else half
        return at + half + metal > fall + EPS or up + metal > at + EPS

    flaps = (put for put in put_on.every(b.draft) if put.kind == "flap")
    return any(off(put) for put in flaps if not put.is_("held_by", "open"))


@says("flap-corner-over-flap")
def _(b: Bag) -> bool:
    def over(put: put_on.Put) -> bool:
        fall = b.draft.read.extras[put.number].sizes["fall"]
        return put.mm("flap_corner") > min(put_on.flap_wide(put) / 2, fall) + EPS

    flaps = (put for put in put_on.every(b.draft) if put.kind == "flap")
    straight = (put for put in flaps if put.is_("flap_shape", "straight"))
    return any(over(put) for put in straight if not put.is_("flap_corners", "square"))


@says("flap-half-at-corner")
def _(b: Bag) -> bool:
    def near(put: put_on.Put) -> bool:
        fall = b.draft.read.extras[put.number].sizes["fall"]
        wide, high = put_on.half_size(put)
        low = fall - put.mm("from_top") - high / 2
        half = box(-wide / 2, low, wide / 2, low + high)
        shape = put_on.template_of(put)
        if shape is not None:
            # its own line, its upper edge left out
            left, bottom, right, top = shape.bounds
            across = put_on.head_of(put)
            up = box(across[1] - across[0] / 2, top - bottom, across[1] + across[0] / 2, top - bottom + 999)
            moved = affinity.translate(shape, -left, -bottom).union(up)
            outside = box(-999, -999, right - left + 999, 1999).difference(moved)
            return affinity.translate(half, across[1]).distance(outside) < b.pair(6, 0.25) - EPS
        return half.distance(put_on.lost_of(put, fall)) < b.pair(6, 0.25) - EPS

    flaps = (put for put in put_on.every(b.draft) if put.kind == "flap")
    return any(near(put) for put in flaps if not put.is_("held_by", "open"))


@says("flap-foot-not-narrower")
def _(b: Bag) -> bool:
    flaps = (put for put in put_on.every(b.draft) if put.kind == "flap" and put.is_("flap_shape", "slanted"))
    return any(put.mm("flap_foot") > put_on.flap_wide(put) - EPS for put in flaps)


@says("flap-no-width")
def _(b: Bag) -> bool:
    flaps = (put for put in put_on.every(b.draft) if put.kind == "flap")
    own = (put for put in flaps if put_on.template_of(put) is None)
    return any(put_on.face_of(b.draft) - 2 * put.mm("flap_clear") < 20 - EPS for put in own)


def _templates(b: Bag) -> Iterator[put_on.Put]:
    return (put for put in put_on.every(b.draft) if put.is_("flap_shape", "template"))


@says("template-without-edge")
def _(b: Bag) -> bool:
    return any(put_on.template_of(put) is None for put in _templates(b))


@says("template-over-face")
def _(b: Bag) -> bool:
    made = (put for put in _templates(b) if put_on.template_of(put) is not None)
    return any(put_on.head_of(put)[0] > put_on.face_of(b.draft) + 1e-3 for put in made)


@says("template-too-short")
def _(b: Bag) -> bool:
    def falls(put: put_on.Put) -> float:
        return put_on.falls_in_middle(put, b.draft.read.extras[put.number].sizes["fall"])

    made = (put for put in _templates(b) if put_on.template_of(put) is not None)
    return any(falls(put) < b.pair(20, 0.75) - 1e-3 for put in made)


@says("template-too-tight")
def _(b: Bag) -> bool:
    # grown by its seam and drawn in again it is another, where a hollow has closed
    def tight(put: put_on.Put) -> bool:
        sewn, seam = put_on.template_of(put), put.allowance("flap")
        if sewn is None:
            return False
        sewn = sewn.simplify(0.05)
        grown = sewn.buffer(seam, join_style="mitre", mitre_limit=100)
        again = grown.buffer(-seam, join_style="mitre", mitre_limit=100)
        return bool(again.symmetric_difference(sewn).area > 0.1)

    return any(tight(put) for put in _templates(b))


@says("flap-closure-off")
def _(b: Bag) -> bool:
    def off(put: put_on.Put) -> bool:
        read, metal = b.draft.read.extras[put.number].sizes, b.pair(6, 0.25)
        half, at = put.mm("size") / 2, put.mm("flap_closed_at")
        hole = max(half, put_on.hole_of(put)) if put.is_("flap_closes", "button") else half
        over, foot = read["fall"] - at - hole, read["height"] - (read["fall"] - at) - half
        return min(at - half, over, foot) < metal - EPS

    return any(put_on.flap_held(put) and off(put) for put in put_on.every(b.draft))


@says("binding-misses-row")
def _(b: Bag) -> bool:
    bound = b.has("top.binding_cover")
    return bound and b.mm("top.binding_cover") < b.mm("allowances.binding") + 1 - EPS


@says("pocket-bag-too-deep")
def _(b: Bag) -> bool:
    def over(put: put_on.Put) -> bool:
        side = Side(b, put.layer, put.sides[0])
        deep = b.draft.read.extras[put.number].sizes["deep"]
        return put.mm("from_top") + deep > side.foot - b.pair(10, 0.375) + EPS

    return any(put.kind == "window_zip" and over(put) for put in put_on.every(b.draft))


@says("window-longer-than-sold")
def _(b: Bag) -> bool:
    longest = b.pair(800, 30)
    past = 2 * b.pair(12, 0.5)
    windows = (put for put in put_on.every(b.draft) if put.kind == "window_zip")
    return any(put.mm("opening") + past > longest + EPS for put in windows)


@says("transfer-without-heat")
def _(b: Bag) -> bool:
    motifs = (put for put in put_on.every(b.draft) if put.is_("motif", "transfer"))
    return any(b.bag.cloth(put.layer).iron.startswith("none") for put in motifs)


@says("zip-across-narrow")
def _(b: Bag) -> bool:
    pockets = (put for put in put_on.every(b.draft) if put.kind == "zip_across")
    return any(put.mm("zip_tape") - 2 * put.mm("zip_seam") < b.pair(10, 0.375) - EPS for put in pockets)


@says("zip-across-at-edge")
def _(b: Bag) -> bool:
    """Either piece, as it was cut, without its two edges."""
    pockets = (put for put in put_on.every(b.draft) if put.kind == "zip_across")
    return any(
        put.pieces()[name].size("height") - put.mm("zip_seam") - put.mm("edges") < b.pair(15, 0.625) - EPS
        for put in pockets
        for name in ("upper", "lower")
    )
