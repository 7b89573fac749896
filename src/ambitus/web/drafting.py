"""From what a request holds to a draft, and to what the store keeps of it."""

from typing import Any

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ambitus.core.draft import RULES_VERSION, Draft, draft
from ambitus.core.drawing.standing import Standing
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.present import picture, read_back
from ambitus.core.spec.edit import Edit, apply_edit
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.library import shipped
from ambitus.store import Revision, Saved

_STANDING = TypeAdapter(Standing)


class DraftRequest(BaseModel):
    """A spec, edits to make to it first, and the unit to show the answer in."""

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={
            "examples": [
                {"spec": {"unit": "cm", "size": {"width": 340}}, "unit": "cm"},
                {
                    "spec": {"unit": "in"},
                    "edits": [{"kind": "typed", "path": "size.width", "text": "13 3/8"}],
                    "unit": "in",
                },
                {
                    "spec": {"unit": "mm"},
                    "edits": [{"kind": "stepped", "path": "size.depth", "steps": 1}],
                    "unit": "mm",
                },
            ]
        },
    )
    spec: Spec
    edits: list[Edit] = Field(default_factory=list, max_length=50)
    unit: Unit | None = None


def with_edits(request: DraftRequest) -> tuple[Spec, Unit]:
    """Return the spec after the request's edits, and the unit to show."""
    spec, unit = request.spec, request.unit or request.spec.unit
    for edit in request.edits:
        spec = apply_edit(spec, edit, unit, GRAMMAR, shipped())
    return spec, unit


def drafted(spec: Spec) -> Draft:
    """Return *spec* worked out. Raises SpecProblems."""
    return draft(resolve(spec, GRAMMAR, shipped()))


def saved_from(spec: Spec) -> Saved:
    """Return what the store keeps of *spec*: it is drafted first, so that nothing unreadable is kept."""
    made = drafted(spec)
    view = View(spec.unit, spec.unit)
    resolved = {path: [v.value, v.source] for path, v in made.bag.values.items()}
    summary: dict[str, Any] = {
        "standing": _STANDING.dump_python(picture(made), mode="json"),
        "size": f"{read_back(made, view).size} {spec.unit}",
        "preset": shipped().presets[spec.preset].label,
        "unit": spec.unit,
        "stops": sum(1 for f in made.findings if f.rule.level == "stop"),
    }
    return Saved(spec.model_dump(mode="json"), resolved, RULES_VERSION, summary)


def spec_of(revision: Revision) -> Spec:
    """Return the spec that a revision keeps."""
    return Spec.model_validate(revision.spec)
