"""What hems share: they are unlined, folded and stitched while the panels lie flat."""

from typing import Literal

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Line, Told
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Layer, Slot
from ambitus.core.grammar.order import HEM_SEWN
from ambitus.core.grammar.seams.edges import knife_sliver, overlocked_first
from ambitus.core.grammar.seams.overcast import sliver_term
from ambitus.core.grammar.top.fields import TOP_SLIVER
from ambitus.core.grammar.top.finishing import measure_back, turn_out
from ambitus.core.lengths import snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.steps.settings import stitched
from ambitus.core.sums import Term

SLIVER_PARAM = Param(
    TOP_SLIVER,
    "Sliver the knife takes of the top edge",
    "length",
    knife_sliver,
    low=0,
    high=15,
    shown_if=overlocked_first,
    help="Where the edge is overlocked before it is folded.",
    why="As of every other edge that is overlocked.",
)


def knife_terms(bag: Resolved, name: str) -> tuple[Term, ...]:
    """Return what the knife takes of a top edge that is overlocked, as terms; *name* is what it is of."""
    return sliver_term(bag, "top", name, TOP_SLIVER)


#: How far below a top edge a row lies that keeps it flat.
TOPSTITCHED = 9.0

#: What an unlined bag's other parts do, where nothing else was chosen.
UNLINED: dict[Slot, str] = {"interfacing": "none", "seams": "zigzagged"}


def beyond_top(bag: Resolved, layer: Layer) -> float:
    """Return how much cloth of a layer lies beyond its finished top, in mm."""
    return sum(t.mm for t in bag.kinds.top.allowance(bag, layer))


def lines_along_top(
    bag: Resolved,
    form: Form,
    layer: Layer,
    folds: Told,
    label: str = "Hem, from the raw top edge",
    kind: Literal["crease", "row"] = "crease",
    drawn: int | None = None,
) -> tuple[Line, ...]:
    """
    Return folds or rows along every top edge, each told from the raw edge; a face tells all of them once.

    Of *folds* the first *drawn* are lines; what follows is only told.
    """
    beyond = beyond_top(bag, layer)
    out = []
    for face in form.faces:
        told: Told = folds
        for edge in (e for e in face.edges if e.seam == "top"):
            for _, mm in folds[:drawn]:
                out.append(Line(kind, face.name, edge.name, snap(mm.total - beyond), beyond, label, told))
                told = ()
    return tuple(out)


def rows_along_top(form: Form, below: tuple[float, ...]) -> tuple[Line, ...]:
    """Return rows of stitching round the mouth, so far below its finished edge; they are not marked."""
    tops = [(f.name, e.name) for f in form.faces for e in f.edges if e.seam == "top"]
    return tuple(Line("row", face, edge, mm) for face, edge in tops for mm in below)


def topstitched(form: Form) -> tuple[Line, ...]:
    """Return the row of stitching that keeps a top edge flat."""
    return rows_along_top(form, (TOPSTITCHED,))


def hem_steps(
    bag: Resolved, form: Form, press: str, lengths: tuple[tuple[str, float], ...]
) -> tuple[Step, ...]:
    """Return the pressing and the stitching of a hem, before the sides are sewn, and the last measuring."""
    outer = bag.cloth("outer")
    on_hem = [i for i, s in enumerate(bag.kinds.carry) if s.attach.kind == "on_hem"]
    straps = tuple(f"carry {i} under the hem" for i in on_hem)
    in_round = HEM_SEWN.is_(bag, "round")
    lies = ("outer body sewn",) if in_round else ("outer panels laid",)
    ready = () if in_round else ("outer top known", "outer panels ready")
    say = (
        "All round, beginning at a side seam; the free arm inside the bag."
        if in_round
        else "While the panels lie flat, before the side seams; the ends are caught in the sides."
    )
    every = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    return (
        Step(
            "press hem",
            "Press the hem of both top edges",
            press,
            610 if in_round else 330,
            needs=lies,
            gives=("hem pressed",),
            acts=(acts.Fold(acts.Edges(("outer",), "top")),),
            settings=f"Iron: {outer.iron}.",
            lengths=lengths,
            cautions=("hot iron",),
        ),
        Step(
            "stitch hem",
            "Stitch the hem",
            say,
            640 if in_round else 360,
            needs=("hem pressed", *straps),
            gives=("hem stitched", *ready),
            acts=(acts.Stitch(acts.Edges(("outer",), "top")),),
            settings=stitched(outer, 3, "close to the fold"),
            cautions=(*(("needle over bulk",) if straps else ()), *(("free arm",) if in_round else ())),
        ),
        *turn_out(bag, 700, needs=("outer body sewn", "hem stitched")),
        measure_back(form, needs=("right side out", *every)),
    )
