"""A stiff insert that lies on the base: the finished base, less a little all round so that it goes in."""

import math
from collections.abc import Sequence

from ambitus.core.curves import flattened, offset_bent
from ambitus.core.form.model import Edge, Face, Form, Loose, Measure, Part
from ambitus.core.geometry import unit_vector
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.fields import INSERT, INSERT_LESS
from ambitus.core.lengths import paired
from ambitus.core.outlines import is_simple
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step
from ambitus.core.sums import OfField, Term

INSERT_PARAMS = (
    Param(
        INSERT,
        "Base insert",
        "choice",
        "none",
        options=(
            Option("none", "None", "The base is as stiff as its cloth."),
            Option("stiff", "A stiff insert", "Board or plastic, laid on the base."),
        ),
    ),
    Param(
        INSERT_LESS,
        "Insert smaller by",
        "length",
        paired(3),
        low=0.5,
        high=50,
        shown_when=(INSERT, "stiff"),
        help="At every edge, so that it goes in.",
    ),
)


#: Default (ours): an insert that would be narrower than this is left out: 10 mm | 3/8 in.
NARROWEST = paired(10)


def clearance(bag: Resolved) -> tuple[Term, ...]:
    """Return what the insert is smaller by at every edge, as the allowance of its edges."""
    path = INSERT_LESS
    return (Term("Clearance", -path.of(bag), path.why(bag), path.source(bag), of=OfField(path)),)


def insert_face(
    bag: Resolved,
    edges: Sequence[Edge],
    ends: tuple[str, str, str, str],
    along: Term,
    over: Term,
    *,
    whole: bool = False,
) -> tuple[Face, ...]:
    """
    Return the face of the insert on a finished base of outline *edges*, or nothing where none is wanted.

    *ends* name its left, right, lower and upper edge; *along* and *over* are its finished sizes. *whole* is
    whether it is of any shape, measured by its whole extent.
    """
    if not INSERT.is_(bag, "stiff"):
        return ()
    less = [-INSERT_LESS.of(bag)]
    if min(along.mm, over.mm) + 2 * less[0] < NARROWEST.mm(bag.unit) - 1e-9:
        return ()
    if whole:
        # nothing is marked on it: its corners are all the places it has
        edges = _corners(edges)
        inside, _ = offset_bent([e.start for e in edges], [None] * len(edges), less * len(edges))
        if not is_simple(inside):
            return ()
        ends = (edges[0].name,) * 4
    outline = tuple(Edge(e.name, "insert", e.start, e.bend) for e in edges)
    left, right, low, high = ends
    measures = (
        Measure("width", "How long to cut it", "x", left, right, (along,), not whole, False, whole, "bottom"),
        Measure("height", "How broad to cut it", "y", low, high, (over,), not whole, False, whole, "left"),
    )
    return (Face("insert", "insert", outline, measures, part="base"),)


def _corners(edges: Sequence[Edge]) -> tuple[Edge, ...]:
    """Return an outline as straight edges from each point where it turns to the next."""
    points = flattened([e.start for e in edges], [e.bend for e in edges])
    ways = [unit_vector(p, points[(i + 1) % len(points)]) for i, p in enumerate(points)]
    turned = [p for i, p in enumerate(points) if math.dist(ways[i - 1], ways[i]) > 1e-7]
    return tuple(Edge(f"edge {i}", "insert", p) for i, p in enumerate(turned))


def insert_of(bag: Resolved, width: float, depth: float) -> tuple[Face, ...]:
    """Return the insert of a base that is *width* by *depth* as it comes out."""
    outline = (
        Edge("front", "insert", (0.0, 0.0)),
        Edge("right", "insert", (width, 0.0)),
        Edge("back", "insert", (width, depth)),
        Edge("left", "insert", (0.0, depth)),
    )
    along = Term("Width of the base", width, "As it comes out.")
    over = Term("Depth of the base", depth, "As it comes out.")
    return insert_face(bag, outline, ("left", "right", "front", "back"), along, over)


def insert_parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the stiff insert on the base: of board or plastic, sewn to nothing."""
    allowances = {"insert": clearance(item.bag)} if form.insert else {}
    return tuple(
        Loose("insert", "Base insert", 1, face, allowances, "Board or plastic") for face in form.insert
    )


def lay_insert(item: Item, form: Form) -> tuple[Step, ...]:
    """Return the laying of the insert, last of all."""
    if not form.insert:
        return ()
    return (
        Step(
            "lay insert",
            "Lay the insert on the base",
            "Corners rounded off and edges smoothed first, so that it does not wear through the cloth.",
            720,
            needs=("measured",),
            gives=("insert laid",),
            acts=(acts.LayIn(("insert",)),),
            lengths=(("Smaller all round", INSERT_LESS.of(item.bag)),),
            cautions=("blade",),
        ),
    )
