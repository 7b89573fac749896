"""A box pouch in seam lines: two panels from the zip round a side to the base seam.

The line y = 0 is the side fold, half-way between zip and base seam: there the corners lie, as they lie on the
fold of a piece that is folded at the base.
"""

from ambitus.core.form.model import FOLD, Dimension, Edge, Face, Form, Mark, Measure, Piece, Seam, Stretch
from ambitus.core.grammar.base.box_pouch.at_edge import form_at_edge, marks_at_edge
from ambitus.core.grammar.base.box_pouch.boxes import box_sizes, box_stance, left_out_terms
from ambitus.core.grammar.base.boxed.cut import settle_depth
from ambitus.core.grammar.base.boxed_pinched.cut import tip
from ambitus.core.grammar.base.cut_as import is_folded
from ambitus.core.grammar.base.insert import insert_of
from ambitus.core.grammar.base.panels import eats, mouth, settled
from ambitus.core.grammar.base.pressing import at_edge
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import BREADTH, HEIGHT, LENGTH
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, twice

Terms = tuple[Term, ...]


def outline(long: float, half: float, notch: float) -> tuple[Edge, ...]:
    """Return a panel *long* by twice *half*; at both ends *notch* each way is missing, or nothing."""
    if not notch:
        right: tuple[Edge, ...] = (
            Edge("end right lower", "end", (long, -half)),
            Edge("end right upper", "end", (long, 0.0)),
        )
        left: tuple[Edge, ...] = (
            Edge("end left upper", "end", (0.0, half)),
            Edge("end left lower", "end", (0.0, 0.0)),
        )
    else:
        right = (
            Edge("end right lower", "end", (long, -half)),
            Edge("corner right run lower", "corner", (long, -notch)),
            Edge("corner right rise", "corner", (long - notch, -notch)),
            Edge("corner right run upper", "corner", (long - notch, notch)),
            Edge("end right upper", "end", (long, notch)),
        )
        left = (
            Edge("end left upper", "end", (0.0, half)),
            Edge("corner left run upper", "corner", (0.0, notch)),
            Edge("corner left rise", "corner", (notch, notch)),
            Edge("corner left run lower", "corner", (notch, -notch)),
            Edge("end left lower", "end", (0.0, -notch)),
        )
    return (Edge("base", "base", (0.0, -half)), *right, Edge("top", "top", (long, half)), *left)


def _end_in_one(side: str, face: str, at: float, fold: float, notch: float) -> tuple[Edge, ...]:
    """
    Return one end of one half of the piece that is both panels, anticlockwise: to the side *fold*, round the
    *notch* that is cut out there, and on; *at* is where the end lies.
    """
    begun, ended = ("upper", "lower") if (side == "right") == (face == "back") else ("lower", "upper")
    way = 1 if side == "right" else -1
    inner, first, last = at - way * notch, fold - way * notch, fold + way * notch
    start = fold - way * abs(fold)
    begin = Edge(f"end {side} {face} {begun}", "end", (at, start))
    if not notch:
        return (begin, Edge(f"end {side} {face} {ended}", "end", (at, fold)))
    corner = f"corner {side} {face}"
    return (
        begin,
        Edge(f"{corner} run {begun}", "corner", (at, first)),
        Edge(f"{corner} rise", "corner", (inner, first)),
        Edge(f"{corner} run {ended}", "corner", (inner, last)),
        Edge(f"end {side} {face} {ended}", "end", (at, last)),
    )


def _in_one(long: float, tall: float, notch: float) -> tuple[Edge, ...]:
    """
    Return both panels in one, *long* by twice *tall*: the base folds along y = 0, the front above it. At both
    ends of both side folds *notch* each way is missing, or nothing.
    """
    half = tall / 2
    return (
        Edge("top back", "top", (0.0, -tall)),
        *_end_in_one("right", "back", long, -half, notch),
        *_end_in_one("right", "front", long, half, notch),
        Edge("top front", "top", (long, tall)),
        *_end_in_one("left", "front", 0.0, half, notch),
        *_end_in_one("left", "back", 0.0, -half, notch),
    )


