"""What every strap has, however it is made: fields, where its ends go, how long it is."""

from dataclasses import dataclass

from ambitus.core.form.model import Form
from ambitus.core.grammar.carry.hang import visible_for_drop
from ambitus.core.grammar.carry.read import drop_for_visible
from ambitus.core.grammar.contract import Option, Param, Strap
from ambitus.core.lengths import paired, snap
from ambitus.core.lengths.pairs import Pair
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term, gathered, to_grid


def hold_of(bag: Resolved, prefix: str) -> float:
    """Return the flat width of the hand or shoulder that carries the strap."""
    return paired(60 if bag.choice(f"{prefix}.held") == "hand" else 110).mm(bag.unit)


STRAP_PARAMS = (
    Param(
        "width", "Strap width", "length", paired(25), low=3, high=300, help="Finished.", opens="strap/width"
    ),
    Param(
        "measure",
        "Strap measured by",
        "choice",
        "drop",
        options=(
            Option("drop", "Drop", "From the top edge of the bag to the top of the carried strap."),
            Option("length", "Visible length", "From top edge to top edge, along the strap."),
        ),
    ),
    Param(
        "drop",
        "Drop",
        "length",
        Pair(260, paired(25).inch * 10),
        low=1,
        high=1500,
        shown_when=("measure", "drop"),
        opens="strap/length",
    ),
    Param(
        "length",
        "Visible length",
        "length",
        Pair(600, paired(60).inch * 10 - 1),
        low=10,
        high=3000,
        shown_when=("measure", "length"),
        opens="strap/length",
    ),
    Param(
        "held",
        "Carried",
        "choice",
        "hand",
        options=(
            Option("hand", "In the hand", "A hand is 60 mm | 2 1/2 in across."),
            Option("shoulder", "On the shoulder", "A shoulder is 110 mm | 4 1/2 in across."),
        ),
    ),
    Param(
        "place",
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
        "from_side",
        "From the side seam",
        "length",
        paired(100),
        low=0,
        high=1500,
        shown_when=("place", "side_seam"),
    ),
    Param(
        "from_face",
        "From the edge of the face",
        "length",
        paired(75),
        low=0,
        high=1500,
        shown_when=("place", "face_edge"),
    ),
    Param(
        "gap", "Gap between the ends", "length", paired(110), low=1, high=2500, shown_when=("place", "gap")
    ),
)


@dataclass(frozen=True, slots=True)
class Hang:
    """A strap worked out: everything about it that does not depend on its make."""

    prefix: str
    item: Strap
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


def face_of(form: Form) -> float:
    """Return the width of the face that stands; a bag without corners has half of its round."""
    return form.mm("width" if "width" in form.dimensions else "flat_opening")


def gap_of(bag: Resolved, prefix: str, form: Form) -> float:
    """Return the distance between the centres of the strap's ends along the finished top."""
    place = bag.choice(f"{prefix}.place")
    if place == "gap":
        return bag.mm(f"{prefix}.gap")
    if place == "face_edge":
        return face_of(form) - 2 * bag.mm(f"{prefix}.from_face")
    return form.mm("flat_opening") - 2 * (form.panel_at + bag.mm(f"{prefix}.from_side"))


def visible_term(bag: Resolved, prefix: str, gap: float, hold: float) -> Term:
    """Return the visible length, chosen as such or worked out from the drop."""
    if bag.choice(f"{prefix}.measure") == "length":
        path = f"{prefix}.length"
        return bag.term("Visible length", path)
    drop = bag.mm(f"{prefix}.drop")
    return Term(
        "Visible length for the drop",
        snap(visible_for_drop(drop, gap, hold)),
        "Up from both ends to the hand or shoulder, and once over it: "
        "2 × √(drop² + ((gap − hold) ÷ 2)²) + hold.",
        "derived",
    )


def hang(bag: Resolved, prefix: str, item: Strap, form: Form) -> Hang:
    """
    Return the strap at *prefix* worked out on *form*, its cut sizes on the grid.

    The finished width and drop are read off the rounded cut sizes, so they are what will be made.
    """
    hold, gap = hold_of(bag, prefix), gap_of(bag, prefix, form)
    visible = visible_term(bag, prefix, gap, hold)
    tails = item.attach.tail(bag, prefix)
    length = to_grid("How long to cut it", gathered((visible, *tails, *tails)), bag.grid)
    across = item.make.width(bag, prefix)
    if item.make.cut_across:
        width = to_grid("How wide to cut it", across, bag.grid)
    else:
        width = Sum("How wide to buy it", across)
    shown = snap(length.total - 2 * sum(t.mm for t in tails))
    by_drop = bag.choice(f"{prefix}.measure") == "drop"
    on_face = [path for name in ("from_top", "box") if (path := f"{prefix}.{name}") in bag.values]
    return Hang(
        prefix=prefix,
        item=item,
        hold=hold,
        gap=snap(gap),
        offset=snap((form.mm("flat_opening") - gap) / 2),
        visible=visible,
        tails=tails,
        length=length,
        width=width,
        finished_width=snap(item.make.finished(bag, prefix, width.total)),
        finished_visible=shown,
        drop=drop_for_visible(shown, gap, hold),
        asked_drop=bag.mm(f"{prefix}.drop") if by_drop else drop_for_visible(visible.mm, gap, hold),
        down=sum(map(bag.mm, on_face)),
        box=bag.mm(on_face[1]) if on_face else 0.0,
    )


def placed_terms(bag: Resolved, prefix: str, form: Form, side: Term) -> tuple[Term, ...]:
    """Return the way from a panel's raw side edge to the strap's centre, as a maker would add it up."""
    place = bag.choice(f"{prefix}.place")
    if place == "side_seam":
        path = f"{prefix}.from_side"
        return (side, bag.term("From the side seam", path))
    if place == "face_edge":
        path = f"{prefix}.from_face"
        half = Term(
            "Half the depth",
            snap((form.mm("flat_opening") - face_of(form)) / 2 - form.panel_at),
            "The face stands half the depth in.",
        )
        halves = (half,) if half.mm else ()
        return (
            side,
            *halves,
            bag.term("From the edge of the face", path),
        )
    to_middle = snap(form.mm("flat_opening") / 2 - form.panel_at)
    half_top = Term("Half the flat opening", to_middle, "To the middle of the panel.")
    path = f"{prefix}.gap"
    return (
        side,
        half_top,
        Term(
            "Half the gap", -snap(bag.mm(path) / 2), "Back from the middle to the strap's centre.", "derived"
        ),
    )


def attached(bag: Resolved, prefix: str) -> str:
    """Return in words how the strap at *prefix* is attached."""
    return bag.bag.carry[int(prefix.rsplit(".", 1)[1])].attach.says


def straps_even(at: str, rank: int, *, needs: tuple[str, ...], gives: str = "") -> Step:
    """Return the gate before straps are sewn for good."""
    return Step(
        f"strap {at} even",
        "See that the straps are even and not twisted",
        "Front equals back, both ends the same height, clear of the side seams.",
        rank,
        needs=needs,
        gives=(gives or f"carry {at} even",),
        kind="gate",
    )
