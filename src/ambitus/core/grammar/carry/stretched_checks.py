"""Checks of strips that are stretched first: that their cloth stretches, and that a knit is."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.carry.fields import STRETCHED
from ambitus.core.grammar.carry.stretched import is_stretched
from ambitus.core.lengths import snap
from ambitus.core.steps.settings import is_knit

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "carrying",
    90,
    "strap-does-not-stretch",
    "warn",
    "The strips do not stretch",
    "strips that are stretched first, of a cloth that eases 3 % or less",
    "Only a knit stays longer once it is pulled: a woven strip comes out as short as it was cut.",
    "The straps are too short and too wide.",
)
def strap_does_not_stretch(draft: "Draft") -> Iterator[Fired]:
    cloth = draft.bag.cloth("outer")
    for hang in draft.hangs:
        if is_stretched(hang.item) and not is_knit(cloth):
            field = STRETCHED.in_(hang.prefix)
            yield fired(
                field,
                "{cloth} does not stretch, and the strips are cut {less} shorter for it.",
                "Fold them as they are cut.",
                {"cloth": cloth.label},
                remedies=(to(field, "no"),),
                less=snap(hang.length.total * (hang.stretch - 1)),
            )


@check(
    "carrying",
    92,
    "strap-grows",
    "note",
    "A strap of knit grows",
    "a strap folded of a cloth that eases over 3 %, as it is cut",
    "Under its load a knit stretches along the strap and narrows.",
    "The bag hangs lower than was asked for.",
)
def strap_grows(draft: "Draft") -> Iterator[Fired]:
    cloth = draft.bag.cloth("outer")
    for hang in draft.hangs:
        if hang.item.make.cut_across and not is_stretched(hang.item) and is_knit(cloth):
            field = STRETCHED.in_(hang.prefix)
            yield fired(
                field,
                "{cloth} stretches: {visible} that show get longer.",
                "Stretch the strips before they are folded.",
                {"cloth": cloth.label},
                remedies=(to(field, "stretched"),),
                visible=hang.finished_visible,
            )


STRETCH_CHECKS = (strap_does_not_stretch, strap_grows)
