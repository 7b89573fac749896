"""A base that is a piece of its own, sewn into a tube: round, oval, or with corners."""

import math
from collections.abc import Callable
from functools import partial

from ambitus.core.checks.mechanism import Rule
from ambitus.core.fields import AnyField
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.base.checks import INSERT_CHECKS, PANEL_CHECKS
from ambitus.core.grammar.base.fields import (
    CUT_BASE,
    CUT_TUBE,
    GIVEN_BY,
    INSERT,
    OUTLINE,
    PLATE,
    RADIUS,
    SIZE_BY,
    SIZE_FROM,
    TRACED_AS,
    TUBE_CUT,
    TUBE_PANELS,
)
from ambitus.core.grammar.base.gusset.checks import CHECKS as ROUNDED_CHECKS
from ambitus.core.grammar.base.insert import INSERT_PARAMS, insert_parts, lay_insert
from ambitus.core.grammar.base.panels import asked_height, quarter
from ambitus.core.grammar.base.separate import read, shapes
from ambitus.core.grammar.base.separate.checks import CHECKS
from ambitus.core.grammar.base.separate.cut import (
    Shape,
    asked_round,
    by_size,
    form_of,
    marks_of,
    traced_shape,
)
from ambitus.core.grammar.base.separate.steps import steps
from ambitus.core.grammar.base.separate.traced import HALF_MOON
from ambitus.core.grammar.base.thing import OBLONG_GIVENS, ROUND_GIVENS, THING_PARAMS
from ambitus.core.grammar.carry.fields import FROM_SIDE
from ambitus.core.grammar.cloth.bottom import BASE_OF
from ambitus.core.grammar.cloth.fields import BASE_CLOTH
from ambitus.core.grammar.contract import Base, all_straight
from ambitus.core.grammar.given import Given
from ambitus.core.grammar.kinds import BASE_KIND
from ambitus.core.grammar.order import STRAIGHTS_PARAM, TUBE_SNIPPED_PARAM
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import BREADTH, DIAMETER, HEIGHT, LENGTH
from ambitus.core.lengths import paired
from ambitus.core.read.cutlist import Reader
from ambitus.core.spec.resolved import Item, Resolved

PANELS = Param(
    TUBE_PANELS,
    "Tube of",
    "choice",
    "one",
    way_out="two",
    options=(
        Option("one", "One panel", "One seam, at the middle of an end."),
        Option("two", "Two panels", "A front and a back; a print stands at the middle of both."),
    ),
)
AS_CUT = (
    Param(
        CUT_BASE,
        "Base, as it was really cut",
        "length",
        optional=True,
        low=10,
        high=2000,
        help="Across its longer way. You are told what to do about the difference.",
    ),
    Param(
        CUT_TUBE,
        "Panel of the tube, as it was really cut",
        "length",
        optional=True,
        low=10,
        high=6000,
        help="Across one panel.",
    ),
)
HEIGHT_PARAM = Param(HEIGHT, "Height", "length", paired(100), low=20, high=3000, opens="outer/height")
LENGTH_PARAM = Param(
    LENGTH, "Length of the base", "length", paired(180), low=20, high=2000, opens="outer/width"
)
BREADTH_PARAM = Param(
    BREADTH, "Breadth of the base", "length", paired(100), low=20, high=2000, opens="outer/width"
)
DIAMETER_PARAM = Param(DIAMETER, "Diameter", "length", paired(180), low=20, high=2000, opens="outer/width")


def _base(
    kind: str,
    label: str,
    help: str,
    words: str,
    shape: Shape,
    reads: Reader,
    sizes: tuple[Param, ...],
    more: tuple[Param, ...] = (),
    choices: tuple[AnyField, ...] = (),
    checks: tuple[Rule, ...] = (),
    no_curves: Callable[[Resolved], str] | None = None,
    givens: tuple[Given, ...] = (),
) -> Base:
    return Base(
        checks=(*PANEL_CHECKS, *INSERT_CHECKS, *CHECKS, *checks),
        kind=kind,
        label=label,
        help=help,
        params=(
            *sizes,
            HEIGHT_PARAM,
            PANELS,
            *more,
            BASE_OF,
            *INSERT_PARAMS,
            *AS_CUT,
            *((STRAIGHTS_PARAM,) if no_curves else ()),
            TUBE_SNIPPED_PARAM,
        ),
        phrase=Phrase(
            key="base",
            label="Base",
            before="with a ",
            says=lambda bag, view, prefix: (
                words + (", of two panels" if TUBE_PANELS.of(bag) == "two" else "")
            ),
            choices=(
                BASE_KIND,
                *choices,
                TUBE_PANELS,
                BASE_CLOTH,
                INSERT,
            ),
            fields=tuple(p.path for p in (*more, *INSERT_PARAMS, *AS_CUT) if p.kind == "length"),
        ),
        classes={"side": "Side seam", "ring": "Base seam"},
        parts=insert_parts,
        acts=(steps, lay_insert),
        form=partial(form_of, shape),
        marks=partial(marks_of, shape),
        usual={FROM_SIDE: lambda bag: quarter(bag, asked_round(shape, bag) / 2)},
        read=reads,
        givens=givens,
        straight=lambda bag: {"side": asked_height(bag)},
        one_piece=lambda bag: not TUBE_PANELS.is_(bag, "two"),
        no_curves=no_curves or all_straight,
    )


