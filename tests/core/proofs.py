"""
What must hold of every draft. Used by the property tests over random bags, and by the planted faults,
which must each break at least one of these.

The numbers here are worked out in this file, from the sizes asked for; nothing is taken from the draft
that is being judged but its cut sizes, outlines, marks and steps.
"""

import math
from collections.abc import Iterator

from ambitus.core.cut.pieces import LETTERS
from ambitus.core.draft import Draft
from ambitus.core.geometry import area, bounds

EXACT = 0.01


def _asked(draft: Draft) -> dict[str, float]:
    """Return face width and height, and the depth of a bag that has one, as asked."""
    bag = draft.bag
    asked = {
        key: bag.mm(f"size.{key}") for key in ("width", "height", "depth") if f"size.{key}" in bag.values
    }
    if _read_flat(draft):
        asked["width"] -= asked["depth"]
    return asked


def _read_flat(draft: Draft) -> bool:
    means = draft.bag.values.get("base.width_means")
    return means is not None and means.value == "flat"


def reads_back(draft: Draft) -> Iterator[str]:
    """The cut list, read by the other arithmetic, gives back the bag within what rounding may do."""
    step, up = draft.bag.grid.step, draft.bag.grid.rounding == "up"
    # only a depth that is cut can be moved by the grid
    cut = step if draft.bag.bag.base.kind == "boxed" else 0.0
    limits = {
        "width": (0.0, step) if up else (-step / 2, step / 2),
        "height": (0.0, step) if up else (-step / 2, step / 2),
        "depth": (0.0, 2 * cut) if up else (-cut, cut),
    }
    if _read_flat(draft):
        # read flat it is the opening that was chosen; the face takes what the depth leaves
        limits["width"] = (limits["width"][0] - 2 * cut, limits["width"][1] + 2 * cut)
    if step < EXACT:
        limits = dict.fromkeys(limits, (-EXACT, EXACT))
    asked = _asked(draft)
    for key, mm in asked.items():
        off, (low, high) = draft.read.mm(key) - mm, limits[key]
        if not low - 1e-5 <= off <= high + 1e-5:
            yield f"{key} asked {mm}, read back {draft.read.mm(key)}"
    if set(asked) != set(draft.read.sizes) - {"flat_opening"}:
        yield f"sizes read back {set(draft.read.sizes)}"
    yield from (f"finding {f.key}" for f in draft.read.findings)


def straps_read_back(draft: Draft) -> Iterator[str]:
    """Straps, read from their cut size, hang as asked."""
    bag, step = draft.bag, draft.bag.grid.step
    for i, strap in enumerate(draft.read.straps):
        prefix = f"carry.{i}"
        if not -step / 8 - EXACT <= strap.width - bag.mm(f"{prefix}.width") <= step / 4 + EXACT:
            yield f"strap {strap.width} wide, asked {bag.mm(f'{prefix}.width')}"
        if bag.choice(f"{prefix}.measure") == "length":
            off = strap.visible - bag.mm(f"{prefix}.length")
            if not -step / 2 - EXACT <= off <= step + EXACT:
                yield f"strap visible {strap.visible}"
        else:
            # straight up from the ends to the hand, and once over it: rebuilt from the drop asked for
            hold = 60.0 if bag.choice(f"{prefix}.held") == "hand" else 110.0
            hold = hold if bag.unit != "in" else {60.0: 63.5, 110.0: 114.3}[hold]
            gap = draft.cut_list.straps[i].gap
            wanted = hold + 2 * math.hypot(bag.mm(f"{prefix}.drop"), (gap - hold) / 2)
            if not -step / 2 - EXACT <= strap.visible - wanted <= step + EXACT:
                yield f"strap visible {strap.visible}, wanted {wanted}"


def seams_walk(draft: Draft) -> Iterator[str]:
    """Edges that are sewn together have the same length, measured on the outlines."""
    for walked in draft.walked:
        if walked.difference > EXACT:
            yield f"{walked.seam.key}: {walked.lengths}"
    asked, step = _asked(draft), draft.bag.grid.step
    opening = asked["width"] + asked.get("depth", 0.0)
    around = next(w for w in draft.walked if w.seam.key == "top").lengths[0]
    if abs(around - 2 * opening) > 6 * step + EXACT:
        yield f"mouth {around}, asked {2 * opening}"


