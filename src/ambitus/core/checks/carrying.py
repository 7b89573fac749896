"""Checks on straps: whether a hand enters, how they hang, where their ends go."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, place_field, placed_at, strap_field, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.fields import Length
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.carry.fields import (
    BOX,
    END_TURNED,
    FROM_TOP,
    HELD,
    INSIDE_TOP,
    MAKE,
    MEASURED_BY,
    PAST,
    STRAP_WIDTH,
    TUCK,
)
from ambitus.core.grammar.carry.hang import visible_for_drop
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.grammar.top.fields import HEM
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.spec.resolved import Resolved

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): the least drop to carry by: 75 mm | 3 in by hand, 230 mm | 9 in on the shoulder.
LEAST_DROP = {"hand": paired(75), "shoulder": Pair(230, paired(75).inch * 3)}
#: Default (ours): a drop over this is more likely a slip of the keys: 700 mm | 28 in.
MOST_DROP = Pair(700, paired(180).inch * 4)
#: Default (ours): a tube under this does not turn: 15 mm | 5/8 in.
NARROWEST_TUBE = paired(15)
#: Default (ours): a strip under four of these cannot be folded in four by hand: 12 mm | 1/2 in.
NARROWEST_FOLDED = paired(12)
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
    for hang in draft.hangs if bag.bag.base.carries else ():
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
        if abs(hang.offset - corner) >= half - 1e-9:
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
    "strap-too-narrow",
    "warn",
    "A narrow strap to fold in four",
    "folded in four and finished < 12 mm | 1/2 in",
    "In a narrower one (ours) the raw edges do not stay inside the fold.",
    "It comes out uneven, or its edges come out of it.",
)
def strap_too_narrow(draft: "Draft") -> Iterator[Fired]:
    least = NARROWEST_FOLDED.mm(draft.bag.unit)
    for hang in draft.hangs:
        path = STRAP_WIDTH.in_(hang.prefix)
        if hang.item.make.kind == "four_fold" and path.of(draft.bag) < least - 1e-9:
            yield fired(
                path,
                "{width} finished, cut {cut}.",
                "Make it {least} or wider.",
                remedies=(to(path, least),),
                width=path.of(draft.bag),
                cut=hang.width.total,
                least=least,
            )


@check(
    "strap-tuck-over-hem",
    "stop",
    "The tucked strap end is longer than its hem",
    "end tucked up inside the hem > hem",
    "It would come out below the hem's stitching.",
    "The end shows on the inside, and no row holds it.",
)
def strap_tuck_over_hem(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        path = TUCK.in_(hang.prefix)
        if path in bag.values and HEM in bag.values and path.of(bag) > HEM.of(bag) + 1e-9:
            tuck, hem = path.of(bag), HEM.of(bag)
            yield fired(
                path,
                "{tuck} tucked into a hem of {hem}.",
                "Tuck in {hem} or less, or make the hem {tuck}.",
                remedies=(to(path, at_most(bag, hem)), to(HEM, at_least(bag, tuck))),
                tuck=tuck,
                hem=hem,
            )


@check(
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
        found = _caught(bag, hang)
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


def _caught(bag: Resolved, hang: Hang) -> tuple[Length, float] | None:
    """Return the field of a strap's end, and what of it lies beyond the last row that catches it."""
    kind = hang.item.attach.kind
    if kind == "in_seam" and TOP_ALLOWANCE in bag.values:
        return PAST.in_(hang.prefix), snap(PAST.of(hang.item) + TOP_ALLOWANCE.of(bag))
    if kind == "tucked":
        rows = bag.bag.top.rows(bag)
        return INSIDE_TOP.in_(hang.prefix), snap(INSIDE_TOP.of(hang.item) - max(rows, default=0.0))
    if kind == "on_hem":
        return TUCK.in_(hang.prefix), TUCK.of(hang.item)
    if kind == "on_face":
        return END_TURNED.in_(hang.prefix), END_TURNED.of(hang.item)
    return None


def _down_to(draft: "Draft") -> tuple[float, float, float]:
    """
    Return how far below the top edge the face ends, and its panel; and how far from the side seam a corner
    of it lies that is sewn shut.
    """
    bag, form = draft.bag, draft.form
    height, half = asked_height(bag), form.mm("depth") / 2 if "depth" in form.dimensions else 0.0
    under = bag.bag.base.kind != "gusset" and bool(half)
    boxed = under and bag.bag.base.kind != "side_panels"
    return height, height + (half if under else 0.0), half if boxed else 0.0


@check(
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
        if not hang.down or not corner:
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
        if not hang.down or hang.down <= panel + 1e-9:
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
    "strap-tube-too-narrow",
    "warn",
    "A narrow tube to turn",
    "sewn as a tube and finished < 15 mm | 5/8 in",
    "A narrower tube (ours) of bag cloth does not turn over itself.",
    "It cannot be turned without much patience, if at all.",
)
def strap_tube_too_narrow(draft: "Draft") -> Iterator[Fired]:
    least = NARROWEST_TUBE.mm(draft.bag.unit)
    for hang in draft.hangs:
        path = STRAP_WIDTH.in_(hang.prefix)
        if hang.item.make.kind == "tube" and path.of(draft.bag) < least - 1e-9:
            yield fired(
                path,
                "A tube {width} wide.",
                "Make it {least} or wider, or turn the edges in instead.",
                remedies=(to(path, least), to(MAKE.in_(hang.prefix), "edges_turned")),
                width=path.of(draft.bag),
                least=least,
            )
