"""Edits: what a maker types, steps or picks on screen, applied to a spec."""

import re
from collections.abc import Callable
from fractions import Fraction
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.checks.run import every_rule
from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.carry.fields import ATTACH, FROM_FACE, FROM_SIDE, PAIRS
from ambitus.core.grammar.contract import Attach, Base, Extra
from ambitus.core.grammar.extra.fields import AGAIN, FIRST, OFF, ONE_MORE
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.grammar.kinds import BASE_KIND, TOP_KIND
from ambitus.core.lengths import Pair, Unit, View
from ambitus.core.outlines import LONGEST_OUTLINE
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.model import MOST_EXTRAS, MOST_MEASURED, Spec, UsualSpec
from ambitus.core.spec.resolve import (
    MEASURED,
    all_params,
    choose_variants,
    default_step,
    lookup,
    preset_of,
    read_choice,
    read_length,
    resolve,
    with_straps,
)
from ambitus.core.spec.resolved import Facts, Resolved

#: Where a field stands in a spec: ``size.width``.
Path = Annotated[str, Field(max_length=80)]


class TypedEdit(BaseModel):
    """A text typed into a length field; a bare number takes the unit shown. Empty clears an override."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["typed"] = "typed"
    path: Path
    text: str = Field(max_length=200)


class SteppedEdit(BaseModel):
    """A length moved by whole steps of the cutting grid (arrow keys, wheel)."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["stepped"] = "stepped"
    path: Path
    steps: int = Field(ge=-1000, le=1000)


class PickedEdit(BaseModel):
    """A choice, or a plain value (the name of a kind, the unit set, the grid)."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["picked"] = "picked"
    path: Path
    value: Annotated[str, Field(max_length=LONGEST_OUTLINE)] | float | None


class SilencedEdit(BaseModel):
    """A check not to be heard again on this plan, with the reason why; an empty reason lets it speak."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["silenced"] = "silenced"
    check: str = Field(max_length=80)
    reason: str = Field(max_length=200)


class MovedEdit(BaseModel):
    """
    Something that is put on, moved by hand: *right* and *down* mm on the side that it is seen on, as its
    right side is seen. It needs the draft that it is moved on (``core/moving.py``).
    """

    model_config = ConfigDict(extra="forbid")
    kind: Literal["moved"] = "moved"
    path: Path
    side: Literal["front", "back"] = "front"
    right: float = Field(default=0.0, ge=-5000, le=5000, allow_inf_nan=False)
    down: float = Field(default=0.0, ge=-5000, le=5000, allow_inf_nan=False)