def outlines_match_sums(draft: Draft) -> Iterator[str]:
    """A piece's outline is as large as its sums say, and every letter is its own."""
    for piece in draft.pieces:
        left, bottom, right, top = bounds(piece.cut)
        across, up = ("length", "width") if "length" in piece.sums else ("width", "height")
        for key, size in ((across, right - left), (up, top - bottom)):
            if abs(piece.size(key) - size) > 1e-4:
                yield f"{piece.key} {key}: sum {piece.size(key)}, outline {size}"
            if not draft.bag.grid.holds(piece.size(key)):
                yield f"{piece.key} {key}: {piece.size(key)} is off the grid"
        if "across" in piece.sums:
            notch = (right - left) * (top - bottom) - area(piece.cut)
            if abs(notch - 2 * piece.size("across") * piece.size("up")) > 0.05:
                yield f"{piece.key}: cut-outs of {notch} mm²"
        if piece.layer in ("outer", "lining") and "across" in piece.sums:
            core = piece.size("across") - draft.bag.mm("allowances.side")
            if not draft.bag.grid.holds(core):
                yield f"{piece.key}: the cut-out's core {core} is off the grid"
    letters = [p.letter for p in draft.pieces]
    if letters != list(LETTERS[: len(letters)]):
        yield f"letters {letters}"


def by_the_rule(draft: Draft) -> Iterator[str]:
    """The panel is what the rule for its base says, worked out here from what was asked."""
    if draft.bag.grid.step > EXACT:
        return
    asked, kind = _asked(draft), draft.bag.bag.base.kind
    half = asked.get("depth", 0.0) / 2
    s, sb, st = (draft.bag.mm(f"allowances.{k}") for k in ("side", "base", "top"))
    sx = draft.bag.mm("allowances.corner") if "corner" in draft.bag.bag.classes else 0.0
    wanted = {"width": asked["width"] + 2 * half + 2 * s, "height": asked["height"] + half + sb + st}
    if kind == "boxed":
        wanted |= {"across": half - sx + s, "up": half - sx + sb}
    corner = {"boxed_after": half - sx, "boxed_pinched": half}.get(kind)
    if (draft.form.corner is None) != (corner is None) or abs(
        (draft.form.corner or 0) - (corner or 0)
    ) > EXACT:
        yield f"corner {draft.form.corner}, rule {corner}"
    for layer in ("outer", "lining"):
        if set(draft.piece(layer).sums) != set(wanted):
            yield f"{layer} has {set(draft.piece(layer).sums)}"
        for key, mm in wanted.items():
            if key in draft.piece(layer).sums and abs(draft.piece(layer).size(key) - mm) > EXACT:
                yield f"{layer} {key} {draft.piece(layer).size(key)}, rule {mm}"
    yield from _interfacing(draft, wanted)


def _interfacing(draft: Draft, outer: dict[str, float]) -> Iterator[str]:
    kind = draft.bag.bag.interfacing.kind
    s, sb, st = (draft.bag.mm(f"allowances.{k}") for k in ("side", "base", "top"))
    if kind == "none":
        if any(p.layer in ("interfacing", "strap core") for p in draft.pieces):
            yield "interfacing cut though none was asked for"
        return
    piece = draft.piece("interfacing")
    less = {"full": (0.0, 0.0), "kept_out": (2 * s, sb + st)}.get(kind)
    if less is None:
        inset = draft.bag.mm("interfacing.inset")
        less = (2 * inset, 2 * inset)
    for key, mm in (("width", outer["width"] - less[0]), ("height", outer["height"] - less[1])):
        if abs(piece.size(key) - mm) > EXACT:
            yield f"interfacing {key} {piece.size(key)}, rule {mm}"


