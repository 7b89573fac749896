"""What quilted panels are made up of: how much larger their blanks are cut, and the rows drawn on them."""

import math
from fractions import Fraction

from ambitus.core.form.model import Mark
from ambitus.core.geometry import Point
from ambitus.core.grammar.blank import Blank, Ply
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.interfacing.quilted.fields import BACKING, ROWS_APART, ROWS_RUN, SAMPLE, SPARE
from ambitus.core.lengths import Pair, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import OfField, Sum, Term, to_grid

#: The square that is quilted to measure how much its rows draw in.
SQUARE = Pair(200, Fraction(8))
#: Default (ours): no row is drawn nearer to a raw edge, in mm: the foot has no hold there.
CLEAR_OF_EDGE = 6.0


def share_drawn(thick: float, apart: float) -> float:
    """
    Return the share of a cloth that rows *apart* mm draw in, over wadding *thick* mm: between two rows the
    cloth lies in a shallow arc, half the thickness high on either side.

    >>> round(100 * share_drawn(3, 25), 2), round(100 * share_drawn(3, 12), 1)
    (0.96, 4.2)
    """
    return 2 / 3 * (thick / apart) ** 2


def thickness_of(bag: Resolved) -> float:
    """Return how thick the wadding is, in mm."""
    return bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].thickness


def share_of(bag: Resolved) -> float:
    """Return the share that the rows draw in across them: as a sample square measured, else as reckoned."""
    measured = SAMPLE.or_none(bag)
    if measured is not None:
        return max(0.0, 1 - measured / SQUARE.mm(bag.unit))
    return share_drawn(thickness_of(bag), ROWS_APART.of(bag))


def backed(bag: Resolved) -> bool:
    """Return whether the wadding lies between two cloths."""
    return BACKING.is_(bag, "lining")


def _rows(long: float, wide: float, apart: float) -> list[float]:
    """Return where rows lie across *wide* mm: the first through the middle, the others from there."""
    each = math.floor((wide / 2 - CLEAR_OF_EDGE) / apart + 1e-9)
    return [snap(wide / 2 + at * apart) for at in range(-each, each + 1)]


def marked(bag: Resolved, wide: float, high: float) -> tuple[Mark, ...]:
    """Return the rows on a blank of *wide* by *high* mm: a line that goes up one and down the next."""
    out = []
    for way, label, corner, across, along in (
        ("up", "Rows, up", "the left raw edge", wide, high),
        ("across", "Rows, across", "the lower raw edge", high, wide),
    ):
        if not (ROWS_RUN.is_(bag, "both") or ROWS_RUN.of(bag) == way):
            continue
        points: list[Point] = []
        for nth, at in enumerate(_rows(along, across, ROWS_APART.of(bag))):
            ends = ((at, 0.0), (at, along)) if way == "up" else ((0.0, at), (along, at))
            points += ends if nth % 2 == 0 else ends[::-1]
        half = Term("Half of the blank", across / 2, "Fold it in half, and press the fold.")
        apart = Sum("From row to row", (ROWS_APART.term(bag, "Rows apart"),))
        at = snap(across / 2)
        middle = ((at, 0.0), (at, along)) if way == "up" else ((0.0, at), (along, at))
        told = ((f"from {corner}", Sum("To the middle row", (half,))),)
        out.append(Mark("row", f"Middle row, {way}", middle, corner, told))
        out.append(Mark("quilting", label, tuple(points), corner, (("from row to row", apart),)))
    return tuple(out)


def _long(bag: Resolved, label: str, mm: float, share: float) -> Sum:
    """Return how long a blank is cut for a panel of *mm*, of which *share* is drawn in: mm ÷ (1 − share)."""
    terms = [Term("Panel, as it is trimmed", mm, "Its cut size, allowances and all.")]
    if share > 0:
        why = f"Between two rows the cloth lies in an arc: it loses {100 * share:.1f} % across them."
        more = snap(mm * share / (1 - share))
        terms.append(Term("Drawn in by its rows", more, why, of=OfField(ROWS_APART)))
    terms.append(SPARE.term(bag, "To spare at both sides", 2, "Trimmed away once it is quilted."))
    return to_grid(label, terms, bag.grid)


def shares(bag: Resolved) -> tuple[float, float]:
    """Return what share its rows draw in of a blank's width, and of its height."""
    drawn = share_of(bag)
    return 0.0 if ROWS_RUN.is_(bag, "across") else drawn, 0.0 if ROWS_RUN.is_(bag, "up") else drawn


def blank_of(bag: Resolved) -> Blank:
    """Return what the outer's panels are made up of."""
    across, up = shares(bag)

    def plies(wide: float, high: float, looks: str, part: str) -> tuple[Ply, ...]:
        w, h = _long(bag, "How wide to cut it", wide, across), _long(bag, "How high to cut it", high, up)
        rows = marked(bag, w.total, h.total)
        shown = Ply("blank", "blank", looks, w, h, marks=rows)
        inner = Ply("wadding", "wadding", "interfacing", w, h)
        if not backed(bag):
            return (shown, inner)
        return (shown, inner, Ply("backing", "backing", "lining", w, h))

    roles = ("blank", "wadding", *(("backing",) if backed(bag) else ()))
    return Blank(roles, plies, bag.cloth("lining").thickness if backed(bag) else 0.0)
