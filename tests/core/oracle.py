"""
What ought to be found on a bag, worked out apart from the checks: from the numbers asked for, from the cut
sizes read back, and from the facts of the cloths.

Each judgement is written from the sentence in docs/checks.md, not from the code that fires it.
"""

import math
from collections.abc import Callable, Iterator
from typing import Any

from ambitus.core.checks.amounts import at_least
from ambitus.core.draft import Draft
from ambitus.core.form.sewn import rows_below
from ambitus.core.grammar.features import cords_in
from bags import LIDDED, choice_at, mm_at, source_at
from core import made_up, proofs, put_on

#: judgements by the id of the check that they stand for
SAYS: dict[str, "Callable[[Bag], bool]"] = {}
INCH = 25.4
#: two numbers closer than this, in mm, are the same
EPS = 1e-6


def says(check: str) -> Callable[[Callable[["Bag"], bool]], Callable[["Bag"], bool]]:
    """Register what the check called *check* ought to say."""

    def register(judge: Callable[[Bag], bool]) -> Callable[[Bag], bool]:
        SAYS[check] = judge
        return judge

    return register


class Bag:
    """A draft, and what is asked of it in mm."""

    def __init__(self, draft: Draft) -> None:
        self.draft, self.bag = draft, draft.bag
        self.base, self.top = draft.bag.kinds.base.kind, draft.bag.kinds.top.kind
        self.asked = proofs._asked(draft)
        self.lined = "lining" in draft.bag.kinds.top.layers
        self.box = self.base in LIDDED

    def has(self, path: str) -> bool:
        """Return whether the field counts in this bag."""
        return path in self.bag.values

    def mm(self, path: str) -> float:
        """Return the length at a field."""
        return mm_at(self.bag, path)

    def chose(self, path: str, *options: str) -> bool:
        """Return whether a choice is one of these."""
        return self.has(path) and self.bag.values[path].value in options

    def pair(self, mm: float, inch: float) -> float:
        """Return a length by its pair: so many mm, or so many inches."""
        return inch * INCH if self.bag.unit == "in" else mm

    def kind(self, key: str) -> str:
        """Return how seams of a class are sewn: those of straps, tops and joins are plain."""
        return proofs._kind(self.draft, key) if key in self.bag.sewn else "plain"

    def kinds(self, *kinds: str) -> set[str]:
        """Return the classes of the bag's own seams that are sewn as one of these kinds."""
        return {key for key in self.bag.sewn if proofs._kind(self.draft, key) in kinds}

    @property
    def height(self) -> float:
        """The finished height asked for, to the edge of the cloth."""
        out = self.chose("top.zip_counts", "left_out") and not self.box
        return self.asked["height"] - (proofs.zip_shows(self.draft) / 2 if out else 0.0)

    @property
    def opening(self) -> float:
        """The flat opening of the bag that its cut sizes make."""
        return self.draft.form.mm("flat_opening")

    @property
    def stiffening(self) -> Any:
        """The facts of the interfacing that is cut; None where there is none."""
        return self._material if self.bag.kinds.interfacing.kind != "none" else None

    @property
    def _material(self) -> Any:
        return self.bag.facts.interfacings[choice_at(self.bag, "interfacing.material")]

    @property
    def outside(self) -> tuple[Any, ...]:
        """The cloths that the outer is cut of."""
        by_turns = self.chose("cloth.made", "strips") and self.chose("cloth.strips_of", "alternate")
        widened = self.chose("cloth.made", "widened") or self.chose("cloth.made", "lengthened")
        by_turns = by_turns or (widened and self.chose("cloth.widened_with", "contrast"))
        two = by_turns or self.chose("cloth.bottom", "contrast")
        return tuple(map(self.bag.cloth, ("outer", "contrast") if two else ("outer",)))

    @property
    def backing(self) -> float:
        """How thick the backing of quilted panels is, in mm; nothing where they have none."""
        quilted = self.bag.kinds.interfacing.kind == "quilted"
        backed = quilted and self.chose("interfacing.backing", "lining")
        return self.bag.cloth("lining").thickness if backed else 0.0

    @property
    def separate(self) -> bool:
        """Whether the base is a piece of its own with a seam all round."""
        return self.base in proofs._SEPARATE

    @property
    def as_one(self) -> bool:
        """Whether no lining is sewn up by itself."""
        return not self.lined or self.chose("top.turned", "zip")


class Strap:
    """A strap as its row of the cut list tells it."""

    def __init__(self, bag: Bag, number: int) -> None:
        self.at, self.bag = f"carry.{number}", bag
        self.make = bag.bag.kinds.carry[number].make.kind
        self.attach = bag.bag.kinds.carry[number].attach.kind
        row = bag.draft.cut_list.straps[number]
        self.read = bag.draft.read.straps[number]
        held = bag.chose(f"{self.at}.held", "hand")
        self.hold = bag.pair(60, 2.5) if held else bag.pair(110, 4.5)
        self.least = bag.pair(75, 3) if held else bag.pair(230, 9)
        self.gap = row.gap
        self.width = self.read.width
        #: from the side seam to the centre of its end
        self.single = self.attach == "at_sides"
        self.offset = 0.0 if self.single else (bag.opening - self.gap) / 2
        face, self.runs = self.attach == "on_face", self.attach in ("to_base", "under_base")
        self.box = bag.mm(f"{self.at}.box") if face else 0.0
        self.down = bag.mm(f"{self.at}.from_top") + self.box if face else 0.0
        #: how far below the top edge the rows begin of what runs down the face
        self.rows = bag.mm(f"{self.at}.from_top") if self.runs else 0.0

    @property
    def drop(self) -> float | None:
        """How deep it hangs over what carries it; None where that does not go in."""
        left = self.read.visible - self.hold
        aside = abs(self.gap - self.hold)
        return None if left < aside - EPS else math.sqrt(max(0.0, left**2 - aside**2)) / 2

    def mm(self, field: str) -> float:
        """Return the length at one of its fields."""
        return self.bag.mm(f"{self.at}.{field}")


def straps(bag: Bag) -> list[Strap]:
    """Return every pair of straps."""
    return [Strap(bag, n) for n in range(len(bag.bag.kinds.carry))]


# --- the body


@says("depth-under-corner")
def _(b: Bag) -> bool:
    depth = b.asked["height"] if b.box else b.asked.get("depth")
    return "corner" in b.bag.classes and depth is not None and depth < 2 * proofs.eaten(b.draft, "corner")


@says("no-face-left")
def _(b: Bag) -> bool:
    flat, deep = b.chose("base.width_means", "flat"), b.asked.get("depth", 0.0)
    face = b.draft.form.mm("width") if deep else 1.0
    return (flat and b.mm("size.width") <= b.mm("size.depth")) or face <= 0


@says("depth-over-width")
def _(b: Bag) -> bool:
    boxed = b.base in ("boxed", "boxed_after", "boxed_pinched", "folded_in")
    return boxed and b.asked["width"] > 0 and b.asked["depth"] > 0.8 * b.asked["width"]


@says("folded-in-too-low")
def _(b: Bag) -> bool:
    return b.base == "folded_in" and b.height <= b.mm("size.depth") / 2


