"""A stiff insert that lies on the base: the finished base, less a little all round so that it goes in."""

from collections.abc import Sequence

from ambitus.core.form.model import Edge, Face, Measure
from ambitus.core.grammar.contract import Option, Param
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

INSERT_PARAMS = (
    Param(
        "insert",
        "Base insert",
        "choice",
        "none",
        options=(
            Option("none", "None", "The base is as stiff as its cloth."),
            Option("stiff", "A stiff insert", "Board or plastic, laid on the base."),
        ),
    ),
    Param(
        "insert_less",
        "Insert smaller by",
        "length",
        paired(3),
        low=0.5,
        high=50,
        shown_when=("insert", "stiff"),
        help="At every edge, so that it goes in.",
    ),
)


#: Default (ours): an insert that would be less than this, in mm, is left out.
LEAST = 10.0


def clearance(bag: Resolved) -> tuple[Term, ...]:
    """Return what the insert is smaller by at every edge, as the finish of its edges."""
    path = "base.insert_less"
    return (Term("Clearance", -bag.mm(path), bag.why(path), bag.source(path)),)


def insert_face(
    bag: Resolved, edges: Sequence[Edge], ends: tuple[str, str, str, str], along: Term, over: Term
) -> tuple[Face, ...]:
    """
    Return the face of the insert on a finished base of outline *edges*, or nothing where none is wanted.

    *ends* name its left, right, lower and upper edge; *along* and *over* are its finished sizes.
    """
    if not bag.chose("base.insert", "stiff"):
        return ()
    if min(along.mm, over.mm) - 2 * bag.mm("base.insert_less") < LEAST:
        return ()
    outline = tuple(Edge(e.name, "insert", e.start, e.bend) for e in edges)
    left, right, low, high = ends
    measures = (
        Measure("width", "How long to cut it", "x", left, right, (along,), beside="bottom"),
        Measure("height", "How broad to cut it", "y", low, high, (over,), beside="left"),
    )
    return (Face("insert", "insert", outline, measures, part="base"),)


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
