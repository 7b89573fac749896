"""What a request for a draft holds."""

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.lengths import Unit
from ambitus.core.spec.edit import Edit
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import edited_by


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
    was: str = Field(
        default="",
        max_length=200,
        description="What the edited field read before, for the words that say what the edit did.",
    )
    opened: str | None = Field(
        default=None,
        max_length=80,
        description="The one piece, or `seam` and a seam’s key, whose sums and marks are told in full; of "
        "the others their totals. Left out, all are.",
    )
    remedies: bool = Field(
        default=True, description="Whether every finding comes with its remedies, carried out; slower."
    )


def with_edits(request: DraftRequest) -> tuple[Spec, Unit]:
    """Return the spec after the request's edits, and the unit to show."""
    unit = request.unit or request.spec.unit
    return edited_by(request.spec, request.edits, unit), unit
