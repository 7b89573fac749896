"""A loop to hang the bag by, caught in the top seam at the middle of the back."""

from ambitus.core.form.model import Form, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Phrase
from ambitus.core.grammar.contract import Extra, Layer
from ambitus.core.grammar.extra.caught import (
    at_top,
    caught_steps,
    doubled,
    no_top_seam,
    shows_of,
    strip_of,
    strip_params,
    top_term,
    wide_of,
)
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.fields import STRIP_SHOWS, STRIP_WIDE
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.extra.hanging_loop.read import read
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def _sizes(item: Item, form: Form) -> dict[str, float]:
    return {"shows": shows_of(item, STRIP_SHOWS.of(item), top_term(item).mm), "strip_wide": wide_of(item)}


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    length = doubled(item, STRIP_SHOWS.term(item, "Visible"), (top_term(item),))
    return (strip_of(item, "Hanging loop", 1, length, top_term(item).mm),)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    if layer != "outer":
        return ()
    back = ground_of(item.bag, form, layer, "back")
    middle = back.to_middle
    return (at_top(item, back, middle, 2 * wide_of(item), "Hanging loop"),)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return caught_steps(
        item,
        "loop",
        make="Fold the hanging loop in four and stitch it",
        say="Both edges to the middle, then in half; a row along both edges.",
        hold="Baste the hanging loop to the top edge of the back",
        hold_say="At its middle, both ends level with the raw edge, the loop hanging down on the right side.",
        layer="outer",
        at="top",
        shows=_sizes(item, form)["shows"],
        lengths=(),
    )


HANGING_LOOP = Extra(
    kind="hanging_loop",
    label="Hanging loop",
    adds="a hanging loop",
    help="Doubled, in the top seam of the back: for a hook on the wall.",
    params=strip_params(paired(50), paired(10), "From the top edge to its fold."),
    phrase=Phrase(
        "hanging_loop",
        "Hanging loop",
        ", with ",
        lambda bag, view, at: "a hanging loop",
        fields=(STRIP_SHOWS, STRIP_WIDE),
    ),
    needs=no_top_seam,
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    checks=EXTRA_CHECKS,
    sizes=_sizes,
    read=read,
)