@says("allowance-over-piece")
def _(b: Bag) -> bool:
    up = b.asked["height"] + b.asked["breadth"] if b.box else b.height
    room = {"side": proofs._opening(b.draft), "end": proofs._opening(b.draft)}
    room |= dict.fromkeys(("top", "base", "zip"), up)
    if b.chose("base.given", "plate") and b.mm("base.plate") - 2 * proofs.eaten(b.draft, "ring") < 10:
        return True
    return any(b.mm(f"allowances.{key}") > room[key] / 2 for key in b.bag.classes if key in room)


@says("allowance-out-of-role")
def _(b: Bag) -> bool:
    return any(b.mm(f"allowances.{key}") > INCH for key in b.bag.classes)


@says("seam-too-narrow")
def _(b: Bag) -> bool:
    least = b.pair(3, 1 / 8)
    given = [b.mm(f"allowances.{k}") for k in b.bag.classes if b.kind(k) not in ("raw", "bound_ends")]
    rows = [b.mm("seams.first")] if b.kinds("french", "french_stitched") else []
    return min([*given, *rows], default=least) < least


@says("corner-radius-over-panel")
def _(b: Bag) -> bool:
    if b.base == "rounded_rectangle":
        return b.mm("base.radius") > min(b.asked["length"], b.asked["breadth"]) / 2
    if b.base == "rounded":
        wanted = {"round": "base.radius", "clipped": "base.clip"}.get(choice_at(b.bag, "base.lower"))
        room = min(b.asked["width"] / 2, b.height + min(0.0, proofs.top_eats(b.draft)))
        return bool(wanted) and b.mm(str(wanted)) > room
    if b.base != "gusset":
        return False
    plate = b.chose("base.round_by", "plate")
    seam = proofs.eaten(b.draft, "gusset")
    radius = max(0.0, b.mm("base.plate") / 2 - seam) if plate else b.mm("base.radius")
    return radius > min(b.asked["width"] / 2, b.height)


@says("corners-over-panel")
def _(b: Bag) -> bool:
    return b.base == "all_round" and b.mm("base.radius") > min(b.asked["width"], b.asked["height"]) / 2


@says("upper-corner-over-panel")
def _(b: Bag) -> bool:
    room = min(b.asked.get("width", 0.0) / 2, b.asked.get("height", 0.0))
    return b.base == "zip_round" and b.chose("base.upper", "round") and b.mm("base.radius") > room


@says("corner-tight-for-zip")
def _(b: Bag) -> bool:
    if b.base != "zip_round":
        return False
    least = max(b.pair(15, 5 / 8), 0.5 - proofs.top_eats(b.draft))
    asked = 1e9 if b.chose("base.upper", "half") else b.mm("base.radius")
    return min(asked, b.draft.form.rounded) < least - EPS


@says("zip-fills-panel")
def _(b: Bag) -> bool:
    shows = max(0.0, proofs.zip_shows(b.draft)) if b.top.startswith("zip") else 0.0
    wide, high = b.asked.get("width", 0.0), b.asked.get("height", 0.0)
    return b.base == "zip_round" and (wide <= shows + 10 or high <= shows / 2 + 10)


@says("zip-panel-out-of-reach")
def _(b: Bag) -> bool:
    if b.base != "all_round":
        return False
    wide, high = b.draft.form.mm("width"), b.draft.form.mm("height")
    r = min(b.mm("base.radius"), wide / 2, high / 2)
    around = 2 * (wide + high) - 8 * r + 2 * math.pi * r
    return not 40 - EPS <= b.mm("base.zip_panel") <= around - 40 + 1e-2


@says("step-over-height")
def _(b: Bag) -> bool:
    return b.has("base.step") and b.mm("base.step") >= b.height


@says("insert-left-out")
def _(b: Bag) -> bool:
    if not b.chose("base.insert", "stiff") or b.base == "traced":
        return b.chose("base.insert", "stiff") and not b.draft.form.insert
    own = b.separate or b.box
    sides = ("diameter",) if b.base == "circle" else ("length", "breadth") if own else ("depth",)
    less = 2 * b.mm("base.insert_less")
    # as it comes out: the grid may make the room
    size = {key: b.draft.read.mm(key) for key in (*sides, *(() if own else ("width",)))}
    wide = [size[key] for key in sides] + ([] if own else [size["width"] - 2 * _rounded(b)])
    return min(wide) - less < b.pair(10, 3 / 8)


@says("snips-too-deep")
def _(b: Bag) -> bool:
    sewn = b.separate and b.base != "rectangle" and proofs._kind(b.draft, "ring") != "raw"
    return sewn and b.mm("allowances.ring") <= b.pair(6, 0.25) + EPS


@says("knit-stretch-way")
def _(b: Bag) -> bool:
    return b.separate and any(b.bag.cloth(layer).ease > 0.01 for layer in b.bag.kinds.top.layers)


# --- what the grid moves, and what is cut already


@says("grid-moved-size")
def _(b: Bag) -> bool:
    made = {k: size for k, size in b.draft.form.dimensions.items() if k != "flat_opening"}
    # a bag without a face cannot be read
    face = made.get("width")
    read = b.draft.read.sizes if face is None or min(face.asked, face.comes_out) > 0 else {}
    out = {k: read[k].total if k in read else size.comes_out for k, size in made.items()}
    return any(abs(out[k] - size.asked) > b.bag.grid.step / 2 + EPS for k, size in made.items())


def _tube_and_base(b: Bag) -> tuple[float, float] | None:
    """Return tube and base round their seam, of what is cut already and what is drafted."""
    if not b.separate or not any(b.has(f"base.cut_{x}") and _given(b, f"base.cut_{x}") for x in _CUT):
        return None
    tubes = [p for p in b.draft.pieces if p.layer == "outer" and not p.part and not p.cut_off]
    tubes = tubes or [p for p in b.draft.pieces if p.layer == "outer" and p.folded]
    panels = proofs._panels(b.draft)
    wide = [b.mm("base.cut_tube") if _given(b, "base.cut_tube") else p.size("width") for p in tubes]
    eaten = [2 * proofs.eaten(b.draft, "side", p.over) for p in tubes]
    tube = sum(w - e for w, e in zip(wide, eaten, strict=True)) * panels / len(tubes)
    base = next(p for p in b.draft.pieces if p.part == "base")
    ring, planned = 2 * proofs.eaten(b.draft, "ring"), base.size("width")
    cut = b.mm("base.cut_base") if _given(b, "base.cut_base") else planned
    round_base = next(w for w in b.draft.walked if w.seam.seam == "ring").lengths[1] * panels
    return tube, round_base * (cut - ring) / (planned - ring)


_CUT = ("base", "tube")


def _given(b: Bag, path: str) -> bool:
    return b.bag.values[path].value is not None


def _eases(b: Bag, tube: float, base: float) -> bool:
    ease = min(b.bag.cloth(layer).ease for layer in b.bag.kinds.top.layers)
    return min(tube, base) > 0 and abs(tube - base) <= ease * min(tube, base) + EPS


@says("as-cut-eases")
def _(b: Bag) -> bool:
    both = _tube_and_base(b)
    return both is not None and _eases(b, *both)


