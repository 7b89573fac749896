"""A base that is a piece of its own, sewn into a tube: round, oval, or with corners."""

from functools import partial

from ambitus.core.grammar.base.insert import INSERT_PARAMS
from ambitus.core.grammar.base.panels import quarter
from ambitus.core.grammar.base.separate import read, shapes
from ambitus.core.grammar.base.separate.cut import asked_round, form_of, marks_of
from ambitus.core.grammar.base.separate.shapes import Shape
from ambitus.core.grammar.base.separate.steps import steps
from ambitus.core.grammar.contract import Base, Option, Param, Phrase
from ambitus.core.lengths import paired

PANELS = Param(
    "panels",
    "Tube of",
    "choice",
    "one",
    options=(
        Option("one", "One panel", "One seam, at the middle of an end."),
        Option("two", "Two panels", "A front and a back; a print stands at the middle of both."),
    ),
)
AS_CUT = (
    Param(
        "cut_base",
        "Base, as it was really cut",
        "length",
        optional=True,
        low=10,
        high=2000,
        help="Across its longer way. You are told what to do about the difference.",
    ),
    Param(
        "cut_tube",
        "Panel of the tube, as it was really cut",
        "length",
        optional=True,
        low=10,
        high=6000,
        help="Across one panel.",
    ),
)
HEIGHT = Param("size.height", "Height", "length", paired(100), low=20, high=3000, opens="outer/height")
LENGTH = Param(
    "size.length", "Length of the base", "length", paired(180), low=20, high=2000, opens="outer/width"
)
BREADTH = Param(
    "size.breadth", "Breadth of the base", "length", paired(100), low=20, high=2000, opens="outer/width"
)
DIAMETER = Param("size.diameter", "Diameter", "length", paired(180), low=20, high=2000, opens="outer/width")


def _base(
    kind: str,
    label: str,
    help: str,
    words: str,
    shape: Shape,
    way_round: read.Round,
    sizes: tuple[Param, ...],
    more: tuple[Param, ...] = (),
    choices: tuple[str, ...] = (),
) -> Base:
    return Base(
        kind=kind,
        label=label,
        help=help,
        params=(*sizes, HEIGHT, PANELS, *more, *INSERT_PARAMS, *AS_CUT),
        phrase=Phrase(
            key="base",
            label="Base",
            before="with a ",
            says=lambda bag, view, prefix: (
                words + (", of two panels" if bag.choice("base.panels") == "two" else "")
            ),
            choices=("base.kind", "base.panels", *(f"base.{c}" for c in choices), "base.insert"),
            fields=tuple(f"base.{p.path}" for p in (*more, *INSERT_PARAMS, *AS_CUT) if p.kind == "length"),
        ),
        classes={"side": "Side seam", "ring": "Base seam"},
        steps=steps,
        form=partial(form_of, shape),
        marks=partial(marks_of, shape),
        usual={"carry.from_side": lambda bag: quarter(bag, asked_round(shape, bag) / 2)},
        read=read.reader(way_round, one_size=sizes == (DIAMETER,)),
        straight=lambda bag: {"side": bag.mm("size.height")},
    )


CIRCLE = _base(
    "circle",
    "Round base",
    "A disc sewn into a tube.",
    "round base",
    shapes.circle,
    read.circle_round,
    (DIAMETER,),
    (
        Param(
            "given",
            "Sized by",
            "choice",
            "size",
            options=(
                Option("size", "The finished diameter", "The disc is cut to it."),
                Option("plate", "A disc that is cut already", "The tube is made to go round it."),
            ),
        ),
        Param(
            "plate", "Disc, as cut", "length", paired(180), low=10, high=2000, shown_when=("given", "plate")
        ),
    ),
    ("given",),
)
STADIUM = _base(
    "stadium",
    "Base with round ends",
    "Two straights and two half circles.",
    "base with round ends",
    shapes.stadium,
    read.stadium_round,
    (LENGTH, BREADTH),
)
ELLIPSE = _base(
    "ellipse",
    "Oval base",
    "An ellipse; its cut line runs beside it at the seam, which is no ellipse itself.",
    "oval base",
    shapes.ellipse,
    read.ellipse_round,
    (LENGTH, BREADTH),
)
ROUNDED = _base(
    "rounded_rectangle",
    "Rectangular base, corners rounded",
    "A rectangle with an arc at each corner.",
    "rectangular base with rounded corners",
    shapes.rounded,
    read.rounded_round,
    (LENGTH, BREADTH),
    (Param("radius", "Corner radius", "length", paired(25), low=1, high=1000),),
)
RECTANGLE = _base(
    "rectangle",
    "Rectangular base",
    "Four square corners, where the tube is clipped.",
    "rectangular base",
    shapes.rectangle,
    read.rectangle_round,
    (LENGTH, BREADTH),
)
SEPARATE = (CIRCLE, STADIUM, ELLIPSE, ROUNDED, RECTANGLE)
