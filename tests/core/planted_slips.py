"""
Bags with a slip planted in what was promised of them. The planter knows the rules of the trade by its own
arithmetic; it knows nothing of how a slip is looked for, and takes only the cut list from the draft.
"""

import math
import random
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from typing import Any

from ambitus.core.draft import Draft
from ambitus.core.problems import SpecProblems
from bags import LIDDED, drafted

INCH = 25.4
BOXED = ("boxed", "boxed_after", "boxed_pinched", "folded_in")
RING = ("circle", "stadium", "rectangle")
BASES = (*BOXED, "seamed", "folded", "rounded", "gusset", "side_panels", *RING, *LIDDED)
TOPS = ("turned_through", "double_hem", "overlocked_hem", "casing", "zip", "raw_edge")
#: what seams are sewn at when it is not what was planned, by unit
TRADE = {
    "cm": (5, 6, 7, 8, 9, 10, 12, 15, 20),
    "in": tuple(INCH * n / 8 for n in (1, 2, 3, 4, 5, 6, 8)),
}
HEMS = {"cm": (15, 20, 25, 30, 40, 50), "in": tuple(INCH * n for n in (0.5, 0.75, 1, 1.25, 1.5, 2))}
TAPES = {"cm": (24, 25, 30, 32, 35), "in": tuple(INCH * n for n in (1, 1.25, 1.5))}


@dataclass
class Bag:
    """A bag as it was asked for: its unit, sizes and allowances in mm, and the draft of it."""

    unit: str
    base: str
    top: str
    size: dict[str, float]
    at: dict[str, float]
    draft: Draft
    #: the closing, casing and other numbers of its top
    french: bool = False

    @property
    def step(self) -> float:
        """The grid that its sizes are told on."""
        return 1.0 if self.unit == "cm" else INCH / 8

    @property
    def eats(self) -> float:
        """What its top edge takes of a panel."""
        at = self.at
        return {
            "turned_through": at["top"],
            "double_hem": at["turn"] + at["hem"],
            "overlocked_hem": at["hem"],
            "raw_edge": 0.0,
            "casing": at["turn"] + self.casing,
            "zip": at["zip"] - self.gap / 2,
        }[self.top]

    @property
    def casing(self) -> float:
        return self.at["heading"] + self.at["channel"] + self.at["edge"]

    @property
    def gap(self) -> float:
        return self.at["tape"] - 2 * self.at["zip"]


@dataclass
class Slip:
    """
    What was promised of a bag, in mm by size, and the slip in it: its names, and the number it was
    made with.
    """

    said: dict[str, float]
    names: tuple[str, ...]
    value: float | None = None
    #: whether a number was told in place of another: then no other slip is in that number
    instead: bool = False
    also: tuple["Slip", ...] = field(default_factory=tuple)


