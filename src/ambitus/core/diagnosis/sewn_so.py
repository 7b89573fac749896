"""Misreadings in the making: the pieces were sewn otherwise than their list says."""

from collections.abc import Callable, Iterator, Mapping

from ambitus.core.diagnosis.model import Misreading, Trade
from ambitus.core.read.cutlist import CutList, CutRow

#: measures of a top edge that are turned, and those that a needle or a cord decides
_HEMS = ("turn", "hem", "heading", "channel", "edge", "band")
#: seams that a size counts at both its edges
_TWO_EDGES = frozenset({"side", "end", "gusset", "ring", "corner"})
#: numbers of a list that no size of the bag follows from
_NO_SIZE = frozenset({"teeth", "cord_thick", "tail", "first", "second", "trim", "sliver", "top_sliver"})


def _told(cut_list: CutList, changed: Mapping[str, float]) -> CutList:
    return cut_list.model_copy(update={"allowances": {**cut_list.allowances, **changed}})


def told(changed: Mapping[str, float]) -> Callable[[CutList], CutList]:
    """Return what makes a list tell other allowances or measures."""
    return lambda cut_list: _told(cut_list, changed)


def _rows(cut_list: CutList, change: Callable[[CutRow], CutRow]) -> CutList:
    return cut_list.model_copy(update={"rows": [change(row) for row in cut_list.rows]})


def corners(by: float | None = None, times: float = 1.0) -> Callable[[CutList], CutList]:
    """Return what makes every corner of a list larger *by* so much at both arms, and so many *times*."""
    more = by or 0.0

    def change(row: CutRow) -> CutRow:
        if row.cut_out is not None:
            out = row.cut_out
            arms = {"across": out.across * times + more, "up": out.up * times + more}
            return row.model_copy(update={"cut_out": out.model_copy(update=arms)})
        return row if row.corner is None else row.model_copy(update={"corner": row.corner * times + more})

    return lambda cut_list: _rows(cut_list, change)


def _pressed_otherwise(cut_list: CutList) -> CutList:
    """Return a list of a box as it is once its pieces are pressed the other way."""
    return _rows(
        cut_list,
        lambda row: row.model_copy(update={"zip_at_edge": not row.zip_at_edge}) if row.corner else row,
    )


def _beyond(cut_list: CutList) -> dict[str, float]:
    """Return what stands beyond the seam line at a pinched corner, by the seam it is read along."""
    told = cut_list.allowances
    seams = ("end",) if "end" in told else ("base", "side")
    out: dict[str, float] = {}
    for seam in seams:
        if seam in told:
            second = told.get("second") if cut_list.seams.get(seam) in ("french", "french_stitched") else None
            out[seam] = second if second is not None else told[seam]
    return out


def _corners(cut_list: CutList) -> Iterator[Misreading]:
    """Yield corners measured from the wrong point, line or edge."""
    main = cut_list.outer
    if main is None or (main.corner is None and main.cut_out is None):
        return
    at = cut_list.allowances
    if main.corner is not None and cut_list.base in ("boxed_pinched", "box_pouch"):
        for seam, beyond in _beyond(cut_list).items():
            yield Misreading("from-tip", seam, beyond, 0.0, cut=corners(-beyond))
            yield Misreading("from-tip", f"{seam} counted", beyond, 0.0, cut=corners(beyond))
        yield Misreading("line-for-half", "line", main.corner, cut=corners(times=0.5))
        yield Misreading("line-for-half", "half", main.corner * 2, cut=corners(times=2.0))
    if main.corner is not None and cut_list.base == "box_pouch":
        yield Misreading("pressed-otherwise", "over" if main.zip_at_edge else "edge", cut=_pressed_otherwise)
    if main.corner is not None and cut_list.base == "boxed_after" and "side" in at:
        square = main.corner - at["side"]
        yield Misreading("seam-square-raw", "raw edge", square, main.corner, cut=corners(-at["side"]))
    if main.cut_out is not None and "base" in at:
        by = at.get("side", at.get("end", 0.0))
        yield Misreading("seam-square-raw", "seam line", main.cut_out.across + by, cut=corners(by))


