"""What can be wrong with a file, told field by field."""

from collections.abc import Mapping
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from ambitus.core.problems import Problem, SpecProblems, shortened


def newer(what: str, version: int, known: int) -> Problem:
    """Return the problem of a file that a newer Ambitus has made."""
    why = f"This {what} is of version {version}; this Ambitus reads up to {known}."
    return Problem("newer", "version", str(version), why, "Update Ambitus, then open it again.")


def refuse_newer(what: str, data: Mapping[str, Any], known: int) -> None:
    """Raise SpecProblems where plain *data* says that it is of a version after *known*."""
    version = data.get("version", known)
    if isinstance(version, int) and not isinstance(version, bool) and version > known:
        raise SpecProblems((newer(what, version, known),))


def _field_problem(error: Any) -> Problem:
    field, kind = ".".join(str(part) for part in error["loc"]), error["type"]
    value, called = repr(error.get("input"))[:60], shortened(field)
    if kind == "extra_forbidden":
        return Problem("unknown-field", field, value, f"“{called}” is not a field here.", "Take it out.")
    if kind == "missing":
        return Problem("missing", field, "", f"“{called}” is missing.", "Give it.")
    fix = error["msg"].removeprefix("Value error, ")
    return Problem("not-valid", field, value, f"“{called}” is {value}.", f"{fix.removesuffix('.')}.")


Model = TypeVar("Model", bound=BaseModel)


def valid(model: type[Model], data: Mapping[str, Any]) -> Model:
    """Return plain *data* as a *model*. Raises SpecProblems, field by field."""
    try:
        return model.model_validate(data)
    except ValidationError as bad:
        raise SpecProblems(tuple(_field_problem(e) for e in bad.errors())) from bad