@says("as-cut-does-not-ease")
def _(b: Bag) -> bool:
    both = _tube_and_base(b)
    return both is not None and not _eases(b, *both)


@says("tube-base-ease")
def _(b: Bag) -> bool:
    rings = (w for w in b.draft.walked if w.seam.seam == "ring")
    # a hundredth of a millimetre is no difference
    return b.separate and any(
        abs(x - y) > 0.01 and not _eases(b, x, y) for x, y in (w.lengths for w in rings)
    )


# --- the kinds of seam


@says("french-second-narrow")
def _(b: Bag) -> bool:
    def second(key: str) -> float:
        own = f"allowances.{key}"
        return b.mm(own) - b.mm("seams.first") if b.has(own) else b.mm("seams.second")

    return any(second(key) < b.mm("seams.trim") + 1.5 for key in b.kinds("french", "french_stitched"))


@says("french-trim-over-first")
def _(b: Bag) -> bool:
    return bool(b.kinds("french", "french_stitched")) and b.mm("seams.trim") > b.mm("seams.first")


@says("felled-too-narrow")
def _(b: Bag) -> bool:
    return any(b.mm(f"allowances.{key}") < 12 for key in b.kinds("felled"))


@says("pinch-past-row")
def _(b: Bag) -> bool:
    if b.base != "boxed_pinched":
        return False
    half = b.draft.read.mm("depth") / 2
    if proofs._kind(b.draft, "corner") == "french":
        return half <= b.mm("seams.second")
    side, kind = b.mm("allowances.side"), proofs._kind(b.draft, "side")
    beyond = {"felled": side / 2, "lapped": 0.0, "raw": 0.0}.get(kind, side)
    if kind.startswith("french"):
        beyond = side - b.mm("seams.first")
    return b.mm("base.trim") > half + beyond


@says("raw-edge-frays")
def _(b: Bag) -> bool:
    frays = b.bag.cloth("outer").fray > 0
    return frays and (b.top == "raw_edge" or bool(b.kinds("raw", "lapped")))


@says("plain-seams-unlined")
def _(b: Bag) -> bool:
    return b.as_one and b.bag.cloth("outer").fray > 0 and bool(b.kinds("plain"))


@says("enclosed-under-lining")
def _(b: Bag) -> bool:
    return not b.as_one and bool(b.kinds("french", "french_stitched", "felled"))


@says("binding-over-seam")
def _(b: Bag) -> bool:
    bound = [key for key in b.bag.sewn if b.bag.kinds.seam(key).kind == "bound"]
    # a corner that is pinched has no allowance of its own
    wide = [b.mm(f"allowances.{key}") for key in bound if b.has(f"allowances.{key}")]
    return any(b.mm("seams.bind_cover") > mm + EPS for mm in wide)


@says("straight-strip-on-curve")
def _(b: Bag) -> bool:
    bound = [key for key in ("gusset", "ring") if b.kind(key) == "bound"]
    if not bound or not b.chose("seams.bind_of", "cloth"):
        return False
    if "gusset" in bound:
        return b.draft.form.rounded > EPS
    return b.base != "rectangle"


@says("tucks-too-thick")
def _(b: Bag) -> bool:
    if b.base != "pleated":
        return False
    one = put_on._thick_cloth(b.draft)
    if b.bag.kinds.interfacing.kind in ("full", "quilted"):
        one += b._material.thickness
    one += b.bag.cloth("lining").thickness if b.as_one and b.lined else 0.0
    return 4 * one > 6 + EPS


@says("tucks-meet")
def _(b: Bag) -> bool:
    return b.base == "pleated" and b.asked["height"] > b.mm("size.breadth") + EPS


@says("sliver-out-of-role")
def _(b: Bag) -> bool:
    own = b.has("top.sliver") and source_at(b.bag, "top.sliver") == "chosen" and proofs.top_knife(b.draft) > 7
    every = b.bag.kinds.seams.kind == "overlocked_first" or bool(b.kinds("overlocked_first"))
    return own or (every and b.mm("seams.sliver") > 7)


@says("allowance-for-fray")
def _(b: Bag) -> bool:
    if all(cloth.fray < 2 for cloth in (*b.outside, *([b.bag.cloth("lining")] if b.lined else []))):
        return False
    classes = [k for k in b.bag.classes if k != "zip" and b.kind(k) in ("plain", "lapped")]
    return any(b.mm(f"allowances.{key}") < 9.5 for key in classes)


# --- the top edge


@says("hem-out-of-role")
def _(b: Bag) -> bool:
    turn = b.mm("top.turn") if b.has("top.turn") and b.top != "casing" else 0.0
    hem = b.mm("top.hem") if b.has("top.hem") else math.inf
    return turn > INCH or turn > hem or 3 * INCH < hem < math.inf


@says("top-over-height")
def _(b: Bag) -> bool:
    deep = b.mm("top.hem") if b.has("top.hem") else b.mm("top.turn") if b.has("top.turn") else -1.0
    return deep >= b.height


@says("mouth-under-free-arm")
def _(b: Bag) -> bool:
    flat = (
        b.top in ("raw_edge", "on_bars") or b.chose("top.hem_sewn", "flat") or b.chose("top.opening", "ends")
    )
    # before corners that are not there it cannot be sewn: then it is sewn flat
    flat |= b.chose("top.hem_sewn", "early") and "corner" not in b.bag.sewn
    return not b.top.startswith("zip") and not flat and 2 * b.opening < 280


def _straight(b: Bag) -> float:
    if b.chose("top.gap_in", "side"):
        less = b.mm("top.facing_height") if b.chose("top.facing", "faced") else 0.0
        if b.box:
            return 0.0
        if b.base == "gusset":
            less += proofs._radius(b.draft)
        if b.base == "folded_in":
            less += b.mm("size.depth") / 2
        return b.height - less - (b.mm("base.step") if b.has("base.step") else 0.0)
    if b.separate or proofs.is_folded(b.draft):
        return 0.0
    if b.base == "gusset":
        return b.asked["width"] - 2 * proofs._radius(b.draft)
    return b.asked["length"] if b.box else b.asked["width"]


def _to_turn(b: Bag) -> float:
    return 120 if b.stiffening is not None and b.stiffening.bulky else 60


def _gapped(b: Bag) -> bool:
    return b.has("top.gap") and not (b.chose("top.turned", "zip") or b.chose("top.turned", "never"))


@says("gap-over-seam")
def _(b: Bag) -> bool:
    return _gapped(b) and b.mm("top.gap") > _straight(b) - 30 + EPS


def _to_pass(b: Bag) -> float:
    """The round of a bundle that the outer half fills, laid flat: what it passes through."""
    cloth = max(cloth.thickness for cloth in b.outside) * (2 if b.chose("cloth.doubled", "doubled") else 1)
    # what stiffens the base alone is no part of the walls
    stiff = b.stiffening if not b.bag.kinds.interfacing.part else None
    area = 2 * b.opening * (cloth + b.backing + (stiff.thickness if stiff is not None else 0.0))
    return float((2 * math.pi * area) ** 0.5)


@says("gap-cannot-pass")
def _(b: Bag) -> bool:
    return _gapped(b) and b.mm("top.gap") < _to_pass(b) - EPS


