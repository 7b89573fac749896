"""What every strap has, however it is made: fields, where its ends go, how long it is."""

from dataclasses import dataclass, replace

from ambitus.core.form.model import Form, Mark, Part, Strip
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.panels import asked_height
from ambitus.core.grammar.carry.fields import (
    BOX,
    DROP,
    FROM_FACE,
    FROM_SIDE,
    FROM_TOP,
    HELD,
    MEASURED_BY,
    PLACED_BY,
    ROLL_FLAT,
    ROLLED,
    STRAP_GAP,
    STRAP_LENGTH,
    STRAP_WIDTH,
)
from ambitus.core.grammar.carry.hang import visible_for_drop
from ambitus.core.grammar.carry.read import drop_for_visible
from ambitus.core.grammar.carry.stretched import for_narrowing, for_stretch, narrowing_of, stretch_of
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import paired, snap
from ambitus.core.lengths.pairs import Pair
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term, gathered, to_grid


def hold_of(item: Item) -> float:
    """Return the flat width of the hand or shoulder that carries the strap, in mm."""
    return paired(60 if HELD.of(item) == "hand" else 110).mm(item.bag.unit)


STRAP_PARAMS = (
    Param(
        STRAP_WIDTH,
        "Strap width",
        "length",
        paired(25),
        low=3,
        high=300,
        help="Finished.",
        opens="strap/width",
    ),
    Param(
        MEASURED_BY,
        "Strap measured by",
        "choice",
        "drop",
        options=(
            Option("drop", "Drop", "From the top edge of the bag to the top of the carried strap."),
            Option("length", "Visible length", "From top edge to top edge, along the strap."),
        ),
    ),
    Param(
        DROP,
        "Drop",
        "length",
        Pair(260, paired(25).inch * 10),
        low=1,
        high=1500,
        shown_when=(MEASURED_BY, "drop"),
        opens="strap/length",
    ),
    Param(
        STRAP_LENGTH,
        "Visible length",
        "length",
        Pair(600, paired(60).inch * 10 - 1),
        low=10,
        high=3000,
        shown_when=(MEASURED_BY, "length"),
        opens="strap/length",
    ),
    Param(
        HELD,
        "Carried",
        "choice",
        "hand",
        options=(
            Option("hand", "In the hand", "A hand is 60 mm | 2 1/2 in across."),
            Option("shoulder", "On the shoulder", "A shoulder is 110 mm | 4 1/2 in across."),
        ),
    ),
    Param(
        PLACED_BY,
        "Strap placed",
        "choice",
        "side_seam",
        options=(
            Option("side_seam", "From the side seam", "To the strap's centre, along the finished top."),
            Option("face_edge", "From the edge of the standing face", "Where the bag turns its corner."),
            Option("gap", "By the gap between its ends", "Centre to centre, in the middle of the face."),
        ),
    ),
    Param(
        FROM_SIDE,
        "From the side seam",
        "length",
        paired(100),
        low=0,
        high=1500,
        shown_when=(PLACED_BY, "side_seam"),
    ),
    Param(
        FROM_FACE,
        "From the edge of the face",
        "length",
        paired(75),
        low=0,
        high=1500,
        shown_when=(PLACED_BY, "face_edge"),
    ),
    Param(
        STRAP_GAP,
        "Gap between the ends",
        "length",
        paired(110),
        low=1,
        high=2500,
        shown_when=(PLACED_BY, "gap"),
    ),
)


@dataclass(frozen=True, slots=True)
class Hang:
    """A strap worked out: everything about it that does not depend on its make."""

    item: Item
    hold: float
    gap: float
    #: distance from the side seam to the strap's centre along the finished top
    offset: float
    visible: Term
    tails: tuple[Term, ...]
    length: Sum
    width: Sum
    #: what the grid lets them be
    finished_width: float
    finished_visible: float
    #: None where no hand can enter
    drop: float | None
    asked_drop: float | None
    #: how far it reaches down the outside of the face, and how much of that is its box
    down: float
    box: float
    #: whether it is folded in half again where it is held
    rolled: bool
    #: where the rows begin that hold it on the face, below the top edge
    from_top: float
    #: how many times as long its strip is once it is stretched, and what share of its width is left
    stretch: float = 1.0
    narrowing: float = 1.0

    @property
    def single(self) -> bool:
        """Whether it is one strap, from side to side."""
        return self.item.attach.single

    @property
    def prefix(self) -> str:
        """Where it stands in the list: ``carry.0``."""
        return self.item.at


