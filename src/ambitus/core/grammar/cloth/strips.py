"""Panels pieced of strips: how many there are, and the one that is solved so that the panel comes out."""

import math
from dataclasses import dataclass, replace
from fractions import Fraction

from ambitus.core.grammar.allowances import JOIN_ALLOWANCE
from ambitus.core.grammar.asked import Option, Param
from ambitus.core.grammar.base.cut_as import is_folded, is_hinged, one_round
from ambitus.core.grammar.cloth.fields import (
    MADE,
    MADE_ON,
    STRIP,
    STRIP_SPARE,
    STRIPS_FIT,
    STRIPS_OF,
    STRIPS_RUN,
)
from ambitus.core.grammar.contract import no_blank
from ambitus.core.lengths import Pair, paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Sum, Term, to_grid

#: Default (ours): what has to show of every strip between its joins, in mm.
LEAST_SHOWS = 6.0
#: No panel is pieced of more.
MOST_STRIPS = 200
#: by turns with each cloth
OTHER = {"outer": "contrast", "contrast": "outer"}


def is_pieced(bag: Resolved) -> bool:
    """Return whether the panels of the body are pieced: of strips, of a print and more, of two motifs."""
    return not MADE.is_(bag, "whole")


def of_strips(bag: Resolved) -> bool:
    """Return whether the panels of the body are pieced of strips."""
    return MADE.is_(bag, "strips")


def alternates(bag: Resolved) -> bool:
    """Return whether every other strip is of the second cloth."""
    return of_strips(bag) and STRIPS_OF.is_(bag, "alternate")


def by_itself(bag: Resolved) -> bool:
    """Return whether what is pieced is the panel, and not a blank that is larger for reasons of its own."""
    return of_strips(bag) and bag.kinds.interfacing.blank is no_blank


def not_pieced(bag: Resolved) -> str:
    """Return why a front cannot be pieced round a picture in this bag, or nothing."""
    if of_strips(bag) or not is_pieced(bag) or _upright(bag):
        return ""
    return "its front is no panel of its own that a print could be joined to anything on"


def _upright(bag: Resolved) -> bool:
    """Return whether front and back are panels of their own, that end at the base."""
    return not (one_round(bag) or is_folded(bag) or is_hinged(bag))


def _of_two(bag: Resolved) -> bool:
    """Return whether a front that is pieced could have a back that is not."""
    return is_pieced(bag) and _upright(bag)


def front_only(bag: Resolved) -> bool:
    """Return whether the front alone is pieced, and the back is of one piece of cloth."""
    return _of_two(bag) and (MADE_ON.is_(bag, "front") or MADE.is_(bag, "zip"))


def _goes(bag: Resolved, key: str) -> bool:
    """Return whether a way of making the panels goes with the base of this bag."""
    return key in ("whole", "strips") or _upright(bag)


