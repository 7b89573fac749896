"""From a spec to a resolved spec: every variant, default and fact filled in, or every problem named.

Where a value comes from, first match wins: chosen here > this plan's *my usual* > the preset >
the variant's own default. A kind: chosen here > what the top edge brings > the preset. An allowance: its
class's own override > *my usual* for that class > the seam kind's own default > the general allowance.
"""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any

from ambitus.core.fields import Length, Value
from ambitus.core.grammar.allowances import GENERAL, kind_of
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.bag_kinds import Kinds
from ambitus.core.grammar.carry.fields import ATTACH, MAKE
from ambitus.core.grammar.contract import Base, Top
from ambitus.core.grammar.grammar import SLOT_ROOTS, Grammar
from ambitus.core.grammar.kinds import BASE_KIND, CLOTH_KIND, INTERFACING_KIND, SEAMS_KIND, TOP_KIND
from ambitus.core.lengths import MM_PER, Grid, LengthProblem, Pair, Unit, View, parse_length, system_of
from ambitus.core.lengths.grid import INCH_STEPS, METRIC_STEPS, on_ruler, steps_for
from ambitus.core.lengths.units import SPELLINGS
from ambitus.core.outlines import OutlineProblem, read_outline, written
from ambitus.core.problems import Problem, SpecProblems, shortened
from ambitus.core.spec.given import follow
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolved import Facts, Preset, Resolved

_YOU = "You chose this."
#: What a maker may have measured of a machine: a foot edge.
MEASURED = Param(Length("usual.measured"), "Foot edge", "length", low=0.5, high=100.0)


def default_step(unit: Unit) -> float:
    """Return the default cutting grid: 1 mm, or 1/8 in."""
    return METRIC_STEPS[0] if system_of(unit) == "metric" else INCH_STEPS[1]


def all_params(kinds: Kinds) -> tuple[tuple[str, Param], ...]:
    """Return every field of *kinds*, allowance overrides included, with its path."""
    return kinds.params + kinds.overrides


def lookup(spec: Spec, path: str) -> Any:
    """Return what the spec gives at *path*, or None."""
    root, *rest = path.split(".")
    at: Any = getattr(spec, root, None)
    for part in rest:
        if isinstance(at, dict):
            at = at.get(part)
        elif isinstance(at, list):
            at = at[int(part)] if int(part) < len(at) else None
        else:
            at = getattr(at, part, None)
        if at is None:
            return None
    return at


def leaves(spec: Spec) -> Iterator[tuple[str, Any]]:
    """Yield every (path, value) that the spec's slots give."""
    for root in SLOT_ROOTS:
        given = getattr(spec, root)
        if given is None:
            continue
        if isinstance(given, list):
            for i, item in enumerate(given):
                yield from ((f"{root}.{i}.{key}", value) for key, value in item.items())
        else:
            yield from ((f"{root}.{key}", value) for key, value in given.items())


def _shorten(value: object) -> str:
    return shortened(value if isinstance(value, str) else repr(value), 40)


def _limits(param: Param, view: View) -> tuple[str, str]:
    """Return the range of a field as text, in inches rounded inwards to what a ruler shows."""
    if view.unit != "in":
        return view.with_unit(param.low), view.with_unit(param.high)
    eighth, inch = float(MM_PER["in"] / 8), float(MM_PER["in"])
    low = math.ceil(param.low / eighth) * eighth
    high = math.floor(param.high / inch) * inch if param.high >= inch else param.high
    whole = View("in", "in")
    return whole.with_unit(low), whole.with_unit(high)


