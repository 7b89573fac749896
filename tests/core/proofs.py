"""
What must hold of every draft. Used by the property tests over random bags, and by the planted faults,
which must each break at least one of these.

The numbers here are worked out in this file, from the sizes asked for; nothing is taken from the draft
that is being judged but its cut sizes, outlines, marks and steps.
"""

import math
from collections.abc import Iterator

from shapely import MultiPoint, Polygon

from ambitus.core.checks.run import findings
from ambitus.core.curves import flattened
from ambitus.core.cut.pieces import letter
from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.geometry import area, bounds
from ambitus.core.lengths import Grid
from bags import LIDDED, choice_at, mm_at
from core.made_up import made_up_by_the_rule

EXACT = 0.01
#: tops that are turned through a gap in the lining
_GAPPED = {"turned_through", "stitched_channel", "bands", "zip"}
_ZIPPED = {"zip", "zip_unlined"}
_BOX = set(LIDDED)
#: a gusset all round, its zip in it
_ROUND = "all_round"
#: a zip from base to base, over round upper corners
_ARCHED = "zip_round"
#: how well a traced curve is told by its points
TRACED = 0.05

#: what each kind of seam sews; a seam it cannot sew stays plain
_ONLY_STRAIGHT = {"french_stitched", "felled", "lapped"}
_CURVED = {"corner", "gusset", "ring", "end"}
_SEPARATE = {"circle", "stadium", "ellipse", "rounded_rectangle", "rectangle", "traced"}


def _curved_sides(draft: Draft, key: str) -> bool:
    """Whether the seam down the sides runs on round corners and along the base."""
    return key == "side" and draft.bag.kinds.base.kind == "rounded"


def _kind(draft: Draft, key: str) -> str:
    given = draft.bag.kinds.seams_by_class.get(key, draft.bag.kinds.seams).kind
    if (
        key == "join"
        or ((key in _CURVED or _curved_sides(draft, key)) and given in _ONLY_STRAIGHT)
        or (key != "end" and given == "bound_ends")
    ):
        return "plain"
    return given


def eaten(draft: Draft, key: str, over: bool = True) -> float:
    """Return what a seam of class *key* takes of one edge, by the rule for its kind."""
    bag, kind = draft.bag, _kind(draft, key)
    if kind == "raw" or (kind == "lapped" and over):
        return 0.0
    sliver = mm_at(bag, "seams.sliver") if kind == "overlocked_first" else 0.0
    if kind == "bound_ends":
        # by machine the row along the far edge closes it, by hand the first
        return mm_at(
            bag, "seams.bind_cover" if _chose(draft, "seams.bind_ends", "machine") else "seams.bind_seam"
        )
    return mm_at(bag, f"allowances.{key}") + sliver


def top_eats(draft: Draft) -> float:
    """Return what the top edge takes of every panel, by the rule for its kind."""
    terms = {
        "turned_through": ("allowances.top",),
        "pressed_edges": ("top.turn",),
        "double_hem": ("top.turn", "top.hem"),
        "overlocked_hem": ("top.hem",),
        "raw_edge": (),
        "casing": ("top.turn", "top.heading", "top.channel", "top.edge"),
        "stitched_channel": ("allowances.top",),
        "bands": ("allowances.top",),
        "on_bars": ("top.turn", "top.channel"),
        "bound": (),
        "bound_unlined": (),
    }
    if is_hinged(draft):
        return 0.0
    if draft.bag.kinds.top.kind in _ZIPPED:
        return mm_at(draft.bag, "allowances.zip") - zip_shows(draft) / 2
    return sum(mm_at(draft.bag, path) for path in terms[draft.bag.kinds.top.kind]) + top_knife(draft)


def top_knife(draft: Draft) -> float:
    """Return what the knife takes of a top edge: of every one where every edge is overlocked first."""
    kind, first = draft.bag.kinds.top.kind, draft.bag.kinds.seams.kind == "overlocked_first"
    cut = kind == "overlocked_hem" or (kind in ("double_hem", "casing", "on_bars") and first)
    cut |= kind == "casing" and _chose(draft, "top.hem_edge", "overlocked")
    return mm_at(draft.bag, "top.sliver") if cut else 0.0


def past_the_edge(draft: Draft) -> float:
    """Return the cloth beyond the finished height asked for; a zip that is not counted is not in it."""
    return top_eats(draft) + _uncounted(draft)


def _uncounted(draft: Draft) -> float:
    """Return half of what shows of a zip that is not in the height asked for."""
    out = _chose(draft, "top.zip_counts", "left_out") and draft.bag.kinds.base.kind not in (
        *_BOX,
        _ROUND,
        _ARCHED,
    )
    return zip_shows(draft) / 2 if out and not is_hinged(draft) else 0.0


def zip_shows(draft: Draft) -> float:
    """Return what shows of a zip: its tape less both its seams, or its window."""
    if is_hinged(draft):
        return mm_at(draft.bag, "top.zip_window_high")
    return mm_at(draft.bag, "top.tape") - 2 * mm_at(draft.bag, "allowances.zip")


def _chose(draft: Draft, path: str, option: str) -> bool:
    found = draft.bag.values.get(path)
    return found is not None and found.value == option


def _gapped(draft: Draft) -> bool:
    without = any(_chose(draft, "top.turned", way) for way in ("zip", "never"))
    return draft.bag.kinds.top.kind in _GAPPED and not without


def _lies_inside(draft: Draft) -> bool:
    """Whether its lining is sewn by itself inside an outer whose edges stay outside."""
    return _chose(draft, "top.turned", "never") and "lining" in draft.bag.kinds.top.layers


def _traced(draft: Draft, beyond: float = 0.0) -> tuple[float, float, float]:
    """Return length, breadth and way round of the seam line of a traced base, or of the line *beyond* it."""
    points = [tuple(map(float, pair.split(","))) for pair in choice_at(draft.bag, "base.outline").split()]
    by = beyond - (eaten(draft, "ring") if choice_at(draft.bag, "base.traced_as") == "cut" else 0.0)
    drawn = Polygon(points).buffer(by, join_style="mitre", mitre_limit=100.0)
    left, low, right, high = drawn.bounds
    return right - left, high - low, float(drawn.exterior.length)


def is_folded(draft: Draft) -> bool:
    """Return whether front and back were asked for as one piece."""
    kind = draft.bag.kinds.base.kind
    # a flat base that is folded is a base of its own
    return kind == "folded" or (kind != "seamed" and _chose(draft, "base.cut_as", "folded"))


def at_edge(draft: Draft) -> bool:
    """Return whether a box is pressed with its zip along one edge."""
    return draft.bag.kinds.base.kind == "box_pouch" and _chose(draft, "base.pressed", "at_edge")


def folds_down(draft: Draft) -> str:
    """Return the size of a box that its corners give, half of it folded in at each end."""
    return "breadth" if at_edge(draft) else "height"


def _lies(draft: Draft) -> str:
    return "height" if at_edge(draft) else "breadth"


def is_hinged(draft: Draft) -> bool:
    """Return whether front and back are one piece that is folded at the top, its zip in a window there."""
    flat = draft.bag.kinds.base.kind in ("seamed", "rounded")
    return flat and _chose(draft, "top.zip_ends", "window")


def zip_apart(draft: Draft) -> bool:
    """Return whether the ends of its zip lie in no seam: under tabs, or behind a window."""
    return is_hinged(draft) or any(_chose(draft, "top.zip_ends", way) for way in ("folded", "seamed"))


def is_wrapped(draft: Draft) -> bool:
    """Return whether one piece goes round, with a fold at one side."""
    if is_hinged(draft):
        return False
    return draft.bag.kinds.base.kind in ("boxed", "seamed") and _chose(draft, "base.cut_as", "wrapped")


def _shorter(draft: Draft, layer: str) -> float:
    ease = draft.bag.values.get("top.ease")
    shorter = layer == "lining" and ease is not None and ease.value == "shorter"
    # bands stand above the panels of every layer
    band = mm_at(draft.bag, "top.band") if "top.band" in draft.bag.values else 0.0
    return band + (mm_at(draft.bag, "top.ease_by") if shorter else 0.0)


def _sewn(draft: Draft) -> list[Piece]:
    return [p for p in draft.pieces if p.layer in ("outer", "lining")]


