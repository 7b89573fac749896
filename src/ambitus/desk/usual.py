"""My usual: what every new plan starts from. Kept per unit set, because pairs are never converted."""

from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.learning.paces import LEAST, MOST, PLACES, Place
from ambitus.core.lengths import Unit, View, paired, system_of
from ambitus.core.lengths.grid import on_ruler
from ambitus.core.lengths.units import System
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.model import GridSpec, Spec, UsualSpec
from ambitus.core.spec.resolve import MEASURED, default_step, read_length, read_step
from ambitus.library import shipped

ALLOWANCE = Param(Length("usual"), "Allowance", "allowance", high=200.0)


class UsualSet(BaseModel):
    """What is usual in one unit set: grid step and allowances in mm; None takes the trade's default."""

    model_config = ConfigDict(extra="forbid")
    step: float | None = None
    general: float | None = None
    allowances: dict[str, float] = Field(default_factory=dict)


class Usual(BaseModel):
    """What every new plan starts from."""

    model_config = ConfigDict(extra="forbid")
    asked: bool = False
    unit: Unit = "cm"
    paper: Literal["A4", "Letter"] = "A4"
    metric: UsualSet = Field(default_factory=UsualSet)
    inch: UsualSet = Field(default_factory=UsualSet)
    measured: dict[str, float] = Field(default_factory=dict)
    #: by place how many times the first guess the work takes; nothing goes by the guess
    paces: dict[str, float] = Field(default_factory=dict)
    keys: bool = Field(default=True, description="Whether single keys such as ? do something.")

    def set_for(self, unit: Unit) -> UsualSet:
        """Return what is usual in the unit set of *unit*."""
        return self.metric if system_of(unit) == "metric" else self.inch


class UsualEdit(BaseModel):
    """Changes to my usual. Lengths are texts, a bare number in ``unit``; an empty text takes one back."""

    model_config = ConfigDict(extra="forbid")
    unit: Unit
    paper: Literal["A4", "Letter"] | None = None
    step: float | None = None
    general: str | None = Field(default=None, max_length=60)
    allowances: dict[Literal["side", "base", "corner", "top"], str] = Field(default_factory=dict)
    foot_edge: str | None = Field(default=None, max_length=60)
    asked: bool | None = None
    keys: bool | None = None
    paces: dict[Place, Annotated[float, Field(ge=LEAST, le=MOST)]] | None = None


class UsualShown(BaseModel):
    """My usual with its lengths as text in its own unit."""

    usual: Usual
    general: str
    general_default: str
    allowances: dict[str, str]
    foot_edge: str
    step: float
    steps: dict[str, list[tuple[float, str]]]


def _sound(mine: UsualSet, unit: Unit) -> UsualSet:
    """Return what is usual in one unit set without what could begin no plan."""

    def fits(mm: float | None) -> bool:
        return mm is not None and ALLOWANCE.low <= mm <= ALLOWANCE.high

    return UsualSet(
        step=mine.step if mine.step is not None and on_ruler(mine.step, unit) else None,
        general=mine.general if fits(mine.general) else None,
        allowances={key: mm for key, mm in mine.allowances.items() if fits(mm)},
    )


def usual_of(kept: Mapping[str, Any] | None) -> Usual:
    """Return my usual as it was kept; what was kept once and could begin no plan is left out of it."""
    try:
        usual = Usual.model_validate(kept or {})
    except ValidationError:
        return Usual()
    usual.metric, usual.inch = _sound(usual.metric, "mm"), _sound(usual.inch, "in")
    usual.measured = {k: mm for k, mm in usual.measured.items() if MEASURED.low <= mm <= MEASURED.high}
    usual.paces = {
        place: times for place, times in usual.paces.items() if place in PLACES and LEAST <= times <= MOST
    }
    return usual


def edited(usual: Usual, edit: UsualEdit) -> Usual:
    """
    Return *usual* after *edit*.

    Raises:
        SpecProblems: If a text is no length or out of range.
    """
    out = usual.model_copy(deep=True)
    out.unit = edit.unit
    view = View(edit.unit, edit.unit)
    mine = out.set_for(edit.unit)

    def read(text: str, field: str, param: Param) -> float | None:
        return read_length(param, field, text, view, {}, bare=edit.unit) if text.strip() else None

    if edit.general is not None:
        mine.general = read(edit.general, "usual.general", ALLOWANCE)
    for key, text in edit.allowances.items():
        value = read(text, f"usual.allowances.{key}", ALLOWANCE)
        if value is None:
            mine.allowances.pop(key, None)
        else:
            mine.allowances[key] = value
    if edit.foot_edge is not None:
        value = read(edit.foot_edge, "usual.foot_edge", MEASURED)
        out.measured = {} if value is None else {"foot edge": value}
    if edit.step is not None:
        mine.step = read_step(edit.step, edit.unit, "usual.step")
    if edit.paper is not None:
        out.paper = edit.paper
    out.asked = out.asked if edit.asked is None else edit.asked
    out.keys = out.keys if edit.keys is None else edit.keys
    out.paces = (
        out.paces if edit.paces is None else {str(place): times for place, times in edit.paces.items()}
    )
    return out


def _way(preset: str, way: str) -> Mapping[str, Any]:
    """Return what a plain way to begin puts into a spec. Raises SpecProblems where there is no such way."""
    ways = {w.key: w.spec for w in shipped().presets[preset].ways} if preset in shipped().presets else {}
    if way and way not in ways:
        why = f"“{way[:40]}” is not a way to begin a {preset[:40]}."
        raise SpecProblems(
            (Problem("not-a-choice", "way", way[:40], why, f"Use one of: {', '.join(ways)}."),)
        )
    return ways.get(way, {})


def new_spec(usual: Usual, preset: str, way: str = "") -> Spec:
    """
    Return the spec of a new plan: the preset, one of its plain ways, and this maker's usual of today.

    Raises:
        SpecProblems: If the preset has no such way.
    """
    mine = usual.set_for(usual.unit)
    values = {f"allowances.{key}": mm for key, mm in mine.allowances.items()}
    if mine.general is not None:
        values["allowances.general"] = mine.general
    straps = shipped().presets[preset].straps if preset in shipped().presets else 1
    given: dict[str, Any] = {"carry": [{} for _ in range(straps)], **_way(preset, way)}
    return Spec(
        preset=preset,
        unit=usual.unit,
        grid=GridSpec(step=mine.step or default_step(usual.unit)),
        usual=UsualSpec(values=values, measured=dict(usual.measured)),
        **given,
    )


def shown(usual: Usual, steps: dict[System, list[tuple[float, str]]]) -> UsualShown:
    """Return *usual* with its lengths as text."""
    view, mine = View(usual.unit, usual.unit), usual.set_for(usual.unit)
    foot = usual.measured.get("foot edge")
    return UsualShown(
        usual=usual,
        general=view.chosen(mine.general) if mine.general is not None else "",
        general_default=view.chosen(paired(10).mm(usual.unit)),
        allowances={key: view.chosen(mm) for key, mm in mine.allowances.items()},
        foot_edge=view.chosen(foot) if foot is not None else "",
        step=mine.step or default_step(usual.unit),
        steps={**steps},
    )
