"""What bases share whose front and back are panels, or one piece folded at the base: how their size
settles, their outlines, their seams, their views."""

from collections.abc import Mapping
from functools import cache

from ambitus.core.fields import Length
from ambitus.core.form.model import FOLD, Dimension, Edge, Face, Form, Measure, Seam, Stretch
from ambitus.core.form.stance import SizeLine, Stance
from ambitus.core.geometry import Point
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import is_folded, is_wrapped
from ambitus.core.grammar.base.fields import CUT_AS, WIDTH_MEANS
from ambitus.core.grammar.base.insert import insert_of
from ambitus.core.grammar.contract import SHORTER, Allowances
from ambitus.core.grammar.sizes import DEPTH, HEIGHT, WIDTH
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term, grid_term, twice

Terms = tuple[Term, ...]

#: Depth over this share of the width stands like a block and folds badly.
DEEP_SHARE = 0.8

WIDTH_PARAM = Param(WIDTH, "Width", "length", paired(100), low=20, high=3000, opens="outer/width")
HEIGHT_PARAM = Param(HEIGHT, "Height", "length", paired(100), low=20, high=3000, opens="outer/height")


def depth_param(opens: str) -> Param:
    """Return the depth of a bag; *opens* is the sum that it is seen in."""
    return Param(DEPTH, "Depth", "length", paired(50), low=5, high=1500, opens=opens)


CUT_AS_PARAM = Param(
    CUT_AS,
    "Cut as",
    "choice",
    "panels",
    way_out="panels",
    options=(
        Option("panels", "Two panels", "With a seam along the base."),
        Option("folded", "One piece, folded at the base", "No base seam; a one-way print turns over."),
        Option("wrapped", "One piece, wrapped round", "One side seam, and a fold opposite it."),
    ),
    # one choice of all bases: what another base has stays chosen, unseen, and means two panels here
    offered=lambda bag, key: {
        "folded": bag.kinds.base.kind != "seamed",
        "wrapped": bag.kinds.base.wraps,
    }.get(key, True),
)


def quarter(bag: Resolved, mm: float) -> float:
    """Return a quarter of *mm* as a maker would measure it: to 5 mm, or to 1/4 in."""
    step = 6.35 if bag.unit == "in" else 5.0
    return snap(round(mm / 4 / step) * step)


def no_base_seam(bag: Resolved) -> frozenset[str]:
    """Return the seam classes that a folded piece does without."""
    return frozenset({"base"}) if is_folded(bag) else frozenset()


def eats(allowances: Allowances, seam: str) -> float:
    """Return what a class of seam takes from an edge, in mm."""
    return sum(term.mm for term in allowances[seam])


def depth_term(bag: Resolved, label: str, mm: float, why: str, share: float = 1.0) -> Term:
    """Return a term that is the depth, or a share of it, saying so where the grid moved it."""
    asked = DEPTH.of(bag) * share
    if abs(asked - mm) < 1e-6:
        return Term(label, mm, why, DEPTH.source(bag) if share == 1 else "derived")
    return Term(f"{label}, as the cut-out on the grid gives it", mm, why, "derived")


def settled(bag: Resolved, plain: float, beyond: float) -> tuple[float, Terms]:
    """Return *plain* mm so that with the *beyond* mm around it it is cut on the grid, and what that adds."""
    mm = snap(bag.grid.fit(plain + beyond) - beyond)
    return mm, grid_term(snap(mm - plain))


def asked_height(bag: Resolved) -> float:
    """Return the finished height that was asked for, up to the top edge, in mm."""
    return snap(sum(t.mm for t in bag.kinds.top.height(bag)))


def settled_height(bag: Resolved, allowances: Allowances, under: float) -> tuple[float, Terms, Terms]:
    """
    Return the height of a layer settled on the grid, its terms, and what the grid adds.

    *under* is what the piece is cut higher by at its foot: its seam, and what lies under the bag.
    """
    terms = (*bag.kinds.top.height(bag), *allowances[SHORTER])
    height, moved = settled(bag, sum(t.mm for t in terms), under + eats(allowances, "top"))
    return height, terms, moved


