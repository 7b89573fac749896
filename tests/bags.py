"""Bags for tests: random specs, and one short way from a spec to a draft."""

import json
import math
from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from hypothesis import assume
from hypothesis import strategies as st

from ambitus.core.draft import Draft, draft
from ambitus.core.fields import Choice, Length
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Base
from ambitus.core.grammar.fitting import misfits
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Grid
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.core.spec.resolved import Resolved
from ambitus.library import shipped

#: A grid so fine that nothing to speak of is rounded.
UNROUNDED = Grid(0.0001)


def drafted(given: dict[str, Any], grammar: Grammar = GRAMMAR, *, rounded: bool = True) -> Draft:
    """Return the draft of a spec given as plain data."""
    bag = resolve(Spec.model_validate(given), grammar, shipped())
    return draft(bag if rounded else replace(bag, grid=UNROUNDED))


def tote(width: float = 340, height: float = 280, depth: float = 120, **more: Any) -> dict[str, Any]:
    """Return a tote in mm as plain data."""
    return {"unit": "mm", "size": {"width": width, "height": height, "depth": depth}, **more}


def mm_at(bag: Resolved, path: str) -> float:
    """Return the length at *path*, named as a plan names it: proofs know no field of the core."""
    return Length(path).of(bag)


def choice_at(bag: Resolved, path: str) -> str:
    """Return the choice at *path*."""
    return Choice[str](path).of(bag)


def chose_at(bag: Resolved, path: str, option: str) -> bool:
    """Return whether the bag has the field at *path* and *option* is chosen there."""
    return Choice[str](path).is_(bag, option)


def source_at(bag: Resolved, path: str) -> str:
    """Return where the value at *path* came from."""
    return bag.values[path].source


def why_at(bag: Resolved, path: str) -> str:
    """Return the sentence that says where the value at *path* came from."""
    return bag.values[path].why


#: bases whose panels run from a zip along the upper side round to a seam below
LIDDED = ("box_pouch", "box_pouch_cut", "pleated")
#: bases that are closed but for their zip: nothing hangs from them, and nothing is put on
SHUT = (*LIDDED, "all_round", "zip_round")

#: one size of each name, in mm, for a bag of any base
SIZES = {"width": 340, "height": 280, "depth": 120, "diameter": 200, "length": 260, "breadth": 140}


def sizes_of(base: str, **changed: float) -> dict[str, float]:
    """Return the sizes that a base of this kind asks for."""
    fields = {p.path for p in GRAMMAR.slots["base"][base].params}
    return {key: mm for key, mm in {**SIZES, **changed}.items() if f"size.{key}" in fields}


def lobed(size: float, *lobes: tuple[int, float]) -> str:
    """Return a smooth outline of points: a circle with so many lobes, each so deep."""
    turns = [2 * math.pi * n / 360 for n in range(360)]
    radii = [size + sum(deep * math.cos(many * t) for many, deep in lobes) for t in turns]
    points = zip(radii, turns, strict=True)
    return " ".join(f"{r * math.cos(t):.6f},{r * math.sin(t):.6f}" for r, t in points)


#: an egg, a bean that is hollow on both sides, a house off every grid, an L, and corners nearly in line
OUTLINES = [
    lobed(120, (2, 14), (3, 5)),
    lobed(110, (2, 28)),
    "0,0 241.37,0 241.37,118.9 120.685,190.05 0,118.9",
    "0,0 231.7,0 231.7,120.3 130.1,120.3 130.1,220.6 0,220.6",
    "0,0 130.3,-4.7 260.9,0 263.1,90.45 260.9,180.2 0,180.2",
]


#: flaps by a template: a tongue, one that leans to a side, one with corners that turn in, one without an edge
TEMPLATES = [
    "-81.3,97.1 -81.3,51.7 -40.2,0 40.2,0 81.3,51.7 81.3,97.1",
    "0,110.3 0,40.9 31.7,11.2 88.1,0 141.9,61.3 141.9,110.3",
    "0,93.7 0,30.1 41.3,30.1 41.3,0 98.9,0 98.9,30.1 140.7,30.1 140.7,93.7",
    lobed(60, (2, 9)),
]


def _mm(low: float, high: float) -> st.SearchStrategy[float]:
    return st.integers(int(low * 100), int(high * 100)).map(lambda n: n / 100)


