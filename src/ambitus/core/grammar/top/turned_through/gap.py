"""The turning gap: how long it may be, and where it is marked on the lining."""

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.geometry import along, length, unit_vector
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.top.facing import is_faced
from ambitus.core.grammar.top.fields import FACING_HEIGHT, GAP, GAP_IN
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import OfField, Sum, Term

WIDEST_MARGIN, NARROWEST_MARGIN = 40.0, 15.0

#: Under this a hand cannot turn a bag. The other seam, or another way in, is offered.
LEAST_GAP = 60.0


def is_bulky(bag: Resolved) -> bool:
    """Return whether fleece or foam has to pass when the bag is turned."""
    key = INTERFACING_MATERIAL.found(bag)
    bulky = bool(key and isinstance(key.value, str) and bag.facts.interfacings[key.value].bulky)
    return bulky and bag.kinds.interfacing.cuts


def usual_gap(bag: Resolved) -> float:
    """Return the gap these layers need: 100 mm | 4 in, or 180 | 7 where fleece or foam must pass."""
    return paired(180 if is_bulky(bag) else 100).mm(bag.unit)


def margin(straight: float, gap: float) -> float:
    """Return the seam to keep sewn at each end of a gap: 40 mm, shrinking to 15 on small bags."""
    return min(WIDEST_MARGIN, max(NARROWEST_MARGIN, (straight - gap) / 2))


def straight_seam(bag: Resolved) -> float:
    """Return the straight part of the seam that the gap lies in; a side below a facing is shorter."""
    seam = GAP_IN.of(bag)
    plain = bag.kinds.base.straight(bag).get(seam, 0.0)
    return plain - FACING_HEIGHT.of(bag) if seam == "side" and is_faced(bag) else plain


def default_gap(bag: Resolved) -> float:
    """Return the gap these layers need, held inside the straight part of its seam."""
    straight, gap = straight_seam(bag), usual_gap(bag)
    return snap(max(1.0, min(gap, straight - 2 * margin(straight, gap))))


def longest_gap(straight: float) -> float:
    """Return the longest gap a seam of *straight* mm bears, with the least margin at each end."""
    return straight - 2 * NARROWEST_MARGIN


def default_seam(bag: Resolved) -> str:
    """Return the seam that takes the gap: the base, or a side where there is no base seam."""
    return "base" if "base" in bag.kinds.base.straight(bag) else "side"


def _edge(piece: Piece, seam: str) -> int | None:
    """Return the edge that the gap is marked on: of a side seam one that runs up from the base."""
    n = len(piece.stitch)
    every = [i for i, e in enumerate(piece.edges) if e.name.startswith(seam)]
    up = [i for i in every if abs(piece.stitch[i][1]) < abs(piece.stitch[(i + 1) % n][1])]
    return next(iter(up or every), None)


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """
    Return the ends of the gap on the lining, measured along the raw edge from its corner.

    It lies in the middle of the straight part of its seam: of a side, what is above a corner or a fold.
    """
    bag = item.bag
    seam_class = GAP_IN.of(bag)
    # one panel of the body tells it: the edge that meets this one is left open with it
    bodies = (f.name for f in form.faces if not f.part and f.band != "facing")
    here = piece.layer == "lining" and next(bodies) in piece.faces
    at = _edge(piece, seam_class) if here else None
    if at is None:
        return ()
    after = (at + 1) % len(piece.cut)
    a, b = piece.cut[at], piece.cut[after]
    seam = length(piece.stitch[at], piece.stitch[after])
    gap, whole = GAP.of(bag), length(a, b)
    if whole <= 0:
        return ()
    under = 0.0
    if seam_class == "side":
        # what of this edge lies under the bag, or is crossed by a fold: all but the straight part
        plain = straight_seam(bag) + form.height - sum(t.mm for t in bag.kinds.top.height(bag))
        under = max(0.0, snap(seam - plain))
    # what lies beyond the seam line at the start of this edge, read along it
    ux, uy = unit_vector(a, b)
    spare = abs((piece.stitch[at][0] - a[0]) * ux + (piece.stitch[at][1] - a[1]) * uy)
    name = piece.edges[at].name
    before = Term(
        "Seam before the gap",
        snap(under + (seam - under - gap) / 2),
        "The gap lies in the middle of the straight part of its seam.",
    )
    start = Sum(
        "From the corner to the gap",
        (before, Term("Allowance at the corner", snap(spare), "From the raw corner to the seam line.")),
    )
    gap_term = Term("Turning gap", gap, GAP.why(bag), GAP.source(bag), of=OfField(GAP))
    end = Sum("From the corner to its end", (*start.terms, gap_term))
    points = (along(a, b, start.total / whole), along(a, b, end.total / whole))
    where = f"the fold, up the {name} edge" if piece.folded else f"start of the {name} edge"
    return (Mark("gap", "Turning gap", points, where, (("gap starts", start), ("gap ends", end))),)
