"""The bands: as long as half of the mouth less a little at each side, folded along their middle."""

from dataclasses import replace

from ambitus.core.cut.outline import cut_face
from ambitus.core.form.model import Edge, Face, Form, Loose, Mark, Measure, Part
from ambitus.core.form.sewn import Channel, Sewn
from ambitus.core.geometry import bounds
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.contract import Allowances, Layer
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.grammar.top.drawstring.cords import cord_parts
from ambitus.core.grammar.top.drawstring.fields import BAND, BAND_MADE
from ambitus.core.grammar.top.drawstring.loops import loops_caught, no_side_seam
from ambitus.core.grammar.top.drawstring.motif import motif_zone
from ambitus.core.grammar.top.hem import topstitched
from ambitus.core.grammar.top.lining import shorter_terms
from ambitus.core.grammar.top.turned_through.gap import gap_opening
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term

#: How far inside the side seam line a band ends.
INSIDE = paired(3)


def no_strip(bag: Resolved) -> str:
    """Return why bands do not go with this base, or nothing."""
    if STEP in bag.values and STEP.of(bag) > 0:
        return "front and back stand higher than the sides: no band goes round"
    return no_side_seam(bag)


def under_band(bag: Resolved, layer: Layer, form: Form, allowances: Allowances) -> Form:
    """Return *form* with the band that stands above its panels counted in its height."""
    band, high = BAND.of(bag), form.dimensions["height"]
    dimensions = {**form.dimensions, "height": replace(high, comes_out=snap(high.comes_out + band))}
    lines = tuple(
        replace(line, b=(*line.b[:2], line.b[2] + band)) if line.path == HEIGHT else line
        for line in form.stance.lines
    )
    return replace(form, dimensions=dimensions, stance=replace(form.stance, lines=lines, band=band))


def shorter(bag: Resolved, layer: Layer) -> tuple[Term, ...]:
    """Return what a layer is made less high than the bag: by the band, and by the ease of a lining."""
    band = BAND.term(bag, "Band")
    return (
        band.scaled(-1, "It stands above the panels."),
        *shorter_terms(bag, layer),
    )


def above_cord(bag: Resolved) -> Term:
    """Return what of the bag stands above the cord: the band."""
    return Term("The band", BAND.of(bag), "It stands above the closing.", BAND.source(bag))


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return the gap in the lining, and on the outer the room for a motif."""
    if layer != "outer":
        return (*gap_opening(item, form, layer), *topstitched(form))
    seam = (TOP_ALLOWANCE.term(item.bag, "Top seam"),)
    motif = motif_zone(item.bag, form, seam, above_cord(item.bag))
    channel = Channel(0.0, BAND.of(item.bag), (), "band")
    return (*motif, channel, *topstitched(form), *loops_caught(item.bag, form, layer, 0.0))


def band_of(bag: Resolved, form: Form) -> tuple[Face, int]:
    """Return a band in seam lines, and how many pieces there are of it."""
    long, high = snap(form.mm("flat_opening") - 2 * INSIDE.mm(bag.unit)), 2 * BAND.of(bag)
    outline = (
        Edge("raw low", "top", (0.0, 0.0)),
        Edge("end right", "end", (long, 0.0)),
        Edge("raw high", "top", (long, high)),
        Edge("end left", "end", (0.0, high)),
    )
    inside = Term(
        "Inside the side seams",
        -2 * INSIDE.mm(bag.unit),
        "So that the cord comes out between the bands.",
        "default",
        2,
    )
    half = Term("Half of the mouth", form.mm("flat_opening"), "From side seam to side seam.")
    band = BAND.term(bag, "Band")
    twice = band.scaled(2, "Folded along its middle.", 2)
    measures = (
        Measure("width", "How long to cut it", "x", "end left", "end right", (half, inside), beside="top"),
        Measure("height", "How wide to cut it", "y", "raw low", "raw high", (twice,), beside="left"),
    )
    face = Face("band", "band", outline, measures, part="band")
    return face, 4 if BAND_MADE.is_(bag, "two") else 2


def _band(bag: Resolved, form: Form) -> Loose:
    """Return a band that stands above the panels, folded along its middle."""
    face, count = band_of(bag, form)
    allowances = {"top": edge_terms(bag, "top"), "end": edge_terms(bag, "end")}
    left, low, right, high = bounds(cut_face(face, allowances, bag.grid).cut)
    half = Term("Half of its width", snap((high - low) / 2), "Folded wrong sides together.")
    told = (("from a raw long edge", Sum("To the fold", (half,))),)
    fold = Mark("crease", "Fold", ((left, (low + high) / 2), (right, (low + high) / 2)), "long edge", told)
    return Loose("band", "Casing band", count, face, allowances, "outer", (fold,))


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the bands, the cord in them, and its loops."""
    return (_band(item.bag, form), *cord_parts(item, form))