def _asked(draft: Draft) -> dict[str, float]:
    """Return every size asked for by name; of a disc in hand the diameter that its seam leaves."""
    bag = draft.bag
    names = ("width", "height", "depth", "diameter", "length", "breadth")
    asked = {key: mm_at(bag, f"size.{key}") for key in names if f"size.{key}" in bag.values}
    if _read_flat(draft):
        asked["width"] -= asked["depth"]
    if bag.kinds.base.kind == "traced":
        asked["length"], asked["breadth"], _ = _traced(draft)
    left_out = _chose(draft, "top.zip_counts", "left_out") and bag.kinds.base.kind not in (_ROUND, _ARCHED)
    if left_out and not is_hinged(draft):
        # half of the zip lies beyond the cloth that was asked for
        asked[_lies(draft) if bag.kinds.base.kind in _BOX else "height"] += zip_shows(draft) / 2
    means = choice_at(bag, "top.height_means") if "top.height_means" in bag.values else "edge"
    if means != "edge":
        asked["height"] += _closing(draft, asked) + (_above_cord(draft) if means == "contents" else 0.0)
    given = bag.values.get("base.given")
    if given is not None and given.value == "plate":
        asked["diameter"] = mm_at(bag, "base.plate") - 2 * eaten(draft, "ring")
    return asked


def _closing(draft: Draft, asked: dict[str, float]) -> float:
    """Return what it takes to close over what goes in: the radius, half the depth, or half the diagonal."""
    bag = draft.bag
    if "diameter" in asked:
        given = choice_at(bag, "base.given") == "plate"
        return (mm_at(bag, "base.plate") - 2 * eaten(draft, "ring") if given else asked["diameter"]) / 2
    long, broad = asked.get("length", asked.get("width", 0.0)), asked.get("breadth", asked.get("depth", 0.0))
    if bag.kinds.base.kind == "traced":
        points = [tuple(map(float, pair.split(","))) for pair in choice_at(bag, "base.outline").split()]
        left, low, right, high = Polygon(points).bounds
        inside = 2 * eaten(draft, "ring") if choice_at(bag, "base.traced_as") == "cut" else 0.0
        long, broad = right - left - inside, high - low - inside
    return math.hypot(long, broad) / 2 if choice_at(bag, "top.closing") == "firm" else min(long, broad) / 2


def _above_cord(draft: Draft) -> float:
    if "top.band" in draft.bag.values:
        return mm_at(draft.bag, "top.band")
    return mm_at(draft.bag, "top.heading") + mm_at(draft.bag, "top.channel")


def _radius(draft: Draft) -> float:
    """Return the corner radius at the seam line that was asked for, as far as there is room for it."""
    bag, asked = draft.bag, _asked(draft)
    if bag.kinds.base.kind == "gusset":
        r = mm_at(bag, "base.radius")
        if choice_at(bag, "base.round_by") == "plate":
            r = max(0.0, mm_at(bag, "base.plate") / 2 - mm_at(bag, "allowances.gusset"))
        return min(r, asked["width"] / 2, asked["height"])
    if bag.kinds.base.kind == _ROUND:
        return min(mm_at(bag, "base.radius"), asked["width"] / 2, asked["height"] / 2)
    if bag.kinds.base.kind == _ARCHED:
        room = min(asked["width"] / 2, asked["height"])
        asked_r = max(mm_at(bag, "base.radius"), 0.5 - top_eats(draft))
        return room if _chose(draft, "base.upper", "half") else min(asked_r, room)
    if bag.kinds.base.kind == "rounded":
        room = min(asked["width"] / 2, asked["height"] + min(0.0, top_eats(draft)))
        wanted = {"round": "base.radius", "clipped": "base.clip"}.get(choice_at(bag, "base.lower"))
        return min(mm_at(bag, wanted), room) if wanted else room
    return mm_at(bag, "base.radius") if "base.radius" in bag.values else 0.0


def _round(draft: Draft, asked: dict[str, float]) -> float:
    """Return the way round a base of its own at the seam line, by the formula for its shape."""
    kind = draft.bag.kinds.base.kind
    if kind == "traced":
        return _traced(draft)[2]
    if kind == "circle":
        return math.pi * asked["diameter"]
    long, short = max(asked["length"], asked["breadth"]), min(asked["length"], asked["breadth"])
    if kind == "stadium":
        return 2 * (long - short) + math.pi * short
    if kind == "ellipse":
        a, b = long / 2, short / 2
        h = ((a - b) / (a + b)) ** 2
        return math.pi * (a + b) * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))
    r = min(_radius(draft), short / 2) if kind == "rounded_rectangle" else 0.0
    return 2 * (long + short) - 8 * r + 2 * math.pi * r


def _opening(draft: Draft) -> float:
    """Return the flat opening that was asked for."""
    asked = _asked(draft)
    if draft.bag.kinds.base.kind in _SEPARATE:
        return _round(draft, asked) / 2
    if draft.bag.kinds.base.kind == _ROUND:
        return mm_at(draft.bag, "base.zip_panel")
    if draft.bag.kinds.base.kind == _ARCHED:
        # up one side, over the top, and down the other
        return asked["width"] + 2 * asked["height"] - (4 - math.pi) * _radius(draft)
    if draft.bag.kinds.base.kind in _BOX:
        return asked["length"] + (0.0 if draft.bag.kinds.base.kind == "pleated" else asked[folds_down(draft)])
    return asked["width"] + asked.get("depth", 0.0)


def _panels(draft: Draft) -> int:
    """Return how many panels of the body were asked for."""
    panels = draft.bag.values.get("base.panels")
    if panels is not None:
        return 2 if panels.value == "two" else 1
    return 1 if is_folded(draft) or is_wrapped(draft) or is_hinged(draft) else 2


def _read_flat(draft: Draft) -> bool:
    means = draft.bag.values.get("base.width_means")
    return means is not None and means.value == "flat"


def reads_back(draft: Draft) -> Iterator[str]:
    """The cut list, read by the other arithmetic, gives back the bag within what rounding may do."""
    step, up = draft.bag.grid.step, draft.bag.grid.rounding == "up"
    # only a depth that is cut can be moved by the grid
    kind = draft.bag.kinds.base.kind
    cut = step if kind in ("boxed", "side_panels") else step / 2 if kind in ("gusset", _ROUND) else 0.0
    half = (0.0, step) if up else (-step / 2, step / 2)
    limits = {
        **dict.fromkeys(("diameter", "length", "breadth"), half),
        "width": half,
        # a folded piece carries the height twice, so its rounding is halved
        "height": half,
        "depth": (0.0, 2 * cut) if up else (-cut, cut),
    }
    if _read_flat(draft):
        # read flat it is the opening that was chosen; the face takes what the depth leaves
        limits["width"] = (limits["width"][0] - 2 * cut, limits["width"][1] + 2 * cut)
    if kind in _BOX:
        # the height is that of its corners; length and breadth are what it leaves of the panel
        high = (0.0, 2 * step) if up else (-step, step)
        limits[folds_down(draft)] = high if kind == "box_pouch_cut" else (0.0, 0.0)
    if step < EXACT:
        limits = dict.fromkeys(limits, (-EXACT, EXACT))
    if kind == "traced":
        # it keeps its own size, told to some hundredths: a curve is as good as its points
        limits |= dict.fromkeys(("length", "breadth"), (-TRACED, TRACED))
    asked = _asked(draft)
    for key, mm in asked.items():
        off, (low, high) = draft.read.mm(key) - mm, limits[key]
        if not low - 1e-5 <= off <= high + 1e-5:
            yield f"{key} asked {mm}, read back {draft.read.mm(key)}"
    if set(asked) != set(draft.read.sizes) - {"flat_opening"}:
        yield f"sizes read back {set(draft.read.sizes)}"
    yield from (f"finding {f.key}" for f in draft.read.findings)


def stretched(draft: Draft, prefix: str) -> tuple[float, float]:
    """Return how many times as long a strap's strip is stretched, and what share of its width is left."""
    if not _chose(draft, f"{prefix}.stretched", "stretched"):
        return 1.0, 1.0
    long, wide = (203.2, 50.8) if draft.bag.unit == "in" else (200.0, 50.0)
    got = (mm_at(draft.bag, f"{prefix}.{name}") for name in ("stretches_to", "narrows_to"))
    # what is pulled gets no shorter and no wider
    return max(1.0, next(got) / long), min(1.0, next(got) / wide)


def strips_by_their_folds(draft: Draft) -> Iterator[str]:
    """A strip that is stretched has no core; its folds are marked where they lie once it is stretched."""
    for hang in draft.hangs:
        _, share = stretched(draft, hang.prefix)
        if not _chose(draft, f"{hang.prefix}.stretched", "stretched"):
            continue
        if any(p.key == f"strap core {hang.prefix}" for p in draft.pieces):
            yield f"{hang.prefix}: a core in a strip that is stretched"
        piece = next(p for p in draft.pieces if p.key == f"strap {hang.prefix}")
        wide = piece.size("width") * share
        turn = mm_at(draft.bag, f"{hang.prefix}.turn") if f"{hang.prefix}.turn" in draft.bag.values else 0.0
        folds = [m.points[0][1] * share for m in piece.marks if m.label == "Folds"]
        wanted = {
            "four_fold": [wide / 4, wide / 2, 3 * wide / 4],
            "edges_turned": [turn, wide / 2, wide - turn],
        }.get(hang.item.make.kind)
        if wanted and any(abs(a - b) > EXACT for a, b in zip(folds, wanted, strict=True)):
            yield f"{piece.key} folded at {folds}, by the rule at {wanted}"