def panel_long(bag: Resolved, form: Form | None) -> float:
    """
    Return how long the front lies from the finished top edge to the base seam, or to the middle of the base,
    in mm: as the form has it, or where there is none yet, as it was asked for.
    """
    if form is not None:
        return ground_of(bag, form, "outer", "front").bands[-1].ends
    return snap(asked_height(bag) + (DEPTH.or_none(bag) or 0.0) / 2)


def face_of(form: Form) -> float:
    """Return the width of the face that stands; a bag without corners has half of its round, in mm."""
    return form.mm("width" if "width" in form.dimensions else "flat_opening")


def gap_of(item: Item, form: Form) -> float:
    """Return the distance between the centres of the strap's ends along the finished top, in mm."""
    if item.attach.single:
        return face_of(form)
    place = PLACED_BY.of(item)
    if place == "gap":
        return STRAP_GAP.of(item)
    if place == "face_edge":
        return face_of(form) - 2 * FROM_FACE.of(item)
    return form.mm("flat_opening") - 2 * (form.panel_at + FROM_SIDE.of(item))


def visible_term(item: Item, gap: float, hold: float) -> Term:
    """Return the visible length, chosen as such or worked out from the drop."""
    if MEASURED_BY.of(item) == "length":
        return STRAP_LENGTH.term(item, "Visible length")
    drop = DROP.of(item)
    return Term(
        "Visible length for the drop",
        snap(visible_for_drop(drop, gap, hold)),
        "Up from both ends to the hand or shoulder, and once over it: "
        "2 × √(drop² + ((gap − hold) ÷ 2)²) + hold.",
        "derived",
    )


def hang_of(item: Item, form: Form) -> Hang:
    """
    Return one strap worked out on *form*, its cut sizes on the grid.

    The finished width and drop are read off the rounded cut sizes, so they are what will be made.
    """
    hold, gap = hold_of(item), gap_of(item, form)
    visible = visible_term(item, gap, hold)
    tails = item.attach.tail(item, form)
    stretch, narrowing = stretch_of(item), narrowing_of(item)
    along = for_stretch(item, gathered((visible, *tails, *tails)))
    length = to_grid("How long to cut it", along, item.bag.grid)
    across = for_narrowing(item, item.make.width(item))
    if item.make.cut_across:
        width = to_grid("How wide to cut it", across, item.bag.grid)
    else:
        width = Sum("How wide to buy it", across)
    shown = snap(length.total * stretch - 2 * sum(t.mm for t in tails))
    by_drop = MEASURED_BY.of(item) == "drop"
    down, box = (field.or_none(item) or 0.0 for field in (FROM_TOP, BOX))
    if item.attach.runs:
        down, box = panel_long(item.bag, form), 0.0
    return Hang(
        item=item,
        hold=hold,
        gap=snap(gap),
        offset=0.0 if item.attach.single else snap((form.mm("flat_opening") - gap) / 2),
        visible=visible,
        tails=tails,
        length=length,
        width=width,
        finished_width=snap(item.make.finished(item, width.total * narrowing)),
        finished_visible=shown,
        drop=drop_for_visible(shown, gap, hold),
        asked_drop=DROP.of(item) if by_drop else drop_for_visible(visible.mm, gap, hold),
        down=down if item.attach.runs else down + box,
        box=box,
        rolled=ROLLED.is_(item, "rolled"),
        from_top=FROM_TOP.or_none(item) or 0.0,
        stretch=stretch,
        narrowing=narrowing,
    )


def placed_terms(item: Item, form: Form, side: Term) -> tuple[Term, ...]:
    """Return the way from a panel's raw side edge to the strap's centre, as a maker would add it up."""
    place = PLACED_BY.of(item)
    if place == "side_seam":
        return (side, FROM_SIDE.term(item, "From the side seam"))
    if place == "face_edge":
        half = Term(
            "Half the depth",
            snap((form.mm("flat_opening") - face_of(form)) / 2 - form.panel_at),
            "The face stands half the depth in.",
        )
        halves = (half,) if half.mm else ()
        return (
            side,
            *halves,
            FROM_FACE.term(item, "From the edge of the face"),
        )
    to_middle = snap(form.mm("flat_opening") / 2 - form.panel_at)
    half_top = Term("Half the flat opening", to_middle, "To the middle of the panel.")
    return (
        side,
        half_top,
        Term(
            "Half the gap",
            -snap(STRAP_GAP.of(item) / 2),
            "Back from the middle to the strap's centre.",
            "derived",
        ),
    )