def _corner_seam(key: str, where: str, face: str, edge: str) -> Seam:
    """Return the seam of a corner that was cut out: its rise to both of its runs, end to end."""
    runs = tuple(Stretch("", face, f"{edge} run {half}") for half in ("upper", "lower"))
    return Seam(key, f"Boxed corner, {where}", "corner", ((Stretch("", face, f"{edge} rise"),), runs))


def _seams_in_one(notched: bool) -> tuple[Seam, ...]:
    """
    Return the ends of one piece that is folded at the base, each half of it sewn to itself, and the corners
    that were cut out.
    """
    out = []
    for face in ("front", "back"):
        for side in ("left", "right"):
            halves = tuple((Stretch("", "body", f"end {side} {face} {half}"),) for half in ("upper", "lower"))
            key, where = f"end {face} {side}", f"{face} {side}"
            out.append(Seam(key, f"End seam, {where}", "end", halves, line=f"end {side}"))
            if notched:
                out.append(_corner_seam(f"corner {where}", where, "body", f"corner {side} {face}"))
    return tuple(out)


def panel_seams(notched: bool) -> tuple[Seam, ...]:
    """
    Return the base seam, the ends, and the corners that were cut out.

    Pressed with the zip over the base seam every panel lies folded on itself: at an end its upper half is
    sewn to its lower half.
    """

    def part(face: str, edge: str) -> tuple[Stretch, ...]:
        return (Stretch("", face, edge),)

    out = [Seam("base", "Base seam", "base", (part("front", "base"), part("back", "base")))]
    for face in ("front", "back"):
        for side in ("left", "right"):
            halves = tuple(part(face, f"end {side} {half}") for half in ("upper", "lower"))
            # the right end of the back lies at the left of the bag
            at = side if face == "front" else "left" if side == "right" else "right"
            out.append(
                Seam(f"end {face} {side}", f"End seam, {face} {side}", "end", halves, line=f"end {at}")
            )
            if notched:
                out.append(_corner_seam(f"corner {face} {side}", f"{face} {side}", face, f"corner {side}"))
    return tuple(out)


def _arms(end: str, corner: str, half: Terms, fold: float) -> tuple[Measure, Measure]:
    """Return both arms of a cut-out of *half* the height: from its end, and each way from its side fold."""
    deep = Measure("across", "Corner cut-out, deep", "x", end, f"{corner} rise", half, False, beside="bottom")
    ways, run = "Corner cut-out, each way from the side fold", f"{corner} run upper"
    return deep, Measure("up", ways, "y", FOLD, run, half, False, beside="left", fold_at=fold)


def _panel(
    bag: Resolved, allowances: Allowances, high: float, notched: bool
) -> tuple[tuple[Face, ...], float, float]:
    """Return the panels of a box *high* mm high, and the length and breadth that they make."""
    wide, across = settled(bag, LENGTH.of(bag) + high, 2 * eats(allowances, "end"))
    asked = HEIGHT.of(bag)
    as_cut = "Height" if abs(asked - high) < 1e-6 else "Height, as the cut-out on the grid gives it"
    why = "Half of it folds down at each end."
    source = HEIGHT.source(bag) if as_cut == "Height" else "derived"
    round_ends = (LENGTH.term(bag, "Length"), Term(as_cut, high, why, source), *across)
    extra = left_out_terms(bag)
    plain = BREADTH.of(bag) + sum(t.mm for t in extra) + high
    base = 0.0 if is_folded(bag) else eats(allowances, "base")
    tall, moved = settled(bag, plain, base + eats(allowances, "top"))
    up = (
        BREADTH.term(bag, "Breadth"),
        Term(
            as_cut,
            high,
            "From the zip over a side to the base seam: half the breadth, the height, half again.",
            source,
        ),
        *extra,
        *moved,
    )
    notch = snap(high / 2) if notched else 0.0
    in_one = is_folded(bag)
    of = "front " if in_one else ""
    wide_of, high_of = "How wide to cut it", "How high to cut it"
    measures = [Measure("width", wide_of, "x", f"end left {of}upper", f"end right {of}upper", round_ends)]
    if in_one:
        both = ("top back", "top front")
        measures.append(Measure("height", high_of, "y", *both, twice(up), folds=True, beside="left"))
    else:
        measures.append(Measure("height", high_of, "y", "base", "top", up, beside="left"))
    if notched:
        why = "The cut-out is half the height each way, from seam line and fold."
        half = (Term("Half the height", notch, why, source),)
        measures += _arms(
            f"end left {of}upper", f"corner left {of}".strip(), half, tall / 2 if in_one else 0.0
        )
    if in_one:
        body = Face("body", "panel", _in_one(wide, tall, notch), tuple(measures), folded=True)
        return (body,), snap(wide - high), snap(tall - high)
    edges = outline(wide, snap(tall / 2), notch)
    faces = tuple(
        Face(name, "panel", edges, tuple(measures), over=name == "front") for name in ("front", "back")
    )
    return faces, snap(wide - high), snap(tall - high)


