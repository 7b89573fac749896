"""Checks of quilted panels: how much their rows draw in, and whether they hold the wadding."""

import math
from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Change, Fired, Remedy, check, fired
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.interfacing.quilted.blank import share_of, thickness_of
from ambitus.core.grammar.interfacing.quilted.fields import ROWS_APART, SAMPLE
from ambitus.core.lengths import paired

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: A cloth that draws in more than this ripples between its rows.
MOST_DRAWN = 0.06
#: Default (ours): farther apart, rows do not hold wadding that is not fused. 100 mm | 4 in.
HOLDS = paired(100)


@check(
    "layers",
    22,
    "quilting-draws-in",
    "warn",
    "Rows so close that the panel ripples",
    "share drawn in over 6 %: reckoned (2/3)(thickness ÷ rows apart)², or measured on a sample",
    "Every row draws the cloth in over the wadding; close rows on thick wadding draw it in unevenly, more in "
    "the middle of a blank than at its edge.",
    "The blank ripples, and comes out smaller than was reckoned.",
)
def quilting_draws_in(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    share = share_of(bag)
    if share <= MOST_DRAWN + 1e-9:
        return
    least = at_least(bag, thickness_of(bag) * math.sqrt(2 / 3 / MOST_DRAWN))
    words = {"share": f"{100 * share:.1f} %"}
    if SAMPLE.or_none(bag) is not None:
        apart = max(least, at_least(bag, ROWS_APART.of(bag) * math.sqrt(share / MOST_DRAWN)))
        both: Remedy = (Change(ROWS_APART, apart), Change(SAMPLE, None))
        yield fired(
            SAMPLE,
            "The sample lost {share} across its rows.",
            "Sew them {apart} apart, and quilt a new sample.",
            words,
            remedies=(both,),
            apart=apart,
        )
        return
    yield fired(
        ROWS_APART,
        "Rows {now} apart over wadding {thick} thick draw in {share}.",
        "Sew them {least} apart, or take thinner wadding.",
        words,
        remedies=(to(ROWS_APART, least), to(INTERFACING_MATERIAL, "fusible_light")),
        now=ROWS_APART.of(bag),
        thick=thickness_of(bag),
        least=least,
    )


@check(
    "layers",
    24,
    "rows-too-far",
    "note",
    "Rows too far apart to hold the wadding",
    "rows more than 100 mm | 4 in apart, and the wadding is not fused",
    "Wadding that nothing holds creeps and lumps; its maker says how far apart the rows may be.",
    "It bunches up in use and in the wash.",
)
def rows_too_far(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    holds = HOLDS.mm(bag.unit)
    if not bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].fused and ROWS_APART.of(bag) > holds + 1e-9:
        yield fired(
            ROWS_APART,
            "Rows {now} apart.",
            "Sew them {most} apart, or as near as the wadding’s maker says.",
            remedies=(to(ROWS_APART, at_most(bag, holds)),),
            now=ROWS_APART.of(bag),
            most=at_most(bag, holds),
        )


QUILTED_CHECKS = (quilting_draws_in, rows_too_far)
