"""A tube of one or two panels sewn to a base of its own."""

import math
from collections.abc import Callable
from dataclasses import replace

from ambitus.core.curves import enclosed, flattened, offset_bent
from ambitus.core.form.model import Dimension, Edge, Face, Form, Mark, Measure, Piece, Seam
from ambitus.core.form.stance import SizeLine, Stance
from ambitus.core.grammar.base.disc import disc_drafted, is_traced
from ambitus.core.grammar.base.fields import GIVEN_BY, OUTLINE, RADIUS, TRACED_AS, TUBE_PANELS
from ambitus.core.grammar.base.insert import insert_face
from ambitus.core.grammar.base.panels import eats, mouth, seams, settled, settled_height, stretch, told
from ambitus.core.grammar.base.separate.shapes import BySize, Outline
from ambitus.core.grammar.base.separate.traced import traced
from ambitus.core.grammar.cloth.bottom import base_of_bottom
from ambitus.core.grammar.contract import Allowances
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import BREADTH, DIAMETER, HEIGHT, LENGTH
from ambitus.core.lengths import Grid, snap
from ambitus.core.lengths.grid import steps_for
from ambitus.core.outlines import around as way_round
from ambitus.core.outlines import extent, read_outline, seen
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, grid_term

#: (bag, length, breadth) -> the outline of its base in seam lines
Shape = Callable[[Resolved, float, float], Outline]


def by_size(outline: BySize) -> Shape:
    """Return a shape that its length, its breadth and a corner radius make."""
    return lambda bag, length, breadth: outline(length, breadth, base_radius(bag))


def traced_in(bag: Resolved) -> float:
    """Return how far inside the traced line the seam runs: by its allowance, if that has room, in mm."""
    by = eaten(bag, "ring") if TRACED_AS.is_(bag, "cut") else 0.0
    return by if traced(OUTLINE.of(bag), by) else 0.0


def traced_shape(bag: Resolved, length: float, breadth: float) -> Outline:
    """Return the outline that was traced, at its own size. Raises ValueError where it has no points."""
    grows = eaten(bag, "ring")
    found = traced(OUTLINE.of(bag), traced_in(bag), grows)
    if found is None:
        raise ValueError("an outline that was read has points")
    return found


def ease_of(bag: Resolved) -> float:
    """Return what the cloths of this bag ease into a curved seam, as a share: the one that eases least."""
    cloths = (*bag.kinds.top.layers, *(("contrast",) if base_of_bottom(bag) else ()))
    return min(bag.cloth(cloth).ease for cloth in cloths)


def panels_of(bag: Resolved) -> int:
    """Return of how many panels the tube is."""
    return 2 if TUBE_PANELS.of(bag) == "two" else 1


def given_base(bag: Resolved) -> tuple[Term, Term]:
    """Return the length and the breadth of the finished base: chosen, or from a disc that is cut already."""
    if GIVEN_BY.is_(bag, "plate"):
        why = "The disc in hand, less its seam on both sides."
        across = Term("Disc in hand, at its seam line", disc_drafted(bag), why, "derived")
        return across, across
    if DIAMETER in bag.values:
        across = DIAMETER.term(bag, "Finished diameter")
        return across, across
    if is_traced(bag):
        made = traced_shape(bag, 0.0, 0.0)
        long, broad = extent(flattened([e.start for e in made.edges], [e.bend for e in made.edges]))
        why = "The seam line of the outline that was traced."
        return Term("Length of the outline", snap(long), why, "measured"), Term(
            "Breadth of the outline", snap(broad), why, "measured"
        )
    return LENGTH.term(bag, "Finished length"), BREADTH.term(bag, "Finished breadth")


def base_radius(bag: Resolved) -> float:
    """Return the corner radius of the base at the seam line, where it has one, in mm."""
    return RADIUS.of(bag) if RADIUS in bag.values else 0.0


