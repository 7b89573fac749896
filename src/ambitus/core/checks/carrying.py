"""Checks on straps: whether a hand enters, how they hang, where their ends go."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.lengths import snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): the least drop to carry by.
LEAST_DROP = {"hand": 75.0, "shoulder": 230.0}
#: Default (ours): a tube under this does not turn.
NARROWEST_TUBE = 15.0
#: Default (ours): a strip under four of these cannot be folded in four by hand.
NARROWEST_FOLDED = 12.0


@check(
    "strap-no-hand",
    "stop",
    "No hand can enter the strap",
    "visible < hold + distance between gap and hold",
    "The strap has to reach from end to end over the hand or shoulder that carries it.",
)
def strap_no_hand(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        if hang.drop is None:
            field = "length" if draft.bag.choice(f"{hang.prefix}.measure") == "length" else "drop"
            yield fired(
                f"{hang.prefix}.{field}",
                "{visible} of strap between ends {gap} apart does not go over a {held} {hold} across.",
                "Make it longer than {least}, or bring the ends closer together.",
                {"held": draft.bag.choice(f"{hang.prefix}.held")},
                visible=hang.finished_visible,
                gap=abs(hang.gap),
                hold=hang.hold,
                least=hang.hold + abs(hang.gap - hang.hold),
            )


@check(
    "strap-short",
    "warn",
    "A short strap for the way it is carried",
    "drop < 75 mm in the hand, < 230 mm on the shoulder",
    "Under 75 mm drop a hand is pinched; under 230 mm a bag does not hang from the shoulder (ours).",
)
def strap_short(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        held = draft.bag.choice(f"{hang.prefix}.held")
        if hang.drop is not None and hang.drop < LEAST_DROP[held] - 0.5:
            field = "length" if draft.bag.choice(f"{hang.prefix}.measure") == "length" else "drop"
            yield fired(
                f"{hang.prefix}.{field}",
                "A drop of {drop}, to be carried {how}.",
                "Make the drop {least} or more.",
                {"how": "in the hand" if held == "hand" else "on the shoulder"},
                drop=hang.drop,
                least=LEAST_DROP[held],
            )


@check(
    "strap-off-panel",
    "stop",
    "The strap ends do not fit on the top edge",
    "half the strap > offset from the side seam, or > half the gap",
    "Each end needs its whole width between the side seam and the other end.",
)
def strap_off_panel(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        half = hang.finished_width / 2
        if hang.offset < half - 1e-9 or hang.gap / 2 < half - 1e-9:
            place = draft.bag.choice(f"{hang.prefix}.place")
            field = {"side_seam": "from_side", "face_edge": "from_face", "gap": "gap"}[place]
            yield fired(
                f"{hang.prefix}.{field}",
                "Ends {width} wide, {gap} apart between centres, on a top edge {top} long.",
                "Keep the gap between {width} and {most}.",
                width=hang.finished_width,
                gap=hang.gap,
                top=draft.form.mm("flat_opening"),
                most=max(0.0, draft.form.mm("flat_opening") - hang.finished_width),
            )


@check(
    "strap-on-fold",
    "note",
    "A strap end sits where the bag turns its corner",
    "distance from strap centre to the face's edge < half the strap",
    "Half of it pulls at the face and half at the side, and the strap twists.",
)
def strap_on_fold(draft: "Draft") -> Iterator[Fired]:
    if "depth" not in draft.form.dimensions:
        return
    corner = draft.form.mm("depth") / 2
    for hang in draft.hangs:
        if abs(hang.offset - corner) < hang.finished_width / 2 - 1e-9:
            yield fired(
                f"{hang.prefix}.from_side",
                "The strap's centre is {offset} from the side seam; the face begins at {corner}.",
                "Place it {least} or more from the side seam.",
                offset=hang.offset,
                corner=corner,
                least=corner + hang.finished_width / 2,
            )


@check(
    "strap-too-narrow",
    "warn",
    "A narrow strap to fold in four",
    "folded in four and finished < 12 mm",
    "Under 12 mm (ours) the raw edges do not stay inside the fold.",
)
def strap_too_narrow(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        if hang.item.make.kind == "four_fold" and hang.finished_width < NARROWEST_FOLDED - 1e-9:
            yield fired(
                f"{hang.prefix}.width",
                "{width} finished, cut {cut}.",
                "Make it {least} or wider.",
                width=hang.finished_width,
                cut=hang.width.total,
                least=NARROWEST_FOLDED,
            )


@check(
    "strap-tuck-over-hem",
    "stop",
    "The tucked strap end is longer than its hem",
    "end tucked up inside the hem > hem",
    "It would come out below the hem's stitching.",
)
def strap_tuck_over_hem(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        path = f"{hang.prefix}.tuck"
        if path in bag.values and "top.hem" in bag.values and bag.mm(path) > bag.mm("top.hem") + 1e-9:
            say = "{tuck} tucked into a hem of {hem}."
            yield fired(path, say, "Tuck in {hem} or less.", tuck=bag.mm(path), hem=bag.mm("top.hem"))


@check(
    "strap-into-corner",
    "warn",
    "The strap runs down past the face",
    "sewn on the face: top edge to the end of the box > height",
    "Below the face the bag turns its corner, and a box sewn there holds it shut.",
)
def strap_into_corner(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        path = f"{hang.prefix}.from_top"
        if path not in bag.values:
            continue
        reach, height = bag.mm(path) + bag.mm(f"{hang.prefix}.box"), asked_height(bag)
        if reach > height + 1e-9:
            yield fired(
                path,
                "The box ends {reach} below the top of a face {height} high.",
                "Bring it up by {over} or more.",
                reach=reach,
                height=height,
                over=snap(reach - height),
            )


@check(
    "strap-tube-too-narrow",
    "warn",
    "A narrow tube to turn",
    "sewn as a tube and finished < 15 mm",
    "Under 15 mm (ours) a tube of bag cloth does not turn over itself.",
)
def strap_tube_too_narrow(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        if hang.item.make.kind == "tube" and hang.finished_width < NARROWEST_TUBE - 1e-9:
            say = "A tube {width} wide."
            fix = "Make it {least} or wider, or turn the edges in instead."
            yield fired(f"{hang.prefix}.width", say, fix, width=hang.finished_width, least=NARROWEST_TUBE)