def a_bag(chance: random.Random) -> Bag:
    """Return a bag of chance that can be drafted, on one of all bases and under one of all tops."""
    while True:
        unit = chance.choice(("cm", "in"))
        base = chance.choice(BASES)
        top = "zip" if base in LIDDED else chance.choice(TOPS)
        step = 5.0 if unit == "cm" else INCH / 4
        grain = 1.0 if unit == "cm" else INCH / 8

        def mm(low: float, high: float, step: float = step) -> float:
            return round(chance.uniform(low, high) / step) * step

        size = {"width": mm(200, 420), "height": mm(220, 420)}
        if base in (*BOXED, "gusset", "side_panels"):
            size["depth"] = mm(70, 150, 2 * step)
        if base == "circle":
            size = {"diameter": mm(120, 300), "height": mm(200, 400)}
        elif base in RING:
            size = {"length": mm(220, 320), "breadth": mm(100, 180), "height": mm(200, 400)}
        elif base in LIDDED:
            size = {"length": mm(150, 260), "breadth": mm(60, 110), "height": mm(50, 80, 2 * step)}
        seams = (6, 8, 10, 12, 15) if unit == "cm" else tuple(INCH * n / 8 for n in (2, 3, 4, 5))
        general = chance.choice(seams)
        classes = ("side", "base", "corner", "top", "ring", "gusset", "end")
        at = {key: general if chance.random() < 0.6 else chance.choice(seams) for key in classes}
        at |= {"turn": chance.choice((6, 10)) if unit == "cm" else INCH * 3 / 8}
        at |= {"hem": mm(20, 45), "heading": mm(0, 30), "channel": mm(14, 25, grain), "edge": 3 * grain}
        at |= {"tape": 28.0 if unit == "cm" else INCH * 9 / 8, "zip": 6.0 if unit == "cm" else INCH / 4}
        spec: dict[str, Any] = {"unit": unit, "size": size, "base": {"kind": base}, "top": {"kind": top}}
        spec["seams"] = {"kind": "plain"}
        needed = {"turned_through": ("top",), "zip": ("zip",)}.get(top, ())
        own = {
            "boxed": ("side", "base", "corner"),
            "boxed_after": ("side", "base", "corner"),
            "boxed_pinched": ("side", "base"),
            "folded_in": ("side", "base"),
            "seamed": ("side", "base"),
            "folded": ("side",),
            "rounded": ("side",),
            "gusset": ("gusset",),
            "side_panels": ("side", "base"),
            "box_pouch": ("end", "base"),
            "box_pouch_cut": ("end", "base", "corner"),
            "pleated": ("base",),
        }.get(base, ("side", "ring"))
        spec["allowances"] = {key: at[key] for key in (*own, *needed)}
        tops = {"double_hem": ("turn", "hem"), "overlocked_hem": ("hem",), "zip": ("tape",)}
        tops["casing"] = ("turn", "heading", "channel", "edge")
        spec["top"] |= {key: at[key] for key in tops.get(top, ())}
        at = {key: mm for key, mm in at.items() if key in (*own, *needed, "zip", "tape", *tops.get(top, ()))}
        for name in ("top", "turn", "hem", "heading", "channel", "edge"):
            at.setdefault(name, 0.0)
        try:
            made = drafted(spec)
        except SpecProblems:
            continue
        if made.cut_list.rows and not any(f.level == "stop" for f in made.read.findings):
            return Bag(unit, base, top, size, at, made)


Planted = Iterator[Slip]


def _more(bag: Bag, **by: float) -> dict[str, float]:
    return {key: mm + by.get(key, 0.0) for key, mm in bag.size.items()}


def _seam_forgotten(bag: Bag, chance: random.Random) -> Planted:
    """Two edges, and neither or one of them was thought of."""
    across = {
        "gusset": ("gusset", "width"),
        "box_pouch": ("end", "length"),
        "box_pouch_cut": ("end", "length"),
        "pleated": ("end", "length"),
    }
    seam, size = across.get(bag.base, ("side", "width"))
    if bag.base == "circle":
        seam, size = "ring", "diameter"
    elif bag.base in RING:
        seam, size = "ring", "length"
    if seam in bag.at:
        s = bag.at[seam]
        both = (f"left-out:{seam}", f"left-out:base/{size}")
        yield Slip(_more(bag, **{size: 2 * s}), both)
        yield Slip(_more(bag, **{size: s}), (f"counted-once:{seam}", f"counted-once:base/{size}"))
    if "base" in bag.at and bag.base != "folded":
        high = "breadth" if bag.base in LIDDED else "height"
        yield Slip(_more(bag, **{high: bag.at["base"]}), ("left-out:base", "left-out-all:base"))
    if bag.top in ("turned_through", "double_hem", "overlocked_hem"):
        yield Slip(_more(bag, height=bag.eats), ("left-out:top", "left-out-all:top"))


def _sewn_at(bag: Bag, chance: random.Random) -> Planted:
    """One seam, everywhere, at another guide line."""
    v = float(chance.choice(TRADE[bag.unit]))
    for seam in ("side", "base", "gusset", "ring", "end"):
        if seam not in bag.at or (seam == "base" and bag.base == "folded"):
            continue
        more = bag.at[seam] - v
        by = _physically(bag, seam, more)
        if by:
            yield Slip(_more(bag, **by), (f"sewn-at:{seam}", f"counted-once-all:{seam}"), v)


