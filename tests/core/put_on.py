"""
What must hold of what is put on a bag: its pieces by the rule, its place from real edges, and read back.

All of it is worked out here from the numbers asked for, and compared with cut sizes, marks and what is read.
"""

import math
from collections.abc import Callable, Iterator
from itertools import pairwise

from shapely import Point, Polygon, box

from ambitus.core import curves
from ambitus.core.draft import Draft
from ambitus.core.form.model import Mark, Piece, Seam
from ambitus.core.form.sewn import PutOn
from bags import LIDDED, choice_at, mm_at
from core import proofs

EXACT = 0.01
#: how much wider than its pocket a flap is, by unit set
_WIDER = {"in": 6.35, "mm": 6.0, "cm": 6.0}
_GAP = {"in": 12.7, "mm": 12.0, "cm": 12.0}


class Put:
    """One extra of a draft, asked by the names that its fields have in a plan."""

    def __init__(self, draft: Draft, number: int) -> None:
        self.draft, self.bag, self.number = draft, draft.bag, number
        self.kind = draft.bag.kinds.extras[number].kind

    def has(self, name: str) -> bool:
        """Return whether it has such a field."""
        return f"extras.{self.number}.{name}" in self.bag.values

    def mm(self, name: str) -> float:
        """Return one of its lengths, in mm."""
        return mm_at(self.bag, f"extras.{self.number}.{name}")

    def is_(self, name: str, option: str) -> bool:
        """Return whether it has this choice and this option is chosen."""
        return self.has(name) and choice_at(self.bag, f"extras.{self.number}.{name}") == option

    @property
    def layer(self) -> str:
        """The layer that it lies on."""
        return choice_at(self.bag, f"extras.{self.number}.on") if self.has("on") else "outer"

    @property
    def sides(self) -> tuple[str, ...]:
        """The sides that it lies on: both, for a closure in two halves."""
        if self.has("side"):
            return (choice_at(self.bag, f"extras.{self.number}.side"),)
        return ("front",) if self.kind in ("button_loop", "flap") else ("front", "back")

    def allowance(self, key: str) -> float:
        """Return an allowance of its bag, in mm."""
        return mm_at(self.bag, f"allowances.{key}")

    def pieces(self) -> dict[str, Piece]:
        """Return its pieces by what of it they are."""
        own = [p for p in self.draft.pieces if p.at == f"extras.{self.number}" and p.source != "bought"]
        return {p.part.rpartition(" ")[0]: p for p in own}


def every(draft: Draft) -> tuple[Put, ...]:
    """Return everything that is put on a bag."""
    return tuple(Put(draft, n) for n in range(len(draft.bag.kinds.extras)))


def wide_of(draft: Draft) -> float:
    """Return how wide front and back lie between their seams: panels of their own may take the depth."""
    base = draft.bag.kinds.base.kind
    return draft.form.mm("width" if base in ("gusset", "side_panels") else "flat_opening")


def face_of(draft: Draft) -> float:
    """Return how wide the face is that stands: all of the panel where nothing goes round a corner."""
    sizes = draft.form.dimensions
    return draft.form.mm("width") if "width" in sizes else draft.form.mm("flat_opening")


def side_seam(draft: Draft) -> str:
    """Return the class of the seams beside front and back."""
    return "gusset" if draft.bag.kinds.base.kind == "gusset" else "side"


def _asked_sizes(put: Put) -> dict[str, tuple[float, float]]:
    """Return how wide and how high each of its pieces would be cut, without a grid."""
    if put.kind == "patch":
        return _patch(put)
    if put.kind == "slip":
        return _slip(put)
    if put.kind == "zip_across":
        return _zip_across(put)
    if put.kind in ("magnetic_snap", "press_stud"):
        if not put.is_("patched", "patch"):
            return {}
        across = put.mm("size") + 2 * put.mm("margin")
        return {"": (across, across)}
    if put.kind == "flap":
        return _flap(put)
    if put.kind in ("hook_and_loop", "motif"):
        return {}
    if put.kind == "window_zip":
        times = 2 if put.is_("bag_made", "folded") else 1
        wide = put.mm("opening") + 2 * put.mm("beside")
        return {"": (wide, times * (put.mm("above") + put.mm("deep")))}
    return {"": _strip(put)}


