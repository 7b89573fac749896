"""From the text of a file to the plan that is begun from it; in a process of its own where it is long."""

from dataclasses import dataclass

from ambitus.core.lengths import Unit
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted, read_cuts
from ambitus.files.incoming import (
    cut_list_from,
    is_cut_list,
    looks_like_json,
    name_in,
    sound,
    spec_from,
    without,
)

#: problems that concern one field, which can be left out
_LEAVE_OUT = {
    *("unknown-field", "not-valid", "not-a-choice", "not-a-length", "not-a-number", "not-text"),
    *("too-small", "too-large", "not-an-outline", "outline-crosses", "outline-scale", "outline-too-fine"),
}


@dataclass(frozen=True, slots=True)
class Begun:
    """The spec in a file or of a cut list, what the list says of itself, and a name for the plan."""

    spec: Spec
    told: tuple[str, ...]
    name: str


@dataclass(frozen=True, slots=True)
class Refused:
    """What is wrong with a file, and whether what is left opens once that is left out."""

    problems: tuple[Problem, ...]
    rest_opens: bool


def begin_from(text: str, bare: Unit | None, usual: Unit, keep_right: bool) -> Begun | Refused:
    """
    Return what begins from a file: a spec, a plan file, or a cut list as JSON or CSV.

    *bare* is the unit of bare numbers in a CSV that names none, *usual* that of a plan begun from a list;
    with *keep_right* what is wrong is left out until what is left opens.
    """
    try:
        return _begun(text, bare, usual, keep_right)
    except SpecProblems as bad:
        asked = [p.code for p in bad.problems] == ["no-unit"]
        return Refused(bad.problems, not keep_right and not asked and _opens_without(text, bare, usual))


def _begun(text: str, bare: Unit | None, usual: Unit, keep_right: bool) -> Begun:
    if keep_right and looks_like_json(text):
        text = sound(text)
    if not looks_like_json(text) or is_cut_list(text):
        cut_list = cut_list_from(text, bare, keep_right=keep_right)
        return Begun(*read_cuts(cut_list, bare or usual), "Bag from a cut list")
    spec, rest = _kept_right(text, keep_right)
    return Begun(spec, (), name_in(rest) or f"{spec.preset.capitalize()} from a file")


def _kept_right(text: str, keep_right: bool) -> tuple[Spec, str]:
    """Return the spec in a file, and the file without what is wrong in it where that was asked for."""
    while True:
        try:
            spec = spec_from(text)
            drafted(spec)
        except SpecProblems as bad:
            fields = [p.field for p in bad.problems if p.code in _LEAVE_OUT]
            rest = without(text, fields) if fields and keep_right else text
            # it goes on until what is left opens, or nothing more can be left out
            if len(fields) < len(bad.problems) or rest == text:
                raise
            text = rest
        else:
            return spec, text


def _opens_without(text: str, bare: Unit | None, usual: Unit) -> bool:
    """Return whether something is left of a file, and opens, once what is wrong in it is left out."""
    try:
        spec = _begun(text, bare, usual, True).spec
    except SpecProblems:
        return False
    return bool(spec.model_dump(exclude_defaults=True, exclude={"version", "unit"}))
