"""Seams that hide their raw edges: French, French stitched down, flat-felled."""

from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Row, SeamKind
from ambitus.core.grammar.seams import reading, sections
from ambitus.core.grammar.seams.checks import CHECKS, FELLED_CHECKS, FRENCH_CHECKS
from ambitus.core.grammar.seams.common import GENERAL_PARAM, phrase, whole_allowance
from ambitus.core.grammar.seams.fields import FIRST_ROW, SEAM_TRIM, SECOND_ROW
from ambitus.core.grammar.seams.rows import first_and_second
from ambitus.core.lengths import View, paired, snap
from ambitus.core.spec.resolved import Resolved
from ambitus.core.sums import OfSeam, Term


def _trim(bag: Resolved) -> float:
    """Return what the first row is trimmed to: 3 mm | 1/8 in, or the row itself where it is narrower."""
    return min(FIRST_ROW.of(bag), paired(3).mm(bag.unit))


FRENCH_PARAMS = (
    GENERAL_PARAM,
    Param(
        FIRST_ROW,
        "First row",
        "length",
        paired(6),
        low=2,
        high=60,
        help="Wrong sides together.",
    ),
    Param(SECOND_ROW, "Second row", "length", paired(10), low=2, high=60, help="Right sides together."),
    Param(
        SEAM_TRIM,
        "First row trimmed to",
        "length",
        _trim,
        low=1,
        high=60,
        why="Narrow enough to lie inside the second row.",
    ),
)

#: what a cut list tells of a French seam besides its allowances: its two rows
FRENCH_TOLD = {"first": FIRST_ROW, "second": SECOND_ROW, "trim": SEAM_TRIM}


def _second_stands(bag: Resolved, key: str, mm: float) -> float:
    """Return what stands beyond a French seam: its second row, for the first lies inside it."""
    return first_and_second(bag, key, mm)[1]


def _half_stands(bag: Resolved, key: str, mm: float) -> float:
    """Return what stands beyond a felled seam: what is left of the edge that was trimmed to half."""
    return mm / 2


def _rows_eat(bag: Resolved, key: str, name: str, over: bool) -> tuple[Term, ...]:
    path = allowance_of(key)
    first, second = first_and_second(bag, key, path.of(bag))
    own = path.source(bag) == "chosen"
    return (
        Term(
            f"{name}, first row",
            first,
            FIRST_ROW.why(bag),
            FIRST_ROW.source(bag),
            of=OfSeam(key, "first row"),
        ),
        Term(
            f"{name}, second row",
            second,
            path.why(bag) if own else SECOND_ROW.why(bag),
            path.source(bag) if own else SECOND_ROW.source(bag),
            of=OfSeam(key, "second row"),
        ),
    )


def _both(bag: Resolved) -> tuple[float, str]:
    return FIRST_ROW.of(bag) + SECOND_ROW.of(bag), "Both rows of the French seam."


def _french_rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    first, second = first_and_second(bag, key, mm)
    trim = SEAM_TRIM.of(bag)
    trimming = Row(
        "trim",
        "Trim the first row of the {seam}",
        "Both edges evenly; cut every loose thread, or it will show.",
        (("Trimmed to", trim),),
        no_return=True,
        edges="trimmed",
    )
    return (
        Row(
            "first row",
            "Sew the {seam}, first row",
            "Wrong sides together.",
            (("First row", first),),
            lies="wrong",
        ),
        # a first row as narrow as it would be trimmed to is left as it is
        *((trimming,) if trim < first - 1e-9 else ()),
        Row(
            "",
            "Sew the {seam}, second row",
            "Right sides together, the first row rolled to the edge and pressed.",
            (("Second row", second),),
        ),
    )


def _stitched_down_rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    rows = _french_rows(bag, key, mm)
    turned = Row(
        "second row",
        rows[-1].title,
        rows[-1].say,
        rows[-1].lengths,
    )
    down = "The fold laid to the back, from the right side, close to its edge: it carries the load."
    return (*rows[:-1], turned, Row("", "Stitch the fold of the {seam} down", down, lies="lap"))


def _french_words(bag: Resolved, view: View) -> str:
    return f"French seams of {view.chosen(FIRST_ROW.of(bag))} + {view.with_unit(SECOND_ROW.of(bag))}"


FRENCH = SeamKind(
    checks=(*CHECKS, *FRENCH_CHECKS),
    kind="french",
    section=sections.FRENCH,
    label="French",
    help="Sewn twice, wrong sides then right sides together: no raw edge shows.",
    params=FRENCH_PARAMS,
    listed=FRENCH_TOLD,
    phrase=phrase(_french_words),
    finished=True,
    eats=_rows_eat,
    stands=_second_stands,
    own=_both,
    rows=_french_rows,
    press="to one side",
    read=reading.both_rows,
)
FRENCH_STITCHED = SeamKind(
    checks=(*CHECKS, *FRENCH_CHECKS),
    kind="french_stitched",
    turns=False,
    section=sections.FRENCH_STITCHED,
    label="French, stitched down",
    help="A third row holds the fold flat: for load, and for bags that hang.",
    params=FRENCH_PARAMS,
    listed=FRENCH_TOLD,
    phrase=phrase(lambda bag, view: f"{_french_words(bag, view)} stitched down"),
    sews=frozenset({"side", "base"}),
    finished=True,
    eats=_rows_eat,
    stands=_second_stands,
    own=_both,
    rows=_stitched_down_rows,
    press="to one side",
    read=reading.both_rows,
)


def _felled_rows(bag: Resolved, key: str, mm: float) -> tuple[Row, ...]:
    return (
        Row(
            "first row",
            "Sew the {seam}, first row",
            "Wrong sides together.",
            (("Allowance", mm),),
            lies="wrong",
        ),
        Row(
            "trim",
            "Trim one edge of the {seam} to half",
            "The back’s edge only; the front’s edge will wrap it.",
            (("Trimmed to", snap(mm / 2)),),
            no_return=True,
            edges="trimmed",
        ),
        Row(
            "",
            "Fold over and fell the {seam}",
            "Wide edge round the narrow one, both laid flat; stitch the fold.",
            lies="lap",
        ),
    )


FELLED = SeamKind(
    right_out=True,
    checks=(*CHECKS, *FELLED_CHECKS),
    kind="felled",
    turns=False,
    section=sections.FELLED,
    label="Flat-felled",
    help="One edge wraps the other and is stitched flat: strong, with two rows to be seen.",
    params=(GENERAL_PARAM,),
    phrase=phrase(lambda bag, view: "flat-felled seams"),
    sews=frozenset({"side", "base"}),
    finished=True,
    eats=whole_allowance,
    stands=_half_stands,
    own=lambda bag: (paired(15).mm(bag.unit), "The usual width of a flat-felled seam."),
    rows=_felled_rows,
    press="flat",
    read=reading.its_allowance,
)
