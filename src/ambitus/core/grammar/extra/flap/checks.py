"""Whether a flap and what holds it down have room on their bag."""

from collections.abc import Iterator
from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance, at_least, at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.cut.lost import loses_line
from ambitus.core.grammar.extra.fields import FROM_TOP_EDGE
from ambitus.core.grammar.extra.flap.closing import NAMES, held_by, reaches, size_of
from ambitus.core.grammar.extra.flap.cut import Flap, beside, flap_of
from ambitus.core.grammar.extra.flap.fields import (
    HELD_BY,
    OVER_ALLOWANCE,
    OVER_CLEAR,
    OVER_CORNER,
    OVER_CORNERS,
    OVER_FALL,
    OVER_FOOT,
    OVER_SHAPE,
    OVER_TRACED_AS,
    OVER_WRAP,
)
from ambitus.core.grammar.extra.flap.template import Template
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.extra.placing import CLEAR_OF_METAL
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.spec.resolved import Item

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


#: Default (ours): less than this of a template falls over the front, and it is no flap.
LEAST_FALL = Pair(20, Fraction(3, 4))


def _flaps(draft: "Draft") -> Iterator[Item]:
    return (item for item in draft.bag.extras if item.extra.kind == "flap")


def _templates(draft: "Draft") -> Iterator[tuple[Item, Flap, Template]]:
    """Yield the flaps that are cut by a template, each with that."""
    for item in _flaps(draft):
        flap = flap_of(item, draft.form)
        if flap.template:
            yield item, flap, flap.template


@check(
    "extras",
    80,
    "flap-past-foot",
    "warn",
    "The flap reaches past the foot of the bag",
    "the flap’s fall > the height of the bag",
    "It is longer than the front that it falls over.",
    "Its free edge hangs below the bag, or lies under it.",
)
def flap_past_foot(draft: "Draft") -> Iterator[Fired]:
    for item in _flaps(draft):
        fall, high = flap_of(item, draft.form).fall, draft.form.mm("height")
        if fall > high + 1e-6:
            most = at_most(draft.bag, high)
            shorter = to(OVER_FALL.in_(item.at), most)
            if OVER_SHAPE.is_(item, "template"):
                # a template keeps its size
                shorter = (*to(OVER_SHAPE.in_(item.at), "straight"), *shorter)
            yield fired(
                OVER_FALL.in_(item.at),
                "It falls {fall} over a front {high} high.",
                "Let it fall {most} or less.",
                remedies=(shorter,),
                fall=fall,
                high=high,
                most=most,
            )


@check(
    "extras",
    90,
    "flap-half-off",
    "stop",
    "What holds the flap does not lie on it",
    "less than 6 mm | 1/4 in from it to the flap’s free edge, or to the top edge",
    "It lies on the front below the top edge, and on the flap above its free edge.",
    "It runs into a seam, or hangs below the flap.",
)
def flap_half_off(draft: "Draft") -> Iterator[Fired]:
    bag, clear = draft.bag, CLEAR_OF_METAL.mm(draft.bag.unit)
    for item in _flaps(draft):
        if not held_by(item):
            continue
        fall, at = flap_of(item, draft.form).falls_in_middle, FROM_TOP_EDGE.of(item)
        low, up = (snap(mm + clear) for mm in reaches(item))
        short = {"the flap’s free edge": snap(at + low - fall), "the top edge": snap(up - at)}
        edge = max(short, key=lambda name: short[name])
        if short[edge] <= 1e-6:
            continue
        least, most = at_least(bag, up), at_most(bag, fall - low)
        moved = to(FROM_TOP_EDGE.in_(item.at), most if at > most else least) if least <= most else None
        # it comes out on the grid, which may take half a step of it
        longer = to(OVER_FALL.in_(item.at), at_least(bag, max(at, up) + low + bag.grid.step))
        if OVER_SHAPE.is_(item, "template"):
            longer = (*to(OVER_SHAPE.in_(item.at), "straight"), *longer)
        yield fired(
            FROM_TOP_EDGE.in_(item.at),
            "The {what} lies {missing} nearer to {edge} than it may.",
            "Keep {clear} between them.",
            {"what": NAMES[held_by(item)][0], "edge": edge},
            remedies=(*((moved,) if moved else ()), longer, to(HELD_BY.in_(item.at), "open")),
            missing=short[edge],
            clear=clear,
        )


