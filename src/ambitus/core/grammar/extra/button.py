"""A button and its hole, on whatever a flap closes: how thick, how long the hole is, how that is worked."""

from fractions import Fraction

from ambitus.core.fields import AnyChoice
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.extra.fields import BUTTON_THICK, BUTTONHOLE, CLOSURE_SIZE
from ambitus.core.lengths import Pair
from ambitus.core.spec.resolved import Item
from ambitus.core.sums import Term

#: How much longer a buttonhole is that is worked over a cord: 2 mm | 1/16 in.
CORDED = Pair(2, Fraction(1, 16))


def button_params(held_by: AnyChoice) -> tuple[Param, ...]:
    """Return the fields of a button besides how large it is, shown where it is what a flap is *held by*."""
    button = (held_by, "button")
    return (
        Param(
            BUTTON_THICK,
            "Button, thick",
            "length",
            Pair(4, Fraction(3, 16)),
            low=1,
            high=30,
            shown_when=button,
        ),
        Param(
            BUTTONHOLE,
            "Buttonhole",
            "choice",
            "plain",
            options=(
                Option("plain", "Plain", "As long as the button is wide and thick."),
                Option("corded", "Over a cord", "It does not stretch; a little longer."),
            ),
            shown_when=button,
        ),
    )


def hole_terms(item: Item) -> tuple[Term, ...]:
    """Return how long a buttonhole is: across the button and its thickness, and more over a cord."""
    terms = (CLOSURE_SIZE.term(item, "Across the button"), BUTTON_THICK.term(item, "Its thickness"))
    if BUTTONHOLE.is_(item, "corded"):
        more = Term("Over a cord", CORDED.mm(item.bag.unit), "The cord lies inside its stitches.", "default")
        return (*terms, more)
    return terms
