"""A cut list: rows of what was cut, how it is sewn, and the allowances."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Annotated

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field

from ambitus.core.lengths import LengthProblem, parse_length
from ambitus.core.sums import Sum


def _in_mm(raw: object) -> object:
    """Return a text with its unit as mm; a bare number is mm already, a bare text is refused."""
    if not isinstance(raw, str):
        return raw
    if raw.strip().replace(".", "").replace(",", "").isdigit():
        raise ValueError(f"“{raw}” has no unit: write {raw} mm or {raw} in")
    try:
        return float(parse_length(raw, "mm"))
    except LengthProblem as bad:
        raise ValueError(str(bad)) from bad


#: A length in a file: a number of millimetres, or a text with its unit.
Mm = Annotated[float, BeforeValidator(_in_mm)]


class CutOut(BaseModel):
    """A corner cut from a panel, measured from the raw edges, in mm."""

    model_config = ConfigDict(extra="forbid")
    across: Mm
    up: Mm


class CutRow(BaseModel):
    """One row: ``count`` pieces of ``width`` by ``height`` mm (a strap's length is its width)."""

    model_config = ConfigDict(extra="forbid")
    role: str
    count: int = Field(ge=1)
    width: Mm = Field(gt=0)
    height: Mm = Field(gt=0)
    cut_out: CutOut | None = None
    corner: Mm | None = Field(
        default=None,
        description="Boxed after sewing: the square cut from the seam lines, or the pinch from the point.",
    )


class StrapRow(BaseModel):
    """One row of straps: cut size, how made and attached, and where the ends go, in mm."""

    model_config = ConfigDict(extra="forbid")
    count: int = Field(ge=1)
    length: Mm = Field(gt=0)
    width: Mm = Field(gt=0)
    make: str
    attach: str
    past: Mm = Field(ge=0, description="How far each end reaches past the raw edge of the top seam.")
    gap: Mm = Field(description="Between the centres of the two ends, along the finished top.")
    hold: Mm = Field(gt=0, description="Flat width of the hand or shoulder.")


class CutList(BaseModel):
    """
    What was cut and how it is sewn: enough to say what bag it makes. A length is a number of mm, or a
    text with its unit.

    ``allowances`` are by class of seam: side, base, corner, top.
    """

    model_config = ConfigDict(extra="forbid")
    version: int = 1
    base: str
    top: str
    allowances: dict[str, Mm]
    rows: list[CutRow]
    straps: list[StrapRow] = Field(default_factory=list)


@dataclass(frozen=True, slots=True)
class Finding:
    """Something a cut list says about itself: ``stop`` when it cannot be sewn as it is."""

    key: str
    level: str
    why: str
    fix: str
    numbers: tuple[tuple[str, float], ...] = ()


@dataclass(frozen=True, slots=True)
class ReadLayer:
    """What the rows of one role make: sizes as sums by name, and findings."""

    sizes: Mapping[str, Sum]
    findings: tuple[Finding, ...] = ()


@dataclass(frozen=True, slots=True)
class ReadStrap:
    """What a strap row makes; ``drop`` is None where no hand could enter."""

    width: float
    visible: float
    drop: float | None


@dataclass(frozen=True, slots=True)
class ReadBag:
    """The bag that a cut list makes: sizes as read from the outer, straps, and findings."""

    sizes: Mapping[str, Sum]
    straps: tuple[ReadStrap, ...]
    findings: tuple[Finding, ...]

    def mm(self, key: str) -> float:
        """Return the finished size called *key*."""
        return self.sizes[key].total


#: reads one role's row: (row, allowances, what the top edge eats) -> sizes and findings
Reader = Callable[[CutRow, Mapping[str, float], float], ReadLayer]
