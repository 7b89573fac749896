"""Checks on the top edge, its turning gap, and the machine it is sewn on."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.top.turned_through.gap import LEAST_GAP, longest_gap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): fleece or foam does not pass through less.
LEAST_BULKY_GAP = 120.0
#: Default (ours): once round the free arm of a home machine.
FREE_ARM = 280.0


def _gap(draft: "Draft") -> tuple[float, float] | None:
    if "top.gap" not in draft.bag.values:
        return None
    where = draft.bag.choice("top.gap_in")
    return draft.bag.mm("top.gap"), draft.bag.bag.base.straight(draft.bag).get(where, 0.0)


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
    bulky = draft.bag.bag.interfacing.cuts and _bulky(draft)
    least = LEAST_BULKY_GAP if bulky else LEAST_GAP
    if found[0] < least - 1e-9:
        yield fired(
            "top.gap",
            "{gap} to turn {what} through.",
            "Leave {least} or more, or put the gap in the other seam.",
            {"what": "fleece or foam" if bulky else "the bag"},
            gap=found[0],
            least=least,
        )


def _bulky(draft: "Draft") -> bool:
    return draft.bag.facts.interfacings[draft.bag.choice("interfacing.material")].bulky


@check(
    "mouth-under-free-arm",
    "warn",
    "Too narrow to slip over a machine's free arm",
    "2 × flat opening < 280 mm",
    "Once round a home machine's free arm is about 280 mm (ours); a smaller mouth is sewn flat or by hand.",
)
def mouth_under_free_arm(draft: "Draft") -> Iterator[Fired]:
    around = draft.form.mouth_length
    if around < FREE_ARM - 1e-9:
        yield fired(
            "size.width",
            "The mouth is {around} round, a free arm about {arm}.",
            "Topstitch the mouth by hand, or make the bag wider.",
            around=around,
            arm=FREE_ARM,
        )