def _patch(put: Put) -> dict[str, tuple[float, float]]:
    wide, high = put.mm("width"), put.mm("height")
    seam = put.allowance("pocket") if not put.is_("made", "hem") or put.is_("flap", "flap") else 0.0
    if put.is_("made", "folded"):
        out = {"": (wide + 2 * seam, 2 * high + 2 * seam)}
    else:
        edge = put.mm("edges")
        head = seam if put.is_("made", "faced") else put.mm("hem")
        out = {"": (wide + 2 * edge, high + edge + head)}
        if put.is_("made", "faced"):
            out["facing"] = (wide + 2 * edge, put.mm("faced") + seam + edge)
    if put.is_("flap", "flap"):
        # it goes over the pocket as that is made, which the grid brought to its size
        wider = put.draft.read.extras[put.number].sizes["width"] + _WIDER[put.bag.unit]
        out["flap"] = (wider + 2 * seam, put.mm("fall") + put.mm("flap_above") + 2 * seam)
    return out


#: closures, each with its middle somewhere on a side
CLOSURES = ("magnetic_snap", "press_stud", "hook_and_loop", "button_loop", "flap")


def template_of(put: Put, cut: bool = False) -> Polygon | None:
    """
    Return the seam line of a flap by a template as it was drawn, or its *cut* line: y from its upper edge
    up. None where that edge is not level for 20 mm. Their sides run straight up there.
    """
    if not put.is_("flap_shape", "template"):
        return None
    text = str(put.bag.values[f"extras.{put.number}.flap_outline"].value)
    drawn = [tuple(map(float, pair.split(","))) for pair in text.split()]
    top = max(y for _, y in drawn)
    across = [x for x, y in drawn if y >= top - 0.5]
    low, high = min(across), max(across)
    if high - low < 20 or _goes_on(drawn, top):
        return None
    inside, seam = _inside(put), put.allowance("flap")
    shape = Polygon([(x, 0.0 if y >= top - 0.5 else y - top) for x, y in drawn])
    # so high that its upper edge is where no allowance of the sides reaches
    tall = shape.union(box(low, -0.001, high, 500))
    by = -1 if put.is_("flap_traced_as", "cut") else 1
    if (by > 0) is not cut:
        level = 0.0
    else:
        tall = tall.buffer(by * seam, join_style="mitre", mitre_limit=100)
        level = by * inside
    left, bottom, right, _ = tall.bounds
    made = tall.intersection(box(left, bottom, right, level))
    return made if isinstance(made, Polygon) and made.bounds[2] - made.bounds[0] > 20 else None


def _goes_on(drawn: list[tuple[float, ...]], top: float) -> bool:
    """Whether an upper edge goes on outwards at either end, falling by less than 30 degrees."""
    for p, q in pairwise((*drawn, drawn[0])):
        (x, y), (u, v) = (p, q) if p[1] >= q[1] else (q, p)
        # an edge from the upper one down
        leaves = y >= top - 0.5 > v
        middle = math.fsum(at for at, high in drawn if high >= top - 0.5) / sum(
            h >= top - 0.5 for _, h in drawn
        )
        outwards = (u - x) * (1 if x > middle else -1)
        if leaves and outwards > 0 and (y - v) < outwards * math.tan(math.radians(30)):
            return True
    return False


def _inside(put: Put) -> float:
    return put.mm("inserted") if put.bag.kinds.top.kind == "pressed_edges" else put.allowance("top")