def _form(bag: Resolved, allowances: Allowances, high: float, notched: bool) -> Form:
    faces, long, broad = _panel(bag, allowances, high, notched)
    return Form(
        dimensions={
            **box_sizes(bag, long, broad, high),
            "flat_opening": Dimension(
                "flat_opening",
                "Flat opening",
                LENGTH.of(bag) + HEIGHT.of(bag),
                snap(long + high),
                "derived",
                "The zip runs along the top and half-way down both ends.",
            ),
        },
        faces=faces,
        seams=_seams_in_one(notched) if is_folded(bag) else panel_seams(notched),
        mouth=mouth(is_folded(bag)),
        height=high,
        corner=None if notched else snap(high / 2),
        insert=insert_of(bag, long, broad),
        stance=box_stance(long, broad, high),
    )


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form of a box pouch whose corners are stitched across once its ends are sewn."""
    if at_edge(bag):
        return form_at_edge(bag, allowances)
    return _form(bag, allowances, HEIGHT.of(bag), notched=False)


def cut_out_form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form of a box pouch whose corners are cut out first; their core lands on the grid."""
    return _form(bag, allowances, settle_depth(HEIGHT.of(bag), eats(allowances, "corner"), bag), notched=True)


def side_fold(bag: Resolved, form: Form) -> Sum:
    """Return where the side fold lies, from the raw edge that meets the zip."""
    half = Term(
        "Half of the way to the base seam",
        snap((form.mm("breadth") + form.mm("height")) / 2),
        "Half the breadth and half the height.",
    )
    top = (t for t in bag.kinds.top.allowance(bag, "outer"))
    return Sum("From the raw zip edge to the side fold", (half, *top))


def _folds(form: Form, piece: Piece) -> tuple[float, ...]:
    """Return where the side folds lie on a piece: in its middle, or half-way up and down of both in one."""
    half = (form.mm("breadth") + form.mm("height")) / 2
    return (half, -half) if piece.folded else (0.0,)


def fold_marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the side folds as creases."""
    bag = item.bag
    left, _, right, _ = piece.box
    told = (("from the raw zip edge", side_fold(bag, form)),)
    return tuple(
        Mark("crease", "Side fold", ((left, y), (right, y)), "zip edge", () if n else told)
        for n, y in enumerate(_folds(form, piece))
    )


def pinch_marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the side fold, and the line stitched across each corner, by every way to measure it."""
    bag = item.bag
    if at_edge(bag):
        return marks_at_edge(item, form, piece)
    half, right = form.mm("height") / 2, max(x for x, _ in piece.stitch)
    point = Term("Half the height", snap(half), "The corner lies flat, half on each side of the fold.")
    across = Term("Height", form.mm("height"), "The stitched line is as long as the pouch is high.")
    end = tip(bag, "end", piece.layer)
    readings = (
        ("from the stitched point", Sum("From the stitched point", (point,))),
        ("the line across", Sum("The line across", (across,))),
        (
            "from the fabric tip, along the side fold",
            Sum("From the fabric tip, along the side fold", (point, end)),
        ),
        ("from the fabric tip, down the end seam", Sum("From the fabric tip, down the end seam", (point,))),
    )
    marks = []
    for n, fold in enumerate(_folds(form, piece)):
        left: tuple[tuple[float, float], ...] = ((0.0, fold - half), (half, fold), (0.0, fold + half))
        other = tuple((right - x, y) for x, y in left)
        where, told = ("right", ()) if n else ("both ends of the side fold", readings)
        marks += [
            Mark("cut-out", "Stitch across the corner", left, where, told),
            Mark("cut-out", "Stitch across the corner", other, "right"),
        ]
    return (*fold_marks(item, form, piece), *marks)
