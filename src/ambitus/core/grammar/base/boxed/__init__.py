"""Boxed base of two panels, corners cut out before sewing."""

from ambitus.core.grammar.base.boxed.cut import form
from ambitus.core.grammar.base.boxed.read import read
from ambitus.core.grammar.base.boxed.steps import steps
from ambitus.core.grammar.base.panels import straight
from ambitus.core.grammar.contract import Base, Option, Param, Phrase
from ambitus.core.lengths import paired

BOXED = Base(
    kind="boxed",
    label="Boxed, corners cut out first",
    help="A corner is cut from each panel; sewn across, it makes the depth.",
    params=(
        Param("size.width", "Width", "length", paired(100), low=20, high=3000, opens="outer/width"),
        Param("size.height", "Height", "length", paired(100), low=20, high=3000, opens="outer/height"),
        Param("size.depth", "Depth", "length", paired(50), low=5, high=1500, opens="outer/across"),
        Param(
            "width_means",
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
    ),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: (
            "boxed base" + (" read flat" if bag.choice("base.width_means") == "flat" else "")
        ),
        choices=("base.kind", "base.width_means"),
    ),
    classes={"side": "Side seam", "base": "Base seam", "corner": "Corner seam"},
    steps=steps,
    form=form,
    read=read,
    straight=straight,
)
