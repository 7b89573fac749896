"""The zip as a thing with a width: its tape, what its seam takes, and what of it shows."""

import math
from fractions import Fraction

from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import ZIP_ALLOWANCE
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.cut_as import is_hinged, one_round
from ambitus.core.grammar.cloth.fields import BOTTOM
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.sizes import WIDTH
from ambitus.core.grammar.top.fields import LINING_EASE
from ambitus.core.grammar.top.lining import deeper_by, lies_inside, one_with_outer
from ambitus.core.grammar.top.zip.fields import (
    CLOSES_AT,
    NARROW_BY,
    STOP_LONG,
    TAB,
    TAB_BY,
    TAB_CUT,
    TAB_EDGES,
    TAB_OF,
    TAB_TURN,
    TAPE,
    TEETH,
    TEETH_AT_SEAMS,
    ZIP_COUNTS,
    ZIP_ENDS,
    ZIP_IN_HAND,
    ZIP_KIND,
    ZIP_OPENING,
    ZIP_SLIDERS,
    ZIP_USED,
    ZIP_WINDOW,
    ZIP_WINDOW_HIGH,
)
from ambitus.core.lengths import Pair, View, paired, snap
from ambitus.core.spec.resolved import Resolved, ZipFacts
from ambitus.core.sums import Term
from ambitus.core.words import within

#: What a foot needs between the teeth and its row on both sides together.
FOOT = paired(4)

#: The seam of a zip is narrower than the general one, so that the foot runs beside the teeth.
OWN_ALLOWANCE = {"zip": paired(6)}


def facts_of(bag: Resolved) -> ZipFacts:
    """Return what is known of the kind of zip that is chosen."""
    return bag.facts.zips[ZIP_KIND.of(bag)]


#: How far a zip reaches past either end of a window, under the cloth beside it: 12 mm | 1/2 in.
PAST_WINDOW = paired(12)
#: How far before its ends the slit of a window stops, to run into the corners: 10 mm | 3/8 in.
SLIT_STOPS = paired(10)


def ends_free(bag: Resolved) -> bool:
    """Return whether the ends of the zip lie in no seam: under tabs, or behind the cloth beside a window."""
    return is_tabbed(bag) or is_hinged(bag)


def comes_apart(bag: Resolved) -> bool:
    """Return whether the zip is open-ended: its two halves are held together by a pin in a box."""
    return ZIP_USED.is_(bag, "open_end")


def used_whole(bag: Resolved) -> bool:
    """Return whether nothing of the zip is cut off: both its stops lie inside the rows across its ends."""
    return ZIP_USED.is_(bag, "whole") or comes_apart(bag)


def is_tabbed(bag: Resolved) -> bool:
    """Return whether tabs fill a part of the mouth at both ends of the zip."""
    return ZIP_ENDS.is_(bag, "folded") or ZIP_ENDS.is_(bag, "seamed")