def asked_round(shape: Shape, bag: Resolved) -> float:
    """Return the way round the base as it was asked for, before anything is settled, seams among it."""
    if DIAMETER in bag.values:
        return sum(shape(bag, DIAMETER.of(bag), DIAMETER.of(bag)).lengths)
    if is_traced(bag):
        return way_round(read_outline(OUTLINE.of(bag)))
    return sum(shape(bag, LENGTH.of(bag), BREADTH.of(bag)).lengths)


def tube_panel(bag: Resolved, around: float, panels: int, seam: float) -> tuple[float, bool]:
    """
    Return the width of one panel of the tube at its seam lines, and whether a finer grid was needed.

    Where rounding alone would leave more than the cloth eases, the panel is cut on the finest grid.
    """
    finest = steps_for(bag.unit)[0]
    for at, grid in enumerate((bag.grid, Grid(min(finest, bag.grid.step), "nearest"))):
        one = snap(grid.fit(around / panels + 2 * seam) - 2 * seam)
        shorter = min(one * panels, around)
        if at or (shorter > 0 and abs(one * panels - around) / shorter <= ease_of(bag)):
            break
    return one, at == 1


def _body(
    panels: int, wide: float, height: float, along: tuple[Term, ...], rise: tuple[Term, ...], on_grid: bool
) -> tuple[Face, ...]:
    """Return the panels of the tube; one panel is told apart in front and back where it is marked."""
    if panels == 2:
        outline: tuple[Edge, ...] = (
            Edge("base", "ring", (0.0, 0.0)),
            Edge("side right", "side", (wide, 0.0)),
            Edge("top", "top", (wide, height)),
            Edge("side left", "side", (0.0, height)),
        )
        names: tuple[str, ...] = ("front", "back")
        low, high = "base", "top"
    else:
        outline = (
            Edge("base front", "ring", (0.0, 0.0)),
            Edge("base back", "ring", (wide / 2, 0.0)),
            Edge("side right", "side", (wide, 0.0)),
            Edge("top back", "top", (wide, height)),
            Edge("top front", "top", (wide / 2, height)),
            Edge("side left", "side", (0.0, height)),
        )
        names, low, high = ("tube",), "base front", "top back"
    measures = (
        Measure("width", "How wide to cut it", "x", "side left", "side right", along, on_grid),
        Measure("height", "How high to cut it", "y", low, high, rise, beside="left"),
    )
    return tuple(Face(name, "panel", outline, measures, over=name != "back") for name in names)


def form_of(shape: Shape, bag: Resolved, allowances: Allowances) -> Form:
    """Return the form of a tube on a base of this *shape*: the base on the grid, the tube to go round it."""
    ring_seam, side = eats(allowances, "ring"), eats(allowances, "side")
    panels = panels_of(bag)
    long_term, broad_term = given_base(bag)
    length, longer = settled(bag, long_term.mm, 2 * ring_seam)
    breadth, broader = settled(bag, broad_term.mm, 2 * ring_seam)
    if is_traced(bag):
        # an outline keeps its own size
        (length, longer), (breadth, broader) = (long_term.mm, ()), (broad_term.mm, ())
    outline = shape(bag, length, breadth)
    around = sum(outline.lengths)
    wide, finer = tube_panel(bag, around, panels, side)
    share = ", half of it" if panels == 2 else ""
    round_it = Term(f"Round the base at its seam{share}", snap(around / panels), _why_round(bag), "derived")
    rest = snap(wide - round_it.mm)
    across: tuple[Term, ...] = (round_it, *grid_term(rest))
    if finer and rest:
        why = "On the cutting grid the tube would not go round the base."
        across = (round_it, Term("To a finer grid, so that the seam eases", rest, why))
    height, rise, moved = settled_height(bag, allowances, ring_seam)
    up = (*rise, *moved)
    left, right, low, high = outline.ends
    body = _body(panels, wide, height, across, up, not finer)
    measures: tuple[Measure, ...] = (
        Measure("width", _called(bag), "x", left, right, (long_term, *longer), beside="bottom"),
        Measure("height", _called(bag, broad=True), "y", low, high, (broad_term, *broader), beside="left"),
    )
    if is_traced(bag):
        # any shape keeps its own size, on no grid
        measures = tuple(replace(m, whole=True, on_grid=False) for m in measures)
    disc = Face("base", "base", outline.edges, measures, part="base")
    bends = [e.bend for e in outline.edges]
    ring = tuple((x + length / 2, y + breadth / 2) for x, y in seen(flattened(disc.points, bends)))
    opening = snap(wide * panels / 2)
    asked_round = sum(shape(bag, long_term.mm, broad_term.mm).lengths)
    return Form(
        dimensions=_dimensions(bag, length, breadth, height, asked_round / 2, opening),
        faces=(*body, disc),
        seams=_seams(outline, panels, ease_of(bag)),
        mouth=(("tube", "top front"), ("tube", "top back")) if panels == 1 else mouth(False),
        height=height,
        listed={"base": _told(bag, allowances)},
        insert=insert_face(
            bag,
            outline.edges,
            outline.ends,
            Term("Length of the base", length, "As it comes out."),
            Term("Breadth of the base", breadth, "As it comes out."),
            whole=is_traced(bag),
        ),
        stance=Stance(
            base_outline=ring,
            mouth_outline=ring,
            standing_seams=(0.0,) if panels == 1 else (0.0, 0.5),
            front_starts=0.0,
            lines=_lines(bag, length, breadth, height),
            smooth=True,
            encloses=enclosed(disc.points, bends),
        ),
    )


