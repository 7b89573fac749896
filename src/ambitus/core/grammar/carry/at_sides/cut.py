"""Where the two ends of one strap are caught: on the side seams, or in the middle of side panels."""

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Caught, Place, Told, edge_length
from ambitus.core.grammar.carry.placing import caught_at_centres
from ambitus.core.grammar.contract import Layer
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term


def ends(item: Item, form: Form, layer: Layer) -> tuple[Caught, ...]:
    """Return both ends of a strap as the top seam catches them, the left one first."""
    if layer != "outer":
        return ()
    if not item.bag.kinds.base.side_panels:
        return caught_at_centres(item, form, layer, seam="top", inside=0.0)
    out = []
    for name, edge in form.mouth:
        face = form.face(name)
        if not face.part or face.edges[face.edge_index(edge)].seam != "top":
            continue
        middle = snap(edge_length(form, name, edge) / 2)

        def told(spare: float, half: float = middle) -> Told:
            terms = (
                Term("Seam", snap(spare), "From the raw edge."),
                Term("Half of the side", half, "Its middle."),
            )
            return (("from the left", Sum("From the raw side edge to the strap's centre", terms)),)

        place = Place(name, edge, middle, 0.0, True)
        out.append(Caught(f"strap {item.at}", place, "top", 0.0, "Strap centre", "middle of the top", told))
    # round the mouth the right side comes before the left
    return tuple(reversed(out))
