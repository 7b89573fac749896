"""
A pleated pouch in seam lines: two panels from the zip round a side to the seam of the back.

The line y = 0 is the middle of the tuck, half-way from zip to back seam; the pouch stands, filled, as high as
both edges of a tuck are deep.
"""

from ambitus.core.form.model import Dimension, Face, Form, Mark, Measure, Piece
from ambitus.core.form.stance import Patch, SizeLine, Stance
from ambitus.core.grammar.base.box_pouch.boxes import left_out_terms
from ambitus.core.grammar.base.box_pouch.cut import outline, panel_seams
from ambitus.core.grammar.base.panels import eats, settled, told
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import BREADTH, HEIGHT, LENGTH
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term

#: Default (ours): a filled pouch slopes up from each end over as much as it is high, and no more than this
#: share of its length.
_SLOPES, _AT_MOST = 1.0, 0.4
#: what the standing view needs of a wall that nobody sees
_NO_WALL = 0.01


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form of a pleated pouch, its length and its width at the ends settled on the grid."""
    high = HEIGHT.of(bag)
    long, along = settled(bag, LENGTH.of(bag), 2 * eats(allowances, "end"))
    more = left_out_terms(bag)
    tucks = Term(
        "Both edges of the tuck", high, "It is folded in between front and back.", HEIGHT.source(bag)
    )
    plain = BREADTH.of(bag) + sum(t.mm for t in more) + high
    tall, moved = settled(bag, plain, eats(allowances, "base") + eats(allowances, "top"))
    up = (BREADTH.term(bag, "Width at the ends"), tucks, *more, *moved)
    measures = (
        Measure(
            "width",
            "How wide to cut it",
            "x",
            "end left upper",
            "end right upper",
            (LENGTH.term(bag, "Length"), *along),
        ),
        Measure("height", "How high to cut it", "y", "base", "top", up, beside="left"),
    )
    edges = outline(long, snap(tall / 2), 0.0)
    broad = snap(tall - high)
    return Form(
        dimensions={
            "length": told(bag, "length", "Length", long),
            "breadth": told(bag, "breadth", "Width at the ends", broad),
            "height": told(bag, "height", "Height, its tucks open", high),
            "tuck": Dimension("tuck", "Tuck, deep", high / 2, snap(high / 2), "derived", "Half the height."),
            "belly": Dimension(
                "belly",
                "Width over the belly, flat",
                snap(BREADTH.of(bag) + high),
                snap(broad + high),
                "derived",
                "Between the ends the tucks lie open: the width there, and a tuck at each side.",
            ),
            "flat_opening": Dimension(
                "flat_opening",
                "Flat opening",
                LENGTH.of(bag),
                long,
                "derived",
                "The zip runs from end to end.",
            ),
        },
        faces=tuple(Face(name, "panel", edges, measures, over=name == "front") for name in ("front", "back")),
        seams=panel_seams(notched=False),
        mouth=(("front", "top"), ("back", "top")),
        height=high,
        stance=_stance(long, broad, high),
    )


def _stance(long: float, broad: float, high: float) -> Stance:
    """Return how it lies filled, on the seam of its back: high between its ends, flat at both."""
    slope, middle = snap(min(high * _SLOPES, long * _AT_MOST)), high / 2
    near, far = 0.0, broad
    side = (
        (0.0, near, middle),
        (slope, near, 0.0),
        (long - slope, near, 0.0),
        (long, near, middle),
        (long - slope, near, high),
        (slope, near, high),
    )
    lid = ((slope, near, high), (long - slope, near, high), (long - slope, far, high), (slope, far, high))
    slopes = tuple(
        ((x, near, high), (end, near, middle), (end, far, middle), (x, far, high))
        for x, end in ((slope, 0.0), (long - slope, long))
    )
    crease = ((0.0, near, middle), (long, near, middle))
    line = ((slope, broad / 2), (long - slope, broad / 2))
    return Stance(
        base_outline=line,
        mouth_outline=line,
        standing_seams=(),
        front_starts=0.0,
        lines=(
            SizeLine(LENGTH, "long", "length", (0, 0, 0), (long, 0, 0)),
            SizeLine(HEIGHT, "high, open", "height", (slope, 0, 0), (slope, 0, high)),
            SizeLine(BREADTH, "at its ends", "breadth", (long, 0, middle), (long, broad, middle)),
        ),
        rises=_NO_WALL,
        ridge=((0.0, middle), (slope, high), (long - slope, high), (long, middle)),
        patches=(
            Patch("outer", side),
            *(Patch("outer", one) for one in slopes),
            Patch("outer", lid),
            Patch("outer", crease, "stitch"),
        ),
    )


def fold_marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the three folds of the tuck, each told from the raw edge that meets the zip."""
    bag, tuck = item.bag, form.mm("tuck")
    left, _, right, _ = piece.box
    half = Term("Half the width at the ends", snap(form.mm("breadth") / 2), "From the middle of the zip.")
    top = bag.kinds.top.allowance(bag, "outer")

    def fold(label: str, y: float, tucks: int) -> Mark:
        deep = Term("Tuck", tuck * tucks, "How deep it is folded in.", times=tucks)
        total = Sum("From the raw zip edge", (half, *top, *((deep,) if tucks else ())))
        points = ((left, y), (right, y))
        return Mark("crease", label, points, "zip edge", (("from the raw zip edge", total),))

    return (
        fold("Fold of the tuck, at the front", tuck, 0),
        fold("Fold of the tuck, inside", 0.0, 1),
        fold("Fold of the tuck, at the back", -tuck, 2),
    )
