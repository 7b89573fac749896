"""Rows that divide a pocket: where they run, as its maker asks for them."""

from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.extra.fields import DIVIDED, DIVIDED_AT
from ambitus.core.lengths import paired, snap
from ambitus.core.spec.resolved import Item

DIVIDING_PARAMS = (
    Param(
        DIVIDED,
        "Divided",
        "choice",
        "no",
        options=(
            Option("no", "Not", ""),
            Option("half", "In two", "One row in its middle."),
            Option("thirds", "In three", "Two rows."),
            Option("at", "At a place of its own", "For a pen, or a pair of spectacles."),
        ),
    ),
    Param(
        DIVIDED_AT,
        "From its left edge to the row",
        "length",
        paired(40),
        low=3,
        high=1500,
        shown_when=(DIVIDED, "at"),
    ),
)


def dividers(item: Item, wide: float) -> tuple[float, ...]:
    """Return where rows divide a pocket, from its left edge, in mm."""
    match DIVIDED.of(item):
        case "half":
            return (snap(wide / 2),)
        case "thirds":
            return (snap(wide / 3), snap(2 * wide / 3))
        case "at":
            return (DIVIDED_AT.of(item),)
        case _:
            return ()


def says_rows(rows: tuple[float, ...]) -> str:
    """Return what is sewn to divide a pocket, as a sentence, or nothing."""
    if not rows:
        return ""
    return f" Then {'a row' if len(rows) == 1 else 'rows'} from its top to its foot to divide it."
