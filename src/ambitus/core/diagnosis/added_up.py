"""Misreadings in the adding up: the bag was sewn as its list says, and its size was told wrongly."""

import math
from collections.abc import Iterator, Mapping

from ambitus.core.diagnosis.model import DUST, Claims, Misreading, Trade
from ambitus.core.read.cutlist import CutList, CutRow, ReadBag
from ambitus.core.sums import Term

#: terms of a sum that are another size of the bag: what they say, by the first words of their label
_OTHER_SIZE = ("depth", "half the depth", "height")
#: what lies under the lower row of a casing, by the tops that have it
_FOLDED = ("heading", "channel", "edge")


def _seam(term: Term) -> str:
    """
    Return which seam a term of a sum counts, or nothing where it counts none.

    >>> _seam(Term("Side seams", -20.0, "")), _seam(Term("Panel width", 420.0, ""))
    ('side', '')
    """
    label = term.label.lower()
    if label in _OTHER_SIZE or not (label.endswith(("seam", "seams")) or label == "top edge"):
        return ""
    return label.removesuffix("s").removesuffix("seam").removesuffix("edge").strip()


def _bent(
    id: str, about: str, key: str, mm: float, *, value: float | None = None, free: bool = False
) -> Misreading:
    """Return the misreading that makes the size *key* more by *mm*."""
    return Misreading(id, f"{about}/{key}" if about else key, value, free=free, bends=lambda *_: {key: mm})


def _set(id: str, about: str, to: Mapping[str, float], read: Mapping[str, float]) -> Misreading:
    """Return the misreading that tells other numbers for some sizes."""
    by = {key: mm - read[key] for key, mm in to.items()}
    return Misreading(id, about, bends=lambda *_: by, sets=frozenset(to))


def _terms(claims: Claims, read: ReadBag) -> Iterator[Misreading]:
    """Yield each seam that was left out of one size, or taken off once for both its edges."""
    for key in claims.measures:
        for term in read.sizes[key].terms if key in read.sizes else ():
            seam = _seam(term)
            if not seam or not term.mm:
                continue
            yield _bent("left-out", seam, key, -term.mm, value=abs(term.mm) / term.times)
            if term.times == 2:
                yield _bent("counted-once", seam, key, -term.mm / 2, value=abs(term.mm) / 2)


def _no_seams(claims: Claims, read: ReadBag) -> Iterator[Misreading]:
    """Yield every seam left out of every size that is claimed, with the top edge and without."""
    for about, edges in (("every seam", ("top",)), ("every seam and edge", ())):
        by: dict[str, float] = {}
        for key in claims.measures:
            for term in read.sizes[key].terms if key in read.sizes else ():
                if _seam(term) and _seam(term) not in edges:
                    by[key] = by.get(key, 0.0) - term.mm
        if sum(abs(mm) > DUST for mm in by.values()) > 1:
            yield Misreading("left-out", about, bends=lambda *_, by=by: by)


def _panels(cut_list: CutList, read: ReadBag) -> dict[str, float]:
    """Return the cut size that each finished size is told as when the table's numbers are passed on."""
    rows = {row.part: row for row in reversed(cut_list.rows) if row.role == "outer"}
    main, out = rows.get(""), {}
    base, strip, side = rows.get("base"), rows.get("gusset"), rows.get("side")
    if main is None:
        return {}
    if base is not None:
        out = {"diameter": base.width, "length": base.width, "breadth": base.height, "height": main.height}
    else:
        out = {"width": main.width, "length": main.width, "breadth": main.height, "height": _high(main)}
        between = strip.height if strip else side.width if side else None
        corner = main.cut_out.across if main.cut_out else main.corner
        high = "height" if "breadth" in read.sizes else "depth"
        if between is not None or corner is not None:
            out[high] = between if between is not None else 2 * (corner or 0.0)
    return {key: mm for key, mm in out.items() if key in read.sizes}


def _high(main: CutRow) -> float:
    return main.height / 2 if main.folded else main.height


def _as_cut(
    cut_list: CutList, claims: Claims, sizes: Mapping[str, float], read: ReadBag
) -> Iterator[Misreading]:
    """Yield cut sizes that are told as the bag's: all of them, or one."""
    cut = {key: mm for key, mm in _panels(cut_list, read).items() if key in claims.measures}
    if len(cut) > 1:
        yield _set("told-as-cut", "all", cut, sizes)
    panel = {key: mm for key, mm in cut.items() if key in ("width", "height", "diameter", "length")}
    if 1 < len(panel) < len(cut):
        yield _set("told-as-cut", "panel", panel, sizes)
    for key, mm in cut.items():
        yield _set("told-as-cut", key, {key: mm}, sizes)


def _other_sizes(claims: Claims, read: ReadBag) -> Iterator[Misreading]:
    """Yield sizes of which another size of the bag was not taken off, or half of it for the whole."""
    for key in claims.measures:
        summed = read.sizes.get(key)
        for term in summed.terms if summed else ():
            label = term.label.lower()
            if label == "half the depth":
                yield _bent("under-counted", "left in", key, -term.mm)
                yield _bent("under-counted", "whole", key, term.mm)
            elif label in _OTHER_SIZE:
                yield _bent("flat-for-face", "", key, -term.mm)
    opening, face = read.sizes.get("flat_opening"), read.sizes.get("width")
    if opening and face and "width" in claims.measures and not any(t.label == "Depth" for t in face.terms):
        yield _bent("flat-for-face", "", "width", opening.total - face.total)


