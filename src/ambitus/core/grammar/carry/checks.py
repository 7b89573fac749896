"""Checks of straps: for a hand, on the panel, through the needle."""

from collections.abc import Iterator
from itertools import combinations
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import (
    at_least,
    at_most,
    place_field,
    placed_at,
    strap_field,
    to,
)
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.fields import Length
from ambitus.core.form.sewn import rows_below
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.carry.fields import (
    ATTACH,
    BOX,
    END_TURNED,
    FROM_TOP,
    HELD,
    INSIDE_TOP,
    MAKE,
    MEASURED_BY,
    PAST,
    RING_JOIN,
    STRAP_WIDTH,
    TUCK,
)
from ambitus.core.grammar.carry.hang import visible_for_drop
from ambitus.core.grammar.carry.stacks import strap_end_stack
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH, OUTER_CLOTH
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.grammar.thickness import THICKEST_STACK
from ambitus.core.grammar.top.fields import HEM
from ambitus.core.grammar.top.hem import TOPSTITCHED
from ambitus.core.lengths import Pair, paired, snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): the least drop to carry by: 75 mm | 3 in by hand, 230 mm | 9 in on the shoulder.
LEAST_DROP = {"hand": paired(75), "shoulder": Pair(230, paired(75).inch * 3)}


#: Default (ours): a drop over this is more likely a slip of the keys: 700 mm | 28 in.
MOST_DROP = Pair(700, paired(180).inch * 4)


#: Default (ours): what of a strap's end has to lie beyond the row that catches it: 6 mm | 1/4 in.
CAUGHT = paired(6)


#: How a strap is held, in a sentence.
_HOW = {"hand": "in the hand", "shoulder": "on the shoulder"}


def _longer(draft: "Draft", hang: Hang, drop: float) -> float:
    """Return the strap that hangs *drop* deep: in the field it was set by."""
    if MEASURED_BY.of(hang.item) == "drop":
        return at_least(draft.bag, drop)
    return at_least(draft.bag, visible_for_drop(drop, hang.gap, hang.hold) + draft.bag.grid.step)


