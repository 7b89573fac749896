"""Checks on the top edge, its turning gap, and the machine it is sewn on."""

import math
from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, below, to
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.grammar.base.fields import GIVEN_BY
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.kinds import BASE_KIND, TOP_KIND
from ambitus.core.grammar.sizes import DIAMETER, LENGTH, WIDTH
from ambitus.core.grammar.top.fields import GAP, GAP_IN, HEM, TURN, TURNED
from ambitus.core.grammar.top.turned_through.gap import LEAST_GAP, is_bulky, longest_gap, straight_seam
from ambitus.core.lengths import paired

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): fleece or foam does not pass through less.
LEAST_BULKY_GAP = 120.0
#: Default (ours): a turn and a hem over these are more likely slips of the keys.
WIDEST_TURN, WIDEST_HEM = 25.4, 76.2
#: Default (ours): once round the free arm of a home machine.
FREE_ARM = 280.0


def least_to_turn(draft: "Draft") -> float:
    """Return the least way that the layers of the bag are turned through."""
    return LEAST_BULKY_GAP if is_bulky(draft.bag) else LEAST_GAP


def _gap(draft: "Draft") -> tuple[float, float] | None:
    if GAP not in draft.bag.values or TURNED.is_(draft.bag, "zip"):
        return None
    return GAP.of(draft.bag), straight_seam(draft.bag)


def _other_seam(draft: "Draft", gap: float) -> tuple[tuple[Remedy, ...], str]:
    """Return the remedy that puts the gap into the other seam, if that has room, and its words."""
    bag = draft.bag
    here = GAP_IN.of(bag)
    room = {key: longest_gap(mm) for key, mm in bag.bag.base.straight(bag).items() if key != here}
    other = next((key for key, mm in room.items() if mm >= gap - 1e-6), None)
    if other is None:
        return (), ""
    name = {"base": "the base seam", "side": "a side seam"}.get(other, "the other seam")
    return (to(GAP_IN, other),), f", or put it in {name}"


@check(
    "gap-over-seam",
    "stop",
    "The turning gap is longer than its seam",
    "gap > straight seam − 2 × 15 mm",
    "A gap needs at least 15 mm of sewn, straight seam at each end, or it runs into the corner.",
    "The gap has no ends, and the corner comes apart.",
)
def gap_over_seam(draft: "Draft") -> Iterator[Fired]:
    found, bag = _gap(draft), draft.bag
    if not found or found[0] <= longest_gap(found[1]) + 1e-6:
        return
    gap, straight = found
    most = at_most(bag, longest_gap(straight))
    elsewhere, words = _other_seam(draft, gap)
    fits = most >= 1
    larger = ": make the bag larger, or press both edges under instead"
    fix = f"Make it {{most}} or less{words}." if fits else f"There is no room for a gap{words or larger}."
    pressed = (to(TOP_KIND, "pressed_edges"),) if bag.bag.top.kind == "turned_through" else ()
    yield fired(
        GAP,
        "A gap of {gap} in {straight} of straight seam.",
        fix,
        remedies=(
            *elsewhere,
            *((to(GAP, most),) if fits else ()),
            to(TURNED, "zip"),
            *pressed,
        ),
        gap=gap,
        straight=max(0.0, straight),
        most=most,
    )


@check(
    "gap-too-small",
    "warn",
    "The turning gap is tight for its layers",
    "gap < 60 mm, or < 120 mm with fleece or foam",
    "A hand needs 60 mm to pull a soft bag through; fleece and foam need 120 mm (ours).",
    "The bag is hard to turn, or tears at the gap's ends.",
)
def gap_too_small(draft: "Draft") -> Iterator[Fired]:
    found, bag = _gap(draft), draft.bag
    if not found:
        return
    least = at_least(bag, least_to_turn(draft))
    if found[0] < least_to_turn(draft) - 1e-9:
        gap, straight = found
        fits = longest_gap(straight) >= least - 1e-6
        elsewhere, words = _other_seam(draft, least)
        both = tuple((*way, *to(GAP, least)) for way in elsewhere)
        fix = f"Leave {{least}} or more{words}." if fits else f"Its seam has room for {{most}}{words}."
        yield fired(
            GAP,
            "{gap} to turn {what} through.",
            fix,
            {"what": "fleece or foam" if is_bulky(bag) else "the bag"},
            remedies=(*((to(GAP, least),) if fits else ()), *both, to(TURNED, "zip")),
            gap=gap,
            least=least,
            most=at_most(bag, longest_gap(straight)),
        )