#: Sizes that leave a bag cuttable, by the end of a field's path; others are drawn from the field's own range.
ORDINARY = {
    "width": (60, 700),
    # a corner of a gusset may be rounded by a plate of 300, and some straight side has to be left above it
    "height": (180, 700),
    "depth": (66, 260),
    "gap": (60, 100),
    "diameter": (120, 400),
    # an oval bent more sharply than its inset is deep has no parallel of its own
    "length": (160, 420),
    "breadth": (140, 300),
    "radius": (16, 50),
    "clip": (10, 60),
    "plate": (120, 300),
    "step": (20, 60),
    "zip_panel": (60, 200),
    "drop": (60, 900),
    "past": (0, 60),
    "turn": (3, 15),
    "teeth": (2, 8),
    "hem": (16, 40),
    "ease_by": (0.5, 6),
    "first": (2, 8),
    "second": (3, 12),
    "trim": (1, 6),
    "sliver": (0, 6),
    "insert_less": (0.5, 6),
    "inset": (0.5, 15),
    "tuck": (0, 15),
    "box": (10, 40),
    "end": (0, 20),
    "from_top": (10, 60),
    "inside": (20, 80),
    "bottom_height": (20, 120),
    "channel": (8, 30),
    "slit": (50, 130),
    "bar_thick": (3, 16),
    "bar_long": (80, 500),
    "band": (8, 40),
    "edge": (1, 10),
    "heading": (3, 40),
    "tail": (30, 120),
    "facing_height": (20, 100),
    "tape": (18, 45),
    "tab": (4, 18),
    "tab_cut": (40, 70),
    "thing_broad": (150, 300),
    "thing_thick": (60, 140),
    "thing_long": (200, 400),
    "thing_ease": (5, 30),
    "corner": (66, 110),
    "raw_radius": (26, 60),
    "tube_cut": (420, 1200),
    "casing_fold": (50, 90),
    "casing_row": (45, 80),
    "cut_length": (1000, 1900),
    "gap_inside": (40, 240),
    "gap_outside": (60, 300),
    "bind_seam": (3, 7),
    "bind_cover": (4, 9),
    "join": (6, 20),
    "roll_flat": (0, 40),
    "stretches_to": (205, 280),
    "narrows_to": (30, 50),
    "from_raw": (18, 29.9),
    "zip_opening": (25, 50),
    "zip_window": (20, 32),
    "zip_window_high": (9, 12),
    "tab_turn": (2, 10),
    "grab_shows": (10, 60),
    "grab_wide": (5, 30),
    "wrist_shows": (80, 250),
    "wrist_round": (120, 250),
    "pull_shows": (15, 80),
    "pull_wide": (3, 20),
    "rows_apart": (9, 90),
    "spare": (3, 30),
    "sample": (188, 203),
    "strip": (45, 110),
    "strip_spare": (0, 15),
    "print_wide": (60, 320),
    "print_high": (60, 320),
    "first_motif": (60, 320),
    "base_line": (0, 150),
    "zip_strip": (45, 90),
    "zip_tape": (24, 40),
    "zip_seam": (3, 7),
    "zip_spare": (0, 25),
    "zip_cover": (6, 30),
}
IN_CARRY = {
    **ORDINARY,
    "width": (15, 60),
    "length": (900, 1800),
    "gap": (40, 300),
    "from_side": (5, 25),
    "from_face": (0, 25),
}


#: what is put on: small enough to lie on most faces, and seldom clear of everything
IN_EXTRAS = {
    **ORDINARY,
    "width": (30, 140),
    "height": (30, 120),
    "from_top": (12, 90),
    "from_foot": (12, 60),
    "from_side": (5, 40),
    "centre_from": (30, 90),
    "hem": (12, 40),
    "edges": (5, 15),
    "faced": (15, 60),
    "fall": (20, 60),
    "flap_above": (6, 15),
    "divided_at": (10, 60),
    "flap_closed_at": (10, 30),
    "size": (8, 24),
    "margin": (5, 18),
    "long": (20, 60),
    "high": (10, 30),
    "shows": (15, 200),
    "strip_wide": (5, 25),
    "end": (4, 15),
    "thick": (2, 8),
    "opening": (50, 140),
    "window": (8, 16),
    "deep": (40, 160),
    "above": (12, 40),
    "beside": (12, 40),
    "zip_at": (30, 60),
    "zip_seam": (3, 7),
    "zip_tape": (24, 40),
    "band_wide": (5, 25),
    "motif_clear": (0, 20),
    "wrap": (0, 40),
    "inserted": (15, 40),
    "flap_clear": (0, 20),
    "flap_corner": (5, 60),
    "flap_foot": (10, 150),
}
#: extras that the seam at the top edge catches, which only one top edge has
AT_TOP_SEAM = {"ties", "button_loop", "hanging_loop", "flap"}