def straps_read_back(draft: Draft) -> Iterator[str]:
    """Straps, read from their cut size, hang as asked."""
    bag, step = draft.bag, draft.bag.grid.step
    for i, strap in enumerate(draft.read.straps):
        prefix = f"carry.{i}"
        # each make has its own number of widths side by side in the strip
        wide = {"four_fold": 4, "webbing": 1}.get(bag.kinds.carry[i].make.kind, 2)
        long, share = stretched(draft, prefix)
        off = strap.width - mm_at(bag, f"{prefix}.width")
        if not -share * step / (2 * wide) - EXACT <= off <= share * step / wide + EXACT:
            yield f"strap {strap.width} wide, asked {mm_at(bag, f'{prefix}.width')}"
        if choice_at(bag, f"{prefix}.measure") == "length":
            off = strap.visible - mm_at(bag, f"{prefix}.length")
            off += 2 * _uncounted(draft) if bag.kinds.carry[i].attach.runs else 0.0
            if not -long * step / 2 - EXACT <= off <= long * step + EXACT:
                yield f"strap visible {strap.visible}"
        else:
            # straight up from the ends to the hand, and once over it: rebuilt from the drop asked for
            hold = 60.0 if choice_at(bag, f"{prefix}.held") == "hand" else 110.0
            hold = hold if bag.unit != "in" else {60.0: 63.5, 110.0: 114.3}[hold]
            gap = draft.cut_list.straps[i].gap
            wanted = hold + 2 * math.hypot(mm_at(bag, f"{prefix}.drop"), (gap - hold) / 2)
            # what runs down is read from the middle of a zip, counted or not
            wanted -= 2 * _uncounted(draft) if bag.kinds.carry[i].attach.runs else 0.0
            if not -long * step / 2 - EXACT <= strap.visible - wanted <= long * step + EXACT:
                yield f"strap visible {strap.visible}, wanted {wanted}"


def seams_walk(draft: Draft) -> Iterator[str]:
    """Edges that are sewn together have the same length, measured on the outlines."""
    step = draft.bag.grid.step
    for walked in draft.walked:
        eased = walked.seam.key.partition(" ")[2].startswith("ring")
        trimmed = " gusset" in walked.seam.key
        spare = 3 * step if trimmed else 0.0
        if not eased and walked.difference > EXACT + spare:
            yield f"{walked.seam.key}: {walked.lengths}"
        if eased and walked.difference > max(EXACT, min(walked.lengths) * 0.01):
            yield f"{walked.seam.key} does not ease: {walked.lengths}"
        # a quarter that falls beside a traced corner is marked on it: one half gets what the other lacks
        beside = 0.3 if draft.bag.kinds.base.kind == "traced" and _panels(draft) == 2 else 0.0
        if eased and step < EXACT and walked.difference > 2 * EXACT + beside:
            yield f"{walked.seam.key} differs before rounding: {walked.lengths}"
    stepped = 4 * mm_at(draft.bag, "base.step") if "base.step" in draft.bag.values else 0.0
    for walked in draft.walked:
        around = 2 * _opening(draft) + stepped
        # a zip joins front to back, each half of the mouth
        chain = walked.lengths[0] * (2 if draft.bag.kinds.top.kind in _ZIPPED else 1)
        if walked.seam.key == "top" and abs(chain - around) > 6 * step + EXACT:
            yield f"mouth {chain}, asked {around}"
    layers = {p.layer for p in _sewn(draft)}
    wanted = {f"{layer} {name}" for layer in layers for name in _seam_names(draft)}
    if (len(layers) == 2 or draft.bag.kinds.top.kind in _ZIPPED) and not is_hinged(draft):
        wanted.add("top")
    if not wanted <= {w.seam.key for w in draft.walked}:
        yield f"seams {sorted(w.seam.key for w in draft.walked)}"


def _seam_names(draft: Draft) -> set[str]:
    kind = draft.bag.kinds.base.kind
    if kind in _BOX:
        what = ("end", "corner") if kind == "box_pouch_cut" else ("end",)
        four = {f"{w} {face} {way}" for w in what for face in ("front", "back") for way in ("left", "right")}
        if at_edge(draft):
            four = {"end left", "end right"}
        return four if is_folded(draft) else {"base", *four}
    if kind == "gusset":
        return {"gusset front", "gusset back"}
    if kind == _ROUND:
        ring = {f"gusset {panel} {part}" for panel in ("front", "back") for part in ("zip", "strip")}
        return {"strip join left", "strip join right", *ring}
    if kind == _ARCHED:
        return {"base"}
    if kind == "side_panels":
        sides = {f"side {panel} {way}" for panel in ("front", "back") for way in ("left", "right")}
        return {"base", "end left", "end right", *sides}
    if kind in _SEPARATE:
        one = _panels(draft) == 1
        return {"side", "ring"} if one else {"side left", "side right", "ring front", "ring back"}
    if is_wrapped(draft):
        corners = ("corner seam", "corner fold") if kind == "boxed" else ()
        return {"side", "base", *corners}
    return {"side left", "side right", *(() if is_folded(draft) else ("base",))}


def _seam_line(piece: Piece) -> Polygon:
    """Return what lies inside the seam line of a piece, curves and all."""
    return Polygon(flattened(piece.stitch, tuple(e.seam_bend for e in piece.edges)))


def outlines_match_sums(draft: Draft) -> Iterator[str]:
    """A piece's outline is as large as its sums say, and every letter is its own."""
    for piece in draft.pieces:
        left, bottom, right, top = piece.box
        across, up = ("length", "width") if "length" in piece.sums else ("width", "height")
        for key, size in ((across, right - left), (up, top - bottom)):
            by_template = bool(piece.at) and _chose(draft, f"{piece.at}.flap_shape", "template")
            outlined = piece.part == "base" and draft.bag.kinds.base.kind == "traced"
            # so is a panel whose edge goes round as one
            arched = draft.bag.kinds.base.kind == _ARCHED and not piece.part
            drawn = TRACED if outlined or by_template or arched else 1e-4
            if abs(piece.size(key) - size) > drawn:
                yield f"{piece.key} {key}: sum {piece.size(key)}, outline {size}"
            bought = piece.layer == "cord" and key == "width"
            bought |= piece.layer in ("tab", "zip") and key == "width"
            bought |= (
                piece.layer in ("tab", "zip") and not draft.bag.grid.holds(piece.size(key)) and key == "width"
            )
            # a snap or a button is as large as it is sold; tape is cut to its length
            sold = piece.layer in ("closure", "bar") and piece.source == "bought"
            bought |= sold and (key == "width" or "tape" not in piece.material)
            bought |= piece.material == "Bias tape"
            bought |= piece.layer == "zip" and not zip_apart(draft)
            bought |= piece.key.startswith("strap") and key == "width" and not _cut_across(draft, piece)
            # a side panel follows its front; a tube is cut finer where it would not go round its base
            finer = Grid(25.4 / 16 if draft.bag.unit == "in" else 1.0)
            tube = draft.bag.kinds.base.kind in _SEPARATE and key == "width" and not piece.part
            follows = piece.part in ("side", "zip strip") and key == "height"
            follows |= piece.layer in ("interfacing", "insert") and (any(piece.bends) or tube)
            follows |= tube and not piece.over
            # an outline that was traced keeps its size
            traced = draft.bag.kinds.base.kind == "traced"
            follows |= piece.part == "base" and traced and not piece.role.blank
            follows |= by_template and piece.layer in ("pocket", "pocket core")
            fits = draft.bag.grid.holds(piece.size(key)) or (tube and finer.holds(piece.size(key)))
            if not bought and not follows and not fits:
                yield f"{piece.key} {key}: {piece.size(key)} is off the grid"
        if "across" in piece.sums:
            notch = (right - left) * (top - bottom) - area(piece.cut)
            across, up = piece.size("across"), piece.size("up")
            # over a fold, or a side fold, it is as high again
            times = 2 * (1 + piece.folded) * (1 + (draft.bag.kinds.base.kind in _BOX))
            wanted = times * across * up + (piece.size("fold_across") * up if is_wrapped(draft) else 0.0)
            if abs(notch - wanted) > 0.05:
                yield f"{piece.key}: cut-outs of {notch} mm²"
        if piece.layer in ("outer", "lining") and "across" in piece.sums and piece.over:
            side = "end" if draft.bag.kinds.base.kind in _BOX else "side"
            core = piece.size("across") - eaten(draft, side, piece.over)
            if not draft.bag.grid.holds(core):
                yield f"{piece.key}: the cut-out's core {core} is off the grid"
    letters = [p.letter for p in draft.pieces]
    if letters != [letter(i) for i in range(len(letters))]:
        yield f"letters {letters}"


