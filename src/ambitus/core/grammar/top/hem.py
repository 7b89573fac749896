"""What hems share: they are unlined, folded and stitched while the panels lie flat."""

from typing import Literal

from ambitus.core.form.model import Form, Mark, Piece
from ambitus.core.geometry import Point, outward
from ambitus.core.grammar.contract import Param, Slot
from ambitus.core.grammar.seams.edges import knife_sliver, overlocked_first
from ambitus.core.grammar.seams.overcast import sliver_term
from ambitus.core.grammar.top.fields import TOP_SLIVER
from ambitus.core.grammar.top.finishing import measure_back
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import Sum, Term

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


#: What an unlined bag's other parts do, where nothing else was chosen.
UNLINED: dict[Slot, str] = {"interfacing": "none", "seams": "zigzagged"}


def fold_marks(
    piece: Piece,
    folds: tuple[tuple[str, Sum], ...],
    label: str = "Hem, from the raw top edge",
    kind: Literal["crease", "row"] = "crease",
    drawn: int | None = None,
) -> tuple[Mark, ...]:
    """
    Return the creases of a hem on every top edge of *piece*, each read from the raw edge.

    Of *folds* the first *drawn* are lines on the piece; what follows is only told.
    """
    out = []
    n = len(piece.cut)
    edges = [i for i, e in enumerate(piece.edges) if e.seam == "top"]
    for at, i in enumerate(edges):
        a, b = piece.cut[i], piece.cut[(i + 1) % n]
        ox, oy = outward(a, b)
        for number, (_, told) in enumerate(folds[:drawn]):
            line: tuple[Point, ...] = tuple((x - ox * told.total, y - oy * told.total) for x, y in (a, b))
            readings = folds if not at and not number else ()
            out.append(Mark(kind, label, line, "top edge", readings))
    return tuple(out)


def hem_steps(
    bag: Resolved, form: Form, press: str, lengths: tuple[tuple[str, float], ...]
) -> tuple[Step, ...]:
    """Return the pressing and the stitching of a hem, before the sides are sewn, and the last measuring."""
    outer = bag.cloth("outer")
    on_hem = [i for i, s in enumerate(bag.kinds.carry) if s.attach.kind == "on_hem"]
    straps = tuple(f"carry {i} under the hem" for i in on_hem)
    every = tuple(f"carry {i} caught" for i in range(len(bag.kinds.carry)))
    return (
        Step(
            "press hem",
            "Press the hem of both top edges",
            press,
            330,
            needs=("outer panels laid",),
            gives=("hem pressed",),
            settings=f"Iron: {outer.iron}.",
            lengths=lengths,
            cautions=("hot iron",),
        ),
        Step(
            "stitch hem",
            "Stitch the hem",
            "While the panels lie flat, before the side seams; the ends are caught in the sides.",
            360,
            needs=("hem pressed", *straps),
            gives=("outer top known", "outer panels ready"),
            settings=f"Straight stitch 3, {outer.needle}, close to the fold.",
            cautions=("needle over bulk",) if straps else (),
        ),
        measure_back(form, needs=("outer body sewn", *every)),
    )
