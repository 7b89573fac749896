"""The plan that the simulator sews: what a draft says of its pieces, forms and seams, and of its cloths."""

from collections.abc import Mapping, Sequence

from ambitus.core.form.model import Form, Piece, Seam
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.cloth.steps import is_all_there_is
from ambitus.core.grammar.contract import Layer
from ambitus.core.grammar.thickness import is_doubled, thick_outside
from ambitus.core.grammar.top.lining import lies_inside, seam_in
from ambitus.core.sew.plan import Plan, RowPlan
from ambitus.core.spec.resolved import Resolved
from ambitus.core.steps.work import cold_layers

#: small pieces, which are cut of the outer’s cloth
_SMALL = frozenset({"strap", "cord", "loop", "band", "tab", "pocket", "patch", "binding", "seam binding"})


def _rows(bag: Resolved, of_class: str, layer: Layer = "outer") -> tuple[RowPlan, ...]:
    """
    Return what is done to the seams of a class in a layer; how one at the mouth lies is for the top to say.
    """
    if of_class in ("top", "zip"):
        return (RowPlan("sewn"),)
    kind, path = seam_in(bag, layer, of_class), allowance_of(of_class)
    own = kind.own(bag)[0] if kind.own else 0.0
    rows = kind.rows(bag, of_class, path.of(bag) if path in bag.values else own)
    return tuple(RowPlan(row.edges, row.lies if row.edges == "sewn" else None) for row in rows)


def _once(bag: Resolved, pieces: Sequence[Piece]) -> frozenset[str]:
    """Return the layers that are cut of a cloth of which there is no more."""
    if not is_all_there_is(bag):
        return frozenset()
    others = ("lining", "contrast")
    mine = (p for p in pieces if p.source not in ("bought", "interfacing") and p.looks not in others)
    return frozenset(p.layer for p in mine)


def plan_of(
    bag: Resolved, forms: Mapping[Layer, Form], seams: Sequence[Seam], pieces: tuple[Piece, ...]
) -> Plan:
    """Return the bag as the simulator sews it."""
    cold = cold_layers(bag)
    small = _SMALL if "outer" in cold else frozenset()
    classes = {*(seam.seam for seam in seams), "corner"}
    rows = {key: _rows(bag, key) for key in classes}
    if lies_inside(bag):
        rows |= {f"lining {key}": _rows(bag, key, "lining") for key in classes}
    return Plan(
        forms={str(layer): form for layer, form in forms.items()},
        seams={seam.key: seam for seam in seams},
        pieces=pieces,
        rows=rows,
        thick={"outer": thick_outside(bag)},
        cold=frozenset({*cold, *small}),
        once=_once(bag, pieces),
        doubled=frozenset({"outer"}) if is_doubled(bag) else frozenset(),
    )
