"""Checks of the cloths: a contrasting bottom, and a print."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.joins import between, room_for_join
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.base.fields import CUT_AS
from ambitus.core.grammar.carry.fields import FROM_TOP
from ambitus.core.grammar.cloth.bottom import has_bottom
from ambitus.core.grammar.cloth.fields import (
    BOTTOM,
    BOTTOM_HEIGHT,
    CONTRAST_CLOTH,
    PRINT,
)
from ambitus.core.grammar.cloth.pieced_checks import PIECED_CHECKS
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.top.zip.fields import ZIP_ENDS
from ambitus.core.lengths import snap
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "bands",
    10,
    "bottom-out-of-reach",
    "stop",
    "The bottom has no room",
    "visible bottom < corner radius + 10 mm, or > height − step − 10 mm",
    "The join runs level round the bag, above rounded corners and below the lowest top edge.",
    "The bag is drafted with another height of bottom than was asked.",
    impossible=True,
)
def bottom_out_of_reach(draft: "Draft") -> Iterator[Fired]:
    if has_bottom(draft.bag):
        path, (low, high) = BOTTOM_HEIGHT, room_for_join(draft)
        same = to(BOTTOM, "same")
        said = between(
            draft.bag, path, path.of(draft.bag), low, high, same, "Cut the panels in one, without a bottom"
        )
        yield from (said,) if said else ()


@check(
    "bands",
    30,
    "strap-over-join",
    "warn",
    "A strap is sewn down on the join of the bottom",
    "box of a strap within the join’s allowance",
    "The box crosses the thickness of the join and pulls at its stitches.",
    "The needle struggles there, and the join gives first.",
)
def strap_over_join(draft: "Draft") -> Iterator[Fired]:
    if not has_bottom(draft.bag):
        return
    bag = draft.bag
    join, allowance = draft.form.height - draft.form.stance.bottom, JOIN_ALLOWANCE.of(bag)
    for hang in draft.hangs:
        upper = hang.down - hang.box
        if hang.box and upper < join + allowance - 1e-9 and hang.down > join - allowance + 1e-9:
            path = FROM_TOP.in_(hang.prefix)
            higher, lower = at_most(bag, join - allowance - hang.box), at_least(bag, join + allowance)
            ways: tuple[Remedy, ...] = (to(path, higher), to(path, lower))
            fix = "Begin the box {higher} below the top edge, or {lower}, below the join."
            if join - allowance - hang.box < 0:
                ways, fix = ways[1:], "Begin the box {lower} below the top edge, below the join."
            yield fired(
                path,
                "The box lies {top} to {low} below the top edge, the join at {join}.",
                fix,
                remedies=ways,
                top=snap(upper),
                low=hang.down,
                join=snap(join),
                higher=higher,
                lower=lower,
            )


@check(
    "bands",
    40,
    "bottom-weaker",
    "note",
    "The bottom is of the weaker cloth",
    "cloth of the bottom less strong than the outer",
    "The bottom rubs on floors and takes the weight.",
    "It wears through before the rest does.",
)
def bottom_weaker(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if has_bottom(bag):
        bottom, outer = bag.cloth("contrast"), bag.cloth("outer")
        if bottom.strength < outer.strength:
            words = {"bottom": bottom.label, "outer": within(outer.label)}
            options = bag.kinds.param_at[CONTRAST_CLOTH].options
            strong = (o.key for o in options if bag.facts.cloths[o.key].strength >= outer.strength)
            yield fired(
                CONTRAST_CLOTH,
                "{bottom} under {outer}.",
                "Choose a cloth for the bottom that is as strong as the outer.",
                words,
                remedies=tuple(to(CONTRAST_CLOTH, key) for key in strong if key != outer.key)[:2],
            )


@check(
    "layers",
    90,
    "print-upside-down",
    "warn",
    "The print stands on its head at the back",
    "a one-way print on a piece folded at the base, or at the top",
    "One piece goes down the front and up the back, and its print with it.",
    "It can be sewn, and comes out with the back the wrong way up.",
)
def print_upside_down(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if PRINT.of(bag) == "one_way" and any(p.folded for p in draft.pieces if p.layer == "outer"):
        cut_as, hinged = CUT_AS in bag.values, is_hinged(bag)
        way = to(CUT_AS, "panels") if cut_as else to(BASE_KIND, "seamed")
        way = to(ZIP_ENDS, "caught") if hinged else way
        yield fired(
            way[0].path,
            f"The outer is one piece, folded at the {'top' if hinged else 'base'}.",
            "Cut two panels, and let the seams catch the zip."
            if hinged
            else "Cut two panels with a base seam.",
            remedies=(way,),
        )


CHECKS = (
    *PIECED_CHECKS,
    bottom_out_of_reach,
    strap_over_join,
    bottom_weaker,
    print_upside_down,
)