def panel_width(bag: Resolved, depth: float, side: float) -> tuple[float, Terms]:
    """Return the flat width of a panel between its side seams, and its terms; *depth* is 0 for a flat bag."""
    asked = WIDTH.of(bag)
    flat_reading = read_flat(bag)
    plain = asked if flat_reading else asked + depth
    if is_wrapped(bag):
        # cut twice as wide, with one seam: half a line of the grid may fall to each side
        whole, more = settled(bag, 2 * plain, 2 * side)
        width, moved = snap(whole / 2), grid_term(snap(sum(t.mm for t in more) / 2))
    else:
        width, moved = settled(bag, plain, 2 * side)
    terms: Terms = (WIDTH.term(bag, "Flat width" if flat_reading else "Finished width"),)
    if depth and not flat_reading:
        under = "Half of it folds under from each side to make the depth."
        terms += (depth_term(bag, "Depth", depth, under),)
    return width, (*terms, *moved)


def read_flat(bag: Resolved) -> bool:
    """Return whether the width asked for is that of the flat bag, face and depth together."""
    return WIDTH_MEANS.is_(bag, "flat")


def panel_height(bag: Resolved, half: float, allowances: Allowances) -> tuple[float, Terms]:
    """Return the height of a panel whose lower *half* mm lie under the bag, settled, and its terms."""
    base = 0.0 if is_folded(bag) else eats(allowances, "base")
    height, terms, moved = settled_height(bag, allowances, half + base)
    if half:
        why = "The panel runs under to the middle of the base."
        terms += (depth_term(bag, "Half the depth", half, why, 0.5),)
    return height, (*terms, *moved)


def _panel(flat: float, tall: float, notch: float) -> tuple[Edge, ...]:
    """Return the outline of one panel; its lower corners are missing by *notch* each way."""
    if not notch:
        return (
            Edge("base", "base", (0.0, 0.0)),
            Edge("side right", "side", (flat, 0.0)),
            Edge("top", "top", (flat, tall)),
            Edge("side left", "side", (0.0, tall)),
        )
    return (
        Edge("base", "base", (notch, 0.0)),
        Edge("corner right rise", "corner", (flat - notch, 0.0)),
        Edge("corner right run", "corner", (flat - notch, notch)),
        Edge("side right", "side", (flat, notch)),
        Edge("top", "top", (flat, tall)),
        Edge("side left", "side", (0.0, tall)),
        Edge("corner left run", "corner", (0.0, notch)),
        Edge("corner left rise", "corner", (notch, notch)),
    )


def _folded(flat: float, tall: float, notch: float) -> tuple[Edge, ...]:
    """Return the outline of both sides in one, the fold along y = 0, the front above it."""
    sides_right: tuple[Edge, ...] = (
        Edge("side right back", "side", (flat, -tall)),
        Edge("side right front", "side", (flat, 0.0)),
    )
    sides_left: tuple[Edge, ...] = (
        Edge("side left front", "side", (0.0, tall)),
        Edge("side left back", "side", (0.0, 0.0)),
    )
    if notch:
        sides_right = (
            sides_right[0],
            Edge("corner right run back", "corner", (flat, -notch)),
            Edge("corner right rise", "corner", (flat - notch, -notch)),
            Edge("corner right run front", "corner", (flat - notch, notch)),
            Edge("side right front", "side", (flat, notch)),
        )
        sides_left = (
            sides_left[0],
            Edge("corner left run front", "corner", (0.0, notch)),
            Edge("corner left rise", "corner", (notch, notch)),
            Edge("corner left run back", "corner", (notch, -notch)),
            Edge("side left back", "side", (0.0, -notch)),
        )
    return (
        Edge("top back", "top", (0.0, -tall)),
        *sides_right,
        Edge("top front", "top", (flat, tall)),
        *sides_left,
    )


