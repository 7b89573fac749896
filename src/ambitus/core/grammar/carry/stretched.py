"""Strips of knit that are stretched before they are folded: cut shorter and wider than they come out."""

from fractions import Fraction
from typing import TYPE_CHECKING

from ambitus.core.form.model import Form
from ambitus.core.form.sewn import Sewn, StretchedStrip
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.carry.fields import NARROWS_TO, STRETCHED, STRETCHES_TO
from ambitus.core.grammar.carry.read import SAMPLE_LONG, SAMPLE_WIDE
from ambitus.core.grammar.contract import Layer
from ambitus.core.lengths import Pair, snap
from ambitus.core.sew import acts
from ambitus.core.spec.resolved import Item
from ambitus.core.steps.model import Reading, Step
from ambitus.core.sums import Term

if TYPE_CHECKING:
    from ambitus.core.grammar.carry.strap import Hang

STRETCH_PARAMS = (
    Param(
        STRETCHED,
        "Strips",
        "choice",
        "no",
        options=(
            Option("no", "Folded as they are cut", "What a woven cloth asks for."),
            Option("stretched", "Stretched first", "Knit that is pulled out first does not grow in use."),
        ),
    ),
    Param(
        STRETCHES_TO,
        "A strip of 200 mm | 8 in stretches to",
        "length",
        Pair(240, Fraction(19, 2)),
        low=200,
        high=500,
        shown_when=(STRETCHED, "stretched"),
        help="Cut 200 × 50 mm | 8 × 2 in as the straps will lie, pull it out, let go and measure it.",
    ),
    Param(
        NARROWS_TO,
        "Its 50 mm | 2 in narrow to",
        "length",
        Pair(40, Fraction(13, 8)),
        low=10,
        high=51,
        shown_when=(STRETCHED, "stretched"),
        help="The same strip, across its middle.",
    ),
)


def is_stretched(item: Item) -> bool:
    """Return whether the strips of a strap are stretched before they are folded."""
    return STRETCHED.is_(item, "stretched")


def stretch_of(item: Item) -> float:
    """Return how many times as long a strip is once it is stretched: 1 where it is not, and never less."""
    return max(1.0, STRETCHES_TO.of(item) / SAMPLE_LONG.mm(item.bag.unit)) if is_stretched(item) else 1.0


def narrowing_of(item: Item) -> float:
    """Return what share of its width a strip keeps once it is stretched: 1 where it is not, never more."""
    return min(1.0, NARROWS_TO.of(item) / SAMPLE_WIDE.mm(item.bag.unit)) if is_stretched(item) else 1.0


def for_stretch(item: Item, terms: tuple[Term, ...]) -> tuple[Term, ...]:
    """Return lengths along a strap as they are cut: shorter by what stretching adds."""
    wanted, times = sum(t.mm for t in terms), stretch_of(item)
    less = Term("It is stretched", snap(wanted / times - wanted), f"Stretched to {times:.4g} times as long.")
    return (*terms, less) if is_stretched(item) else terms


def for_narrowing(item: Item, terms: tuple[Term, ...]) -> tuple[Term, ...]:
    """Return widths across a strap as they are cut: wider by what stretching takes."""
    needed, share = sum(t.mm for t in terms), narrowing_of(item)
    more = Term("It narrows", snap(needed / share - needed), f"Stretched, {share:.4g} of its width is left.")
    return (*terms, more) if is_stretched(item) else terms


def stretched_on(item: Item, form: Form, layer: Layer) -> tuple[Sewn, ...]:
    """Return which strips are stretched."""
    return (StretchedStrip(f"strap {item.at}"),) if layer == "outer" and is_stretched(item) else ()


def strips_ready(item: Item) -> str:
    """Return what has to be done to the strips of a strap before they are folded."""
    return f"carry {item.number} stretched" if is_stretched(item) else "pieces cut"


def stretch_steps(item: Item, hang: "Hang") -> tuple[Step, ...]:
    """Return the stretching of strips that are stretched, and the evening of the pair."""
    at = item.number
    return (
        Step(
            f"strap {at} stretch",
            "Stretch the strips of the straps and even the pair",
            "Pull each strip by its ends until it gives no more, and let go. Lay both on each other: "
            "where one is longer, pull the other again or cut the longer one level.",
            295,
            needs=("pieces cut",),
            gives=(f"carry {at} stretched",),
            acts=(acts.StretchOut((f"strap carry.{at}",)),),
            reads=(
                Reading("strip_stretched", "Stretched strip, long", snap(hang.length.total * hang.stretch)),
                Reading("strip_narrowed", "Stretched strip, across", snap(hang.width.total * hang.narrowing)),
            ),
        ),
    )
