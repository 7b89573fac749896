"""The cut list as CSV: what goes out comes in again, and what is wrong is told line by line."""

import json
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ambitus.core.draft import readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.problems import SpecProblems
from ambitus.core.read.back import read_back
from ambitus.core.shown.sheet import sheet
from ambitus.desk.drafting import drafted as drafted_spec
from ambitus.desk.drafting import spec_from_cuts
from ambitus.files.cut_list_csv import cut_list_csv, cut_list_from_csv
from ambitus.files.incoming import cut_list_from
from bags import drafted, tote, totes
from conftest import examples

BY_HAND = """base,boxed
top,turned_through
allowance side,1
allowance base,1
allowance corner,1
allowance top,1

role,count,width,height,across,up
outer,2,48,36,6,6

strap,count,length,width,make,attach,gap,hold,past
1,2,65.5,11.2,four_fold,in_seam,13,6,2.5
"""


@settings(max_examples=examples(80), deadline=None)
@given(totes(), st.sampled_from(["mm", "cm", "in"]))
def test_what_goes_out_comes_in_again(spec: dict[str, Any], unit: Any) -> None:
    """Whatever the bag and the unit of the file: the same list, within what its figures can say."""
    made = drafted(spec)
    again = cut_list_from_csv(cut_list_csv(sheet(made, unit), made.cut_list))
    was, now = read_back(made.cut_list, readers(GRAMMAR)), read_back(again, readers(GRAMMAR))
    assert {k: now.mm(k) for k in now.sizes} == pytest.approx({k: was.mm(k) for k in was.sizes}, abs=0.03)
    assert [s.visible for s in now.straps] == pytest.approx([s.visible for s in was.straps], abs=0.03)
    for one, other in zip(again.extras, made.cut_list.extras, strict=True):
        assert (one.kind, one.choices) == (other.kind, other.choices)
        assert one.measures == pytest.approx(other.measures, abs=0.03)
    sizes = [[x.sizes for x in read.extras] for read in (now, was)]
    assert sizes[0] == [pytest.approx(x, abs=0.03) for x in sizes[1]]
    loose = {"rows", "straps", "allowances", "lining_shorter", "lining_deeper", "extras"}
    assert again.model_dump(exclude=loose) == made.cut_list.model_dump(exclude=loose)


@settings(max_examples=examples(80), deadline=None)
@given(totes())
def test_a_plan_begun_from_a_cut_list_cuts_the_same(spec: dict[str, Any]) -> None:
    """From the pieces to the bag, and from the bag to the same pieces."""
    made = drafted({**spec, "interfacing": {"kind": "none"}}, rounded=False)
    # a fine grid is nobody's: what is left is what today's grid may move
    again = drafted_spec(spec_from_cuts(made.cut_list, "mm"))
    for was in made.pieces:
        now = next(p for p in again.pieces if p.key == was.key)
        # a zip to buy comes in steps, and what it opens with it
        for key in set(was.sums) - {"buy", "opens"}:
            assert now.size(key) == pytest.approx(was.size(key), abs=4.01)


def test_ends_that_are_sewn_plain_stay_plain() -> None:
    """A pleated pouch binds its ends unless they were sewn: a list that tells no kind of them means plain."""
    pouch = {"unit": "mm", "base": {"kind": "pleated"}, "top": {"kind": "zip", "turned": "gap"}, "carry": []}
    made = drafted({**pouch, "seams": {"side": "felled", "end": "plain"}})
    again = drafted_spec(spec_from_cuts(made.cut_list, "mm"))
    assert again.bag.kinds.seam("end").kind == "plain"
    assert again.piece("outer").size("width") == made.piece("outer").size("width")


def test_a_list_written_by_hand_is_read() -> None:
    """Bare numbers in the unit that was asked for; columns by name."""
    got = read_back(cut_list_from_csv(BY_HAND, "cm"), readers(GRAMMAR))
    assert {k: s.total for k, s in got.sizes.items()} == {
        "width": 340,
        "height": 280,
        "depth": 120,
        "flat_opening": 460,
    }
    assert got.straps[0].drop == pytest.approx(260.2, abs=0.1)