def _physically(bag: Bag, seam: str, more: float) -> dict[str, float]:
    """Return how the finished bag grows where each edge of a seam keeps *more* mm."""
    base = bag.base
    if seam == "side":
        if base == "boxed":
            return {"depth": 2 * more, "height": -more}
        if base == "side_panels":
            return {"width": 2 * more, "depth": 2 * more, "height": -more}
        if base == "rounded":
            return {"width": 2 * more, "height": more}
        return {} if base in RING else {"width": 2 * more}
    if seam == "base":
        return {"breadth" if base in LIDDED else "height": more}
    if seam == "gusset":
        return {"width": 2 * more, "depth": 2 * more, "height": more}
    if seam == "ring":
        both = {key: 2 * more for key in ("diameter", "length", "breadth") if key in bag.size}
        return {**both, "height": more}
    if base in ("box_pouch", "pleated"):
        return {"length": 2 * more}
    return {"height": 2 * more, "breadth": -2 * more}


def _told_of_another(bag: Bag, chance: random.Random) -> Planted:
    """The number is right, but it is another one's."""
    size, row = bag.size, bag.draft.cut_list.rows[0]
    if "depth" in size:
        yield Slip(_more(bag, width=size["depth"]), ("flat-for-face",))
    if bag.base in BOXED:
        yield Slip(_more(bag, height=size["depth"] / 2), ("under-counted",))
    if "width" in size:
        high = row.height / 2 if row.folded else row.height
        yield Slip({**size, "width": row.width, "height": high}, ("told-as-cut",), instead=True)
    if bag.base == "circle":
        disc = next(r for r in bag.draft.cut_list.rows if r.part == "base")
        yield Slip({**size, "diameter": disc.width}, ("told-as-cut", "left-out:base"), instead=True)
        yield Slip({**size, "diameter": row.count * row.width / math.pi}, ("from-tube",), instead=True)


def _corners(bag: Bag, chance: random.Random) -> Planted:
    """The corner was measured from somewhere else."""
    at, size = bag.at, bag.size
    pinch, box = bag.base == "boxed_pinched", bag.base == "box_pouch"
    if pinch or box:
        x = at["base"] if pinch else at["end"]
        high = "depth" if pinch else "height"
        yield Slip(_deeper(bag, -2 * x), ("from-tip",))
        yield Slip(_deeper(bag, 2 * x), ("from-tip",))
        yield Slip(_deeper(bag, -size[high] / 2), ("line-for-half",))
    if box:
        turned = {**size, "breadth": size["height"], "height": size["breadth"]}
        yield Slip(turned, ("pressed-otherwise",))
    if bag.base == "boxed_after":
        yield Slip(_deeper(bag, -2 * at["side"]), ("seam-square-raw",))


def _deeper(bag: Bag, by: float) -> dict[str, float]:
    if bag.base == "box_pouch":
        return _more(bag, height=by, length=-by, breadth=-by)
    return _more(bag, depth=by, width=-by, height=-by / 2)


def _tops(bag: Bag, chance: random.Random) -> Planted:
    """Something of the top edge was counted out, or turned otherwise."""
    at = bag.at
    if bag.top == "casing":
        yield Slip(_more(bag, height=-bag.casing), ("counted-out:casing",))
        if at["heading"]:
            yield Slip(_more(bag, height=-at["heading"]), ("counted-out:heading",))
        if bag.base == "circle":
            closing = bag.size["diameter"] / 2
            yield Slip(_more(bag, height=-closing - bag.casing + at["edge"]), ("counted-out:closing",))
    if bag.top in ("double_hem", "overlocked_hem"):
        v = float(chance.choice(HEMS[bag.unit]))
        yield Slip(_more(bag, height=at["hem"] - v), ("hem-at:hem",), v)
        yield Slip(_more(bag, height=-at["hem"]), ("counted-out:hem",))
    if bag.top == "zip":
        high = "breadth" if bag.base in LIDDED else "height"
        v = float(chance.choice(TAPES[bag.unit]))
        yield Slip(_more(bag, **{high: (v - at["tape"]) / 2}), ("tape",), v)
        yield Slip(_more(bag, **{high: -bag.gap / 2}), ("gap-left-out",))