@check(
    "extras",
    100,
    "flap-corner-over-flap",
    "warn",
    "The corners of the flap are larger than it has room for",
    "corner > half of the flap’s width, or > its fall",
    "Two corners would meet before its free edge does, or reach up past the top edge.",
    "It is drafted with smaller corners than were asked.",
)
def flap_corner_over_flap(draft: "Draft") -> Iterator[Fired]:
    for item in _flaps(draft):
        if not OVER_SHAPE.is_(item, "straight") or OVER_CORNERS.is_(item, "square"):
            continue
        flap, corner = flap_of(item, draft.form), OVER_CORNER.of(item)
        room = min(flap.wide / 2, flap.fall)
        if corner > room + 1e-6:
            most = at_most(draft.bag, room)
            yield fired(
                OVER_CORNER.in_(item.at),
                "Corners of {corner} on a flap with room for {room}.",
                "Make them {most} or less.",
                remedies=(
                    *((to(OVER_CORNER.in_(item.at), most),) if most >= 3 else ()),
                    to(OVER_CORNERS.in_(item.at), "square"),
                ),
                corner=corner,
                room=room,
                most=most,
            )


@check(
    "extras",
    110,
    "flap-no-width",
    "stop",
    "Nothing is left of the flap’s width",
    "2 × clear of each side > the width of the face − 20 mm",
    "A flap is narrower than its bag, and still has to be one.",
    "There is no flap to cut.",
)
def flap_no_width(draft: "Draft") -> Iterator[Fired]:
    for item in _flaps(draft):
        wide = ground_of(draft.bag, draft.form, "outer", "back").stands
        clear = OVER_CLEAR.of(item)
        if flap_of(item, draft.form).template:
            continue
        if wide - 2 * clear < 20 - 1e-6:
            most = at_most(draft.bag, (wide - 20) / 2)
            yield fired(
                OVER_CLEAR.in_(item.at),
                "{clear} clear of each side of a face {wide} wide.",
                "Keep it {most} clear or less.",
                remedies=(to(OVER_CLEAR.in_(item.at), most),),
                clear=clear,
                wide=wide,
                most=most,
            )


@check(
    "extras",
    120,
    "flap-half-at-corner",
    "warn",
    "What holds the flap lies at its corner",
    "less than 6 mm | 1/4 in from it to the line of a clipped, rounded or slanted corner of the flap",
    "The seam of the flap runs there, with its allowance inside.",
    "It lies on the seam, or hangs out beside the flap.",
)
def flap_half_at_corner(draft: "Draft") -> Iterator[Fired]:
    clear = CLEAR_OF_METAL.mm(draft.bag.unit)
    for item in _flaps(draft):
        if not held_by(item):
            continue
        flap, at = flap_of(item, draft.form), FROM_TOP_EDGE.of(item)
        wide, high = size_of(item)
        low = flap.fall - at - high / 2
        # of one that hangs over the free edge what lies on the flap counts, where some of it does
        if flap.template:
            # of any shape each of its corners may lie nearest to the line
            y, middle = flap.fall - at, flap.middle
            room = min(
                flap.template.room(middle + x, y + up)
                for x in (-wide / 2, wide / 2)
                for up in (-high / 2, high / 2)
            )
        else:
            room = beside(flap, wide / 2, max(low, min(0.0, low + high)))
        if room > clear - 1e-6:
            continue
        shape, corners = OVER_SHAPE.in_(item.at), OVER_CORNERS.in_(item.at)
        square = () if OVER_CORNERS.is_(item, "square") else to(corners, "square")
        plain = (*(() if OVER_SHAPE.is_(item, "straight") else to(shape, "straight")), *square)
        yield fired(
            FROM_TOP_EDGE.in_(item.at),
            "The {what} lies {missing} nearer to the line of the flap’s corner than it may.",
            "Keep {clear} between them: set it higher, or let the flap be wider there.",
            {"what": NAMES[held_by(item)][0]},
            remedies=(
                plain,
                to(HELD_BY.in_(item.at), "open"),
            ),
            missing=snap(clear - room),
            clear=clear,
        )


@check(
    "extras",
    130,
    "flap-foot-not-narrower",
    "warn",
    "The free edge of a slanted flap is not narrower than it",
    "free edge ≥ width of the flap",
    "Its sides slant in to the free edge.",
    "It is drafted with straight sides.",
)
def flap_foot_not_narrower(draft: "Draft") -> Iterator[Fired]:
    for item in _flaps(draft):
        wide, foot = flap_of(item, draft.form).wide, OVER_FOOT.of(item)
        if OVER_SHAPE.is_(item, "slanted") and foot > wide - 1e-6:
            most = at_most(draft.bag, wide - 1)
            yield fired(
                OVER_FOOT.in_(item.at),
                "A free edge of {foot} on a flap {wide} wide.",
                "Make it {most} or less, or choose a straight one.",
                remedies=(
                    *((to(OVER_FOOT.in_(item.at), most),) if most >= 3 else ()),
                    to(OVER_SHAPE.in_(item.at), "straight"),
                ),
                foot=foot,
                wide=wide,
                most=most,
            )


