"""Files that come in: a spec, a plan file that holds one, a cut list. Wrong fields are told one by one."""

import json
from collections.abc import Iterable
from typing import Any

from ambitus.core.lengths import Unit
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.cutlist import CUT_LIST_VERSION, CutList
from ambitus.core.spec.model import SPEC_VERSION, Spec
from ambitus.files.cut_list_csv import cut_list_from_csv, cut_list_of_data
from ambitus.files.plain import plain_json
from ambitus.files.problems import refuse_newer, valid


def _parsed(text: str, *, judged: bool = True) -> dict[str, Any]:
    data = plain_json(text, judged=judged)
    if not isinstance(data, dict):
        why = "This file does not hold an object."
        raise SpecProblems(
            (Problem("not-valid", "", type(data).__name__, why, "Begin it with { and end it with }."),)
        )
    return data


def name_in(text: str) -> str:
    """Return the plan's name that a plan file carries, or nothing."""
    name = _parsed(text).get("name")
    return name.strip()[:120] if isinstance(name, str) else ""


def _take_out(at: Any, path: list[str]) -> None:
    """Take what *path* leads to out of plain data; a name in it may hold dots itself."""
    if isinstance(at, list):
        place = int(path[0]) if path[0].isdecimal() else len(at)
        if place >= len(at):
            return
        if len(path) > 1:
            _take_out(at[place], path[1:])
        else:
            at[place] = {}
    elif isinstance(at, dict):
        for n in range(len(path), 0, -1):
            name = ".".join(path[:n])
            if name not in at:
                continue
            if n == len(path):
                del at[name]
            else:
                _take_out(at[name], path[n:])
            return


def without(text: str, fields: Iterable[str]) -> str:
    """
    Return the file *text* without the fields at these paths, so that the rest can be read.

    Of a plan file a path leads into its spec, or where there is no such thing into the file.
    """
    data = _parsed(text, judged=False)
    spec = data["spec"] if data.get("ambitus") == "plan" and isinstance(data.get("spec"), dict) else data
    for field in fields:
        path = field.split(".")
        _take_out(spec if path[0] in spec else data, path)
    return json.dumps(data)


def with_spec(text: str, spec: dict[str, Any]) -> str:
    """
    Return the file *text* with another spec in it.

    What a plan file holds besides that was worked out from the old one is left out: it is no longer so.
    """
    data = _parsed(text)
    if data.get("ambitus") == "plan":
        worked_out = ("resolved", "cut_list", "rules_version", "revision", "saved_at")
        data = {**{k: v for k, v in data.items() if k not in worked_out}, "spec": spec}
    else:
        data = spec
    return json.dumps(data, indent=2, ensure_ascii=False) + "\n"


def spec_from(text: str) -> Spec:
    """
    Return the spec in *text*: a spec itself, or a plan file with its spec inside.

    Raises:
        SpecProblems: If it is no JSON, has wrong fields, or is of a newer version.
    """
    data = _parsed(text)
    if data.get("ambitus") == "plan":
        inner = data.get("spec")
        if not isinstance(inner, dict):
            raise SpecProblems((Problem("missing", "spec", "", "This plan file holds no spec.", "Give it."),))
        data = inner
    refuse_newer("spec", data, SPEC_VERSION)
    return valid(Spec, data)


def looks_like_json(text: str) -> bool:
    """Return whether *text* was meant as JSON; a cut list may be CSV instead."""
    return text.lstrip("\ufeff \t\r\n")[:1] in ("{", "[", "")


def sound(text: str) -> str:
    """Return JSON *text* without what in it is no number and no text."""
    while True:
        try:
            plain_json(text)
        except SpecProblems as bad:
            rest = without(text, [p.field for p in bad.problems])
            if any(not p.field for p in bad.problems) or rest == text:
                raise
            text = rest
        else:
            return text


def is_cut_list(text: str) -> bool:
    """Return whether the JSON in *text* is a cut list and no plan."""
    data = _parsed(text)
    return "rows" in data and "ambitus" not in data


def cut_list_from(text: str, unit: Unit | None = None, *, keep_right: bool = False) -> CutList:
    """
    Return the cut list in *text*: JSON, CSV, or a draft or plan file that holds one.

    *unit* is that of bare numbers in a CSV that names none; with *keep_right* what cannot be read is left
    out. Raises SpecProblems.
    """
    if not looks_like_json(text):
        return cut_list_from_csv(text, unit, keep_right=keep_right)
    data = _parsed(text)
    if data.get("ambitus") in ("draft", "plan"):
        inner = data.get("cut_list")
        if not isinstance(inner, dict):
            why = "This file holds no cut list."
            raise SpecProblems((Problem("missing", "cut_list", "", why, "Give it."),))
        data = inner
    refuse_newer("cut list", data, CUT_LIST_VERSION)
    return cut_list_of_data(data, keep_right=keep_right)
