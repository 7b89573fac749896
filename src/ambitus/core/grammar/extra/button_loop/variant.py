"""A loop caught in the top seam of the back, over a button on the front."""

from fractions import Fraction

from ambitus.core.form.model import Form, Part, Strip
from ambitus.core.form.sewn import Measured, Sewn, Told
from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.contract import Extra, Layer
from ambitus.core.grammar.extra.button_loop.read import read
from ambitus.core.grammar.extra.caught import (
    at_top,
    caught_steps,
    doubled,
    no_top_seam,
    shows_of,
    strip_of,
    top_term,
    wide_of,
)
from ambitus.core.grammar.extra.checks import EXTRA_CHECKS
from ambitus.core.grammar.extra.fields import BUTTON_THICK, CLOSURE_SIZE, FROM_TOP_EDGE, STRIP_WIDE
from ambitus.core.grammar.extra.ground import Ground, ground_of
from ambitus.core.grammar.extra.placing import CLEAR_OF_METAL, Lying, beyond_side, put_on
from ambitus.core.grammar.extra.sewing import rank_of, raw_down
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Sum, Term


def loop_shows(item: Item) -> Term:
    """Return what has to be seen of a loop: down to the button's shank, or over the button if more."""
    down = FROM_TOP_EDGE.term(item, "From the edge to the button’s shank")
    over = snap(CLOSURE_SIZE.of(item) + BUTTON_THICK.of(item))
    if down.mm >= over:
        return down
    return Term(
        "Over the button", over, "It has to pass the button: across it, and its thickness.", "derived"
    )


def _sizes(item: Item, form: Form) -> dict[str, float]:
    shows = shows_of(item, loop_shows(item).mm, top_term(item).mm)
    return {"visible loop": shows, "strip_wide": wide_of(item)}


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    length = doubled(item, loop_shows(item), (top_term(item),))
    size = Sum("As it is bought", (CLOSURE_SIZE.term(item, "Across"),))
    button = Strip("closure", "button", "Button", 1, size, size, material="Button", at=f"button {item.at}")
    return (strip_of(item, "Loop for the button", 1, length, top_term(item).mm), button)


def _button(item: Item, ground: Ground) -> Lying:
    size = CLOSURE_SIZE.of(item)
    half = Term("Half of the button", -size / 2, "To its edge.")
    down = (FROM_TOP_EDGE.term(item, "From the top edge"), half)
    return Lying(ground, (*ground.to_middle, half), down, size, size)


def _found(item: Item, ground: Ground) -> Measured:
    band = ground.bands[0]

    def told(spare: float) -> Told:
        left = Sum("From the raw edge to its middle", (*beyond_side(item, band, spare), *ground.to_middle))
        down = Sum(
            "From the raw edge above to its middle",
            (*band.beyond, FROM_TOP_EDGE.term(item, "From the top edge")),
        )
        return (("from the left", left), ("down", down))

    return told


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    if layer != "outer":
        return ()
    front, back = (ground_of(item.bag, form, layer, side) for side in ("front", "back"))
    button = put_on(
        item,
        _button(item, front),
        "Button",
        clear=CLEAR_OF_METAL.mm(item.bag.unit),
        pieces=(f"closure button {item.at}",),
        over_joins=False,
        told=_found(item, front),
    )
    return (button, at_top(item, back, back.to_middle, 2 * wide_of(item), "Loop"))


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    n, button = item.number, f"closure button {item.at}"
    lying = _button(item, ground_of(item.bag, form, "outer", "front"))
    return (
        *caught_steps(
            item,
            "loop",
            make="Fold the loop in four and stitch it",
            say="Both edges to the middle, then in half; a row along the open edge.",
            hold="Baste the loop to the top edge of the back",
            hold_say="At its middle, both ends side by side and level with the raw edge, the loop "
            "hanging down on the "
            "right side.",
            layer="outer",
            at="top",
            shows=_sizes(item, form)["visible loop"],
            lengths=(),
        ),
        Step(
            f"extra {n} button",
            "Sew the button on at its mark on the front",
            "Through the outer alone, on a shank as long as what the loop is thick; wind the "
            "thread round it.",
            rank_of(item, 6),
            needs=(f"{item.at} held",),
            gives=(f"{item.at} on", "outer panels ready"),
            acts=(acts.LayOn((button,), "outer"), acts.Fix((button,))),
            lengths=(("From the finished top edge to its middle", FROM_TOP_EDGE.of(item)),),
            reads=(
                Reading(
                    "top_to_button",
                    "From the raw top edge to the middle of the button",
                    snap(raw_down(lying) + lying.high / 2),
                ),
            ),
        ),
    )


BUTTON_LOOP = Extra(
    kind="button_loop",
    label="Button and loop",
    adds="a button and a loop",
    help="A loop in the top seam of the back goes over a button on the front.",
    params=(
        Param(CLOSURE_SIZE, "Button, across", "length", Pair(20, Fraction(3, 4)), low=4, high=60),
        Param(BUTTON_THICK, "Button, thick", "length", Pair(4, Fraction(3, 16)), low=1, high=30),
        Param(FROM_TOP_EDGE, "From the top edge to its middle", "length", paired(40), low=0, high=1000),
        Param(STRIP_WIDE, "Loop, wide", "length", paired(6), low=3, high=40, help="Folded in four."),
    ),
    phrase=Phrase(
        "button_loop",
        "Button and loop",
        ", with ",
        lambda bag, view, at: "a button and a loop",
        fields=(CLOSURE_SIZE, BUTTON_THICK, FROM_TOP_EDGE, STRIP_WIDE),
    ),
    needs=no_top_seam,
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    checks=EXTRA_CHECKS,
    sizes=_sizes,
    read=read,
)
