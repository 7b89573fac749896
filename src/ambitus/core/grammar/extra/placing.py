"""Where an extra lies on a side of the bag: from real edges, as its maker says it and as it is marked."""

from dataclasses import dataclass

from ambitus.core.fields import AnyChoice
from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Measured, Place, PutOn, Side, Told
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.fields import (
    ACROSS_BY,
    DOWN_BY,
    FROM_FOOT,
    FROM_SIDE_SEAM,
    FROM_TOP_EDGE,
    ON,
    ON_SIDE,
)
from ambitus.core.grammar.extra.ground import Band, Ground, ground_of
from ambitus.core.grammar.seams.edges import beside_of, edge_terms
from ambitus.core.lengths import paired, snap
from ambitus.core.lengths.pairs import Pair
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term

#: Default (ours): what keeps clear of everything that is put on: 3 mm | 1/8 in; of snaps and zips 6 | 1/4.
CLEAR, CLEAR_OF_METAL = paired(3), paired(6)


def _lined(bag: Resolved, key: str) -> bool:
    return key != "lining" or "lining" in bag.kinds.top.layers


def on_param(usual: str = "outer") -> Param:
    """Return the field that says on which layer something lies."""
    return Param(
        ON,
        "Put on",
        "choice",
        lambda bag: usual if _lined(bag, usual) else "outer",
        options=(
            Option("outer", "The outside", "It is seen, and takes what rubs against it."),
            Option("lining", "The inside", "On the lining, before that is sewn up."),
        ),
        offered=_lined,
        way_out="outer",
    )


def on_params(usual: str = "outer") -> tuple[Param, ...]:
    """Return the fields that say on which side of which layer something lies."""
    sides = (Option("front", "The front", ""), Option("back", "The back", ""))
    return on_param(usual), Param(ON_SIDE, "Which side", "choice", "front", options=sides)


def down_params(
    label: str, top: Pair, foot: Pair, but: tuple[AnyChoice, str] | None = None
) -> tuple[Param, ...]:
    """
    Return the fields that say how far down something lies; *label* is what of it is measured to. They say
    nothing where *but* is chosen.
    """
    return (
        Param(
            DOWN_BY,
            "Measured down or up",
            "choice",
            "top",
            options=(
                Option("top", "From the top edge", "It stays where the hand looks for it."),
                Option("foot", "From the edge it stands on", "It stays with the base."),
            ),
            shown_unless=but,
        ),
        Param(
            FROM_TOP_EDGE,
            f"From the top edge to {label}",
            "length",
            top,
            low=0,
            high=2000,
            shown_when=(DOWN_BY, "top"),
        ),
        Param(
            FROM_FOOT,
            "From the edge it stands on to its foot",
            "length",
            foot,
            low=0,
            high=2000,
            shown_when=(DOWN_BY, "foot"),
        ),
    )


ACROSS_PARAMS = (
    Param(
        ACROSS_BY,
        "Placed across",
        "choice",
        "middle",
        options=(
            Option("middle", "In the middle", ""),
            Option("left", "From the left side seam", "As it is seen from its right side."),
            Option("right", "From the right side seam", "As it is seen from its right side."),
        ),
    ),
    Param(
        FROM_SIDE_SEAM,
        "From the side seam to its edge",
        "length",
        paired(50),
        low=0,
        high=1500,
        shown_unless=(ACROSS_BY, "middle"),
    ),
)


@dataclass(frozen=True, slots=True)
class Lying:
    """
    Something *wide* by *high* mm on a side of the bag, by its upper left corner: ``from_left`` the left seam
    of its panel, and ``down`` from the finished top edge, both as a maker would add them up.
    """

    ground: Ground
    from_left: tuple[Term, ...]
    down: tuple[Term, ...]
    wide: float
    high: float

    @property
    def left(self) -> float:
        """Its left edge, from the left seam of its panel, in mm."""
        return snap(sum(t.mm for t in self.from_left))

    @property
    def x(self) -> float:
        """Its left edge from the middle of its side, to the right, in mm."""
        return snap(self.left - self.ground.wide / 2)

    @property
    def u(self) -> float:
        """Its upper edge below the finished top edge, in mm."""
        return snap(sum(t.mm for t in self.down))

    @property
    def band(self) -> Band:
        """The face in which its upper edge lies."""
        return self.ground.band_at(self.u)