def _all_curved(bag: Resolved, radius: float) -> str:
    """
    Return why nothing of a rounded base is straight: corners of this radius, in mm, take all of it, or all
    but what the cutting grid may take too.
    """
    most = max(LENGTH.of(bag), BREADTH.of(bag)) / 2
    return "nothing of its base is straight" if radius >= most - bag.grid.step else ""


def _diameter_of_tube(item: Item) -> float:
    """Return the diameter that a tube closes round, whose panels are cut so wide."""
    panels = 2 if TUBE_PANELS.is_(item.bag, "two") else 1
    return panels * (TUBE_CUT.of(item) - 2 * eaten(item.bag, "side")) / math.pi


CIRCLE = _base(
    "circle",
    "Round base",
    "A disc sewn into a tube.",
    "round base",
    by_size(shapes.circle),
    read.reader(read.circle_round, one_size=True),
    (DIAMETER_PARAM,),
    (
        Param(
            GIVEN_BY,
            "Sized by",
            "choice",
            "size",
            options=(
                Option("size", "The finished diameter", "The disc is cut to it."),
                Option("plate", "A disc that is cut already", "The tube is made to go round it."),
            ),
        ),
        Param(
            PLATE, "Disc, as cut", "length", paired(180), low=10, high=2000, shown_when=(GIVEN_BY, "plate")
        ),
        *THING_PARAMS,
        Param(
            SIZE_BY,
            "Diameter given by",
            "choice",
            "disc",
            options=(
                Option("disc", "The base", "As it is once it is sewn."),
                Option("tube", "A tube that is cut", "The base is made to close it."),
            ),
            shown_when=(GIVEN_BY, "size"),
        ),
        Param(
            TUBE_CUT,
            "Panel of the tube, as cut",
            "length",
            None,
            low=30,
            high=5000,
            optional=True,
            shown_when=(SIZE_BY, "tube"),
        ),
    ),
    (SIZE_FROM, GIVEN_BY, SIZE_BY),
    givens=(
        *ROUND_GIVENS,
        Given(
            SIZE_BY,
            "tube",
            TUBE_CUT,
            DIAMETER,
            _diameter_of_tube,
            "Round the tube at its seam line, through π.",
        ),
    ),
)
STADIUM = _base(
    "stadium",
    "Base with round ends",
    "Two straights and two half circles.",
    "base with round ends",
    by_size(shapes.stadium),
    read.reader(read.stadium_round),
    (LENGTH_PARAM, BREADTH_PARAM),
    no_curves=lambda bag: _all_curved(bag, min(LENGTH.of(bag), BREADTH.of(bag)) / 2),
)
ELLIPSE = _base(
    "ellipse",
    "Oval base",
    "An ellipse; its cut line runs beside it at the seam, which is no ellipse itself.",
    "oval base",
    by_size(shapes.ellipse),
    read.reader(read.ellipse_round),
    (LENGTH_PARAM, BREADTH_PARAM),
)
ROUNDED = _base(
    "rounded_rectangle",
    "Rectangular base, corners rounded",
    "A rectangle with an arc at each corner.",
    "rectangular base with rounded corners",
    by_size(shapes.rounded),
    read.reader(read.rounded_round),
    (LENGTH_PARAM, BREADTH_PARAM),
    (Param(RADIUS, "Corner radius", "length", paired(25), low=1, high=1000),),
    checks=ROUNDED_CHECKS,
    no_curves=lambda bag: _all_curved(bag, RADIUS.of(bag)),
)
RECTANGLE = _base(
    "rectangle",
    "Rectangular base",
    "Four square corners, where the tube is clipped.",
    "rectangular base",
    by_size(shapes.rectangle),
    read.reader(read.rectangle_round),
    (LENGTH_PARAM, BREADTH_PARAM),
    THING_PARAMS,
    (SIZE_FROM,),
    givens=OBLONG_GIVENS,
)
TRACED = _base(
    "traced",
    "Traced base",
    "Any outline, imported from a drawing at its own size.",
    "traced base",
    traced_shape,
    read.read_traced,
    (),
    (
        Param(
            OUTLINE,
            "Outline",
            "outline",
            HALF_MOON,
            help="Points x,y in mm; imported from SVG or DXF.",
            why="A half moon, until you import your own.",
        ),
        Param(
            TRACED_AS,
            "The outline is",
            "choice",
            "seam",
            options=(
                Option("seam", "The seam line", "The seam allowance is added outside it."),
                Option("cut", "The cut line", "The seam runs inside it."),
            ),
        ),
    ),
    (OUTLINE, TRACED_AS),
)
SEPARATE = (CIRCLE, STADIUM, ELLIPSE, ROUNDED, RECTANGLE, TRACED)
