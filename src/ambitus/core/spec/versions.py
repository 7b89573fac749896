"""Specs of older versions, brought to today's step by step. What they meant is kept."""

from typing import Any


def _from_1(data: dict[str, Any]) -> dict[str, Any]:
    """
    Version 1 knew one kind of seam, among the allowances; version 2 has a slot for it.

    A kind under ``allowances`` is moved, not copied; whatever stands there that version 1 did not know is
    left for the fields to be checked.
    """
    out = {**data, "version": 2}
    allowances = out.get("allowances")
    if isinstance(allowances, dict) and "kind" in allowances:
        out["allowances"] = {k: v for k, v in allowances.items() if k != "kind"}
        seams = out.get("seams")
        out["seams"] = {"kind": allowances["kind"], **(seams if isinstance(seams, dict) else {})}
    return out


def _from_2(data: dict[str, Any]) -> dict[str, Any]:
    """
    Version 2 called the first turn of a casing ``hem``, as a larger turn is called; version 3 ``turn``.

    A ``turn`` that stood beside it had no effect there, and is dropped. The kind of a sack that names none
    was a casing.
    """
    out, top = {**data, "version": 3}, data.get("top")
    if not isinstance(top, dict):
        return out
    if top.get("kind", "casing" if data.get("preset") == "sack" else "") == "casing":
        kept = {k: v for k, v in top.items() if k not in ("hem", "turn")}
        out["top"] = {**kept, "turn": top["hem"]} if "hem" in top else kept
    return out


_STEPS = {1: _from_1, 2: _from_2}


def _first_turn_as_hem(data: dict[str, Any]) -> bool:
    top = data.get("top")
    return isinstance(top, dict) and top.get("kind") == "casing" and "hem" in top and "turn" not in top


def of_today(data: Any) -> Any:
    """Return plain *data* of a spec in the newest version. What is no spec is returned as it is."""
    if not isinstance(data, dict):
        return data
    version = data.get("version")
    if version is None and _first_turn_as_hem(data):
        # it names no version, but only version 2 wrote so
        version = 2
    while isinstance(version, int) and version in _STEPS:
        data = _STEPS[version](data)
        version = data["version"]
    return data
