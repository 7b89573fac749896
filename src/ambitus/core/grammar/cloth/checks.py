"""Checks of the cloths: a contrasting bottom, and a print."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.joins import between, room_for_join
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.base.fields import CUT_AS
from ambitus.core.grammar.carry.fields import FROM_TOP
from ambitus.core.grammar.cloth.bottom import has_bottom
from ambitus.core.grammar.cloth.fields import (
    BOTTOM,
    BOTTOM_HEIGHT,
    CONTRAST_CLOTH,
    MADE,
    PRINT,
    STRIP,
    STRIPS_FIT,
    STRIPS_RUN,
)
from ambitus.core.grammar.cloth.strips import LEAST_SHOWS, is_pieced, trimmed
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.lengths import snap
from ambitus.core.words import within

#: Default (ours): strips that differ by less lie alike to the eye, in mm.
SAME_STRIP = 1.0

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
    "a one-way print on a piece folded at the base",
    "One piece goes down the front and up the back, and its print with it.",
    "It can be sewn, and comes out with the back the wrong way up.",
)
def print_upside_down(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if PRINT.of(bag) == "one_way" and any(p.folded for p in draft.pieces if p.layer == "outer"):
        cut_as = CUT_AS in bag.values
        way = to(CUT_AS, "panels") if cut_as else to(BASE_KIND, "seamed")
        yield fired(
            way[0].path,
            "The outer is one piece, folded at the base.",
            "Cut two panels with a base seam.",
            remedies=(way,),
        )


@check(
    "bands",
    60,
    "strip-all-seam",
    "stop",
    "Nothing shows of the strips",
    "a strip as cut, less two allowances of its joins, < 6 mm",
    "Every strip gives an allowance to the join on either side of it.",
    "The joins lie on each other, and the panel does not come out.",
    impossible=True,
)
def strip_all_seam(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_pieced(bag):
        return
    cut, join = STRIP.of(bag), JOIN_ALLOWANCE.of(bag)
    least = at_least(bag, 2 * join + LEAST_SHOWS)
    if cut - 2 * join < LEAST_SHOWS - 1e-9:
        yield fired(
            STRIP,
            "Strips cut {cut} wide give {join} to each of two joins.",
            "Cut them {least} wide, or join them with less.",
            remedies=(to(STRIP, least), to(MADE, "whole")),
            cut=cut,
            join=join,
            least=least,
        )


@check(
    "bands",
    62,
    "strip-too-wide",
    "stop",
    "The panel is no wider than a strip",
    "what is pieced, less one strip and plus two allowances, leaves less than 6 mm to show of the last strip",
    "A panel is pieced of two strips at least.",
    "Hardly anything is left for the last strip.",
    impossible=True,
)
def strip_too_wide(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_pieced(bag) or STRIPS_FIT.is_(bag, "alike"):
        return
    across, join = STRIPS_RUN.is_(bag, "across"), JOIN_ALLOWANCE.of(bag)
    pieced = (p for p in draft.pieces if any(key.endswith(f"strip {p.key}") for key in p.made_of))
    wanted = min((p.extent[1 if across else 0] for p in pieced), default=None)
    if wanted is None:
        return
    wanted = snap(wanted + trimmed(bag))
    most = at_most(bag, wanted - LEAST_SHOWS)
    if STRIP.of(bag) > wanted - LEAST_SHOWS + 1e-9:
        narrower = (to(STRIP, most),) if most >= 2 * join + LEAST_SHOWS else ()
        yield fired(
            STRIP,
            "Strips cut {cut} wide, and {wanted} to be pieced of them.",
            "Cut them {most} wide at most." if narrower else "Cut the panels in one.",
            remedies=(*narrower, to(MADE, "whole")),
            cut=STRIP.of(bag),
            wanted=wanted,
            most=most,
        )


@check(
    "bands",
    64,
    "strips-do-not-meet",
    "warn",
    "Strips of front and back do not meet at the sides",
    "strips across one piece that is folded at the base, the last one wider or narrower than the others",
    "From the fold up the strips of one piece lie alike on both sides only where all are alike from end to "
    "end.",
    "Every join of the front ends beside a strip of the back.",
)
def strips_do_not_meet(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_pieced(bag) or not STRIPS_RUN.is_(bag, "across") or STRIPS_FIT.is_(bag, "alike"):
        return
    last = next((p for p in draft.pieces if p.key.startswith("last strip ")), None)
    each = next((p for p in draft.pieces if p.key.startswith("strip ")), None)
    if last is None or each is None or not any(p.folded for p in draft.pieces if p.layer == "outer"):
        return
    ends, others = last.size("height"), each.size("height")
    if abs(ends - others) > SAME_STRIP + 1e-6:
        alike, up = to(STRIPS_FIT, "alike"), to(STRIPS_RUN, "up")
        yield fired(
            STRIPS_RUN,
            "The last strip is cut {ends}, the others {others}.",
            "Cut them all alike, or run them up the panel.",
            remedies=(alike, up),
            ends=ends,
            others=others,
        )


CHECKS = (
    strip_all_seam,
    strip_too_wide,
    strips_do_not_meet,
    bottom_out_of_reach,
    strap_over_join,
    bottom_weaker,
    print_upside_down,
)