def _extras(draw: st.DrawFn, grammar: Grammar, base: str, top: str) -> tuple[str, ...]:
    """Return the kinds of what is put on a random bag: often nothing, and what could go with its parts."""
    if base in SHUT or not grammar.slots.get("extra"):
        return ()
    caught = top == "turned_through"
    kinds = [
        kind
        for kind in sorted(grammar.slots["extra"])
        if caught or kind not in AT_TOP_SEAM or (kind == "flap" and top == "pressed_edges")
    ]
    return tuple(draw(st.one_of(st.just([]), st.lists(st.sampled_from(kinds), min_size=1, max_size=2))))


IN_LISTS = {"carry": IN_CARRY, "extras": IN_EXTRAS}


def _value(param: Param, ranges: Mapping[str, tuple[float, float]]) -> st.SearchStrategy[Any]:
    if param.kind == "choice":
        return st.sampled_from([o.key for o in param.options])
    if param.kind == "outline":
        return st.sampled_from(TEMPLATES if param.path.startswith("extras.") else OUTLINES)
    low, high = ranges.get(param.path.rsplit(".", 1)[-1], (param.low, param.high))
    return _mm(max(low, param.low), min(high, param.high))


def put(spec: dict[str, Any], path: str, value: Any) -> None:
    """Put a value at a path of a spec given as plain data."""
    at: Any = spec
    *parents, leaf = path.split(".")
    for part in parents:
        at = at[int(part)] if isinstance(at, list) else at.setdefault(part, {})
    at[leaf] = value


#: what makes two pieces of one panel, or two layers of one piece
BANDS = {"cloth.bottom", "cloth.made", "cloth.doubled", "top.facing"}