@check(
    "mouth-under-free-arm",
    "warn",
    "Too narrow to slip over a machine's free arm",
    "2 × flat opening < 280 mm",
    "Once round a home machine's free arm is about 280 mm (ours); a smaller mouth is sewn flat or by hand.",
    "Front is sewn to back, or the mouth has to be sewn by hand.",
)
def mouth_under_free_arm(draft: "Draft") -> Iterator[Fired]:
    around, bag = draft.form.mouth_length, draft.bag
    if bag.bag.top.shut or around >= FREE_ARM - 1e-9:
        return
    more = FREE_ARM - around
    path = next((p for p in (DIAMETER, WIDTH, LENGTH) if p in bag.values), None)
    if path is None or GIVEN_BY.is_(bag, "plate"):
        yield fired(
            BASE_KIND,
            "The mouth is {around} round, a free arm about {arm}.",
            "Topstitch the mouth by hand.",
            around=around,
            arm=FREE_ARM,
        )
        return
    grows = math.pi if path == DIAMETER else 2.0
    # an oval goes round by less than twice what it is longer
    wider = [at_least(bag, path.of(bag) + more / grows * share) for share in (1.0, 1.3)]
    yield fired(
        path,
        "The mouth is {around} round, a free arm about {arm}.",
        "Topstitch the mouth by hand, or make the bag {wider} instead of {given}.",
        remedies=tuple(to(path, mm) for mm in wider),
        around=around,
        arm=FREE_ARM,
        wider=wider[0],
        given=path.of(bag),
    )


@check(
    "hem-out-of-role",
    "warn",
    "A hem of an unusual size",
    "first turn > 25.4 mm, hem > 76.2 mm (75 mm, 3 in), or first turn > hem",
    "A small turn hides the raw edge inside a larger hem; a slip of the keys turns them about.",
    "The hem is clumsy, or cannot be folded as it is told.",
)
def hem_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    hem = HEM.of(bag) if HEM in bag.values else None
    turn = TURN.of(bag) if TURN in bag.values and bag.bag.top.kind != "casing" else None
    if turn is not None and turn > WIDEST_TURN + 1e-9:
        most = paired(25).mm(bag.unit)
        yield fired(
            TURN,
            "A turn of {turn}.",
            "Check the number; {most} or less is usual.",
            remedies=(to(TURN, None), to(TURN, most)),
            turn=turn,
            most=most,
        )
    elif turn is not None and hem is not None and turn > hem + 1e-9:
        most = at_most(bag, hem)
        turned = (*to(TURN, hem), *to(HEM, turn))
        yield fired(
            TURN,
            "A first turn of {turn} does not fit inside a hem of {hem}.",
            "Make the turn {most} or less, or turn the two about.",
            remedies=(turned, to(TURN, most)),
            turn=turn,
            hem=hem,
            most=most,
        )
    if hem is not None and hem > WIDEST_HEM + 1e-9:
        most = paired(75).mm(bag.unit)
        yield fired(
            HEM,
            "A hem of {hem}.",
            "Check the number; {most} or less is usual.",
            remedies=(to(HEM, None), to(HEM, most)),
            hem=hem,
            most=most,
        )


@check(
    "top-over-height",
    "stop",
    "The hem is deeper than the bag",
    "what is folded in at the top ≥ height",
    "A hem lies on the inside of the face; it cannot reach past the base.",
    "It cannot be folded.",
)
def top_over_height(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    path = HEM if HEM in bag.values else TURN
    if path not in bag.values:
        return
    deep, height = path.of(bag), asked_height(bag)
    if deep >= height - 1e-9:
        most = below(bag, height)
        yield fired(
            path,
            "{deep} folded in on a bag {height} high.",
            "Make it {most} or less.",
            remedies=(to(path, None), to(path, most)),
            deep=deep,
            height=height,
            most=most,
        )
