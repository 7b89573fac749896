"""How far the corner of a rounded panel can be rounded."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.allowances import (
    GUSSET_ALLOWANCE,
)
from ambitus.core.grammar.base.fields import (
    CLIP,
    LOWER,
    PLATE,
    RADIUS,
    ROUND_BY,
)
from ambitus.core.grammar.base.gusset.cut import corner_radius, most_radius
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.base.rounded.cut import corner_asked, room_for_corner
from ambitus.core.grammar.sizes import BREADTH, LENGTH, WIDTH

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def _depth(draft: "Draft") -> float | None:
    """Return what its corners give: the depth, or the height of a box pouch."""
    made = draft.form.dimensions.get("height" if draft.bag.kinds.base.runs_round else "depth")
    return made.asked if made else None


@check(
    "shape",
    150,
    "corner-radius-over-panel",
    "stop",
    "The corners are rounder than the front has room for",
    "corner radius > half the width, or > the height; on a base > half of its shorter side",
    "Two arcs would meet before the sides do.",
    "The bag is drafted with smaller corners than were asked.",
    impossible=True,
)
def corner_radius_over_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    plate = clip = False
    if bag.kinds.base.kind == "gusset":
        wanted, room = corner_radius(bag).mm, most_radius(WIDTH.of(bag), asked_height(bag))
        plate = ROUND_BY.of(bag) == "plate"
    elif bag.kinds.base.one_seam:
        room = room_for_corner(bag, WIDTH.of(bag), asked_height(bag))
        wanted = corner_asked(bag, WIDTH.of(bag), asked_height(bag))
        clip = LOWER.is_(bag, "clipped")
    elif bag.kinds.base.kind == "rounded_rectangle":
        wanted = RADIUS.of(bag)
        room = min(LENGTH.of(bag), BREADTH.of(bag)) / 2
    else:
        return
    if wanted > room + 1e-9:
        most = at_most(bag, 2 * (room + GUSSET_ALLOWANCE.of(bag)) if plate else room)
        where = PLATE if plate else CLIP if clip else RADIUS
        yield fired(
            where,
            "Clipped by {wanted}; there is room for {room}."
            if clip
            else "A radius of {wanted}; there is room for {room}.",
            "Take a plate {most} across or less." if plate else "Make it {most} or less.",
            remedies=(to(where, most),),
            wanted=wanted,
            room=room,
            most=most,
        )


CHECKS = (corner_radius_over_panel,)