def _numbers(bag: Bag, chance: random.Random) -> Planted:
    """The number itself was told wrongly."""
    yield Slip({key: mm * 25 / INCH for key, mm in bag.size.items()}, ("rounded-pair",), instead=True)
    key = chance.choice([k for k in bag.size if k != "depth"])
    unit = chance.choice((100.0, -100.0)) if bag.unit == "cm" else chance.choice((INCH, -INCH, 10 * INCH))
    if bag.size[key] + unit > 20:
        yield Slip(_more(bag, **{key: unit}), ("mistyped",), unit)
    per = 10.0 if bag.unit == "cm" else INCH
    whole = int(bag.size[key] / per + 1e-6)
    other = int(str(whole)[::-1])
    if 10 <= whole < 100 and other != whole and other >= 10:
        yield Slip(
            {**bag.size, key: bag.size[key] + (other - whole) * per}, ("digits-swapped",), instead=True
        )


def _knife(bag: Bag, chance: random.Random) -> Planted:
    """An overlocker took some of every edge that is seamed."""
    k = chance.choice((2.0, 3.0)) if bag.unit == "cm" else INCH / 8
    if bag.base == "seamed":
        yield Slip(_more(bag, width=-2 * k, height=-k), ("sliver",), k)
    elif bag.base in ("boxed", "boxed_after"):
        by = {"boxed": {"width": -2 * k}, "boxed_after": {"width": -4 * k, "depth": 2 * k, "height": -k}}
        less = by[bag.base] if bag.base == "boxed_after" else {"width": -2 * k}
        yield Slip(
            _more(bag, **{"height": -k, **less} if bag.base == "boxed" else _plus(less, height=-k)),
            ("sliver",),
            k,
        )


def _plus(by: dict[str, float], **more: float) -> dict[str, float]:
    return {key: by.get(key, 0.0) + more.get(key, 0.0) for key in {*by, *more}}


#: the slips by kind, each with how often it is met
KINDS: tuple[Callable[[Bag, random.Random], Planted], ...] = (
    _seam_forgotten,
    _sewn_at,
    _told_of_another,
    _corners,
    _tops,
    _numbers,
    _knife,
)


def told(bag: Bag, said: dict[str, float]) -> dict[str, float]:
    """Return what is promised as a maker tells it: on the grid of the unit."""
    return {key: round(mm / bag.step) * bag.step for key, mm in said.items()}


def _shows(bag: Bag, slip: Slip) -> bool:
    """Whether a slip makes any difference that a tape could read, and leaves something of each size."""
    apart = [abs(slip.said[key] - mm) / bag.step for key, mm in bag.size.items()]
    return max(apart) >= 1.6 and min(slip.said.values()) > 15


def _go_together(bag: Bag, one: Slip, other: Slip) -> bool:
    """Whether two slips can be in one promise: a number told in place of another takes none along."""
    touched = [{k for k, mm in bag.size.items() if abs(s.said[k] - mm) > 0.1} for s in (one, other)]
    return not (one.instead or other.instead) or not touched[0] & touched[1]


def planted(chance: random.Random, kinds: int = 1) -> tuple[Bag, Slip]:
    """Return a bag and what was promised of it, with one slip in it, or two of different kinds."""
    while True:
        bag = a_bag(chance)
        slips = []
        for kind in chance.sample(KINDS, len(KINDS)):
            can = [slip for slip in kind(bag, chance) if _shows(bag, slip)]
            can = [slip for slip in can if all(_go_together(bag, slip, other) for other in slips)]
            if can:
                slips.append(chance.choice(can))
            if len(slips) == kinds:
                break
        if len(slips) < kinds:
            continue
        said = {key: mm + sum(s.said[key] - mm for s in slips) for key, mm in bag.size.items()}
        both = Slip(said, slips[0].names, slips[0].value, also=tuple(slips[1:]))
        if min(said.values()) > 15 and _shows(bag, both):
            return bag, both
