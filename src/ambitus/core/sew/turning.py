"""Where an edge that runs straight on is sewn to one that turns: it has to be snipped there."""

from itertools import pairwise

from ambitus.core.curves import tangents
from ambitus.core.form.model import Stretch
from ambitus.core.geometry import Point
from ambitus.core.sew.plan import Plan

#: Up to this an allowance need not be snipped: there is too little of it. 6 mm | 1/4 in.
LEAST_SNIPPED = 6.35
#: Directions whose cosine is over this run straight on.
_STRAIGHT = 0.966


def _ways(plan: Plan, s: Stretch) -> tuple[Point, Point]:
    """Return the way that an edge runs at its start and at its end."""
    face = plan.forms[s.layer].face(s.face)
    i = face.edge_index(s.edge)
    return tangents(face.points[i], face.bends[i], face.points[(i + 1) % len(face.points)])


def _follow(plan: Plan, here: Stretch, there: Stretch) -> bool:
    """Return whether two edges of a face follow each other round it."""
    face = plan.forms[here.layer].face(here.face)
    apart = abs(face.edge_index(here.edge) - face.edge_index(there.edge))
    return apart in (1, len(face.edges) - 1)


def _runs_on(plan: Plan, here: Stretch, there: Stretch) -> bool:
    """Return whether two edges of a face that follow each other lie in one line."""
    face = plan.forms[here.layer].face(here.face)
    i, j = face.edge_index(here.edge), face.edge_index(there.edge)
    if (j + 1) % len(face.edges) == i:
        here, there = there, here
    a, b = _ways(plan, here)[1], _ways(plan, there)[0]
    return a[0] * b[0] + a[1] * b[1] > _STRAIGHT


def _turns(plan: Plan, chain: tuple[Stretch, ...]) -> bool:
    """Return whether a chain turns within a face: along a curve or at a corner."""
    for s in chain:
        face = plan.forms[s.layer].face(s.face)
        if face.bends[face.edge_index(s.edge)] is not None:
            return True
    return any(
        a.face == b.face and _follow(plan, a, b) and not _runs_on(plan, a, b) for a, b in pairwise(chain)
    )


def turned_corners(plan: Plan, key: str, begun: frozenset[str] = frozenset()) -> bool:
    """
    Return whether one edge of a seam turns where the other runs straight, or would with the seams *begun*
    that end where it does; an allowance of little needs no snip.
    """
    seam = plan.seams[key]
    for i, chain in enumerate(seam.chains):
        others = [c for j, c in enumerate(seam.chains) if j != i]
        if not _turns(plan, chain) and any(_turns(plan, other) for other in others):
            s = chain[0]
            edges = plan.piece_of[s.layer, s.face].edges
            if next(e.allowance for e in edges if e.name == s.edge) > LEAST_SNIPPED + 1e-9:
                return True
    return bool(begun) and any(_turns_with(plan, s, key, begun) for chain in seam.chains for s in chain)


def _turns_with(plan: Plan, s: Stretch, key: str, begun: frozenset[str]) -> bool:
    """Return whether an edge runs straight on into a seam *begun*, and what meets the two turns there."""
    face = plan.forms[s.layer].face(s.face)
    i = face.edge_index(s.edge)
    met = next(others for of, others in plan.met[s.layer, s.face, s.edge] if of == key)
    for near in (face.edges[i - 1].name, face.edges[(i + 1) % len(face.edges)].name):
        there = Stretch(s.layer, s.face, near)
        for other, others in plan.met.get((s.layer, s.face, near), ()):
            if other in begun and _runs_on(plan, s, there) and _met_turns(plan, met, others):
                return True
    return False


def _met_turns(plan: Plan, one: tuple[Stretch, ...], other: tuple[Stretch, ...]) -> bool:
    for a in one:
        face = plan.forms[a.layer].face(a.face)
        i = face.edge_index(a.edge)
        near = {face.edges[i - 1].name, face.edges[(i + 1) % len(face.edges)].name}
        for b in (b for b in other if (b.layer, b.face) == (a.layer, a.face) and b.edge in near):
            if not _runs_on(plan, a, b):
                return True
    return False
