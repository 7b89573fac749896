"""Checks of a gusset that goes all round: its corners, and how much of it the zip panel takes."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.base.all_round.cut import most_corner, way_round
from ambitus.core.grammar.base.fields import RADIUS, ZIP_PANEL
from ambitus.core.grammar.sizes import HEIGHT, WIDTH
from ambitus.core.lengths import snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): less of the zip panel, or of the strip below it, is nothing to sew.
LEAST = 40.0


@check(
    "shape",
    155,
    "corners-over-panel",
    "stop",
    "The corners are rounder than the panel has room for",
    "corner radius > half the width, or > half the height",
    "All four corners are rounded: two arcs would meet before a side does.",
    "The bag is drafted with smaller corners than were asked.",
    impossible=True,
)
def corners_over_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    wanted, room = RADIUS.of(bag), most_corner(WIDTH.of(bag), HEIGHT.of(bag))
    if wanted > room + 1e-9:
        most = at_most(bag, room)
        yield fired(
            RADIUS,
            "A radius of {wanted}; there is room for {room}.",
            "Make it {most} or less.",
            remedies=(to(RADIUS, most),),
            wanted=wanted,
            room=room,
            most=most,
        )


@check(
    "shape",
    157,
    "zip-panel-out-of-reach",
    "stop",
    "Zip panel and strip do not share the way round",
    "zip panel < 40 mm, or more than the way round the panel less 40 mm",
    "The two make one ring: what the zip panel takes of the way round, the strip below lacks.",
    "The bag is drafted with another zip panel than was asked.",
    impossible=True,
)
def zip_panel_out_of_reach(draft: "Draft") -> Iterator[Fired]:
    bag, form = draft.bag, draft.form
    around = way_round(form.mm("width"), form.mm("height"), form.rounded)
    panel = ZIP_PANEL.of(bag)
    least, most = at_least(bag, LEAST), at_most(bag, around - LEAST)
    if panel < LEAST - 1e-9 or panel > around - LEAST + 1e-6:
        nearest = least if panel < LEAST else most
        yield fired(
            ZIP_PANEL,
            "A zip panel of {panel} on {around} round.",
            "Choose between {least} and {most}." if least <= most else "Make the panel larger.",
            remedies=(to(ZIP_PANEL, nearest),) if least <= most else (),
            panel=panel,
            around=snap(around),
            least=least,
            most=max(0.0, most),
        )


CHECKS = (corners_over_panel, zip_panel_out_of_reach)