def _wrapped(flat: float, tall: float, notch: float) -> tuple[Edge, ...]:
    """Return the outline of one piece that goes round, its fold at *flat*, the front to the left of it."""
    end = 2 * flat
    upright = (
        Edge("side right", "side", (end, notch)),
        Edge("top back", "top", (end, tall)),
        Edge("top front", "top", (flat, tall)),
        Edge("side left", "side", (0.0, tall)),
    )
    if not notch:
        return (Edge("base front", "base", (0.0, 0.0)), Edge("base back", "base", (flat, 0.0)), *upright)
    return (
        Edge("base front", "base", (notch, 0.0)),
        Edge("corner fold rise front", "corner", (flat - notch, 0.0)),
        Edge("corner fold run", "corner", (flat - notch, notch)),
        Edge("corner fold rise back", "corner", (flat + notch, notch)),
        Edge("base back", "base", (flat + notch, 0.0)),
        Edge("corner right rise", "corner", (end - notch, 0.0)),
        Edge("corner right run", "corner", (end - notch, notch)),
        *upright,
        Edge("corner left run", "corner", (0.0, notch)),
        Edge("corner left rise", "corner", (notch, notch)),
    )


def _wrapped_face(outline: tuple[Edge, ...], across: Terms, up: Terms, arm: Terms) -> Face:
    """Return the one piece that goes round; at its fold both arms of the cut-out lie beside each other."""
    over, along = "Corner cut-out, across", "Corner cut-out, up"
    measures = [
        Measure("width", "How wide to cut it", "x", "side left", "side right", twice(across)),
        Measure("height", "How high to cut it", "y", "base front", "top front", up, beside="left"),
    ]
    if arm:
        rises = ("corner fold rise front", "corner fold rise back")
        fold = f"{over} at the fold"
        measures += [
            Measure("across", over, "x", "side left", "corner left rise", arm, False, beside="bottom"),
            Measure("up", along, "y", "base front", "corner left run", arm, False, beside="left"),
            Measure("fold_across", fold, "x", *rises, twice(arm), False, beside="bottom"),
        ]
    return Face("tube", "panel", outline, tuple(measures), wrapped=True)


def faces(
    bag: Resolved, flat: float, tall: float, across: Terms, up: Terms, arm: Terms = ()
) -> tuple[Face, ...]:
    """
    Return front and back in seam lines, *flat* wide and *tall* high from the middle of the base.

    *arm* are the terms of a corner cut out first, whose core is their sum; none for whole corners.
    """
    notch = snap(sum(t.mm for t in arm))
    wide, high = "How wide to cut it", "How high to cut it"
    over, along = "Corner cut-out, across", "Corner cut-out, up"
    if is_wrapped(bag):
        return (_wrapped_face(_wrapped(flat, tall, notch), across, up, arm),)
    if is_folded(bag):
        left, right = "side left front", "side right front"
        measures = [
            Measure("width", wide, "x", left, right, across),
            Measure("height", high, "y", "top back", "top front", twice(up), folds=True, beside="left"),
        ]
        if notch:
            run, rise = "corner left run front", "corner left rise"
            measures.append(Measure("across", over, "x", left, rise, arm, False, beside="bottom"))
            told = f"{along} from the fold"
            measures.append(Measure("up", told, "y", FOLD, run, arm, False, beside="left"))
        return (Face("body", "panel", _folded(flat, tall, notch), tuple(measures), folded=True),)
    measures = [
        Measure("width", wide, "x", "side left", "side right", across),
        Measure("height", high, "y", "base", "top", up, beside="left"),
    ]
    if notch:
        measures.append(
            Measure("across", over, "x", "side left", "corner left rise", arm, False, beside="bottom")
        )
        measures.append(Measure("up", along, "y", "base", "corner left run", arm, False, beside="left"))
    outline = _panel(flat, tall, notch)
    return tuple(
        Face(name, "panel", outline, tuple(measures), over=name == "front") for name in ("front", "back")
    )


def stretch(face: str, edge: str) -> Stretch:
    """Return a whole edge of a face, its layer still to be filled in."""
    return Stretch("", face, edge)