def head_of(put: Put) -> tuple[float, float]:
    """Return how wide a flap is at the mouth, and where its middle lies there, from its leftmost point."""
    made = template_of(put)
    if made is None:
        return put.pieces()["flap"].size("width") - 2 * put.allowance("flap"), flap_wide(put) / 2
    left, _, _, top = made.bounds
    across = [x for x, y in made.exterior.coords if y > top - 1e-6]
    return max(across) - min(across), (max(across) + min(across)) / 2 - left


def falls_in_middle(put: Put, fall: float) -> float:
    """Return how far a flap falls over the front below the middle of its upper edge."""
    made = template_of(put)
    if made is None:
        return fall
    left, low, _, top = made.bounds
    x = left + head_of(put)[1]
    line = made.intersection(box(x - 1e-4, low, x + 1e-4, top))
    return fall - (float(line.bounds[1]) - low)


def _flap(put: Put) -> dict[str, tuple[float, float]]:
    """Return both layers of a flap: narrower than the bag, and as long as its fall and what it goes over."""
    inside, seam = _inside(put), put.allowance("flap")
    wide = face_of(put.draft) - 2 * put.mm("flap_clear") + 2 * seam
    long = put.mm("fall") + put.mm("wrap") + inside + seam
    cored = wide - 2 * seam, put.mm("fall") + put.mm("wrap")
    line, sewn = template_of(put, cut=True), template_of(put)
    if line is not None and sewn is not None:
        (a, b, c, d), (e, f, g, h) = line.bounds, sewn.bounds
        wide, long, cored = c - a, d - b, (g - e, h - f)
    out = {"flap": (wide, long), "flap under": (wide, long)}
    kind = put.bag.kinds.interfacing
    if put.is_("core", "core") and kind.cuts and kind.kind != "base_only":
        out["flap core"] = cored
    if not put.is_("held_by", "open") and put.is_("patched", "patch"):
        out[""] = tuple(mm + 2 * put.mm("margin") for mm in half_size(put))  # type: ignore[assignment]
    return out


def half_size(put: Put) -> tuple[float, float]:
    """Return how wide and how high one half of what holds a flap is, in mm."""
    if put.is_("held_by", "tape"):
        return put.bag.grid.fit(put.mm("long")), put.mm("high")
    return put.mm("size"), put.mm("size")


def half_taken(put: Put) -> tuple[float, float]:
    """Return what one half takes of the cloth: its patch, where it has one."""
    patch = put.pieces().get("")
    return (patch.size("length"), patch.size("width")) if patch else half_size(put)


def flap_wide(put: Put) -> float:
    """Return how wide a flap comes out, in mm."""
    made = template_of(put)
    if made is not None:
        return float(made.bounds[2] - made.bounds[0])
    return put.pieces()["flap"].size("width") - 2 * put.allowance("flap")


def lost_of(put: Put, fall: float) -> Polygon:
    """Return what the right corner of a flap loses: x from its middle, y from its free edge, in mm."""
    side, seen = flap_wide(put) / 2, fall + put.mm("wrap")
    if put.is_("flap_shape", "slanted"):
        foot = put.mm("flap_foot") / 2
        return Polygon([(foot, 0), (side, 0), (side, fall)]) if foot < side else Polygon()
    half = put.is_("flap_shape", "half")
    if not half and put.is_("flap_corners", "square"):
        return Polygon()
    r = min(side, fall) if half else min(put.mm("flap_corner"), side, seen)
    if not half and put.is_("flap_corners", "clipped"):
        return Polygon([(side - r, 0), (side, 0), (side, r)])
    return box(side - r, 0, side, r).difference(Point(side - r, r).buffer(r, quad_segs=400))


