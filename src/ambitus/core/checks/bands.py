"""Checks of pieces that are divided: a bottom of another cloth, a facing."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.cloth.bottom import LEAST, has_bottom
from ambitus.core.grammar.top.facing import is_faced
from ambitus.core.lengths import snap
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def _room(draft: "Draft") -> tuple[float, float]:
    """Return the lowest and the highest place of a join."""
    form = draft.form
    return form.rounded + LEAST, snap(form.height - form.lower_sides - LEAST)


@check(
    "bottom-out-of-reach",
    "stop",
    "The bottom has no room",
    "visible bottom < corner radius + 10 mm, or > height − step − 10 mm",
    "The join runs level round the bag, above rounded corners and below the lowest top edge.",
)
def bottom_out_of_reach(draft: "Draft") -> Iterator[Fired]:
    if has_bottom(draft.bag):
        low, high = _room(draft)
        asked = draft.bag.mm("cloth.bottom_height")
        if not low - 1e-9 <= asked <= high + 1e-9:
            yield fired(
                "cloth.bottom_height",
                "Visible to {asked}.",
                "Choose between {low} and {high}.",
                asked=asked,
                low=low,
                high=high,
            )


@check(
    "facing-out-of-reach",
    "stop",
    "The facing has no room",
    "visible facing > height − corner radius − 10 mm, or < step + 10 mm",
    "Below a facing some lining has to be left, and its join runs level round the bag.",
)
def facing_out_of_reach(draft: "Draft") -> Iterator[Fired]:
    if is_faced(draft.bag):
        low, high = _room(draft)
        asked, least, most = (
            draft.bag.mm("top.facing_height"),
            draft.form.height - high,
            draft.form.height - low,
        )
        if not least - 1e-9 <= asked <= most + 1e-9:
            yield fired(
                "top.facing_height",
                "{asked} high.",
                "Choose between {least} and {most}.",
                asked=asked,
                least=snap(least),
                most=snap(most),
            )


@check(
    "strap-over-join",
    "warn",
    "A strap is sewn down on the join of the bottom",
    "box of a strap within the join’s allowance",
    "The box crosses the thickness of the join and pulls at its stitches.",
)
def strap_over_join(draft: "Draft") -> Iterator[Fired]:
    if not has_bottom(draft.bag):
        return
    join, allowance = draft.form.height - draft.form.bottom, draft.bag.mm("allowances.join")
    for hang in draft.hangs:
        if hang.down and hang.down - hang.box < join + allowance and hang.down > join - allowance:
            yield fired(
                f"{hang.prefix}.from_top",
                "The box lies {top} to {low} below the top edge, the join at {join}.",
                "End the strap above the join, or carry it down past it.",
                top=snap(hang.down - hang.box),
                low=hang.down,
                join=snap(join),
            )


@check(
    "bottom-weaker",
    "note",
    "The bottom is of the weaker cloth",
    "cloth of the bottom less strong than the outer",
    "The bottom rubs on floors and takes the weight.",
)
def bottom_weaker(draft: "Draft") -> Iterator[Fired]:
    if has_bottom(draft.bag):
        bottom, outer = draft.bag.cloth("contrast"), draft.bag.cloth("outer")
        if bottom.strength < outer.strength:
            words = {"bottom": bottom.label, "outer": within(outer.label)}
            yield fired(
                "cloth.contrast", "{bottom} under {outer}.", "Choose the stronger for the bottom.", words
            )