@check(
    "extras",
    140,
    "template-without-edge",
    "stop",
    "The template has no straight edge at the mouth",
    "its upper edge is not level within 0.5 mm for 20 mm, or its seams leave nothing inside its cut line",
    "A flap hangs from a straight edge, as it is drawn: level, and nothing of it higher.",
    "It is drafted straight, as if there were no template.",
)
def template_without_edge(draft: "Draft") -> Iterator[Fired]:
    for item in _flaps(draft):
        if OVER_SHAPE.is_(item, "template") and not flap_of(item, draft.form).template:
            cut = OVER_TRACED_AS.is_(item, "cut")
            yield fired(
                OVER_SHAPE.in_(item.at),
                "Inside its cut line its seams leave no flap with a straight upper edge."
                if cut
                else "Its upper edge is not straight and level.",
                "Turn the drawing until its straight edge is level and on top, or let the flap be straight.",
                remedies=(
                    *((to(OVER_TRACED_AS.in_(item.at), "seam"),) if cut else ()),
                    to(OVER_SHAPE.in_(item.at), "straight"),
                ),
            )


@check(
    "extras",
    145,
    "template-over-face",
    "stop",
    "The template is wider at the mouth than the bag",
    "its upper edge > the face of the back",
    "Its upper edge is caught in the top edge of the back, between its sides.",
    "It runs into the side seams.",
)
def template_over_face(draft: "Draft") -> Iterator[Fired]:
    wide = ground_of(draft.bag, draft.form, "outer", "back").stands
    for item, _, template in _templates(draft):
        if template.head > wide + 1e-6:
            yield fired(
                OVER_SHAPE.in_(item.at),
                "{head} at the mouth, on a face {wide} wide.",
                "Draw it {wide} wide there or less, or let the flap be straight.",
                remedies=(to(OVER_SHAPE.in_(item.at), "straight"),),
                head=template.head,
                wide=wide,
            )


@check(
    "extras",
    150,
    "template-too-short",
    "stop",
    "The template does not reach over the mouth",
    "template ≤ what lies over the mouth + 20 mm | 3/4 in",
    "What is left of it, once it has gone over the mouth, hangs down the front.",
    "It does not cover the front.",
)
def template_too_short(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    least = LEAST_FALL.mm(bag.unit)
    for item, flap, template in _templates(draft):
        if flap.falls_in_middle < least - 1e-6:
            wrap, tip = OVER_WRAP.of(item), template.tip
            most = at_most(bag, template.high - tip - least)
            yield fired(
                OVER_WRAP.in_(item.at),
                "{high} long in its middle, {wrap} of it over the mouth.",
                "Leave {least} or more to fall over the front.",
                remedies=(
                    *((to(OVER_WRAP.in_(item.at), most),) if most >= 0 else ()),
                    to(OVER_SHAPE.in_(item.at), "straight"),
                ),
                high=snap(template.high - tip),
                wrap=wrap,
                least=least,
            )


@check(
    "extras",
    155,
    "template-too-tight",
    "stop",
    "The template turns in too tightly for its seam",
    "the cut line of a flap by a template crosses itself, or loses a stretch of its seam line",
    "A hollow that is tighter than the seam allowance has no cut line.",
    "The flap cannot be cut.",
)
def template_too_tight(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for item, _, _ in _templates(draft):
        mine = (p for p in draft.pieces if p.at == item.at and p.layer == "pocket")
        if any(loses_line(p.edges, p.cut, p.stitch) for p in mine):
            seam = OVER_ALLOWANCE.of(bag)
            narrower = (at_least(bag, seam / 2), paired(3).mm(bag.unit))
            yield fired(
                OVER_SHAPE.in_(item.at),
                "With a seam of {seam} its cut line crosses itself.",
                "Round it out to more than {seam} wherever it turns in, or take a narrower seam.",
                remedies=(
                    *(r for mm in narrower for r in allowance(bag, "flap", mm)),
                    to(OVER_SHAPE.in_(item.at), "straight"),
                ),
                seam=seam,
            )


CHECKS = (
    template_without_edge,
    template_over_face,
    template_too_short,
    template_too_tight,
    flap_half_at_corner,
    flap_foot_not_narrower,
    flap_past_foot,
    flap_half_off,
    flap_corner_over_flap,
    flap_no_width,
)