def _zip_across(put: Put) -> dict[str, tuple[float, float]]:
    """Return its pieces: each goes from its own edge to beside the teeth, and on to its seam there."""
    edge, seam = put.mm("edges"), put.mm("zip_seam")
    teeth = (put.mm("zip_tape") - 2 * seam) / 2
    wide = put.mm("width") + (2 * edge if put.is_("ends", "turned") else 0.0)
    out = {
        "upper": (wide, put.mm("zip_at") - teeth + seam + edge),
        "lower": (wide, put.mm("height") - put.mm("zip_at") - teeth + seam + edge),
    }
    if put.is_("ends", "bands"):
        turn, end = (6.35, 12.7) if put.bag.unit == "in" else (6.0, 12.0)
        high = put.draft.read.extras[put.number].sizes["height"]
        out["band"] = (2 * put.mm("band_wide") + 2 * turn, high + 2 * end)
    return out


def _slip(put: Put) -> dict[str, tuple[float, float]]:
    wide = wide_of(put.draft) + 2 * proofs.eaten(put.draft, side_seam(put.draft), put.sides[0] == "front")
    foot = (
        proofs.eaten(put.draft, "base", put.sides[0] == "front")
        if put.is_("foot", "seam")
        else put.mm("edges")
    )
    if put.is_("slip_made", "folded"):
        return {"": (wide, 2 * put.mm("height") + 2 * foot)}
    return {"": (wide, put.mm("height") + put.mm("hem") + foot)}


def _strip(put: Put) -> tuple[float, float]:
    """Return how long and how wide a strip is cut that is folded in four."""
    across = 4 * put.mm("strip_wide")
    if put.kind == "ties":
        return put.mm("shows") + put.allowance("top") + put.mm("end"), across
    if put.kind == "button_loop":
        passes = put.mm("long") / 2 if put.is_("fastens", "toggle") else put.mm("size")
        loop = max(put.mm("from_top"), passes + put.mm("thick"))
        return 2 * loop + 2 * put.allowance("top"), across
    seam = put.allowance("top") if put.kind == "hanging_loop" else proofs.eaten(put.draft, "side")
    if put.is_("strip_as", "elastic"):
        room = 3.0 if put.draft.bag.unit != "in" else 25.4 / 8
        return 1.75 * put.mm("elastic") + 2 * seam, 2 * (put.mm("strip_wide") + room) + 2 * seam
    return 2 * put.mm("shows") + 2 * seam, across


def extras_by_the_rule(draft: Draft) -> Iterator[str]:
    """Yield each piece of an extra that is not cut as the rule says, brought to the grid."""
    grid, step = draft.bag.grid, draft.bag.grid.step
    for put in every(draft):
        own = put.pieces()
        asked = _asked_sizes(put)
        if set(own) != set(asked):
            yield f"{put.kind}: pieces {sorted(own)}, not {sorted(asked)}"
            continue
        for name, (wide, high) in asked.items():
            piece = own[name]
            first, second = ("length", "width") if "length" in piece.sums else ("width", "height")
            for key, mm in ((first, wide), (second, high)):
                got = piece.size(key)
                # a flap and a facing follow a pocket that was brought to the grid before them
                most = step * (0.5 if grid.rounding == "nearest" and not name else 1.0) + EXACT
                alone = not name and not (put.kind == "slip" and key == "width")
                # the tape that a patch lies behind came to the grid before it
                most += step if name == "" and put.kind == "flap" else 0.0
                if abs(got - mm) > most or (alone and put.kind != "flap" and abs(got - grid.fit(mm)) > EXACT):
                    yield f"{put.kind} {name} {key}: cut {got}, by the rule {mm}"


