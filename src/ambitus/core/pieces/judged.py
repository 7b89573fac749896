"""Every row held against the bag that the outer makes: what it should be, how much it is off, what helps."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.pieces.typed import PieceRow
from ambitus.core.read.cutlist import CutList, CutRow, Finding

#: layers whose cut size follows from their seams
_SEWN = ("outer", "lining")
#: layers of panels: their first number is how wide they are, of every other piece how long
_PANELS = (*_SEWN, "interfacing")
#: a seam is not sewn narrower than this, in mm
LEAST_SEAM = 6.0


@dataclass(frozen=True, slots=True)
class Verdict:
    """What is said of one row, by its place in the table."""

    at: int
    finding: Finding


def rows_of(cut_list: CutList) -> tuple[PieceRow, ...]:
    """Return the rows of a cut list, to be judged like those that are typed."""
    return tuple(
        PieceRow(at, row.role, row.role, row.part, row.count, row.width, row.height)
        for at, row in enumerate(cut_list.rows)
    )


def called(row: PieceRow) -> str:
    """Return what a row is called in what is said of it: ``lining base``."""
    return " ".join(dict.fromkeys(word for word in (row.role, row.part) if word))


def _edges(row: PieceRow, side: str, at: Mapping[str, float]) -> float | None:
    """Return the allowance of both edges that *side* of a piece ends at; None where they are of two kinds."""
    if row.role not in _SEWN:
        return None
    if row.part == "base":
        return at.get("ring")
    if row.part == "zip strip":
        return at.get("end") if side == "width" else None
    if row.part == "gusset":
        return at.get("gusset") if side == "width" else None
    return (
        next((at[key] for key in ("gusset", "side", "end") if key in at), None) if side == "width" else None
    )


def _off(row: PieceRow, side: str, have: float, need: float, edge: float | None) -> Finding:
    """Return what is said of a *side* that is *have* and should be *need*; *edge* is what its seams take."""
    apart, large = abs(have - need), have > need
    words = {"length": ("long", "short"), "width": ("wide", "narrow"), "height": ("high", "low")}[side]
    why = f"The {called(row)} is too {words[0 if large else 1]}, by {apart / need * 100:.1f} %."
    fix = f"Cut it to the second number{', or trim it' if large else ''}."
    numbers = [("it is", have), ("its bag needs", need)]
    each = apart / 2
    if edge is not None and (large or edge - each >= LEAST_SEAM):
        way = "deeper" if large else "narrower"
        fix = f"{fix[:-1]}; or sew its seams {way}, each edge by the last number."
        numbers.append(("each edge", each))
    key = f"{row.role}-{row.part or 'panel'}-{side}".replace(" ", "-")
    return Finding(key, "warn", why, fix, tuple(numbers))


def _counted(row: PieceRow, have: int, need: int, at: Mapping[str, float]) -> Finding:
    """
    Return what is said of a row of which there are not as many as the bag takes. One panel where there should
    be two can be wrapped round, with one side seam: how wide that lies is told.
    """
    name, one = called(row), have == 1
    there = f"{'is one piece' if one else f'are {have} pieces'}"
    why = f"There {there} of the {name}: put together so it takes {need}."
    if have < need:
        fix = f"Cut {need - have} more, or choose another way to put it together."
        if row.role == "outer" and not row.part and have == 1 and "side" in at:
            fix += " Wrapped round, with one side seam, it lies flat as wide as that number."
            wrapped = (("wrapped round", (row.width - 2 * at["side"]) / 2),)
            return Finding(f"{row.role}-count", "stop", why, fix, wrapped)
        return Finding(f"{row.role}-count", "stop", why, fix)
    return Finding(f"{row.role}-count", "note", why, "The others stay beside it.")


def _sizes(row: PieceRow, need: CutRow, at: Mapping[str, float], step: float) -> Iterator[Finding]:
    """Yield what is said of the two sides of a row that its bag *need*s otherwise."""
    strip = row.role not in _PANELS or row.part == "gusset"
    sides = ("length", "width") if strip else ("width", "height")
    for side, have, want in zip(sides, (row.width, row.height), (need.width, need.height), strict=True):
        if row.role == "interfacing" and have <= want + step:
            # it may lie further in: that is chosen
            continue
        if row.role == "cord" and side == "width":
            continue
        if side == "height" and row.part == "base" and (row.width, need.width) == (row.height, need.height):
            # a disc is as wide as it is high: that is said once
            continue
        if abs(have - want) > step * 1.01:
            yield _off(row, side, have, want, _edges(row, side, at))


def judged(rows: Sequence[PieceRow], cut_list: CutList, step: float) -> Iterator[Verdict]:
    """
    Yield what is said of each row of *rows*, held against *cut_list*: the pieces of the bag that was read,
    as Ambitus cuts them. A difference within a grid *step* is none.
    """
    needs: dict[tuple[str, str], list[CutRow]] = {}
    for need in cut_list.rows:
        needs.setdefault((need.role, need.part), []).append(need)
    counts = {key: sum(need.count for need in of_kind) for key, of_kind in needs.items()}
    for row in rows:
        key = (row.role, row.part)
        if row.role == "strap":
            if not cut_list.straps:
                yield Verdict(row.at, _not_in_it(row))
            continue
        if key not in needs:
            yield Verdict(row.at, _not_in_it(row))
            continue
        have = sum(r.count for r in rows if (r.role, r.part) == key)
        if have != counts[key]:
            yield Verdict(row.at, _counted(row, have, counts[key], cut_list.allowances))
        for found in _sizes(row, _nearest(row, needs[key]), cut_list.allowances, step):
            yield Verdict(row.at, found)


def _nearest(row: PieceRow, needs: Sequence[CutRow]) -> CutRow:
    """Return the piece that a row is: of two panels cut differently, for a lap, the one it is nearer to."""
    return min(needs, key=lambda need: abs(need.width - row.width) + abs(need.height - row.height))


def _not_in_it(row: PieceRow) -> Finding:
    why = f"Put together so the bag has no {called(row)}: it lies beside it."
    fix = "Choose a way to put it together that takes it, or leave it out."
    return Finding(f"no-{row.role}-here", "note", why, fix)
