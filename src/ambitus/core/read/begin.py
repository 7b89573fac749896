"""From a cut list back to a plan: the bag that it makes, as if it had been chosen."""

from collections.abc import Mapping
from typing import Any

from ambitus.core.grammar.carry.read import SAMPLE_LONG, SAMPLE_WIDE
from ambitus.core.lengths import snap
from ambitus.core.read.cutlist import BLANKS, CutList, ReadBag, StrapRow
from ambitus.core.read.whole import whole_rows

#: Flat widths under this, in mm, are a hand's; wider ones a shoulder's.
_HAND = 85.0
#: No gap between two strap ends is less, in mm.
LEAST_GAP = 1.0


def put(spec: dict[str, Any], path: str, value: object) -> None:
    """Put *value* where *path* leads to in the plain data of a spec."""
    *parents, leaf = path.split(".")
    at = spec
    for part in parents:
        at = at.setdefault(part, {})
    at[leaf] = value


def _stretched(row: StrapRow, unit: str) -> dict[str, Any]:
    """Return how strips that are stretched first come out of the sample that is measured, in mm."""
    if row.stretch is None:
        return {}
    long, wide = SAMPLE_LONG.mm(unit), SAMPLE_WIDE.mm(unit)
    to_long, to_wide = snap(row.stretch / 1000 * long), snap((row.narrowing or 1000.0) / 1000 * wide)
    return {"stretched": "stretched", "stretches_to": to_long, "narrows_to": to_wide}


def _strap(row: StrapRow, unit: str, width: float, visible: float) -> dict[str, Any]:
    told = {name: mm for name, mm in row.told().items() if name not in ("stretch", "narrowing")}
    return {
        "make": row.make,
        "attach": row.attach,
        "width": width,
        "measure": "length",
        "length": visible,
        "place": "gap",
        # a plan places no two ends nearer than that
        "gap": max(row.gap, LEAST_GAP),
        "held": "hand" if row.hold < _HAND else "shoulder",
        **({"rolled": "rolled"} if row.roll_flat is not None else {}),
        **_stretched(row, unit),
        **told,
    }


def _fields(sizes: Mapping[str, float]) -> dict[str, float]:
    """Return those sizes of an extra that are fields of a plan: what follows from others has two words."""
    return {name: mm for name, mm in sizes.items() if name.isidentifier()}


def begun_from(cut_list: CutList, read: ReadBag, told: Mapping[str, str], unit: str) -> dict[str, Any]:
    """
    Return the plain data of a spec that makes the bag of *cut_list*, which *read* has worked out.

    *told* says which field a name among the allowances is (``hem`` -> ``top.hem``), where it is not an
    allowance of that name. Cloth and interfacing are not in a cut list; what is there of an interfacing is
    taken as cut full size or kept out of the seams, whichever is nearer.
    """
    spec: dict[str, Any] = {
        "unit": unit,
        "size": {key: read.mm(key) for key in read.sizes if key != "flat_opening"},
        "base": {"kind": cut_list.base},
        "top": {"kind": cut_list.top},
        "seams": {"kind": "plain", **cut_list.seams},
        "allowances": {},
        "interfacing": {"kind": "none"},
        "carry": [
            _strap(row, unit, made.width, made.visible)
            for row, made in zip(cut_list.straps, read.straps, strict=True)
        ],
    }
    if cut_list.extras:
        spec["extras"] = [
            {"kind": row.kind, **row.choices, **row.measures, **_fields(made.sizes), **made.lines}
            for row, made in zip(cut_list.extras, read.extras, strict=True)
        ]
    for name, mm in cut_list.allowances.items():
        put(spec, told.get(name, f"allowances.{name}"), mm)
    turned = cut_list.choices.get("top.hem_edge") == "turned" if cut_list.top == "casing" else False
    if "top_sliver" in cut_list.allowances and (turned or cut_list.top == "double_hem"):
        # only where every edge is overlocked first does the knife take anything of such an edge
        plain = {
            key: "plain" for key in cut_list.allowances if key in ("side", "base", "corner", "ring", "gusset")
        }
        spec["seams"] = {**plain, **spec["seams"], "kind": "overlocked_first"}
    if cut_list.base == "pleated" and "end" not in cut_list.seams:
        # its ends are closed by their binding where nothing else is said, and a list tells no plain seams
        spec["seams"]["end"] = "plain"
    for path, choice in cut_list.choices.items():
        put(spec, path, choice)
    for path, value in read.more.items():
        put(spec, path, value)
    rows = {row.role: row for row in reversed(whole_rows(cut_list)) if not row.part}
    # a flat piece that is folded at the top is one by its zip
    if rows["outer"].folded and cut_list.base not in ("folded", "seamed", "rounded"):
        put(spec, "base.cut_as", "folded")
    if rows["outer"].zip_at_edge:
        put(spec, "base.pressed", "at_edge")
    if rows["outer"].wrapped:
        put(spec, "base.cut_as", "wrapped")
    if cut_list.lining_shorter:
        spec["top"] |= {"ease": "shorter", "ease_by": cut_list.lining_shorter}
    elif cut_list.lining_deeper:
        spec["top"] |= {"ease": "deeper", "ease_by": cut_list.lining_deeper}
    insert = next((row for row in cut_list.rows if row.role == "insert"), None)
    if insert is not None:
        # its breadth is the one that no rounded corner shortens
        broad = next((read.mm(k) for k in ("depth", "breadth", "diameter") if k in read.sizes), insert.height)
        spec["base"] |= {"insert": "stiff", "insert_less": max(0.5, (broad - insert.height) / 2)}
    if "interfacing" in rows:
        less = rows["outer"].width - rows["interfacing"].width
        side = cut_list.allowances.get("side", 0.0)
        spec["interfacing"] = {"kind": "full" if less < side else "kept_out"}
    if any(row.role in BLANKS and row.role != "strip" for row in cut_list.rows):
        put(spec, "interfacing.kind", "quilted")
    return spec