def extras_read_back(draft: Draft) -> Iterator[str]:
    """Yield each size of an extra that is read otherwise than it was drafted, or far from what was asked."""
    step = draft.bag.grid.step
    for put, read in zip(every(draft), draft.read.extras, strict=True):
        item = draft.bag.extras[put.number]
        sizes = item.extra.sizes(item, item.extra.own_form(item, draft.forms))
        if set(sizes) != set(read.sizes):
            yield f"{put.kind}: reads {sorted(read.sizes)}, drafted {sorted(sizes)}"
        for key, mm in read.sizes.items():
            if abs(mm - sizes[key]) > EXACT:
                yield f"{put.kind} {key}: reads {mm}, drafted {sizes[key]}"
            asked = put.mm(key) if put.has(key) else mm
            drawn = template_of(put)
            if drawn is not None:
                asked = drawn.bounds[3] - drawn.bounds[1] - put.mm("wrap")
            # of a pocket in two pieces each was brought to the grid
            cut = 2 if put.kind == "zip_across" and key == "height" else 1
            if abs(mm - asked) > cut * step + EXACT:
                yield f"{put.kind} {key}: reads {mm}, asked {asked}"


#: what a motif is called beside the ruler
_MOTIFS = {"transfer": "Transfer", "ink": "Print", "woven": "Motif"}


def _marks(draft: Draft, put: Put) -> Iterator[tuple[Piece, Mark]]:
    label = put.bag.kinds.extras[put.number].label
    over = "Toggle" if put.is_("fastens", "toggle") else "Button"
    motif = next((w for k, w in _MOTIFS.items() if put.is_("motif", k)), label)
    word = {"motif": motif, "button_loop": over, "patch": "Patch pocket", "window_zip": "Window pocket"}.get(
        put.kind, label
    )
    for piece in draft.pieces:
        for mark in piece.marks if piece.layer == put.layer else ():
            if (
                mark.kind in ("placed", "spot")
                and mark.label.split(",")[0] == word
                and "flap" not in mark.label
            ):
                yield piece, mark


def levels(draft: Draft, put: Put) -> set[float]:
    """Return how far below the finished top edge its upper edge lies, or its middle: as it was asked for."""
    if put.is_("foot", "seam"):
        high = draft.read.extras[put.number].sizes["height"]
        return {draft.forms[put.layer].height - high}
    if put.is_("down_by", "foot"):
        high = draft.read.extras[put.number].sizes.get("height") or put.mm("height")
        band = draft.form.stance.band
        return {draft.forms[put.layer].height + band - put.mm("from_foot") - high}
    return {put.mm("from_top")}


def placed_from_real_edges(draft: Draft) -> Iterator[str]:
    """
    Yield each mark that does not lie as far below its piece's raw top edge as was asked for, with what the
    top edge takes: on a whole panel u + top. Two of one kind on one side are not told apart.
    """
    # a zip that is not counted lies above the edge that things are measured from
    eats = proofs.past_the_edge(draft)
    kinds = [put.kind for put in every(draft)]
    band = draft.form.stance.band
    for put in (p for p in every(draft) if kinds.count(p.kind) == 1):
        for piece, mark in _marks(draft, put):
            if piece.division or any(m.label == "Fold of the base" for m in piece.marks):
                continue
            ys = [y for _, y in mark.points]
            top = piece.box[3]
            mine = top - (mark.points[2][1] if mark.kind == "spot" else max(ys))
            faced = any(p.division == "facing" for p in draft.pieces) and piece.layer == "lining"
            wanted = {round(u - band + eats, 2) for u in levels(draft, put)}
            if not faced and not any(abs(mine - u) < 0.02 for u in wanted):
                yield f"{put.kind} on {piece.key}: {mine} below the raw edge, not {wanted}"


def _thick_cloth(draft: Draft) -> float:
    """Return how thick the outer is: its thickest cloth, as often as it lies there, and a backing behind."""
    bag = draft.bag
    by_turns = proofs._chose(draft, "cloth.made", "strips")
    by_turns = by_turns and proofs._chose(draft, "cloth.strips_of", "alternate")
    widened = any(proofs._chose(draft, "cloth.made", way) for way in ("widened", "lengthened"))
    by_turns = by_turns or (widened and proofs._chose(draft, "cloth.widened_with", "contrast"))
    two = by_turns or proofs._chose(draft, "cloth.bottom", "contrast")
    thick = max(bag.cloth(cloth).thickness for cloth in (("outer", "contrast") if two else ("outer",)))
    quilted = bag.kinds.interfacing.kind == "quilted"
    backed = quilted and proofs._chose(draft, "interfacing.backing", "lining")
    times = 2 if proofs._chose(draft, "cloth.doubled", "doubled") else 1
    return times * thick + (bag.cloth("lining").thickness if backed else 0.0)


