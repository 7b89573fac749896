"""Checks of what is put on: that it lies on its face, and clear of everything else there."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_least, at_most, to
from ambitus.core.checks.mechanism import Change, Fired, Remedy, check, fired
from ambitus.core.clashes import Clash, Spot, clashes_of
from ambitus.core.fields import AnyField, Length
from ambitus.core.form.sewn import PutOn
from ambitus.core.grammar.extra.fields import (
    ACROSS_BY,
    DIVIDED,
    DIVIDED_AT,
    DOWN_BY,
    FROM_FOOT,
    FROM_SIDE_SEAM,
    FROM_TOP_EDGE,
    OFF,
    ON,
    ON_SIDE,
    PATCHED,
    POCKET_HEIGHT,
    POCKET_WIDTH,
    STRIP_WIDE,
    STUD_SET,
)
from ambitus.core.grammar.extra.flap.fields import HELD_BY
from ambitus.core.grammar.extra.ground import Ground, ground_of
from ambitus.core.grammar.extra.placing import CLEAR
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


def _put(draft: "Draft") -> Iterator[tuple[Item, PutOn, Ground]]:
    """Yield everything that is put on, with its item and its side."""
    for layer, form in draft.forms.items():
        for one in form.every_sewn:
            if isinstance(one, PutOn):
                yield Item(draft.bag, one.of), one, ground_of(draft.bag, form, layer, one.side)


def down_field(item: Item) -> Length:
    """Return the field by which something was placed up and down."""
    return (FROM_FOOT if DOWN_BY.is_(item, "foot") else FROM_TOP_EDGE).in_(item.at)


def _moved_down(item: Item, mm: float) -> Iterator[Remedy]:
    """Yield the remedy that moves something down by *mm*, or up where that is negative, by its own field."""
    field = down_field(item)
    now = field.of(item.bag)
    to_there = now + (-mm if DOWN_BY.is_(item, "foot") else mm)
    if to_there >= 0:
        yield to(field, at_least(item.bag, to_there) if to_there > now else at_most(item.bag, to_there))


def _moved_across(item: Item, ground: Ground, left: float, wide: float) -> Iterator[Remedy]:
    """Yield what puts its left edge *left* mm from the middle of its side, told from the nearer seam."""
    if ACROSS_BY.found(item) is None:
        return
    from_left = snap(left + ground.wide / 2)
    from_right = snap(ground.wide / 2 - left - wide)
    by, mm = ("left", from_left) if from_left <= from_right else ("right", from_right)
    if mm >= 0:
        yield (
            Change(ACROSS_BY.in_(item.at), by),
            Change(FROM_SIDE_SEAM.in_(item.at), at_most(item.bag, mm)),
        )


def _lower(item: Item, mm: float) -> Iterator[Remedy]:
    """Yield the remedy that makes a pocket so much less high."""
    high = POCKET_HEIGHT.or_none(item)
    if high is not None and high - mm >= 20:
        yield to(POCKET_HEIGHT.in_(item.at), at_most(item.bag, high - mm))


def _narrower(item: Item, mm: float) -> Iterator[Remedy]:
    wide = POCKET_WIDTH.or_none(item)
    if wide is not None and wide - mm >= 20:
        yield to(POCKET_WIDTH.in_(item.at), at_most(item.bag, wide - mm))


def _lowest(draft: "Draft", ground: Ground, one: PutOn) -> float:
    """Return how far down a side has cloth: for what is as wide as it, above rounded corners."""
    return snap(ground.bands[-1].ends - (draft.form.rounded if one.across else 0.0))


#: past which edge something reaches, in words
_EDGES = {
    "top": "the top edge",
    "left": "the left side seam",
    "right": "the right side seam",
    "foot": "its base",
}


@check(
    "extras",
    10,
    "put-on-off-face",
    "stop",
    "It does not lie on its face",
    "an edge of it past a seam or the top edge of its panel",
    "What is put on lies on one panel, inside its seams.",
    "There is no cloth to sew it to.",
)
def put_on_off_face(draft: "Draft") -> Iterator[Fired]:
    for item, one, ground in _put(draft):
        half = ground.wide / 2
        past = {
            "top": -one.u,
            "left": snap(-half - one.x),
            "right": snap(one.x + one.wide - half),
            "foot": snap(one.u + one.high - _lowest(draft, ground, one)),
        }
        edge = max(past, key=lambda name: past[name])
        mm = snap(past[edge])
        if mm <= 1e-6:
            continue
        remedies: list[Remedy] = []
        if edge in ("top", "foot"):
            remedies += _moved_down(item, mm if edge == "top" else -mm)
            remedies += _lower(item, mm)
        else:
            remedies += _moved_across(item, ground, -half if edge == "left" else half - one.wide, one.wide)
            remedies += _narrower(item, mm if ACROSS_BY.is_(item, "middle") is False else 2 * mm)
        sideways = edge not in ("top", "foot") and POCKET_WIDTH.found(item) is not None
        where = POCKET_WIDTH.in_(item.at) if sideways else down_field(item)
        yield fired(
            where,
            "The {what} reaches {past} past {edge} of the {side}.",
            "Move it, or make it smaller.",
            {"what": within(one.label), "edge": _EDGES[edge], "side": one.side},
            remedies=tuple(remedies),
            past=mm,
        )


def _ways(draft: "Draft", clash: Clash, mine: Spot, other: Spot) -> Iterator[Remedy]:
    """Yield the edits that would take *mine* away from *other*: down, up, aside, smaller."""
    item = Item(draft.bag, mine.of)
    ground = ground_of(draft.bag, draft.forms[clash.layer], clash.layer, clash.side)
    down = snap(other.lower + clash.clear - mine.upper)
    up = snap(mine.lower + clash.clear - other.upper)
    first, second = (down, -up) if down <= up else (-up, down)
    yield from _moved_down(item, first)
    yield from _lower(item, up)
    yield from _moved_down(item, second)
    wide = mine.right - mine.left
    left, right = other.left - clash.clear - wide, other.right + clash.clear
    nearer = sorted((left, right), key=lambda x: abs(x - mine.left))
    for x in nearer:
        yield from _moved_across(item, ground, snap(x), wide)


def _ends_clash(clash: Clash, item: Item) -> Fired:
    """Return what is said of two ends that take the same stretch of the top seam."""
    leave: Remedy = (Change(AnyField(item.at), OFF),)
    return fired(
        STRIP_WIDE.in_(item.at),
        "The {one} and the {other} in the top seam of the {side} lie {missing} nearer than they may.",
        "Move the straps apart, make one narrower, or leave it out.",
        {"one": clash.one.name, "other": clash.other.name, "side": clash.side},
        remedies=(leave,),
        missing=clash.missing,
    )


@check(
    "extras",
    20,
    "put-on-clashes",
    "warn",
    "Two things lie too near each other",
    "apart < the larger of their clearances",
    "A row, a corner, a strap or another piece in its way is sewn over it, or cannot be sewn beside it.",
    "One is sewn over the other, or the foot of the machine does not get between them.",
)
def put_on_clashes(draft: "Draft") -> Iterator[Fired]:
    for clash in clashes_of(draft):
        one, other = clash.one, clash.other
        item = Item(draft.bag, one.of)
        if one.is_a == "end":
            yield _ends_clash(clash, item)
            continue
        remedies = tuple(_ways(draft, clash, one, other))
        if other.of.startswith("extras."):
            remedies += tuple(_ways(draft, clash, other, one))
        yield fired(
            down_field(item),
            "The {one} and the {other} {where} lie {missing} nearer than they may.",
            "Keep {clear} between them.",
            {
                "one": one.name,
                "other": other.name,
                "where": f"on the {clash.side}" + (" of the lining" if clash.layer == "lining" else ""),
            },
            remedies=remedies,
            missing=clash.missing,
            clear=clash.clear,
        )


def _pocket_wide(draft: "Draft", item: Item) -> float:
    """Return how wide a pocket comes out; what lies across its panel is as wide as that."""
    form = item.extra.own_form(item, draft.forms)
    wide = item.extra.sizes(item, form).get("width")
    if wide is None:
        return ground_of(draft.bag, form, ON.of(item), ON_SIDE.of(item)).wide
    return wide


@check(
    "extras",
    30,
    "divider-outside",
    "warn",
    "The row lies outside its pocket",
    "from the left edge to the row > pocket − 3 mm | 1/8 in",
    "A row that divides a pocket lies inside it.",
    "The row is sewn through the panel alone.",
)
def divider_outside(draft: "Draft") -> Iterator[Fired]:
    for item in draft.bag.extras:
        if not DIVIDED.is_(item, "at"):
            continue
        at, wide = DIVIDED_AT.of(item), _pocket_wide(draft, item)
        if at > wide - CLEAR.mm(draft.bag.unit) + 1e-6:
            field = DIVIDED_AT.in_(item.at)
            yield fired(
                field,
                "The row lies {at} from the pocket’s left edge, and the pocket is {wide} wide.",
                "Bring it inside, or make the pocket wider.",
                remedies=(to(field, at_most(draft.bag, wide / 2)), to(DIVIDED.in_(item.at), "half")),
                at=at,
                wide=wide,
            )


EXTRA_CHECKS = (put_on_off_face, put_on_clashes)


@check(
    "extras",
    40,
    "closure-without-patch",
    "warn",
    "Nothing holds the snap in the cloth",
    "a magnetic snap, or a stud set with a hammer, without a patch behind it",
    "All the pull of the closure is on the few threads round its prongs or its post.",
    "It tears out of the cloth.",
)
def closure_without_patch(draft: "Draft") -> Iterator[Fired]:
    for item in draft.bag.extras:
        snap_in = item.extra.kind == "magnetic_snap" or HELD_BY.is_(item, "snap")
        through = snap_in or STUD_SET.is_(item, "hammered")
        if PATCHED.is_(item, "none") and through:
            field, cloth = PATCHED.in_(item.at), draft.bag.cloth(item.extra.lies_on(item))
            yield fired(
                field,
                "The {what} goes through one layer of {cloth}.",
                "Put a patch behind each half.",
                {"what": within(item.extra.label), "cloth": within(cloth.label)},
                remedies=(to(field, "patch"),),
            )


CLOSURE_CHECKS = (*EXTRA_CHECKS, closure_without_patch)
POCKET_CHECKS = (*EXTRA_CHECKS, divider_outside)
