"""Where straps are caught: their centres on every top edge of the body, read from its raw sides."""

from dataclasses import dataclass

from ambitus.core.form.model import Face, Form
from ambitus.core.form.sewn import Caught, Place, Told, edge_length, no_measures, top_edges, with_top
from ambitus.core.grammar.carry.fields import PLACED_BY, STRAP_GAP
from ambitus.core.grammar.carry.strap import placed_terms
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.seams.edges import beside_of, edge_terms
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Sum, Term


def _between(item: Item, panel: float, placed: Sum, seam: float) -> Sum:
    """Return the way from centre to centre; *seam* is what of the place lies outside a half of a tube."""
    if PLACED_BY.of(item) == "gap":
        return Sum("Between the two centres", (STRAP_GAP.term(item, "Gap"),))
    # the other strap end mirrors this one, so the middle of the panel stays the middle
    both = Term("Both strap places", snap(-2 * (placed.total - seam)), "From either side.", times=2)
    whole = Term("Half of the tube" if seam else "Panel", panel, "At the top edge." if seam else "As cut.")
    return Sum("Between the two centres", (whole, both))


def placed_in(item: Item, form: Form, side: Term) -> Sum:
    """Return the way to a strap's centre from the raw edge, which lies *side* beyond the side seam."""
    return Sum("From the raw side edge to the strap's centre", placed_terms(item, form, side))


def _side(item: Item, face: Face, beyond: float | None = None) -> Term:
    """Return what lies beyond the side seam of a face: as planned, or as much as is cut there."""
    seam = beside_of(item.bag, face)
    terms = edge_terms(item.bag, seam, face.over)
    mm = snap(sum(t.mm for t in terms)) if beyond is None else beyond
    name = item.bag.kinds.classes.get(seam, "Side seam")
    return Term(name, mm, "From the raw edge to the seam.", terms[0].source if terms else "derived")


@dataclass(frozen=True, slots=True)
class _Measured:
    """How two strap ends on an edge *long* mm long are found: the raw side lies as far out as it is cut."""

    item: Item
    form: Form
    face: Face
    long: float
    down: Told

    def _placed(self, spare: float) -> Sum:
        return placed_in(self.item, self.form, _side(self.item, self.face, snap(spare)))

    def from_left(self, spare: float) -> Told:
        """Return how far from the left, how far apart, and what else is measured there."""
        placed = self._placed(spare)
        panel = snap(self.long + (0.0 if self.face.tube else 2 * spare))
        apart = _between(self.item, panel, placed, snap(spare) if self.face.tube else 0.0)
        return (("from the left", placed), ("apart", apart), *self.down)

    def from_right(self, spare: float) -> Told:
        """Return how far from the right."""
        return (("from the right", self._placed(spare)),)


def caught_at_centres(
    item: Item,
    form: Form,
    layer: Layer,
    *,
    seam: str = "",
    reaches: float = 0.0,
    down: Told = (),
    begins: float = 0.0,
    inside: float | None = None,
) -> tuple[Caught, ...]:
    """
    Return the two strap ends on each top edge of the outer: caught in *seam*, or by rows of their own, and
    reaching so far in; *down* are more measures of theirs, *begins* where the rows that hold them begin.
    With *inside* they lie so far from both ends of the edge, and are found without a tape.

    On a folded face the back's edge lies at the other end, and stands on its head.
    """
    if layer != "outer":
        return ()
    out: list[Caught] = []
    strip = f"strap {item.at}"
    for face in with_top(form):
        tops = top_edges(face)
        side = _side(item, face)
        along = placed_in(item, form, side).total - side.mm if inside is None else inside
        for n, edge in enumerate(tops):
            measured = _Measured(item, form, face, edge_length(form, face.name, edge), down)
            tape = inside is None
            left = measured.from_left if tape and not n else no_measures
            right = measured.from_right if tape and n == (1 if face.tube else 0) else no_measures
            for back, where, told in ((True, "top left", left), (False, "top right", right)):
                place = Place(face.name, edge, along, 0.0, back)
                foot = item.attach.runs
                out.append(
                    Caught(strip, place, seam, reaches, "Strap centre", where, told, foot=foot, begins=begins)
                )
    return tuple(out)