def binding_by_the_rule(draft: Draft) -> Iterator[str]:
    """Yield what of a binding is not as the rule says: wrapped 2b + T + 2v, doubled 2 (2b + T + v)."""
    bag = draft.bag
    if not bag.kinds.top.kind.startswith("bound"):
        return
    seam, cover = mm_at(bag, "allowances.binding"), mm_at(bag, "top.binding_cover")
    thick = _thick_cloth(draft)
    if bag.kinds.interfacing.kind not in ("none", "base_only"):
        thick += bag.facts.interfacings[choice_at(bag, "interfacing.material")].thickness
    thick += bag.cloth("lining").thickness if "lining" in bag.kinds.top.layers else 0.0
    double = choice_at(bag, "top.binding_made") == "double"
    wide = 2 * (2 * seam + thick + cover) if double else 2 * seam + thick + 2 * cover
    piece = draft.piece("binding")
    if abs(piece.size("width") - bag.grid.fit(wide)) > EXACT:
        yield f"binding: {piece.size('width')} wide, by the rule {wide}"
    diagonal = choice_at(bag, "top.binding_join") == "diagonal"
    join = piece.size("width") if diagonal else 2 * mm_at(bag, "allowances.join")
    hands = 101.6 if bag.unit == "in" else 100.0
    long = 2 * draft.form.mm("flat_opening") + join + hands
    if abs(piece.size("length") - bag.grid.fit(long)) > EXACT:
        yield f"binding: {piece.size('length')} long, by the rule {long}"


def seams_bound_by_the_rule(draft: Draft) -> Iterator[str]:
    """
    Yield what of the strips round seams is not as the rule says: as wide as a binding of both edges, as long
    as the seam with what is sewn across its ends, and an end to turn in at each; one for every seam.
    """
    bag = draft.bag
    strips = [piece for piece in draft.pieces if piece.layer == "seam binding"]
    bound = [seam for seam in draft.form.seams if _is_bound(draft, seam.seam)]
    boxed = draft.form.corner is not None and "corner" in bag.sewn and _is_bound(draft, "corner")
    # front and back of a lidded pouch are sewn across in one line, and bound with one strip
    lines = {_line(draft, seam) for seam in bound}
    if sum(piece.count for piece in strips) != len(lines) + (2 if boxed else 0):
        yield f"{len(strips)} strips for {len(lines)} lines of bound seams"
    if not strips:
        return
    tape = choice_at(bag, "seams.bind_of") == "tape"
    thick = _thick_cloth(draft)
    if bag.kinds.interfacing.kind in ("full", "quilted"):
        thick += bag.facts.interfacings[choice_at(bag, "interfacing.material")].thickness
    thick += bag.cloth("lining").thickness if "lining" in bag.kinds.top.layers else 0.0
    seam, cover = mm_at(bag, "seams.bind_seam"), mm_at(bag, "seams.bind_cover")
    double = choice_at(bag, "seams.bind_made") == "double"
    end = 2 * (9.525 if bag.unit == "in" else 10.0)
    for piece in strips:
        # at a tuck all lies four times
        edges = (4 if bag.kinds.base.kind == "pleated" and piece.part.startswith("end") else 2) * thick
        wide = 2 * (2 * seam + edges + cover) if double else 2 * seam + edges + 2 * cover
        if abs(piece.size("width") - (wide if tape else bag.grid.fit(wide))) > EXACT:
            yield f"{piece.key}: {piece.size('width')} wide, by the rule {wide}"
        of, over = piece.part.split()[0], piece.size("length") - end
        # across a corner it is as long as the bag is deep, or a box pouch high
        deep = draft.read.sizes.get("depth") or draft.read.sizes["height"]
        longs = {deep.total} if of == "corner" else set(_raw_edges(draft, of))
        if draft.bag.kinds.base.kind == "rounded" and of == "side":
            # down one side, along the base, up the other: all but its top; folded there one half of it
            panel = next(p for p in draft.pieces if p.layer == "outer" and not p.part)
            whole = Polygon(curves.flattened(panel.cut, panel.bends)).length
            tops = sum(_raw_edge(draft, panel.faces[0], e.name) for e in panel.edges if e.seam == "top")
            longs = {whole / 2 if panel.hinged else whole - tops}
        if draft.bag.kinds.base.kind == "all_round" and of == "gusset":
            # once round the panel, whose raw edge is the longer one
            panel = next(p for p in draft.pieces if p.layer == "outer" and not p.part)
            longs = {Polygon(curves.flattened(panel.cut, panel.bends)).length}
        if of == "end" and bag.kinds.base.kind in LIDDED:
            # corners that are cut out first leave the breadth alone
            high = draft.form.mm("height") if bag.kinds.base.kind == "box_pouch" else 0.0
            longs = {draft.form.mm("breadth") + high}
        # round a base of its own the base's edge is the longer one; a traced one is cut off at its corners
        traced = 0.06 * over if bag.kinds.base.kind == "traced" else 0.0
        if not any(abs(over - long) <= 1.0 + 2 * bag.grid.step + traced for long in longs):
            yield f"{piece.key}: {over} along edges of {longs}"