def read_length(
    param: Param, path: str, raw: object, view: View, measured: Mapping[str, float], bare: str = ""
) -> float:
    """
    Return *raw* as mm: a number is millimetres; a string carries its unit, or takes *bare*.

    Raises:
        SpecProblems: If it is no length, or outside the field's range.
    """
    low, high = _limits(param, view)
    between = f"Choose a length between {low} and {high}."
    if isinstance(raw, str):
        named = {k.lower(): v for k, v in measured.items()}.get(raw.strip().lower())
        if named is not None and param.kind == "allowance":
            return named
        try:
            if not bare and raw.strip().replace(".", "").replace(",", "").isdigit():
                raise LengthProblem(raw, f"“{raw}” has no unit.", f"Write {raw} mm or {raw} in.")
            mm = float(parse_length(raw, bare or view.unit))
        except LengthProblem as bad:
            raise SpecProblems((Problem("not-a-length", path, bad.text[:60], bad.why, bad.fix),)) from bad
    elif isinstance(raw, int | float) and not isinstance(raw, bool) and math.isfinite(raw):
        mm = float(raw)
    else:
        raise SpecProblems(
            (Problem("not-a-length", path, _shorten(raw), f"{_shorten(raw)} is not a length.", between),)
        )
    typed = _shorten(raw) if isinstance(raw, str) else view.with_unit(mm)
    if not param.low - 1e-9 <= mm <= param.high + 1e-9:
        between = _meant(param, raw, bare or view.unit, between)
    if mm < param.low - 1e-9:
        less = "has to be more than nothing" if mm == 0 else f"is less than {low}"
        raise SpecProblems((Problem("too-small", path, typed, f"{param.label}: {typed} {less}.", between),))
    if mm > param.high + 1e-9:
        raise SpecProblems(
            (Problem("too-large", path, typed, f"{param.label}: {typed} is more than {high}.", between),)
        )
    return mm


def _meant(param: Param, raw: object, unit: str, between: str) -> str:
    """Return what would be right: the same number in another unit, where that is in range, else the range."""
    text = raw.strip() if isinstance(raw, str) else f"{raw:g}" if isinstance(raw, int | float) else ""
    bare = text.rstrip('"″”').rstrip("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ. ")
    given = text[len(bare) :].strip().lower()
    for other in ("mm", "cm", "in"):
        if other == (SPELLINGS.get(given) or unit):
            continue
        try:
            mm = float(parse_length(bare, other))
        except LengthProblem:
            return between
        if max(param.low, 1e-6) <= mm <= param.high:
            return f"Did you mean {bare} {other}? {between}"
    return between


def read_choice(param: Param, path: str, raw: object) -> str:
    """Return *raw* if it is one of the field's options, else raise SpecProblems naming them."""
    if isinstance(raw, str) and any(o.key == raw for o in param.options):
        return raw
    allowed = ", ".join(o.key for o in param.options)
    raise SpecProblems(
        (
            Problem(
                "not-a-choice",
                path,
                _shorten(raw),
                f"“{_shorten(raw)}” is not a choice here.",
                f"Use one of: {allowed}.",
            ),
        )
    )


def outline_text(path: str, raw: object) -> str:
    """Return an outline as it is kept. Raises SpecProblems where it is none that a piece can have."""
    try:
        return written(read_outline(raw if isinstance(raw, str) else ""))
    except OutlineProblem as bad:
        raise SpecProblems((Problem(bad.code, path, _shorten(raw), bad.why, bad.fix),)) from bad


@dataclass(slots=True)
class _Resolving:
    """The work in hand: values found so far, problems met so far."""

    spec: Spec
    view: View
    preset: Mapping[str, Pair | str]
    values: dict[str, Value]
    problems: list[Problem]

    def default(self, path: str, param: Param, so_far: Resolved) -> Value:
        usual = self.spec.usual.values.get(path)
        if usual is not None and param.kind in ("length", "allowance"):
            try:
                mm = read_length(param, f"usual.values.{path}", usual, self.view, {})
            except SpecProblems as bad:
                self.problems.extend(bad.problems)
            else:
                return Value(mm, "default", "Your usual.")
        rule = so_far.kinds.base.usual.get(param.path)
        if rule is not None:
            return Value(rule(so_far), "default", "As usual on this base.")
        default = self.preset.get(path, param.default)
        why = (
            f"The usual size of a {self.spec.preset} here; change it to yours."
            if path in self.preset
            else param.why
        )
        if isinstance(default, Pair):
            return Value(default.mm(self.spec.unit), "default", why)
        if callable(default):
            return Value(default(so_far), "default", why)
        return Value(default, "default", why)

    def field(self, path: str, param: Param, so_far: Resolved) -> Value:
        raw = lookup(self.spec, path)
        if raw is None:
            return self.default(path, param, so_far)
        try:
            if param.kind == "choice":
                return Value(read_choice(param, path, raw), "chosen", _YOU)
            if param.kind == "outline":
                return Value(outline_text(path, raw), "chosen", "Imported.")
            mm = read_length(param, path, raw, self.view, self.spec.usual.measured)
        except SpecProblems as bad:
            self.problems.extend(bad.problems)
            return self.default(path, param, so_far)
        if isinstance(raw, str) and raw.strip().lower() in {k.lower() for k in self.spec.usual.measured}:
            return Value(mm, "measured", f"Measured: {raw.strip()}.")
        return Value(mm, "chosen", _YOU)