def _cut_across(draft: Draft, piece: Piece) -> bool:
    return draft.bag.kinds.carry[int(piece.key.rsplit(".", 1)[1])].make.kind != "webbing"


def by_the_rule(draft: Draft) -> Iterator[str]:
    """The panel is what the rule for its base says, worked out here from what was asked."""
    if draft.bag.grid.step > EXACT:
        return
    kind, half = draft.bag.kinds.base.kind, _asked(draft).get("depth", 0.0) / 2
    sx = eaten(draft, "corner") if "corner" in draft.bag.kinds.classes else 0.0
    corner = {"boxed_after": half - sx, "boxed_pinched": half, "folded_in": half}.get(kind)
    if kind == "box_pouch":
        corner = _asked(draft)[folds_down(draft)] / 2
    if (draft.form.corner is None) != (corner is None) or abs(
        (draft.form.corner or 0) - (corner or 0)
    ) > EXACT:
        yield f"corner {draft.form.corner}, rule {corner}"
    for piece in _sewn(draft):
        wanted = _rule(draft, piece)
        if set(piece.sums) != set(wanted):
            yield f"{piece.key} has {set(piece.sums)}"
        for key, mm in wanted.items():
            if key in piece.sums and abs(piece.size(key) - mm) > (TRACED if kind == "traced" else EXACT):
                yield f"{piece.key} {key} {piece.size(key)}, rule {mm}"
    sides = [p.count for p in _sewn(draft) if p.layer == "outer" and not p.part]
    if sum(sides) != _panels(draft):
        yield f"outer cut {sides} times"
    parts = {p.part for p in _sewn(draft)} - {""}
    if parts != set(_parts(draft)):
        yield f"parts {parts}"
    for piece in (p for p in _sewn(draft) if p.part):
        if piece.count != _parts(draft)[piece.part]:
            yield f"{piece.key} cut {piece.count} times"
    yield from _interfacing(draft)


def _parts(draft: Draft) -> dict[str, int]:
    kind = draft.bag.kinds.base.kind
    if kind == "gusset":
        parts = {"whole": {"gusset": 1}, "halves": {"gusset": 2}, "three": {"gusset": 2, "gusset base": 1}}
        return parts[choice_at(draft.bag, "base.strip")]
    if kind == "side_panels":
        return {"side": 2}
    if kind == _ROUND:
        return {"gusset": 1, "zip strip": 2}
    return {"base": 1} if kind in _SEPARATE else {}


def _rule(draft: Draft, piece: Piece, *, seam_line: bool = False) -> dict[str, float]:
    """Return the cut sizes of *piece* by the rule for its base; at the seam lines with *seam_line*."""
    asked, kind = _asked(draft), draft.bag.kinds.base.kind
    shorter = _shorter(draft, piece.layer)
    top = 0.0 if seam_line else top_eats(draft)
    if seam_line and draft.bag.kinds.top.kind in _ZIPPED and not is_hinged(draft):
        # the cloth ends beside the zip, not at its middle
        beside = -zip_shows(draft) / 2
        left_out = _chose(draft, "top.zip_counts", "left_out") and kind not in (*_BOX, _ROUND, _ARCHED)
        top = beside if left_out else min(0.0, beside)

    def eats(key: str) -> float:
        return 0.0 if seam_line else eaten(draft, key, piece.over)

    if kind in _BOX:
        end, high = eats("end"), asked[folds_down(draft)]
        box = {
            "width": asked["length"] + (0.0 if kind == "pleated" else high) + 2 * end,
            "height": asked[_lies(draft)]
            + high
            + top
            + (0.0 if seam_line or is_folded(draft) else eaten(draft, "base", piece.over)),
        }
        if is_folded(draft):
            box["height"] *= 2
        if kind == "box_pouch_cut":
            sx = eats("corner")
            box |= {"across": end + high / 2 - sx, "up": high / 2 - sx}
        return box
    if kind == _ARCHED:
        up = asked["height"] + top + (0.0 if seam_line else eaten(draft, "base", piece.over))
        return {"width": asked["width"] + 2 * top, "height": up}
    if kind == _ROUND:
        sg, j, panel = eats("gusset"), eats("end"), mm_at(draft.bag, "base.zip_panel")
        r, deep = _radius(draft), asked["depth"]
        if not piece.part:
            return {"width": asked["width"] + 2 * sg, "height": asked["height"] + 2 * sg}
        if piece.part == "zip strip":
            return {"width": panel + 2 * j, "height": deep / 2 + sg + top}
        around = 2 * (asked["width"] + asked["height"]) - 8 * r + 2 * math.pi * r
        return {"width": around - panel + 2 * j, "height": deep + 2 * sg}
    if kind == "gusset":
        sg, r = eats("gusset"), _radius(draft)
        if not piece.part:
            return {"width": asked["width"] + 2 * sg, "height": asked["height"] - shorter + sg + top}
        r = min(r, asked["height"] - shorter)
        path = 2 * (asked["height"] - shorter - r) + math.pi * r + asked["width"] - 2 * r
        long = path + 2 * top
        if choice_at(draft.bag, "base.strip") == "halves":
            long = path / 2 + top + eats("join")
        if choice_at(draft.bag, "base.strip") == "three":
            long = asked["height"] - shorter - r + top + eats("join")
        if piece.part == "gusset base":
            long = asked["width"] - 2 * r + math.pi * r + 2 * eats("join")
        return {"width": long, "height": asked["depth"] + 2 * sg}
    if kind == "side_panels":
        s, sb = eats("side"), 0.0 if seam_line else eaten(draft, "base", piece.over)
        if not piece.part:
            up = asked["height"] - shorter + asked["depth"] / 2 + sb + top
            return {"width": asked["width"] + 2 * s, "height": up}
        step = mm_at(draft.bag, "base.step")
        return {"width": asked["depth"] + 2 * s, "height": asked["height"] - shorter - step + s + top}
    if kind in _SEPARATE:
        s, sc = eats("side"), eats("ring")
        if piece.part and kind == "traced":
            return dict(zip(("width", "height"), _traced(draft, sc), strict=False))
        if piece.part:
            long = asked.get("diameter", asked.get("length", 0.0))
            return {"width": long + 2 * sc, "height": asked.get("breadth", long) + 2 * sc}
        around = _round(draft, asked) / _panels(draft)
        return {"width": around + 2 * s, "height": asked["height"] - shorter + sc + top}
    half = asked.get("depth", 0.0) / 2
    s, up = eats("side"), asked["height"] - shorter + half + top
    if is_folded(draft):
        sb, height = 0.0, 2 * up
    else:
        sb = eats("side" if kind == "rounded" else "base")
        height = (2 if is_hinged(draft) else 1) * (up + sb)
    round_it = 2 if is_wrapped(draft) else 1
    wanted = {"width": round_it * (asked["width"] + 2 * half) + 2 * s, "height": height}
    if kind == "boxed":
        sx = eats("corner")
        wanted |= {"across": half - sx + s, "up": half - sx + sb}
        wanted |= {"fold_across": 2 * (half - sx)} if is_wrapped(draft) else {}
    return wanted


def _interfacing(draft: Draft) -> Iterator[str]:
    kind = draft.bag.kinds.interfacing.kind
    if kind == "none":
        if any(p.layer in ("interfacing", "strap core") for p in draft.pieces):
            yield "interfacing cut though none was asked for"
        return
    only = "base" if kind == "base_only" else ""
    outers = [p for p in draft.pieces if p.layer == "outer" and (not only or p.part == only)]
    fused = [p for p in draft.pieces if p.layer == "interfacing"]
    if kind == "quilted":
        # it lies in what the panels are made up of
        if fused:
            yield "interfacing cut besides the wadding of quilted panels"
        return
    if sum(p.count for p in fused) != sum(p.count for p in outers):
        yield "not every outer is interfaced"
    inset = 2 * mm_at(draft.bag, "interfacing.inset") if kind == "inset" else 0.0
    for piece in fused:
        outer = next(
            p for p in outers if set(piece.faces) <= set(p.faces) or set(p.faces) <= set(piece.faces)
        )
        rule = _rule(draft, outer, seam_line=kind in ("kept_out", "base_only"))
        wanted = {key: rule[key] - inset for key in ("width", "height")}
        traced, beyond = outer.part == "base" and draft.bag.kinds.base.kind == "traced", -inset / 2
        if traced and kind not in ("kept_out", "base_only"):
            # where an outline comes to a point, a line inside it ends farther off than beside a straight
            wanted["width"], wanted["height"], _ = _traced(draft, beyond + eaten(draft, "ring"))
        for key, mm in wanted.items():
            if abs(piece.size(key) - mm) > (TRACED if traced else EXACT):
                yield f"{piece.key} {key} {piece.size(key)}, rule {mm}"


