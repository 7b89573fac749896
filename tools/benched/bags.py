"""The seven bags that speed is measured on: the plainest, and the heaviest of each kind."""

import math
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, slots=True)
class Bag:
    """A bag, the field that is changed on it, and the cut size that is watched."""

    name: str
    spec: dict[str, Any]
    field: str
    #: ``layer name/sum`` of a cut size that follows from the field
    watched: str


def _bean(points: int = 400) -> str:
    """Return the outline of a bean, 320 by 180, in *points*."""
    turns = [math.tau * i / points for i in range(points)]
    return " ".join(
        f"{160 * math.cos(t):.2f},{(90 - 22 * math.cos(2 * t)) * math.sin(t) + 12 * math.cos(2 * t):.2f}"
        for t in turns
    )


#: the phrase that has most tiles, on every bag
WIDEST = "cloth"

_STRAPS = {"width": 28, "drop": 260, "from_side": 165}
BAGS = (
    Bag(
        "plain tote",
        {"unit": "mm", "size": {"width": 340, "height": 280, "depth": 120}, "carry": [_STRAPS]},
        "size.width",
        "outer panel/width",
    ),
    Bag(
        "laden gusset",
        {
            "unit": "mm",
            "size": {"width": 340, "height": 300, "depth": 120},
            "base": {"kind": "gusset", "radius": 60, "strip": "three", "insert": "stiff"},
            "top": {"facing": "faced", "ease": "deeper", "ease_by": 2},
            "interfacing": {"kind": "inset", "material": "fusible_fleece"},
            "cloth": {"bottom": "contrast", "bottom_height": 90, "doubled": "doubled", "print": "one_way"},
            "carry": [
                {"make": "tube", "width": 28, "drop": 260, "place": "gap", "gap": 130},
                {"make": "four_fold", "attach": "on_face", "width": 30, "drop": 420, "from_side": 90},
            ],
        },
        "size.width",
        "outer upper/width",
    ),
    Bag(
        "round, bands, two cords",
        {
            "preset": "sack",
            "unit": "mm",
            "size": {"diameter": 190, "height": 260},
            "base": {"kind": "circle", "panels": "two", "insert": "stiff"},
            "top": {"kind": "bands", "cords": "two", "loops": "bottom"},
            "cloth": {"bottom": "contrast", "bottom_height": 80},
            "interfacing": {"kind": "base_only"},
            "carry": [],
        },
        "size.diameter",
        "outer upper/width",
    ),
    Bag(
        "oval",
        {
            "unit": "mm",
            "size": {"length": 320, "breadth": 160, "height": 260},
            "base": {"kind": "ellipse", "panels": "two", "insert": "stiff"},
            "cloth": {"bottom": "contrast", "bottom_height": 80},
            "interfacing": {"kind": "full"},
            "carry": [{"width": 30, "drop": 240, "place": "gap", "gap": 130}],
        },
        "size.length",
        "outer base/width",
    ),
    Bag(
        "traced",
        {
            "unit": "mm",
            "size": {"height": 260},
            "base": {"kind": "traced", "outline": _bean(), "insert": "stiff"},
            "cloth": {"bottom": "contrast", "bottom_height": 80},
            "carry": [{"width": 30, "drop": 240, "place": "gap", "gap": 130}],
        },
        "size.height",
        "outer upper/height",
    ),
    Bag(
        "box pouch",
        {
            "preset": "pouch",
            "unit": "mm",
            "size": {"length": 200, "breadth": 80, "height": 60},
            "base": {"kind": "box_pouch"},
            "top": {"zip_ends": "folded", "pull": "cord", "wrist": "cloth", "grab": "ribbon"},
            "carry": [],
        },
        "size.length",
        "outer panel/width",
    ),
    Bag(
        "inch plan",
        {
            "unit": "in",
            "size": {"width": "13 3/8 in", "height": "11 in", "depth": "4 3/4 in"},
            "cloth": {"outer": "linen", "bottom": "contrast", "bottom_height": "3 in"},
            "allowances": {"general": "1/2 in"},
            "carry": [{"width": "1 1/8 in", "measure": "length", "length": "24 in", "from_side": "6 1/2 in"}],
        },
        "size.width",
        "outer upper/width",
    ),
)
