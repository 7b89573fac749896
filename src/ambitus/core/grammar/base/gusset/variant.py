"""A strip between front and back, down a side, under the base and up the other."""

from dataclasses import replace

from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.fields import (
    INSERT,
    INSERT_LESS,
    PLATE,
    RADIUS,
    RAW_RADIUS,
    ROUND_BY,
    SIZE_FROM,
    STRIP_OF,
    THING_LIES,
)
from ambitus.core.grammar.base.gusset.checks import CHECKS
from ambitus.core.grammar.base.gusset.cut import corner_radius, form, marks, most_radius
from ambitus.core.grammar.base.gusset.read import read
from ambitus.core.grammar.base.gusset.steps import steps
from ambitus.core.grammar.base.insert import INSERT_PARAMS, insert_parts, lay_insert
from ambitus.core.grammar.base.panels import HEIGHT_PARAM, WIDTH_PARAM, asked_height, depth_param, quarter
from ambitus.core.grammar.base.thing import BOXED_GIVENS, LIES_PARAMS, THING_FIELDS, THING_PARAMS
from ambitus.core.grammar.carry.fields import FROM_SIDE
from ambitus.core.grammar.cloth.bottom import BASE_OF
from ambitus.core.grammar.cloth.fields import BASE_CLOTH
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.order import STRAIGHTS_PARAM
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import WIDTH
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved

__all__ = ["GUSSET", "most_radius"]


def _says(bag: Resolved, view: View, prefix: str) -> str:
    square = ROUND_BY.of(bag) == "radius" and not RADIUS.of(bag)
    return "gusset and square corners" if square else "gusset round the base"


def _unused(bag: Resolved) -> frozenset[str]:
    return frozenset({"join"}) if STRIP_OF.of(bag) == "whole" else frozenset()


def _straight(bag: Resolved) -> dict[str, float]:
    # as round as there is room for: more is a stop of its own
    r = min(corner_radius(bag).mm, WIDTH.of(bag) / 2, asked_height(bag))
    base, side = WIDTH.of(bag) - 2 * r, asked_height(bag) - r
    return {"base": max(0.0, base), "side": max(0.0, side)}


GUSSET = Base(
    checks=(*PANEL_CHECKS, *INSERT_CHECKS, *CHECKS),
    kind="gusset",
    side_panels=True,
    label="Gusset strip",
    help="One strip runs down a side, under and up the other, between front and back.",
    params=(
        WIDTH_PARAM,
        HEIGHT_PARAM,
        depth_param("outer/width"),
        Param(
            ROUND_BY,
            "Lower corners",
            "choice",
            "radius",
            options=(
                Option("radius", "By their radius", "At the seam line; nothing for square corners."),
                Option("plate", "Round a plate or a lid", "Drawn along its edge as the cut line."),
                Option("raw", "By the radius as cut", "Measured at the raw edge."),
            ),
        ),
        Param(
            RADIUS,
            "Corner radius",
            "length",
            paired(40),
            low=0,
            high=1000,
            shown_when=(ROUND_BY, "radius"),
        ),
        Param(
            RAW_RADIUS,
            "Corner radius, as cut",
            "length",
            None,
            low=1,
            high=1200,
            optional=True,
            shown_when=(ROUND_BY, "raw"),
        ),
        Param(PLATE, "Plate across", "length", paired(100), low=1, high=2000, shown_when=(ROUND_BY, "plate")),
        Param(
            STRIP_OF,
            "Strip cut",
            "choice",
            "whole",
            options=(
                Option("whole", "In one piece", "As long as the way round."),
                Option("halves", "In two, joined under the base", "Where the cloth is not long enough."),
                Option("three", "In three, joined where the corners begin", "Sides and base by themselves."),
            ),
        ),
        replace(BASE_OF, shown_if=lambda bag: STRIP_OF.is_(bag, "three")),
        *THING_PARAMS,
        *LIES_PARAMS,
        *INSERT_PARAMS,
        STRAIGHTS_PARAM,
    ),
    givens=(
        *BOXED_GIVENS,
        Given(
            ROUND_BY,
            "raw",
            RAW_RADIUS,
            RADIUS,
            lambda item: RAW_RADIUS.of(item) - eaten(item.bag, "gusset"),
            "The radius as it is cut, less the seam.",
        ),
    ),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=_says,
        choices=(BASE_KIND, SIZE_FROM, THING_LIES, ROUND_BY, STRIP_OF, BASE_CLOTH, INSERT),
        fields=(*THING_FIELDS, RADIUS, RAW_RADIUS, PLATE, INSERT_LESS),
    ),
    classes={"gusset": "Gusset seam", "join": "Join"},
    unused=_unused,
    parts=insert_parts,
    acts=(steps, lay_insert),
    form=form,
    read=read,
    marks=marks,
    usual={FROM_SIDE: lambda bag: quarter(bag, WIDTH.of(bag))},
    straight=_straight,
    no_curves=lambda bag: "" if corner_radius(bag).mm > 0 else "its lower corners are square",
)
