"""Boxed base, corners cut out before sewing."""

from dataclasses import replace

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.boxed.cut import form
from ambitus.core.grammar.base.boxed.read import read
from ambitus.core.grammar.base.boxed.steps import steps
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.corners import corner_givens, corner_params
from ambitus.core.grammar.base.cut_as import is_folded, is_wrapped
from ambitus.core.grammar.base.fields import (
    CORNER,
    CORNER_BY,
    CUT_AS,
    INSERT,
    INSERT_LESS,
    SIZE_FROM,
    THING_LIES,
    WIDTH_MEANS,
)
from ambitus.core.grammar.base.insert import INSERT_PARAMS, insert_parts, lay_insert
from ambitus.core.grammar.base.panels import (
    CUT_AS_PARAM,
    HEIGHT_PARAM,
    WIDTH_PARAM,
    depth_param,
    no_base_seam,
    read_flat,
    straight,
)
from ambitus.core.grammar.base.thing import BOXED_GIVENS, LIES_PARAMS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.order import FIRST_SEAM_PARAM
from ambitus.core.grammar.sizes import DEPTH
from ambitus.core.lengths import View
from ambitus.core.spec.resolved import Resolved

DEEP_PARAMS = (
    WIDTH_PARAM,
    HEIGHT_PARAM,
    depth_param("outer/across"),
    Param(
        WIDTH_MEANS,
        "What the width means",
        "choice",
        "face",
        options=(
            Option("face", "The face that stands", "Width is read across the front of the filled bag."),
            Option(
                "flat",
                "The flat bag",
                "Width is read across the mouth, laid flat: face and depth together.",
            ),
        ),
    ),
    CUT_AS_PARAM,
    *THING_PARAMS,
    *LIES_PARAMS,
    *INSERT_PARAMS,
)


#: of what has a base seam to begin with
SIDES_OR_BASE = replace(FIRST_SEAM_PARAM, shown_if=lambda bag: not is_folded(bag))


def base_says(words: str, bag: Resolved) -> str:
    """Return a base in words, with how it is cut and read where that is not the usual."""
    cut = " cut in one piece" if is_folded(bag) else " wrapped round in one piece" if is_wrapped(bag) else ""
    return words + cut + (" read flat" if read_flat(bag) else "")


def _says(bag: Resolved, view: View, prefix: str) -> str:
    return base_says("boxed base", bag)


BOXED = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS),
    kind="boxed",
    notched=True,
    wraps=True,
    one_piece=is_wrapped,
    label="Boxed, corners cut out first",
    help="A corner is cut from each panel; sewn across, it makes the depth.",
    params=(*DEEP_PARAMS, *corner_params("cut_out"), SIDES_OR_BASE),
    givens=(*BOXED_GIVENS, *corner_givens(DEPTH, "cut_out")),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=_says,
        choices=(BASE_KIND, CUT_AS, SIZE_FROM, THING_LIES, CORNER_BY, WIDTH_MEANS, INSERT),
        fields=(*THING_FIELDS, CORNER, INSERT_LESS),
    ),
    classes={"side": "Side seam", "base": "Base seam", "corner": "Corner seam"},
    unused=no_base_seam,
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=form,
    read=read,
    straight=straight,
)
