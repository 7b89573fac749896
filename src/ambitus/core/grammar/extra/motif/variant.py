"""A motif: where on its panel it lies, how much is kept clear round it, and how it comes there."""

from fractions import Fraction

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Option, Param, Phrase
from ambitus.core.grammar.contract import Extra, Layer
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.fields import (
    ACROSS_BY,
    DOWN_BY,
    FROM_FOOT,
    FROM_SIDE_SEAM,
    FROM_TOP_EDGE,
    ON,
    ON_SIDE,
    POCKET_HEIGHT,
    POCKET_WIDTH,
)
from ambitus.core.grammar.extra.motif.checks import MOTIF_CHECKS
from ambitus.core.grammar.extra.motif.fields import MOTIF, MOTIF_CLEAR
from ambitus.core.grammar.extra.motif.steps import steps_at
from ambitus.core.grammar.extra.placing import ACROSS_PARAMS, down_params, lies, on_params, put_on, side_of
from ambitus.core.grammar.extra.words import has_face, where
from ambitus.core.lengths import Pair, View, paired
from ambitus.core.spec.resolved import Item, Resolved
from ambitus.core.steps.model import Step

_CALLED = {"transfer": "a transfer", "ink": "a printed motif", "woven": "its motif"}
_LABEL = {"transfer": "Transfer", "ink": "Print", "woven": "Motif"}


def _says(bag: Resolved, view: View, at: str) -> str:
    item = Item(bag, at)
    return f"{_CALLED[MOTIF.of(item)]}{where(item) or ' on the front'}"


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    ground = side_of(item, form, layer)
    if ground is None:
        return ()
    lying = lies(item, ground, POCKET_WIDTH.of(item), POCKET_HEIGHT.of(item))
    label, clear = _LABEL[MOTIF.of(item)], MOTIF_CLEAR.of(item)
    printed = not MOTIF.is_(item, "woven")
    return (put_on(item, lying, label, clear=clear, over_joins=False, printed=printed),)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    ground = side_of(item, form, item.extra.lies_on(item))
    if ground is None:
        return ()
    return steps_at(item, form, lies(item, ground, POCKET_WIDTH.of(item), POCKET_HEIGHT.of(item)))


MOTIF_ON = Extra(
    kind="motif",
    label="Motif",
    adds="a motif",
    help="A motif of the cloth that a panel is cut round, a transfer, or a print of your own.",
    params=(
        *on_params(),
        Param(
            MOTIF,
            "Motif",
            "choice",
            "transfer",
            options=(
                Option("transfer", "A transfer", "Pressed on with an iron, on a single layer."),
                Option("ink", "Printed", "With ink, on a single layer; it dries before anything is folded."),
                Option("woven", "Of the cloth itself", "The panel is cut so that it lies there."),
            ),
        ),
        Param(POCKET_WIDTH, "Motif, wide", "length", Pair(150, Fraction(6)), low=5, high=1500),
        Param(POCKET_HEIGHT, "Motif, high", "length", Pair(120, Fraction(5)), low=5, high=1500),
        *down_params("its upper edge", paired(75), paired(50)),
        *ACROSS_PARAMS,
        Param(
            MOTIF_CLEAR,
            "Kept clear round it",
            "length",
            paired(10),
            low=0,
            high=200,
            help="Rows, seams and whatever is put on stay off it by so much.",
        ),
    ),
    phrase=Phrase(
        "motif",
        "Motif",
        ", with ",
        _says,
        choices=(MOTIF, ON, ON_SIDE, DOWN_BY, ACROSS_BY),
        fields=(POCKET_WIDTH, POCKET_HEIGHT, FROM_TOP_EDGE, FROM_FOOT, FROM_SIDE_SEAM, MOTIF_CLEAR),
    ),
    needs=has_face,
    sewn=_sewn,
    acts=(_steps,),
    lies_on=ON.of,
    checks=(*EXTRA_CHECKS, *MOTIF_CHECKS),
)
