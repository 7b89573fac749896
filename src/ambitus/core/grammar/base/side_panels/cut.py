"""Front and back run under to a seam in the middle of the base; panels of their own stand at the sides."""

from dataclasses import replace

from ambitus.core.form.model import Edge, Face, Form, Mark, Measure, Piece, Seam
from ambitus.core.form.stance import Stance
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.base.insert import insert_of
from ambitus.core.grammar.base.panels import (
    boxed_dimensions,
    boxed_lines,
    eats,
    panel_width,
    ring,
    settled_height,
    stretch,
)
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import amount, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import OfField, Sum, Term, grid_term


def settle_depth(bag: Resolved, seam: float) -> float:
    """Return the depth on the grid: half of it, which runs under the front, is what is brought there."""
    return snap(2 * bag.grid.fit(DEPTH.of(bag) / 2 + seam) - 2 * seam)


def _main(width: float, height: float, half: float, step: float) -> tuple[Edge, ...]:
    """Return the outline of front or back: the lower *half* runs under, the upper *step* stands free."""
    tall, free = height + half, height + half - step
    right = [Edge("under right", "side", (width, 0.0)), Edge("side right", "side", (width, half))]
    left = [Edge("side left", "side", (0.0, free)), Edge("under left", "side", (0.0, half))]
    if step > 0:
        right.append(Edge("step right", "side", (width, free)))
        left.insert(0, Edge("step left", "side", (0.0, tall)))
    return (Edge("base", "base", (0.0, 0.0)), *right, Edge("top", "top", (width, tall)), *left)


def form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form; what stands above the sides is the step."""
    seam = eats(allowances, "side")
    deep = settle_depth(bag, seam)
    half = snap(deep / 2)
    width, across = panel_width(bag, 0.0, seam)
    height, up, moved = settled_height(bag, allowances, half + eats(allowances, "base"))
    under = Term("Half the depth", half, "The panel runs under to the middle of the base.", "derived")
    step = min(STEP.of(bag), height)
    lower = (Term("Step", -step, STEP.why(bag), STEP.source(bag), of=OfField(STEP)),) if step else ()
    outline = _main(width, height, half, step)
    measures = (
        Measure("width", "How wide to cut it", "x", "side left", "side right", across),
        Measure(
            "height",
            "How high to cut it",
            "y",
            "base",
            "top",
            (*up, under, *moved),
            beside="left",
        ),
    )
    deep_terms = (DEPTH.term(bag, "Finished depth"), *grid_term(snap(deep - DEPTH.of(bag))))
    rise = snap(height - step)
    side = (
        Edge("bottom", "side", (0.0, 0.0)),
        Edge("long right", "side", (deep, 0.0)),
        Edge("top", "top", (deep, rise)),
        Edge("long left", "side", (0.0, rise)),
    )
    side_measures = (
        Measure("width", "How wide to cut it", "x", "long left", "long right", deep_terms),
        # it follows the front, so it is not rounded by itself
        Measure(
            "height",
            "How high to cut it",
            "y",
            "bottom",
            "top",
            (*up, *moved, *lower),
            on_grid=False,
            beside="left",
        ),
    )
    mains = tuple(Face(name, "panel", outline, measures, over=name == "front") for name in ("front", "back"))
    sides = tuple(
        Face(name, "side", side, side_measures, part="side") for name in ("side left", "side right")
    )
    return Form(
        dimensions=boxed_dimensions(bag, width, height, deep),
        faces=(*mains, *sides),
        seams=_seams(),
        mouth=_mouth(step),
        height=height,
        panel_at=half,
        insert=insert_of(bag, width, deep),
        lower_sides=step,
        stance=Stance(
            base_outline=ring(width, deep),
            mouth_outline=ring(width, deep),
            standing_seams=(),
            front_starts=0.0,
            lines=boxed_lines(width, height, deep),
        ),
    )


def _mouth(step: float) -> tuple[tuple[str, str], ...]:
    """Return the mouth, and the free edges of the steps where there are any."""
    if step <= 0:
        return (("front", "top"), ("side right", "top"), ("back", "top"), ("side left", "top"))
    return (
        ("front", "top"),
        ("front", "step right"),
        ("side right", "top"),
        ("back", "step left"),
        ("back", "top"),
        ("back", "step right"),
        ("side left", "top"),
        ("front", "step left"),
    )


def _seams() -> tuple[Seam, ...]:
    """Return base, the four upright seams, and both ends of the base."""
    out = [Seam("base", "Base seam", "base", ((stretch("front", "base"),), (stretch("back", "base"),)))]
    for side, front, back in (("left", "left", "right"), ("right", "right", "left")):
        panel = f"side {side}"
        joins = ((f"front {side}", "front", front, "long right"), (f"back {side}", "back", back, "long left"))
        for key, main, edge, long in joins:
            chains = ((stretch(main, f"side {edge}"),), (stretch(panel, long),))
            out.append(Seam(f"side {key}", f"Side panel to the {main}, {side}", "side", chains))
        under = (stretch("front", f"under {front}"), stretch("back", f"under {back}"))
        label = f"End of the base, {side}"
        out.append(Seam(f"end {side}", label, "side", (under, (stretch(panel, "bottom"),))))
    return tuple(out)


def marks(item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return where the front is clipped to turn the corner, and where the side panel is pinned to it."""
    bag = item.bag
    half = snap(form.mm("depth") / 2)
    side = next(e for e in piece.edges if e.seam == "side")
    left, low, right, _ = piece.box
    if piece.part == "side":
        stop = Sum("From its bottom edge", side.terms)
        points = ((left, low + stop.total), (right, low + stop.total))
        label = "Stop the side seams here"
        return (Mark("notch", label, points, "bottom edge", (("from the raw bottom edge", stop),)),)
    base = next(e for e in piece.edges if e.name == "base")
    under = Term("Half the depth", half, "What runs under the bag.")
    clip = Sum("From the raw base edge", (under, *base.terms))
    hangs = (replace(t, mm=-t.mm, why="The side's own allowance hangs below.") for t in side.terms)
    pinned = Sum("From the raw base edge", (*clip.terms, *hangs))
    readings = (
        (f"clip, to {amount(2, bag.unit)} from the seam", clip),
        ("the side’s raw bottom edge is pinned here", pinned),
    )
    y, deep = low + clip.total, side.allowance * 0.8
    return (
        Mark("clip", "Clip to turn the corner", ((left, y), (left + deep, y)), "base edge", readings),
        Mark("clip", "Clip to turn the corner", ((right - deep, y), (right, y)), "base edge"),
    )
