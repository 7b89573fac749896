"""A window is faced by its pocket's bag, slit and turned through; the zip sewn behind, the bag closed."""

from collections.abc import Iterator

from ambitus.core.form.model import Form
from ambitus.core.grammar.extra.fields import (
    FROM_TOP_EDGE,
    ON,
    ON_SIDE,
    SLIDER_AT,
    WINDOW_HIGH,
    WINDOW_PATCH,
)
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.extra.sewing import rank_of, raw_down, ready_for
from ambitus.core.grammar.extra.window_zip.cut import (
    folded,
    lying_of,
    pieces_of,
    sizes,
    window_of,
)
from ambitus.core.grammar.top.zip.tape import SLIT_STOPS
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.steps.settings import stitched


def steps(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the work of a window pocket, all of it while its panel lies flat."""
    return tuple(_steps(item, form))


def _steps(item: Item, form: Form) -> Iterator[Step]:
    bag, n, layer = item.bag, item.number, ON.of(item)
    side, where = ON_SIDE.of(item), "" if layer == "outer" else " of the lining"
    pieces = pieces_of(item)
    lying = lying_of(item, ground_of(bag, form, layer, side))
    made = tuple(p for p in pieces if not p.startswith("closure"))
    patch = "a patch fused behind the place first; " if WINDOW_PATCH.is_(item, "patch") else ""
    yield Step(
        f"window {n} face",
        f"Sew the pocket’s bag round the window on the {side}{where}",
        f"Right sides together, its line on the line of the window, {patch}sew all round the window in small "
        "stitches, beginning in the middle of a long side.",
        rank_of(item, 2),
        needs=(*ready_for(item), f"{layer} panels laid"),
        gives=(f"{item.at} faced",),
        acts=(acts.Make(made, iron=False), acts.LayOn(pieces, layer)),
        settings=stitched(bag.cloth(layer), 2),
        lengths=(
            ("From the finished top edge to its middle", FROM_TOP_EDGE.of(item)),
            ("Window, long", window_of(item)),
            ("Window, high", WINDOW_HIGH.of(item)),
        ),
        reads=(
            Reading(
                "top_to_window", "From the raw top edge to its middle", snap(raw_down(lying) + lying.high / 2)
            ),
        ),
        cautions=("pins",),
    )
    yield Step(
        f"window {n} slit",
        "Slit the window open",
        "Along its middle through panel and bag, stopping before both ends; from there into each "
        "corner, to the last thread and not through it.",
        rank_of(item, 3),
        needs=(f"{item.at} faced",),
        gives=(f"{item.at} slit",),
        acts=(acts.See(),),
        kind="no return",
        lengths=(("Stop before either end", SLIT_STOPS.mm(bag.unit)),),
        cautions=("blade",),
    )
    closed = "fold it up" if folded(item) else "lay the second piece on it"
    yield Step(
        f"window {n} zip",
        "Sew the zip behind the window",
        "Push the bag through and press the edges sharp; stitch the small triangles at both ends "
        f"to the bag. Centre the zip behind the window, its slider at the {SLIDER_AT.of(item)} "
        "when it is closed, and stitch round close to the edge.",
        rank_of(item, 4),
        needs=(f"{item.at} slit",),
        gives=(f"{item.at} zipped",),
        acts=(acts.Fix(pieces),),
        settings=stitched(bag.cloth(layer)),
        cautions=("needle over teeth",),
    )
    yield Step(
        f"window {n} bag",
        "Close the pocket’s bag",
        f"The panel folded out of the way, {closed} and sew its open sides through the bag alone.",
        rank_of(item, 5),
        needs=(f"{item.at} zipped",),
        gives=(f"{item.at} on", f"{layer} panels ready"),
        acts=(acts.See(),),
        lengths=(("Below the middle of the window", sizes(item, form)["deep"]),),
    )
