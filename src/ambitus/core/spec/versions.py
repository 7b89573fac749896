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


_STEPS = {1: _from_1}


def of_today(data: Any) -> Any:
    """Return plain *data* of a spec in the newest version. What is no spec is returned as it is."""
    if not isinstance(data, dict):
        return data
    version = data.get("version")
    while isinstance(version, int) and version in _STEPS:
        data = _STEPS[version](data)
        version = data["version"]
    return data
