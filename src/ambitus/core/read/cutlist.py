"""A cut list: rows of what was cut, how it is sewn, and the allowances."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.sums import Sum


class CutOut(BaseModel):
    """A corner cut from a panel, measured from the raw edges, in mm."""

    model_config = ConfigDict(extra="forbid")
    across: float
    up: float


class CutRow(BaseModel):
    """One row: ``count`` pieces of ``width`` by ``height`` mm (a strap's length is its width)."""

    model_config = ConfigDict(extra="forbid")
    role: str
    count: int = Field(ge=1)
    width: float = Field(gt=0)
    height: float = Field(gt=0)
    cut_out: CutOut | None = None


class StrapRow(BaseModel):
    """One row of straps: cut size, how made and attached, and where the ends go, in mm."""

    model_config = ConfigDict(extra="forbid")
    count: int = Field(ge=1)
    length: float = Field(gt=0)
    width: float = Field(gt=0)
    make: str
    attach: str
    past: float = Field(ge=0, description="How far each end reaches past the raw edge of the top seam.")
    gap: float = Field(description="Between the centres of the two ends, along the finished top.")
    hold: float = Field(gt=0, description="Flat width of the hand or shoulder.")


class CutList(BaseModel):
    """
    What was cut and how it is sewn: enough to say what bag it makes. All lengths in mm.

    ``allowances`` are by class of seam: side, base, corner, top.
    """

    model_config = ConfigDict(extra="forbid")
    version: int = 1
    base: str
    top: str
    allowances: dict[str, float]
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
