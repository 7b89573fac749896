"""A loop caught in the top seam of the back, over a button or a toggle on the front."""

from fractions import Fraction

from ambitus.core.form.model import Form, Part, Strip
from ambitus.core.form.sewn import Sewn
from ambitus.core.grammar.asked import Option, Param, Phrase
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
from ambitus.core.grammar.extra.fields import (
    BUTTON_THICK,
    CLOSURE_LONG,
    CLOSURE_SIZE,
    FASTENS,
    FROM_TOP_EDGE,
    STRIP_WIDE,
)
from ambitus.core.grammar.extra.ground import Ground, ground_of
from ambitus.core.grammar.extra.halves import set_at
from ambitus.core.grammar.extra.placing import Lying
from ambitus.core.grammar.extra.sewing import rank_of, raw_down
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Sum, Term


def _toggled(item: Item) -> bool:
    return FASTENS.is_(item, "toggle")


def _key(item: Item) -> str:
    """Return the key of the piece that the loop goes over."""
    return f"closure {FASTENS.of(item)} {item.at}"


def _across(item: Item) -> Term:
    """Return how long what the loop goes over lies across the front."""
    return CLOSURE_LONG.term(item, "Along") if _toggled(item) else CLOSURE_SIZE.term(item, "Across")


def _high(item: Item) -> Term:
    """Return how high it lies there: a toggle is as high as it is thick."""
    return BUTTON_THICK.term(item, "Thick") if _toggled(item) else _across(item)


def loop_shows(item: Item) -> Term:
    """
    Return what has to be seen of a loop: down to where the button is sewn on, or over the button if that is
    more. A button passes all of it at once, a toggle end first, half of it.
    """
    what = FASTENS.of(item)
    down = FROM_TOP_EDGE.term(item, f"From the edge to the {what}’s shank")
    passes = _across(item).mm / 2 if _toggled(item) else _across(item).mm
    over = snap(passes + BUTTON_THICK.of(item))
    if down.mm >= over:
        return down
    why = "half of its length" if _toggled(item) else "across it"
    return Term(f"Over the {what}", over, f"It has to pass the {what}: {why}, and its thickness.", "derived")


def _sizes(item: Item, form: Form) -> dict[str, float]:
    shows = shows_of(item, loop_shows(item).mm, top_term(item).mm)
    return {"visible loop": shows, "strip_wide": wide_of(item)}


def _parts(item: Item, form: Form) -> tuple[Part, ...]:
    length = doubled(item, loop_shows(item), (top_term(item),))
    what = FASTENS.of(item)
    long, high = (Sum("As it is bought", (term,)) for term in (_across(item), _high(item)))
    bought = what.capitalize()
    button = Strip("closure", what, bought, 1, long, high, material=bought, at=f"{what} {item.at}")
    return (strip_of(item, f"Loop for the {what}", 1, length, top_term(item).mm), button)


def _button(item: Item, ground: Ground) -> Lying:
    what, wide, high = FASTENS.of(item), _across(item).mm, _high(item).mm
    left, up = (Term(f"Half of the {what}", -size / 2, "To its edge.") for size in (wide, high))
    down = (FROM_TOP_EDGE.term(item, "From the top edge"), up)
    return Lying(ground, (*ground.to_middle, left), down, wide, high)


def _sewn(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    if layer != "outer":
        return ()
    front, back = (ground_of(item.bag, form, layer, side) for side in ("front", "back"))
    name = FASTENS.of(item).capitalize()
    button = set_at(item, _button(item, front), front.to_middle, name, (_key(item),))
    return (button, at_top(item, back, back.to_middle, 2 * wide_of(item), "Loop"))


def _steps(item: Item, form: Form) -> tuple[Step, ...]:
    n, what, button = item.number, FASTENS.of(item), _key(item)
    lying = _button(item, ground_of(item.bag, form, "outer", "front"))
    return (
        *caught_steps(
            item,
            "loop",
            make="Fold the loop in four and stitch it",
            say="Both edges to the middle, then in half; a row along the open edge.",
            hold="Baste the loop to the top edge of the back",
            hold_say="At its middle, both ends side by side and level with the raw edge, the loop hanging "
            "down on the right side.",
            layer="outer",
            at="top",
            shows=_sizes(item, form)["visible loop"],
            lengths=(),
        ),
        Step(
            f"extra {n} button",
            f"Sew the {what} on at its mark on the front",
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
                    f"From the raw top edge to the middle of the {what}",
                    snap(raw_down(lying) + lying.high / 2),
                ),
            ),
        ),
    )


BUTTON_LOOP = Extra(
    kind="button_loop",
    label="Loop over a button or toggle",
    adds="a button and a loop",
    help="A loop in the top seam of the back goes over a button or a toggle on the front.",
    params=(
        Param(
            FASTENS,
            "The loop goes over",
            "choice",
            "button",
            options=(
                Option("button", "A button", "All of it passes the loop at once."),
                Option("toggle", "A toggle", "It is put through end first and lies across the loop."),
            ),
        ),
        Param(
            CLOSURE_SIZE,
            "Button, across",
            "length",
            Pair(20, Fraction(3, 4)),
            low=4,
            high=60,
            shown_when=(FASTENS, "button"),
        ),
        Param(
            CLOSURE_LONG,
            "Toggle, long",
            "length",
            Pair(40, Fraction(3, 2)),
            low=10,
            high=150,
            shown_when=(FASTENS, "toggle"),
        ),
        Param(
            BUTTON_THICK,
            "Its thickness",
            "length",
            Pair(4, Fraction(3, 16)),
            low=1,
            high=30,
            help="A toggle’s, across its middle.",
        ),
        Param(FROM_TOP_EDGE, "From the top edge to its middle", "length", paired(40), low=0, high=1000),
        Param(STRIP_WIDE, "Loop, wide", "length", paired(6), low=3, high=40, help="Folded in four."),
    ),
    phrase=Phrase(
        "button_loop",
        "Loop over a button or toggle",
        ", with ",
        lambda bag, view, at: f"a {FASTENS.of(Item(bag, at))} and a loop",
        choices=(FASTENS,),
        fields=(CLOSURE_SIZE, CLOSURE_LONG, BUTTON_THICK, FROM_TOP_EDGE, STRIP_WIDE),
    ),
    needs=no_top_seam,
    parts=_parts,
    sewn=_sewn,
    acts=(_steps,),
    checks=EXTRA_CHECKS,
    sizes=_sizes,
    read=read,
)
