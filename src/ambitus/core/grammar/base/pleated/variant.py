"""A pouch with a zip down its middle and a tuck folded in along both sides, its ends closed flat."""

from collections.abc import Mapping

from ambitus.core.form.sewn import FoldedUp
from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.base.box_pouch.variant import needs_lid
from ambitus.core.grammar.base.checks import PANEL_CHECKS
from ambitus.core.grammar.base.corners import corner_givens, corner_params
from ambitus.core.grammar.base.fields import CORNER, CORNER_BY, SIZE_FROM, THING_LIES
from ambitus.core.grammar.base.pleated.checks import CHECKS
from ambitus.core.grammar.base.pleated.cut import fold_marks, form
from ambitus.core.grammar.base.pleated.read import read
from ambitus.core.grammar.base.pleated.steps import steps
from ambitus.core.grammar.base.thing import LIES_PARAMS, PLEATED_GIVENS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import BREADTH, HEIGHT, LENGTH
from ambitus.core.grammar.top.fields import TURNED
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved


def _says(bag: Resolved, view: View, prefix: str) -> str:
    return f"a tuck of {view.with_unit(HEIGHT.of(bag) / 2)} in each side"


def _straight(bag: Resolved) -> Mapping[str, float]:
    return {"base": LENGTH.of(bag)}


PLEATED = Base(
    checks=(*PANEL_CHECKS, *CHECKS),
    kind="pleated",
    label="Pleated ends",
    help="The zip down its middle, a tuck folded in along both sides, its ends closed flat across.",
    params=(
        Param(LENGTH, "Length", "length", paired(180), low=20, high=1500, opens="outer/width"),
        Param(BREADTH, "Width at the ends", "length", paired(75), low=10, high=1500, opens="outer/height"),
        Param(HEIGHT, "Height, its tucks open", "length", paired(40), low=5, high=1500, opens="outer/height"),
        *corner_params("tuck", called="height"),
        *THING_PARAMS,
        *LIES_PARAMS,
    ),
    givens=(*PLEATED_GIVENS, *corner_givens(HEIGHT, "tuck")),
    phrase=Phrase(
        "base", "Base", "with ", _says, (BASE_KIND, SIZE_FROM, THING_LIES, CORNER_BY), (*THING_FIELDS, CORNER)
    ),
    classes={"end": "End seam", "base": "Base seam"},
    brings_seams={"end": "bound_ends"},
    end_layers=4,
    divides=False,
    carries=False,
    runs_round=True,
    needs=needs_lid,
    usual={HEIGHT: lambda bag: paired(40).mm(bag.unit), TURNED: lambda bag: "zip"},
    sewn=lambda item, form, layer: (FoldedUp(form.mm("tuck"), "sides"),),
    acts=(steps,),
    form=form,
    read=read,
    marks=fold_marks,
    corner=lambda bag, form, layer: form.mm("tuck"),
    straight=_straight,
)
