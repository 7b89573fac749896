"""Checks on the top edge, its turning gap, and the machine it is sewn on."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.top.turned_through.gap import LEAST_GAP, is_bulky, longest_gap, straight_seam

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): fleece or foam does not pass through less.
LEAST_BULKY_GAP = 120.0
#: Default (ours): a turn and a hem over these are more likely slips of the keys.
WIDEST_TURN, WIDEST_HEM = 25.4, 75.0
#: Default (ours): once round the free arm of a home machine.
FREE_ARM = 280.0


def least_to_turn(draft: "Draft") -> float:
    """Return the least way that the layers of the bag are turned through."""
    return LEAST_BULKY_GAP if is_bulky(draft.bag) else LEAST_GAP


def _gap(draft: "Draft") -> tuple[float, float] | None:
    if "top.gap" not in draft.bag.values or draft.bag.chose("top.turned", "zip"):
        return None
    return draft.bag.mm("top.gap"), straight_seam(draft.bag)


@check(
    "gap-over-seam",
    "stop",
    "The turning gap is longer than its seam",
    "gap > straight seam − 2 × 15 mm",
    "A gap needs at least 15 mm of sewn, straight seam at each end, or it runs into the corner.",
)
def gap_over_seam(draft: "Draft") -> Iterator[Fired]:
    found = _gap(draft)
    if found and found[0] > longest_gap(found[1]) + 1e-6:
        gap, straight = found
        yield fired(
            "top.gap",
            "A gap of {gap} in {straight} of straight seam.",
            "Make it {most} or less, or put it in the other seam.",
            gap=gap,
            straight=straight,
            most=max(0.0, longest_gap(straight)),
        )


@check(
    "gap-too-small",
    "warn",
    "The turning gap is tight for its layers",
    "gap < 60 mm, or < 120 mm with fleece or foam",
    "A hand needs 60 mm to pull a soft bag through; fleece and foam need 120 mm (ours).",
)
def gap_too_small(draft: "Draft") -> Iterator[Fired]:
    found = _gap(draft)
    if not found:
        return
    least = least_to_turn(draft)
    if found[0] < least - 1e-9:
        yield fired(
            "top.gap",
            "{gap} to turn {what} through.",
            "Leave {least} or more, or put the gap in the other seam.",
            {"what": "fleece or foam" if is_bulky(draft.bag) else "the bag"},
            gap=found[0],
            least=least,
        )


@check(
    "mouth-under-free-arm",
    "warn",
    "Too narrow to slip over a machine's free arm",
    "2 × flat opening < 280 mm",
    "Once round a home machine's free arm is about 280 mm (ours); a smaller mouth is sewn flat or by hand.",
)
def mouth_under_free_arm(draft: "Draft") -> Iterator[Fired]:
    around = draft.form.mouth_length
    if not draft.bag.bag.top.shut and around < FREE_ARM - 1e-9:
        yield fired(
            "size.width",
            "The mouth is {around} round, a free arm about {arm}.",
            "Topstitch the mouth by hand, or make the bag wider.",
            around=around,
            arm=FREE_ARM,
        )


@check(
    "hem-out-of-role",
    "warn",
    "A hem of an unusual size",
    "first turn > 25.4 mm, hem > 75 mm, or first turn > hem",
    "A small turn hides the raw edge inside a larger hem; a slip of the keys turns them about.",
)
def hem_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    hem = bag.mm("top.hem") if "top.hem" in bag.values else None
    turn = bag.mm("top.turn") if "top.turn" in bag.values else None
    if turn is not None and turn > WIDEST_TURN + 1e-9:
        say = "A turn of {turn}."
        yield fired(
            "top.turn", say, "Check the number; {most} or less is usual.", turn=turn, most=WIDEST_TURN
        )
    elif turn is not None and hem is not None and turn > hem + 1e-9:
        say = "A first turn of {turn} does not fit inside a hem of {hem}."
        yield fired("top.turn", say, "Make the turn {hem} or less.", turn=turn, hem=hem)
    if hem is not None and hem > WIDEST_HEM + 1e-9:
        say = "A hem of {hem}."
        yield fired("top.hem", say, "Check the number; {most} or less is usual.", hem=hem, most=WIDEST_HEM)


@check(
    "top-over-height",
    "stop",
    "The hem is deeper than the bag",
    "what is folded in at the top ≥ height",
    "A hem lies on the inside of the face; it cannot reach past the base.",
)
def top_over_height(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    path = "top.hem" if "top.hem" in bag.values else "top.turn"
    if path not in bag.values:
        return
    deep, height = bag.mm(path), asked_height(bag)
    if deep >= height - 1e-9:
        say = "{deep} folded in on a bag {height} high."
        yield fired(path, say, "Make it less than {height}.", deep=deep, height=height)
