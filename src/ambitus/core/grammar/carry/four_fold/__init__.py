"""A strap folded in four: both raw edges to the middle, then in half, stitched along both sides."""

from ambitus.core.grammar.carry.four_fold.cut import core_width, creases, width
from ambitus.core.grammar.carry.four_fold.read import read_width
from ambitus.core.grammar.carry.four_fold.steps import steps
from ambitus.core.grammar.carry.strap import STRAP_PARAMS, attached
from ambitus.core.grammar.contract import Make, Phrase

FOUR_FOLD = Make(
    slot="make",
    kind="four_fold",
    label="Folded in four",
    help="Four layers of cloth with both raw edges inside.",
    params=STRAP_PARAMS,
    phrase=Phrase(
        key="strap",
        label="Straps",
        before=", two straps ",
        says=lambda bag, view, prefix: f"folded in four, {attached(bag, prefix)}",
        choices=("measure", "held", "place"),
        fields=("width", "drop", "length", "from_side", "from_face", "gap", "past"),
    ),
    width=width,
    core_width=core_width,
    creases=creases,
    layers=4,
    read_width=read_width,
    steps=steps,
)