class MeasuredEdit(BaseModel):
    """An allowance as it was measured, in mm, under the name that it is known by from then on."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["measured"] = "measured"
    path: Path
    name: str = Field(min_length=1, max_length=120)
    mm: float = Field(ge=MEASURED.low, le=MEASURED.high, allow_inf_nan=False)


#: An edit that needs nothing but the spec.
PlainEdit = TypedEdit | SteppedEdit | PickedEdit | SilencedEdit | MeasuredEdit
Edit = Annotated[
    TypedEdit | SteppedEdit | PickedEdit | SilencedEdit | MovedEdit | MeasuredEdit,
    Field(discriminator="kind"),
]


def put(spec: Spec, path: str, value: object) -> Spec:
    """Return *spec* with *value* at *path*; None takes the choice back, so that the default holds."""
    data = spec.model_dump()
    *parents, last = path.split(".")
    at: Any = data
    for part in parents:
        at = at[int(part)] if isinstance(at, list) else at[part]
    if value is None:
        at.pop(last, None)
    else:
        at[last] = value
    return Spec.model_validate(data)


def _chosen_itself(spec: Spec, path: str, grammar: Grammar) -> Spec:
    """Return *spec* with the field at *path* chosen itself, where a measure was given in its place."""
    prefix = path.rpartition(".")[0]
    for given in grammar.givens:
        by = given.by.in_(prefix)
        if given.target.in_(prefix) == path and lookup(spec, by) == given.option:
            spec = put(spec, by, None)
    return spec


#: a long strap beside a short one: how deep it hangs, and how much further in it is caught
_LONG_DROP, _BESIDE = Pair(560, Fraction(22)), Pair(60, Fraction(5, 2))


def _beside(first: dict[str, Any], unit: Unit, grammar: Grammar) -> dict[str, Any]:
    """
    Return a second pair: made like the first, long enough for a shoulder, its ends beside the first's. Beside
    one strap from side to side it is a pair for the hand.
    """
    attach = grammar.slots["attach"].get(str(first.get("attach", "")))
    if isinstance(attach, Attach) and attach.single:
        return {key: value for key, value in first.items() if key in ("make", "width")}
    like = {key: value for key, value in first.items() if key in ("make", "attach", "width")}
    long = {"held": "shoulder", "drop": _LONG_DROP.mm(unit)}
    placed = first.get("from_side")
    if first.get("place", "side_seam") != "side_seam" or not isinstance(placed, float | int):
        return {**like, **long}
    return {**like, **long, "from_side": max(0.0, placed - _BESIDE.mm(unit))}


def _with_pairs(spec: Spec, pairs: int, grammar: Grammar) -> Spec:
    """Return *spec* with so many pairs of straps: those that it has, and plain ones after them."""
    if not 0 <= pairs <= 4:
        raise ValueError(f"{pairs} pairs of straps")
    has = spec.carry or []
    more: list[dict[str, Any]] = [{} for _ in range(pairs - len(has))]
    if len(has) == 1 and more:
        more[0] = _beside(has[0], spec.unit, grammar)
    return spec.model_copy(update={"carry": [*has[:pairs], *more]})


_ONE_EXTRA = re.compile(r"extras\.(\d+)")


def _with_extra(spec: Spec, kind: object, grammar: Grammar) -> Spec:
    """Return *spec* with one more extra at the end of its list."""
    if kind not in grammar.every("extra", Extra) or len(spec.extras) >= MOST_EXTRAS:
        raise ValueError(f"no extra {kind}")
    return spec.model_copy(update={"extras": [*spec.extras, {"kind": kind}]})


def _whole_extra(spec: Spec, at: int, way: object) -> Spec:
    """Return *spec* with one extra taken off, doubled or put first."""
    one, rest = spec.extras[at], [*spec.extras[:at], *spec.extras[at + 1 :]]
    if way == OFF:
        return spec.model_copy(update={"extras": rest})
    if way == FIRST:
        return spec.model_copy(update={"extras": [one, *rest]})
    if way == AGAIN and len(spec.extras) < MOST_EXTRAS:
        return spec.model_copy(update={"extras": [*spec.extras[: at + 1], dict(one), *spec.extras[at + 1 :]]})
    raise ValueError(f"{way} of an extra")


def pick(spec: Spec, path: str, value: object, grammar: Grammar) -> Spec:
    """
    Return *spec* with a choice made, and with what goes with it.

    Another unit set has its own cutting grid. Another top edge lets go of the ways to attach a strap that
    do not go with it, so that the usual one for it holds; so does another base. That lets go of where straps
    were placed, too, where its own panels begin elsewhere. Of what two kinds share, what the other kind does
    not have is let go of. Undo brings all of it back.
    """
    if path == PAIRS:
        return _with_pairs(spec, int(str(value).partition(".")[0]), grammar)
    if path == ONE_MORE:
        return _with_extra(spec, value, grammar)
    if whole := _ONE_EXTRA.fullmatch(path):
        return _whole_extra(spec, int(whole[1]), value)
    out = put(_chosen_itself(spec, path, grammar), path, value)
    if path == "unit":
        return put(out, "grid.step", default_step(out.unit))
    if path == BASE_KIND:
        bases = grammar.every("base", Base)
        kinds = [str(kind) for kind in (spec.base.get("kind"), value)]
        if any(FROM_SIDE in bases[kind].usual for kind in kinds if kind in bases):
            for i in range(len(out.carry or ())):
                at = f"carry.{i}"
                out = put(put(out, FROM_SIDE.in_(at), None), FROM_FACE.in_(at), None)
    if path in (TOP_KIND, BASE_KIND):
        for i, item in enumerate(out.carry or ()):
            attach = grammar.every("attach", Attach).get(item.get("attach", ""))
            wanted = () if attach is None else attach.tops if path == TOP_KIND else attach.bases
            if wanted and value not in wanted:
                out = put(out, ATTACH.in_(f"carry.{i}"), None)
    return _held_by_its_kind(out, path, value, grammar)


def _held_by_its_kind(spec: Spec, path: str, kind: object, grammar: Grammar) -> Spec:
    """Return *spec* without what was chosen for another kind at *path* and cannot be chosen for this one."""
    variant = (grammar.kinds_at(path) or {}).get(str(kind))
    view, prefix = View(spec.unit, spec.unit), path.rpartition(".")[0]
    for param in variant.params if variant else ():
        at = param.path.in_(prefix)
        raw = lookup(spec, at)
        if raw is None or param.kind not in ("choice", "length", "allowance"):
            continue
        try:
            if param.kind == "choice":
                read_choice(param, at, raw)
            else:
                read_length(param, at, raw, view, spec.usual.measured)
        except SpecProblems:
            spec = put(spec, at, None)
    return spec


def _silence(spec: Spec, edit: SilencedEdit, grammar: Grammar) -> Spec:
    """Return *spec* with a check silenced, or speaking again where no reason is given."""
    reasons = {key: why for key, why in spec.silenced.items() if key != edit.check}
    if edit.reason.strip():
        if edit.check not in {rule.id for rule in every_rule(grammar)}:
            raise _no_field(f"silenced.{edit.check}")
        reasons[edit.check] = edit.reason.strip()
    return spec.model_copy(update={"silenced": reasons})


def _no_field(path: str) -> SpecProblems:
    return SpecProblems(
        (
            Problem(
                "unknown-field", path[:60], "", f"“{path[:60]}” is not a field of this bag.", "Take it out."
            ),
        )
    )


def _knowing(spec: Spec, edit: MeasuredEdit) -> Spec:
    """Return *spec* with what was measured among what its maker knows; what no seam is sewn by makes room."""
    used = {str(value).lower() for value in spec.allowances.values()}
    others = {name: mm for name, mm in spec.usual.measured.items() if name.lower() != edit.name.lower()}
    while len(others) >= MOST_MEASURED:
        spare = next((name for name in others if name.lower() not in used), next(iter(others)))
        del others[spare]
    measured = {**others, edit.name: edit.mm}
    return spec.model_copy(update={"usual": UsualSpec(values=spec.usual.values, measured=measured)})


def apply_edit(
    spec: Spec,
    edit: PlainEdit,
    unit: Unit,
    grammar: Grammar,
    facts: Facts,
    known: Callable[[Spec], Resolved] | None = None,
) -> Spec:
    """
    Return *spec* after one edit; *unit* is the one shown, which a bare number takes.

    *known* resolves a spec where that was perhaps done before.

    Raises:
        SpecProblems: If the text is no length or outside the field's range, or the field unknown.
    """
    spec = with_straps(spec, grammar, facts)
    if isinstance(edit, SilencedEdit):
        return _silence(spec, edit, grammar)
    if isinstance(edit, PickedEdit):
        protected = ("preset", "version", "usual", "silenced")
        if edit.path.split(".")[0] in protected:
            raise _no_field(edit.path)
        try:
            return pick(spec, edit.path, edit.value, grammar)
        except (KeyError, IndexError, TypeError, ValueError) as bad:
            raise _no_field(edit.path) from bad
    preset = preset_of(spec.preset, facts)
    bag, _ = choose_variants(spec, grammar, preset.kinds)
    param: Param | None = dict(all_params(bag)).get(edit.path)
    if param is None or param.kind not in ("length", "allowance"):
        raise _no_field(edit.path)
    if isinstance(edit, MeasuredEdit):
        if param.kind != "allowance":
            raise _no_field(edit.path)
        return put(_knowing(spec, edit), edit.path, edit.name)
    view = View(unit, spec.unit)
    if isinstance(edit, TypedEdit):
        if not edit.text.strip() and param.optional:
            return put(spec, edit.path, None)
        mm = read_length(param, edit.path, edit.text, view, spec.usual.measured, bare=unit)
        spec = _chosen_itself(spec, edit.path, grammar)
        named = edit.text.strip().lower() in {k.lower() for k in spec.usual.measured}
        return put(spec, edit.path, edit.text.strip() if named and param.kind == "allowance" else mm)
    resolved = known(spec) if known else resolve(spec, grammar, facts)
    at = Length(edit.path).or_none(resolved) or 0.0
    mm = min(max(resolved.grid.next(at, edit.steps), param.low), param.high)
    return put(_chosen_itself(spec, edit.path, grammar), edit.path, mm)