TAPE_PARAMS = (
    Param(
        ZIP_KIND,
        "Zip",
        "choice",
        "coil",
        options=(
            Option("coil", "Coil", "Soft and bendy; a needle may cross its teeth slowly."),
            Option("moulded", "Moulded", "Thick plastic teeth: never sewn across."),
            Option("metal", "Metal", "Teeth of metal: never sewn across."),
        ),
    ),
    Param(
        ZIP_USED,
        "Bought as",
        "choice",
        "cut",
        options=(
            Option("cut", "A longer one, cut to length", "Its end is tacked and cut off; easy to sew in."),
            Option("whole", "One that is used whole", "Both stops lie inside the seams."),
            Option("open_end", "An open-ended one, whole", "Its halves come apart: each is sewn in alone."),
            Option("metre", "By the metre, with a slider", "No stops: both ends are caught or covered."),
        ),
        # behind a window both halves are sewn in one go
        offered=lambda bag, key: key != "open_end" or not is_hinged(bag),
    ),
    Param(
        ZIP_SLIDERS,
        "Sliders",
        "choice",
        "one",
        options=(
            Option("one", "One", "It opens from one end."),
            Option("two", "Two, head to head", "It opens from the middle, as far as it is wanted."),
        ),
        shown_when=(ZIP_USED, "metre"),
    ),
    Param(
        ZIP_ENDS,
        "Its ends",
        "choice",
        "caught",
        tells=("zip", ""),
        standing=True,
        options=(
            Option("caught", "Caught in the seams", "The zip is as long as the mouth is wide."),
            Option("folded", "Under tabs folded over them", "Narrowed: a tab at each end fills the rest."),
            Option("seamed", "Seamed to tabs", "Narrowed: a tab is sewn across each end of the zip."),
            Option("window", "Behind a window", "Front and back are one piece, slit along their fold."),
        ),
        offered=lambda bag, key: key != "window" or bag.kinds.base.hinges,
    ),
    Param(
        NARROW_BY,
        "Narrowed to",
        "choice",
        "tab",
        options=(
            Option("tab", "The tab that shows", "The opening is what is left of the mouth."),
            Option("opening", "The opening", "The tabs share what is left of the mouth."),
        ),
        shown_if=is_tabbed,
    ),
    Param(
        TAB_OF,
        "Tabs of",
        "choice",
        "cloth",
        options=(
            Option("cloth", "Cloth", "Cut as wide as the tape."),
            Option("ribbon", "Lace or ribbon", "Bought as wide as the tape."),
        ),
        shown_if=is_tabbed,
    ),
    Param(
        TAB_EDGES,
        "Short edges of the tabs",
        "choice",
        "plain",
        options=(
            Option("plain", "Left as cut", "They lie inside the seam."),
            Option("turned", "Pressed in", "A turn more at each end."),
        ),
        shown_if=is_tabbed,
    ),
    Param(
        ZIP_COUNTS,
        "Height runs to",
        "choice",
        "counted",
        options=(
            Option("counted", "The middle of the closed zip", "Half of what shows of the zip counts."),
            Option("left_out", "The edge of the cloth", "The zip is left out; the bag comes out higher."),
        ),
        shown_if=lambda bag: not is_hinged(bag) and not _always_counted(bag),
    ),
    Param(
        CLOSES_AT,
        "Closed with the slider",
        "choice",
        "right",
        tells=("zip", ""),
        standing=True,
        options=(
            Option("right", "At the right", "Seen from the front."),
            Option("left", "At the left", "Seen from the front."),
        ),
    ),
    Param(
        TEETH_AT_SEAMS,
        "Teeth in the seams",
        "choice",
        "out",
        options=(
            Option("out", "Taken out", "Pulled one by one wherever a row crosses."),
            Option("left", "Left in", "Only where no row crosses them."),
        ),
        shown_unless=(ZIP_KIND, "coil"),
    ),
    Param(
        TAPE,
        "Zip tape, wide",
        "length",
        lambda bag: facts_of(bag).tape.mm(bag.unit),
        low=10,
        high=100,
        help="The whole zip from edge to edge.",
        why="A usual width; measure yours.",
        opens="zip/width",
    ),
    Param(
        TEETH,
        "Teeth, wide",
        "length",
        lambda bag: facts_of(bag).teeth.mm(bag.unit),
        low=1,
        high=20,
        help="Of the closed zip: the foot runs beside them.",
        why="A usual width for this kind; measure yours.",
    ),
    Param(
        STOP_LONG,
        "A stop, long",
        "length",
        None,
        low=0.5,
        high=30,
        optional=True,
        shown_unless=(ZIP_USED, "metre"),
        help="As you measured it, along the zip: there the slider stands still, and no row crosses it.",
    ),
    Param(
        ZIP_WINDOW,
        "Window, long",
        "length",
        lambda bag: usual_window(bag),
        low=10,
        high=3000,
        shown_if=is_hinged,
        help="What the zip opens along the fold, its two ends under the cloth beside it.",
        why="As long as the fold has room for, with the ends of the tape.",
        opens="zip/length",
    ),
    Param(
        ZIP_WINDOW_HIGH,
        "Window, high",
        "length",
        paired(12),
        low=3,
        high=100,
        shown_if=is_hinged,
        help="What shows of the closed zip, half of it on either side of the fold.",
    ),
    Param(
        ZIP_OPENING,
        "Zip opening",
        "length",
        lambda bag: paired(100).mm(bag.unit),
        low=10,
        high=3000,
        shown_when=(NARROW_BY, "opening"),
        help="Between the two tabs.",
        opens="zip/length",
    ),
    Param(
        TAB,
        "Tab, visible",
        "length",
        paired(25),
        low=3,
        high=1500,
        shown_when=(NARROW_BY, "tab"),
        help="At each end of the zip.",
        opens="tab end/length",
    ),
    Param(
        TAB_BY,
        "Tab given",
        "choice",
        "visible",
        options=(
            Option("visible", "As it shows", "From the seam to its fold."),
            Option("cut", "As it is cut", "Before it is folded."),
        ),
        shown_when=(NARROW_BY, "tab"),
        shown_unless=(ZIP_ENDS, "caught"),
    ),
    Param(
        TAB_CUT,
        "Tab, as cut",
        "length",
        None,
        low=10,
        high=3000,
        optional=True,
        shown_when=(TAB_BY, "cut"),
    ),
    Param(
        TAB_TURN,
        "Turn of the tab",
        "length",
        paired(6),
        low=2,
        high=25,
        shown_when=(TAB_EDGES, "turned"),
    ),
    Param(
        ZIP_IN_HAND,
        "Zip in hand",
        "length",
        optional=True,
        low=30,
        high=3000,
        help="One that is there already, from stop to stop: you are told whether it goes in.",
    ),
)
TAPE_CHOICES = (
    ZIP_KIND,
    ZIP_USED,
    ZIP_SLIDERS,
    ZIP_ENDS,
    NARROW_BY,
    TAB_OF,
    TAB_EDGES,
    ZIP_COUNTS,
    CLOSES_AT,
    TEETH_AT_SEAMS,
)
TAPE_FIELDS = (TAPE, TEETH, STOP_LONG, ZIP_WINDOW, ZIP_WINDOW_HIGH, ZIP_OPENING, TAB, TAB_TURN, ZIP_IN_HAND)


