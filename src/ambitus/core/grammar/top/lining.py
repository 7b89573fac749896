"""How a lining is made a little smaller than its outer, so that it hangs without a fold."""

from typing import Literal

from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import is_folded, is_wrapped
from ambitus.core.grammar.contract import SeamKind
from ambitus.core.grammar.top.fields import EASE_BY, LINING_EASE, TURNED
from ambitus.core.lengths import amount, paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

EASE_PARAMS = (
    Param(
        LINING_EASE,
        "Lining",
        "choice",
        lambda bag: "deeper" if lies_inside(bag) else "none",
        way_out="none",
        options=(
            Option("none", "The same size as the outer", "Cut alike."),
            Option("shorter", "Shorter", "Cut less high, so that it does not sag."),
            Option(
                "deeper",
                "Sewn deeper",
                "Cut alike, its seams sewn wider below the top; a fold stays as it is.",
            ),
        ),
    ),
    Param(
        EASE_BY,
        "Lining smaller by",
        "length",
        # so deep that it does not show beyond edges that stay outside
        lambda bag: paired(6 if lies_inside(bag) else 3).mm(bag.unit),
        low=0.5,
        high=25,
        help="Its height where it is cut shorter; each seam where it is sewn deeper.",
        shown_unless=(LINING_EASE, "none"),
    ),
)


def _ease(bag: Resolved, way: Literal["shorter", "deeper"]) -> float:
    return EASE_BY.of(bag) if LINING_EASE.is_(bag, way) else 0.0


def shorter_terms(bag: Resolved, layer: str) -> tuple[Term, ...]:
    """Return what *layer* is made less high than the bag: the lining's ease where it is cut shorter."""
    mm = _ease(bag, "shorter") if layer == "lining" else 0.0
    if not mm:
        return ()
    why = f"Hangs clear of the base. {EASE_BY.why(bag)}"
    return (Term("Shorter lining", -mm, why, EASE_BY.source(bag)),)


#: Default (ours): over how much of a seam a lining that is sewn deeper comes back to the plain allowance.
TAPER = 50.0


def deeper_by(bag: Resolved, layer: str) -> float:
    """Return how much deeper the seams of *layer* are sewn than they were cut for, in mm."""
    return _ease(bag, "deeper") if layer == "lining" else 0.0


def keeps_base(bag: Resolved) -> bool:
    """
    Return whether a lining that is sewn deeper keeps its base as it is: a fold cannot be sewn deeper, at the
    base or opposite a side seam, nor can what runs round to a zip; and corner edges of a base that stays must
    not differ.
    """
    return is_folded(bag) or is_wrapped(bag) or bag.kinds.base.runs_round


def corner_deeper(bag: Resolved, layer: str) -> float:
    """Return how much deeper the corner seam of *layer* is sewn, so that the depth stays what it was."""
    return 0.0 if keeps_base(bag) else deeper_by(bag, layer)


def sewn_deeper(bag: Resolved, layer: str, key: str) -> float:
    """
    Return how much deeper the seams of class *key* are sewn in *layer*.

    Upright seams are; a base seam is where the base does not stay; corners that are cut out follow. A corner
    that is pinched keeps half the depth, and the seam of a base of its own follows from its tube.
    """
    if key in ("side", "gusset", "end"):
        return deeper_by(bag, layer)
    if key == "base" or (key == "corner" and "corner" in bag.kinds.base.classes):
        return corner_deeper(bag, layer)
    return 0.0


def says_taper(bag: Resolved, key: str) -> str:
    """Return how an upright seam that is sewn deeper comes back to the plain allowance at its ends."""
    if lies_inside(bag):
        return ""
    over = amount(TAPER, bag.unit)
    mouth = "zip" if bag.kinds.top.shut else "top"
    if key in ("side", "end") and keeps_base(bag) and "corner" in bag.kinds.sewn:
        return f" Taper back to the plain allowance over the {over} before the {mouth} and before the corner."
    return f" Taper back to the plain allowance over the {over} before the {mouth}."


def lies_inside(bag: Resolved) -> bool:
    """
    Return whether the lining of a bag whose edges stay outside is sewn by itself inside it: right sides
    together, before its outer, and nothing is turned.
    """
    return "lining" in bag.kinds.top.layers and TURNED.is_(bag, "never")


def leaves_gap(bag: Resolved) -> bool:
    """Return whether the lining is turned through a gap of its own, where its top has one."""
    return not (TURNED.is_(bag, "zip") or TURNED.is_(bag, "never"))


def seam_in(bag: Resolved, layer: str, key: str) -> SeamKind:
    """Return how the seams of class *key* are sewn in *layer*: plain in a lining that lies inside."""
    return bag.kinds.plain if layer == "lining" and lies_inside(bag) else bag.kinds.seam(key)


def one_with_outer(bag: Resolved) -> bool:
    """Return whether the lining is sewn up as one with its outer, layer on layer, and not by itself."""
    return "lining" in bag.kinds.top.layers and TURNED.is_(bag, "zip")
