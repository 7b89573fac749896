"""Whether the upper corners of a pouch have room, and whether its zip goes round them."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import above, at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.base.fields import RADIUS, UPPER
from ambitus.core.grammar.base.zip_round.cut import corner_asked, least_upper, most_upper
from ambitus.core.grammar.sizes import HEIGHT, WIDTH
from ambitus.core.lengths import paired

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): a zip that is sewn along a tighter corner stands up in it and does not run.
TIGHTEST = paired(15)
#: Default (ours), in mm: so much cloth has to be left beside it, or there is no panel.
LEAST_CLOTH = 10.0


@check(
    "shape",
    190,
    "upper-corner-over-panel",
    "stop",
    "The upper corners are rounder than there is room for",
    "their radius > half the width, or > the height",
    "Two corners would meet before the top does, or reach down past the base.",
    "It is drafted with smaller corners than were asked.",
    impossible=True,
)
def upper_corner_over_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not bag.kinds.base.zip_round or UPPER.is_(bag, "half"):
        return
    room = most_upper(WIDTH.of(bag), HEIGHT.of(bag))
    if RADIUS.of(bag) > room + 1e-9:
        most = at_most(bag, room)
        yield fired(
            RADIUS,
            "A radius of {wanted}; there is room for {room}.",
            "Make it {most} or less, or as round as there is room for.",
            remedies=(to(RADIUS, most), to(UPPER, "half")),
            wanted=RADIUS.of(bag),
            room=room,
            most=most,
        )


@check(
    "zips",
    115,
    "corner-tight-for-zip",
    "warn",
    "The zip turns too tight a corner",
    "radius of the upper corners < 15 mm | 5/8 in, or < what the cloth keeps from the middle of the zip",
    "The teeth run in a curve there, longer than the tape beside them (ours).",
    "The slider catches, and the corner stands up.",
)
def corner_tight_for_zip(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not bag.kinds.base.zip_round:
        return
    edge = sum(term.mm for term in bag.kinds.top.allowance(bag, "outer"))
    least = max(TIGHTEST.mm(bag.unit), least_upper(edge))
    r = min(draft.form.rounded, corner_asked(bag, WIDTH.of(bag), HEIGHT.of(bag)))
    if r < least - 1e-6:
        rounder = at_least(bag, least)
        yield fired(
            RADIUS,
            "Corners of {r}.",
            "Round them by {least} or more.",
            remedies=(to(RADIUS, rounder), to(UPPER, "half")),
            r=r,
            least=rounder,
        )


@check(
    "zips",
    118,
    "zip-fills-panel",
    "stop",
    "The zip leaves nothing of the panel",
    "a zip from base to base: width ≤ what shows of it + 10 mm, or height ≤ half of that + 10 mm",
    "Half of it lies along either side, and along the top.",
    "There is no panel to cut.",
    impossible=True,
)
def zip_fills_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not bag.kinds.base.zip_round:
        return
    wide = max(0.0, bag.kinds.top.sewn_below(bag)) * 2
    for field, least in ((WIDTH, wide + LEAST_CLOTH), (HEIGHT, wide / 2 + LEAST_CLOTH)):
        if field.of(bag) <= least + 1e-9:
            more = above(bag, least)
            yield fired(
                field,
                "{mm} of {size}, and {zip} of the zip show.",
                "Make it {more} or more.",
                {"size": field.leaf},
                remedies=(to(field, more),),
                mm=field.of(bag),
                zip=wide,
                more=more,
            )


CHECKS = (upper_corner_over_panel, corner_tight_for_zip, zip_fills_panel)