def preset_of(name: str, facts: Facts) -> Preset:
    """Return the preset called *name*. Raises SpecProblems, naming those that there are."""
    preset = facts.presets.get(name)
    if preset is None:
        why, fix = f"“{_shorten(name)}” is not a way to begin.", f"Use one of: {', '.join(facts.presets)}."
        raise SpecProblems((Problem("not-a-choice", "preset", _shorten(name), why, fix),))
    return preset


def with_straps(spec: Spec, grammar: Grammar, facts: Facts) -> Spec:
    """
    Return *spec* with its straps written out: where none are given, as many pairs as its preset begins with,
    on a base that has an edge to hang them from.
    """
    preset = facts.presets.get(spec.preset)
    if spec.carry is not None or preset is None:
        return spec
    bases = grammar.every("base", Base)
    base = bases.get(str(spec.base.get("kind") or preset.kinds["base"]))
    pairs = preset.straps if base is None or base.carries else 0
    return spec.model_copy(update={"carry": [{} for _ in range(pairs)]})


def choose_variants(spec: Spec, grammar: Grammar, kinds: Mapping[str, str]) -> tuple[Kinds, list[Problem]]:
    """Return the variant in every slot; a kind that does not exist is a problem and takes the usual one."""
    problems: list[Problem] = []

    def pick(path: str, usual: str) -> str:
        variants = grammar.kinds_at(path) or {}
        kind = lookup(spec, path) or usual
        if isinstance(kind, str) and kind in variants:
            return kind
        problems.append(
            Problem(
                "not-a-choice",
                path,
                _shorten(kind),
                f"“{_shorten(kind)}” is not one of ours.",
                f"Use one of: {', '.join(variants)}.",
            )
        )
        return usual

    top = pick(TOP_KIND, kinds["top"])
    usual = dict(kinds)
    usual.update(grammar.of("top", top, Top).brings.items())
    carry = tuple(
        (pick(MAKE.in_(at), usual["make"]), pick(ATTACH.in_(at), usual["attach"]))
        for at in (f"carry.{i}" for i in range(len(spec.carry or ())))
    )
    extras = tuple(filter(None, (pick(f"extras.{i}.kind", "") for i in range(len(spec.extras)))))
    seams, base = pick(SEAMS_KIND, usual["seams"]), pick(BASE_KIND, usual["base"])
    brought = grammar.of("base", base, Base).brings_seams
    by_class = tuple(
        (key, pick(kind_of(key), brought.get(key, seams)))
        for key in grammar.sewable
        if key in brought or lookup(spec, kind_of(key))
    )
    bag = grammar.bag(
        cloth=pick(CLOTH_KIND, usual["cloth"]),
        base=base,
        top=top,
        interfacing=pick(INTERFACING_KIND, usual["interfacing"]),
        carry=carry,
        extras=extras,
        seams=seams,
        by_class=by_class,
    )
    return bag, problems


