"""Panels of their own at the sides; front and back run under to a seam in the middle of the base."""

from ambitus.core.grammar.base.insert import INSERT_PARAMS
from ambitus.core.grammar.base.panels import HEIGHT, WIDTH, asked_height, depth_param, quarter
from ambitus.core.grammar.base.side_panels.cut import form, marks
from ambitus.core.grammar.base.side_panels.read import read
from ambitus.core.grammar.base.side_panels.steps import steps
from ambitus.core.grammar.contract import Base, Param, Phrase

SIDE_PANELS = Base(
    kind="side_panels",
    label="Side panels, base of front and back",
    help="Panels stand at the sides; front and back run under and meet in the middle of the base.",
    params=(
        WIDTH,
        HEIGHT,
        depth_param("outer/height"),
        Param(
            "step",
            "Front and back higher than the sides by",
            "length",
            lambda bag: 0.0,
            low=0,
            high=1000,
            help="For handles, or a lower side.",
            why="As high as each other.",
        ),
        *INSERT_PARAMS,
    ),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: "base of front and back, and side panels",
        choices=("base.kind", "base.insert"),
        fields=("base.step", "base.insert_less"),
    ),
    classes={"side": "Side seam", "base": "Base seam"},
    steps=steps,
    form=form,
    read=read,
    marks=marks,
    usual={"carry.from_side": lambda bag: quarter(bag, bag.mm("size.width"))},
    straight=lambda bag: {"base": bag.mm("size.width"), "side": asked_height(bag) - bag.mm("base.step")},
)