#: what is said of a pair, and of one strap
_OF_ONE = (
    ("the straps into tubes and turn them", "the strap into a tube and turn it"),
    ("See that the straps are even and not twisted", "See that the strap is not twisted"),
    (
        "Front equals back, both ends the same height, clear of the side seams.",
        "Both ends at the same height.",
    ),
    ("the strips of the straps and even the pair", "the strip of the strap"),
    ("of each strap", "of the strap"),
    ("between their marks", "between its marks"),
    ("Beyond the marks they stay flat", "Beyond the marks it stays flat"),
    (
        "Pull each strip by its ends until it gives no more, and let go. Lay both on each other: "
        "where one is longer, pull the other again or cut the longer one level.",
        "Pull it by its ends until it gives no more, and let go.",
    ),
    ("the straps", "the strap"),
)


def one_strap(item: Item, step: Step) -> Step:
    """Return a step as it is said of one strap, where there is one."""
    if not item.attach.single:
        return step
    title, say = step.title, step.say
    for pair, one in _OF_ONE:
        title, say = title.replace(pair, one), say.replace(pair, one)
    return replace(step, title=title, say=say)


def straps_even(at: int, rank: int, *, needs: tuple[str, ...], gives: str = "") -> Step:
    """Return the gate before straps are sewn for good."""
    return Step(
        f"strap {at} even",
        "See that the straps are even and not twisted",
        "Front equals back, both ends the same height, clear of the side seams.",
        rank,
        needs=needs,
        gives=(gives or f"carry {at} even",),
        acts=(acts.See(pieces=(f"strap carry.{at}",)),),
        kind="gate",
        seen="even",
    )


def _ends(hang: Hang) -> float:
    """Return what of a strip lies beyond what shows of it, at one end as it is cut, in mm."""
    return snap(sum(t.mm for t in hang.tails) / hang.stretch)


def _creases(item: Item, hang: Hang) -> tuple[Mark, ...]:
    """Return the folds along a strap; one mark tells them all, the others only draw theirs."""
    why = "From the edge that lies below."
    # marked before the strip is stretched, it has each fold where that will be
    folds = [y / hang.narrowing for y in item.make.creases(item, hang.width.total * hang.narrowing)]
    ends = _ends(hang)
    left, right = snap(-ends), snap(hang.length.total - ends)
    readings = tuple(
        (
            "from the lower edge" if i == 0 else "then",
            Sum("From the lower edge to the fold", (Term("Part of the width", y, why),)),
        )
        for i, y in enumerate(folds)
    )
    return tuple(
        Mark("crease", "Folds", ((left, y), (right, y)), "lower long edge", readings if i == 0 else ())
        for i, y in enumerate(folds)
    )


def _rolls(item: Item, hang: Hang) -> tuple[Mark, ...]:
    """Return the lines across a strap between which it is folded again."""
    if not ROLLED.is_(item, "rolled"):
        return ()
    flat, wide = ROLL_FLAT.of(item), hang.width.total
    along = for_stretch(item, (*hang.tails, ROLL_FLAT.term(item, "Flat above the top edge")))
    why = Sum("From the raw end to the second fold", along)
    told = (("from either end", why),)
    return tuple(
        Mark("crease", "Folded again from here", ((x, 0.0), (x, wide)), "raw end", told if not n else ())
        for n, x in enumerate(snap(x / hang.stretch) for x in (flat, hang.finished_visible - flat))
    )


def strap_parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return a strap with its folds, and its core where it has one; of each two, or one if it is single."""
    bag, hang = item.bag, hang_of(item, form)
    ends = _ends(hang)
    bought = "" if item.make.cut_across else item.make.label
    marks = (*_creases(item, hang), *_rolls(item, hang))
    many = 1 if item.attach.single else 2
    strap = Strip("strap", "", "Strap", many, hang.length, hang.width, ends, bought, marks, at=item.at)
    across = item.make.core_width(item)
    if not bag.kinds.interfacing.cuts or bag.kinds.interfacing.part or not across:
        return (strap,)
    # lines the strap's own rounding has already paid for are not rounded again
    short = item.attach.core_short(item)
    follows = Term("Strap, as cut", hang.length.total, "The core follows its strap.")
    shortened = [t.scaled(2, times=2) for t in short]
    length = to_grid("How long to cut it", (follows, *shortened), bag.grid)
    width = to_grid("How wide to cut it", across, bag.grid)
    core_ends = (length.total - hang.finished_visible) / 2
    return (strap, Strip("strap core", "", "Strap core", many, length, width, core_ends, at=item.at))
