"""The strip that binds a mouth: as long as its way round, as wide as what it wraps."""

from ambitus.core.form.model import Form, Mark, Part, Strip
from ambitus.core.form.sewn import Bound, Sewn
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.binding import across
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.thickness import thick_outside
from ambitus.core.grammar.top.bound.fields import (
    BINDING_ALLOWANCE,
    BINDING_COVER,
    BINDING_JOIN,
    BINDING_MADE,
)
from ambitus.core.grammar.top.hem import rows_along_top
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.sums import Sum, Term, to_grid

#: What a ring is cut longer for the hands, and trimmed when it is joined: 100 mm | 4 in.
HANDLING = paired(100)


def thick_edge(bag: Resolved) -> float:
    """Return how thick the edge is that is bound, in mm: the outer with all on it, and the lining."""
    lining = bag.cloth("lining").thickness if "lining" in bag.kinds.top.layers else 0.0
    return snap(thick_outside(bag) + lining)


def width_of(bag: Resolved) -> Sum:
    """Return how wide a binding is cut."""
    why = "What it wraps: the outer with what is on it, and the lining where there is one."
    terms = across(
        BINDING_ALLOWANCE.term(bag, "Binding seam"),
        Term("Thickness of the edge", thick_edge(bag), why, "derived"),
        BINDING_COVER.term(bag, "Covers the row inside"),
        double=BINDING_MADE.is_(bag, "double"),
    )
    return to_grid("How wide to cut it", terms, bag.grid)


def length_of(bag: Resolved, form: Form) -> Sum:
    """Return how long a binding is cut: the way round the mouth, its join, and what the hands need."""
    mouth = Term("Once round the mouth", form.mouth_length, "From side seam to side seam and back.")
    if BINDING_JOIN.is_(bag, "diagonal"):
        wide = width_of(bag).total
        join = Term("Diagonal join", wide, "A slanting join takes as much as the strip is wide.")
    else:
        join = JOIN_ALLOWANCE.term(bag, "Join").scaled(2, times=2)
    spare = Term("For the hands", HANDLING.mm(bag.unit), "Trimmed when it is joined.", "default")
    return to_grid("How long to cut it", (mouth, join, spare), bag.grid)


def parts(item: Item, form: Form) -> tuple[Part, ...]:
    """Return the binding, with the line along which it is sewn first."""
    bag = item.bag
    long, wide = length_of(bag, form), width_of(bag)
    ends = snap((long.total - form.mouth_length) / 2)
    seam = BINDING_ALLOWANCE.of(bag)
    left, right = -ends, snap(long.total - ends)
    told = (("from the lower edge", Sum("To the row", (BINDING_ALLOWANCE.term(bag, "Binding seam"),))),)
    row = Mark("row", "Row along it", ((left, seam), (right, seam)), "lower long edge", told)
    return (Strip("binding", "", "Binding", 1, long, wide, ends, marks=(row,)),)


def sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return the edges that are bound, and the row that holds the binding on them."""
    tops = [(f.name, e.name) for f in form.faces for e in f.edges if e.seam == "top"]
    bound = tuple(Bound(face, edge, "binding") for face, edge in tops)
    return (*bound, *rows_along_top(form, (BINDING_ALLOWANCE.of(item.bag),)))