def side_of(item: Item, form: Form, layer: Layer) -> Ground | None:
    """Return the side that an extra lies on, or None where that is on another layer than *layer*."""
    if ON.of(item) != layer:
        return None
    side: Side = ON_SIDE.of(item)
    return ground_of(item.bag, form, layer, side)


def lies(item: Item, ground: Ground, wide: float, high: float) -> Lying:
    """Return where something *wide* by *high* mm lies that is placed by its own fields."""
    if ACROSS_BY.found(item) is None:
        across: tuple[Term, ...] = ()
    elif ACROSS_BY.is_(item, "middle"):
        across = (
            *ground.to_middle,
            Term("Half of its width", -snap(wide / 2), "Back from the middle to its edge."),
        )
    elif ACROSS_BY.is_(item, "left"):
        across = (FROM_SIDE_SEAM.term(item, "From the side seam"),)
    else:
        across = (
            Term("The panel", ground.wide, "From seam to seam."),
            FROM_SIDE_SEAM.term(item, "From the right side seam", -1),
            Term("Its width", -wide, "To its left edge."),
        )
    return Lying(ground, across, _down(item, ground, high), wide, high)


def _down(item: Item, ground: Ground, high: float) -> tuple[Term, ...]:
    if DOWN_BY.is_(item, "top"):
        return (FROM_TOP_EDGE.term(item, "From the top edge"),)
    return (
        Term("Finished height", ground.foot, "From the top edge to the edge the bag stands on."),
        FROM_FOOT.term(item, "Above the edge it stands on", -1),
        Term("Its height", -high, "Up to its upper edge."),
    )


def _measured(item: Item, lying: Lying, across: bool) -> Measured:
    """Return how its corners are found: from the raw edge at the left, and from the raw top edge."""
    down = Sum("From the raw edge above to its upper edge", (*lying.band.beyond, *lying.down))
    high = Term("Its height", lying.high, "Finished.")
    foot = Sum("From the raw edge above to its foot", (*down.terms, high))

    def told(spare: float) -> Told:
        levels = (("down to its upper edge", down), ("to its foot", foot))
        if across:
            return levels
        left = Sum(
            "From the raw edge to its left edge", (*beyond_side(item, lying.band, spare), *lying.from_left)
        )
        right = Sum(
            "From the raw edge to its right edge", (*left.terms, Term("Its width", lying.wide, "Finished."))
        )
        return (("from the left to its left edge", left), levels[0], ("to its right edge", right), levels[1])

    return told


def beyond_side(item: Item, band: Band, spare: float) -> tuple[Term, ...]:
    """Return the *spare* mm that lie beyond the seam at the left of a face, as a line of a sum."""
    bag = item.bag
    side = beside_of(item.bag, band.face)
    terms = edge_terms(bag, side, band.face.over)
    name, source = bag.kinds.classes.get(side, "Side seam"), terms[0].source if terms else "derived"
    return (Term(name, snap(spare), "From the raw edge to the seam.", source),) if spare else ()


def put_on(
    item: Item,
    lying: Lying,
    label: str,
    *,
    clear: float,
    pieces: tuple[str, ...] = (),
    across: bool = False,
    rows: tuple[tuple[tuple[float, float], tuple[float, float]], ...] = (),
    to_base: bool = False,
    above_foot: float = 0.0,
    hangs: float = 0.0,
    over_joins: bool = True,
    printed: bool = False,
    told: Measured | None = None,
    found_there: bool = False,
) -> PutOn:
    """Return an extra as it lies on its side, with how its place is found."""
    band = lying.band
    at = Place(band.face.name, band.edge, lying.left, snap(lying.u - band.begins), back=True)
    found = told or _measured(item, lying, across)
    ground = lying.ground
    return PutOn(
        item.at,
        label,
        ground.layer,
        ground.side,
        at,
        snap(sum(t.mm for t in band.beyond) + band.begins),
        lying.x,
        lying.u,
        lying.wide,
        lying.high,
        clear,
        pieces,
        across,
        rows,
        found,
        to_base,
        above_foot,
        hangs,
        told is not None or found_there,
        over_joins,
        printed,
        found_there,
    )