STRIP_PARAMS = (
    Param(
        MADE,
        "Panels of the body",
        "choice",
        "whole",
        way_out="whole",
        options=(
            Option("whole", "Of one piece of cloth", "Front and back are cut as they are."),
            Option("strips", "Pieced of strips", "Strips are joined, and the panel is cut from them."),
            Option("widened", "A print, widened", "A strip at either side of a print that is too narrow."),
            Option("lengthened", "A print, lengthened", "A band below a print that is too short."),
            Option("two", "Two motifs side by side", "Joined in one upright seam, on one base line."),
            Option("zip", "A front with a zip pocket", "A strip, a zip and a face, a backing behind them."),
        ),
        offered=_goes,
    ),
    Param(
        MADE_ON,
        "Made so",
        "choice",
        "both",
        way_out="both",
        options=(
            Option("both", "Front and back", "Both are pieced alike."),
            Option("front", "The front only", "The back is of one piece, and evened with the front."),
        ),
        shown_if=lambda bag: _of_two(bag) and not MADE.is_(bag, "zip"),
    ),
    Param(
        STRIPS_RUN,
        "Strips run",
        "choice",
        "across",
        options=(
            Option("across", "Across the panel", "One above the other, from the top edge down."),
            Option("up", "Up the panel", "One beside the other, from the left."),
        ),
        shown_when=(MADE, "strips"),
    ),
    Param(
        STRIPS_FIT,
        "What is left over",
        "choice",
        "last",
        options=(
            Option("last", "The last strip takes it", "All others are as wide as you say."),
            Option("alike", "All alike", "As near to the width you say as makes the panel come out."),
        ),
        shown_when=(MADE, "strips"),
    ),
    Param(
        STRIPS_OF,
        "Their cloth",
        "choice",
        "same",
        options=(
            Option("same", "All of one cloth", "What is left of a cloth makes a panel."),
            Option(
                "alternate", "Two cloths by turns", "The first of the outer’s, the next of the second cloth."
            ),
        ),
        shown_when=(MADE, "strips"),
    ),
    Param(
        STRIP,
        "A strip, as cut",
        "length",
        Pair(60, Fraction(5, 2)),
        low=10,
        high=600,
        shown_when=(MADE, "strips"),
    ),
    Param(
        STRIP_SPARE,
        "To trim at every side",
        "length",
        paired(6),
        low=0,
        high=50,
        shown_if=by_itself,
        help="The joined strips are so much larger than the panel that is cut from them.",
    ),
)


@dataclass(frozen=True, slots=True)
class Strips:
    """The strips of one panel: how many, how wide each is cut, and how wide the last."""

    count: int
    each: Sum
    last: Sum


def up_to_ruler(bag: Resolved, terms: tuple[Term, ...]) -> Sum:
    """Return how wide a strip is cut, never less than its *terms*: what is more is trimmed."""
    plain = Sum("How wide to cut it", terms)
    more = snap(replace(bag.grid, rounding="up").fit(plain.total) - plain.total)
    if more < 1e-6:
        return plain
    return Sum(
        plain.label, (*terms, Term("Up to the ruler", more, "Trimmed with the panel: never too narrow."))
    )


def solved(bag: Resolved, wanted: float) -> Strips:
    """Return the strips that make *wanted* mm: all alike, or the last as wide as is left over."""
    join = JOIN_ALLOWANCE.term(bag, "Join")
    asked = STRIP.term(bag, "A strip, as cut")
    shows = max(bag.grid.step, asked.mm - 2 * join.mm)
    panel = Term("What is pieced", wanted, "The panel, and what is trimmed of it.")

    def joins(strips: int) -> Term:
        return join.scaled(2 * (strips - 1), "Every join takes two allowances.", 2 * (strips - 1))

    if STRIPS_FIT.is_(bag, "alike"):
        count = min(MOST_STRIPS, max(2, round((wanted - 2 * join.mm) / shows)))
        whole = wanted + joins(count).mm
        share = Term("Of the other strips", -snap(whole * (count - 1) / count), "All are alike.")
        each = up_to_ruler(bag, (panel, joins(count), share))
        return Strips(count, each, each)
    least = 2 * join.mm + LEAST_SHOWS
    count = min(MOST_STRIPS, max(2, 1 + math.floor((wanted - least) / shows + 1e-9)))
    each = to_grid("How wide to cut it", (asked,), bag.grid)
    others = Term("The other strips", -(count - 1) * each.total, "As they are cut.", times=count - 1)
    left = snap(panel.mm + others.mm + joins(count).mm)
    # where nothing is left a check says so: it is drawn as hardly a strip
    short = Term("Nothing is left", bag.grid.step - left, "The panel is no wider than a strip.")
    more = (short,) if left < bag.grid.step else ()
    return Strips(count, each, up_to_ruler(bag, (panel, others, joins(count), *more)))


def trimmed(bag: Resolved) -> float:
    """Return what is trimmed of joined strips from side to side, in mm; nothing of a blank."""
    return 2 * STRIP_SPARE.of(bag) if by_itself(bag) else 0.0
