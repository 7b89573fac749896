"""How high a bag is that has to close over what is in it."""

import math
from collections.abc import Callable
from dataclasses import replace

from ambitus.core.form.model import Dimension, Form
from ambitus.core.form.stance import SizeLine
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.disc import disc_drafted
from ambitus.core.grammar.base.fields import GIVEN_BY, OUTLINE, TRACED_AS, WIDTH_MEANS
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.features import Cords, DrawnUp, drawn_up
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import BREADTH, DEPTH, DIAMETER, HEIGHT, LENGTH, WIDTH
from ambitus.core.grammar.top.drawstring.fields import CLOSING, HEIGHT_MEANS
from ambitus.core.lengths import snap
from ambitus.core.outlines import extent, read_outline
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

CLOSING_PARAMS = (
    Param(
        HEIGHT_MEANS,
        "What the height means",
        "choice",
        "edge",
        options=(
            Option("edge", "Up to the top edge", "With the mouth laid flat."),
            Option(
                "contents",
                "What goes in",
                "The bag is made higher, so that the mouth still closes over it.",
            ),
            Option(
                "contents_edge",
                "What goes in, the closing counted to the top edge",
                "As some sacks are sized: lower by what stands above the cord, and a hole is left.",
            ),
        ),
    ),
    Param(
        CLOSING,
        "What goes in is",
        "choice",
        "soft",
        options=(
            Option("soft", "Soft", "The mouth closes to a line over the middle."),
            Option("firm", "Firm", "The mouth closes to a point, out from the corners."),
        ),
        shown_unless=(HEIGHT_MEANS, "edge"),
    ),
)


def by_contents(bag: Resolved) -> bool:
    """Return whether the height given is that of what goes in."""
    return HEIGHT_MEANS.is_(bag, "contents") or to_edge(bag)


def to_edge(bag: Resolved) -> bool:
    """Return whether the closing is counted up to the top edge, and not to the cord."""
    return HEIGHT_MEANS.is_(bag, "contents_edge")


def plan_of(bag: Resolved) -> tuple[float, float]:
    """Return length and breadth of the base as asked; both the diameter of a round one."""
    if GIVEN_BY.is_(bag, "plate"):
        across = disc_drafted(bag)
        return across, across
    if DIAMETER in bag.values:
        return DIAMETER.of(bag), DIAMETER.of(bag)
    if OUTLINE in bag.values:
        along, across = extent(read_outline(OUTLINE.of(bag)))
        within = 2 * eaten(bag, "ring") if TRACED_AS.is_(bag, "cut") else 0.0
        return along - within, across - within
    if LENGTH in bag.values:
        return LENGTH.of(bag), BREADTH.of(bag)
    deep = DEPTH.of(bag) if DEPTH in bag.values else 0.0
    flat = deep if WIDTH_MEANS.is_(bag, "flat") else 0.0
    return WIDTH.of(bag) - flat, deep


def is_round(bag: Resolved) -> bool:
    """Return whether the base is round, and the mouth with it."""
    return DIAMETER in bag.values


def closing_term(bag: Resolved) -> Term:
    """Return the cloth between what goes in and the closed mouth, as a term."""
    along, across = plan_of(bag)
    if is_round(bag):
        return Term("Half the diameter, to close over it", snap(along / 2), "From the rim to the middle.")
    if CLOSING.is_(bag, "firm"):
        why = "½ √(W² + D²): from a corner to the middle, where the mouth closes to a point."
        return Term("From a corner to the middle", snap(math.hypot(along, across) / 2), why)
    why = "From the longer side to the middle, where the mouth closes to a line."
    which = "width" if DEPTH in bag.values else "length"
    which = which if along < across - 1e-9 else "depth" if which == "width" else "breadth"
    return Term(f"Half the {which}, to close over it", snap(min(along, across) / 2), why)


def height_terms(bag: Resolved, to_cord: Term) -> tuple[Term, ...]:
    """
    Return the finished height: as asked, or what goes in, the closing, and what stands above the cord.

    *to_cord* is what of the bag lies above the cord when it is drawn in.
    """
    if not by_contents(bag):
        return (HEIGHT.term(bag, "Finished height"),)
    goes_in = HEIGHT.term(bag, "Height of what goes in")
    return (goes_in, closing_term(bag)) if to_edge(bag) else (goes_in, closing_term(bag), to_cord)


def with_contents(bag: Resolved, form: Form, to_cord: Term) -> Form:
    """Return *form* with the height of what goes in beside its own: as asked, or what it closes over."""
    if not by_contents(bag):
        over = snap(form.mm("height") - closing_term(bag).mm - to_cord.mm)
        why = "The height, less the closing over it and what stands above the cord."
        closes = Dimension("contents", "Closes over contents", over, over, "derived", why)
        return replace(form, dimensions={**form.dimensions, "contents": closes})
    above = sum(t.mm for t in bag.kinds.top.height(bag)[1:])
    path = HEIGHT
    high = form.dimensions["height"]
    comes_out = snap(high.comes_out - above)
    contents = Dimension(
        "contents", "Height of what goes in", path.of(bag), comes_out, path.source(bag), path.why(bag)
    )
    why = "What goes in, the closing over it, and what stands above the cord."
    dimensions = {**form.dimensions, "height": replace(high, source="derived", why=why), "contents": contents}
    lines = tuple(_to_contents(line, comes_out) if line.path == path else line for line in form.stance.lines)
    return replace(form, dimensions=dimensions, stance=replace(form.stance, lines=lines))


def contents_stage(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return the outer's *form* with the height of what goes in beside its own."""
    drawn = drawn_up(bag)
    return with_contents(bag, form, drawn.above_cord(bag)) if drawn and layer == "outer" else form


def _to_contents(line: SizeLine, comes_out: float) -> SizeLine:
    return SizeLine(line.path, "goes in", "contents", line.a, (*line.b[:2], comes_out))


def drawn_up_by(above_cord: Callable[[Resolved], Term], cords: Callable[[Resolved, Form], Cords]) -> DrawnUp:
    """Return what a top is that is drawn up by these cords, with *above_cord* standing above them."""
    return DrawnUp(above_cord, cords, closing_term, by_contents, lambda bag: CLOSING.is_(bag, "firm"))
