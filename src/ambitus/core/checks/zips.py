"""Checks of a zip: its seam, length, stops and teeth, what it leaves open; and of what hangs on it."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.checks.top import least_to_turn
from ambitus.core.grammar.top.zip.made import CLEAR, Zip, tab_shows
from ambitus.core.grammar.top.zip.small import FULLNESS
from ambitus.core.grammar.top.zip.tape import as_one, is_box, is_narrowed, left_out, most_seam
from ambitus.core.lengths import snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): a hand does not go in through less.
HAND = 100.0
#: Default (ours): less than this is left of an opening, or of a tab, and it is nothing.
LEAST_OPENING, LEAST_TAB = 20.0, 3.0
#: Default (ours): once round a hand that goes through a loop.
HAND_ROUND = 220.0
#: Breadth over this share of the length makes a box that does not lie still.
BROAD_SHARE = 0.8


def _zips(draft: "Draft") -> Iterator[Zip]:
    """Yield the zip of the bag, if it has one."""
    if draft.zip is not None:
        yield draft.zip


@check(
    "zip-seam-over-teeth",
    "stop",
    "The zip seam leaves no room beside the teeth",
    "zip seam > (tape − teeth − 4 mm) ÷ 2",
    "The foot has to run between the row and the teeth, or the slider jams on the cloth.",
)
def zip_seam_over_teeth(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        seam, most = draft.bag.mm("allowances.zip"), most_seam(draft.bag)
        if seam > most + 1e-6:
            yield fired(
                "allowances.zip",
                "A seam of {seam} on a tape of {tape}.",
                "Sew it at {most} or less, or take a wider tape.",
                seam=seam,
                tape=made.tape.mm,
                most=max(0.0, most),
            )


@check(
    "zip-too-short",
    "stop",
    "The zip is too short",
    "the tape beyond a stop does not reach 6 mm past the row that catches it, or 12 mm under its tab",
    "An end that is not caught pulls out; the needle would come down beside the tape.",
)
def zip_too_short(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if not made.short or made.stock is None:
            continue
        bag, say = draft.bag, "{stock} from stop to stop; {short} is missing."
        if bag.chose("top.zip_used", "whole") and is_narrowed(bag):
            yield fired(
                "top.zip_opening" if bag.chose("top.narrow_by", "opening") else "top.tab",
                say,
                "It fills an opening of {least} to {most}; or take a longer one.",
                stock=made.stock,
                short=made.short,
                least=made.opening_for(bag)[0],
                most=made.opening_for(bag)[1],
            )
        else:
            fix = "Take a longer one, or narrow the opening by tabs."
            yield fired("top.zip_in_hand", say, fix, stock=made.stock, short=made.short)


@check(
    "stop-on-row",
    "stop",
    "A row would be sewn over a stop",
    "a stop less than 3 mm from a row that crosses the zip",
    "A stop breaks the needle, and a broken needle flies.",
)
def stop_on_row(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if made.on_rows and not made.short:
            yield fired(
                "top.zip_in_hand",
                "A stop lies {off} from the row.",
                "Keep {clear}: take another length, or move the row by another width of tab.",
                off=made.on_rows[0],
                clear=CLEAR.mm(draft.bag.unit),
            )


@check(
    "teeth-crossed",
    "stop",
    "A row would cross hard teeth",
    "metal or moulded teeth left in where a row crosses them",
    "No needle goes through them.",
)
def teeth_crossed(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        left = draft.bag.chose("top.teeth_at_seams", "left")
        if not made.facts.stitched and made.crossed and left:
            yield fired(
                "top.teeth_at_seams",
                "{zip}, crossed at {ends}.",
                "Take the teeth out there, use one whole, or choose a coil.",
                {"zip": made.facts.label, "ends": "both ends" if made.crossed == 2 else "one end"},
            )


@check(
    "zip-longer-than-sold",
    "warn",
    "No zip is sold so long",
    "needed length > the longest sold",
    "Closed zips come in steps up to a longest one.",
)
def zip_longer_than_sold(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if draft.bag.chose("top.zip_used", "cut") and made.stock is not None:
            needed = snap(sum(t.mm for t in made.buy.terms[:2]))
            hand = draft.bag.values["top.zip_in_hand"].value is not None
            if not hand and needed > made.stock + 1e-6:
                fix = "Take it by the metre, with a slider."
                yield fired(
                    "top.zip_used", "{needed} needed, {most} sold.", fix, needed=needed, most=made.stock
                )


@check(
    "tabs-fill-mouth",
    "stop",
    "The tabs and the opening do not fit the mouth",
    "opening < 20 mm, or a tab that shows less than 3 mm",
    "Both tabs and the opening together are as long as the mouth.",
)
def tabs_fill_mouth(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if not is_narrowed(draft.bag):
            continue
        mouth, tab = draft.form.mm("flat_opening"), tab_shows(draft.bag, draft.form).mm
        opening = snap(2 * made.half_open)
        if opening < LEAST_OPENING - 1e-9 or tab < LEAST_TAB - 1e-9:
            by_tab = draft.bag.chose("top.narrow_by", "tab")
            low, high = (
                (LEAST_TAB, (mouth - LEAST_OPENING) / 2) if by_tab else (LEAST_OPENING, mouth - 2 * LEAST_TAB)
            )
            yield fired(
                "top.tab" if by_tab else "top.zip_opening",
                "An opening of {opening} in a mouth of {mouth}.",
                "Choose between {low} and {high}.",
                opening=opening,
                mouth=mouth,
                low=low,
                high=max(low, high),
            )


@check(
    "turned-through-small-zip",
    "warn",
    "The zip is tight to turn the bag through",
    "turned through the zip: it opens less than 60 mm, or 120 mm with fleece or foam",
    "All of the bag has to pass it.",
)
def turned_through_small_zip(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        least = least_to_turn(draft)
        if as_one(draft.bag) and made.opens.total < least - 1e-9:
            yield fired(
                "top.zip_ends",
                "It opens {opens}.",
                "Make it {least} or more, or leave a gap in the lining.",
                opens=made.opens.total,
                least=least,
            )


@check(
    "hand-does-not-go-in",
    "note",
    "A hand does not go in",
    "the zip opens less than 100 mm",
    "What lies at the bottom has to be shaken out.",
)
def hand_does_not_go_in(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if made.opens.total < HAND - 1e-9:
            fix = "Fine for small things; {hand} lets a hand in."
            yield fired("top.zip_ends", "It opens {opens}.", fix, opens=made.opens.total, hand=HAND)


@check(
    "zip-not-counted",
    "note",
    "The zip is not counted",
    "height, or a box pouch’s breadth, to the edge of the cloth",
    "Half of what shows of the zip lies beyond the cloth of each panel.",
)
def zip_not_counted(draft: "Draft") -> Iterator[Fired]:
    for _ in _zips(draft):
        more = left_out(draft.bag)
        if abs(more) > 1e-6:
            key = "breadth" if is_box(draft.bag) else "height"
            made = draft.form.dimensions[key]
            yield fired(
                "top.zip_counts",
                "{name} {asked} asked; with the zip it comes out {out}, {more} more.",
                "Count the zip, or take it as it is.",
                {"name": made.label},
                asked=made.asked,
                out=made.comes_out,
                more=more,
            )


@check(
    "box-pressed-otherwise",
    "note",
    "Pressed the other way it is another box",
    "a box pouch whose breadth is not its height",
    "The same pieces make two boxes: which one is settled by how they are pressed before the ends are sewn.",
)
def box_pressed_otherwise(draft: "Draft") -> Iterator[Fired]:
    made = draft.form.dimensions
    if not is_box(draft.bag) or abs(made["breadth"].comes_out - made["height"].comes_out) < 1e-6:
        return
    yield fired(
        "base.kind",
        "With the zip over the base seam: {length} × {breadth} × {height}. With it at one edge: "
        "{length} × {height} × {breadth}.",
        "Press it with the zip on top of the base seam.",
        length=made["length"].comes_out,
        breadth=made["breadth"].comes_out,
        height=made["height"].comes_out,
    )


@check(
    "broad-for-its-length",
    "note",
    "Nearly as broad as it is long",
    "a box pouch: breadth > 0.8 × length",
    "The zip, along its length, opens it less than it could along its breadth.",
)
def broad_for_its_length(draft: "Draft") -> Iterator[Fired]:
    made = draft.form.dimensions
    if is_box(draft.bag) and made["breadth"].asked > BROAD_SHARE * made["length"].asked + 1e-9:
        yield fired(
            "size.breadth",
            "{breadth} broad, {length} long.",
            "Lay the zip along the longer side.",
            breadth=made["breadth"].asked,
            length=made["length"].asked,
        )


@check(
    "wrist-loop-small",
    "warn",
    "The loop is small for a hand",
    "twice a cloth loop, or an elastic drawn out to its tube, < 220 mm",
    "It has to pass the hand, which is about 220 mm round (ours), and then hold the wrist.",
)
def wrist_loop_small(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for path, share, kind in (("top.wrist_shows", 2.0, "cloth"), ("top.wrist_round", FULLNESS, "elastic")):
        if bag.chose("top.wrist", kind) and share * bag.mm(path) < HAND_ROUND - 1e-9:
            yield fired(
                path,
                "{round} round at most.",
                "Make it {least} or more.",
                round=snap(share * bag.mm(path)),
                least=HAND_ROUND / share,
            )