def _raw_edges(draft: Draft, of: str) -> Iterator[float]:
    """Yield how long the edges of the outer are that a class of seam joins, as they are cut."""
    for seam in (s for s in draft.form.seams if s.seam == of):
        for chain in seam.chains:
            if of == "ring" and chain[0].face != "base":
                continue
            # where a panel is of two parts they are joined before: of a gusset’s front at either side
            joins = sum(a.face != b.face for a, b in pairwise(chain))
            joined = 2 * mm_at(draft.bag, "allowances.join") * joins if joins else 0.0
            yield sum(_raw_edge(draft, s.face, s.edge) for s in chain) - joined


def flap_held(put: Put) -> bool:
    """Return whether something holds a flap down."""
    return put.is_("flap", "flap") and not put.is_("flap_closes", "open")


def hole_of(put: Put) -> float:
    """Return how long its buttonhole has to be: across and through the button, 2 mm | 1/16 in over a cord."""
    cord = (1.5875 if put.bag.unit == "in" else 2.0) if put.is_("buttonhole", "corded") else 0.0
    return put.mm("size") + put.mm("thick") + cord


def buttonholes_by_the_rule(draft: Draft) -> Iterator[str]:
    """
    Yield each hole of a flap that is not as long as its button needs, or whose lower end does not lie over
    the button once the flap is folded down; and each button that lies elsewhere than in its middle.
    """
    for put in (p for p in every(draft) if p.kind == "patch"):
        flap = put.pieces().get("flap")
        holes = [m for m in flap.marks if m.kind == "buttonhole"] if flap else []
        if len(holes) != (flap_held(put) and put.is_("flap_closes", "button")):
            yield f"{len(holes)} buttonholes"
            continue
        for mark in holes if flap else ():
            (x, low), (_, high) = mark.points
            left, _, right, top = flap.box if flap else (0, 0, 0, 0)
            end = top - put.allowance("pocket") - put.mm("flap_closed_at")
            if abs(high - low - hole_of(put)) > EXACT or abs(high - end) > EXACT:
                yield f"buttonhole from {low} to {high}, not {hole_of(put)} long up to {end}"
            if abs(x - (left + right) / 2) > EXACT:
                yield f"buttonhole at {x}, not in the middle"
        sizes, at = draft.read.extras[put.number].sizes, f"extras.{put.number}"
        lying = [one for one in draft.forms[put.layer].every_sewn if isinstance(one, PutOn) and one.of == at]
        for pocket in lying[:1]:
            for one in (one for one in lying if "under its flap" in one.label):
                down = pocket.u + sizes["fall"] - put.mm("flap_closed_at")
                off = one.x + one.wide / 2 - pocket.x - pocket.wide / 2, one.u + one.high / 2 - down
                if max(map(abs, off)) > EXACT:
                    yield f"its half on the pocket lies {off} off"
        if any("under its flap" in m.label for p in draft.pieces for m in p.marks):
            yield "a button marked on its panel, which lies on its pocket"
        if flap_held(put) != any("under its flap" in one.label for one in lying):
            yield "a half without its other"


