"""Boxed base whose corner squares are cut out after sides and base are sewn."""

from ambitus.core.grammar.base.boxed.variant import BOXED, DEEP_PARAMS, SIDES_OR_BASE
from ambitus.core.grammar.base.boxed_after.cut import corner, form, marks
from ambitus.core.grammar.base.boxed_after.read import read
from ambitus.core.grammar.base.boxed_after.steps import steps
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.corners import corner_givens, corner_params
from ambitus.core.grammar.base.insert import insert_parts, lay_insert
from ambitus.core.grammar.base.panels import no_base_seam, straight
from ambitus.core.grammar.base.thing import BOXED_GIVENS
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.sizes import DEPTH

BOXED_AFTER = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS),
    kind="boxed_after",
    label="Boxed, corners cut out after sewing",
    help="Sides and base first; then a square is cut at each corner, measured from the seams.",
    params=(*DEEP_PARAMS, *corner_params("square"), SIDES_OR_BASE),
    givens=(*BOXED_GIVENS, *corner_givens(DEPTH, "square")),
    phrase=BOXED.phrase,
    classes=BOXED.classes,
    unused=no_base_seam,
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=form,
    read=read,
    marks=marks,
    corner=corner,
    straight=straight,
)
