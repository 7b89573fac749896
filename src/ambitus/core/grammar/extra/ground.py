"""One side of a layer, to put things on: told from its middle and from the finished top edge."""

from dataclasses import dataclass

from ambitus.core.form.model import Face, Form
from ambitus.core.form.sewn import Side, edge_length
from ambitus.core.geometry import bounds
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.contract import Layer
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term


@dataclass(frozen=True, slots=True)
class Band:
    """
    One face of a side, by its upper edge: from where to where it lies below the finished top edge, and the
    way from that face's own raw upper edge to the finished top edge.
    """

    face: Face
    edge: str
    begins: float
    ends: float
    beyond: tuple[Term, ...]


@dataclass(frozen=True, slots=True)
class Ground:
    """
    The front or the back of a layer.

    ``wide`` is how wide it lies between its seams, ``stands`` the width of the face that stands in its
    middle, ``foot`` how far below the finished top edge the edge lies that the bag stands on. All in mm.
    """

    layer: Layer
    side: Side
    bands: tuple[Band, ...]
    wide: float
    stands: float
    foot: float
    #: whether anything of its panels lies under the bag
    runs_under: bool

    @property
    def to_middle(self) -> tuple[Term, ...]:
        """The way from the left seam to the middle, as a line of a sum."""
        return (Term("Half the panel", snap(self.wide / 2), "From its seam to its middle."),)

    def band_at(self, u: float) -> Band:
        """Return the face in which *u* lies: the lowest for what lies below all of them."""
        return next((band for band in self.bands if u < band.ends - 1e-6), self.bands[-1])


def _below(form: Form, face: Face) -> tuple[Face, str] | None:
    """Return the face that a face is joined to along its lower edge, with its edge there."""
    for seam in form.seams:
        if seam.seam != "join":
            continue
        ends = [(chain[0].face, chain[0].edge) for chain in seam.chains if len(chain) == 1]
        for (name, _), (other, edge) in zip(ends, reversed(ends), strict=True):
            if name == face.name and edge.startswith("top"):
                return form.face(other), edge
    return None


def ground_of(bag: Resolved, form: Form, layer: Layer, side: Side) -> Ground:
    """Return one side of a layer."""
    tops = [(form.face(face), edge) for face, edge in form.mouth if not form.face(face).part]
    tops = [(face, edge) for face, edge in tops if face.edges[face.edge_index(edge)].seam == "top"]
    # of what is folded at its top nothing is told from there, and a stop says so
    tops = tops or [(form.faces[0], form.faces[0].edges[0].name)]
    face, edge = tops[0 if side == "front" else -1]
    beyond = bag.kinds.top.allowance(bag, layer)
    band = form.stance.band
    if band:
        beyond = (*beyond, Term("The band", -band, "It stands above the panels.", "derived"))
    bands: list[Band] = []
    begins = band
    while True:
        _, low, _, high = bounds(face.points)
        lower = _below(form, face)
        ends = snap(begins + high - (0.0 if face.folded else low))
        bands.append(Band(face, edge, begins, ends, beyond))
        if lower is None:
            break
        gone = Term("Down to the join", -ends, "From the finished top edge.", "derived")
        join = JOIN_ALLOWANCE.term(bag, "Join")
        beyond, begins, (face, edge) = (join, gone), ends, lower
    first = bands[0]
    wide = edge_length(form, first.face.name, first.edge)
    stands = form.mm("width") if "width" in form.dimensions else wide
    foot = snap(form.height + band)
    return Ground(layer, side, tuple(bands), wide, min(stands, wide), foot, bands[-1].ends > foot + 1e-6)