def _why_round(bag: Resolved) -> str:
    return "π × the diameter." if DIAMETER in bag.values else "Its straights and its curves, end to end."


def _called(bag: Resolved, broad: bool = False) -> str:
    if DIAMETER in bag.values:
        return "How wide to cut it"
    return "How broad to cut it" if broad else "How long to cut it"


def _told(bag: Resolved, allowances: Allowances) -> dict[str, float]:
    if RADIUS in bag.values:
        return {"radius": snap(RADIUS.of(bag) + eats(allowances, "ring"))}
    return {}


def _dimensions(
    bag: Resolved, length: float, breadth: float, height: float, asked: float, opening: float
) -> dict[str, Dimension]:
    """Return the sizes by name; half of the way round is the flat opening."""
    flat = Dimension("flat_opening", "Flat opening", asked, opening, "derived", "Half of the way round.")
    high = told(bag, "height", "Height", height)
    if DIAMETER in bag.values:
        if GIVEN_BY.of(bag) == "plate":
            across = Dimension("diameter", "Diameter", length, length, "derived", "From the disc in hand.")
        else:
            across = told(bag, "diameter", "Diameter", length)
        return {"diameter": across, "height": high, "flat_opening": flat}
    if is_traced(bag):
        why = "The outline keeps its own size."
        return {
            "length": Dimension("length", "Length of the base", length, length, "measured", why),
            "breadth": Dimension("breadth", "Breadth of the base", breadth, breadth, "measured", why),
            "height": high,
            "flat_opening": flat,
        }
    return {
        "length": told(bag, "length", "Length of the base", length),
        "breadth": told(bag, "breadth", "Breadth of the base", breadth),
        "height": high,
        "flat_opening": flat,
    }


def _lines(bag: Resolved, length: float, breadth: float, height: float) -> tuple[SizeLine, ...]:
    high = SizeLine(HEIGHT, "high", "height", (0, breadth / 2, 0), (0, breadth / 2, height))
    if DIAMETER in bag.values:
        across = SizeLine(DIAMETER, "across", "diameter", (0, breadth / 2, 0), (length, breadth / 2, 0))
        return (across, high)
    if is_traced(bag):
        # its length and breadth cannot be typed
        return (high,)
    return (
        SizeLine(LENGTH, "long", "length", (0, breadth / 2, 0), (length, breadth / 2, 0)),
        high,
        SizeLine(BREADTH, "broad", "breadth", (length, 0, 0), (length, breadth, 0)),
    )


