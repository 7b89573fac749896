"""Panels of their own at the sides; front and back run under to a seam in the middle of the base."""

from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.corners import corner_givens, corner_params
from ambitus.core.grammar.base.fields import (
    CORNER,
    CORNER_BY,
    INSERT,
    INSERT_LESS,
    SIZE_FROM,
    STEP,
    THING_LIES,
)
from ambitus.core.grammar.base.insert import INSERT_PARAMS, insert_parts, lay_insert
from ambitus.core.grammar.base.panels import HEIGHT_PARAM, WIDTH_PARAM, asked_height, depth_param, quarter
from ambitus.core.grammar.base.side_panels.checks import CHECKS
from ambitus.core.grammar.base.side_panels.cut import form, marks
from ambitus.core.grammar.base.side_panels.read import read
from ambitus.core.grammar.base.side_panels.steps import steps
from ambitus.core.grammar.base.thing import BOXED_GIVENS, LIES_PARAMS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.carry.fields import FROM_SIDE
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import DEPTH, WIDTH

SIDE_PANELS = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS, *CHECKS),
    kind="side_panels",
    side_panels=True,
    label="Side panels, base of front and back",
    help="Panels stand at the sides; front and back run under and meet in the middle of the base.",
    params=(
        WIDTH_PARAM,
        HEIGHT_PARAM,
        depth_param("outer/height"),
        Param(
            STEP,
            "Front and back higher than the sides by",
            "length",
            lambda bag: 0.0,
            low=0,
            high=1000,
            help="For handles, or a lower side.",
            why="As high as each other.",
        ),
        *THING_PARAMS,
        *LIES_PARAMS,
        *corner_params("pinned"),
        *INSERT_PARAMS,
    ),
    givens=(*BOXED_GIVENS, *corner_givens(DEPTH, "pinned")),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: "base of front and back, and side panels",
        choices=(BASE_KIND, SIZE_FROM, THING_LIES, CORNER_BY, INSERT),
        fields=(*THING_FIELDS, CORNER, STEP, INSERT_LESS),
    ),
    classes={"side": "Side seam", "base": "Base seam"},
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=form,
    read=read,
    marks=marks,
    usual={FROM_SIDE: lambda bag: quarter(bag, WIDTH.of(bag))},
    straight=lambda bag: {"base": WIDTH.of(bag), "side": asked_height(bag) - STEP.of(bag)},
)
