"""How a lining is made a little smaller than its outer, so that it hangs without a fold."""

from ambitus.core.grammar.contract import Option, Param
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

EASE_PARAMS = (
    Param(
        "ease",
        "Lining",
        "choice",
        "none",
        options=(
            Option("none", "The same size as the outer", "Cut alike."),
            Option("shorter", "Shorter", "Cut less high, so that it does not sag."),
            Option("deeper", "Sewn deeper", "Cut alike, its side and base seams sewn wider below the top."),
        ),
    ),
    Param(
        "ease_by",
        "Lining smaller by",
        "length",
        paired(3),
        low=0.5,
        high=25,
        help="Its height where it is cut shorter; each seam where it is sewn deeper.",
        shown_unless=("ease", "none"),
    ),
)


def _ease(bag: Resolved, way: str) -> float:
    return bag.mm("top.ease_by") if bag.chose("top.ease", way) else 0.0


def shorter_terms(bag: Resolved, layer: str) -> tuple[Term, ...]:
    """Return what *layer* is made less high than the bag: the lining's ease where it is cut shorter."""
    mm = _ease(bag, "shorter") if layer == "lining" else 0.0
    if not mm:
        return ()
    why = f"Hangs clear of the base. {bag.why('top.ease_by')}"
    return (Term("Shorter lining", -mm, why, bag.source("top.ease_by")),)


def deeper_by(bag: Resolved, layer: str) -> float:
    """Return how much deeper the seams of *layer* are sewn than they were cut for."""
    return _ease(bag, "deeper") if layer == "lining" else 0.0
