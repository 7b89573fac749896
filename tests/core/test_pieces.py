"""
From somebody's pieces to their bag: the pieces of any bag, typed, make that bag again and keep every row;
what is wrong with one is said at it, with the amount; and what is said helps when it is done.
"""

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings

from ambitus.core.draft import Draft
from ambitus.core.pieces.typed import PieceRow, RowTyped
from ambitus.core.read.cutlist import CutList, CutRow
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted
from ambitus.desk.pieces import Begun, put_together
from bags import totes

SLOW = [HealthCheck.too_slow, HealthCheck.filter_too_much, HealthCheck.data_too_large]


def _mm(value: float | None) -> str:
    return "" if value is None else f"{value:.6f} mm"


def _typed(cut_list: CutList) -> list[RowTyped]:
    """Return the rows of a list as they would be typed."""
    rows = [
        RowTyped(
            called=f"{row.role} {row.part}".strip(),
            count=str(row.count),
            width=_mm(row.width),
            height=_mm(row.height),
            corner=_mm(row.corner),
            across=_mm(row.cut_out.across if row.cut_out else None),
            up=_mm(row.cut_out.up if row.cut_out else None),
            radius=_mm(row.radius),
            folded=row.folded,
        )
        for row in cut_list.rows
    ]
    straps = [
        RowTyped(called="strap", count=str(s.count), width=_mm(s.length), height=_mm(s.width))
        for s in cut_list.straps
    ]
    return [*rows, *straps]


def _again(spec: dict[str, Any], rows: list[RowTyped] | None = None) -> tuple[Draft, Begun]:
    """Return a bag, and what its pieces make put together as it is, its sizes forgotten."""
    given = Spec.model_validate(spec)
    made = drafted(given)
    # a list tells corners from the stitched point, however they were measured
    base = {key: value for key, value in given.base.items() if key not in ("corner_by", "corner")}
    forgotten = given.model_copy(update={"size": {}, "base": base})
    return made, put_together(rows or _typed(made.cut_list), forgotten, "mm", (), {})


def _named(spec: dict[str, Any]) -> bool:
    """Whether the pieces of a bag tell all of it: bottoms and facings lie under one row of their panel."""
    return spec.get("base", {}).get("kind") != "traced"


@settings(suppress_health_check=SLOW)
@given(totes())
def test_the_pieces_of_any_bag_make_it_again(spec: dict[str, Any]) -> None:
    """Typed row by row and put together as it is: the same sizes, and nothing said of any piece of it."""
    made = drafted(Spec.model_validate(spec))
    if not _named(spec) or made.read.findings or any(f.total <= 0 for f in made.read.sizes.values()):
        return
    if any(
        not 0 < row.height <= row.width for row in made.cut_list.rows if row.role in ("zip", "band", "tab")
    ):
        return
    _, begun = _again(spec)
    assert not begun.read.problems, begun.read.problems
    assert begun.told is not None
    for key, summed in made.read.sizes.items():
        assert begun.told.read.sizes[key].total == pytest.approx(summed.total, abs=0.01), key
    before = {(row.role, row.part) for row in made.cut_list.rows}
    assert {(row.role, row.part) for row in begun.told.cut_list.rows} == before
    assert len(begun.told.cut_list.straps) == len(made.cut_list.straps)


TOTE: dict[str, Any] = {
    "unit": "cm",
    "size": {"width": 340, "height": 280, "depth": 120},
    "seams": {"kind": "plain"},
}


GUSSET: dict[str, Any] = {**TOTE, "base": {"kind": "gusset"}}
FLAT: dict[str, Any] = {**TOTE, "base": {"kind": "seamed"}, "size": {"width": 340, "height": 280}}


def _row(made: Draft, role: str, part: str = "") -> CutRow:
    return next(row for row in made.cut_list.rows if (row.role, row.part) == (role, part))


#: a bag, one of its pieces, the side that is cut wrongly by so many mm, and what is then said of it
WRONG = {
    "lining too narrow": (TOTE, "lining", "width", -6, "lining-panel-width"),
    "lining too high": (TOTE, "lining", "height", 8, "lining-panel-height"),
    "interfacing too wide": (TOTE, "interfacing", "width", 12, "interfacing-panel-width"),
    "gusset too short": (
        {**TOTE, "base": {"kind": "gusset"}},
        "outer gusset",
        "width",
        -30,
        "outer-gusset-length",
    ),
    "gusset too narrow": (
        {**TOTE, "base": {"kind": "gusset"}},
        "lining gusset",
        "height",
        -8,
        "lining-gusset-width",
    ),
    "tube too wide": (
        {"unit": "cm", "size": {"diameter": 180, "height": 300}, "base": {"kind": "circle"}},
        "outer",
        "width",
        20,
        "outer-panel-width",
    ),
    "lining disc too large": (
        {"unit": "cm", "size": {"diameter": 180, "height": 300}, "base": {"kind": "circle"}},
        "lining base",
        "width",
        10,
        "lining-base-width",
    ),
    "band too short": (
        {"unit": "cm", "preset": "sack", "base": {"kind": "seamed"}, "top": {"kind": "bands"}},
        "band band",
        "width",
        -25,
        "band-band-length",
    ),
    "cord too short": (
        {"unit": "cm", "preset": "sack", "base": {"kind": "seamed"}, "top": {"kind": "casing"}},
        "cord",
        "width",
        -200,
        "cord-panel-length",
    ),
    "zip too short": (
        {"unit": "cm", "preset": "pouch", "base": {"kind": "seamed"}, "top": {"kind": "zip"}},
        "zip",
        "width",
        -40,
        "zip-panel-length",
    ),
}