@says("gap-too-small")
def _(b: Bag) -> bool:
    return _gapped(b) and _to_pass(b) - EPS <= b.mm("top.gap") < _to_turn(b)


@says("gap-tight")
def _(b: Bag) -> bool:
    if not _gapped(b) or (_to_turn(b) == 60 and source_at(b.bag, "top.gap") != "chosen"):
        return False
    return max(_to_turn(b), _to_pass(b)) - EPS <= b.mm("top.gap") < 1.3 * _to_pass(b) - EPS


# --- layers


@says("bulk-in-seams")
def _(b: Bag) -> bool:
    if b.stiffening is None or not b.stiffening.bulky or b.bag.kinds.interfacing.part:
        return False
    less = {"full": 0.0, "inset": b.mm("interfacing.inset") if b.has("interfacing.inset") else 0.0}
    inset = less.get(b.bag.kinds.interfacing.kind, math.inf)
    both = (True, False) if "lapped" in {proofs._kind(b.draft, k) for k in b.bag.sewn} else (True,)
    eaten = [proofs.eaten(b.draft, k, over) for k in b.bag.sewn if k in b.bag.classes for over in both]
    # the interfacing of a panel of two parts is joined with it
    if any(p.division == "bottom" for p in b.draft.pieces):
        eaten.append(proofs.eaten(b.draft, "join"))
    return max([*eaten, proofs.top_eats(b.draft)]) - inset > 1


@says("quilting-draws-in")
def _(b: Bag) -> bool:
    return b.bag.kinds.interfacing.kind == "quilted" and made_up.drawn(b.draft) > 0.06 + EPS


@says("rows-too-far")
def _(b: Bag) -> bool:
    loose = b.stiffening is not None and not b.stiffening.fused
    quilted = b.bag.kinds.interfacing.kind == "quilted"
    return quilted and loose and b.mm("interfacing.rows_apart") > b.pair(100, 4) + EPS


@says("strip-all-seam")
def _(b: Bag) -> bool:
    pieced = b.chose("cloth.made", "strips")
    return pieced and b.mm("cloth.strip") - 2 * b.mm("allowances.join") < 6 - EPS


@says("strip-too-wide")
def _(b: Bag) -> bool:
    if not b.chose("cloth.made", "strips") or b.chose("cloth.strips_fit", "alike"):
        return False
    wanted = [over for _, over in made_up.to_piece(b.draft).values()]
    return b.mm("cloth.strip") > min(wanted) - 6 + EPS


@says("print-fills-panel")
def _(b: Bag) -> bool:
    return made_up.print_is_off(b.draft)


@says("band-does-not-show")
def _(b: Bag) -> bool:
    join, form = b.mm("allowances.join") if b.has("allowances.join") else 0.0, b.draft.form
    if b.chose("cloth.made", "widened"):
        # the print less what its joins take of it, beside half of the face that stands
        read = b.draft.read.sizes
        face = read["width"].total if "width" in read else form.mm("flat_opening")
        return face / 2 <= b.mm("cloth.print_wide") / 2 - join + EPS
    if not b.chose("cloth.made", "lengthened"):
        return False
    (down,) = made_up.joins(b.draft)
    raw = form.height + sum(t.mm for t in b.bag.kinds.top.allowance(b.bag, "outer"))
    return raw - down - form.stance.bottom <= EPS


@says("base-line-off")
def _(b: Bag) -> bool:
    panel = next(p for p in b.draft.pieces if p.layer == "outer" and not p.part and p.division != "bottom")
    return b.chose("cloth.made", "two") and b.mm("cloth.base_line") > panel.extent[1] + EPS


@says("front-zip-narrow")
def _(b: Bag) -> bool:
    if not b.chose("cloth.made", "zip"):
        return False
    return b.mm("cloth.zip_tape") - 2 * b.mm("cloth.zip_seam") < b.pair(10, 3 / 8) - EPS


@says("front-zip-off")
def _(b: Bag) -> bool:
    if not b.chose("cloth.made", "zip"):
        return False
    k, z, tape = (b.mm(f"cloth.{name}") for name in ("zip_strip", "zip_seam", "zip_tape"))
    top = sum(t.mm for t in b.bag.kinds.top.allowance(b.bag, "outer"))
    least = b.pair(15, 5 / 8)
    panel = next(p for p in b.draft.pieces if p.layer == "outer" and not p.part and p.division != "bottom")
    ends = min(panel.extent[1], b.draft.form.height + top)
    return k - z - top < least - EPS or k - z + max(tape - 2 * z, 0.0) > ends - least + EPS


@says("front-zip-small")
def _(b: Bag) -> bool:
    if not b.chose("cloth.made", "zip"):
        return False
    covers = 2 * b.mm("cloth.zip_cover") if b.chose("cloth.zip_covers", "covered") else 0.0
    slider = b.bag.facts.zips["coil"].slider.mm(b.bag.unit)
    return put_on.wide_of(b.draft) - covers - slider < 100 - EPS


@says("strips-do-not-meet")
def _(b: Bag) -> bool:
    if not b.chose("cloth.made", "strips") or not b.chose("cloth.strips_run", "across"):
        return False
    if b.chose("cloth.strips_fit", "alike"):
        return False
    folded = [p for p in b.draft.pieces if p.layer == "outer" and p.folded]
    strips = [p for p in b.draft.pieces if p.layer == "strip" and any(p.key.endswith(f.key) for f in folded)]
    cut = [p.extent[1] for p in strips]
    return bool(cut) and max(cut) - min(cut) > 1 + EPS


@says("inset-wide")
def _(b: Bag) -> bool:
    if b.bag.kinds.interfacing.kind != "inset":
        return False
    least = min(b.mm(f"allowances.{key}") for key in b.bag.classes if key != "strap")
    return b.mm("interfacing.inset") > least + 6


@says("fused-without-heat")
def _(b: Bag) -> bool:
    fused = b.stiffening is not None and b.stiffening.fused
    return fused and any(cloth.iron.startswith("none") for cloth in b.outside)


@says("interfacing-shows")
def _(b: Bag) -> bool:
    return b.stiffening is not None and not b.lined and not b.backing


@says("order-does-not-hold")
def _(b: Bag) -> bool:
    """A way of working that was chosen, where what it is about lies otherwise in this bag."""
    boxed = {"boxed", "boxed_after", "boxed_pinched"}
    panels = b.base in boxed | {"seamed"} and not proofs.is_folded(b.draft)
    wide = [b.mm(path) if b.has(path) else None for path in ("allowances.side", "allowances.base")]
    turns = (
        b.base != "boxed"
        and not proofs.is_wrapped(b.draft)
        and b.kind("side") == b.kind("base")
        and wide[0] == wide[1]
    )
    turns = turns and b.kind("side") not in ("felled", "french_stitched", "lapped")
    hem = b.top in ("double_hem", "overlocked_hem")
    spreads = b.separate and b.mm("allowances.ring") <= b.pair(6, 0.25) + 1e-9
    open_yet = b.kind("ring") in ("plain", "zigzagged", "overlocked_first", "bound")
    ring = any(s.attach == "under_base" for s in straps(b))
    return any(
        (
            panels and b.chose("base.first", "one") and (ring or not turns),
            # a ring lies across the base seam, which is sewn first
            panels and ring and b.chose("base.first", "sides") and source_at(b.bag, "base.first") == "chosen",
            hem and b.chose("top.hem_sewn", "early") and b.base not in boxed,
            b.separate and b.chose("base.snipped", "after") and not (spreads and open_yet),
            b.top == "casing" and b.chose("top.cord_laid", "before") and b.chose("top.opening", "ends"),
            b.lined and b.chose("cloth.lining_cut", "turn") and b.top == "zip",
            b.top == "zip" and b.chose("top.zip_rows", "short") and b.chose("top.turned", "zip"),
            b.chose("top.zip_trimmed", "after")
            and (
                b.chose("top.zip_used", "whole")
                or b.chose("top.zip_used", "open_end")
                or proofs.zip_apart(b.draft)
            ),
            b.chose("base.straights", "first") and not _has_two_runs(b),
        )
    )


