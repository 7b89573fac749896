"""Strips of cloth whose ends a seam of the bag catches: ties, loops, tabs."""

from ambitus.core.form.model import Form, Strip
from ambitus.core.form.sewn import Caught, Measured, Place, Told, edge_length
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.extra.cloth import settled
from ambitus.core.grammar.extra.fields import STRIP_SHOWS, STRIP_WIDE
from ambitus.core.grammar.extra.ground import Ground
from ambitus.core.grammar.extra.placing import beyond_side
from ambitus.core.grammar.extra.sewing import rank_of, ready_for
from ambitus.core.lengths import Pair, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Sum, Term, to_grid


def made_strip(item: Item, name: str, count: int, long: Sum, wide: Sum, ends: float) -> Strip:
    """Return a strip of cloth so long and so wide; its seam lines lie *ends* mm inside its ends."""
    return Strip("closure", "", name, count, long, wide, ends, at=item.at, cut=True)


def strip_params(shows: Pair, wide: Pair, help: str = "") -> tuple[Param, ...]:
    """Return the fields of a strip that is folded in four: what is seen of it, and how wide it is."""
    return (
        Param(STRIP_SHOWS, "Visible", "length", shows, low=5, high=1000, help=help),
        Param(STRIP_WIDE, "Wide", "length", wide, low=3, high=80, help="Folded in four."),
    )


def no_top_seam(bag: Resolved) -> str:
    """Return why no seam at the top edge catches anything of this bag, or nothing."""
    return "" if bag.kinds.top.kind == "turned_through" else "no seam at its top edge catches an end"


def top_term(item: Item, times: int = 1) -> Term:
    """Return the top seam as a line of a sum; nothing where the bag has none, which a check says."""
    if TOP_ALLOWANCE.found(item) is None:
        return Term("Top seam", 0.0, "No top seam here.")
    return TOP_ALLOWANCE.term(item, "Top seam", times)


def strip_of(item: Item, name: str, count: int, length: tuple[Term, ...], ends: float) -> Strip:
    """Return a strip of cloth that is folded in four; its seam lines lie *ends* mm inside its ends."""
    bag = item.bag
    why = "Folded in four: both edges to the middle, then in half."
    across = STRIP_WIDE.term(item, "Wide").scaled(4, why, 4)
    long = to_grid("How long to cut it", length, bag.grid)
    return made_strip(item, name, count, long, to_grid("How wide to cut it", (across,), bag.grid), ends)


def doubled(item: Item, shows: Term, seam: tuple[Term, ...]) -> tuple[Term, ...]:
    """Return the length of a strip that is doubled: twice what is seen, and the seam at both ends."""
    return (shows.scaled(2, "Doubled.", 2), *(t.scaled(2, times=2) for t in seam))


def wide_of(item: Item) -> float:
    """Return how wide a strip folded in four comes out, in mm."""
    return settled(item.bag, STRIP_WIDE.of(item), 0.0, 4)


def shows_of(item: Item, wanted: float, seam: float) -> float:
    """Return what is seen of a doubled strip as it comes out on the cutting grid, in mm."""
    return settled(item.bag, wanted, 2 * seam, 2)


def at_top(item: Item, ground: Ground, x: tuple[Term, ...], wide: float, label: str) -> Caught:
    """Return what is caught in the top seam, *wide* mm of it, *x* from the left seam of its side."""
    band = ground.bands[0]

    def told(spare: float) -> Told:
        way = Sum("From the raw edge to its middle", (*beyond_side(item, band, spare), *x))
        return (("from the left", way),)

    place = Place(band.face.name, band.edge, snap(sum(t.mm for t in x)), 0.0, back=True)
    return Caught(f"closure {item.at}", place, "top", 0.0, label, "top left", told, wide)


def at_sides(item: Item, form: Form, layer: Layer, down: Term, many: int, label: str) -> tuple[Caught, ...]:
    """Return what is caught in so many of the side seams, *down* from the finished top edge."""
    terms = (*item.bag.kinds.top.allowance(item.bag, layer), down)
    way = Sum("From the raw top edge to its middle", terms)
    out = []
    for seam in [s for s in form.seams if s.seam == "side"][:many]:
        at = seam.chains[0][0]
        edges, i = form.face(at.face).edges, form.face(at.face).edge_index(at.edge)
        ends_at_top = edges[(i + 1) % len(edges)].seam == "top"
        along = min(down.mm, edge_length(form, at.face, at.edge))

        def told(_: float) -> Told:
            return (("down", way),)

        measured: Measured = told
        place = Place(at.face, at.edge, along, back=ends_at_top)
        out.append(Caught(f"closure {item.at}", place, "side", 0.0, label, "raw top edge", measured))
    return tuple(out)


def caught_steps(
    item: Item,
    what: str,
    *,
    make: str,
    say: str,
    hold: str,
    hold_say: str,
    layer: Layer,
    at: str,
    shows: float,
    lengths: tuple[tuple[str, float], ...],
    drawn_on: tuple[str, ...] = (),
    iron: bool = True,
    reads: tuple[Reading, ...] | None = None,
) -> tuple[Step, ...]:
    """
    Return the making of strips and their basting to the edge whose seam will catch them; *drawn_on* are the
    rings that are drawn on them, or the elastic in them; *reads* stand for the width of one folded in four.
    """
    n, piece = item.number, f"closure {item.at}"
    cloth = item.bag.cloth("outer")
    return (
        Step(
            f"extra {n} make",
            make,
            say,
            rank_of(item, 0),
            needs=ready_for(item),
            gives=(f"{item.at} made",),
            acts=(acts.Make((piece,), iron=iron, into=drawn_on),),
            settings=f"Iron: {cloth.iron}." if iron else "",
            reads=(Reading("strip_wide", f"The {what}, wide", wide_of(item)),) if reads is None else reads,
            cautions=("hot iron",) if iron else (),
        ),
        Step(
            f"extra {n} hold",
            hold,
            hold_say,
            rank_of(item, 4),
            needs=(f"{item.at} made", f"{layer} panels laid"),
            gives=(f"{item.at} held", f"{layer} panels ready"),
            acts=(acts.Baste((piece,), layer, at=at),),
            lengths=(*lengths, ("Visible", shows)),
        ),
    )
