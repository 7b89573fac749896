"""How what is put on comes to its panel: when that lies flat, placed, looked at, sewn."""

from collections.abc import Iterator

from ambitus.core.grammar.extra.fields import ON
from ambitus.core.grammar.extra.placing import Lying
from ambitus.core.grammar.order import LINING_CUT, goes
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def ready_for(item: Item) -> tuple[str, ...]:
    """Return what has to be done before the pieces of an extra are taken up."""
    later = ON.is_(item, "lining") and goes(item.bag, LINING_CUT, "turn")
    return ("lining cut",) if later else ("pieces marked",)


def rank_of(item: Item, after: int) -> float:
    """Return where a step of an extra comes, *after* others of it; one extra is done before the next."""
    return 226 + item.number / 50 + after / 1000


def on_its_panel(
    item: Item,
    lying: Lying,
    pieces: tuple[str, ...],
    *,
    what: str,
    place: str,
    sew_on: str,
    say: str,
    gives: str,
    last: bool = True,
    lengths: tuple[tuple[str, float], ...] = (),
    cautions: tuple[str, ...] = (),
) -> Iterator[Step]:
    """
    Yield the placing of *pieces* on their panel while that lies flat, and their sewing on; with *last* the
    panel is ready after it.
    """
    n, layer = item.number, lying.ground.layer
    side, where = lying.ground.side, "" if layer == "outer" else " of the lining"
    yield Step(
        f"extra {n} place",
        f"Place the {what} on the {side}{where}",
        place,
        rank_of(item, 2),
        needs=(f"{item.at} made", f"{layer} panels laid"),
        gives=(f"{item.at} placed",),
        acts=(acts.LayOn(pieces, layer),),
        lengths=(
            ("From the finished top edge", lying.u),
            ("From the side seam on the left", lying.left),
        ),
        cautions=("pins",),
    )
    yield Step(
        f"extra {n} sew",
        sew_on,
        say,
        rank_of(item, 4),
        needs=(f"{item.at} placed",),
        gives=(gives, *((f"{layer} panels ready",) if last else ())),
        acts=(acts.Fix(pieces),),
        settings=stitched(item.bag.cloth(layer)),
        lengths=lengths,
        reads=(Reading("top_to_extra", f"From the raw top edge to the {what}", raw_down(lying)),),
        cautions=("needle over bulk", *cautions),
    )


def raw_down(lying: Lying) -> float:
    """Return how far below the raw top edge of its layer something lies, in mm."""
    return snap(sum(t.mm for t in (*lying.ground.bands[0].beyond, *lying.down)))
