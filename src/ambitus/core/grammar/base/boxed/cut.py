"""The form of a boxed bag: two panels whose lower corners are missing, in seam lines.

The panel runs under the bag by half the depth. Its corner is notched by half the depth each way; when
every edge then grows by its own allowance, the cut-out of the raw panel comes out of itself, for
equal and unequal allowances.
"""

from functools import cache

from ambitus.core.form.model import Edge, Face, Form, Measure, Seam
from ambitus.core.grammar.base.panels import (
    boxed_form,
    depth_term,
    eats,
    panel_height,
    panel_width,
    side_and_base,
    stretch,
)
from ambitus.core.grammar.contract import Finishes
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved


def settle_depth(depth: float, corner: float, bag: Resolved) -> float:
    """
    Return the depth that the cut-out gives once its core is on the cutting grid.

    The core is half the depth less the corner seam; both arms are built from it, so they agree
    whatever was rounded. The depth moves by less than one step (nearest) or two (up).
    """
    return snap(2 * (bag.grid.fit(depth / 2 - corner) + corner))


def form(bag: Resolved, finishes: Finishes) -> Form:
    """
    Return the form of the boxed bag, its size settled on the cutting grid.

    The cut-out's core is rounded first, then the panel is drafted from the depth that it gives:
    width and height land within half a step of what was asked, the depth within one.
    """
    side, base, corner, top = (eats(finishes, k) for k in ("side", "base", "corner", "top"))
    depth = settle_depth(bag.mm("size.depth"), corner, bag)
    half = snap(depth / 2)
    flat, across = panel_width(bag, depth, side)
    height, up = panel_height(bag, half, base + top)
    width, tall = snap(flat - depth), height + half
    outline = (
        Edge("base", "base", (half, 0.0)),
        Edge("corner right rise", "corner", (half + width, 0.0)),
        Edge("corner right run", "corner", (half + width, half)),
        Edge("side right", "side", (flat, half)),
        Edge("top", "top", (flat, tall)),
        Edge("side left", "side", (0.0, tall)),
        Edge("corner left run", "corner", (0.0, half)),
        Edge("corner left rise", "corner", (half, half)),
    )
    why = "The cut-out is half the depth each way, from seam line to seam line."
    arm = (depth_term(bag, "Half the depth", half, why, 0.5),)
    left, inner = "side left", "corner left rise"
    measures = (
        Measure("width", "How wide to cut it", "x", left, "side right", across, beside="top"),
        Measure("height", "How high to cut it", "y", "base", "top", up, beside="left"),
        Measure("across", "Corner cut-out, across", "x", left, inner, arm, False, "bottom"),
        Measure("up", "Corner cut-out, up", "y", "base", "corner left run", arm, False, "left"),
    )
    faces = tuple(Face(name, "panel", outline, measures) for name in ("front", "back"))
    return boxed_form(bag, faces, seams(), (width, height, depth), None)


@cache
def seams() -> tuple[Seam, ...]:
    """
    Return the seams within one layer.

    At a boxed corner the two risers, end to end over the base seam, meet the two runs, end to end over
    the side seam.
    """
    out = list(side_and_base())
    for here, there in (("left", "right"), ("right", "left")):
        risers = (stretch("front", f"corner {here} rise"), stretch("back", f"corner {there} rise"))
        runs = (stretch("front", f"corner {here} run"), stretch("back", f"corner {there} run"))
        out.append(Seam(f"corner {here}", f"Boxed corner, {here}", "corner", (risers, runs)))
    return tuple(out)
