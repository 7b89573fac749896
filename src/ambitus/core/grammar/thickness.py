"""How thick a layer is, with all that is put on it."""

from ambitus.core.grammar.cloth.bottom import cloths_outside
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.spec.resolved import Resolved


def thick_outside(bag: Resolved) -> float:
    """Return how thick the outer is with all that is on it, in mm."""
    layers = 2 if DOUBLED_CLOTH.is_(bag, "doubled") else 1
    key = INTERFACING_MATERIAL.found(bag)
    on_it = bag.facts.interfacings[str(key.value)].thickness if key and bag.kinds.interfacing.cuts else 0.0
    return layers * max(bag.cloth(name).thickness for name in cloths_outside(bag)) + on_it
