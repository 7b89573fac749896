"""The form of a boxed bag: two panels whose lower corners are missing, in seam lines.

The panel runs under the bag by half the depth. Its corner is notched by half the depth each way; when
every edge then grows by its own allowance, the cut-out of the raw panel comes out of itself, for
equal and unequal allowances.
"""

from collections.abc import Mapping
from functools import cache

from ambitus.core.form.model import Dimension, Edge, Face, Form, Measure, Seam, SizeLine, Stretch
from ambitus.core.grammar.contract import Finishes
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term, grid_term


def _eats(finishes: Finishes, seam: str) -> float:
    return sum(term.mm for term in finishes[seam])


def settle_depth(depth: float, corner: float, bag: Resolved) -> float:
    """
    Return the depth that the cut-out gives once its core is on the cutting grid.

    The core is half the depth less the corner seam; both arms are built from it, so they agree
    whatever was rounded. The depth moves by less than one step (nearest) or two (up).
    """
    return snap(2 * (bag.grid.fit(depth / 2 - corner) + corner))


def _width(bag: Resolved, depth: float, side: float) -> tuple[float, tuple[Term, ...]]:
    """Return the flat width of a panel between its side seams, and its terms."""
    asked = bag.mm("size.width")
    flat_reading = bag.choice("base.width_means") == "flat"
    plain = asked if flat_reading else asked + depth
    settled = snap(bag.grid.fit(plain + 2 * side) - 2 * side)
    source, why = bag.source("size.width"), bag.why("size.width")
    if flat_reading:
        terms: tuple[Term, ...] = (Term("Flat width", asked, why, source),)
    else:
        terms = (
            Term("Finished width", asked, why, source),
            depth_term(bag, "Depth", depth, "Half folds under from each side when the corners are boxed."),
        )
    return settled, (*terms, *grid_term(snap(settled - plain)))


def depth_term(bag: Resolved, label: str, mm: float, why: str, share: float = 1.0) -> Term:
    """Return a term that is the depth, or a share of it, saying so where the grid moved it."""
    asked = bag.mm("size.depth") * share
    if abs(asked - mm) < 1e-6:
        return Term(label, mm, why, bag.source("size.depth") if share == 1 else "derived")
    return Term(f"{label}, as the cut-out on the grid gives it", mm, why, "derived")


def form(bag: Resolved, finishes: Finishes) -> Form:
    """
    Return the form of the boxed bag, its size settled on the cutting grid.

    The cut-out's core is rounded first, then the panel is drafted from the depth that it gives:
    width and height land within half a step of what was asked, the depth within one.
    """
    side, base, corner, top = (_eats(finishes, k) for k in ("side", "base", "corner", "top"))
    depth = settle_depth(bag.mm("size.depth"), corner, bag)
    flat, width_terms = _width(bag, depth, side)
    width = snap(flat - depth)
    asked_height, half = bag.mm("size.height"), snap(depth / 2)
    plain = asked_height + half + base + top
    height = snap(asked_height + bag.grid.fit(plain) - plain)
    half_term = depth_term(
        bag, "Half the depth", half, "The panel runs under to the middle of the base.", 0.5
    )
    height_terms = (
        Term("Finished height", asked_height, bag.why("size.height"), bag.source("size.height")),
        half_term,
        *grid_term(snap(height - asked_height)),
    )
    tall, flat_reading = height + half, bag.choice("base.width_means") == "flat"
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
    cut_half = depth_term(
        bag,
        "Half the depth",
        half,
        "The cut-out is half the depth each way, from seam line to seam line.",
        0.5,
    )
    measures = (
        Measure("width", "How wide to cut it", "x", "side left", "side right", width_terms, beside="top"),
        Measure("height", "How high to cut it", "y", "base", "top", height_terms, beside="left"),
        Measure(
            "across",
            "Corner cut-out, across",
            "x",
            "side left",
            "corner left rise",
            (cut_half,),
            False,
            "bottom",
        ),
        Measure("up", "Corner cut-out, up", "y", "base", "corner left run", (cut_half,), False, "left"),
    )
    faces = tuple(Face(name, "panel", outline, measures) for name in ("front", "back"))
    return Form(
        dimensions=_dimensions(bag, width, height, depth),
        faces=faces,
        seams=seams(),
        mouth=(("front", "top"), ("back", "top")),
        base_ring=_ring(width, depth),
        mouth_ring=_ring(width, depth),
        height=height,
        standing_seams=(0.0, 0.5),
        front_starts=0.0,
        lines=(
            SizeLine("width", "wide" if not flat_reading else "wide, laid flat", (0, 0, 0), (width, 0, 0)),
            SizeLine("height", "high", (0, 0, 0), (0, 0, height)),
            SizeLine("depth", "deep", (width, 0, 0), (width, depth, 0)),
        ),
    )


def _ring(width: float, depth: float) -> tuple[tuple[float, float], ...]:
    """Return the rectangle seen from above, from the left side seam round by the front."""
    half = depth / 2
    return ((0.0, half), (0.0, 0.0), (width, 0.0), (width, half), (width, depth), (0.0, depth))


def _dimensions(bag: Resolved, width: float, height: float, depth: float) -> dict[str, Dimension]:
    def told(key: str, label: str, asked: float, comes_out: float) -> Dimension:
        path = f"size.{key}"
        return Dimension(key, label, asked, comes_out, bag.source(path), bag.why(path))

    given, asked_depth = bag.mm("size.width"), bag.mm("size.depth")
    flat = bag.choice("base.width_means") == "flat"
    face_asked, flat_asked = (given - asked_depth, given) if flat else (given, given + asked_depth)
    derived = "The flat bag, less the depth." if flat else "The face and the depth together."
    chosen = bag.source("size.width"), bag.why("size.width")
    return {
        "width": Dimension(
            "width", "Width of the face", face_asked, width, *(("derived", derived) if flat else chosen)
        ),
        "height": told("height", "Height", bag.mm("size.height"), height),
        "depth": told("depth", "Depth", asked_depth, depth),
        "flat_opening": Dimension(
            "flat_opening",
            "Flat opening",
            flat_asked,
            snap(width + depth),
            *(chosen if flat else ("derived", derived)),
        ),
    }


@cache
def seams() -> tuple[Seam, ...]:
    """
    Return the seams within one layer (``layer`` is filled in for each layer that is sewn so).

    Front and back lie right sides together, so the front's left meets the back's right. At a boxed
    corner the two risers, end to end over the base seam, meet the two runs, end to end over the
    side seam.
    """
    out = [Seam("base", "Base seam", "base", ((_s("front", "base"),), (_s("back", "base"),)))]
    for here, there in (("left", "right"), ("right", "left")):
        out.append(
            Seam(
                f"side {here}",
                f"Side seam, {here}",
                "side",
                ((_s("front", f"side {here}"),), (_s("back", f"side {there}"),)),
            )
        )
        out.append(
            Seam(
                f"corner {here}",
                f"Boxed corner, {here}",
                "corner",
                (
                    (_s("front", f"corner {here} rise"), _s("back", f"corner {there} rise")),
                    (_s("front", f"corner {here} run"), _s("back", f"corner {there} run")),
                ),
            )
        )
    return tuple(out)


def _s(face: str, edge: str) -> Stretch:
    return Stretch("", face, edge)


def straight(bag: Resolved) -> Mapping[str, float]:
    """Return the straight seam a turning gap could use: the base between corners, or a side."""
    face = bag.mm("size.width")
    if bag.choice("base.width_means") == "flat":
        face -= bag.mm("size.depth")
    return {"base": face, "side": bag.mm("size.height")}
