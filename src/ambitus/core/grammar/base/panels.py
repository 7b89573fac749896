"""What bases of two like panels share: how their size settles, their side and base seams, their views."""

from collections.abc import Mapping
from functools import cache

from ambitus.core.form.model import Dimension, Edge, Face, Form, Measure, Seam, SizeLine, Stretch
from ambitus.core.grammar.contract import Finishes
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term, grid_term

Terms = tuple[Term, ...]


def eats(finishes: Finishes, seam: str) -> float:
    """Return what a class of seam takes from an edge, in mm."""
    return sum(term.mm for term in finishes[seam])


def depth_term(bag: Resolved, label: str, mm: float, why: str, share: float = 1.0) -> Term:
    """Return a term that is the depth, or a share of it, saying so where the grid moved it."""
    asked = bag.mm("size.depth") * share
    if abs(asked - mm) < 1e-6:
        return Term(label, mm, why, bag.source("size.depth") if share == 1 else "derived")
    return Term(f"{label}, as the cut-out on the grid gives it", mm, why, "derived")


def panel_width(bag: Resolved, depth: float, side: float) -> tuple[float, tuple[Term, ...]]:
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


def panel_height(bag: Resolved, half: float, seams: float) -> tuple[float, Terms]:
    """Return the height of a panel whose lower *half* mm lie under the bag, settled, and its terms."""
    asked = bag.mm("size.height")
    plain = asked + half + seams
    height = snap(asked + bag.grid.fit(plain) - plain)
    terms = [Term("Finished height", asked, bag.why("size.height"), bag.source("size.height"))]
    if half:
        why = "The panel runs under to the middle of the base."
        terms.append(depth_term(bag, "Half the depth", half, why, 0.5))
    return height, (*terms, *grid_term(snap(height - asked)))


def ring(width: float, depth: float) -> tuple[tuple[float, float], ...]:
    """Return the rectangle seen from above, from the left side seam round by the front."""
    half = depth / 2
    return ((0.0, half), (0.0, 0.0), (width, 0.0), (width, half), (width, depth), (0.0, depth))


def boxed_dimensions(bag: Resolved, width: float, height: float, depth: float) -> dict[str, Dimension]:
    """Return the sizes of a boxed bag by name, as asked and as they come out."""

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


def stretch(face: str, edge: str) -> Stretch:
    """Return a whole edge of a face, its layer still to be filled in."""
    return Stretch("", face, edge)


@cache
def side_and_base() -> tuple[Seam, ...]:
    """
    Return base and side seams within one layer.

    Front and back lie right sides together, so the front's left meets the back's right.
    """
    out = [Seam("base", "Base seam", "base", ((stretch("front", "base"),), (stretch("back", "base"),)))]
    for here, there in (("left", "right"), ("right", "left")):
        chains = ((stretch("front", f"side {here}"),), (stretch("back", f"side {there}"),))
        out.append(Seam(f"side {here}", f"Side seam, {here}", "side", chains))
    return tuple(out)


def rectangles(width: float, height: float, across: Terms, up: Terms) -> tuple[Face, ...]:
    """Return front and back as whole rectangles in seam lines."""
    outline = (
        Edge("base", "base", (0.0, 0.0)),
        Edge("side right", "side", (width, 0.0)),
        Edge("top", "top", (width, height)),
        Edge("side left", "side", (0.0, height)),
    )
    measures = (
        Measure("width", "How wide to cut it", "x", "side left", "side right", across),
        Measure("height", "How high to cut it", "y", "base", "top", up, beside="left"),
    )
    return tuple(Face(name, "panel", outline, measures) for name in ("front", "back"))


def boxed_form(
    bag: Resolved,
    faces: tuple[Face, ...],
    seams: tuple[Seam, ...],
    size: tuple[float, float, float],
    corner: float | None,
) -> Form:
    """Return the form of a boxed bag of *size* (face width, height, depth) as they come out."""
    width, height, depth = size
    flat = bag.choice("base.width_means") == "flat"
    wide = ("wide, laid flat", "flat_opening") if flat else ("wide", "width")
    return Form(
        dimensions=boxed_dimensions(bag, width, height, depth),
        faces=faces,
        seams=seams,
        mouth=(("front", "top"), ("back", "top")),
        base_ring=ring(width, depth),
        mouth_ring=ring(width, depth),
        height=height,
        standing_seams=(0.0, 0.5),
        front_starts=0.0,
        lines=(
            SizeLine("width", *wide, (0, 0, 0), (width, 0, 0)),
            SizeLine("height", "high", "height", (0, 0, 0), (0, 0, height)),
            SizeLine("depth", "deep", "depth", (width, 0, 0), (width, depth, 0)),
        ),
        corner=corner,
    )


def uncut_form(bag: Resolved, finishes: Finishes, corner: float) -> Form:
    """
    Return the form of a bag boxed after sewing: whole rectangles; *corner* is measured when they are sewn.

    No cut-out has to lie on the grid, so the depth is what was asked.
    """
    side, base, top = (eats(finishes, k) for k in ("side", "base", "top"))
    depth = bag.mm("size.depth")
    half = snap(depth / 2)
    flat, across = panel_width(bag, depth, side)
    height, up = panel_height(bag, half, base + top)
    faces = rectangles(flat, height + half, across, up)
    return boxed_form(bag, faces, side_and_base(), (snap(flat - depth), height, depth), corner)


def straight(bag: Resolved) -> Mapping[str, float]:
    """Return the straight seam a turning gap could use: the base between corners, or a side."""
    face = bag.mm("size.width")
    if bag.choice("base.width_means") == "flat":
        face -= bag.mm("size.depth")
    return {"base": face, "side": bag.mm("size.height")}