def marks_lie_right(draft: Draft) -> Iterator[str]:
    """The turning gap lies inside its straight seam; strap marks lie where the strap was placed."""
    bag = draft.bag
    gap = next(m for m in draft.piece("lining").marks if m.kind == "gap")
    length = math.dist(*gap.points)
    if abs(length - bag.mm("top.gap")) > EXACT:
        yield f"gap marked {length} long, asked {bag.mm('top.gap')}"
    straight = _asked(draft)["width" if bag.choice("top.gap_in") == "base" else "height"]
    if length > straight - 2 * 15 + 3 * bag.grid.step and straight > 35:
        yield f"gap {length} in a straight seam of {straight}"
    outer = draft.piece("outer")
    left, _, right, _ = bounds(outer.cut)
    s = bag.mm("allowances.side")
    straps = [m for m in outer.marks if m.kind == "strap"]
    if len(straps) != 2 * len(draft.hangs):
        yield f"{len(straps)} strap marks"
    for hang in draft.hangs:
        xs = sorted(m.points[0][0] for m in straps)
        if abs((xs[0] - left) - (right - xs[1])) > EXACT:
            yield "strap ends are not equally far from both sides"
        if bag.choice(f"{hang.prefix}.place") == "side_seam":
            wanted = s + bag.mm(f"{hang.prefix}.from_side")
            if abs(xs[0] - left - wanted) > EXACT:
                yield f"strap marked at {xs[0] - left} from the raw edge, wanted {wanted}"
        elif abs((xs[1] - xs[0]) - draft.cut_list.straps[0].gap) > EXACT:
            yield f"straps marked {xs[1] - xs[0]} apart"


def corners_are_marked(draft: Draft) -> Iterator[str]:
    """What is cut or stitched at a corner after sewing is drawn where the seam lines say."""
    for layer in ("outer", "lining"):
        piece = draft.piece(layer)
        marks = [m for m in piece.marks if m.kind == "cut-out"]
        if draft.form.corner is None:
            if marks:
                yield f"{layer}: a corner mark that nothing asks for"
            continue
        if len(marks) != 2:
            yield f"{layer}: {len(marks)} corners marked"
        for mark in marks:
            low, high = mark.points[0], mark.points[-1]
            # one end lies on the base seam line, the other on a side seam line, both as far from the point
            right = max(x for x, _ in piece.stitch)
            out = min(high[0], right - high[0])
            if abs(low[1]) > 1e-6 or abs(out) > 1e-6 or abs(high[1] - draft.form.corner) > EXACT:
                yield f"{layer}: corner marked {mark.points}, asked {draft.form.corner} from the seam lines"
    for strap in (m for m in draft.piece("outer").marks if m.kind == "cut-out" and m.readings):
        told = strap.readings[0][1].total
        if abs(told - (draft.form.corner or 0.0)) > EXACT:
            yield f"corner read as {told}"


_BOXED_ORDER = (
    ("outer nested", "outer corners"),
    ("outer base", "outer nested"),
    ("outer sides", "outer nested"),
)
_ORDER = {
    "boxed": (*_BOXED_ORDER, ("cut", "cut corners"), ("cut corners", "outer sides")),
    "boxed_after": (
        *_BOXED_ORDER,
        ("outer press", "outer cut corners"),
        ("outer cut corners", "outer nested"),
    ),
    "boxed_pinched": (*_BOXED_ORDER, ("outer corners", "outer trim corners")),
    "seamed": (("outer sides", "outer press"), ("outer base", "outer press")),
}


def steps_are_safe(draft: Draft) -> Iterator[str]:
    """Nobody sews the bag shut, forgets the straps, or cuts before measuring."""
    order = [s.key for s in draft.steps]
    for first, then in (
        ("measure", "cut"),
        *_ORDER[draft.bag.bag.base.kind],
        ("gap open", "join top"),
        ("strap 0 even", "join top"),
        ("inspect top", "turn"),
        ("turn", "close gap"),
    ):
        if first not in order or then not in order or order.index(first) > order.index(then):
            yield f"“{first}” does not come before “{then}”"
    gates = {s.key for s in draft.steps if s.kind == "gate"}
    wanted = {"gap open", "strap 0 even", "inspect top"}
    wanted |= {"outer nested"} if "size.depth" in draft.bag.values else set()
    if not wanted <= gates:
        yield f"gates {sorted(gates)}"


PROOFS = (
    reads_back,
    straps_read_back,
    seams_walk,
    outlines_match_sums,
    by_the_rule,
    marks_lie_right,
    corners_are_marked,
    steps_are_safe,
)


def failures(draft: Draft) -> list[str]:
    """Return everything that does not hold of *draft*."""
    return [f"{proof.__name__}: {text}" for proof in PROOFS for text in proof(draft)]
