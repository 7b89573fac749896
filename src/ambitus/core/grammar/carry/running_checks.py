"""Checks of straps that lie on the face all the way down: clear of the corners, of the top, of nothing."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, place_field, placed_at, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.form.sewn import rows_below
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.carry.fields import FROM_TOP
from ambitus.core.lengths import paired, snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): what such a strap keeps from a corner, and its rows from those at the top. 3 mm | 1/8 in.
KEEPS = paired(3)


@check(
    "carrying",
    92,
    "strap-runs-into-corner",
    "stop",
    "The strap runs into the corner of the base",
    "outer edge of a strap that runs down the face > half the width of the face - 3 mm | 1/8 in",
    "Under the base only the middle of the panel lies flat: beside it the corner seam takes it.",
    "The corner seam takes the strap, or cannot be sewn.",
)
def strap_runs_into_corner(draft: "Draft") -> Iterator[Fired]:
    bag, form = draft.bag, draft.form
    if bag.kinds.base.kind == "side_panels" or "depth" not in form.dimensions:
        return
    corner = form.mm("depth") / 2 + KEEPS.mm(bag.unit)
    for hang in draft.hangs:
        aside = snap(hang.offset - hang.finished_width / 2)
        if not hang.item.attach.runs or aside >= corner - 1e-6:
            continue
        place = place_field(hang.item)
        plain = placed_at(bag, form, hang, corner + hang.finished_width / 2)
        gap = place.endswith("gap")
        inwards = at_most(bag, plain) if gap else at_least(bag, plain)
        words = "Make the gap {inwards} or less." if gap else "Place it at {inwards} or more."
        yield fired(
            place,
            "Its outer edge lies {aside} from the side seam; clear of the corner it lies {corner} from it.",
            words,
            remedies=(to(place, inwards),),
            aside=max(0.0, aside),
            corner=corner,
            inwards=inwards,
        )


@check(
    "carrying",
    94,
    "strap-rows-at-top",
    "warn",
    "The rows of the strap reach into the top edge",
    "from the top edge to the rows of a strap < the lowest row at the top edge + 3 mm | 1/8 in",
    "The top edge is sewn after the straps, and has to be turned and stitched without them.",
    "The strap is sewn into the top edge, or its rows are crossed.",
)
def strap_rows_at_top(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    lowest = max(rows_below(draft.form), default=0.0) + draft.form.stance.band
    least = at_least(bag, lowest + KEEPS.mm(bag.unit))
    for hang in draft.hangs:
        if hang.item.attach.runs and hang.from_top < least - 1e-6 and lowest > 0:
            path = FROM_TOP.in_(hang.prefix)
            yield fired(
                path,
                "They begin {rows} below the top edge, whose lowest row is at {lowest}.",
                "Begin them {least} below it or more.",
                remedies=(to(path, least),),
                rows=hang.from_top,
                lowest=lowest,
                least=least,
            )


@check(
    "carrying",
    96,
    "strap-rows-too-low",
    "stop",
    "Nothing holds the strap to the face",
    "from the top edge to the rows of a strap that runs down > height",
    "The rows begin below the edge that the bag stands on.",
    "The strap hangs from the middle of the base.",
)
def strap_rows_too_low(draft: "Draft") -> Iterator[Fired]:
    bag, height = draft.bag, asked_height(draft.bag)
    for hang in draft.hangs:
        if hang.item.attach.runs and hang.from_top > height + 1e-9:
            path = FROM_TOP.in_(hang.prefix)
            yield fired(
                path,
                "They begin {rows} below the top edge of a face {height} high.",
                "Begin them {most} below it or less.",
                remedies=(to(path, at_most(bag, height)), to(path, None)),
                rows=hang.from_top,
                height=height,
                most=at_most(bag, height),
            )


CHECKS = (strap_runs_into_corner, strap_rows_at_top, strap_rows_too_low)
