"""Seams of one step: plain, lapped, and raw edges that only meet."""

from ambitus.core.grammar.allowances import GENERAL
from ambitus.core.grammar.base.cut_as import is_folded, is_hinged, one_round
from ambitus.core.grammar.contract import Row, SeamKind
from ambitus.core.grammar.seams import reading, sections
from ambitus.core.grammar.seams.checks import CHECKS
from ambitus.core.grammar.seams.common import (
    GENERAL_PARAM,
    allowance,
    nothing_stands,
    phrase,
    stitched,
    whole_allowance,
    whole_row,
)
from ambitus.core.lengths import paired
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import Term

PLAIN = SeamKind(
    checks=CHECKS,
    kind="plain",
    section=sections.PLAIN,
    label="Plain",
    help="One row of stitching; each edge gives its allowance. Pressed open, the raw edges show inside.",
    params=(GENERAL_PARAM,),
    phrase=phrase(lambda bag, view: f"plain seams of {view.with_unit(GENERAL.of(bag))}"),
    finished=False,
    eats=whole_allowance,
    stands=whole_row,
    rows=stitched,
    press="open",
    read=reading.its_allowance,
)


def _lap(bag: Resolved, key: str, name: str, over: bool) -> tuple[Term, ...]:
    return () if over else (allowance(bag, key, f"{name}, lap of the under edge"),)


def _lapped_rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    say = (
        "Right sides up, the front’s raw edge laid over the back by the lap; two rows, close to either edge."
    )
    return (Row("", "Lap and sew the {seam}", say, (("Lap", mm),), lies="lap"),)


def _two_panels(bag: Resolved) -> str:
    if is_folded(bag) or one_round(bag) or is_hinged(bag):
        return "its two edges are cut differently, which one piece cannot be"
    if bag.kinds.base.kind == "side_panels":
        return "one edge lies on the other, and a side panel is sewn to both front and back"
    return ""


LAPPED = SeamKind(
    right_out=True,
    checks=CHECKS,
    kind="lapped",
    turns=False,
    section=sections.LAPPED,
    label="Lapped",
    help="One raw edge lies on the other: for coated cloth that does not fray. Corners stay plain.",
    params=(GENERAL_PARAM,),
    phrase=phrase(lambda bag, view: "lapped seams"),
    sews=frozenset({"side", "base"}),
    needs=_two_panels,
    finished=False,
    laps=True,
    eats=_lap,
    own=lambda bag: (paired(12).mm(bag.unit), "The usual lap."),
    stands=nothing_stands,
    rows=_lapped_rows,
    press="flat",
    read=reading.the_lap_below,
)


def _raw_rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    say = "Edge to edge, right sides up, not overlapping: bridge them with a wide zigzag, or over a tape."
    return (Row("", "Bring the edges of the {seam} together", say, lies="meet"),)


RAW = SeamKind(
    right_out=True,
    checks=CHECKS,
    kind="raw",
    section=sections.RAW,
    label="Raw edges that meet",
    help="Edge to edge under a wide zigzag or a tape; eats nothing. Only for cloth that does not fray.",
    params=(GENERAL_PARAM,),
    phrase=phrase(lambda bag, view: "raw edges that meet"),
    finished=False,
    eats=lambda bag, key, name, over: (),
    takes_allowance=False,
    own=lambda bag: (0.0, "Raw edges that meet give nothing up."),
    stands=nothing_stands,
    rows=_raw_rows,
    press="flat",
    read=reading.nothing,
)
