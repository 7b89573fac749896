"""Two ties, caught in the top seam at the middle of front and back."""

from ambitus.core.form.model import Form, Part
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.contract import Extra, Layer
from ambitus.core.grammar.extra.caught import (
    at_top,
    caught_steps,
    no_top_seam,
    strip_of,
    strip_params,
    top_term,
    wide_of,
)
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.cloth import settled
from ambitus.core.grammar.extra.fields import STRIP_SHOWS, STRIP_WIDE, TIE_END
from ambitus.core.grammar.extra.ground import ground_of
from ambitus.core.grammar.extra.ties.read import read
from ambitus.core.lengths import Pair, paired
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Step


def _beyond(item: Item) -> float:
    return top_term(item).mm + TIE_END.of(item)


def _sizes(item: Item, form: Form) -> dict[str, float]:
    return {"shows": settled(item.bag, STRIP_SHOWS.of(item), _beyond(item)), "strip_wide": wide_of(item)}


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    length = (STRIP_SHOWS.term(item, "Visible"), top_term(item), TIE_END.term(item, "End turned in"))
    return (strip_of(item, "Tie", 2, length, top_term(item).mm),)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    if layer != "outer":
        return ()
    out = []
    for side in ("front", "back"):
        ground = ground_of(item.bag, form, layer, side)
        middle = ground.to_middle
        out.append(at_top(item, ground, middle, wide_of(item), "Tie"))
    return tuple(out)


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    return caught_steps(
        item,
        "tie",
        make="Fold the ties in four and stitch them",
        say="One short end turned in first; both edges to the middle, then in half; a row along "
        "the open edge.",
        hold="Baste the ties to the top edges of the outer",
        hold_say="One at the middle of front and back, raw ends level, hanging down on the right "
        "side; pin their "
        "loose ends out of the way of the side seams.",
        layer="outer",
        at="top",
        shows=_sizes(item, form)["shows"],
        lengths=(("End turned in", TIE_END.of(item)),),
    )


TIES = Extra(
    kind="ties",
    label="Ties",
    adds="ties",
    help="Two strips tied in a bow, caught in the top seam.",
    params=(
        *strip_params(Pair(200, paired(100).inch * 2), paired(10), "From the top edge to its end."),
        Param(TIE_END, "End turned in", "length", paired(10), low=3, high=40),
    ),
    phrase=Phrase(
        "ties",
        "Ties",
        ", with ",
        lambda bag, view, at: "ties",
        fields=(STRIP_SHOWS, STRIP_WIDE, TIE_END),
    ),
    needs=no_top_seam,
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    checks=EXTRA_CHECKS,
    sizes=_sizes,
    read=read,
)