def _counted_out(
    cut_list: CutList, claims: Claims, read: ReadBag, sizes: Mapping[str, float]
) -> Iterator[Misreading]:
    """Yield heights that are told to less than the top edge: to a casing, a heading, a hem, the contents."""
    told = cut_list.allowances
    # the size that ends at the top edge: of a box pouch that is its breadth
    high = next((key for key, s in read.sizes.items() if any(t.label == "Top edge" for t in s.terms)), "")
    if high not in claims.measures:
        return
    for name in ("heading", "hem", "band"):
        if told.get(name):
            yield _bent("counted-out", name, high, -told[name], value=told[name])
    casing = sum(told.get(name, 0.0) for name in _FOLDED)
    if "channel" in told and "edge" in told:
        yield _bent("counted-out", "casing", high, -casing, value=casing)
    if "cord_thick" in told:
        above = casing - told["edge"] if "edge" in told else told.get("band", 0.0)
        for how, closing in _closings(sizes):
            yield _bent("counted-out", f"closing {how}", high, -(closing + above), value=closing)
    if "tape" in told and "zip" in told:
        shows = told["tape"] - 2 * told["zip"]
        yield _bent("gap-left-out", "", high, -shows / 2, value=shows)


def _closings(sizes: Mapping[str, float]) -> Iterator[tuple[str, float]]:
    """Yield how much of a sack closes over what it holds: soft, and firm."""
    if "diameter" in sizes:
        yield "round", sizes["diameter"] / 2
    elif sizes.get("depth") and "width" in sizes:
        yield "soft", min(sizes["width"], sizes["depth"]) / 2
        yield "firm", math.hypot(sizes["width"], sizes["depth"]) / 2


def _by_the_tube(cut_list: CutList, claims: Claims, sizes: Mapping[str, float]) -> Iterator[Misreading]:
    """Yield diameters that are told from the way round the tube as it was cut: its seam forgotten."""
    tube = cut_list.outer
    if tube is not None and "diameter" in claims.measures and "diameter" in sizes:
        around = tube.count * tube.width
        yield _set("from-tube", "diameter", {"diameter": around / math.pi}, sizes)


def _numbers(claims: Claims, sizes: Mapping[str, float], trade: Trade) -> Iterator[Misreading]:
    """Yield numbers that were told wrongly: rounded pairs, figures that changed places, whole units."""
    told = {key: sizes[key] for key in claims.measures if key in sizes}
    for about, ratio in (("25 for 25.4", 25 / 25.4), ("25.4 for 25", 25.4 / 25)):
        yield _set("rounded-pair", about, {key: mm * ratio for key, mm in told.items()}, sizes)
    for key, mm in told.items():
        per = {"mm": 1.0, "cm": 10.0, "in": 25.4}[claims.unit]
        for swapped in _swapped(mm / per, claims.step / per):
            yield _set("digits-swapped", key, {key: swapped * per}, sizes)
        for whole in trade.whole:
            for by in (whole, -whole):
                if mm + by > 0:
                    yield _bent("mistyped", f"{by / per:+g}", key, by, value=by, free=True)


def _swapped(number: float, step: float) -> Iterator[float]:
    """
    Yield the numbers that *number* becomes when two figures beside each other change places.

    >>> [round(n, 3) for n in _swapped(34.5, 0.1)]
    [43.5, 35.4]
    """
    whole = math.floor(number + step / 2)
    fine = abs(step - 0.1) < 1e-6
    digits = str(round(number * 10)) if fine else str(whole)
    rest = 0.0 if fine else number - whole
    for at in range(len(digits) - 1):
        other = digits[:at] + digits[at + 1] + digits[at] + digits[at + 2 :]
        if other != digits and other[0] != "0":
            yield int(other) / (10 if fine else 1) + rest


def _covers(cut_list: CutList, claims: Claims, trade: Trade) -> Iterator[Misreading]:
    """Yield heights and lengths that a bound edge makes less: it turns out over its binding."""
    if cut_list.top != "raw_edge" or "height" not in claims.measures:
        return
    for seam in trade.allowances:
        if seam <= 15:
            cover = seam + trade.slivers[min(2, len(trade.slivers) - 1)]
            yield _bent("cover", "binding", "height", -cover, value=cover, free=True)


def _straps(cut_list: CutList, claims: Claims, sizes: Mapping[str, float]) -> Iterator[Misreading]:
    """Yield straps told by what was cut of them, and drops told as half a strap."""
    if not cut_list.straps:
        return
    strap = cut_list.straps[0]
    if "strap" in claims.measures and "strap" in sizes:
        yield _set("tails-left-out", "strap", {"strap": strap.length}, sizes)
        yield _set("tails-left-out", "one end", {"strap": (strap.length + sizes["strap"]) / 2}, sizes)
    if "drop" in claims.measures and "strap" in sizes and "drop" in sizes:
        yield _set("drop-halved", "drop", {"drop": sizes["strap"] / 2}, sizes)


def added_up(
    cut_list: CutList, claims: Claims, read: ReadBag, sizes: Mapping[str, float], trade: Trade
) -> Iterator[Misreading]:
    """Yield every way in which the sizes of a bag could have been added up wrongly."""
    yield from _terms(claims, read)
    yield from _no_seams(claims, read)
    yield from _as_cut(cut_list, claims, sizes, read)
    yield from _other_sizes(claims, read)
    yield from _counted_out(cut_list, claims, read, sizes)
    yield from _by_the_tube(cut_list, claims, sizes)
    yield from _covers(cut_list, claims, trade)
    yield from _straps(cut_list, claims, sizes)
    yield from _numbers(claims, sizes, trade)
