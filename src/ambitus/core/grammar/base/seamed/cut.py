"""The form of a flat bag: W + 2s by H + sb + top, once every edge has grown."""

from ambitus.core.form.model import Dimension, Form, SizeLine
from ambitus.core.grammar.base.panels import eats, panel_height, rectangles, side_and_base
from ambitus.core.grammar.contract import Finishes
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term, grid_term


def form(bag: Resolved, finishes: Finishes) -> Form:
    """Return the form of the flat bag, its size settled on the cutting grid."""
    side, base, top = (eats(finishes, k) for k in ("side", "base", "top"))
    asked = bag.mm("size.width")
    width = snap(bag.grid.fit(asked + 2 * side) - 2 * side)
    chosen = Term("Finished width", asked, bag.why("size.width"), bag.source("size.width"))
    height, up = panel_height(bag, 0.0, base + top)

    def told(key: str, out: float) -> Dimension:
        path = f"size.{key}"
        return Dimension(key, key.capitalize(), bag.mm(path), out, bag.source(path), bag.why(path))

    ring = ((0.0, 0.0), (width, 0.0))
    return Form(
        dimensions={
            "width": told("width", width),
            "height": told("height", height),
            "flat_opening": Dimension(
                "flat_opening", "Flat opening", asked, width, "derived", "A flat bag opens as wide as it is."
            ),
        },
        faces=rectangles(width, height, (chosen, *grid_term(snap(width - asked))), up),
        seams=side_and_base(),
        mouth=(("front", "top"), ("back", "top")),
        base_ring=ring,
        mouth_ring=ring,
        height=height,
        standing_seams=(),
        front_starts=0.0,
        lines=(
            SizeLine("width", "wide", "width", (0, 0, 0), (width, 0, 0)),
            SizeLine("height", "high", "height", (0, 0, 0), (0, 0, height)),
        ),
    )