@pytest.mark.parametrize("case", WRONG)
def test_a_piece_that_is_off_is_named_with_the_amount(case: str) -> None:
    """By its row, as it is and as its bag needs it, with no word about the others of its kind."""
    spec, called, side, by, key = WRONG[case]
    made = drafted(Spec.model_validate(spec))
    rows = _typed(made.cut_list)
    at = next(n for n, row in enumerate(rows) if row.called == called)
    have = float(getattr(rows[at], side).split()[0]) + by
    rows[at] = rows[at].model_copy(update={side: _mm(have)})
    if called.endswith("base"):
        rows[at] = rows[at].model_copy(update={"height": _mm(have)})
    _, begun = _again(spec, rows)
    said = [v.finding for v in begun.verdicts if v.at == at]
    assert key in [f.key for f in said], begun.verdicts
    found = next(f for f in said if f.key == key)
    numbers = dict(found.numbers)
    assert numbers["it is"] == pytest.approx(have, abs=0.01)
    assert numbers["it is"] - numbers["its bag needs"] == pytest.approx(by, abs=1.01)
    assert (
        f"{abs(numbers['it is'] - numbers['its bag needs']) / numbers['its bag needs'] * 100:.1f} %"
        in found.why
    )


def test_the_seams_sewn_as_a_verdict_says_make_the_lining_fit() -> None:
    """“Sew its seams deeper, each edge by the last number”: then it is as wide as the outer."""
    made = drafted(Spec.model_validate(FLAT))
    rows = _typed(made.cut_list)
    at = next(n for n, row in enumerate(rows) if row.called == "lining")
    wide = _row(made, "lining").width + 10
    rows[at] = rows[at].model_copy(update={"width": _mm(wide)})
    _, begun = _again(FLAT, rows)
    each = dict(next(v.finding for v in begun.verdicts if v.at == at).numbers)["each edge"]
    side = made.cut_list.allowances["side"]
    assert wide - 2 * (side + each) == pytest.approx(_row(made, "outer").width - 2 * side)


@pytest.mark.parametrize("few", [1, 3])
def test_counts_that_do_not_fit_are_told(few: int) -> None:
    """One panel on a base of two is a stop; a third one stays beside it."""
    made = drafted(Spec.model_validate(TOTE))
    rows = [
        row.model_copy(update={"count": str(few)}) if row.called == "outer" else row
        for row in _typed(made.cut_list)
    ]
    _, begun = _again(TOTE, rows)
    found = next(v.finding for v in begun.verdicts if v.finding.key == "outer-count")
    assert found.level == ("stop" if few < 2 else "note")
    # round the tube it makes, less both edges of its one seam, and that laid flat
    side, wide = made.cut_list.allowances["side"], _row(made, "outer").width
    assert dict(found.numbers) == ({"wrapped round": pytest.approx((wide - 2 * side) / 2)} if few < 2 else {})
    assert begun.made is not None


def test_a_role_of_the_makers_own_is_kept_beside_the_bag() -> None:
    """A wing changes nothing of the bag and is asked about."""
    made = drafted(Spec.model_validate(TOTE))
    wing = RowTyped(called="wing", count="2", width="240 mm", height="100 mm")
    _, begun = _again(TOTE, [*_typed(made.cut_list), wing])
    assert [row.called for row in begun.read.beside] == ["wing"]
    assert begun.told is not None
    assert begun.told.read.mm("width") == pytest.approx(340)


def test_a_number_that_nobody_told_is_asked_for_and_shows_what_stays_possible() -> None:
    """Two panels and no more: seams, turn and hem are missing, each with the bag that its value makes."""
    rows = [RowTyped(called="outer", count="2", width="420 mm", height="405 mm")]
    begun = put_together(rows, None, "cm", (), {})
    asked = {one.path: one for one in begun.missing}
    assert set(asked) == {"allowances.general", "top.turn", "top.hem"}
    for possible in asked["allowances.general"].possible:
        assert possible.sizes["width"] == pytest.approx(420 - 2 * possible.value)
    for possible in asked["top.hem"].possible:
        assert possible.sizes["height"] == pytest.approx(405 - 10 - 10 - possible.value)
    told = put_together(rows, None, "cm", (), {"allowances.general": "1 cm"})
    assert "allowances.general" not in {one.path for one in told.missing}