def _has_two_runs(b: Bag) -> bool:
    """Straights that can be sewn before the curves: some of both, in a seam of one row."""
    if b.base == "gusset":
        plate = b.chose("base.round_by", "plate")
        round_by = b.mm("base.plate") / 2 - b.mm("allowances.gusset") if plate else b.mm("base.radius")
        some, seam = round_by > 1e-9, "gusset"
    else:
        sides = sorted((b.mm("size.length"), b.mm("size.breadth")))
        arc = b.mm("base.radius") if b.base == "rounded_rectangle" else sides[0] / 2
        some, seam = arc < sides[1] / 2 - b.bag.grid.step, "ring"
        if b.base not in ("stadium", "rounded_rectangle"):
            return True
    return some and b.kind(seam) not in ("felled", "french", "french_stitched")


@says("stack-too-thick")
def _(b: Bag) -> bool:
    return any(_stack(b, strap) > 6 + 1e-9 for strap in straps(b))


#: layers of outer, of lining and of strap under the needle where an end is sewn on
_CROSSED = {
    "to_base": (2, 0, 2),
    "under_base": (2, 0, 2),
    "in_seam": (1, 1, 1),
    "tucked": (2, 2, 1),
    "on_face": (1, 0, 2),
    "on_hem": (2, 0, 2),
    "in_turn": (2, 0, 1),
    "at_sides": (2, 2, 1),
}
#: layers of a strap, and of the cloth itself in it; webbing has a thickness of its own
_FOLDED = {"four_fold": 4, "edges_turned": 4, "tube": 2, "clean_edge": 3}


def _stack(b: Bag, s: Strap) -> float:
    outers, linings, ends = _CROSSED[s.attach]
    folded = s.runs and proofs.is_folded(b.draft)
    outers -= 1 if folded else 0
    if s.single and b.base in ("gusset", "side_panels"):
        # no seam lies in the middle of a side panel
        outers, linings = 1, 1
    if s.attach == "on_hem" and b.top == "double_hem":
        outers = 3
    cloth = b.bag.cloth("outer").thickness
    if s.attach == "on_face" and not s.mm("end"):
        ends = 1
    strap = 1.6 if s.make == "webbing" else _FOLDED[s.make] * cloth
    stack = outers * cloth * (2 if b.chose("cloth.doubled", "doubled") else 1) + ends * strap
    stack += linings * b.bag.cloth("lining").thickness if b.lined else 0.0
    felt = b.stiffening.thickness if b.stiffening is not None else 0.0
    whole = felt and b.bag.kinds.interfacing.kind != "base_only"
    inset = b.mm("interfacing.inset") if b.bag.kinds.interfacing.kind == "inset" else 0.0
    eats = proofs.top_eats(b.draft)
    if s.runs:
        eats = 0.0 if folded else proofs.eaten(b.draft, "base")
    # what is kept out of the seams ends at its line, whatever the grid makes of it
    out, quilted = (b.bag.kinds.interfacing.kind == kind for kind in ("kept_out", "quilted"))
    reach = 0.0 if out else eats - inset
    if whole and abs(reach - 1) <= b.bag.grid.step and not s.runs and not quilted and not out:
        # so near to it the grid decides: what of the piece stands above its seam line
        piece = next(p for p in b.draft.pieces if p.layer == "interfacing" and not p.part)
        reach = max(y for _, y in piece.cut) - max(y for _, y in piece.stitch)
    stack += felt + b.backing if whole and reach > 1 + EPS else 0.0
    # the core lies double in the layer that carries; in a seam it ends where the end passes the raw edge
    reaches = {"in_seam": "past", "at_sides": "past", "tucked": "inside"}.get(s.attach)
    cored = whole and s.make != "webbing" and (reaches is None or s.mm(reaches) > 0) and not s.runs
    cored = cored and not _stretched(b, s)
    return stack + (2 * felt if cored else 0.0)


@says("weak-for-load")
def _(b: Bag) -> bool:
    cloth, doubled = b.bag.cloth("outer"), b.chose("cloth.doubled", "doubled")
    return bool(b.bag.kinds.carry) and ((cloth.strength <= 1 and not doubled) or cloth.pile)


@says("bottom-weaker")
def _(b: Bag) -> bool:
    two = b.chose("cloth.bottom", "contrast")
    return two and b.outside[1].strength < b.outside[0].strength


@says("print-upside-down")
def _(b: Bag) -> bool:
    return b.chose("cloth.print", "one_way") and any(p.folded for p in b.draft.pieces if p.layer == "outer")


@says("lining-ease-out-of-role")
def _(b: Bag) -> bool:
    most = INCH / 4
    if b.chose("top.ease", "deeper") and _deeper(b):
        most = max(most, at_least(b.bag, _deeper(b)))
    return b.chose("top.ease", "shorter", "deeper") and b.mm("top.ease_by") > most + EPS


def _deeper(b: Bag) -> float:
    """Return how much deeper each upright seam of a lining is sewn that hangs behind thick walls."""
    stiff = b.stiffening
    lined = b.lined and not b.as_one
    if not lined or stiff is None or b.bag.kinds.interfacing.kind == "base_only" or stiff.thickness <= 0.5:
        return 0.0
    seams = {"gusset": 4, "side_panels": 4}.get(b.base, 2)
    if (b.separate and b.chose("base.panels", "one")) or proofs.is_wrapped(b.draft):
        seams = 1
    flat = ("seamed", "folded", "rounded")
    round_ = b.base in (*flat, "circle", "stadium", "ellipse", "traced", "rounded_rectangle")
    return (2 * math.pi if round_ else 8) * stiff.thickness / (2 * seams)


@says("lining-behind-walls")
def _(b: Bag) -> bool:
    now = b.mm("top.ease_by") if b.chose("top.ease", "deeper") else 0.0
    return now < _deeper(b) - EPS


@says("cloth-too-narrow")
def _(b: Bag) -> bool:
    panels = (p for p in b.draft.pieces if p.layer in ("outer", "lining"))
    return any(p.size("width") > b.bag.cloth(p.looks).usual_width - 20 for p in panels)


# --- divided panels


@says("bottom-out-of-reach")
def _(b: Bag) -> bool:
    shows = b.mm("cloth.bottom_height") if b.chose("cloth.bottom", "contrast") else None
    return shows is not None and not 10 <= shows - _rounded(b) <= _level(b) - _rounded(b)


