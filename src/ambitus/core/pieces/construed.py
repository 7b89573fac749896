"""
Rows of pieces and a construction, put together: the cut list, the bag that it makes, and the
plan of it.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from ambitus.core.draft import Draft
from ambitus.core.grammar.base.fields import CORNER_BY
from ambitus.core.grammar.seams.edges import stands_beyond
from ambitus.core.pieces.typed import PieceRow, of_role
from ambitus.core.read.begin import begun_from, put
from ambitus.core.read.cutlist import CutList, CutOut, CutRow, ReadBag, StrapRow
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolved import Resolved

Reading = Callable[[CutList], ReadBag]
#: bases whose panels have a corner that a row has to tell, and those that have it cut out
CORNERED = ("boxed_after", "boxed_pinched", "folded_in", "box_pouch", "pleated")
PINCHED = ("boxed_pinched", "box_pouch")
CUT_OUT = ("boxed", "box_pouch_cut")


@dataclass(frozen=True, slots=True)
class Construed:
    """
    Pieces put together. ``assumed`` are the numbers that no row tells and the bag needs, by where they
    belong, in mm. The spec has the sizes that were read.
    """

    cut_list: CutList
    read: ReadBag
    spec: Spec
    assumed: Mapping[str, float]


def _from_point(bag: Resolved, corner: float) -> float:
    """
    Return a corner as a cut list tells it, from the stitched point: what was measured from the tip of the
    cloth has what stands beyond the seam in it, and the line across is twice as long.
    """
    by = CORNER_BY.of(bag) if CORNER_BY in bag.values else "size"
    if by == "tip":
        seam = "end" if "end" in bag.classes else "base" if "base" in bag.classes else "side"
        return corner - stands_beyond(bag, seam)
    return corner / 2 if by == "line" else corner


def _corner_of(row: PieceRow, base: str, bag: Resolved) -> dict[str, Any]:
    """Return what a row tells of its corner, for a bag on *base*."""
    if base in CUT_OUT:
        across = row.across if row.across is not None else row.corner
        up = row.up if row.up is not None else across
        return {} if across is None or up is None else {"cut_out": CutOut(across=across, up=up)}
    if base in CORNERED:
        corner = row.corner if row.corner is not None else row.across
        if corner is not None and base in PINCHED:
            corner = _from_point(bag, corner)
        return {} if corner is None else {"corner": corner}
    return {}


def _cut_row(row: PieceRow, bag: Resolved, like: CutRow | None) -> CutRow:
    base = bag.kinds.base.kind
    body = not row.part and row.role in ("outer", "lining", "interfacing")
    told = _corner_of(row, base, bag) if body else {}
    if row.radius is not None:
        told["radius"] = row.radius
    return CutRow(
        role=row.role,
        part=row.part,
        count=row.count,
        width=row.width,
        height=row.height,
        folded=bool(like and like.folded) and body and row.count == 1,
        wrapped=bool(like and like.wrapped) and body and row.count == 1,
        zip_at_edge=bool(like and like.zip_at_edge) and body,
        **told,
    )


def _like_the_outer(rows: list[CutRow], assumed: CutRow, base: str) -> tuple[list[CutRow], dict[str, float]]:
    """
    Return the panels with a corner each, and what of it nobody told: the other layers are cornered like the
    outer, and the outer as *assumed*.
    """
    outer = next((r for r in rows if r.role == "outer" and not r.part), None)
    if outer is None or base not in (*CORNERED, *CUT_OUT):
        return rows, {}
    told = outer.cut_out if base in CUT_OUT else outer.corner
    corner = (
        {"cut_out": outer.cut_out or assumed.cut_out}
        if base in CUT_OUT
        else {"corner": told or assumed.corner}
    )

    def cornered(row: CutRow) -> CutRow:
        if row.part or row.role not in ("outer", "lining", "interfacing"):
            return row
        has = row.cut_out if base in CUT_OUT else row.corner
        return row if has is not None else row.model_copy(update=corner)

    missing: dict[str, float] = {}
    if told is None:
        size = assumed.cut_out.across if assumed.cut_out else assumed.corner
        missing["corner"] = size or 0.0
    return [cornered(row) for row in rows], missing


def _closing_discs(rows: Sequence[CutRow], like: CutList) -> list[CutRow]:
    """Return the discs that close tubes whose base nobody told of, as they are cut."""
    at, out = like.allowances, []
    for role in dict.fromkeys(row.role for row in rows if row.role in ("outer", "lining")):
        mine = [row for row in rows if row.role == role]
        if any(row.part == "base" for row in mine):
            continue
        around = sum(row.count * (row.width - 2 * at["side"]) for row in mine if not row.part)
        across = around / math.pi + 2 * at["ring"]
        if around > 0:
            out.append(CutRow(role=role, part="base", count=1, width=across, height=across))
    return out


def _straps(rows: Sequence[PieceRow], like: Sequence[StrapRow]) -> list[StrapRow]:
    """Return the straps as they were typed, made and attached *like* those of the construction."""
    straps = of_role(rows, "strap")
    return [
        like[min(at, len(like) - 1)].model_copy(
            update={"count": row.count, "length": row.width, "width": row.height}
        )
        for at, row in enumerate(straps)
        if like
    ]


def construed(
    rows: Sequence[PieceRow], made: Draft, spec: Spec, reading: Reading, names: Mapping[str, str]
) -> Construed:
    """
    Return *rows* put together as *spec* says, which *made* is drafted from at any size.

    *names* says which field a name among the allowances of a list is. Raises SpecProblems where the pieces
    make no bag: there is no outer.
    """
    like, base = made.cut_list, made.bag.kinds.base.kind
    main = like.outer
    cut_rows = [_cut_row(row, made.bag, main) for row in rows if row.role not in ("strap", "")]
    missing: dict[str, float] = {}
    if main is not None:
        cut_rows, missing = _like_the_outer(cut_rows, main, base)
    if base == "circle":
        cut_rows += _closing_discs(cut_rows, like)
    update = {"rows": cut_rows, "straps": _straps(rows, like.straps), "lining_shorter": 0.0}
    cut_list = like.model_copy(update=update)
    read = reading(cut_list)
    return Construed(cut_list, read, _plan(spec, cut_list, read, names), missing)


def _plan(spec: Spec, cut_list: CutList, read: ReadBag, names: Mapping[str, str]) -> Spec:
    """Return *spec* with the sizes, straps and other numbers that were read from its pieces."""
    if not read.sizes or any(summed.total <= 0 for summed in read.sizes.values()):
        return spec
    if cut_list.outer is None:
        return spec
    begun = begun_from(cut_list, read, names, spec.unit)
    data = spec.model_dump()
    data["size"] = begun["size"]
    own = list(data["carry"] or [])
    data["carry"] = [
        {**(own[min(at, len(own) - 1)] if own else {}), **strap} for at, strap in enumerate(begun["carry"])
    ]
    for path, value in read.more.items():
        put(data, path, value)
    return Spec.model_validate(data)