def shows(bag: Resolved) -> float:
    """
    Return how much of the closed zip shows between front and back, in mm: the tape less both its seams, or
    what a window leaves free of it.
    """
    if is_hinged(bag):
        return ZIP_WINDOW_HIGH.of(bag)
    return snap(TAPE.of(bag) - 2 * ZIP_ALLOWANCE.of(bag))


def most_seam(bag: Resolved) -> float:
    """Return the widest seam that leaves room for a foot beside the teeth: (tape − teeth − 4 mm) / 2."""
    return snap((TAPE.of(bag) - TEETH.of(bag) - FOOT.mm(bag.unit)) / 2)


def _always_counted(bag: Resolved) -> bool:
    """Return whether a zip goes round a bag, so that its width would grow with it: it is always counted."""
    return bag.kinds.base.all_round or bag.kinds.base.zip_round


def is_counted(bag: Resolved) -> bool:
    """Return whether the finished height runs to the middle of the closed zip."""
    return ZIP_COUNTS.is_(bag, "counted")


def allowance(bag: Resolved, layer: Layer) -> tuple[Term, ...]:
    """Return what a panel reaches past the finished height at its zip edge: the seam less half of the zip."""
    if is_hinged(bag):
        # a fold: the window is slit there, and its edges turn in
        return ()
    seam = ZIP_ALLOWANCE.term(bag, "Zip seam")
    base = bag.kinds.base
    if not is_counted(bag) and not base.runs_round and not _always_counted(bag):
        return (seam,)
    what = (
        "The depth" if base.all_round else "The panel" if base.runs_round or base.zip_round else "The height"
    )
    why = f"{what} runs to the middle of the closed zip; half of what shows is not cloth."
    return (seam, Term("Half of the zip that shows", -snap(shows(bag) / 2), why))


def sewn_below(bag: Resolved) -> float:
    """Return how far below the finished height the row lies that sews a panel to the zip, in mm."""
    base = bag.kinds.base
    counts = (is_counted(bag) or base.runs_round or _always_counted(bag)) and not is_hinged(bag)
    return snap(shows(bag) / 2) if counts else 0.0


def left_out(bag: Resolved) -> float:
    """Return what the bag comes out higher by where the zip is not counted, in mm."""
    left = ZIP_COUNTS.is_(bag, "left_out") and not is_hinged(bag) and not _always_counted(bag)
    return snap(shows(bag) / 2) if left else 0.0


def sliders(bag: Resolved) -> int:
    """Return how many sliders run on the zip: two only on one that is bought by the metre."""
    return 2 if ZIP_USED.is_(bag, "metre") and ZIP_SLIDERS.is_(bag, "two") else 1


def as_one(bag: Resolved) -> bool:
    """Return whether no lining is sewn up by itself: a zipped bag is then turned through its zip."""
    return one_with_outer(bag) or "lining" not in bag.kinds.top.layers