@says("facing-out-of-reach")
def _(b: Bag) -> bool:
    if not b.chose("top.facing", "faced"):
        return False
    above = b.draft.form.height - b.mm("top.facing_height")
    return not _rounded(b) + 10 <= above <= _level(b)


def _rounded(b: Bag) -> float:
    return proofs._radius(b.draft) if b.base in ("gusset", "rounded", "all_round", "zip_round") else 0.0


def _level(b: Bag) -> float:
    """Return how high a join may run at the most: below the lowest top edge of what comes out."""
    return b.draft.form.height - (b.mm("base.step") if b.has("base.step") else 0.0) - 10


@says("strap-over-join")
def _(b: Bag) -> bool:
    if not b.chose("cloth.bottom", "contrast"):
        return False
    join, by = b.draft.form.height - b.draft.form.stance.bottom, b.mm("allowances.join")
    return any(s.down and s.down > join - by + EPS and s.down - s.box < join + by - EPS for s in straps(b))


# --- straps


@says("strap-no-hand")
def _(b: Bag) -> bool:
    return any(s.drop is None for s in straps(b))


@says("strap-short")
def _(b: Bag) -> bool:
    return any(s.drop is not None and s.drop < s.least - 0.5 for s in straps(b))


@says("strap-out-of-role")
def _(b: Bag) -> bool:
    most = b.pair(700, 28) + b.bag.grid.step
    return any(s.drop is not None and s.drop > most for s in straps(b))


@says("strap-off-panel")
def _(b: Bag) -> bool:
    pairs = [s for s in straps(b) if not s.single]
    return not b.box and any(not s.width / 2 <= s.offset <= b.opening / 2 - s.width / 2 for s in pairs)


@says("strap-on-fold")
def _(b: Bag) -> bool:
    depth = b.draft.read.sizes.get("depth")
    pairs = [s for s in straps(b) if not s.single]
    return depth is not None and any(abs(s.offset - depth.total / 2) < s.width / 2 for s in pairs)


@says("strap-too-narrow")
def _(b: Bag) -> bool:
    return any(s.make == "four_fold" and s.mm("width") < b.pair(12, 0.5) for s in straps(b))


@says("strap-tube-too-narrow")
def _(b: Bag) -> bool:
    return any(s.make == "tube" and s.mm("width") < b.pair(15, 5 / 8) for s in straps(b))


@says("strap-tuck-over-hem")
def _(b: Bag) -> bool:
    hems = b.has("top.hem")
    return hems and any(s.attach == "on_hem" and s.mm("tuck") > b.mm("top.hem") for s in straps(b))


def _rows(b: Bag) -> tuple[float, ...]:
    """Return how far below the edge of a top that is pressed under its row is sewn."""
    return (9.0,) if b.top == "pressed_edges" else ()


@says("strap-tail-short")
def _(b: Bag) -> bool:
    def caught(s: Strap) -> float:
        if s.attach in ("in_seam", "at_sides"):
            return s.mm("past") + b.mm("allowances.top") if b.has("allowances.top") else math.inf
        if s.attach == "tucked":
            return s.mm("inside") - max(_rows(b), default=0.0)
        if s.attach == "in_turn":
            # the row of the hem lies at its very end
            return b.mm("top.hem") - 9
        if s.runs:
            return s.mm("join") if s.attach == "under_base" else math.inf
        return s.mm("tuck" if s.attach == "on_hem" else "end")

    return any(caught(s) < b.pair(6, 0.25) for s in straps(b))


def _under(b: Bag) -> float:
    """Return half the depth where the panel goes on under the bag by it."""
    depth = b.draft.read.sizes.get("depth") if b.base != "gusset" else None
    return depth.total / 2 if depth else 0.0


@says("strap-into-corner")
def _(b: Bag) -> bool:
    half = _under(b) if b.base != "side_panels" else 0.0
    return bool(half) and any(s.down > b.height and s.offset - s.width / 2 < half for s in straps(b))


@says("strap-past-base")
def _(b: Bag) -> bool:
    return any(s.down > b.height + _under(b) for s in straps(b))


def _rolled(b: Bag, s: Strap) -> bool:
    return b.chose(f"{s.at}.rolled", "rolled")


def _stretched(b: Bag, s: Strap) -> bool:
    return s.make != "webbing" and b.chose(f"{s.at}.stretched", "stretched")


@says("strap-does-not-stretch")
def _(b: Bag) -> bool:
    return b.bag.cloth("outer").ease <= 0.03 and any(_stretched(b, s) for s in straps(b))


@says("strap-grows")
def _(b: Bag) -> bool:
    folded = (s for s in straps(b) if s.make != "webbing")
    return b.bag.cloth("outer").ease > 0.03 and not all(_stretched(b, s) for s in folded)


@says("strap-roll-thick")
def _(b: Bag) -> bool:
    def thick(s: Strap) -> float:
        layers = 1.6 if s.make == "webbing" else _FOLDED[s.make] * b.bag.cloth("outer").thickness
        stiff = b.stiffening
        cored = stiff is not None and s.make != "webbing" and not _stretched(b, s)
        cored = cored and b.bag.kinds.interfacing.kind != "base_only"
        return 2 * layers + (2 * stiff.thickness if cored else 0.0)

    return any(_rolled(b, s) and thick(s) > 6 + 1e-9 for s in straps(b))


@says("strap-roll-short")
def _(b: Bag) -> bool:
    return any(
        _rolled(b, s) and s.read.visible - 2 * s.mm("roll_flat") < s.mm("width") - EPS for s in straps(b)
    )


@says("strap-runs-into-corner")
def _(b: Bag) -> bool:
    half = _under(b) if b.base != "side_panels" else 0.0
    keeps = half + b.pair(3, 0.125)
    return bool(half) and any(s.runs and s.offset - s.width / 2 < keeps - EPS for s in straps(b))


@says("strap-rows-at-top")
def _(b: Bag) -> bool:
    rows = max(rows_below(b.draft.form), default=0.0) + b.draft.form.stance.band
    if rows <= 0:
        return False
    return any(s.runs and s.rows < rows + b.pair(3, 0.125) - EPS for s in straps(b))


@says("strap-rows-too-low")
def _(b: Bag) -> bool:
    return any(s.runs and s.rows > b.height for s in straps(b))


# --- drawn up


def _drawn(b: Bag) -> bool:
    return b.top in ("casing", "stitched_channel", "bands")


def _channel(b: Bag) -> float:
    return b.mm("top.band" if b.top == "bands" else "top.channel")


def _needs(b: Bag) -> float:
    flat = math.pi * b.mm("top.cord_thick") / 2 if b.chose("top.cord", "round") else b.mm("top.cord_wide")
    return flat + b.pair(3, 1 / 8)


@says("channel-narrow")
def _(b: Bag) -> bool:
    return _drawn(b) and _channel(b) < _needs(b) - EPS


@says("raw-edge-in-channel")
def _(b: Bag) -> bool:
    whole = b.chose("top.hem_edge", "overlocked") or b.bag.kinds.seams.kind == "overlocked_first"
    if b.top != "casing" or whole:
        return False
    return b.mm("top.edge") < b.mm("top.turn") < b.mm("top.edge") + b.mm("top.channel")


