"""Pieces as people write them: every line comes out as the row that a maker meant, and none is lost."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ambitus.core.pieces.typed import rows_read
from ambitus.core.problems import SpecProblems
from ambitus.files.pieces_text import MOST_TYPED, pieces_from_text

INCH = 25.4


def _rows(text: str, unit: str = "cm") -> list[tuple[int, str, str, float, float]]:
    pasted = pieces_from_text(text)
    read = rows_read(pasted.rows, pasted.unit or unit)  # type: ignore[arg-type]
    assert not read.problems, read.problems
    return [(r.count, r.role, r.part, r.width, r.height) for r in (*read.rows, *read.beside)]


@pytest.mark.parametrize(
    ("line", "row"),
    [
        ("2 outer 19 1/8 x 14 3/8 in", (2, "outer", "", 19.125 * INCH, 14.375 * INCH)),
        ("Strap: 4 1/2 in by 27 in, cut 2", (2, "strap", "", 27 * INCH, 4.5 * INCH)),
        ("2x lining 42x40 cm", (2, "lining", "", 420, 400)),
        ("- 1 piece base circle 20 x 20 cm", (1, "outer", "base", 200, 200)),
        ("Gusset 104.6 × 14 cm (cut 1)", (1, "outer", "gusset", 1046, 140)),
        ("42 x 40 cm outer, cut two", (2, "outer", "", 420, 400)),
        ("lining base: 7½ x 7½ in", (1, "lining", "base", 7.5 * INCH, 7.5 * INCH)),
        ("front 38 cm wide x 40 cm high", (1, "outer", "", 380, 400)),
        ("outer\t2\t42\t40", (2, "outer", "", 420, 400)),
        ("outer;2;31,5;40", (2, "outer", "", 315, 400)),
        ("fusible fleece 2 pcs 40 x 36", (2, "interfacing", "", 400, 360)),
    ],
)
def test_a_line_is_read_as_it_was_meant(line: str, row: tuple[int, str, str, float, float]) -> None:
    """How many, of what, how large; a strip's length is its longer number."""
    assert _rows(line) == [pytest.approx(row)]


def test_a_table_with_headings_is_read_by_them() -> None:
    """In any order, with the unit that a heading names; a role of the maker's own stays."""
    plain = "role,count,width,height\nouter,2,42,40\nstrap,2,4,27\nwing,2,24,10"
    assert _rows(plain) == [
        (2, "outer", "", 420, 400),
        (2, "strap", "", 270, 40),
        (2, "", "", 240, 100),
    ]
    other = "height (in)\tpiece\tqty\twidth (in)\n16\tOuter\t2\t18"
    assert _rows(other) == [(2, "outer", "", 18 * INCH, 16 * INCH)]


def test_words_of_the_trade_say_how_it_is_sewn() -> None:
    """Seam, turn and hem are numbers of the bag; a corner is one of its panels; a fold is one of its row."""
    pasted = pieces_from_text(
        "outer 42 x 84 cm on the fold\nseam 1 cm\nturned 0.5 cm, hem 3 cm\nbox corners 5 cm"
    )
    assert pasted.said == {"allowances.general": "1 cm", "top.turn": "0.5 cm", "top.hem": "3 cm"}
    assert pasted.rows[0].folded
    assert pasted.rows[0].corner == "5 cm"


@pytest.mark.parametrize(
    "text", ["outer 48 x 44 cm\ncorner 5 cm from the tip", "outer 48 x 44 cm, corner 5 cm (tip)"]
)
def test_a_corner_from_the_tip_is_told_so(text: str) -> None:
    """On a line of its own or behind its panel."""
    pasted = pieces_from_text(text)
    assert (pasted.rows[0].corner, pasted.said) == ("5 cm", {"base.corner_by": "tip"})


def test_what_cannot_be_read_stays_and_says_which_line_it_was() -> None:
    """A line without a size is a row without one; a cell that is none is named with its row as written."""
    pasted = pieces_from_text("outer 42 x 40 cm\nlining as the outer\nstrap 0 x 27 cm\nouter,2,4o,40")
    read = rows_read(pasted.rows, "cm")
    assert [row.role for row in read.rows] == ["outer"]
    told = {problem.field: problem.why for problem in read.problems}
    assert "“lining as the outer”" in told["rows.1.width"]
    assert "“strap 0 x 27 cm”" in told["rows.2.width"]
    assert any("4o" in why for why in told.values())


def test_a_unit_is_asked_for_where_none_is_named() -> None:
    """Once, for the table; never where each number has its own."""
    assert rows_read(pieces_from_text("outer 42 x 40").rows, None).asks_unit
    assert not rows_read(pieces_from_text("outer 42 x 40 cm").rows, None).asks_unit


def test_more_rows_than_a_bag_has_are_refused() -> None:
    """With the number that is too many."""
    with pytest.raises(SpecProblems):
        pieces_from_text("outer 42 x 40\n" * (MOST_TYPED + 1))


@given(st.text(max_size=300))
def test_any_text_comes_out_as_rows_or_is_refused(text: str) -> None:
    """Nothing that is pasted breaks it, and every line that says something is a row, a heading or a word."""
    pasted = pieces_from_text(text)
    rows_read(pasted.rows, "cm")
    assert len(pasted.rows) <= MOST_TYPED