def straps_by_the_rule(draft: Draft) -> Iterator[str]:
    """Straps are cut as the rule for their make and their ends says."""
    if draft.bag.grid.step > EXACT:
        return
    bag = draft.bag
    for i, item in enumerate(bag.kinds.carry):
        prefix = f"carry.{i}"
        wide = mm_at(bag, f"{prefix}.width")
        turn = mm_at(bag, f"{prefix}.turn") if f"{prefix}.turn" in bag.values else 0.0
        width = {
            "four_fold": 4 * wide,
            "edges_turned": 2 * (wide + turn),
            "clean_edge": 2 * wide + turn,
            "webbing": wide,
        }.get(item.make.kind)
        if item.make.kind == "tube":
            width = 2 * wide + 2 * mm_at(bag, "allowances.strap")
        asked = _asked(draft)
        # a strap begins at the edge that was asked for, though half a zip lies above it
        high = asked["height"] - _uncounted(draft)
        runs = high + asked.get("depth", 0.0) / 2 if item.attach.runs else 0.0
        tails = {
            "to_base": (),
            "under_base": (f"{prefix}.join",),
            "in_seam": ("allowances.top", f"{prefix}.past"),
            "tucked": (f"{prefix}.inside",),
            "on_hem": ("top.hem", f"{prefix}.tuck"),
            "at_sides": ("allowances.top", f"{prefix}.past"),
            "in_turn": ("top.hem",),
            "on_face": (f"{prefix}.from_top", f"{prefix}.box", f"{prefix}.end"),
        }[item.attach.kind]
        piece = next(p for p in draft.pieces if p.key == f"strap {prefix}")
        runs += eaten(draft, "base") if item.attach.kind == "to_base" else 0.0
        length = draft.hangs[i].visible.mm + 2 * (runs + sum(mm_at(bag, path) for path in tails))
        longer, share = stretched(draft, prefix)
        width = None if width is None else width / share
        for key, mm in (("width", width), ("length", length / longer)):
            if mm is None or abs(piece.size(key) - mm) > EXACT:
                yield f"{piece.key} {key} {piece.size(key)}, rule {mm}"


def rolls_by_the_rule(draft: Draft) -> Iterator[str]:
    """A strap that is folded again is marked as far from both raw ends, and its core is half as wide."""
    bag = draft.bag
    for hang in draft.hangs:
        if choice_at(bag, f"{hang.prefix}.rolled") != "rolled":
            continue
        piece = next(p for p in draft.pieces if p.key == f"strap {hang.prefix}")
        left, _, right, _ = bounds(piece.cut)
        end = sum(t.mm for t in hang.tails) + mm_at(bag, f"{hang.prefix}.roll_flat")
        end /= stretched(draft, hang.prefix)[0]
        at = sorted(m.points[0][0] for m in piece.marks if m.label.startswith("Folded again"))
        wanted = sorted((left + end, right - end))
        if len(at) != 2 or any(abs(a - b) > EXACT for a, b in zip(at, wanted, strict=True)):
            yield f"{piece.key} folded again at {at}, by the rule at {wanted}"
        for core in (p for p in draft.pieces if p.key == f"strap core {hang.prefix}"):
            wide = bag.grid.fit(mm_at(bag, f"{hang.prefix}.width"))
            if abs(core.size("width") - wide) > EXACT:
                yield f"{core.key} {core.size('width')} wide, by the rule {wide}"


def marks_lie_right(draft: Draft) -> Iterator[str]:
    """The turning gap lies inside its straight seam; strap marks lie where the strap was placed."""
    bag = draft.bag
    gaps = [m for p in draft.pieces for m in p.marks if m.kind == "gap"]
    if len(gaps) != (1 if _gapped(draft) else 0):
        yield f"{len(gaps)} turning gaps"
    for gap in gaps:
        length = math.dist(*gap.points)
        if abs(length - mm_at(bag, "top.gap")) > EXACT:
            yield f"gap marked {length} long, asked {mm_at(bag, 'top.gap')}"
        in_base = choice_at(bag, "top.gap_in") == "base"
        boxed = bag.kinds.base.kind in _BOX
        straight = _asked(draft)[("length" if boxed else "width") if in_base else "height"]
        if not in_base and bag.kinds.base.kind == "folded_in":
            straight -= _asked(draft)["depth"] / 2
        if bag.kinds.base.kind == "gusset":
            straight -= _radius(draft) * (2 if in_base else 1)
        if length > straight - 2 * 15 + 3 * bag.grid.step and straight > 35:
            yield f"gap {length} in a straight seam of {straight}"
    outers = [p for p in draft.pieces if p.layer == "outer" and not p.part]
    found = [m for p in outers for _ in range(p.count) for m in p.marks if m.kind == "strap"]
    # in the middle of a side panel only its own strap is marked
    on_sides = bag.kinds.base.kind in ("gusset", "side_panels")
    single = [h for h in draft.hangs if h.item.attach.kind == "at_sides"]
    marked = sum(
        1 for p in draft.pieces for m in p.marks if p.part and m.kind == "strap" for _ in range(p.count)
    )
    if marked != (2 * len(single) if on_sides else 0):
        yield f"{marked} strap marks on the sides"
    if len(found) != 4 * (len(draft.hangs) - (len(single) if on_sides else 0)):
        yield f"{len(found)} strap marks"
    if single:
        yield from _at_sides(draft, outers)
        return
    for outer in outers if draft.hangs else ():
        yield from _strap_marks(draft, outer)


def _at_sides(draft: Draft, outers: list[Piece]) -> Iterator[str]:
    """Yield each mark of a strap from side to side that does not lie in the middle of a side."""
    if draft.bag.kinds.base.kind in ("gusset", "side_panels"):
        for piece in (p for p in draft.pieces if p.part in ("side", "gusset") and p.layer == "outer"):
            left, bottom, right, top = bounds(piece.cut)
            for x, y in (m.points[0] for m in piece.marks if m.kind == "strap"):
                middle = (bottom + top) / 2 if piece.part == "gusset" else (left + right) / 2
                if abs((y if piece.part == "gusset" else x) - middle) > EXACT:
                    yield f"{piece.key}: strap marked at {x}, {y}"
        return
    if len(draft.hangs) > 1:
        return
    for piece in outers:
        left, right = bounds(piece.stitch)[0], bounds(piece.stitch)[2]
        sides = {round(left, 3), round(right, 3), round((left + right) / 2, 3)}
        off = [
            x for x, _ in (m.points[0] for m in piece.marks if m.kind == "strap") if round(x, 3) not in sides
        ]
        if off and not piece.over:
            yield f"{piece.key}: strap marked at {off}, not at a side"


def _strap_marks(draft: Draft, outer: Piece) -> Iterator[str]:
    bag, (left, bottom, right, top) = draft.bag, bounds(outer.cut)
    s = eaten(draft, "gusset" if bag.kinds.base.kind == "gusset" else "side", outer.over)
    edges = {round(y, 3) for y in ((bottom, top) if outer.folded else (top,))}
    marks = [m.points[0] for m in outer.marks if m.kind == "strap"]
    if draft.hangs and {round(y, 3) for _, y in marks} != edges:
        yield f"{outer.key}: straps marked at heights {marks}"
        return
    # a tube of one panel carries the front on its one half and the back on the other
    middle = (left + right) / 2
    halves = [(left + s, middle), (middle, right - s)] if _panels(draft) == 1 and not outer.folded else None
    for hang in draft.hangs:
        for height in edges:
            # each strap’s two ends are marked one after the other
            xs = [x for x, y in marks if round(y, 3) == height]
            spans = halves or [(left + s, right - s)]
            if len(xs) != 2 * len(spans):
                yield f"{outer.key}: straps marked at {xs}"
                continue
            for at, (low, high) in enumerate(spans):
                one, other = sorted(xs[2 * at : 2 * at + 2]) if not halves else xs[2 * at : 2 * at + 2]
                # the under edge of a lap lands on the grid by itself, and its lap with it
                own = 0.0 if outer.over else bag.grid.step / 2
                if abs((one - low) - (high - other)) > EXACT + 2 * own:
                    yield "strap ends are not equally far from both sides"
                if choice_at(bag, f"{hang.prefix}.place") == "side_seam":
                    wanted = mm_at(bag, f"{hang.prefix}.from_side")
                    if abs(one - low - wanted) > EXACT + own:
                        yield f"strap marked at {one - low} from the seam, wanted {wanted}"
                elif abs((other - one) - draft.cut_list.straps[0].gap) > EXACT:
                    yield f"straps marked {other - one} apart"