@says("turn-over-casing")
def _(b: Bag) -> bool:
    casing = ("top.heading", "top.channel", "top.edge")
    return b.top == "casing" and b.mm("top.turn") > sum(map(b.mm, casing))


@says("hole-left")
def _(b: Bag) -> bool:
    return _drawn(b) and b.chose("top.height_means", "contents_edge")


def _cord(b: Bag) -> tuple[float, float] | None:
    """Return the cord in hand, and once round the channel on the open mouth."""
    if not _drawn(b) or b.bag.values["top.cord_cut"].value is None:
        return None
    assert cords_in(b.draft) is not None
    return b.mm("top.cord_cut"), cords_in(b.draft).path.mm


@says("cord-short")
def _(b: Bag) -> bool:
    hand = _cord(b)
    return hand is not None and hand[0] < hand[1]


@says("cord-in-hand")
def _(b: Bag) -> bool:
    hand = _cord(b)
    return hand is not None and hand[0] >= hand[1]


@says("tail-short")
def _(b: Bag) -> bool:
    if not _drawn(b):
        return False
    hand = _cord(b)
    least = b.pair(50, 2)
    if b.chose("top.cord", "round") and b.chose("top.cord_knot", "knot"):
        ruler = b.pair(1, 1 / 16)
        least = max(least, math.ceil(12 * b.mm("top.cord_thick") / ruler - 1e-6) * ruler)
    return 0 <= (b.mm("top.tail") if hand is None else (hand[0] - hand[1]) / 2) < least - EPS


@says("drawn-up-out-of-role")
def _(b: Bag) -> bool:
    if not _drawn(b):
        return False
    wide = max(b.pair(60, 2.5), math.ceil(_needs(b) / _line(b) - EPS) * _line(b))
    most = {"top.heading": b.pair(100, 4), "top.tail": b.pair(500, 20)}
    most |= dict.fromkeys(("top.channel", "top.band"), wide)
    return any(b.mm(path) > mm + EPS for path, mm in most.items() if b.has(path))


def _line(b: Bag) -> float:
    """Return the finest line of the maker's ruler."""
    return b.pair(1, 1 / 16)


@says("seal-does-not-melt")
def _(b: Bag) -> bool:
    if not _drawn(b) or not b.chose("top.cord_end", "sealed"):
        return False
    strip = b.chose("top.cord", "strip") and b.bag.cloth("outer").melts
    bought = b.chose("top.cord", "round", "ribbon") and b.chose("top.cord_fibre", "synthetic")
    return not strip and not bought


@says("stiff-drawn-up")
def _(b: Bag) -> bool:
    whole = b.stiffening is not None and b.bag.kinds.interfacing.kind != "base_only"
    cloths = any(b.bag.cloth(layer).stiff for layer in b.bag.kinds.top.layers)
    return (_drawn(b) or b.top == "on_bars") and (cloths or (whole and b.stiffening.stiff))


@says("channel-under-bar")
def _(b: Bag) -> bool:
    round_it = math.pi * b.mm("top.bar_thick") + b.pair(6, 0.25) if b.top == "on_bars" else 0.0
    return b.top == "on_bars" and 2 * b.mm("top.channel") < round_it - EPS


@says("turn-over-channel")
def _(b: Bag) -> bool:
    return b.top == "on_bars" and b.mm("top.turn") > b.mm("top.channel")


@says("slit-short")
def _(b: Bag) -> bool:
    return b.top == "on_bars" and _open(b) < b.mm("top.channel") + b.pair(60, 2.5) - EPS


def _open(b: Bag) -> float:
    """How far down a bag on bars is open at both sides: its slits, or as far as its side panels end lower."""
    return b.mm("base.step") if b.base == "side_panels" else b.mm("top.slit")


def _side_of_panel(b: Bag) -> float:
    """How long the side of a panel is from the finished top: to its base, its corner, cut-out or fold."""
    deep = b.asked.get("depth", 0.0) / 2
    if b.draft.form.stance.bottom:
        # a slit ends above the join of a bottom
        return b.draft.form.height - b.draft.form.stance.bottom
    if b.base == "boxed":
        return b.draft.form.height
    if b.base == "rounded":
        # its corners are a curve that no slit runs round
        return b.draft.form.height - _rounded(b)
    return b.draft.form.height + (deep if b.base in ("boxed_after", "boxed_pinched", "folded_in") else 0.0)


@says("slit-over-seam")
def _(b: Bag) -> bool:
    slit = b.top == "on_bars" and b.base != "side_panels"
    return slit and _side_of_panel(b) - b.mm("top.slit") < b.pair(40, 1.5) - EPS


@says("gather-out-of-role")
def _(b: Bag) -> bool:
    edge = b.draft.form.mm("width") if b.base == "side_panels" else b.opening
    return b.top == "on_bars" and not 1.3 - EPS <= edge / b.mm("top.bar_long") <= 2.2 + EPS


@says("straps-beside-bars")
def _(b: Bag) -> bool:
    return b.top == "on_bars" and bool(b.bag.kinds.carry)


@says("slit-edge-narrow")
def _(b: Bag) -> bool:
    return b.top == "on_bars" and proofs.eaten(b.draft, "side", True) < b.pair(6, 0.25) - EPS


@says("closes-over-nothing")
def _(b: Bag) -> bool:
    if not _drawn(b):
        return False
    read = {key: total.total for key, total in b.draft.read.sizes.items()}
    above = 0.0 if b.chose("top.height_means", "contents_edge") else proofs._above_cord(b.draft)
    read.setdefault("height", b.draft.form.mm("height"))
    return read["height"] - proofs._closing(b.draft, read) - above < 20


# --- zips and what hangs on them


