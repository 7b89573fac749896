"""A top on bars measured: its channel, its slits, and the cloth that gathers on a bar."""

import math
from dataclasses import replace
from fractions import Fraction

from ambitus.core.form.model import Dimension, Form, Mark, Part, Strip
from ambitus.core.form.sewn import Channel, Opening, Sewn, edge_length, top_edges, with_top
from ambitus.core.form.stance import Patch
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.sizes import DEPTH, DIAMETER, LENGTH
from ambitus.core.grammar.top.drawstring.closing import plan_of
from ambitus.core.grammar.top.drawstring.fields import CHANNEL
from ambitus.core.grammar.top.drawstring.opening import side_openings
from ambitus.core.grammar.top.fields import TURN
from ambitus.core.grammar.top.hem import knife_of_every, lines_along_top
from ambitus.core.grammar.top.on_bars.fields import BAR, BAR_LONG, BAR_THICK, SLIT
from ambitus.core.lengths import Grid, Pair, paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term

#: What the way round a channel is more than round its bar: 6 mm, so that the cloth slides.
ROOM = paired(6)
#: How far a side seam stays below the channel at least: the edge has to reach round the bar.
BELOW_CHANNEL = paired(60)
#: How much cloth to one of bar gathers well, from and to.
LEAST_GATHER, MOST_GATHER = 1.3, 2.2
#: Default (ours): as much cloth as looks full and still slides.
USUAL_GATHER = 1.6
_BAR_STEP = Pair(10, Fraction(1, 2))
#: A half of a round base's way round is at least this share of its two diameters together.
_ROUND = 0.9


def least_channel(bag: Resolved) -> float:
    """Return the narrowest channel that goes round the bar: 2c = π times its thickness and 6 mm. In mm."""
    return (math.pi * BAR_THICK.of(bag) + ROOM.mm(bag.unit)) / 2


def usual_channel(bag: Resolved) -> float:
    """Return the channel for this bar, up to the next line of the grid."""
    return Grid(bag.grid.step, "up").fit(least_channel(bag))


def stepped(bag: Resolved) -> bool:
    """Return whether its sides are panels that end lower: then it is open beside them, and has no slits."""
    return STEP in bag.values


def least_slit(bag: Resolved) -> float:
    """Return the shortest slit below the top edge that lets it be sewn round its bar, in mm."""
    return CHANNEL.of(bag) + BELOW_CHANNEL.mm(bag.unit)


def usual_slit(bag: Resolved) -> float:
    """Return the least slit, up to the next line of the grid."""
    return Grid(bag.grid.step, "up").fit(least_slit(bag))


def usual_bar(bag: Resolved) -> float:
    """Return the bar on which the top edge of this bag gathers well, in whole steps as bars are sold."""
    along, across = plan_of(bag)
    flat = DIAMETER in bag.values or LENGTH in bag.values
    beside = DEPTH in bag.values and not stepped(bag)
    edge = (along + across) * _ROUND if flat else along + (across if beside else 0.0)
    return max(_BAR_STEP.mm(bag.unit), Grid(_BAR_STEP.mm(bag.unit)).fit(edge / USUAL_GATHER))


def edge_on_bar(form: Form) -> float:
    """Return how wide the longest top edge is that goes on one bar, between its seam lines, in mm."""
    longest = (edge_length(form, face.name, edge) for face in with_top(form) for edge in top_edges(face))
    # of a bag that is closed all round there is none, and a stop says so
    return max(longest, default=0.0)


def gather(bag: Resolved, form: Form) -> float:
    """Return how much cloth gathers on one of bar."""
    return edge_on_bar(form) / BAR_LONG.of(bag)


def _first(bag: Resolved) -> tuple[Term, ...]:
    return (*knife_of_every(bag, "Channel"), TURN.term(bag, "First turn"))


def allowance(bag: Resolved, layer: str) -> tuple[Term, ...]:
    """Return what it takes of a panel's top edge: the knife, the first turn, and the channel inside."""
    return (*_first(bag), CHANNEL.term(bag, "Channel"))


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return creases, the line that the edge is folded to, its row, the channel and the slits."""
    bag = item.bag
    first, channel = _first(bag), CHANNEL.term(bag, "Channel")
    line = Sum("To the line", (*first, channel.scaled(2, times=2)))
    folds = (
        ("first crease", Sum("To the first crease", first)),
        ("second crease, round the bar", Sum("To the second crease", (*first, channel))),
    )
    to = (("the first crease comes to it", line),)
    row = Sum("From the finished top", (Term("Row", channel.mm, "To check it."),))
    rows = (("row", line), ("row, from the finished top", row))
    raw = Sum("From the raw edge", (Term("Raw top edge", 0.0, "Hemmed before the edge is folded."),))
    ends = Sum("To the end of the slit", (*first, channel, SLIT.term(bag, "Slit")))
    open_at = (("open from", raw), ("seam begins", ends))
    slits = () if stepped(bag) else side_openings(bag, form, layer, "Slit", open_at, every=True)
    keys = tuple(one.key for one in slits if isinstance(one, Opening))
    return (
        *lines_along_top(bag, form, layer, folds, "Channel, from the raw top edge"),
        *lines_along_top(bag, form, layer, to, "Fold-to line, from the raw top edge"),
        *lines_along_top(bag, form, layer, rows, "Row of the channel, from the raw top edge", "row", 1),
        *slits,
        # what is turned under lies inside, and slides on the bar as the rest does
        Channel(0.0, channel.mm, keys, raw=True, ends_free=stepped(bag)),
    )


def open_down(bag: Resolved) -> float:
    """Return how far below the finished top edge a bag is open at both sides, in mm: its slits, or a step."""
    return STEP.of(bag) if stepped(bag) else SLIT.of(bag)


def bar_seen(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return the outer’s *form* with the bar of its front: as long as it is, in the middle of its channel."""
    if layer != "outer":
        return form
    ring = form.stance.mouth_outline
    middle, front = sum(x for x, _ in ring) / len(ring), min(y for _, y in ring)
    half, z = BAR_LONG.of(bag) / 2, form.height - CHANNEL.of(bag) / 2
    seen = Patch("bar", ((middle - half, front, z), (middle + half, front, z)), "line")
    low = snap(max(0.0, form.height - open_down(bag)))
    why = "Above that both sides are open, and what goes in falls out."
    filled = Dimension(
        "contents", f"Holds up to its {'sides' if stepped(bag) else 'slits'}", low, low, "derived", why
    )
    form = replace(form, dimensions={**form.dimensions, "contents": filled})
    return replace(form, stance=replace(form.stance, patches=(*form.stance.patches, seen)))


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the two bars as they are bought, with what gathers on each."""
    bag = item.bag
    name = "Rod" if BAR.is_(bag, "rod") else "Hoop"
    long = Sum("Free for cloth", (BAR_LONG.term(bag, "Free for cloth"),))
    thick = Sum("As it is bought", (BAR_THICK.term(bag, "Thick"),))
    edge = Term("Top edge", snap(edge_on_bar(form)), "Of one panel, between its seam lines.")
    told = (
        ("edge that goes on one", Sum("On one bar", (edge,))),
        ("gathered away", Sum("Gathered away", (edge, BAR_LONG.term(bag, "Free for cloth", -1)))),
    )
    marks = (Mark("notch", "What gathers on it", (), "the whole bar", told),)
    return (Strip("bar", "", name, 2, long, thick, material=name, marks=marks),)
