"""Checks of pieces that are divided: a bottom of another cloth, a facing."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.fields import Length
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.carry.fields import FROM_TOP
from ambitus.core.grammar.cloth.bottom import LEAST, has_bottom
from ambitus.core.grammar.cloth.fields import BOTTOM, BOTTOM_HEIGHT, CONTRAST_CLOTH
from ambitus.core.grammar.top.facing import is_faced
from ambitus.core.grammar.top.fields import FACING, FACING_HEIGHT
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def _room(draft: "Draft") -> tuple[float, float]:
    """Return the lowest and the highest place of a join."""
    form = draft.form
    return snap(form.rounded + LEAST), snap(form.height - form.lower_sides - LEAST)


def _between(
    bag: Resolved, path: Length, asked: float, low: float, high: float, without: Remedy, or_else: str
) -> Fired | None:
    """Return what is said of a height that has to lie between two others, or nothing where it does."""
    if low - 1e-9 <= asked <= high + 1e-9:
        return None
    least, most = at_least(bag, low), at_most(bag, high)
    if least > most:
        return fired(
            path,
            "{asked}, where a join has no room at all.",
            f"{or_else}, or make the bag higher.",
            remedies=(without,),
            asked=asked,
        )
    nearest = least if asked < low else most
    return fired(
        path,
        "{asked} is asked.",
        "Choose between {least} and {most}.",
        remedies=(to(path, nearest), without),
        asked=asked,
        least=least,
        most=most,
    )


@check(
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
        path, (low, high) = BOTTOM_HEIGHT, _room(draft)
        same = to(BOTTOM, "same")
        said = _between(
            draft.bag, path, path.of(draft.bag), low, high, same, "Cut the panels in one, without a bottom"
        )
        yield from (said,) if said else ()


@check(
    "facing-out-of-reach",
    "stop",
    "The facing has no room",
    "visible facing > height − corner radius − 10 mm, or < step + 10 mm",
    "Below a facing some lining has to be left, and its join runs level round the bag.",
    "The bag is drafted with another facing than was asked.",
    impossible=True,
)
def facing_out_of_reach(draft: "Draft") -> Iterator[Fired]:
    if is_faced(draft.bag):
        path, (low, high) = FACING_HEIGHT, _room(draft)
        least, most = snap(draft.form.height - high), snap(draft.form.height - low)
        plain = to(FACING, "lining")
        said = _between(
            draft.bag, path, path.of(draft.bag), least, most, plain, "Line the bag up to its edge"
        )
        yield from (said,) if said else ()


@check(
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
    join, allowance = draft.form.height - draft.form.bottom, JOIN_ALLOWANCE.of(bag)
    for hang in draft.hangs:
        upper = hang.down - hang.box
        if hang.down and upper < join + allowance - 1e-9 and hang.down > join - allowance + 1e-9:
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
            options = bag.bag.param_at[CONTRAST_CLOTH].options
            strong = (o.key for o in options if bag.facts.cloths[o.key].strength >= outer.strength)
            yield fired(
                CONTRAST_CLOTH,
                "{bottom} under {outer}.",
                "Choose a cloth for the bottom that is as strong as the outer.",
                words,
                remedies=tuple(to(CONTRAST_CLOTH, key) for key in strong if key != outer.key)[:2],
            )
