"""The bands: as long as half of the mouth less a little at each side, folded along their middle."""

from ambitus.core.form.model import Edge, Face, Form, Mark, Measure, Piece
from ambitus.core.grammar.allowances import TOP_ALLOWANCE
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.top.drawstring.fields import BAND, BAND_MADE
from ambitus.core.grammar.top.drawstring.loops import no_side_seam
from ambitus.core.grammar.top.drawstring.motif import motif_mark
from ambitus.core.grammar.top.turned_through.variant import TURNED_THROUGH
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

#: How far inside the side seam line a band ends.
INSIDE = paired(3)


def no_strip(bag: Resolved) -> str:
    """Return why bands do not go with this base, or nothing."""
    if STEP in bag.values and STEP.of(bag) > 0:
        return "front and back stand higher than the sides: no band goes round"
    return no_side_seam(bag)


def band_height(bag: Resolved) -> Term:
    """Return what the bands add above the panels, as a term."""
    return BAND.term(bag, "Band")


def above_cord(bag: Resolved) -> Term:
    """Return what of the bag stands above the cord: the band."""
    return Term("The band", BAND.of(bag), "It stands above the closing.", BAND.source(bag))


def marks(bag: Resolved, form: Form, piece: Piece) -> tuple[Mark, ...]:
    """Return the gap in the lining, and on the outer the room for a motif."""
    plain = TURNED_THROUGH.marks(bag, form, piece)
    if piece.layer != "outer" or piece.part or not any(e.seam == "top" for e in piece.edges):
        return plain
    seam = (TOP_ALLOWANCE.term(bag, "Top seam"),)
    return (*plain, motif_mark(bag, form, seam, above_cord(bag)))


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
    twice = Term(band.label, 2 * band.mm, "Folded along its middle.", band.source, 2)
    measures = (
        Measure("width", "How long to cut it", "x", "end left", "end right", (half, inside), beside="top"),
        Measure("height", "How wide to cut it", "y", "raw low", "raw high", (twice,), beside="left"),
    )
    face = Face("band", "band", outline, measures, part="band")
    return face, 4 if BAND_MADE.is_(bag, "two") else 2
