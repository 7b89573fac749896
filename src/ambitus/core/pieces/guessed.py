"""How pieces are probably put together: a construction to begin with, which the maker then changes."""

from collections.abc import Sequence
from typing import Any

from ambitus.core.pieces.typed import PieceRow, of_role
from ambitus.core.spec.model import MOST_PAIRS


def _base(rows: Sequence[PieceRow]) -> str:
    outer, base = of_role(rows, "outer"), of_role(rows, "outer", "base")
    if of_role(rows, "outer", "zip strip"):
        return "all_round"
    if of_role(rows, "outer", "gusset"):
        return "gusset"
    if of_role(rows, "outer", "side"):
        return "side_panels"
    if base:
        round_ = abs(base[0].width - base[0].height) < 1 and base[0].radius is None
        return "circle" if round_ else "stadium" if base[0].radius is None else "rounded_rectangle"
    if any(row.across is not None for row in outer):
        return "boxed"
    if any(row.corner is not None for row in outer):
        return "boxed_pinched"
    one = len(outer) == 1 and outer[0].count == 1
    return "folded" if one and (outer[0].folded or outer[0].height > 1.4 * outer[0].width) else "seamed"


def _wraps(outer: Sequence[PieceRow]) -> bool:
    """Return whether the only panel is so wide that it is probably wrapped round, with one side seam."""
    one = len(outer) == 1 and outer[0].count == 1 and not outer[0].folded
    return one and outer[0].width > 1.4 * outer[0].height


def _top(rows: Sequence[PieceRow]) -> str:
    lined = bool(of_role(rows, "lining"))
    if of_role(rows, "zip"):
        return "zip" if lined else "zip_unlined"
    if of_role(rows, "band", "band"):
        return "bands"
    if of_role(rows, "binding"):
        return "bound" if lined else "bound_unlined"
    if of_role(rows, "bar"):
        return "on_bars"
    if of_role(rows, "cord"):
        return "stitched_channel" if lined else "casing"
    return "turned_through" if lined else "double_hem"


def guessed(rows: Sequence[PieceRow], unit: str) -> dict[str, Any]:
    """Return the plain data of a spec that puts *rows* together as such pieces mostly are."""
    top = _top(rows)
    preset = "sack" if top in ("bands", "stitched_channel", "casing") else "pouch" if "zip" in top else "tote"
    straps = sum(row.count for row in of_role(rows, "strap"))
    out: dict[str, Any] = {
        "unit": unit,
        "preset": preset,
        "base": {"kind": _base(rows)},
        "top": {"kind": top},
        "seams": {"kind": "plain"},
        "interfacing": {"kind": "kept_out" if of_role(rows, "interfacing") else "none"},
        "carry": [{} for _ in range(min(MOST_PAIRS, -(-straps // 2)))],
    }
    # a binding that is told with its seam binds that
    if any(row.role in ("blank", "wadding", "backing") for row in rows):
        out["interfacing"] = {"kind": "quilted"}
    if any(row.role == "strip" for row in rows):
        out["cloth"] = {"made": "strips"}
    out["seams"] |= {row.part.split()[0]: "bound" for row in rows if row.role == "seam binding" and row.part}
    outer = of_role(rows, "outer")
    if outer and outer[0].folded and out["base"]["kind"] not in ("folded", "seamed"):
        out["base"]["cut_as"] = "folded"
    if outer and _wraps(outer) and out["base"]["kind"] in ("boxed", "seamed"):
        out["base"]["cut_as"] = "wrapped"
    if of_role(rows, "lining", "facing"):
        out["top"]["facing"] = "faced"
    if of_role(rows, "outer", "bottom"):
        out["cloth"] = {**out.get("cloth", {}), "bottom": "contrast"}
    return out
