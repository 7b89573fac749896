"""What an edge gives up: the one place that asks a seam's kind, and the knife, for their terms."""

from ambitus.core.form.model import Face
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.seams.fields import SLIVER
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

#: the kind of seam before which every edge of every piece is overlocked by itself
OVERLOCKED = "overlocked_first"


def edge_terms(bag: Resolved, key: str, over: bool = True) -> tuple[Term, ...]:
    """Return the terms that one edge of a seam of class *key* grows by; *over* where it lies uppermost."""
    return bag.once(_edge_terms, key, over)


def _edge_terms(bag: Resolved, key: str, over: bool) -> tuple[Term, ...]:
    name = bag.kinds.sewn.get(key) or bag.kinds.classes[key]
    return bag.kinds.seam(key).eats(bag, key, name, over)


def beside_of(bag: Resolved, face: Face) -> str:
    """
    Return the class of seam beside a face: of its sides or ends; of one that a zip goes round, which has
    none, whatever else it is sewn in.
    """
    found = next((e.seam for e in face.edges if e.name.startswith(("side", "end"))), "side")
    return found if found in bag.kinds.sewn else next(iter(bag.kinds.sewn), found)


def eaten(bag: Resolved, key: str, over: bool = True) -> float:
    """Return what a seam of class *key* takes of one edge, in mm: its allowance, and what the knife takes."""
    return snap(sum(t.mm for t in edge_terms(bag, key, over)))


def stands_beyond(bag: Resolved, key: str, deeper: float = 0.0) -> float:
    """
    Return what stands beyond the seam line of class *key* once that seam is sewn, in mm.

    By then the knife has taken its sliver, a French seam its first row, and a felled one what was trimmed.
    *deeper* is how much wider than planned it is sewn.
    """
    path = allowance_of(key)
    kind = bag.kinds.seam(key)
    mm = path.of(bag) if path in bag.values else kind.own(bag)[0] if kind.own else 0.0
    return snap(kind.stands(bag, key, mm + deeper))


def overlocked_first(bag: Resolved) -> bool:
    """Return whether every edge of this bag's pieces is overlocked before anything is joined."""
    return bag.kinds.seams.kind == OVERLOCKED


def knife_sliver(bag: Resolved) -> float:
    """Return the sliver that the knife takes of a seam's edge in this bag: nothing where none is, in mm."""
    return SLIVER.of(bag) if SLIVER in bag.values else 0.0
