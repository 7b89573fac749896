"""Files that come in: a spec, a plan file that holds one, a cut list. Wrong fields are told one by one."""

import json
from collections.abc import Iterable
from typing import Any

from pydantic import ValidationError

from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.read.cutlist import CutList
from ambitus.core.spec.model import SPEC_VERSION, Spec


def _parsed(text: str) -> dict[str, Any]:
    try:
        data = json.loads(text)
    except json.JSONDecodeError as bad:
        where = f"line {bad.lineno}, column {bad.colno}"
        why = f"This is not whole JSON: it breaks off or goes wrong at {where}."
        raise SpecProblems((Problem("not-json", where, "", why, "Save or send the file again."),)) from bad
    if not isinstance(data, dict):
        why = "This file does not hold an object."
        raise SpecProblems(
            (Problem("not-valid", "", type(data).__name__, why, "Begin it with { and end it with }."),)
        )
    return data


def _problem(error: Any) -> Problem:
    field, kind = ".".join(str(part) for part in error["loc"]), error["type"]
    value = repr(error.get("input"))[:60]
    if kind == "extra_forbidden":
        return Problem("unknown-field", field, value, f"“{field}” is not a field here.", "Take it out.")
    if kind == "missing":
        return Problem("missing", field, "", f"“{field}” is missing.", "Give it.")
    return Problem("not-valid", field, value, f"“{field}” is {value}.", f"{error['msg']}.")


def name_in(text: str) -> str:
    """Return the plan's name that a plan file carries, or nothing."""
    name = _parsed(text).get("name")
    return name.strip()[:120] if isinstance(name, str) else ""


def without(text: str, fields: Iterable[str]) -> str:
    """Return the file *text* without the fields at these paths, so that the rest can be read."""
    data = _parsed(text)
    spec = data["spec"] if data.get("ambitus") == "plan" and isinstance(data.get("spec"), dict) else data
    for path in fields:
        *parents, last = path.split(".")
        at: Any = spec
        for part in parents:
            at = (
                at[int(part)]
                if isinstance(at, list) and part.isdigit() and int(part) < len(at)
                else (at.get(part) if isinstance(at, dict) else None)
            )
        if isinstance(at, dict):
            at.pop(last, None)
        elif isinstance(at, list) and last.isdigit() and int(last) < len(at):
            at[int(last)] = {}
    return json.dumps(data)


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
    version = data.get("version", SPEC_VERSION)
    if isinstance(version, int) and version > SPEC_VERSION:
        why = f"This spec is of version {version}; this Ambitus reads up to {SPEC_VERSION}."
        raise SpecProblems(
            (Problem("newer", "version", str(version), why, "Update Ambitus, then open it again."),)
        )
    try:
        return Spec.model_validate(data)
    except ValidationError as bad:
        raise SpecProblems(tuple(_problem(e) for e in bad.errors())) from bad


def cut_list_from(text: str) -> CutList:
    """Return the cut list in *text*, or in a draft or plan file that holds one. Raises SpecProblems."""
    data = _parsed(text)
    if data.get("ambitus") in ("draft", "plan"):
        data = data.get("cut_list", {})
    try:
        return CutList.model_validate(data)
    except ValidationError as bad:
        raise SpecProblems(tuple(_problem(e) for e in bad.errors())) from bad
