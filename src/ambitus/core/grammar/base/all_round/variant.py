"""Front and back with a gusset all round, a panel with a zip in the upper part of it."""

from collections.abc import Mapping

from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.base.all_round.checks import CHECKS
from ambitus.core.grammar.base.all_round.cut import form, marks, most_corner, usual_panel
from ambitus.core.grammar.base.all_round.read import read
from ambitus.core.grammar.base.all_round.steps import steps
from ambitus.core.grammar.base.checks import PANEL_CHECKS
from ambitus.core.grammar.base.fields import RADIUS, SIZE_FROM, THING_LIES, ZIP_PANEL
from ambitus.core.grammar.base.panels import HEIGHT_PARAM, WIDTH_PARAM, depth_param
from ambitus.core.grammar.base.thing import BOXED_GIVENS, LIES_PARAMS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.cloth.bottom import has_bottom
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import HEIGHT, WIDTH
from ambitus.core.grammar.top.fields import LINING_EASE, TURNED
from ambitus.core.grammar.top.lining import one_with_outer
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved


def _needs(bag: Resolved) -> str:
    """Return why a gusset that goes all round does not go with this bag."""
    if not bag.kinds.top.shut:
        return "it is closed all round, but for the zip in its gusset"
    if "lining" in bag.kinds.top.layers and not one_with_outer(bag):
        return "its lining is sewn in with every seam of the gusset: turn it through the zip"
    if LINING_EASE.found(bag) and not LINING_EASE.is_(bag, "none"):
        return "its lining is cut like the outer, and sewn in with it"
    if has_bottom(bag):
        return "its strip goes all round, so that a bottom has no place of its own"
    if bag.kinds.extras:
        return "what is put on is measured from a top edge, and its panels have a seam there"
    return "straps need an edge to hang from" if bag.kinds.carry else ""


def _says(bag: Resolved, view: View, prefix: str) -> str:
    square = not RADIUS.of(bag)
    round_one = RADIUS.of(bag) >= most_corner(WIDTH.of(bag), HEIGHT.of(bag)) - 1e-6
    if round_one and WIDTH.of(bag) == HEIGHT.of(bag):
        return "gusset all round, its panels circles"
    return "gusset all round and square corners" if square else "gusset all round"


def _straight(bag: Resolved) -> Mapping[str, float]:
    wide, r = WIDTH.of(bag), RADIUS.of(bag)
    return {"base": max(1.0, wide - 2 * r)}


ALL_ROUND = Base(
    checks=(*PANEL_CHECKS, *CHECKS),
    kind="all_round",
    label="Gusset all round",
    help="A strip and a panel with the zip in it go all round, between front and back.",
    needs=_needs,
    params=(
        WIDTH_PARAM,
        HEIGHT_PARAM,
        depth_param("outer/width"),
        Param(
            RADIUS,
            "Corner radius",
            "length",
            paired(40),
            low=0,
            high=1000,
            help="Of all four corners; half of the width and of the height makes a circle.",
        ),
        Param(
            ZIP_PANEL,
            "Zip panel, long",
            "length",
            usual_panel,
            low=20,
            high=5000,
            opens="outer zip strip/width",
            help="From join to join, half of it on either side of the middle of the top.",
            why="Along the top and round both its corners.",
        ),
        *THING_PARAMS,
        *LIES_PARAMS,
    ),
    givens=BOXED_GIVENS,
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=_says,
        choices=(BASE_KIND, SIZE_FROM, THING_LIES),
        fields=(*THING_FIELDS, RADIUS, ZIP_PANEL),
    ),
    classes={"gusset": "Gusset seam", "end": "Joins of zip panel and strip"},
    all_round=True,
    carries=False,
    divides=False,
    acts=(steps,),
    form=form,
    read=read,
    marks=marks,
    usual={TURNED: lambda bag: "zip"},
    straight=_straight,
    no_curves=lambda bag: "it is sewn all round in one go",
)
