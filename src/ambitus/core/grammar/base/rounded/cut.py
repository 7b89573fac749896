"""
A flat bag in seam lines whose lower corners are rounded or clipped.

One seam runs from the top edge down a side, round a corner, along the base and up the other side: it has one
class, so that no corner lies between two allowances.
"""

from dataclasses import replace

from ambitus.core.curves import Arc
from ambitus.core.form.model import Edge, Form, Seam
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.base.fields import CLIP, LOWER, RADIUS
from ambitus.core.grammar.base.gusset.cut import most_radius
from ambitus.core.grammar.base.hinged import hinged
from ambitus.core.grammar.base.panels import eats, flat_form, stretch
from ambitus.core.grammar.base.rounded.read import clip_grows
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved

#: What stays straight between two corners, in mm, so that every edge has a direction.
_STRAIGHT = 0.005


def is_clipped(bag: Resolved) -> bool:
    """Return whether the lower corners are clipped straight, and not rounded."""
    return LOWER.is_(bag, "clipped")


def room_for_corner(bag: Resolved, width: float, height: float) -> float:
    """
    Return how much of a lower corner can be left out of a face of this size, in mm: to the middle of its
    base, and up to where its cloth ends; under a zip that is below the top.
    """
    above = sum(term.mm for term in bag.kinds.top.allowance(bag, "outer"))
    return most_radius(width, height + min(0.0, above))


def corner_asked(bag: Resolved, width: float, height: float) -> float:
    """Return how much of each lower corner is left out, along either edge at the seam line, in mm."""
    if is_clipped(bag):
        return CLIP.of(bag)
    as_round_as_can_be = LOWER.of(bag) in ("half", "disc")
    return room_for_corner(bag, width, height) if as_round_as_can_be else RADIUS.of(bag)


def _outline(width: float, height: float, r: float, clipped: bool) -> tuple[Edge, ...]:
    right, left = (None, None) if clipped else (Arc((width - r, r)), Arc((r, r)))
    return (
        Edge("base", "side", (r, 0.0)),
        Edge("corner right", "side", (width - r, 0.0), right),
        Edge("side right", "side", (width, r)),
        Edge("top", "top", (width, height)),
        Edge("side left", "side", (0.0, height)),
        Edge("corner left", "side", (0.0, r), left),
    )


def _seams() -> tuple[Seam, ...]:
    """Return the seam round, in three: each side with its corner, and what is straight along the base."""

    def side(here: str, there: str) -> Seam:
        chains = tuple(
            tuple(stretch(face, f"{part} {way}") for part in ("side", "corner"))
            for face, way in (("front", here), ("back", there))
        )
        return Seam(f"side {here}", f"Side seam, {here}", "side", chains, line="round")

    base = ((stretch("front", "base"),), (stretch("back", "base"),))
    return (
        side("left", "right"),
        side("right", "left"),
        Seam("base", "Along the base", "side", base, line="round"),
    )


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form, width and height settled on the grid; the corners are as chosen, if there is room."""
    seam = eats(allowances, "side")
    plain = flat_form(bag, {**allowances, "base": allowances["side"]})
    width, height = plain.mm("width"), plain.mm("height")
    room = room_for_corner(bag, width, height) - _STRAIGHT
    r = snap(max(0.001, min(corner_asked(bag, width, height), room)))
    clipped = is_clipped(bag)
    edges = _outline(width, height, r, clipped)
    made = replace(plain, faces=tuple(replace(face, edges=edges) for face in plain.faces), seams=_seams())
    return replace(
        hinged(made, r, clipped) if is_hinged(bag) else made,
        rounded=r,
        clipped=clipped,
        listed={} if clipped else {"": {"radius": snap(r + seam)}},
    )


def corner_cut(bag: Resolved, form: Form, layer: Layer) -> float | None:
    """Return the legs of a clipped corner at the raw edge, in mm; a rounded one is told by its radius."""
    return snap(form.rounded + clip_grows(eaten(bag, "side"))) if form.clipped else None