def _same(one: set[float], other: set[float]) -> bool:
    """Return whether two sets of places are the same but for dust."""
    near = [any(abs(a - b) < EXACT for b in other) for a in one]
    return all(near) and all(any(abs(a - b) < EXACT for a in one) for b in other)


def _casing_lines(draft: Draft) -> list[float]:
    """Return creases, fold-to lines and rows of a casing, from the raw edge."""
    first, heading, channel, edge = (
        mm_at(draft.bag, f"top.{k}") for k in ("turn", "heading", "channel", "edge")
    )
    down = heading + channel + edge
    lower = first + 2 * down - edge
    creases = [first, 2 * first, first + down, first + 2 * down] if first else [down, 2 * down]
    # marked before the edge is overlocked, all of them lie further in by what the knife will take
    return [mm + top_knife(draft) for mm in (*creases, lower, *([lower - channel] if heading else []))]


def _bar_lines(draft: Draft) -> list[float]:
    """Return both creases of a channel for a bar, and the line that is their row too, from the raw edge."""
    first = mm_at(draft.bag, "top.turn") + top_knife(draft)
    channel = mm_at(draft.bag, "top.channel")
    return [first, first + channel, first + 2 * channel]


def hems_are_marked(draft: Draft) -> Iterator[str]:
    """The folds of a top edge are drawn where its turns say, from every raw top edge."""
    bag, kind = draft.bag, draft.bag.kinds.top.kind
    knife = top_knife(draft)
    folds = {
        "double_hem": lambda: [
            knife + mm_at(bag, "top.turn"),
            knife + mm_at(bag, "top.turn") + mm_at(bag, "top.hem"),
        ],
        "overlocked_hem": lambda: [mm_at(bag, "top.hem") + knife],
        "pressed_edges": lambda: [mm_at(bag, "top.turn")],
        "casing": lambda: _casing_lines(draft),
        "on_bars": lambda: _bar_lines(draft),
    }.get(kind, list)()
    for piece in _sewn(draft):
        left, bottom, right, top = bounds(piece.cut)
        if piece.part in ("base", "gusset base"):
            if any("from the raw top edge" in m.label for m in piece.marks):
                yield f"{piece.key}: a hem on a base"
            continue
        if piece.part == "gusset":
            drawn = {m.points[0][0] for m in piece.marks if "from the raw top edge" in m.label}
            both = {x for f in folds for x in (left + f, right - f)}
            if not _same(drawn, {right - f for f in folds} if piece.count == 2 else both):
                yield f"{piece.key}: folds drawn at {drawn}"
            continue
        wanted = {top - f for f in folds}
        if piece.folded:
            wanted |= {bottom + f for f in folds}
        drawn = {
            m.points[0][1]
            for m in piece.marks
            if m.kind in ("crease", "row") and "from the raw top edge" in m.label
        }
        if not _same(drawn, wanted):
            yield f"{piece.key}: folds drawn at {drawn}, wanted {wanted}"


def bars_by_the_rule(draft: Draft) -> Iterator[str]:
    """Every slit ends where it was asked, at both sides, and each bar takes what its edge is wide."""
    bag = draft.bag
    if bag.kinds.top.kind != "on_bars":
        return
    stepped = bag.kinds.base.kind == "side_panels"
    if stepped and any(m.label == "Slit" for p in draft.pieces for m in p.marks):
        yield "slits in a bag whose sides end lower"
    slit = top_eats(draft) + mm_at(bag, "top.slit")
    for piece in (p for p in _sewn(draft) if p.part not in ("base", "bottom") and not stepped):
        left, bottom, right, top = bounds(piece.cut)
        ends = {top - slit, *([bottom + slit] if piece.folded else [])}
        marks = [m for m in piece.marks if m.label == "Slit"]
        if len(marks) != 2 * len(ends) or not all(
            any(abs(y - e) < EXACT for e in ends for _, y in m.points) for m in marks
        ):
            yield f"{piece.key}: slits {[m.points for m in marks]}, wanted {ends}"
        if {x > (left + right) / 2 for m in marks for x, _ in m.points} != {True, False}:
            yield f"{piece.key}: no slit at one side"
        if not any(
            abs(mm.total - slit) < EXACT for m in marks for name, mm in m.readings if name == "seam begins"
        ):
            yield f"{piece.key}: the seam is told to begin elsewhere"
    bars = [p for p in draft.pieces if p.layer == "bar"]
    if sum(p.count for p in bars) != 2:
        yield f"{len(bars)} bars for two edges"
    for bar in bars:
        told = {name: mm.total for m in bar.marks for name, mm in m.readings}
        long, thick = bar.size("length"), bar.size("width")
        if abs(long - mm_at(bag, "top.bar_long")) + abs(thick - mm_at(bag, "top.bar_thick")) > EXACT:
            yield f"a bar of {long} by {thick}"
        if abs(told["gathered away"] - (told["edge that goes on one"] - long)) > EXACT:
            yield f"{told} does not add up"
        edge = draft.form.mm("width" if stepped else "flat_opening")
        if abs(told["edge that goes on one"] - edge) > EXACT:
            yield f"{told}: the edge is {edge} wide"


def windows_by_the_rule(draft: Draft) -> Iterator[str]:
    """
    A window lies in the middle of the fold in every layer, as long and as high as it was asked for; its zip
    reaches 12 mm past both ends, and all of it lies inside the seam line, or that is said.
    """
    drawn = [(p, m) for p in draft.pieces for m in p.marks if m.label == "Window for the zip"]
    if not is_hinged(draft):
        if drawn:
            yield "a window that nobody asked for"
        return
    bag = draft.bag
    long, high = mm_at(bag, "top.zip_window"), mm_at(bag, "top.zip_window_high")
    past = 2 * (12.7 if bag.unit == "in" else 12.0)
    said = any(f.rule.id == "window-too-long" for f in findings(draft))
    for piece in _sewn(draft):
        points = [at for p, m in drawn if p is piece for at in m.points]
        left, low, right, top = bounds(piece.cut)
        middle = ((left + right) / 2, (low + top) / 2)
        for axis, size in ((0, long), (1, high)):
            ends = {round(at[axis] - middle[axis], 3) for at in points}
            if not _same(ends, {-size / 2, size / 2}):
                yield f"{piece.key}: window drawn {ends}, asked {size}"
        corners = [
            (middle[0] + x * (long + past) / 2, middle[1] + y * high / 2) for x in (-1, 1) for y in (-1, 1)
        ]
        inside = _seam_line(piece).buffer(EXACT).covers(MultiPoint(corners))
        if not inside and not said:
            yield f"{piece.key}: a window of {long} does not fit, and nothing says so"
    (strip,) = [p for p in draft.pieces if p.layer == "zip"]
    if abs(strip.size("length") - long - past) > bag.grid.step + EXACT:
        yield f"a tape of {strip.size('length')} for a window of {long}"


def _corners_at_edge(draft: Draft, piece: Piece) -> Iterator[str]:
    """
    Four corners of a panel, two of them over the zip: their lines lie at 45°, half the breadth from where the
    end seam meets the middle of the zip, or the base; a piece in one has two at each zip and two on its fold.
    """
    corner = draft.form.corner or 0.0
    marks = [m for m in piece.marks if m.kind == "cut-out"]
    right, tall = max(x for x, _ in piece.stitch), max(y for _, y in piece.stitch)
    zips = (tall, -tall) if piece.folded else (tall,)
    wanted = {
        (x, y, s) for x in (0.0, right) for y, s in ((0.0, 1), *((z, -1 if z > 0 else 1) for z in zips))
    }
    wanted |= {(x, 0.0, -1) for x in (0.0, right)} if piece.folded else set()
    lines = [(a, b) for m in marks for a, b in zip(m.points, m.points[1:], strict=False)]
    for x, y, up in wanted:
        # a line x + y = corner from that point, in from the end and away from zip or base
        def off(p: tuple[float, float], x: float = x, y: float = y, up: int = up) -> float:
            return abs(abs(p[0] - x) + up * (p[1] - y) - corner)

        found = [line for line in lines if off(line[0]) + off(line[1]) < EXACT]
        # it runs from the end seam to the base, or up to where the cloth is sewn to the zip
        beside = min(corner, max(0.0, zip_shows(draft) / 2)) if y else 0.0
        ends = [sorted(abs(p[0] - x) for p in line) for line in found]
        if not any(abs(a) < EXACT and abs(b - (corner - beside)) < EXACT for a, b in ends):
            yield f"{piece.key}: no corner at {x, y}: {lines}"
    if len(lines) != len(wanted):
        yield f"{piece.key}: {len(lines)} corner lines, wanted {len(wanted)}"


