"""A flat bag of two panels with a seam along the base: W + 2s by H + sb + top, once every edge has grown."""

from ambitus.core.grammar.base.panels import HEIGHT, WIDTH, flat_form, straight
from ambitus.core.grammar.base.seamed.read import read
from ambitus.core.grammar.base.seamed.steps import steps
from ambitus.core.grammar.contract import Base, Phrase

SEAMED = Base(
    kind="seamed",
    label="Flat, with a base seam",
    help="Two rectangles sewn on three sides; no depth.",
    params=(
        WIDTH,
        HEIGHT,
    ),
    phrase=Phrase(
        key="base",
        label="Base",
        before="with a ",
        says=lambda bag, view, prefix: "flat base",
        choices=("base.kind",),
    ),
    classes={"side": "Side seam", "base": "Base seam"},
    steps=steps,
    form=flat_form,
    read=read,
    straight=straight,
)
