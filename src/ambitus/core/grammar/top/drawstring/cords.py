"""The cords: how many, how long by each school, and what they leave when the mouth is drawn in."""

from ambitus.core.form.model import Form, Mark, Part, Strip
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.features import Cords, above_cord, drawn_up
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.top.drawstring.channel import channel_of, cord_flat
from ambitus.core.grammar.top.drawstring.fields import (
    CORD,
    CORD_CUT,
    CORD_END,
    CORD_FIBRE,
    CORD_KNOT,
    CORD_THICK,
    CORD_WIDE,
    CORDS,
    LOOP,
    LOOP_WIDE,
    LOOPS,
    TAIL,
)
from ambitus.core.grammar.top.drawstring.loops import LOOP_PARAMS, at_foot, loop_strips, no_two_sides
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, to_grid

CORDS_PARAMS = (
    Param(
        CORDS,
        "Cords",
        "choice",
        "one",
        way_out="two",
        offered=lambda bag, key: key != "across" or not no_two_sides(bag),
        options=(
            Option("one", "One cord", "Comes out at one side; a toggle or a knot holds it."),
            Option(
                "across",
                "One cord, both sides open",
                "The channel is in two halves; the cord crosses the other side in the open.",
            ),
            Option("two", "Two cords", "From opposite sides: the mouth closes evenly."),
        ),
    ),
    Param(
        TAIL,
        "Tail of the cord",
        "length",
        paired(75),
        low=10,
        high=1000,
        help="At each end, with the mouth flat open; the knot is in it.",
    ),
    Param(
        CORD_END,
        "Cut ends of the cord",
        "choice",
        "knot",
        options=(
            Option("knot", "As they are cut", "A knot has to hold them together."),
            Option("sealed", "Melted", "Only synthetic cord: melted edges hold by themselves."),
            Option("sealant", "Sealed with liquid", "For cord that does not melt; it has to dry."),
            Option("slant", "Cut at a slant", "For ribbon that is not washed."),
        ),
        # a flame at what does not melt is never offered
        offered=lambda bag, key: key != "sealed" or cord_melts(bag),
        help="How they are kept from fraying, before the cord goes near the bag.",
    ),
    Param(
        CORD_KNOT,
        "Knot",
        "choice",
        "knot",
        options=(
            Option("knot", "Knotted", "Once the cord is in; what it eats is part of the tail."),
            Option("none", "No knot", "A toggle or a bead holds the ends."),
        ),
    ),
    Param(
        CORD_CUT,
        "Cord in hand",
        "length",
        optional=True,
        low=50,
        high=20000,
        help="A cord that is there already: you are told what it leaves, or that it is too short.",
    ),
    *LOOP_PARAMS,
)

#: what a cut list tells of cords and loops: in numbers, and as choices
CORDS_TOLD = {field.leaf: field for field in (CORD_THICK, CORD_WIDE, TAIL, LOOP, LOOP_WIDE)}
CORDS_CHOSEN = (CORD, CORD_FIBRE, CORDS, CORD_END, CORD_KNOT, LOOPS)


_MATERIAL = {"round": "Round cord", "ribbon": "Ribbon or tape", "elastic": "Elastic"}


def says_cords(bag: Resolved) -> str:
    """Return the cords in the words of the sentence."""
    return {"one": "a cord", "across": "a cord across both sides", "two": "two cords"}[CORDS.of(bag)]


def cord_melts(bag: Resolved) -> bool:
    """Return whether the ends of the cord can be melted: of a synthetic one, or a strip of such cloth."""
    if CORD.is_(bag, "strip"):
        return bag.cloth("outer").melts
    return CORD_FIBRE.is_(bag, "synthetic") and not CORD.is_(bag, "elastic")


def _tails(length: Sum, path: Term) -> Sum:
    """Return what a cord of *length* leaves at each end of the open mouth; below nothing if it is short."""
    return Sum(
        "Tail it leaves at each end",
        (
            Term("Half of the cord", snap(length.total / 2), "It comes out in two ends."),
            Term("Half of the way round", -snap(path.mm / 2), "What lies in the channel of the open mouth."),
        ),
    )