def zips_are_as_long(draft: Draft) -> Iterator[str]:
    """A zip whose ends are caught is as long as the way that it closes, and what its ends lie in."""
    bag, step = draft.bag, draft.bag.grid.step
    caught = bag.kinds.top.kind in _ZIPPED and not zip_apart(draft)
    end = next((key for key in ("end", "side", "base") if key in bag.kinds.sewn), "")
    if not caught or not end or _kind(draft, end) == "lapped":
        return
    (strip,) = [p for p in draft.pieces if p.layer == "zip"]
    wanted = _opening(draft) + 2 * eaten(draft, end)
    if abs(strip.size("length") - wanted) > 6 * (step if step > EXACT else 0.0) + EXACT:
        yield f"a zip of {strip.size('length')}, the way it closes {wanted}"


def corners_are_marked(draft: Draft) -> Iterator[str]:
    """What is cut, stitched or creased at a corner after cutting is drawn where the seam lines say."""
    corner = draft.form.corner
    for piece in _sewn(draft):
        marks = [m for m in piece.marks if m.kind == "cut-out" or "stands on" in m.label]
        if corner is None:
            if marks:
                yield f"{piece.key}: a corner mark that nothing asks for"
            continue
        if at_edge(draft):
            yield from _corners_at_edge(draft, piece)
            continue
        if draft.bag.kinds.base.kind == "box_pouch":
            ends = {min(x for x, _ in piece.stitch), max(x for x, _ in piece.stitch)}
            # the side folds: in the middle of a panel, half-way to the zip of one piece
            fold = (draft.form.mm("breadth") + draft.form.mm("height")) / 2 if piece.folded else 0.0
            if len(marks) != (4 if piece.folded else 2):
                yield f"{piece.key}: {len(marks)} corners marked"
            for mark in marks:
                middle = fold if mark.points[1][1] > 0 else -fold
                xs, ys = {x for x, _ in mark.points}, [y - middle for _, y in mark.points]
                deep = [
                    abs(x - e) for x in xs for e in ends if abs(x - e) < 3 * corner and abs(x - e) > EXACT
                ]
                if max(abs(max(ys) - corner), abs(min(ys) + corner)) > EXACT or not xs & ends:
                    yield f"{piece.key}: corner marked {mark.points}"
                if min(abs(d - corner) for d in deep) > EXACT:
                    yield f"{piece.key}: corner {deep} deep"
            continue
        if draft.bag.kinds.base.kind == "folded_in":
            wanted = {corner, -corner} if piece.folded else {corner}
            if {round(y, 3) for m in marks for _, y in m.points} != {round(y, 3) for y in wanted}:
                yield f"{piece.key}: creases {[m.points for m in marks]}, wanted {wanted}"
            continue
        if len(marks) != 2:
            yield f"{piece.key}: {len(marks)} corners marked"
        left, right = min(x for x, _ in piece.stitch), max(x for x, _ in piece.stitch)
        if draft.bag.kinds.base.kind == "boxed_after" and piece.layer == "lining" and not piece.folded:
            # sewn deeper, its seam lines lie further in, and its corner seam takes as much more
            by = mm_at(draft.bag, "top.ease_by") if _chose(draft, "top.ease", "deeper") else 0.0
            for mark in marks:
                xs, ys = [x for x, _ in mark.points], [y for _, y in mark.points]
                near = min(min(xs) - left, right - max(xs))
                sides = (max(xs) - min(xs), max(ys) - min(ys))
                if max(abs(near - by), abs(min(ys) - by), *(abs(mm - corner + by) for mm in sides)) > EXACT:
                    yield f"{piece.key}: square drawn {mark.points}, sewn {by} deeper"
            continue
        for mark in marks:
            # the mark runs from the side seam line to the base seam line, or to the other half's side
            high = max(mark.points, key=lambda p: p[1])
            low = min(mark.points, key=lambda p: p[1])
            out = min(min(abs(x - left), abs(x - right)) for x, _ in mark.points)
            foot = -corner if piece.folded else 0.0
            reach = max(min(x - left, right - x) for x, _ in mark.points)
            off = (out, abs(high[1] - corner), abs(low[1] - foot), abs(reach - corner))
            if max(off) > EXACT:
                yield f"{piece.key}: corner marked {mark.points}, asked {corner} from the seam lines"
    for mark in (m for m in draft.piece("outer").marks if m.kind == "cut-out" and m.readings):
        told = mark.readings[0][1].total
        if abs(told - (corner or 0.0)) > EXACT:
            yield f"corner read as {told}"


_BOXED = (
    ("{layer} nested", "{layer} corners"),
    ("{layer} sides", "{layer} nested"),
)
_BY_BASE: dict[str, tuple[tuple[str, str], ...]] = {
    "boxed": (*_BOXED, ("cut", "cut corners"), ("cut corners", "{layer} sides")),
    "boxed_after": (
        *_BOXED,
        ("{layer} press", "{layer} cut corners"),
        ("{layer} cut corners", "{layer} nested"),
    ),
    "boxed_pinched": _BOXED,
    "folded_in": (("{layer} fold in", "{layer} fold level"), ("{layer} fold level", "{layer} sides")),
    "seamed": (("{layer} sides", "{layer} press"),),
    "folded": (("{layer} sides", "{layer} press"),),
    "rounded": (("{layer} sides", "{layer} press"),),
    "gusset": (
        ("{layer} clip strip", "{layer} gusset front"),
        ("{layer} gusset front", "{layer} gusset back"),
    ),
    "zip_round": (("zip ends meet", "{layer} base"), ("{layer} base", "{layer} press")),
    "all_round": (
        ("{layer} ends", "{layer} clip strip"),
        ("{layer} clip strip", "{layer} gusset front"),
        ("{layer} gusset front", "{layer} gusset back"),
    ),
    "side_panels": (
        ("{layer} base", "{layer} clip corners"),
        ("{layer} clip corners", "{layer} sides upright"),
        ("{layer} sides upright", "{layer} sides ends"),
    ),
    **dict.fromkeys(
        sorted(_SEPARATE), (("{layer} sides", "{layer} matched"), ("{layer} matched", "{layer} base"))
    ),
}
_BY_TOP: dict[str, tuple[tuple[str, str], ...]] = {
    "turned_through": (
        ("gap open", "join top"),
        ("strap 0 even", "join top"),
        ("inspect top", "turn"),
        ("turn", "close gap"),
    ),
    "pressed_edges": (
        ("strap 0 even", "topstitch"),
        ("lining press", "press tops"),
        ("inspect top", "topstitch"),
    ),
    "double_hem": (("press hem", "stitch hem"), ("stitch hem", "{first}")),
    "overlocked_hem": (("press hem", "stitch hem"), ("stitch hem", "{first}")),
    "raw_edge": (("true the top", "{first}"),),
    "bound": (("make binding", "bind"), ("lining in", "bind"), ("lining press", "lining in")),
    "bound_unlined": (("make binding", "bind"), ("{first}", "bind")),
    "zip": (
        ("zip front", "zip back"),
        ("zip back", "zip half open"),
        ("zip half open", "{first}"),
        ("turn", "try zip"),
    ),
    "zip_unlined": (
        ("zip back", "zip half open"),
        ("zip half open", "{first}"),
        ("{first}", "turn"),
        ("turn", "try zip"),
    ),
    "casing": (
        ("press casing", "stitch casing"),
        ("stitch casing", "thread cord"),
        ("finish ends", "measure back"),
    ),
    "on_bars": (
        ("hem slits", "press channel"),
        ("press channel", "stitch channel"),
        ("hem slits", "{first}"),
    ),
    "bands": (("band ends", "baste bands"), ("bands meet", "join top"), ("close gap", "thread cord")),
    "stitched_channel": (
        ("gap open", "join top"),
        ("stitch channel", "close gap"),
        ("stitch channel", "thread cord"),
    ),
}
_IN_WINDOW = (
    ("window slit", "window open"),
    ("window open", "zip behind"),
    ("zip behind", "zip half open"),
    ("zip half open", "{first}"),
    ("{first}", "try zip"),
)
_BY_BASE |= dict.fromkeys(
    ("box_pouch", "box_pouch_cut"),
    (
        ("{layer} base", "{layer} press box"),
        ("{layer} press box", "{layer} box centred"),
        ("{layer} box centred", "{layer} ends"),
        ("{layer} ends", "{layer} corners"),
    ),
)
_BY_BASE["pleated"] = (
    ("{layer} base", "{layer} press box"),
    ("{layer} box centred", "{layer} tucks"),
    ("{layer} tucks", "{layer} ends alike"),
    ("{layer} ends alike", "{layer} ends"),
)
_TRIMMED = {"french", "french_stitched", "felled"}
#: what sews the seams of a class, by base
_NAMES: dict[str, tuple[tuple[str, str], ...]] = {
    "": (("side", "sides"), ("base", "base"), ("corner", "corners")),
    "all_round": (("end", "ends"), ("gusset", "gusset front"), ("gusset", "gusset back")),
    "zip_round": (("base", "base"),),
    "gusset": (("gusset", "gusset front"), ("gusset", "gusset back"), ("join", "join")),
    "rounded": (("side", "sides"),),
    "side_panels": (("base", "base"), ("side", "sides upright"), ("side", "sides ends")),
    "separate": (("side", "sides"), ("ring", "base")),
    **dict.fromkeys(sorted(_BOX), (("base", "base"), ("end", "ends"), ("corner", "corners"))),
}


