"""A print that is smaller than its panel, widened or lengthened; and two motifs that share a base line."""

from fractions import Fraction

from ambitus.core.fields import Length
from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.cloth.fields import (
    BASE_LINE,
    FIRST_MOTIF,
    MADE,
    PRINT_HIGH,
    PRINT_WIDE,
    WIDENED_WITH,
)
from ambitus.core.grammar.cloth.strips import up_to_ruler
from ambitus.core.lengths import Pair, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term, grid_term


def is_widened(bag: Resolved) -> bool:
    """Return whether the panels show a print that is made larger with other cloth."""
    return MADE.is_(bag, "widened") or MADE.is_(bag, "lengthened")


PRINT_PARAMS = (
    Param(
        PRINT_WIDE,
        "Print, as cut, wide",
        "length",
        Pair(300, Fraction(12)),
        low=20,
        high=2000,
        shown_when=(MADE, "widened"),
        help="As much of it as there is, raw edge to raw edge; it lies in the middle of the panel.",
    ),
    Param(
        PRINT_HIGH,
        "Print, as cut, high",
        "length",
        Pair(280, Fraction(11)),
        low=20,
        high=2000,
        shown_when=(MADE, "lengthened"),
        help="As much of it as there is, from the raw top edge down.",
    ),
    Param(
        WIDENED_WITH,
        "Made larger with",
        "choice",
        "contrast",
        options=(
            Option("contrast", "The second cloth", "It frames the print."),
            Option("outer", "The outer’s cloth", "Of what lies round the print."),
        ),
        shown_if=is_widened,
    ),
    Param(
        FIRST_MOTIF,
        "Left motif, as cut, wide",
        "length",
        Pair(240, Fraction(19, 2)),
        low=20,
        high=2000,
        shown_when=(MADE, "two"),
        help="The right one takes what is left of the panel.",
    ),
    Param(
        BASE_LINE,
        "Base line of both motifs",
        "length",
        Pair(80, Fraction(3)),
        low=0,
        high=2000,
        shown_when=(MADE, "two"),
        help="Above the raw lower edge of the panel: what both motifs stand on.",
    ),
)


def with_print(bag: Resolved) -> str:
    """Return the cloth that a print is made larger with."""
    return WIDENED_WITH.of(bag)


def two_cloths(bag: Resolved) -> bool:
    """Return whether a print is made larger with the second cloth."""
    return is_widened(bag) and with_print(bag) == "contrast"


def picture_field(bag: Resolved) -> Length:
    """Return the field of what is cut first of a panel that shows a picture, across its joins."""
    if MADE.is_(bag, "two"):
        return FIRST_MOTIF
    return PRINT_WIDE if MADE.is_(bag, "widened") else PRINT_HIGH


def sides_of(bag: Resolved) -> int:
    """Return at how many sides of a picture something is joined to it."""
    return 2 if MADE.is_(bag, "widened") else 1


def _joined(bag: Resolved, terms: tuple[Term, ...], label: str, why: str) -> Sum:
    """
    Return how far what is joined to a picture is cut: its *terms*, and where they leave nothing of it hardly
    a strip. A check says that then.
    """
    least, plain = 2 * JOIN_ALLOWANCE.of(bag) + bag.grid.step, sum(t.mm for t in terms)
    short = (Term(label, least - plain, why),) if plain < least else ()
    return up_to_ruler(bag, (*terms, *short))


def _as_cut(bag: Resolved, picture: Term) -> tuple[Term, ...]:
    """Return what a *picture* takes of what it is joined in, as the cutting grid lets it be cut."""
    return (picture.scaled(-1), *grid_term(snap(picture.mm - bag.grid.fit(picture.mm))))


def widened(bag: Resolved, wanted: float) -> tuple[Sum, Sum]:
    """
    Return how far across its joins a print is cut, and each strip or the band that makes *wanted* mm of it;
    every join takes an allowance of the print and one of what is joined to it.
    """
    across = "wide" if MADE.is_(bag, "widened") else "high"
    printed, join = picture_field(bag).term(bag, f"Print, as cut, {across}"), JOIN_ALLOWANCE.term(bag, "Join")
    terms = (
        Term(
            "What is missing",
            (wanted - bag.grid.fit(printed.mm)) / sides_of(bag),
            "The panel, less the print, at one side.",
        ),
        join.scaled(2, "Of the print and of what is joined to it.", 2),
    )
    more = _joined(bag, terms, "Nothing is missing", "The print is no smaller.")
    return Sum("As it is cut", (printed,)), more


def motifs(bag: Resolved, wanted: float) -> tuple[Sum, Sum]:
    """Return how wide two motifs are cut that make *wanted* mm: both, less two allowances of their join."""
    first, join = picture_field(bag).term(bag, "Left motif, as cut"), JOIN_ALLOWANCE.term(bag, "Join")
    terms = (
        Term("What is pieced", wanted, "The panel."),
        *_as_cut(bag, first),
        join.scaled(2, "The join takes two allowances.", 2),
    )
    second = _joined(bag, terms, "Nothing is left", "The left one is too wide.")
    return Sum("As it is cut", (first,)), second