@cache
def seams(folded: bool, notched: bool) -> tuple[Seam, ...]:
    """
    Return the seams within one layer: base, sides, and the corners that were cut out first.

    Front and back lie right sides together, so the front's left meets the back's right. At a boxed
    corner the risers, end to end over the base seam or the fold, meet the runs, end to end over
    the side seam.
    """
    sides = (("left", "right"), ("right", "left"))
    out = []
    if not folded:
        out.append(
            Seam("base", "Base seam", "base", ((stretch("front", "base"),), (stretch("back", "base"),)))
        )
    for here, there in sides:
        if folded:
            chains = tuple((stretch("body", f"side {here} {half}"),) for half in ("front", "back"))
        else:
            chains = ((stretch("front", f"side {here}"),), (stretch("back", f"side {there}"),))
        out.append(Seam(f"side {here}", f"Side seam, {here}", "side", chains))
    for here, there in sides if notched else ():
        if folded:
            risers: tuple[Stretch, ...] = (stretch("body", f"corner {here} rise"),)
            runs = tuple(stretch("body", f"corner {here} run {half}") for half in ("front", "back"))
        else:
            risers = (stretch("front", f"corner {here} rise"), stretch("back", f"corner {there} rise"))
            runs = (stretch("front", f"corner {here} run"), stretch("back", f"corner {there} run"))
        out.append(Seam(f"corner {here}", f"Boxed corner, {here}", "corner", (risers, runs)))
    return tuple(out)


@cache
def _wrapped_seams(notched: bool) -> tuple[Seam, ...]:
    """Return the seams of one piece that goes round: base, one side, a corner there and one at the fold."""
    chains: dict[tuple[str, str, str], tuple[tuple[str, ...], tuple[str, ...]]] = {
        ("base", "Base seam", "base"): (("base front",), ("base back",)),
        ("side", "Side seam", "side"): (("side left",), ("side right",)),
    }
    if notched:
        risers, runs = ("corner left rise", "corner right rise"), ("corner left run", "corner right run")
        fold = ("corner fold rise front", "corner fold rise back")
        chains["corner seam", "Boxed corner, at the seam", "corner"] = (risers, runs)
        chains["corner fold", "Boxed corner, at the fold", "corner"] = (fold, ("corner fold run",))
    return tuple(
        Seam(key, label, of, tuple(tuple(stretch("tube", edge) for edge in chain) for chain in both))
        for (key, label, of), both in chains.items()
    )


def seams_of(bag: Resolved, notched: bool) -> tuple[Seam, ...]:
    """Return the seams within one layer, as its panels are cut."""
    return _wrapped_seams(notched) if is_wrapped(bag) else seams(is_folded(bag), notched)


def mouth_of(bag: Resolved) -> tuple[tuple[str, str], ...]:
    """Return the mouth as edges of faces, front first, as the panels are cut."""
    return (("tube", "top front"), ("tube", "top back")) if is_wrapped(bag) else mouth(is_folded(bag))


def mouth(folded: bool) -> tuple[tuple[str, str], ...]:
    """Return the mouth as edges of faces, front first."""
    return (("body", "top front"), ("body", "top back")) if folded else (("front", "top"), ("back", "top"))


def ring(width: float, depth: float) -> tuple[Point, ...]:
    """Return the rectangle seen from above, from the left side seam round by the front."""
    half = depth / 2
    return ((0.0, half), (0.0, 0.0), (width, 0.0), (width, half), (width, depth), (0.0, depth))


def told(bag: Resolved, key: str, label: str, comes_out: float) -> Dimension:
    """Return a size that was asked for under its own name."""
    path = Length(f"size.{key}")
    asked = asked_height(bag) if key == "height" else path.of(bag)
    return Dimension(key, label, asked, comes_out, path.source(bag), path.why(bag))


def boxed_dimensions(bag: Resolved, width: float, height: float, depth: float) -> dict[str, Dimension]:
    """Return the sizes of a boxed bag by name, as asked and as they come out."""
    given, asked_depth = WIDTH.of(bag), DEPTH.of(bag)
    flat = read_flat(bag)
    face_asked, flat_asked = (given - asked_depth, given) if flat else (given, given + asked_depth)
    derived = "The flat bag, less the depth." if flat else "The face and the depth together."
    chosen = WIDTH.source(bag), WIDTH.why(bag)
    return {
        "width": Dimension(
            "width", "Width of the face", face_asked, width, *(("derived", derived) if flat else chosen)
        ),
        "height": told(bag, "height", "Height", height),
        "depth": told(bag, "depth", "Depth", depth),
        "flat_opening": Dimension(
            "flat_opening",
            "Flat opening",
            flat_asked,
            snap(width + depth),
            *(chosen if flat else ("derived", derived)),
        ),
    }