def _seams(outline: Outline, panels: int, ease: float) -> tuple[Seam, ...]:
    names = [e.name for e in outline.edges]
    halves = (names[: outline.half], names[outline.half :])
    if panels == 1:
        bottom = (stretch("tube", "base front"), stretch("tube", "base back"))
        whole = tuple(stretch("base", name) for name in names)
        return (
            Seam(
                "side",
                "Side seam",
                "side",
                ((stretch("tube", "side left"),), (stretch("tube", "side right"),)),
            ),
            Seam("ring", "Base to the tube", "ring", (bottom, whole), ease=ease),
        )
    out = [s for s in seams(False, False) if s.seam == "side"]
    for panel, half in zip(("front", "back"), halves, strict=True):
        chains = ((stretch(panel, "base"),), tuple(stretch("base", name) for name in half))
        out.append(Seam(f"ring {panel}", f"Base to the {panel}", "ring", chains, ease=ease))
    return tuple(out)


def ring_deeper(bag: Resolved, form: Form, by: float) -> float:
    """
    Return how much deeper a base is sewn in all round where its tube's side seams are sewn *by* mm deeper.

    Its seam has to be as much shorter as the tube: by 2 n e, which a circle is when it is drawn in by n e/π.
    """
    shorter = 2 * panels_of(bag) * by
    base = next(f for f in form.faces if f.part == "base")
    whole = way_round(flattened(base.points, base.bends))

    def drawn_in(mm: float) -> float:
        return whole - way_round(flattened(*offset_bent(base.points, base.bends, [-mm] * len(base.edges))))

    deeper = shorter / (2 * math.pi)
    for _ in range(4 if by else 0):
        deeper *= shorter / max(drawn_in(deeper), 1e-6)
    return snap(deeper)


def marks_of(shape: Shape, item: Item, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the places where tube and base are matched: quarters, straight to arc, corners."""
    bag = item.bag
    length = form.mm("diameter") if "diameter" in form.dimensions else form.mm("length")
    breadth = form.mm("diameter") if "diameter" in form.dimensions else form.mm("breadth")
    outline = shape(bag, length, breadth)
    if piece.part == "base":
        return _on_base(piece, outline)
    if piece.part:
        return ()
    around = sum(outline.lengths)
    panels = panels_of(bag)
    left, low, right, _ = piece.box
    side = (right - left - 2 * form.mm("flat_opening") / panels) / 2
    edge = Term("Side seam", snap(side), "From the raw edge to the seam.")
    out, gone, stretch_by = [], 0.0, 2 * form.mm("flat_opening") / around if around > 0 else 1.0
    for i, (size, label) in enumerate(zip(outline.lengths, outline.labels, strict=True)):
        inside = label and 0 < i < (outline.half if panels == 2 else len(outline.edges))
        if inside:
            way = Term("Along the base seam", snap(gone * stretch_by), "To where the base is marked too.")
            told = Sum("From the raw side edge", (edge, way))
            x = left + told.total
            out.append(Mark("notch", label, ((x, low),), "lower left", (("from the left", told),)))
        gone += size
    return tuple(out)


def _on_base(piece: Piece, outline: Outline) -> tuple[Mark, ...]:
    """Return the marks on the base itself, and how to draw it folded in four where it is round."""
    out = [
        Mark("notch", label, (point,), "its middle")
        for point, label in zip(piece.cut, outline.labels, strict=True)
        if label
    ]
    if (
        len({round(v, 6) for v in (piece.size("width"), piece.size("height"))}) == 1
        and len(outline.edges) == 4
    ):
        half = Term(
            "Half the cut diameter", snap(piece.size("width") / 2), "Folded in four, point at the fold."
        )
        reading = (("compass, on cloth folded in four", Sum("Compass opening", (half,))),)
        out.append(Mark("notch", "Draw it with a compass", (), "the folded corner", reading))
    return tuple(out)
