"""How thick a layer is, with all that is put on it."""

from ambitus.core.grammar.cloth.bottom import cloths_outside
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.spec.resolved import InterfacingFacts, Resolved

#: Default (ours): what a home machine feeds under its foot, mm.
THICKEST_STACK = 6.0


def interfacing_of(bag: Resolved) -> InterfacingFacts | None:
    """Return the interfacing that is cut for a bag, if one is, wherever it lies."""
    key = INTERFACING_MATERIAL.found(bag)
    if key is None or not bag.kinds.interfacing.cuts:
        return None
    return bag.facts.interfacings[str(key.value)]


def on_outer(bag: Resolved) -> InterfacingFacts | None:
    """Return the interfacing that lies on all of the outer, if one does."""
    return None if bag.kinds.interfacing.part else interfacing_of(bag)


def is_doubled(bag: Resolved) -> bool:
    """Return whether every piece of the outer is cut twice and worked as one."""
    return DOUBLED_CLOTH.is_(bag, "doubled")


def thick_cloth(bag: Resolved) -> float:
    """Return how thick the outer is, with its second layer where it has one, in mm."""
    layers = 2 if is_doubled(bag) else 1
    return layers * max(bag.cloth(name).thickness for name in cloths_outside(bag))


def thick_outside(bag: Resolved) -> float:
    """Return how thick the outer is with all that is on it, in mm."""
    more, blank = on_outer(bag), bag.kinds.interfacing.blank(bag)
    return thick_cloth(bag) + (more.thickness if more else 0.0) + (blank.thick if blank else 0.0)