def boxed_lines(
    width: float, height: float, depth: float, wide: tuple[str, str] = ("wide", "width")
) -> tuple[SizeLine, ...]:
    """Return where the three sizes of a boxed bag are drawn; *wide* says what is written on the first."""
    return (
        SizeLine(WIDTH, *wide, (0, 0, 0), (width, 0, 0)),
        SizeLine(HEIGHT, "high", "height", (0, 0, 0), (0, 0, height)),
        SizeLine(DEPTH, "deep", "depth", (width, 0, 0), (width, depth, 0)),
    )


def flat_form(bag: Resolved, allowances: Allowances) -> Form:
    """Return the form of a flat bag, its size settled on the cutting grid."""
    width, across = panel_width(bag, 0.0, eats(allowances, "side"))
    height, up = panel_height(bag, 0.0, allowances)
    return Form(
        dimensions={
            "width": told(bag, "width", "Width", width),
            "height": told(bag, "height", "Height", height),
            "flat_opening": Dimension(
                "flat_opening",
                "Flat opening",
                WIDTH.of(bag),
                width,
                "derived",
                "A flat bag opens as wide as it is.",
            ),
        },
        faces=faces(bag, width, height, across, up),
        seams=seams_of(bag, False),
        mouth=mouth_of(bag),
        height=height,
        stance=flat_stance(width, height),
    )


def flat_stance(width: float, height: float) -> Stance:
    """Return how a flat bag stands, and where its two sizes are written."""
    line = ((0.0, 0.0), (width, 0.0))
    return Stance(
        base_outline=line,
        mouth_outline=line,
        standing_seams=(),
        front_starts=0.0,
        lines=(
            SizeLine(WIDTH, "wide", "width", (0, 0, 0), (width, 0, 0)),
            SizeLine(HEIGHT, "high", "height", (0, 0, 0), (0, 0, height)),
        ),
    )


def deep_form(
    bag: Resolved, allowances: Allowances, depth: float, *, notched: bool = False, corner: float | None = None
) -> Form:
    """
    Return the form of a bag *depth* deep as it comes out, width and height settled on the cutting grid.

    ``notched`` corners are cut out first; ``corner`` is what is measured when they are made later.
    """
    half = snap(depth / 2)
    flat, across = panel_width(bag, depth, eats(allowances, "side"))
    height, up = panel_height(bag, half, allowances)
    width = snap(flat - depth)
    why = "The cut-out is half the depth each way, from seam line to seam line."
    arm = (depth_term(bag, "Half the depth", half, why, 0.5),) if notched else ()
    wide = ("wide, laid flat", "flat_opening") if read_flat(bag) else ("wide", "width")
    return Form(
        dimensions=boxed_dimensions(bag, width, height, depth),
        faces=faces(bag, flat, height + half, across, up, arm),
        seams=seams_of(bag, notched),
        mouth=mouth_of(bag),
        height=height,
        corner=corner,
        insert=insert_of(bag, width, depth),
        stance=Stance(
            base_outline=ring(width, depth),
            mouth_outline=ring(width, depth),
            standing_seams=(0.0,) if is_wrapped(bag) else (0.0, 0.5),
            front_starts=0.0,
            lines=boxed_lines(width, height, depth, wide),
        ),
    )


def straight(bag: Resolved) -> Mapping[str, float]:
    """Return the straight seam a turning gap could use: the base between corners, or a side."""
    face = WIDTH.of(bag)
    if read_flat(bag):
        face -= DEPTH.of(bag)
    sides = {"side": asked_height(bag)}
    return sides if is_folded(bag) else {"base": face, **sides}