def end_class(bag: Resolved) -> str:
    """Return the class of seam that catches the ends of a zip: side seams, ends of a box, joins of a ring."""
    return next((key for key in ("end", "side") if key in bag.kinds.sewn), next(iter(bag.kinds.sewn)))


def no_mouth(bag: Resolved) -> str:
    """Return why a zip cannot lie between front and back on this base, or nothing."""
    base = bag.kinds.base
    if base.kind in ("gusset", "side_panels"):
        return "the sides stand between front and back, where the zip’s ends would have to be caught"
    if one_round(bag):
        return "a tube of one panel has one side seam, and the zip has two ends"
    if lies_inside(bag) and (why := _not_inside(bag)):
        return why
    return _no_window(bag) if is_hinged(bag) else ""


def edges_outside(bag: Resolved) -> bool:
    """Return whether a flat bag is sewn so that the edges of its outer stay outside, all of them."""
    base = bag.kinds.base
    body = [key for key in base.classes if key in bag.kinds.sewn]
    return base.hinges and all(bag.kinds.seam(key).kind == "raw" for key in body)


def _not_inside(bag: Resolved) -> str:
    """Return why a lining cannot be sewn by itself inside its outer, or nothing."""
    if not edges_outside(bag):
        return "what is never turned is flat, and its edges stay outside: raw edges that meet"
    return "" if LINING_EASE.is_(bag, "deeper") else "the lining inside it is cut the same, and sewn deeper"


def _no_window(bag: Resolved) -> str:
    """Return why a bag cannot be folded at its top and slit there, or nothing."""
    if bag.kinds.carry:
        return "straps need an edge to hang from, and its top is a fold"
    if bag.kinds.extras:
        return "what is put on is measured from a top edge, and its top is a fold"
    if BOTTOM.is_(bag, "contrast"):
        return "a bottom would part front and back, which are one piece"
    if not as_one(bag) and not lies_inside(bag):
        return "its lining is slit with it, and has no seam of its own for a gap: turn it through the zip"
    if LINING_EASE.found(bag) and not LINING_EASE.is_(bag, "none") and not lies_inside(bag):
        return "its lining is slit with it, and is cut the same size"
    return ""


def usual_window(bag: Resolved) -> float:
    """
    Return how long a window is made: what the ends of the tape leave of the fold, rounded down to 5 mm, or to
    1/4 in, with half of that to spare.
    """
    step = Pair(5, Fraction(1, 4)).mm(bag.unit)
    room = (WIDTH.or_none(bag) or 0.0) - 2 * (past_window(bag) + inside_by(bag)) - step
    return snap(max(4.0, math.floor(room / step)) * step)


def past_window(bag: Resolved) -> float:
    """Return how far the tape reaches past either end of a window, in mm."""
    return PAST_WINDOW.mm(bag.unit)


def most_window(bag: Resolved, form: Form) -> float:
    """
    Return the longest window that a body has room for, in mm: at its edges, half of what shows of the zip
    below the fold, both ends of the tape still lie inside the seam.
    """
    deep = shows(bag) / 2 - (form.mm("height") - form.rounded)
    # beside a lining that is sewn inside it is that seam which the tape may not lie under
    inside = inside_by(bag)
    narrower = 0.0
    if deep > 0 and form.rounded:
        r = form.rounded - (0.0 if form.clipped else inside)
        narrower = deep if form.clipped else r - math.sqrt(max(0.0, r * r - deep * deep))
    return snap(form.mm("width") - 2 * (narrower + inside + past_window(bag)))


def inside_by(bag: Resolved) -> float:
    """Return how far inside its outer a lining is sewn whose outer's edges stay outside, in mm."""
    return deeper_by(bag, "lining") if lies_inside(bag) else 0.0


def _says(bag: Resolved, view: View, prefix: str) -> str:
    open_ended = "an open-ended" if comes_apart(bag) else "a"
    words = f"closed by {open_ended} {within(facts_of(bag).label)}"
    if is_hinged(bag):
        return f"{words} behind a window"
    return f"{words} narrowed by tabs" if is_tabbed(bag) else words


ZIP_PHRASE = Phrase("zip", "Zip", ", ", _says, (*TAPE_CHOICES, TAB_BY), (*TAPE_FIELDS, TAB_CUT))
