"""Room for a motif on the face of a bag that is drawn up."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Zone, top_edges, with_top
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term


def motif_zone(bag: Resolved, form: Form, begins: tuple[Term, ...], taken: Term) -> tuple[Zone, ...]:
    """
    Return the room for a motif on each panel: *begins* are the terms from the raw top edge down to it,
    *taken* is what the channel takes of the finished height.
    """
    face = form.mm("width") if "width" in form.dimensions else form.mm("flat_opening")
    high = Term("Finished height", form.mm("height"), "From the edge the bag stands on.")
    wide = Term("Width of the face", face, "Between its edges.")
    readings = (
        ("begins below the raw top edge", Sum("To where it begins", begins)),
        ("high", Sum("High", (high, taken.scaled(-1)))),
        ("wide", Sum("Wide", (wide,))),
    )
    label = "Room for a motif, this edge up"
    return tuple(Zone(label, face.name, top_edges(face)[0], readings) for face in with_top(form))
