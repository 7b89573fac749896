"""Checks of a zip: its seam, length, stops and teeth, what it leaves open; and of what hangs on it."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import above, allowance, at_least, at_most, to
from ambitus.core.checks.mechanism import Change, Fired, Remedy, check, fired
from ambitus.core.grammar.allowances import ZIP_ALLOWANCE
from ambitus.core.grammar.base.cut_as import is_hinged
from ambitus.core.grammar.base.fields import PRESSED, SIZE_FROM, THING_EASE, THING_THICK
from ambitus.core.grammar.base.thing import lies_along
from ambitus.core.grammar.elastic import FULLNESS, HAND_ROUND
from ambitus.core.grammar.sizes import BREADTH, LENGTH
from ambitus.core.grammar.top.checks import least_to_turn
from ambitus.core.grammar.top.fields import TURNED
from ambitus.core.grammar.top.zip.fields import (
    NARROW_BY,
    TAB,
    TAPE,
    TEETH_AT_SEAMS,
    WRIST,
    WRIST_ROUND,
    WRIST_SHOWS,
    ZIP_COUNTS,
    ZIP_ENDS,
    ZIP_IN_HAND,
    ZIP_KIND,
    ZIP_OPENING,
    ZIP_USED,
    ZIP_WINDOW,
    ZIP_WINDOW_HIGH,
)
from ambitus.core.grammar.top.zip.made import CLEAR, Zip, next_sold, tab_shows, zip_in
from ambitus.core.grammar.top.zip.tape import (
    FOOT,
    as_one,
    ends_free,
    is_tabbed,
    left_out,
    most_seam,
    most_window,
    shows,
    used_whole,
)
from ambitus.core.lengths import paired, snap

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): a hand does not go in through less.
HAND = 100.0


#: Default (ours): so much of a tape lies under either edge of its window.
UNDER_EDGE = paired(5)
#: Default (ours): less than this is left of an opening, or of a tab, and it is nothing.
LEAST_OPENING, LEAST_TAB = 20.0, 3.0


#: Breadth over this share of the length makes a box that does not lie still.
BROAD_SHARE = 0.8


def _zips(draft: "Draft") -> Iterator[Zip]:
    """Yield the zip of the bag, if it has one."""
    made = zip_in(draft)
    if made is not None:
        yield made


def _opening(draft: "Draft", mm: float) -> tuple[Remedy, ...]:
    """Return the remedy that gives a narrowed zip another opening: by its tabs or by itself."""
    bag = draft.bag
    if is_hinged(bag):
        longer = at_most(bag, most_window(bag, draft.form))
        return (to(ZIP_WINDOW, mm),) if 0 < mm <= longer else ()
    if not is_tabbed(bag):
        return ()
    if NARROW_BY.is_(bag, "opening"):
        return (to(ZIP_OPENING, mm),)
    tab = at_most(bag, (draft.form.mm("flat_opening") - mm) / 2)
    return (to(TAB, tab),) if tab > 0 else ()


@check(
    "zips",
    10,
    "zip-seam-over-teeth",
    "stop",
    "The zip seam leaves no room beside the teeth",
    "zip seam > (tape − teeth − 4 mm) ÷ 2",
    "The foot has to run between the row and the teeth, or the slider jams on the cloth.",
    "The zip cannot be sewn in, or does not run.",
)
def zip_seam_over_teeth(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        bag = draft.bag
        if is_hinged(bag):
            continue
        seam, most = ZIP_ALLOWANCE.of(bag), most_seam(bag)
        if seam > most + 1e-6:
            narrow, wide = at_most(bag, most), at_least(bag, 2 * seam + made.teeth + FOOT.mm(bag.unit))
            yield fired(
                ZIP_ALLOWANCE,
                "A seam of {seam} on a tape of {tape}.",
                "Sew it at {narrow} or less, or take a tape {wide} wide."
                if narrow > 0
                else "Take a tape {wide} wide.",
                remedies=(*(allowance(bag, "zip", narrow) if narrow > 0 else ()), to(TAPE, wide)),
                seam=seam,
                tape=made.tape.mm,
                narrow=narrow,
                wide=wide,
            )


@check(
    "zips",
    20,
    "zip-too-short",
    "stop",
    "The zip is too short",
    "the tape beyond a stop does not reach 6 mm past the row that catches it, or 12 mm under its tab",
    "An end that is not caught pulls out; the needle would come down beside the tape.",
    "The end of the zip hangs loose.",
)
def zip_too_short(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if not made.short or made.stock is None:
            continue
        bag = draft.bag
        hand, whole = ZIP_IN_HAND.value(bag).value is not None, used_whole(bag)
        last: tuple[Remedy, ...] = (to(ZIP_IN_HAND, None),) if hand else ()
        metre, say = to(ZIP_USED, "metre"), "{stock} from stop to stop; {short} is missing."
        if whole:
            yield _whole_too_short(draft, made, made.stock, (*last, metre), say)
            continue
        longer = made.stock + made.short
        buy = next_sold(bag, longer)
        fix = (
            "Take one at least {short} longer: buy {buy}." if buy else "Take it by the metre, with a slider."
        )
        ways: tuple[Remedy, ...] = (to(ZIP_IN_HAND, buy),) if buy and hand else ()
        if is_hinged(bag):
            ways += _opening(draft, at_most(bag, 2 * made.half_open - made.short))
        elif not is_tabbed(bag) and not draft.form.zip_at_edge:
            fix += " Or narrow the opening by tabs."
            ends = (Change(ZIP_ENDS, "folded"), Change(NARROW_BY, "opening"))
            ways += ((*ends, Change(ZIP_OPENING, at_most(bag, made.stock / 2))),)
        yield fired(
            ZIP_IN_HAND,
            say,
            fix,
            remedies=(*ways, *last, metre),
            stock=made.stock,
            short=made.short,
            buy=buy or 0.0,
        )


def _whole_too_short(draft: "Draft", made: Zip, stock: float, last: tuple[Remedy, ...], say: str) -> Fired:
    """Return what is said of a whole zip that is too short: which would go in, or where this one does."""
    bag = draft.bag
    shortest, longest = at_least(bag, stock + 2 * made.short), at_most(bag, 2 * (made.row - made.clear))
    find = to(ZIP_IN_HAND, shortest)
    if not ends_free(bag):
        return fired(
            ZIP_IN_HAND,
            say,
            "Take one of {shortest} to {longest} from stop to stop, or one by the metre."
            if shortest <= longest
            else "Take one by the metre, or cut a longer one.",
            remedies=(*((find,) if shortest <= longest else ()), *last, to(ZIP_USED, "cut")),
            stock=stock,
            short=made.short,
            shortest=shortest,
            longest=longest,
        )
    least, most = made.opening_for(bag)
    return fired(
        ZIP_WINDOW if is_hinged(bag) else ZIP_OPENING if NARROW_BY.is_(bag, "opening") else TAB,
        say,
        "It fills an opening of {least} to {most}; or take one of {shortest} to {longest}."
        if shortest <= longest
        else "It fills an opening of {least} to {most}.",
        remedies=(
            *_opening(draft, at_least(bag, least)),
            *_opening(draft, at_most(bag, most)),
            *((find,) if shortest <= longest else ()),
            *last,
        ),
        stock=stock,
        short=made.short,
        least=least,
        most=most,
        shortest=shortest,
        longest=longest,
    )


@check(
    "zips",
    30,
    "stop-on-row",
    "stop",
    "A row would be sewn over a stop",
    "a stop, or the length of it that was measured, less than 3 mm from a row that crosses the zip",
    "A stop breaks the needle, and a broken needle flies.",
    "The needle breaks.",
)
def stop_on_row(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if not made.on_rows or made.short:
            continue
        bag, clear = draft.bag, CLEAR.mm(draft.bag.unit)
        hand = ZIP_IN_HAND.value(bag).value is not None
        ways: list[Remedy] = []
        if ends_free(bag):
            ways += _opening(draft, at_least(bag, 2 * made.half_open + 2 * clear))
            ways += _opening(draft, at_most(bag, 2 * made.half_open - 2 * clear))
        more = snap(2 * (made.row + clear + max(made.stop)) - (made.stock or 0.0))
        longer = at_least(bag, (made.stock or 0.0) + more)
        if hand:
            ways += [to(ZIP_IN_HAND, longer), to(ZIP_IN_HAND, None)]
        ways.append(to(ZIP_USED, "metre"))
        yield fired(
            ZIP_IN_HAND,
            "A stop lies {off} from the row.",
            "Keep {clear}: take one {more} longer, or move the row by another width of tab."
            if is_tabbed(bag)
            else "Keep {clear}: take one {more} longer, or one by the metre.",
            remedies=tuple(ways),
            off=made.on_rows[0],
            clear=clear,
            more=more,
        )


@check(
    "zips",
    40,
    "teeth-crossed",
    "stop",
    "A row would cross hard teeth",
    "metal or moulded teeth left in where a row crosses them",
    "No needle goes through them.",
    "The needle breaks.",
)
def teeth_crossed(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        left = TEETH_AT_SEAMS.is_(draft.bag, "left")
        if not made.facts.stitched and made.crossed and left:
            yield fired(
                TEETH_AT_SEAMS,
                "{zip}, crossed at {ends}.",
                "Take the teeth out there, use one whole, or choose a coil.",
                {"zip": made.facts.label, "ends": "both ends" if made.crossed == 2 else "one end"},
                remedies=(
                    to(TEETH_AT_SEAMS, "out"),
                    to(ZIP_KIND, "coil"),
                    to(ZIP_USED, "whole"),
                ),
            )


@check(
    "zips",
    50,
    "zip-longer-than-sold",
    "warn",
    "No zip is sold so long",
    "needed length > the longest sold",
    "Closed zips come in steps up to a longest one.",
    "The shop has none.",
)
def zip_longer_than_sold(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        if ZIP_USED.is_(draft.bag, "cut") and made.stock is not None:
            needed = snap(sum(t.mm for t in made.buy.terms[:2]))
            hand = ZIP_IN_HAND.value(draft.bag).value is not None
            if not hand and needed > made.stock + 1e-6:
                yield fired(
                    ZIP_USED,
                    "{needed} needed, {most} sold.",
                    "Take it by the metre, with a slider.",
                    remedies=(to(ZIP_USED, "metre"),),
                    needed=needed,
                    most=made.stock,
                )


@check(
    "zips",
    60,
    "tabs-fill-mouth",
    "stop",
    "The tabs and the opening do not fit the mouth",
    "opening < 20 mm, or a tab that shows less than 3 mm",
    "Both tabs and the opening together are as long as the mouth.",
    "Nothing can be put in, or the tabs have no width.",
)
def tabs_fill_mouth(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        bag = draft.bag
        if not is_tabbed(bag):
            continue
        mouth, tab = draft.form.mm("flat_opening"), tab_shows(bag, draft.form).mm
        opening = snap(2 * made.half_open)
        if opening < LEAST_OPENING - 1e-9 or tab < LEAST_TAB - 1e-9:
            by_tab = NARROW_BY.is_(bag, "tab")
            low, high = LEAST_OPENING, mouth - 2 * LEAST_TAB
            if by_tab:
                low, high = LEAST_TAB, (mouth - LEAST_OPENING) / 2
            low, high = at_least(bag, low), at_most(bag, high)
            path = TAB if by_tab else ZIP_OPENING
            nearest = high if (path.of(bag) > high) else low
            caught = to(ZIP_ENDS, "caught")
            yield fired(
                path,
                "An opening of {opening} in a mouth of {mouth}.",
                "Choose between {low} and {high}." if low <= high else "Let the zip run from seam to seam.",
                remedies=(*((to(path, nearest),) if low <= high else ()), caught),
                opening=opening,
                mouth=mouth,
                low=low,
                high=high,
            )


@check(
    "zips",
    65,
    "window-too-long",
    "stop",
    "The window is too long for its fold",
    "window > the body at the window’s edges − 2 × 12 mm, or the window < 20 mm",
    "Both ends of the tape lie under the cloth beside the window, clear of the seam.",
    "The tape runs into the seam, or a side is slit through.",
)
def window_too_long(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_hinged(bag):
        return
    room, window = most_window(bag, draft.form), ZIP_WINDOW.of(bag)
    least, most = at_least(bag, LEAST_OPENING), at_most(bag, room)
    if window > room + 1e-6 or window < LEAST_OPENING - 1e-9:
        nearest = most if window > room else least
        yield fired(
            ZIP_WINDOW,
            "A window of {window}, and {width} along the fold.",
            "Choose between {least} and {most}." if least <= most else "Make the body wider.",
            remedies=(to(ZIP_WINDOW, nearest),) if least <= most else (),
            window=window,
            width=draft.form.mm("width"),
            least=least,
            most=most,
        )


@check(
    "zips",
    66,
    "window-not-for-its-tape",
    "stop",
    "The window is too high or too low for its zip",
    "the window’s height < teeth + 4 mm, or > tape − 10 mm",
    "The slider runs in the window clear of both edges, and the tape reaches under each by 5 mm for its row.",
    "The slider jams, or the row misses the tape.",
)
def window_not_for_its_tape(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for made in _zips(draft) if is_hinged(bag) else ():
        high = ZIP_WINDOW_HIGH.of(bag)
        low, room = made.teeth + FOOT.mm(bag.unit), made.tape.mm - 2 * UNDER_EDGE.mm(bag.unit)
        if low - 1e-6 <= high <= room + 1e-6:
            continue
        least, most = at_least(bag, low), at_most(bag, room)
        wide = at_least(bag, max(high, least) + 2 * UNDER_EDGE.mm(bag.unit))
        yield fired(
            ZIP_WINDOW_HIGH,
            "A window {high} high, on a tape of {tape}.",
            "Make it {least} to {most} high." if least <= most else "Take a tape {wide} wide.",
            remedies=((to(ZIP_WINDOW_HIGH, most if high > most else least),) if least <= most else ())
            + ((to(TAPE, wide),) if high >= least - 1e-6 or least > most else ()),
            high=high,
            tape=made.tape.mm,
            least=least,
            most=max(0.0, most),
            wide=wide,
        )


@check(
    "zips",
    70,
    "turned-through-small-zip",
    "warn",
    "The zip is tight to turn the bag through",
    "turned through the zip: it opens less than 60 mm, or 120 mm with fleece or foam",
    "All of the bag has to pass it.",
    "The bag is hard to turn, or tears at the zip's ends.",
)
def turned_through_small_zip(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        bag, least = draft.bag, at_least(draft.bag, least_to_turn(draft))
        if as_one(bag) and made.opens.total < least_to_turn(draft) - 1e-9:
            lined = TURNED in bag.values and not is_hinged(bag)
            wider = at_least(bag, 2 * made.half_open + least - made.opens.total)
            yield fired(
                ZIP_ENDS,
                "It opens {opens}.",
                "Make it {least} or more, or leave a gap in the lining."
                if lined
                else "Make it {least} or more.",
                remedies=(
                    *((to(TURNED, "gap"),) if lined else ()),
                    *_opening(draft, wider),
                    *((to(ZIP_ENDS, "caught"),) if ends_free(bag) else ()),
                ),
                opens=max(0.0, made.opens.total),
                least=least,
            )


@check(
    "zips",
    80,
    "hand-does-not-go-in",
    "note",
    "A hand does not go in",
    "the zip opens less than 100 mm",
    "What lies at the bottom has to be shaken out.",
    "Fine for small things.",
)
def hand_does_not_go_in(draft: "Draft") -> Iterator[Fired]:
    for made in _zips(draft):
        bag = draft.bag
        if made.opens.total < HAND - 1e-9:
            wider = at_least(bag, 2 * made.half_open + HAND - made.opens.total)
            yield fired(
                ZIP_ENDS,
                "It opens {opens}.",
                "Fine for small things; {hand} lets a hand in.",
                remedies=_opening(draft, wider),
                opens=max(0.0, made.opens.total),
                hand=at_least(bag, HAND),
            )


@check(
    "zips",
    85,
    "thing-past-zip",
    "warn",
    "The thing does not go in as it lies",
    "the side of a thing along the zip, of a flat bag with its thickness, > what the zip opens",
    "The slider and what holds the ends of the zip take of its length.",
    "It has to be tilted in, or does not go in.",
)
def thing_past_zip(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not SIZE_FROM.is_(bag, "thing") or THING_EASE not in bag.values:
        return
    side = lies_along(bag)
    for made in _zips(draft) if side else ():
        flat = "width" in draft.form.dimensions and "depth" not in draft.form.dimensions
        thick = (THING_THICK.or_none(bag) or 0.0) if flat else 0.0
        needs = snap((side or 0.0) + thick)
        missing = snap(needs - made.opens.total)
        if missing > 1e-6:
            # a zip whose ends are caught grows with its mouth, and that comes out on the grid
            more = at_least(bag, THING_EASE.of(bag) + missing + bag.grid.step)
            yield fired(
                ZIP_ENDS,
                "It is {needs} as it lies along the zip, and that opens {opens}.",
                "Give it an ease of {more}, or let the zip run to both seams.",
                remedies=(
                    *((to(ZIP_ENDS, "caught"),) if ends_free(bag) else ()),
                    to(THING_EASE, more),
                    *_opening(draft, at_least(bag, 2 * made.half_open + missing)),
                ),
                needs=needs,
                opens=max(0.0, made.opens.total),
                more=more,
            )


@check(
    "zips",
    90,
    "zip-not-counted",
    "note",
    "The zip is not counted",
    "height, or a box pouch’s breadth, to the edge of the cloth",
    "Half of what shows of the zip lies beyond the cloth of each panel.",
    "The pouch comes out larger than asked by that.",
)
def zip_not_counted(draft: "Draft") -> Iterator[Fired]:
    for _ in _zips(draft):
        more = left_out(draft.bag)
        if abs(more) > 1e-6:
            round_it = draft.bag.kinds.base.runs_round and not draft.form.zip_at_edge
            key = "breadth" if round_it else "height"
            made = draft.form.dimensions[key]
            yield fired(
                ZIP_COUNTS,
                "{name} {asked} asked; with the zip it comes out {out}, {more} more.",
                "Count the zip, or take it as it is.",
                {"name": made.label},
                remedies=(to(ZIP_COUNTS, "counted"),),
                asked=made.asked,
                out=made.comes_out,
                more=more,
            )


@check(
    "zips",
    95,
    "zip-fills-upper-side",
    "stop",
    "The zip is as broad as the upper side",
    "a box pressed with its zip along one edge: breadth ≤ what shows of the zip",
    "Its corners are sewn across zip and cloth; half the breadth has to reach past half of the zip.",
    "There is no cloth at the corners to sew across.",
)
def zip_fills_upper_side(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not draft.form.zip_at_edge:
        return
    broad, zip_wide = draft.form.mm("breadth"), shows(bag)
    for _ in _zips(draft):
        if broad <= zip_wide + 1e-9:
            least = above(bag, zip_wide)
            yield fired(
                BREADTH,
                "{broad} broad, and {zip} of the zip show.",
                "Make it broader than {zip}, or press it with the zip over the base seam.",
                remedies=(to(BREADTH, least), to(PRESSED, "over_seam")),
                broad=broad,
                zip=zip_wide,
            )


@check(
    "zips",
    100,
    "broad-for-its-length",
    "note",
    "Nearly as broad as it is long",
    "a box pouch: breadth > 0.8 × length",
    "The zip, along its length, opens it less than it could along its breadth.",
    "It opens less than it could.",
)
def broad_for_its_length(draft: "Draft") -> Iterator[Fired]:
    made, bag = draft.form.dimensions, draft.bag
    if not bag.kinds.base.runs_round:
        return
    long, broad = made["length"].asked, made["breadth"].asked
    if broad > BROAD_SHARE * long + 1e-9:
        turned = (Change(LENGTH, broad), Change(BREADTH, long))
        most = at_most(bag, BROAD_SHARE * long)
        yield fired(
            BREADTH,
            "{breadth} broad, {length} long.",
            "Lay the zip along the longer side." if broad > long else "Keep the breadth to {most}.",
            remedies=(*((turned,) if broad > long else ()), to(BREADTH, most)),
            breadth=broad,
            length=long,
            most=most,
        )


@check(
    "zips",
    110,
    "wrist-loop-small",
    "warn",
    "The loop is small for a hand",
    "twice a cloth loop, or an elastic drawn out to its tube, < 220 mm",
    "It has to pass the hand, which is about 220 mm round (ours), and then hold the wrist.",
    "No hand goes through it.",
)
def wrist_loop_small(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for path, share, made in (
        (WRIST_SHOWS, 2.0, WRIST.is_(bag, "cloth")),
        (WRIST_ROUND, FULLNESS, WRIST.is_(bag, "elastic")),
    ):
        if made and share * path.of(bag) < HAND_ROUND - 1e-9:
            least = at_least(bag, HAND_ROUND / share)
            yield fired(
                path,
                "{round} round at most.",
                "Make it {least} or more.",
                remedies=(to(path, least),),
                round=snap(share * path.of(bag)),
                least=least,
            )


CHECKS = (
    zip_seam_over_teeth,
    zip_too_short,
    stop_on_row,
    teeth_crossed,
    zip_longer_than_sold,
    tabs_fill_mouth,
    window_too_long,
    window_not_for_its_tape,
    turned_through_small_zip,
    hand_does_not_go_in,
    thing_past_zip,
    zip_not_counted,
    zip_fills_upper_side,
    broad_for_its_length,
    wrist_loop_small,
)