@check(
    "carrying",
    10,
    "strap-no-hand",
    "stop",
    "No hand can enter the strap",
    "visible < hold + distance between gap and hold",
    "The strap has to reach from end to end over the hand or shoulder that carries it.",
    "Nobody can carry the bag.",
)
def strap_no_hand(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        if hang.drop is not None:
            continue
        held, path = HELD.of(hang.item), strap_field(hang.item)
        by_length = path.endswith("length")
        least = at_least(bag, hang.hold + abs(hang.gap - hang.hold))
        drop = LEAST_DROP[held].mm(bag.unit)
        yield fired(
            path,
            "{visible} of strap between ends {gap} apart does not go over a {held} {hold} across.",
            "Make it {least} long or more, or bring the ends closer together."
            if by_length
            else "Give it a drop of {drop}.",
            {"held": held},
            remedies=(to(path, _longer(draft, hang, drop)), *((to(path, least),) if by_length else ())),
            visible=hang.finished_visible,
            gap=abs(hang.gap),
            hold=hang.hold,
            least=least,
            drop=drop,
        )


@check(
    "carrying",
    20,
    "strap-short",
    "warn",
    "A short strap for the way it is carried",
    "drop < 75 mm | 3 in in the hand, < 230 mm | 9 in on the shoulder",
    "With less drop a hand is pinched, or a bag does not hang from the shoulder (ours).",
    "It is carried otherwise than it was meant to be.",
)
def strap_short(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        held = HELD.of(hang.item)
        least = LEAST_DROP[held].mm(bag.unit)
        if hang.drop is None or hang.drop >= least - 0.5:
            continue
        path = strap_field(hang.item)
        longer = _longer(draft, hang, least)
        yield fired(
            path,
            "A drop of {drop}, to be carried {how}.",
            "Make the drop {least} or more."
            if path.endswith("drop")
            else "Make it {longer} long, for a drop of {least}.",
            {"how": _HOW[held]},
            remedies=(to(path, longer), *((to(HELD.in_(hang.prefix), "hand"),) if held != "hand" else ())),
            drop=hang.drop,
            least=least,
            longer=longer,
        )


@check(
    "carrying",
    30,
    "strap-out-of-role",
    "warn",
    "A very long drop",
    "drop > 700 mm | 28 in",
    "From the shoulder such a bag hangs below the knee (ours): another unit may have been meant.",
    "The strap comes out far longer than anybody carries.",
)
def strap_out_of_role(draft: "Draft") -> Iterator[Fired]:
    most = MOST_DROP.mm(draft.bag.unit)
    for hang in draft.hangs:
        if hang.drop is not None and hang.drop > most + draft.bag.grid.step:
            path = strap_field(hang.item)
            shorter = most
            if path.endswith("length"):
                shorter = at_most(draft.bag, visible_for_drop(most, hang.gap, hang.hold))
            yield fired(
                path,
                "A drop of {drop}.",
                "Check the number and its unit; {shorter} is as much as is usual."
                if path.endswith("drop")
                else "Check the number and its unit; a strap of {shorter} is as long as is usual.",
                remedies=(to(path, shorter), to(path, None)),
                drop=hang.drop,
                shorter=shorter,
            )


def _range(draft: "Draft", hang: Hang) -> tuple[float, float]:
    """Return the least and the most distance of a strap's centre from the side seam, for it to fit."""
    half = hang.finished_width / 2
    return half, draft.form.mm("flat_opening") / 2 - half


@check(
    "carrying",
    40,
    "strap-off-panel",
    "stop",
    "The strap ends do not fit on the top edge",
    "half the strap > offset from the side seam, or > half the gap",
    "Each end needs its whole width between the side seam and the other end.",
    "The ends lie on each other, or in the side seam.",
)
def strap_off_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    # a base that carries nothing is told as what does not fit
    pairs = [hang for hang in draft.hangs if not hang.single]
    for hang in pairs if bag.kinds.base.carries else ():
        near, far = _range(draft, hang)
        if near - 1e-9 <= hang.offset <= far + 1e-9:
            continue
        path = place_field(hang.item)
        ends = [placed_at(bag, draft.form, hang, offset) for offset in (near, far)]
        low, high = at_least(bag, max(0.0, min(ends))), at_most(bag, max(ends))
        narrower = at_most(bag, draft.form.mm("flat_opening") / 2)
        fits = near <= far and low <= high
        wanted = low if hang.offset < near and not path.endswith("gap") else high
        if path.endswith("gap"):
            wanted = high if hang.offset < near else low
        yield fired(
            path,
            "Ends {width} wide, {gap} apart between centres, on a top edge {top} long."
            if hang.gap >= 0
            else "Ends {width} wide, whose centres cross by {gap}, on a top edge {top} long.",
            "Choose between {low} and {high} there." if fits else "Make the strap {narrower} wide or less.",
            remedies=(to(path, wanted),) if fits else (to(STRAP_WIDTH.in_(hang.prefix), narrower),),
            width=hang.finished_width,
            gap=abs(hang.gap),
            top=draft.form.mm("flat_opening"),
            low=low,
            high=high,
            narrower=narrower,
        )


#: what is said of a strap on the fold, and what helps, by the field of its place
_ON_FOLD = {
    "from_side": (
        "The strap's centre is {offset} from the side seam; the face begins at {corner}.",
        "Place it {inside} or more from the side seam.",
    ),
    "from_face": (
        "The strap's centre is {from_face} inside the edge of the face.",
        "Place it {inside} or more inside that edge.",
    ),
    "gap": (
        "A gap of {gap} puts the strap's centre {offset} from the side seam; the face begins at {corner}.",
        "Make the gap {inside} or less.",
    ),
}


@check(
    "carrying",
    50,
    "strap-on-fold",
    "note",
    "A strap end sits where the bag turns its corner",
    "distance from strap centre to the face's edge < half the strap",
    "Half of it pulls at the face and half at the side, and the strap twists.",
    "The bag hangs a little askew.",
)
def strap_on_fold(draft: "Draft") -> Iterator[Fired]:
    if "depth" not in draft.form.dimensions:
        return
    bag, corner = draft.bag, draft.form.mm("depth") / 2
    for hang in draft.hangs:
        half = hang.finished_width / 2
        if hang.single or abs(hang.offset - corner) >= half - 1e-9:
            continue
        path = place_field(hang.item)
        plain = placed_at(bag, draft.form, hang, corner + half)
        inside = at_most(bag, plain) if path.endswith("gap") else at_least(bag, plain)
        say, fix = _ON_FOLD[path.rsplit(".", 1)[1]]
        yield fired(
            path,
            say,
            fix,
            remedies=(to(path, inside),),
            offset=hang.offset,
            corner=corner,
            gap=hang.gap,
            from_face=snap(hang.offset - corner),
            inside=inside,
        )


@check(
    "carrying",
    80,
    "strap-tail-short",
    "warn",
    "Little of the strap's end is caught",
    "strap end beyond the row that catches it < 6 mm | 1/4 in",
    "A row close to a raw end pulls out of it under load (ours).",
    "The strap comes off in use.",
)
def strap_tail_short(draft: "Draft") -> Iterator[Fired]:
    bag, least = draft.bag, CAUGHT.mm(draft.bag.unit)
    for hang in draft.hangs:
        found = _caught(draft, hang)
        if found is None:
            continue
        path, beyond = found
        if beyond < least - 1e-9:
            now = path.of(bag)
            more = at_least(bag, now + least - beyond)
            yield fired(
                path,
                "{beyond} of it lies beyond the row that catches it.",
                "Make it {more} instead of {now}.",
                remedies=(to(path, more),),
                beyond=max(0.0, beyond),
                more=more,
                now=now,
            )


def _caught(draft: "Draft", hang: Hang) -> tuple[Length, float] | None:
    """Return the field of a strap's end, and what of it lies beyond the last row that catches it."""
    bag, kind = draft.bag, hang.item.attach.kind
    if kind in ("in_seam", "at_sides") and TOP_ALLOWANCE in bag.values:
        return PAST.in_(hang.prefix), snap(PAST.of(hang.item) + TOP_ALLOWANCE.of(bag))
    if kind == "tucked":
        rows = rows_below(draft.form)
        return INSIDE_TOP.in_(hang.prefix), snap(INSIDE_TOP.of(hang.item) - max(rows, default=0.0))
    if kind == "on_hem":
        return TUCK.in_(hang.prefix), TUCK.of(hang.item)
    if kind == "in_turn" and HEM in bag.values:
        # the row of the hem lies at its very end: the one at the top edge has to hold it
        return HEM, snap(HEM.of(bag) - TOPSTITCHED)
    if kind == "on_face":
        return END_TURNED.in_(hang.prefix), END_TURNED.of(hang.item)
    if kind == "under_base":
        return RING_JOIN.in_(hang.prefix), RING_JOIN.of(hang.item)
    return None


def _down_to(draft: "Draft") -> tuple[float, float, float]:
    """
    Return how far below the top edge the face ends, and its panel; and how far from the side seam a corner
    of it lies that is sewn shut.
    """
    bag, form = draft.bag, draft.form
    height, half = asked_height(bag), form.mm("depth") / 2 if "depth" in form.dimensions else 0.0
    under = bag.kinds.base.kind != "gusset" and bool(half)
    boxed = under and bag.kinds.base.kind != "side_panels"
    return height, height + (half if under else 0.0), half if boxed else 0.0


@check(
    "carrying",
    90,
    "strap-into-corner",
    "stop",
    "The strap is sewn over the corner of the base",
    "box of a strap overlaps the square of half the depth beside the face and below it",
    "There the panel is folded to the corner seam, or cut out: a box on it holds the corner shut.",
    "The corner cannot be sewn.",
)
def strap_into_corner(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    height, _, corner = _down_to(draft)
    for hang in draft.hangs:
        path = FROM_TOP.in_(hang.prefix)
        if not hang.box or not corner:
            continue
        aside = hang.offset - hang.finished_width / 2
        if hang.down <= height + 1e-9 or aside >= corner - 1e-9:
            continue
        up = at_most(bag, height - hang.box)
        place = place_field(hang.item)
        plain = placed_at(bag, draft.form, hang, corner + hang.finished_width / 2)
        inwards = at_most(bag, plain) if place.endswith("gap") else at_least(bag, plain)
        words = {"gap": "make the gap", "side": "place it", "face": "place it"}
        last = place.rsplit("_", 1)[-1].rsplit(".", 1)[-1]
        where = {"gap": "", "side": " from the side seam", "face": " from the edge of the face"}[last]
        fix = f"Begin the box {{up}} below the top edge or higher, or {words[last]} {{inwards}}{where}."
        if height < hang.box:
            fix = f"Make the box lower than {{height}}, or {words[last]} {{inwards}}{where}."
        yield fired(
            path,
            "The box ends {reach} below the top of a face {height} high, and reaches {over} into its corner.",
            fix,
            remedies=(*((to(path, up),) if height >= hang.box else ()), to(place, inwards)),
            reach=hang.down,
            height=height,
            over=snap(min(hang.finished_width, corner - aside)),
            up=up,
            inwards=inwards,
        )


@check(
    "carrying",
    100,
    "strap-past-base",
    "stop",
    "The strap is sewn shut to the base",
    "sewn on the face: top edge to the end of the box > height, with what of the panel runs under the bag",
    "Below its panel there is nothing to sew it to but the other side.",
    "Front and back, or the tube and its base, are sewn to each other.",
)
def strap_past_base(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    _, panel, _ = _down_to(draft)
    for hang in draft.hangs:
        if not hang.box or hang.down <= panel + 1e-9:
            continue
        path, up = FROM_TOP.in_(hang.prefix), at_most(bag, panel - hang.box)
        lower = at_most(bag, panel - (hang.down - hang.box))
        fits = panel >= hang.box
        yield fired(
            path if fits else BOX.in_(hang.prefix),
            "The box ends {reach} below the top edge of a panel {panel} high.",
            "Begin it {up} below the top edge or higher." if fits else "Make the box {lower} high or less.",
            remedies=(to(path, up),) if fits else (to(BOX.in_(hang.prefix), lower),),
            reach=hang.down,
            panel=snap(panel),
            up=up,
            lower=lower,
        )


@check(
    "layers",
    40,
    "stack-too-thick",
    "warn",
    "Thick where the straps are sewn on",
    "cloth under the needle at a strap end > 6 mm",
    "A home machine feeds about 6 mm (ours) under its foot; more is walked over slowly or hammered flat.",
    "The needle skips or breaks there.",
)
def stack_too_thick(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        stack, cored = strap_end_stack(draft, hang)
        if stack <= THICKEST_STACK + 1e-9:
            continue
        last = ", or leave the core out of the ends." if cored else "."
        yield fired(
            STRAP_WIDTH.in_(hang.prefix),
            "About {stack} of cloth under the needle.",
            "Use a walking foot and a strong needle, hammer the fold flat, or take webbing" + last,
            remedies=(
                *((to(INTERFACING_MATERIAL, "fusible_light"),) if cored else ()),
                to(MAKE.in_(hang.prefix), "edges_turned"),
                to(MAKE.in_(hang.prefix), "webbing"),
            ),
            stack=stack,
        )


@check(
    "layers",
    50,
    "weak-for-load",
    "warn",
    "A cloth that does not carry",
    "straps on an outer of strength 1, or of pile that stands loose, in one layer (see the library)",
    "Straps pull at two points: a light cloth tears there, a knit gives, and pile comes out.",
    "The bag tears or loses its shape under its load.",
)
def weak_for_load(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    cloth = bag.cloth("outer")
    single = draft.cut_list.layers == 1
    if not draft.hangs or not ((cloth.strength <= 1 and single) or cloth.pile):
        return
    how = "gives" if cloth.ease > 0.01 else "loses its pile" if cloth.pile else "tears"
    options = bag.kinds.param_at[OUTER_CLOTH].options
    strong = (o.key for o in options if _carries(draft, o.key))
    yield fired(
        OUTER_CLOTH,
        "{cloth} {how} at the strap ends.",
        "Choose a stronger cloth."
        if cloth.pile
        else "Choose a stronger cloth, or work two layers of it as one.",
        {"cloth": cloth.label, "how": how},
        remedies=(
            *((to(DOUBLED_CLOTH, "doubled"),) if not cloth.pile else ()),
            *(to(OUTER_CLOTH, key) for key in strong),
        )[:3],
    )


def _carries(draft: "Draft", key: str) -> bool:
    cloth = draft.bag.facts.cloths[key]
    return cloth.strength >= 2 and not cloth.pile


#: Default (ours): what two ends on one top edge keep between them: 3 mm | 1/8 in.
BETWEEN_ENDS = paired(3)


def _both_at_sides(one: Hang, other: Hang, needed: float) -> Fired:
    """Return what is said of two straps that both lie in the middle of the sides."""
    path = ATTACH.in_(other.prefix)
    return fired(
        path,
        "Two straps lie on each other in the middle of both sides, and need {needed} between their centres.",
        "Let one of them hang at front and back.",
        remedies=(to(path, "in_seam"), to(ATTACH.in_(one.prefix), "in_seam")),
        needed=needed,
    )


@check(
    "carrying",
    80,
    "straps-overlap",
    "warn",
    "Two straps lie on each other",
    "distance between the centres of two ends < half of both widths + 3 mm | 1/8 in",
    "Each end is sewn by itself, and two at one place are twice as thick under the needle.",
    "One is sewn over the other.",
)
def straps_overlap(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for one, other in combinations(draft.hangs, 2):
        needed = snap((one.finished_width + other.finished_width) / 2 + BETWEEN_ENDS.mm(bag.unit))
        apart = snap(abs(one.offset - other.offset))
        if apart >= needed - 1e-6:
            continue
        if one.single and other.single:
            yield _both_at_sides(one, other, needed)
            continue
        # what lies in the middle of a side has no place of its own
        one, other = (other, one) if other.single else (one, other)
        path = place_field(other.item)
        inwards, outwards = one.offset + needed, one.offset - needed
        ways = (inwards, outwards) if other.offset >= one.offset else (outwards, inwards)
        gap = path.endswith("gap")
        places = (placed_at(bag, draft.form, other, offset) for offset in ways)
        # a gap grows as the ends move outwards
        further = [
            at_least(bag, mm) if (offset > one.offset) != gap else at_most(bag, mm)
            for offset, mm in zip(ways, places, strict=True)
            if mm > 0 and (not one.single or offset > 0)
        ]
        yield fired(
            path,
            "The ends of two straps lie {apart} apart between their centres, and need {needed}.",
            "Move one of them along the top edge.",
            remedies=tuple(to(path, mm) for mm in further),
            apart=apart,
            needed=needed,
        )


CHECKS = (
    strap_no_hand,
    strap_short,
    strap_out_of_role,
    strap_off_panel,
    strap_on_fold,
    strap_tail_short,
    strap_into_corner,
    strap_past_base,
    stack_too_thick,
    weak_for_load,
    straps_overlap,
)