@st.composite
def totes(draw: st.DrawFn, grammar: Grammar = GRAMMAR, bands: bool = False, **only: str) -> dict[str, Any]:
    """
    Any bag that the grammar allows and that can be cut: every variant and every field the registry has,
    unequal allowances, both unit sets, every grid. A variant is drawn from the day it is registered; *only*
    names the kind of a slot that is not to be drawn. Panels are whole and single, unless *bands* are asked.
    """
    unit = draw(st.sampled_from(["mm", "cm", "in"]))
    steps = [1.0, 2.0, 5.0] if unit != "in" else [25.4 / 16, 25.4 / 8, 25.4 / 4]
    kinds = {
        slot: only.get(slot) or draw(st.sampled_from(sorted(grammar.slots[slot])))
        for slot in ("base", "top", "interfacing", "cloth", "seams")
    }
    # where there is a lining no seam is bound: it would be drawn for nothing
    lined = "lining" in grammar.slots["top"][kinds["top"]].layers
    kinds_of_seam = sorted(k for k in grammar.slots["seams"] if not lined or k not in ("bound", "bound_ends"))
    if "seams" not in only:
        kinds["seams"] = draw(st.sampled_from(kinds_of_seam))
    shut = kinds["base"] in SHUT
    if shut and "top" not in only:
        kinds["top"] = draw(st.sampled_from([k for k, v in grammar.slots["top"].items() if v.shut]))
    fitting = sorted(k for k, a in grammar.slots["attach"].items() if a.fits(kinds["top"], kinds["base"]))
    # a box pouch has no edge that straps could hang from
    carry = [(draw(st.sampled_from(sorted(grammar.slots["make"]))), draw(st.sampled_from(fitting)))][shut:]
    by_class = draw(
        st.fixed_dictionaries(
            {},
            optional={
                key: st.sampled_from(
                    [k for k in kinds_of_seam if k in (grammar.kinds_at(f"seams.{key}") or {})]
                )
                for key in grammar.sewable
            },
        )
    )
    extras = _extras(draw, grammar, kinds["base"], kinds["top"])
    # in one piece that is folded at the top: nothing hangs from it, and nothing lies on it
    hinges = kinds["top"].startswith("zip") and grammar.of("base", kinds["base"], Base).hinges
    hinged = hinges and draw(st.booleans())
    carry, extras = ([], ()) if hinged else (carry, extras)
    brought = grammar.of("base", kinds["base"], Base).brings_seams
    classes = tuple({**brought, **by_class}.items())
    bag = grammar.bag(carry=tuple(carry), extras=extras, by_class=classes, **kinds)
    spec: dict[str, Any] = {
        "unit": unit,
        "grid": {"step": draw(st.sampled_from(steps)), "rounding": draw(st.sampled_from(["nearest", "up"]))},
        "seams": dict(by_class),
        "carry": [{"make": make, "attach": attach} for make, attach in carry],
    }
    if extras:
        spec["extras"] = [{"kind": kind} for kind in extras]
    for slot, kind in kinds.items():
        put(spec, f"{slot}.kind", kind)
    facts = {"cloth.outer", "cloth.lining", "cloth.contrast", "interfacing.material"}
    facts |= set() if bands else BANDS
    for path, param in bag.params:
        # a gap by default lies where its base has room for it
        if path not in facts | {"top.gap", "top.gap_in", "top.zip_in_hand", "allowances.general"}:
            ranges = IN_LISTS.get(path.partition(".")[0], ORDINARY)
            put(spec, path, draw(_value(param, ranges)))
    for extra in spec.get("extras", ()):
        # what this bag does not have takes nothing on, and catches nothing
        if "lining" not in grammar.slots["top"][kinds["top"]].layers:
            extra |= {name: "outer" for name in ("on", "cut_of") if name in extra}
        if "zip_at" in extra:
            # its zip lies across it, with a piece to hold below
            extra["height"] += extra["zip_at"] + 30
        if "foot" in extra and kinds["base"] != "seamed":
            extra["foot"] = "sewn"
    for key in bag.classes:
        put(spec, f"allowances.{key}", draw(_mm(9, 25)))
    if hinges:
        ends = [o for o in ("caught", "folded", "seamed") if not hinged] or ["window"]
        spec["top"]["zip_ends"] = draw(st.sampled_from(ends))
    if kinds["base"] == "zip_round":
        spec["top"] |= {"zip_ends": "caught"}
    if hinged or kinds["base"] in ("all_round", "zip_round"):
        spec["cloth"]["bottom"] = "same"
        spec["top"] |= {"turned": "zip", "ease": "none"} if lined else {}
    in_one = kinds["base"] in ("box_pouch", "box_pouch_cut") and spec["base"].get("cut_as") == "folded"
    at_edge = kinds["base"] == "box_pouch" and spec["base"].get("pressed") == "at_edge"
    if at_edge:
        # its corners cross the zip, and the tips with whatever is caught there come off
        spec["top"] |= {"zip_ends": "caught", "grab": "none", "wrist": "none"}
    if lined and spec["top"].get("turned") == "never":
        # only what has its edges outside is sewn so, and its lining is sewn deeper
        spec["top"]["turned"] = "zip"
    if lined and (in_one or at_edge or "bound_ends" in dict(classes).values()):
        # what binds an end goes through outer and lining, and one piece has no base seam for a gap
        spec["top"]["turned"] = "zip"
    if spec["base"].get("width_means") == "flat":
        # its width is drawn to hold the depth that is drawn, not one that follows from another measure
        spec["base"] |= {"size_from": "sizes", "corner_by": "size"}
        spec["size"]["width"] += spec["size"]["depth"]
    assume(not list(misfits(resolve(Spec.model_validate(spec), grammar, shipped()))))
    return spec


def pushed(spec: dict[str, Any], data: st.DataObject) -> dict[str, Any]:
    """Return *spec* with one or two of its numbers anywhere in their whole range, or its choices changed."""
    out: dict[str, Any] = json.loads(json.dumps(spec))
    out.setdefault("carry", [{}])
    bag = resolve(Spec.model_validate(out), GRAMMAR, shipped()).kinds
    params = [(p, q) for p, q in (*bag.params, *bag.overrides) if q.kind != "outline"]
    for _ in range(data.draw(st.integers(1, 2))):
        path, param = data.draw(st.sampled_from(params))
        if param.kind == "choice":
            put(out, path, data.draw(st.sampled_from([o.key for o in param.options])))
        else:
            # small numbers are where most limits are
            high = data.draw(st.sampled_from([param.high, min(param.high, 40.0), min(param.high, 400.0)]))
            put(out, path, data.draw(_mm(param.low, max(high, param.low + 1))))
    return out