def test_a_unit_may_be_named_in_the_file_in_a_heading_or_in_a_cell() -> None:
    """All three say the same bag."""
    in_file = cut_list_from_csv("unit,cm\n" + BY_HAND)
    headed = BY_HAND.replace("width,height,across,up", "width (cm),height (cm),across (cm),up (cm)")
    headed = headed.replace("length,width,make", "length (cm),width (cm),make")
    headed = headed.replace("gap,hold,past", "gap (cm),hold (cm),past (cm)")
    for key in ("side", "base", "corner", "top"):
        headed = headed.replace(f"{key},1\n", f"{key},10 mm\n")
    assert cut_list_from_csv(headed) == in_file


def test_a_unit_that_is_not_named_is_asked_for() -> None:
    """Once, for the whole file, naming some of the places."""
    with pytest.raises(SpecProblems) as caught:
        cut_list_from_csv(BY_HAND)
    (problem,) = caught.value.problems
    assert (problem.code, problem.field) == ("no-unit", "unit")
    assert "line 9, width" in problem.why or "allowances.side" in problem.why
    assert "mm, cm or in" in problem.fix


@pytest.mark.parametrize(
    ("change", "code", "place"),
    [
        (("boxed\n", "boxed\nshade,red\n"), "unknown-field", "line 2"),
        (("across,up", "across,sideways"), "unknown-field", "line 9, sideways"),
        ((",48,", ",wide cm,"), "not-a-length", "line 9, width"),
        (("outer,2", "outer,two"), "not-valid", "rows.0.count"),
        (("base,boxed\n", ""), "missing", "base"),
    ],
)
def test_what_is_wrong_is_told_with_its_line(change: tuple[str, str], code: str, place: str) -> None:
    """Unknown settings and columns, lengths that are none, counts that are none, what is missing."""
    with pytest.raises(SpecProblems) as caught:
        cut_list_from_csv(BY_HAND.replace(*change), "cm")
    assert (code, place) in {(p.code, p.field) for p in caught.value.problems}
    assert all(p.why and p.fix for p in caught.value.problems)


def test_semicolons_a_byte_order_mark_and_decimal_commas_are_read() -> None:
    """As a spreadsheet in many countries writes it."""
    text = BY_HAND.replace(",", ";").replace("65.5", "65,5").replace("11.2", "11,2").replace("2.5", "2,5")
    assert cut_list_from_csv("\ufeff" + text, "cm") == cut_list_from_csv(BY_HAND, "cm")


def test_a_newer_list_is_refused_by_name() -> None:
    """As CSV and as JSON: which version it met, and which it reads."""
    for text in ("cut list,9\n" + BY_HAND, '{"version": 9}'):
        with pytest.raises(SpecProblems) as caught:
            cut_list_from(text, "cm")
        assert caught.value.problems[0].code == "newer"
        assert "version 9" in caught.value.problems[0].why


def test_no_cell_is_read_as_a_formula() -> None:
    """Names and marks that begin like one are written as text."""
    made = drafted(tote())
    text = cut_list_csv(sheet(made, "cm"), made.cut_list)
    cells = [c for line in text.splitlines() for c in line.split(",")]
    assert not [c for c in cells if c.startswith(("=", "+", "@"))]


def test_what_is_not_known_is_left_out_only_when_asked() -> None:
    """As CSV and as JSON: the rest of the list is kept."""
    odd = BY_HAND.replace("boxed\n", "boxed\nshade,red\n").replace("across,up\n", "across,up,colour\n")
    odd = odd.replace(",6,6\n", ",6,6,green\n")
    assert cut_list_from(odd, "cm", keep_right=True) == cut_list_from_csv(BY_HAND, "cm")
    data = cut_list_from_csv(BY_HAND, "cm").model_dump()
    data["rows"][0]["colour"] = "green"
    with pytest.raises(SpecProblems) as caught:
        cut_list_from(json.dumps(data))
    assert [p.field for p in caught.value.problems] == ["rows.0.colour"]
    assert cut_list_from(json.dumps(data), keep_right=True) == cut_list_from_csv(BY_HAND, "cm")
