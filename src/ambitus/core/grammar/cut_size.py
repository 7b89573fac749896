"""How large the front is cut, for what is measured before a panel is there to be measured."""

from ambitus.core.form.model import FOLD, Face, Form
from ambitus.core.form.sewn import with_top
from ambitus.core.grammar.seams.edges import edge_terms
from ambitus.core.lengths import snap
from ambitus.core.spec.resolved import Resolved


def front_cut(bag: Resolved, form: Form, key: str) -> float:
    """How wide (``width``) or how high (``height``) the front is cut, in mm; of two parts the upper."""
    # a front that is closed above by a seam, or is one with its back, has no top edge
    return _cut(bag, (with_top(form) or form.faces)[0], key)


def bottom_cut(bag: Resolved, form: Form, key: str) -> float:
    """How wide (``width``) or high (``height``) the bottom of a divided front is cut, in mm; 0 without one.

    A bottom that is out of bounds is told by a check and is no piece.
    """
    bottoms = [face for face in form.faces if face.division == "bottom"]
    return _cut(bag, bottoms[0], key) if bottoms else 0.0


def _cut(bag: Resolved, face: Face, key: str) -> float:
    measure = next(m for m in face.measures if m.key == key)
    classes = [face.edges[face.edge_index(end)].seam for end in (measure.low, measure.high) if end != FOLD]
    top = bag.kinds.top.allowance(bag, "outer")
    beyond = sum(t.mm for of in classes for t in (top if of == "top" else edge_terms(bag, of)))
    return snap(sum(t.mm for t in measure.terms) + beyond)
