"""The spec as it travels and is kept: only what was chosen, in nested plain data."""

from typing import Annotated, Any, Literal

from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    StringConstraints,
    model_validator,
)

from ambitus.core.lengths import Unit
from ambitus.core.lengths.grid import Rounding
from ambitus.core.spec.versions import of_today

SPEC_VERSION = 3

#: A length in a file: a bare number is millimetres, a string carries its unit.
Given = float | int | str | None


#: Why a check need not be heard again: it is kept with the plan, so it has to say something.
Reason = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]


#: Allowances that a maker has measured.
MOST_MEASURED = 20
#: Pairs of straps on one bag.
MOST_PAIRS = 8
#: Extras of one bag.
MOST_EXTRAS = 20


class GridSpec(BaseModel):
    """The cutting grid: its step in mm, and which way to round."""

    model_config = ConfigDict(extra="forbid")
    step: float | None = None
    rounding: Rounding = "nearest"


class UsualSpec(BaseModel):
    """What this plan took from *my usual* when it was begun; later changes there do not reach it."""

    model_config = ConfigDict(extra="forbid")
    values: dict[str, float] = Field(
        default_factory=dict, max_length=100, description="Default by field path, in mm."
    )
    measured: dict[str, float] = Field(
        default_factory=dict,
        max_length=MOST_MEASURED,
        description="Named allowances the maker has measured, in mm.",
    )


class Spec(BaseModel):
    """
    One bag as chosen, in the newest version; older ones are read as what they meant. Slots hold a
    ``kind`` and the chosen fields of that variant; anything left out takes its default. Field paths join
    slot and field: ``size.width``, ``carry.0.drop``.
    """

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={
            "examples": [
                {
                    "version": 3,
                    "unit": "cm",
                    "size": {"width": 340, "height": 280, "depth": 120},
                    "carry": [{"drop": 260}],
                },
                {
                    "version": 3,
                    "unit": "in",
                    "size": {"width": "13 3/8 in"},
                    "allowances": {"general": "3/8 in"},
                },
            ]
        },
    )
    version: Literal[3] = 3
    preset: str = Field(default="tote", max_length=40)
    unit: Unit = "cm"
    grid: GridSpec = Field(default_factory=GridSpec)
    usual: UsualSpec = Field(default_factory=UsualSpec)
    size: dict[str, Any] = Field(default_factory=dict)
    base: dict[str, Any] = Field(default_factory=dict)
    top: dict[str, Any] = Field(default_factory=dict)
    cloth: dict[str, Any] = Field(default_factory=dict)
    interfacing: dict[str, Any] = Field(default_factory=dict)
    carry: list[dict[str, Any]] | None = Field(
        default=None,
        max_length=MOST_PAIRS,
        description="Pairs of straps. Left out: as many as the preset begins with, on a base that carries.",
    )
    extras: list[dict[str, Any]] = Field(
        default_factory=list,
        max_length=MOST_EXTRAS,
        # a plan without extras is written as it was before there were any
        exclude_if=lambda extras: not extras,
        description="What is put on or in the bag besides: items with a kind and fields.",
    )
    seams: dict[str, Any] = Field(default_factory=dict)
    allowances: dict[str, Any] = Field(default_factory=dict)
    silenced: dict[str, Reason] = Field(
        default_factory=dict,
        max_length=200,
        description="Checks that this plan need not hear again: the check's id, and the reason why.",
    )

    @model_validator(mode="before")
    @classmethod
    def _of_today(cls, data: Any) -> Any:
        return of_today(data)
