"""What the acts ask in common: whether pieces are ready, a side is reached, a seam is there."""

from ambitus.core.form.model import Seam
from ambitus.core.sew.acts import Side
from ambitus.core.sew.gluing import EdgeAt
from ambitus.core.sew.work import Refused, Work
from ambitus.core.words import within


def refuse(if_so: bool, reason: str) -> None:
    """Refuse an act for a reason, if it is so."""
    if if_so:
        raise Refused(reason)


def no_iron(work: Work, iron: bool, layers: tuple[str, ...]) -> None:
    """Refuse an iron on a cloth that melts."""
    cold = next((layer for layer in layers if layer in work.plan.cold), None)
    refuse(iron and cold is not None, f"the {cold} melts under an iron")


def label(work: Work, seam: str) -> str:
    """Return what a seam is called, within a sentence."""
    return within(work.plan.seams[seam].label)


def reached(work: Work, layer: str, side: Side) -> None:
    """Refuse where one side of the cloth of a layer lies inside what is sewn already."""
    for body in work.bodies((layer,)):
        refuse(work.out(body) not in (None, side), f"the {side} side of the {layer} lies inside")


def edges_of(seam: Seam) -> set[EdgeAt]:
    """Return every edge that a seam joins."""
    return {(s.layer, s.face, s.edge) for chain in seam.chains for s in chain}


def is_of(seam: Seam, layer: str) -> bool:
    """Return whether a seam joins anything of a layer."""
    return any(s.layer == layer for chain in seam.chains for s in chain)


def all_sewn(work: Work, layer: str, what: str) -> None:
    """Refuse *what* is done to the corners of a layer of which a seam is not sewn yet."""
    if (left := work.unsewn(layer)) is not None:
        refuse(True, f"the corners of the {layer} cannot be {what}: the {label(work, left)} is not sewn")


def has_rows(work: Work, edge: EdgeAt) -> bool:
    """Return whether rows of stitching lie along an edge."""
    return any(line.kind == "row" for line in work.plan.lines.get(edge, ()))


def is_cut(work: Work) -> None:
    """Refuse pieces that are not cut."""
    refuse(not work.cut, "the pieces have not been cut")


def is_marked(work: Work) -> None:
    """Refuse pieces that are not cut and marked."""
    is_cut(work)
    refuse(not work.marked, "the pieces have not been marked")


def staying(work: Work, layer: str) -> set[str]:
    """Return the openings of a layer that stay, by layer and key."""
    return {
        f"{layer} {one.key}"
        for key, found in work.plan.openings.items()
        for one in found
        if not one.closed and key.startswith(f"{layer} ")
    }


def is_in(work: Work, strip: str) -> bool:
    """Return whether a strip is in its place, held or sewn."""
    return strip in work.basted or strip in work.used


def is_made(work: Work, key: str) -> None:
    """Refuse a strip that has not been made up."""
    is_cut(work)
    refuse(key not in work.made, f"{work.plan.by_key[key].name} has not been made ready")


def wrap_in(work: Work, seam: str) -> None:
    """Take up the strips that the edges of a seam are wrapped in, if any; refuse them unmade."""
    for key in work.plan.strips((work.plan.wrapped[seam],)) if seam in work.plan.wrapped else ():
        is_made(work, key)
        work.used.add(key)


def core_of(key: str) -> str:
    """
    Return the key of the core that a piece is stiffened with, if it has one.

    >>> core_of("strap carry.0"), core_of("pocket flap 1")
    ('strap core carry.0', 'pocket core flap core 1')
    """
    layer, _, rest = key.partition(" ")
    what, _, number = rest.rpartition(" ")
    return f"{layer} core {what} core {number}" if what else f"{layer} core {rest}"


def is_ready(work: Work, key: str) -> None:
    """Refuse a piece that has not been made up, unless it is bought as it is."""
    if work.plan.by_key[key].source == "bought":
        is_cut(work)
    else:
        is_made(work, key)
