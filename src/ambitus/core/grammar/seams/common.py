"""What the kinds of seam share: their phrase, the general allowance, an allowance as a term."""

from collections.abc import Callable

from ambitus.core.grammar.allowances import (
    BASE_ALLOWANCE,
    CORNER_ALLOWANCE,
    GENERAL,
    SIDE_ALLOWANCE,
    STRAP_ALLOWANCE,
    TOP_ALLOWANCE,
    allowance_of,
    kind_of,
)
from ambitus.core.grammar.asked import Param, Phrase
from ambitus.core.grammar.contract import Row
from ambitus.core.grammar.kinds import SEAMS_KIND
from ambitus.core.grammar.seams.fields import (
    BIND_COVER,
    BIND_ENDS,
    BIND_MADE,
    BIND_OF,
    BIND_SEAM,
    FIRST_ROW,
    SEAM_TRIM,
    SECOND_ROW,
    SLIVER,
)
from ambitus.core.lengths import View, paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import OfSeam, Term
from ambitus.core.words import within

GENERAL_PARAM = Param(
    GENERAL,
    "General allowance",
    "allowance",
    paired(10),
    high=200.0,
    help="Every seam that has no allowance of its own.",
)


def phrase(says: Callable[[Resolved, View], str]) -> Phrase:
    """Return the phrase of a kind of seam, with every field a seam can have beneath its tiles."""
    return Phrase(
        "seams",
        "Seams and allowances",
        ", ",
        lambda bag, view, prefix: says(bag, view) + _others(bag),
        choices=(
            SEAMS_KIND,
            kind_of("side"),
            kind_of("base"),
            kind_of("corner"),
            kind_of("end"),
            BIND_MADE,
            BIND_OF,
            BIND_ENDS,
        ),
        fields=(
            GENERAL,
            FIRST_ROW,
            SECOND_ROW,
            SEAM_TRIM,
            SLIVER,
            BIND_SEAM,
            BIND_COVER,
            SIDE_ALLOWANCE,
            BASE_ALLOWANCE,
            CORNER_ALLOWANCE,
            TOP_ALLOWANCE,
            STRAP_ALLOWANCE,
        ),
    )


#: the seams of a class, in the making sentence
_CALLED = {"side": "sides", "corner": "corners", "end": "ends"}


def _others(bag: Resolved) -> str:
    """Return in words which seams are of another kind than the bag's."""
    apart = {
        k: v for k, v in bag.kinds.seams_by_class.items() if v.kind != bag.kinds.seams.kind and k in bag.sewn
    }
    return "".join(f", {_CALLED.get(key, key)} {within(variant.label)}" for key, variant in apart.items())


def allowance(bag: Resolved, key: str, name: str, sign: int = 1) -> Term:
    """Return the allowance of class *key* as a term."""
    path = allowance_of(key)
    return Term(name, sign * path.of(bag), path.why(bag), path.source(bag), of=OfSeam(key))


def whole_allowance(bag: Resolved, key: str, name: str, over: bool) -> tuple[Term, ...]:
    """Return the terms of an edge that gives its allowance and nothing else."""
    return (allowance(bag, key, name),)


def whole_row(bag: Resolved, key: str, mm: float) -> float:
    """Return what stands beyond a seam of one row: all that it was sewn at, in mm."""
    return mm


def nothing_stands(bag: Resolved, key: str, mm: float) -> float:
    """Return what stands beyond a seam whose edges end at it, or lie flat under it."""
    return 0.0


def stitched(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    """Return the one row of a plain seam."""
    return (Row("", "Sew the {seam}", "Right sides together.", (("Allowance", mm),)),)