def _allowances(cut_list: CutList, trade: Trade) -> Iterator[Misreading]:
    """Yield seams and hems that were sewn at another width, or not at all, wherever they count."""
    at = cut_list.allowances
    seams = [key for key, mm in at.items() if key not in (*_HEMS, *_NO_SIZE, "tape") and mm > 0]
    for key in seams:
        yield Misreading("left-out-all", key, 0.0, at[key], cut=told({key: 0.0}))
        if key in _TWO_EDGES:
            half = at[key] / 2
            yield Misreading("counted-once-all", key, half, at[key], cut=told({key: half}))
        for mm in trade.allowances:
            if abs(mm - at[key]) > 0.3:
                yield Misreading("sewn-at", key, mm, at[key], free=True, cut=told({key: mm}))
        if cut_list.seams.get(key) in ("french", "french_stitched"):
            for row in ("first", "second"):
                if row in at:
                    yield Misreading(
                        "french-for-plain", f"{key} {row}", at[row], at[key], cut=told({key: at[row]})
                    )
    alike = [key for key in seams if abs(at[key] - at[seams[0]]) < 0.05] if seams else []
    if len(alike) > 1:
        for mm in trade.allowances:
            if abs(mm - at[alike[0]]) > 0.3:
                changed = dict.fromkeys(alike, mm)
                yield Misreading(
                    "all-sewn-at", "+".join(alike), mm, at[alike[0]], free=True, cut=told(changed)
                )
    for key in (name for name in _HEMS if at.get(name, 0.0) > 0):
        yield Misreading("left-out-all", key, 0.0, at[key], cut=told({key: 0.0}))
        for mm in trade.hems:
            if abs(mm - at[key]) > 0.3:
                yield Misreading("hem-at", key, mm, at[key], free=True, cut=told({key: mm}))


def _slivers(cut_list: CutList, trade: Trade) -> Iterator[Misreading]:
    """
    Yield what an overlocker's knife took of every edge and nobody counted, or was counted and not
    taken.
    """
    at = cut_list.allowances
    if at.get("sliver") or at.get("top_sliver"):
        none: dict[str, float] = {key: 0.0 for key in ("sliver", "top_sliver") if key in at}
        yield Misreading("sliver", "not taken", max(at.get(key, 0.0) for key in none), 0.0, cut=told(none))
        return
    seams = [key for key in at if key not in (*_HEMS, *_NO_SIZE, "tape", "top", "zip", "join")]
    top = [key for key in ("hem", "top") if key in at]
    for mm in trade.slivers:
        for about, edges in (("seams", seams), ("every edge", [*seams, *top] if top else [])):
            if edges:
                more = {key: at[key] + mm for key in edges}
                yield Misreading("sliver", about, mm, 0.0, free=True, cut=told(more))


def _tapes(cut_list: CutList, trade: Trade) -> Iterator[Misreading]:
    """Yield zips on a tape of another width."""
    tape = cut_list.allowances.get("tape")
    for mm in trade.tapes if tape is not None else ():
        if tape is not None and abs(mm - tape) > 0.3:
            yield Misreading("tape", "tape", mm, tape, free=True, cut=told({"tape": mm}))


def _mistyped(cut_list: CutList, trade: Trade) -> Iterator[Misreading]:
    """Yield corners whose number is a whole unit too large or too small."""
    main = cut_list.outer
    size = (main.cut_out.across if main.cut_out else main.corner) if main else None
    for whole in trade.whole if size else ():
        for by in (whole, -whole):
            if size and size + by > 0:
                value = size + by
                yield Misreading("corner-mistyped", f"{by:+.4g}", value, size, free=True, cut=corners(by))


def sewn_so(cut_list: CutList, trade: Trade) -> Iterator[Misreading]:
    """Yield every way in which the pieces could have been sewn otherwise than their list says."""
    yield from _allowances(cut_list, trade)
    yield from _corners(cut_list)
    yield from _slivers(cut_list, trade)
    yield from _tapes(cut_list, trade)
    yield from _mistyped(cut_list, trade)
