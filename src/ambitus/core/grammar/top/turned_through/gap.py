"""The turning gap: how long it may be, and where in the lining it is left."""

import math

from ambitus.core.form.model import Edge, Face, Form
from ambitus.core.form.sewn import Opening, Place, Told, along_seam, edge_length
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.sizes import BREADTH, DEPTH, DIAMETER, LENGTH, WIDTH
from ambitus.core.grammar.thickness import thick_outside
from ambitus.core.grammar.top.facing import is_faced
from ambitus.core.grammar.top.fields import FACING_HEIGHT, GAP, GAP_IN
from ambitus.core.lengths import paired, snap
from ambitus.core.sew.passing import least_to_pass
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


def _flat(bag: Resolved) -> float:
    """Return about how far it is across the mouth, from the sizes asked for; nothing where none tells."""
    if DIAMETER in bag.values:
        return math.pi * DIAMETER.of(bag) / 2
    if LENGTH in bag.values:
        return LENGTH.of(bag) + BREADTH.of(bag)
    return sum(field.of(bag) for field in (WIDTH, DEPTH) if field in bag.values)


def usual_gap(bag: Resolved) -> float:
    """
    Return the gap these layers need: 100 mm | 4 in, or 180 | 7 where fleece or foam must pass; more where so
    much cloth has to pass that it would not.
    """
    step = paired(10).mm(bag.unit)
    least = math.ceil(least_to_pass(_flat(bag), thick_outside(bag)) / step - 1e-9) * step
    return max(paired(180 if is_bulky(bag) else 100).mm(bag.unit), least)


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


def _gap_edge(face: Face, seam: str) -> Edge | None:
    """Return the edge that the gap is marked on: of a side seam one that runs up from the base."""
    n = len(face.points)
    every = [i for i, e in enumerate(face.edges) if e.name.startswith(seam)]
    up = [i for i in every if abs(face.points[i][1]) < abs(face.points[(i + 1) % n][1])]
    at = next(iter(up or every), None)
    return None if at is None else face.edges[at]


def gap_opening(item: Item, form: Form, layer: Layer) -> tuple[Opening, ...]:
    """
    Return the gap that is left in the lining, its ends measured along the raw edge from its corner.

    It lies in the middle of the straight part of its seam: of a side, what is above a corner or a fold.
    """
    bag = item.bag
    if layer != "lining":
        return ()
    seam_class = GAP_IN.of(bag)
    # one panel of the body tells it: the edge that meets this one is left open with it
    face = next(f for f in form.faces if not f.part and f.division != "facing")
    edge = _gap_edge(face, seam_class)
    if edge is None:
        return ()
    long, gap = edge_length(form, face.name, edge.name), GAP.of(bag)
    if long <= 0:
        return ()
    under = 0.0
    if seam_class == "side":
        # what of this edge lies under the bag, or is crossed by a fold: all but the straight part
        plain = straight_seam(bag) + form.height - sum(t.mm for t in bag.kinds.top.height(bag))
        under = max(0.0, snap(long - plain))
    before = Term(
        "Seam before the gap",
        snap(under + (long - under - gap) / 2),
        "The gap lies in the middle of the straight part of its seam.",
    )
    gap_term = Term("Turning gap", gap, GAP.why(bag), GAP.source(bag), of=OfField(GAP))

    def told(spare: float) -> Told:
        corner = Term("Allowance at the corner", snap(spare), "From the raw corner to the seam line.")
        start = Sum("From the corner to the gap", (before, corner))
        end = Sum("From the corner to its end", (*start.terms, gap_term))
        return (("gap starts", start), ("gap ends", end))

    where = f"the fold, up the {edge.name} edge" if face.folded else f"start of the {edge.name} edge"
    seam = next((one for one in form.seams if one.joins(face.name, edge.name)), None)
    if seam is None:
        return ()
    ends = (Place(face.name, edge.name, mm) for mm in (before.mm, before.mm + gap))
    between = along_seam(form, seam, *ends)
    return (Opening("gap", "Turning gap", seam.key, between, True, where, told, 1),)
