"""The cords: how many, how long by each school, and what they leave when the mouth is drawn in."""

from dataclasses import dataclass

from ambitus.core.form.model import Form
from ambitus.core.grammar.contract import Option, Param
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.top.drawstring.channel import cord_flat
from ambitus.core.grammar.top.drawstring.fields import (
    CORD,
    CORD_CUT,
    CORD_END,
    CORD_FIBRE,
    CORD_THICK,
    CORD_WIDE,
    CORDS,
    LOOP,
    LOOP_WIDE,
    LOOPS,
    TAIL,
)
from ambitus.core.grammar.top.drawstring.loops import LOOP_PARAMS, at_foot
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term, to_grid

CORDS_PARAMS = (
    Param(
        CORDS,
        "Cords",
        "choice",
        "one",
        options=(
            Option("one", "One cord", "Comes out at one side; a toggle or a knot holds it."),
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
        "Ends of the cord",
        "choice",
        "knot",
        options=(
            Option("knot", "Knotted", "Tied together, or through a toggle."),
            Option("sealed", "Melted", "Only synthetic cord: melted edges hold by themselves."),
            Option("sealant", "Sealed with liquid", "For cord that does not melt; it has to dry."),
            Option("slant", "Cut at a slant", "For ribbon that is not washed."),
        ),
        # a flame at what does not melt is never offered
        offered=lambda bag, key: key != "sealed" or cord_melts(bag),
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
CORDS_CHOSEN = (CORD, CORD_FIBRE, CORDS, CORD_END, LOOPS)


@dataclass(frozen=True, slots=True)
class Cords:
    """
    The cords of a bag: how many, and for one of them the way round the mouth, its length, and its width.

    ``schools`` are other ways to reckon the length, each a sum, and the tail that it leaves at each end.
    """

    count: int
    path: Term
    length: Sum
    width: float
    material: str
    #: what is cut for a strip of cloth, or the width to buy
    across: Sum
    schools: tuple[tuple[str, Sum, Sum], ...]

    def tail_at(self, mouth: float) -> float:
        """Return the tail at each end when the mouth is drawn in to *mouth* mm round."""
        return snap((self.length.total - mouth) / 2)


_MATERIAL = {"round": "Round cord", "ribbon": "Ribbon or tape", "elastic": "Elastic"}


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
    if "side" not in bag.bag.classes:
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
        reach = snap(form.height - bag.bag.top.above_cord(bag).mm if bag.bag.top.above_cord else form.height)
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
        across = to_grid(
            "How wide to cut it", (Term(width.label, 4 * width.mm, why, width.source, 4),), bag.grid
        )
        material = bag.cloth("outer").label
    else:
        field = CORD_THICK if CORD.is_(bag, "round") else CORD_WIDE
        across = Sum("How wide to buy it", (field.term(bag, "Cord"),))
        material = _MATERIAL[CORD.of(bag)]
    count = 2 if CORDS.is_(bag, "two") else 1
    return Cords(count, path, length, cord_flat(bag), material, across, schools)