def test_a_corner_that_no_row_tells_is_asked_for() -> None:
    """Of a boxed bag: what each corner would make of it."""
    rows = [RowTyped(called="outer", count="2", width="420 mm", height="405 mm")]
    spec = Spec.model_validate(
        {"unit": "cm", "base": {"kind": "boxed_pinched"}, "top": {"kind": "turned_through"}}
    )
    begun = put_together(rows, spec, "cm", (), {})
    corner = next(one for one in begun.missing if one.path == "corner")
    for possible in corner.possible:
        assert possible.sizes["depth"] == pytest.approx(2 * possible.value)
        assert possible.sizes["width"] == pytest.approx(400 - 2 * possible.value)


def test_a_corner_told_from_the_tip_is_pinched_less_deep() -> None:
    """5 cm from the tip of the cloth, with seams of 1: 4 from the stitched point, 8 deep."""
    rows = [RowTyped(called="outer", count="2", width="480 mm", height="440 mm", corner="50 mm")]
    said = {"allowances.general": "1 cm", "base.corner_by": "tip"}
    begun = put_together(rows, None, "cm", (), said)
    assert begun.told is not None
    assert begun.told.read.mm("depth") == pytest.approx(80)
    line = put_together(rows, None, "cm", (), {**said, "base.corner_by": "line"})
    assert line.told is not None
    assert line.told.read.mm("depth") == pytest.approx(50)


def test_a_tube_without_its_disc_is_closed_by_one() -> None:
    """As wide as goes round: the disc is told as it is cut, and makes the same bag again."""
    rows = [RowTyped(called="outer", count="1", width="585.487 mm", height="320 mm")]
    spec = Spec.model_validate({"unit": "mm", "base": {"kind": "circle"}, "top": {"kind": "double_hem"}})
    begun = put_together(rows, spec, "mm", (), {})
    assert begun.told is not None
    assert begun.told.read.mm("diameter") == pytest.approx(180, abs=0.01)
    (found,) = [f for f in begun.findings if f.key == "base-worked-out"]
    assert dict(found.numbers)["across, as cut"] == pytest.approx(200, abs=0.01)


def test_pieces_with_a_stop_still_show_their_sizes() -> None:
    """A lining disc that does not fit stands beside the sizes of the bag, and is told from the outer's."""
    spec = {"unit": "cm", "size": {"diameter": 180, "height": 300}, "base": {"kind": "circle"}}
    made = drafted(Spec.model_validate(spec))
    rows = [
        row.model_copy(update={"width": "260 mm", "height": "260 mm"}) if row.called == "lining base" else row
        for row in _typed(made.cut_list)
    ]
    _, begun = _again(spec, rows)
    assert any(f.level == "stop" and f.why.startswith("Of the lining") for f in begun.findings)
    assert begun.told is not None
    assert begun.told.read.mm("diameter") == pytest.approx(180, abs=1)
    assert begun.made is not None


def _guessed(pieces: str) -> Spec:
    rows = []
    for piece in pieces.split(","):
        called, size = piece.split(":")
        width, height = size.split("x")
        rows.append(RowTyped(called=called, count="2", width=f"{width} mm", height=f"{height} mm"))
    return put_together(rows, None, "mm", (), {}).construction


@pytest.mark.parametrize(
    ("pieces", "top"),
    [
        ("outer:360x380", "double_hem"),
        ("outer:360x380,lining:360x380", "turned_through"),
        ("outer:360x380,binding:800x40", "bound_unlined"),
        ("outer:360x380,lining:360x380,binding:800x40", "bound"),
    ],
)
def test_the_top_is_guessed_from_what_they_are(pieces: str, top: str) -> None:
    """A strip of binding goes round a mouth, of one layer or of two."""
    assert _guessed(pieces).top["kind"] == top


GUESSED = [
    ("outer gusset:1046x140,outer:360x380", "gusset"),
    ("outer base:200x200,outer:585x380", "circle"),
    ("outer base:200x120,outer:494x380", "stadium"),
    ("outer side:140x380,outer:360x440", "side_panels"),
    ("outer:360x380", "seamed"),
]


@pytest.mark.parametrize(("pieces", "base"), GUESSED)
def test_how_pieces_go_together_is_guessed_from_what_they_are(pieces: str, base: str) -> None:
    """A strip is a gusset, a disc a base of its own; it is a beginning, and the maker changes it."""
    assert _guessed(pieces).base["kind"] == base


def test_a_row_is_one_place_in_the_table() -> None:
    """Whatever is read of it stays at it, though rows above are empty."""
    rows = [RowTyped(), RowTyped(called="outer", count="2", width="42", height="40"), RowTyped()]
    begun = put_together(rows, None, "cm", (), {})
    assert [row.at for row in begun.read.rows] == [1]
    assert isinstance(begun.read.rows[0], PieceRow)
    assert replace(begun.read.rows[0], at=0).width == 420
