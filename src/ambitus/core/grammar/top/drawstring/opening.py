"""Where a cord comes out of its channel."""

from ambitus.core.form.model import Face, Form, Seam
from ambitus.core.form.sewn import (
    Hole,
    Measured,
    Opening,
    Place,
    Told,
    along_seam,
    edge_length,
    end_at_top,
    top_edges,
    with_top,
)
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import STEP
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.top.drawstring.fields import CORDS, OPENING
from ambitus.core.grammar.top.drawstring.loops import no_side_seam
from ambitus.core.grammar.top.hem import beyond_top
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term

#: How much lower a slot begins where no heading stands above it: the fold stays closed.
BELOW_FOLD = paired(3)

SLOT = Option("slot", "A slot in the side seam", "The seam is left open where the channel crosses it.")
EYELETS = Option(
    "eyelets", "Eyelets or buttonholes", "Through the outer layer, patched behind, before it is folded."
)


def opening_param(*options: Option) -> Param:
    """Return the field of how the cord comes out, of these ways."""
    return Param(OPENING, "Cord comes out by", "choice", "slot", options=options, way_out="eyelets")


def has_side_seam(bag: Resolved) -> bool:
    """Return whether seams of the side run up to the top edge."""
    return "side" in bag.kinds.base.classes


def needs_side_seam(bag: Resolved) -> str:
    """Return why the cord's openings, or its loops, do not go with this base, or nothing."""
    if wrong := no_side_seam(bag):
        return wrong
    if STEP in bag.values and STEP.of(bag) > 0:
        return "front and back stand higher than the sides: no channel goes round"
    if has_side_seam(bag) or OPENING.is_(bag, "eyelets"):
        return ""
    return "a strip has no seam at the side that could be left open for the cord: let it out by eyelets"


def _from_top(
    form: Form, seam: Seam, beyond: float, low: float, high: float
) -> tuple[tuple[Place, Place], ...]:
    """
    Return *low* and *high* mm below the finished top on the edges of *seam*, if it ends there, *beyond* mm
    under its raw edge.
    """
    found = end_at_top(form, seam)
    if found is None:
        return ()
    at, back = found
    return along_seam(
        form, seam, *(Place(at.face, at.edge, mm, back=back, beyond=beyond) for mm in (low, high))
    )


def _left_of(face: Face) -> tuple[str, str]:
    """Return the edge on the left of the first top edge, as it stands."""
    at = face.edge_index(top_edges(face)[0])
    return face.name, face.edges[(at + 1) % len(face.edges)].name


def side_openings(
    bag: Resolved, form: Form, layer: Layer, label: str, told: Told, *, every: bool = False
) -> tuple[Opening, ...]:
    """
    Return what of the side seams stays open, from and to what *told* says below the raw top edge.

    One cord has it at one side: the left of the front, which meets the right of the back; *every* side has it
    where each panel has a channel of its own.
    """
    tops = with_top(form)
    tube = any(face.tube for face in tops)
    both = (every or not CORDS.is_(bag, "one")) and not tube
    where = "raw top edge; at both sides" if both else "raw top edge; left of the front, right of the back"
    if tube:
        where = "raw top edge, at the seam"
    beyond = beyond_top(bag, layer)
    low, high = (snap(mm.total - beyond) for mm in (told[0][1], told[-1][1]))
    seams = [s for s in form.seams if s.seam == "side" and _from_top(form, s, beyond, low, high)]
    wanted = seams if both or tube else [s for s in seams if s.joins(*_left_of(tops[0]))]
    bodies = {face.name for face in tops}
    out = []
    for seam in wanted:
        ends = _from_top(form, seam, beyond, low, high)
        between = tuple(sorted(ends, key=lambda end: end[0].face not in bodies))
        marked = sum(end[0].face in bodies for end in ends)
        out.append(Opening(seam.key, label, seam.key, between, False, where, lambda spare: told, marked))
    return tuple(out)


def eyelets_at(bag: Resolved, tube: bool) -> tuple[tuple[str, float], ...]:
    """Return the eyelets of a top edge and how far along they lie: for cords that no seam lets out."""
    every, two = OPENING.is_(bag, "eyelets"), CORDS.is_(bag, "two")
    if tube:
        if not every:
            return (("Eyelet, opposite the seam", 0.5),) if two else ()
        return (("Eyelet, middle of the front", 0.25), ("Eyelet, middle of the back", 0.75))[
            : 2 if two else 1
        ]
    if not every:
        return ()
    return (("Eyelet" if two else "Eyelet, in the front only", 0.5),)


def eyelets(bag: Resolved, form: Form, layer: Layer, below: Sum) -> tuple[Hole, ...]:
    """Return the eyelets, *below* the raw top edge; one cord has one, two have one on each side."""
    beyond = beyond_top(bag, layer)
    out: list[Hole] = []
    for face in with_top(form):
        # a tube has front and back on one edge, a folded face one at each end
        for run in [top_edges(face)] if face.tube else [(name,) for name in top_edges(face)]:
            long = sum(edge_length(form, face.name, edge) for edge in run)
            for label, part in eyelets_at(bag, face.tube):
                # from the left end of the first edge, which is where that edge ends
                at = Place(face.name, run[0], long * part, snap(below.total - beyond), back=True)
                out.append(Hole(label, at, beyond, _share(long, part, below)))
    return tuple(out)


def _share(long: float, part: float, below: Sum) -> Measured:
    """Return how a hole is found: *below* the raw top edge, at a *part* of an edge *long* mm at its seam."""

    def told(spare: float) -> Told:
        share = Term("Part of this edge", snap(spare + long * part), "From its raw left end.")
        return (("below the raw top edge", below), ("from the left", Sum("From the left", (share,))))

    return told