def halves_meet(draft: Draft) -> Iterator[str]:
    """Yield each flap whose half, once it is closed, does not lie on that on the front."""
    for put in (p for p in every(draft) if p.kind == "flap"):
        marks = [m for p in put.pieces().values() for m in p.marks if m.kind in ("spot", "buttonhole")]
        front = [
            one
            for one in draft.form.every_sewn
            if isinstance(one, PutOn) and one.of == f"extras.{put.number}"
        ]
        held = not put.is_("held_by", "open")
        if (len(marks), len(front)) != (held, held):
            yield f"{len(marks)} halves on the flap, {len(front)} on the front"
        for mark, one in zip(marks, front, strict=False):
            x, y = mark.points[-1]
            # its free edge lies along y = 0, and as far below the top edge as it falls
            down = draft.read.extras[put.number].sizes["fall"] - y
            # its underside is seen from behind
            middle = head_of(put)[1]
            middle = middle if mark.kind == "buttonhole" else flap_wide(put) - middle
            off = one.u + one.high / 2 - down, one.x + one.wide / 2, x - middle
            if max(map(abs, off)) > EXACT:
                yield f"the halves lie {off} off"
            if mark.kind == "buttonhole" and abs(math.dist(*mark.points) - hole_of(put)) > EXACT:
                yield f"a buttonhole of {math.dist(*mark.points)}"


def _raw_edge(draft: Draft, face: str, name: str) -> float:
    piece = next(p for p in draft.pieces if p.layer == "outer" and face in p.faces)
    i = next(i for i, edge in enumerate(piece.edges) if edge.name == name)
    a, b = piece.cut[i], piece.cut[(i + 1) % len(piece.cut)]
    return curves.edge_length(a, piece.bends[i], b)


def _is_bound(draft: Draft, key: str) -> bool:
    return key in draft.bag.sewn and draft.bag.kinds.seam(key).kind in ("bound", "bound_ends")


def _line(draft: Draft, seam: Seam) -> str:
    """Return which line a seam lies in: the ends of a lidded pouch at one end are one, and a ring is one."""
    if draft.bag.kinds.base.kind == "rounded" and seam.seam == "side":
        return "round"
    if draft.bag.kinds.base.kind == "all_round" and seam.seam == "gusset":
        return " ".join(seam.key.split()[:2])
    if seam.seam != "end" or draft.bag.kinds.base.kind not in LIDDED:
        return seam.key
    _, face, way = seam.key.split()
    return "end" + (way if face == "front" else {"left": "right", "right": "left"}[way])


PROOFS: tuple[Callable[[Draft], Iterator[str]], ...] = (
    extras_by_the_rule,
    extras_read_back,
    placed_from_real_edges,
    buttonholes_by_the_rule,
    halves_meet,
    binding_by_the_rule,
    seams_bound_by_the_rule,
)


def failures(draft: Draft) -> list[str]:
    """Return all that does not hold."""
    return [text for proof in PROOFS for text in proof(draft)]