def _goes(draft: Draft, path: str, way: str) -> bool:
    """Return whether the work goes that way: it was chosen, and nothing says that it cannot."""
    barred = {f.fired.where for f in findings(draft) if f.rule.id == "order-does-not-hold"}
    return _chose(draft, path, way) and path not in barred


def _as_chosen(draft: Draft, pairs: list[tuple[str, str]]) -> list[tuple[str, str]]:
    """Return what comes before what, turned about where the maker chose another order."""
    if draft.bag.kinds.base.kind == "side_panels":
        # where its sides end lower there is no slit to hem
        instead = {"hem slits": "hem beside steps"}
        pairs = [(instead.get(a, a), instead.get(b, b)) for a, b in pairs]
    if any(_goes(draft, "top.hem_sewn", way) for way in ("round", "early")):
        flat = [(a, b) for a, b in pairs if a.endswith("hem") and b.startswith("outer")]
        pairs = [pair for pair in pairs if pair not in flat] + [(b, a) for a, b in flat]
    if _goes(draft, "top.hem_sewn", "pressed"):
        # only the creases lie flat
        flat = [(a, b) for a, b in pairs if a == "stitch hem" and b.startswith("outer")]
        pairs = [pair for pair in pairs if pair not in flat] + [(b, a) for a, b in flat]
        pairs += [*((b, "fold hem") for _, b in flat), ("fold hem", "stitch hem")]
    if _goes(draft, "top.cord_laid", "before"):
        pairs = [("lay cord", "stitch casing"), ("stitch casing", "finish ends")] + [
            pair for pair in pairs if "thread cord" not in pair
        ]
    if _chose(draft, "top.gap_closed", "first"):
        last = [(a, b) for a, b in pairs if b == "close gap" and a != "turn"]
        pairs = [pair for pair in pairs if pair not in last] + [(b, a) for a, b in last]
    return pairs


def _stays_right_out(draft: Draft) -> bool:
    """Whether a zipped bag without a gap is sewn from its right side, all of it, with no corner across."""
    bag = draft.bag
    if bag.kinds.top.kind not in _ZIPPED or _gapped(draft):
        return False
    body = [key for key in bag.kinds.base.classes if key in bag.classes]
    across = draft.form.corner is not None and "corner" not in body
    return not across and all(_kind(draft, key) in ("raw", "lapped", "felled") for key in body)


def steps_are_safe(draft: Draft) -> Iterator[str]:
    """Nobody sews the bag shut, forgets the straps, or cuts before measuring."""
    order = [s.key for s in draft.steps]
    gates = {s.key for s in draft.steps if s.kind == "gate"}
    final = {s.key for s in draft.steps if s.kind == "no return"}
    base, top = draft.bag.kinds.base.kind, draft.bag.kinds.top.kind
    names = _NAMES.get(base, _NAMES["separate" if base in _SEPARATE else ""])
    if base in _BOX and is_folded(draft):
        # one piece has no base seam: its ends come first
        names = names[1:]
    first_seam = f"outer {names[0][1]}"
    strapped = {"strap 0 even"} if draft.hangs else set()
    pairs = [("measure", "cut"), *((even, "measure back") for even in strapped)]
    by_top = _IN_WINDOW if is_hinged(draft) else _BY_TOP[top]
    if _stays_right_out(draft):
        # nothing is turned to be turned back
        by_top = (*(pair for pair in by_top if "turn" not in pair), ("{first}", "try zip"))
    pairs += [(one.format(first=first_seam), then.format(first=first_seam)) for one, then in by_top]
    if is_hinged(draft) and top == "zip":
        pairs += [("window face", "window slit")]
        pairs += [] if _lies_inside(draft) else [("baste lining", first_seam)]
    pairs = _as_chosen(draft, pairs)
    opening = draft.bag.values.get("top.opening")
    if opening is not None and opening.value != "ends":
        held = "eyelets" if opening.value == "eyelets" else "hold opening"
        pairs.append((held, "press casing" if top == "casing" else "join top"))
    wanted, cut = strapped, {"cut", *(["window slit"] if is_hinged(draft) else ())}
    wanted |= {"gap open"} if _gapped(draft) else set()
    wanted |= {"inspect top"} if top in _GAPPED - _ZIPPED else set()
    if top in _ZIPPED:
        wanted |= {"zip half open"}
        # where no zip is sold so long nothing is cut off
        sold = not any(f.rule.id == "zip-longer-than-sold" for f in findings(draft))
        if _chose(draft, "top.zip_used", "open_end"):
            pairs += [
                ("zip apart", "zip front"),
                ("press back", "zip joined"),
                ("zip joined", "zip half open"),
            ]
            wanted |= {"zip joined"}
        elif sold and not _chose(draft, "top.zip_used", "whole"):
            # tacked before it is cut, its slider inside
            late = _goes(draft, "top.zip_trimmed", "after")
            pairs += [("tack zip", "slider inside"), ("slider inside", "cut zip")]
            pairs += (
                [("zip back", "tack zip"), ("cut zip", "zip half open")]
                if late
                else [("cut zip", "zip behind" if is_hinged(draft) else "zip front")]
            )
            cut |= {"cut zip"}
        pairs += [("gap open", "turn"), ("turn", "close gap")] if _gapped(draft) else []
    apart = {p.layer for p in _sewn(draft)} - ({"lining"} if _chose(draft, "top.turned", "zip") else set())
    for layer in apart:
        own = [pair for pair in _BY_BASE.get(base, ()) if "{layer} base" not in pair or not is_folded(draft)]
        pairs += [tuple(key.format(layer=layer) for key in pair) for pair in own]  # type: ignore[misc]
        wanted |= {f"{layer} nested"} if base.startswith("boxed") else set()
        wanted |= {f"{layer} matched"} if base in _SEPARATE else set()
        for key, name in names:
            if key == "base" and key in draft.bag.sewn and _goes(draft, "base.first", "one"):
                # the rows of the sides run on along it
                if not all("and the base seam" in s.title for s in draft.steps if s.key == f"{layer} sides"):
                    yield f"nothing sews the base of the {layer}"
                continue
            if key in draft.bag.sewn and f"{layer} {name}" not in order:
                yield f"nothing sews the {name} of the {layer}"
            if key in draft.bag.sewn and _kind(draft, key) in _TRIMMED:
                first, trim, last = f"{layer} {name} first row", f"{layer} {name} trim", f"{layer} {name}"
                pairs.append((first, last))
                if _kind(draft, key) == "felled" or mm_at(draft.bag, "seams.trim") < mm_at(
                    draft.bag, "seams.first"
                ):
                    pairs += [(first, trim), (trim, last)]
                    cut.add(trim)
            # a pinched corner has no edge until its tip is trimmed
            pinched = key == "corner" and base in ("boxed_pinched", "box_pouch")
            if pinched and _kind(draft, key) not in _TRIMMED:
                pairs.append((f"{layer} corners", f"{layer} trim corners"))
                cut.add(f"{layer} trim corners")
            elif key in draft.bag.sewn and _kind(draft, key) == "overlocked_first":
                pairs.append((f"{layer} {name} overlock", f"{layer} {name}"))
    for first, then in pairs:
        if first not in order or then not in order or order.index(first) > order.index(then):
            yield f"“{first}” does not come before “{then}”"
    if not wanted <= gates:
        yield f"gates {sorted(gates)}"
    if not cut <= final:
        yield f"points of no return {sorted(final)}"


PROOFS = (
    reads_back,
    straps_read_back,
    seams_walk,
    outlines_match_sums,
    by_the_rule,
    straps_by_the_rule,
    strips_by_their_folds,
    rolls_by_the_rule,
    marks_lie_right,
    hems_are_marked,
    bars_by_the_rule,
    windows_by_the_rule,
    zips_are_as_long,
    corners_are_marked,
    steps_are_safe,
    made_up_by_the_rule,
)


def failures(draft: Draft) -> list[str]:
    """Return everything that does not hold of *draft*."""
    return [f"{proof.__name__}: {text}" for proof in PROOFS for text in proof(draft)]
