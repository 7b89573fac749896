"""A flat pouch that opens all round: its zip runs from one end of the base over the top to the other."""

from collections.abc import Mapping

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.fields import RADIUS, UPPER
from ambitus.core.grammar.base.panels import HEIGHT_PARAM, WIDTH_PARAM
from ambitus.core.grammar.base.zip_round.checks import CHECKS
from ambitus.core.grammar.base.zip_round.cut import form
from ambitus.core.grammar.base.zip_round.read import read
from ambitus.core.grammar.base.zip_round.steps import steps
from ambitus.core.grammar.cloth.bottom import has_bottom
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.sizes import WIDTH
from ambitus.core.grammar.top.fields import LINING_EASE, TURNED
from ambitus.core.grammar.top.lining import one_with_outer
from ambitus.core.grammar.top.zip.tape import is_tabbed
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved


def _needs(bag: Resolved) -> str:
    """Return why a zip from base to base does not go with this bag, or nothing."""
    if not bag.kinds.top.shut:
        return "it is closed by a zip, from base to base"
    if "lining" in bag.kinds.top.layers and not one_with_outer(bag):
        return "its lining is sewn to the zip all round, and closed with the outer: turn it through the zip"
    if LINING_EASE.found(bag) and not LINING_EASE.is_(bag, "none"):
        return "its lining is sewn to the zip all round, and is cut the same size"
    if is_tabbed(bag):
        return "the ends of its zip are caught in the base seam, where a tab would be sewn over"
    if has_bottom(bag):
        return "its zip goes down to the base, so that a bottom has no place of its own"
    if bag.kinds.extras:
        return "what is put on is measured from a straight top edge, and it has none"
    return "straps need an edge to hang from" if bag.kinds.carry else ""


def _says(bag: Resolved, view: View, prefix: str) -> str:
    return "half-round body" if UPPER.is_(bag, "half") else "body rounded above"


def _straight(bag: Resolved) -> Mapping[str, float]:
    return {"base": WIDTH.of(bag)}


ZIP_ROUND = Base(
    checks=CHECKS,
    kind="zip_round",
    label="Flat, the zip from base to base",
    help="Two panels, round above: the zip goes up one side, over the top, and down the other.",
    needs=_needs,
    params=(
        WIDTH_PARAM,
        HEIGHT_PARAM,
        Param(
            UPPER,
            "Upper corners",
            "choice",
            "round",
            options=(
                Option("round", "Rounded", "By their radius along the middle of the zip."),
                Option("half", "Half-round", "As round as there is room for."),
            ),
        ),
        Param(RADIUS, "Corner radius", "length", paired(40), low=1, high=1000, shown_when=(UPPER, "round")),
    ),
    phrase=Phrase(
        "base",
        "Base",
        "with a ",
        _says,
        (BASE_KIND, UPPER),
        (RADIUS,),
    ),
    classes={"base": "Base seam"},
    usual={TURNED: lambda bag: "zip"},
    zip_round=True,
    carries=False,
    divides=False,
    acts=(steps,),
    form=form,
    read=read,
    straight=_straight,
)