def cut_widths(bag: Resolved, wide: float) -> tuple[float, float]:
    """Return how wide front and back are cut that are *wide* at the seams; of a lap the back is wider."""
    if "side" not in bag.kinds.classes:
        return wide, wide
    plain = (snap(wide + 2 * eaten(bag, "side", over)) for over in (True, False))
    front, back = (mm if bag.grid.holds(mm) else bag.grid.fit(mm) for mm in plain)
    return front, back


def once_round(bag: Resolved, form: Form) -> Cords:
    """Return the cords of a channel that is as wide as the bag."""
    why = "The channel of the open mouth."
    return cords_of(bag, form, Term("Once round the mouth", form.mouth_length, why))


def cords_of(bag: Resolved, form: Form, path: Term) -> Cords:
    """Return the cords on a mouth whose channel is *path* long."""
    wide = form.mm("width") if "width" in form.dimensions else form.mm("flat_opening")
    cut_width = snap(sum(cut_widths(bag, form.mm("flat_opening"))) / 2)
    down: tuple[Term, ...] = ()
    if at_foot(bag):
        reach = snap(form.height - above_cord(bag))
        down = (Term("Down to the loop at the foot", 2 * reach, "Both ends run down the side.", times=2),)
    tail = TAIL.term(bag, "Tail")
    tails = Term("Tail", 2 * tail.mm, tail.why, tail.source, 2)
    length = to_grid("How long to cut it", (path, *down, tails), bag.grid)
    strip = CORD.is_(bag, "strip")
    by_width = Sum(
        "Twice the width and a tail",
        (Term("Finished width", 2 * wide, "Front and back.", times=2), tails),
    )
    by_cut = Sum("Three times the cut width", (Term("Cut width", 3 * cut_width, "As cut.", times=3),))
    schools = tuple((s.label.lower(), s, _tails(s, path)) for s in (by_width, by_cut))
    if strip:
        width = CORD_WIDE.term(bag, "Width of the strip")
        why = "Folded in four: both edges to the middle, then in half."
        across = to_grid("How wide to cut it", (width.scaled(4, why, 4),), bag.grid)
        material = "outer"
    else:
        field = CORD_THICK if CORD.is_(bag, "round") else CORD_WIDE
        across = Sum("How wide to buy it", (field.term(bag, "Cord"),))
        material = _MATERIAL[CORD.of(bag)]
    count = 2 if CORDS.is_(bag, "two") else 1
    return Cords(count, path, length, cord_flat(bag), material, across, schools)


def cord_strip(bag: Resolved, form: Form) -> Strip:
    """
    Return the cord as a strip, its tails marked, with the other ways to reckon its length.

    Raises ValueError of a bag that is not drawn up.
    """
    drawn = drawn_up(bag)
    if drawn is None:
        raise ValueError("the bag is not drawn up")
    cords = drawn.cords(bag, form)
    tail = Sum(
        "Tail", (Term("Tail", cords.tail_at(cords.path.mm), "Outside the channel of the open mouth."),)
    )
    wide, long = cords.across.total, cords.length.total
    least = Sum("The least that lets the mouth open", (cords.path,))
    readings = [("the least that lets the mouth open flat", least)]
    for name, length, tails in cords.schools:
        readings += [(name, length), ("which leaves at each end", tails)]
    channel = Sum("The channel", (Term("Channel", channel_of(bag)[1], "Clear, for cord and threading pin."),))
    lies = Sum(
        "The cord lies", (Term("Cord", cords.width, "Flat in its channel: a round cord half its girth."),)
    )
    total = Sum("To buy", (Term("Cord", cords.count * cords.length.total, "As cut.", times=cords.count),))
    told = (("tail", tail), ("the cord lies wide", lies), ("in a channel of", channel), ("in all", total))
    marks = (
        Mark("notch", "Where it enters the channel", ((tail.total, wide),), "either end", told),
        Mark("notch", "Where it leaves the channel", ((long - tail.total, wide),), "either end"),
        Mark("notch", "Other ways to reckon it", (), "the whole cord", tuple(readings)),
    )
    return Strip(
        "cord",
        "",
        "Cord",
        cords.count,
        cords.length,
        cords.across,
        0.0,
        cords.material,
        marks,
        melts=cord_melts(bag),
        cut=CORD.is_(bag, "strip"),
    )


def cord_parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the cord and the loops of a drawn-up top."""
    return (cord_strip(item.bag, form), *loop_strips(item.bag, form))