class Zip:
    """A zip, measured from the middle of the mouth."""

    def __init__(self, b: Bag) -> None:
        self.facts = b.bag.facts.zips[choice_at(b.bag, "top.zip")]
        self.narrowed, self.tabbed = proofs.zip_apart(b.draft), not proofs.is_hinged(b.draft)
        self.tab = b.mm("top.tab") if b.chose("top.narrow_by", "tab") else None
        mouth = b.opening
        # where its corners cross it, what lies beyond them is cut off
        cut_off = b.asked["breadth"] if proofs.at_edge(b.draft) else 0.0
        if not self.narrowed:
            self.shows = mouth - cut_off
        elif not self.tabbed:
            self.shows, self.tab = b.mm("top.zip_window"), None
        else:
            self.shows = mouth - 2 * self.tab if self.tab is not None else b.mm("top.zip_opening")
            self.tab = (mouth - self.shows) / 2
        folded = b.chose("top.zip_ends", "folded") or (self.narrowed and not self.tabbed)
        self.row = self.shows / 2 + (b.pair(2, 1 / 8) if folded else 0.0)
        end = "end" if b.box or b.base == "all_round" else "base" if b.base == "zip_round" else "side"
        over = 2 * b.pair(12, 0.5) if self.narrowed else 2 * proofs.eaten(b.draft, end)
        step = b.bag.grid.step
        tape = self.shows + cut_off + over
        if self.narrowed:
            steps = tape / step
            up = b.bag.grid.rounding == "up"
            tape = step * (math.ceil(steps - EPS) if up else math.floor(steps + 0.5 + EPS))
        sold = self.facts.stock["inch" if b.bag.unit == "in" else "metric"]
        hand = b.bag.values["top.zip_in_hand"].value
        self.clear, self.needed = b.pair(3, 1 / 8), tape + b.pair(25, 1)
        self.longest, self.in_hand = max(sold), hand is not None
        parts = b.chose("top.zip_used", "open_end")
        self.whole, self.metre = b.chose("top.zip_used", "whole") or parts, b.chose("top.zip_used", "metre")
        if hand is not None:
            stock = float(hand)
        elif self.whole:
            stock = max([mm for mm in sold if mm <= 2 * self.row - 2 * self.clear + EPS], default=min(sold))
        else:
            stock = min([mm for mm in sold if mm >= self.needed - EPS], default=max(sold))
        self.stop = b.bag.values["top.zip_stop"].value or 0.0 if not self.metre else 0.0
        self.high = stock / 2 if self.whole else self.row - self.clear
        outermost = tape / 2 - self.facts.tail.mm(b.bag.unit)
        if cut_off and not self.whole and outermost >= self.row + self.clear + self.stop:
            self.high = outermost
        self.low = self.high - stock
        reach = self.shows / 2 + b.pair(12, 0.5) if self.narrowed else self.row + b.pair(6, 0.25)
        tail = self.facts.tail.mm(b.bag.unit)
        self.short = not self.metre and max(reach + self.low, reach - self.high) - tail > EPS
        # the box of an open-ended one is as stiff as a stop
        self.box = max(self.stop, b.pair(12, 0.5)) if parts else self.stop
        ends = ((self.low, self.box), (self.high, self.stop))
        held = [self.shows / 2 - abs(x) + long for x, long in ends if not self.metre]
        self.opens = (
            self.shows
            - sum(mm for mm in held if mm > 0)
            - self.facts.slider.mm(b.bag.unit)
            * (2 if self.metre and b.chose("top.zip_sliders", "two") else 1)
        )


def zips(b: Bag) -> Iterator[Zip]:
    """Yield the zip of a bag that has one."""
    if b.top.startswith("zip"):
        yield Zip(b)


@says("zip-seam-over-teeth")
def _(b: Bag) -> bool:
    return any(
        b.mm("allowances.zip") > (b.mm("top.tape") - b.mm("top.teeth") - b.pair(4, 3 / 16)) / 2 + EPS
        for _ in zips(b)
        if not proofs.is_hinged(b.draft)
    )


@says("window-too-long")
def _(b: Bag) -> bool:
    if not proofs.is_hinged(b.draft):
        return False
    window, high = b.mm("top.zip_window"), b.mm("top.zip_window_high")
    width, height = b.draft.form.mm("width"), b.draft.form.mm("height")
    r = min(proofs._radius(b.draft), width / 2, height) if b.base == "rounded" else 0.0
    into = high / 2 - (height - r)
    taken = 0.0
    if r and into > 0:
        taken = into if b.chose("base.lower", "clipped") else r - math.sqrt(max(0.0, r * r - into * into))
    most = width - 2 * taken - 2 * b.pair(12, 0.5)
    return window < 20 - EPS or window > most + 1e-3


@says("window-not-for-its-tape")
def _(b: Bag) -> bool:
    if not proofs.is_hinged(b.draft):
        return False
    high = b.mm("top.zip_window_high")
    low = b.mm("top.teeth") + b.pair(4, 3 / 16)
    return high < low - EPS or high > b.mm("top.tape") - 2 * b.pair(5, 3 / 16) + EPS


@says("zip-fills-upper-side")
def _(b: Bag) -> bool:
    return (
        proofs.at_edge(b.draft)
        and b.top.startswith("zip")
        and b.asked["breadth"] <= proofs.zip_shows(b.draft)
    )


@says("zip-too-short")
def _(b: Bag) -> bool:
    return any(z.short for z in zips(b))


@says("stop-on-row")
def _(b: Bag) -> bool:
    def near(z: Zip) -> bool:
        ends = ((abs(z.low), z.box), (abs(z.high), z.stop))
        return any(z.row - z.clear + EPS < x < z.row + z.clear + long - EPS for x, long in ends)

    return any(not z.metre and not z.short and near(z) for z in zips(b))


@says("teeth-crossed")
def _(b: Bag) -> bool:
    def crossed(z: Zip) -> bool:
        return z.metre or z.low < -z.row or z.high > z.row

    hard = not b.chose("top.zip", "coil") and b.chose("top.teeth_at_seams", "left")
    return hard and any(crossed(z) for z in zips(b))


@says("zip-longer-than-sold")
def _(b: Bag) -> bool:
    def missing(z: Zip) -> bool:
        return not (z.whole or z.metre or z.in_hand) and z.needed > z.longest + EPS

    return any(missing(z) for z in zips(b))


@says("tabs-fill-mouth")
def _(b: Bag) -> bool:
    return any(z.narrowed and z.tabbed and (z.shows < 20 or z.tab is None or z.tab < 3) for z in zips(b))


@says("turned-through-small-zip")
def _(b: Bag) -> bool:
    return b.as_one and any(z.opens < _to_turn(b) for z in zips(b))


@says("hand-does-not-go-in")
def _(b: Bag) -> bool:
    return any(z.opens < 100 for z in zips(b))


@says("zip-not-counted")
def _(b: Bag) -> bool:
    always = proofs.is_hinged(b.draft) or b.base in ("all_round", "zip_round")
    counts = always or not b.chose("top.zip_counts", "left_out")
    return not counts and abs(proofs.zip_shows(b.draft)) > EPS


@says("broad-for-its-length")
def _(b: Bag) -> bool:
    return b.box and b.mm("size.breadth") > 0.8 * b.mm("size.length")


@says("thing-past-zip")
def _(b: Bag) -> bool:
    if not b.chose("base.size_from", "thing"):
        return False
    which = "base.thing_long" if b.chose("base.thing_lies", "along") else "base.thing_broad"
    side, thick = (b.bag.values[path].value for path in (which, "base.thing_thick"))
    flat = b.base in ("seamed", "folded", "rounded")
    needs = side + ((thick or 0.0) if flat else 0.0) if side is not None else 0.0
    return any(needs > z.opens + EPS for z in zips(b)) and side is not None


@says("wrist-loop-small")
def _(b: Bag) -> bool:
    cloth = b.chose("top.wrist", "cloth") and 2 * b.mm("top.wrist_shows") < 220
    return cloth or (b.chose("top.wrist", "elastic") and 1.75 * b.mm("top.wrist_round") < 220)


@says("straps-overlap")
def _(b: Bag) -> bool:
    straps = [Strap(b, n) for n in range(len(b.bag.kinds.carry))]
    return any(
        abs(one.offset - other.offset) < (one.width + other.width) / 2 + b.pair(3, 0.125) - EPS
        for n, one in enumerate(straps)
        for other in straps[n + 1 :]
    )


@says("cord-ends-fray")
def _(b: Bag) -> bool:
    return _drawn(b) and b.chose("top.cord_end", "knot") and b.chose("top.cord_knot", "none")