def _unknown_fields(spec: Spec, kinds: Kinds, grammar: Grammar) -> list[Problem]:
    """Return what the spec gives that no variant has; another variant's fields wait for it unseen."""
    known = {path for path, _ in all_params(kinds)} | grammar.every_path(
        carry=len(spec.carry or ()), extras=len(spec.extras)
    )
    out = []
    for path, value in leaves(spec):
        if path not in known:
            root = path.rsplit(".", 1)[0]
            near = ", ".join(sorted(k.rsplit(".", 1)[1] for k in known if k.rsplit(".", 1)[0] == root))
            out.append(
                Problem(
                    "unknown-field",
                    path,
                    _shorten(value),
                    f"“{_shorten(path)}” is not a field of this bag.",
                    f"Take it out, or use one of: {near}.",
                )
            )
    return out


def read_step(step: float, unit: Unit, path: str) -> float:
    """Return a cutting grid in mm, if it is one of the ruler's. Raises SpecProblems, naming those."""
    if on_ruler(step, unit):
        return step
    offered = ", ".join(f"{s:g}" for s in steps_for(unit))
    why = f"A cutting grid of {step:g} mm is not offered here."
    raise SpecProblems((Problem("not-a-choice", path, f"{step:g}", why, f"Use one of (mm): {offered}."),))


def _grid(spec: Spec, problems: list[Problem]) -> Grid:
    usual, step = default_step(spec.unit), spec.grid.step
    try:
        return Grid(usual if step is None else read_step(step, spec.unit, "grid.step"), spec.grid.rounding)
    except SpecProblems as bad:
        problems.extend(bad.problems)
        return Grid(usual, spec.grid.rounding)


def _measured(spec: Spec) -> list[Problem]:
    """Return what is wrong with the allowances that a maker has measured: they are lengths like others."""
    problems: list[Problem] = []
    for name, mm in spec.usual.measured.items():
        try:
            read_length(MEASURED, f"usual.measured.{name}", mm, View(spec.unit, spec.unit), {})
        except SpecProblems as bad:
            problems.extend(bad.problems)
    return problems


def _allowance(given: Value, path: str, param: Param, general: Value, so_far: Resolved) -> Value:
    """Return the allowance of one class: its own, else its kind of seam's, else the general one."""
    kind = so_far.kinds.seam(path.partition(".")[2])
    if kind.own and (given.value is None or not kind.takes_allowance):
        mm, why = kind.own(so_far)
        return Value(mm, "default", why)
    if given.value is None:
        why = "General allowance." if general.source != "measured" else f"General allowance. {general.why}"
        return Value(general.value, general.source, why, "allowances.general")
    if given.source == "chosen":
        return Value(given.value, "chosen", f"Your own allowance for the {param.label.lower()}.")
    return given


def resolve(spec: Spec, grammar: Grammar, facts: Facts) -> Resolved:
    """
    Return *spec* with every default and fact filled in.

    Raises:
        SpecProblems: With every field that cannot be read, in the order of the fields.
    """
    preset = preset_of(spec.preset, facts)
    spec = with_straps(spec, grammar, facts)
    bag, problems = choose_variants(spec, grammar, preset.kinds)
    problems += _measured(spec)
    problems += _unknown_fields(spec, bag, grammar)
    grid = _grid(spec, problems)
    values: dict[str, Value] = {}
    so_far = Resolved(spec.unit, grid, spec.preset, bag, values, facts, spec.usual.measured, spec.silenced)
    work = _Resolving(spec, View(spec.unit, spec.unit), preset.values, values, problems)
    # defaults that follow from other fields come last, when those and the allowances are known
    for path, param in bag.params_at_once:
        values[path] = work.field(path, param, so_far)
    general = values[GENERAL]
    for path, param in bag.overrides:
        values[path] = _allowance(work.field(path, param, so_far), path, param, general, so_far)
    # what a given measure makes of a size comes before what follows from that size
    follow(so_far, values, early=True)
    for path, param in bag.params_that_follow:
        values[path] = work.field(path, param, so_far)
    follow(so_far, values)
    if problems:
        raise SpecProblems(tuple(problems))
    return so_far.settle()
