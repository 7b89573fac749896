"""Seams with overcast edges: overlocked piece by piece first, or both edges together after."""

from fractions import Fraction

from ambitus.core.fields import Length
from ambitus.core.grammar.allowances import GENERAL
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Row, SeamKind
from ambitus.core.grammar.seams import reading, sections
from ambitus.core.grammar.seams.checks import CHECKS
from ambitus.core.grammar.seams.common import (
    GENERAL_PARAM,
    allowance,
    phrase,
    stitched,
    whole_allowance,
    whole_row,
)
from ambitus.core.grammar.seams.fields import SLIVER
from ambitus.core.lengths import Pair
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import OfSeam, Term

SLIVER_PARAM = Param(
    SLIVER,
    "Sliver the knife takes",
    "length",
    Pair(0, Fraction(0)),
    low=0,
    high=15,
    help="From each overlocked edge. Nothing where the knife is folded away.",
    why="The overlocker’s knife just trims the threads.",
)


def sliver_term(bag: Resolved, key: str, name: str, path: Length) -> tuple[Term, ...]:
    """Return the sliver at *path* that the knife takes off one edge, or nothing."""
    mm = path.of(bag)
    if not mm:
        return ()
    knife = OfSeam(key, "knife")
    return (Term(f"{name}, the knife’s sliver", mm, path.why(bag), path.source(bag), of=knife),)


def _and_sliver(bag: Resolved, key: str, name: str, over: bool) -> tuple[Term, ...]:
    return (allowance(bag, key, name), *sliver_term(bag, key, name, SLIVER))


def _overlock_rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    sliver = SLIVER.of(bag)
    say = (
        "Piece by piece, right side up, while every piece lies flat. Then measure: the knife takes cloth off."
    )
    lengths = (("The knife takes", sliver),) if sliver else ()
    first = Row(
        "overlock",
        "Overlock the edges of the {seam}",
        say,
        lengths,
        settings="Overlocker, or a wide zigzag.",
        edges="apart",
    )
    return (first, *stitched(bag, key, mm))


OVERLOCKED_FIRST = SeamKind(
    checks=CHECKS,
    kind="overlocked_first",
    section=sections.OVERLOCKED_FIRST,
    label="Overlocked first",
    help="Every edge is overlocked, then seamed and pressed open: flat, and neat inside.",
    params=(GENERAL_PARAM, SLIVER_PARAM),
    phrase=phrase(lambda bag, view: f"seams of {view.with_unit(GENERAL.of(bag))} overlocked first"),
    finished=True,
    eats=_and_sliver,
    stands=whole_row,
    rows=_overlock_rows,
    press="open",
    listed={"sliver": SLIVER},
    read=reading.allowance_and_sliver,
)


def _together_rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    (sewn,) = stitched(bag, key, mm)
    first = Row("first row", sewn.title, sewn.say, sewn.lengths)
    say = "Both edges as one, close to the stitching or just off the raw edge."
    return (
        first,
        Row(
            "",
            "Overcast the edges of the {seam} together",
            say,
            settings="Zigzag 4 wide, 2 long, or overlock.",
            edges="together",
        ),
    )


ZIGZAGGED = SeamKind(
    checks=CHECKS,
    kind="zigzagged",
    section=sections.ZIGZAGGED,
    label="Overcast together",
    help="Sewn, then both edges zigzagged or overlocked as one and pressed to one side: quick and strong.",
    params=(GENERAL_PARAM,),
    phrase=phrase(lambda bag, view: f"seams of {view.with_unit(GENERAL.of(bag))} overcast together"),
    finished=True,
    eats=whole_allowance,
    stands=whole_row,
    rows=_together_rows,
    press="to one side",
    read=reading.its_allowance,
)
