"""The variants of one bag, and what follows from them together."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import TYPE_CHECKING, TypeVar

from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import (
    Attach,
    Base,
    Extra,
    Interfacing,
    Make,
    SeamKind,
    Stage,
    Top,
    Variant,
    nothing_sewn,
)
from ambitus.core.once import Once

if TYPE_CHECKING:
    from ambitus.core.checks.mechanism import Rule

F = TypeVar("F")


@dataclass(frozen=True, kw_only=True)
class Strap:
    """The kinds of one item of the carry list: a make and an attachment."""

    make: Make
    attach: Attach


@dataclass(frozen=True, kw_only=True)
class Kinds(Once):
    """The variant chosen in every slot; ``seams_by_class`` are the seams that are not of the bag's kind."""

    cloth: Variant
    base: Base
    top: Top
    interfacing: Interfacing
    carry: tuple[Strap, ...]
    extras: tuple[Extra, ...]
    seams: SeamKind
    plain: SeamKind
    seams_by_class: Mapping[str, SeamKind] = field(default_factory=dict)
    _once: dict[object, object] = field(default_factory=dict, repr=False, compare=False)

    @cached_property
    def with_prefix(self) -> tuple[tuple[str, Variant], ...]:
        """Every variant with the prefix of its fields, in the order of the sentence."""
        carried: list[tuple[str, Variant]] = []
        for i, item in enumerate(self.carry):
            carried += [(f"carry.{i}", item.make), (f"carry.{i}", item.attach)]
        return (
            ("cloth", self.cloth),
            ("base", self.base),
            ("top", self.top),
            ("interfacing", self.interfacing),
            *carried,
            *((f"extras.{i}", extra) for i, extra in enumerate(self.extras)),
            ("seams", self.seams),
        )

    @cached_property
    def every_variant(self) -> tuple[tuple[str, Variant], ...]:
        """The same, and after them the kinds of the seams that are not of the bag's kind."""
        others = {v.kind: v for v in self.seams_by_class.values() if v.kind != self.seams.kind}
        return (*self.with_prefix, *(("seams", v) for v in others.values()))

    @cached_property
    def stages(self) -> tuple[Stage, ...]:
        """What its variants do to a form, in order."""
        every = (stage for _, variant in self.with_prefix for stage in variant.stages)
        return tuple(sorted(every, key=lambda stage: stage.rank))

    @cached_property
    def sewing(self) -> tuple[tuple[str, Variant], ...]:
        """Those of its variants for which something is sewn at a place of its own, with their prefix."""
        return tuple((at, v) for at, v in self.every_variant if v.sewn is not nothing_sewn)

    @cached_property
    def in_cutting_order(self) -> tuple[tuple[str, Variant], ...]:
        """Every variant in the order that its parts are cut: the base's, the straps', the others'."""
        order = {"base": 0, "carry": 1}
        return tuple(sorted(self.every_variant, key=lambda item: order.get(item[0].partition(".")[0], 2)))

    def feature(self, kind: type[F]) -> F | None:
        """Return what one of its variants declares of this type, or None: ``bag.feature(DrawnUp)``."""
        for _, variant in self.with_prefix:
            for feature in variant.features:
                if isinstance(feature, kind):
                    return feature
        return None

    @cached_property
    def checks(self) -> "tuple[Rule, ...]":
        """What its variants judge it by, in their order."""
        return tuple(dict.fromkeys(rule for _, variant in self.every_variant for rule in variant.checks))

    def seam(self, key: str) -> SeamKind:
        """Return the kind of the seams of class *key*: its own, else the bag's where that can sew it."""
        kind = self.seams_by_class.get(key, self.seams)
        folds = self.base.one_seam and not kind.turns
        return kind if key in kind.sews and key in self.sewn and not folds else self.plain

    @cached_property
    def params(self) -> tuple[tuple[str, Param], ...]:
        """Every field that the variants declare, with its full path; variants may share one."""
        return tuple(
            {p.path.in_(prefix): p for prefix, variant in self.every_variant for p in variant.params}.items()
        )

    @cached_property
    def param_at(self) -> "dict[str, Param]":
        """Every field by its full path."""
        return dict(self.params)

    def _follows(self, param: Param) -> bool:
        return (callable(param.default) and not param.at_once) or param.path in self.base.usual

    @cached_property
    def params_at_once(self) -> tuple[tuple[str, Param], ...]:
        """The fields whose default follows from no other field, or only from one that is declared before."""
        return tuple(item for item in self.params if not self._follows(item[1]))

    @cached_property
    def params_that_follow(self) -> tuple[tuple[str, Param], ...]:
        """The fields whose default is worked out from other fields."""
        found = (item for item in self.params if self._follows(item[1]))
        return tuple(sorted(found, key=lambda item: not item[1].early))

    @cached_property
    def overrides(self) -> tuple[tuple[str, Param], ...]:
        """The allowance of each class of seam: optional, because the general one stands in."""
        own = {key: pair for _, v in self.with_prefix for key, pair in v.own_allowances.items()}
        return tuple(
            (
                allowance_of(key),
                Param(allowance_of(key), name, "allowance", own.get(key), optional=True, high=200.0),
            )
            for key, name in self.classes.items()
        )

    @cached_property
    def classes(self) -> dict[str, str]:
        """Every class of seam that these variants can have, with its plain name."""
        return {key: name for _, variant in self._seamed for key, name in variant.classes.items()}

    @cached_property
    def _seamed(self) -> tuple[tuple[str, Variant], ...]:
        """Every variant, in the order its classes of seam are told: the base's first."""
        return tuple(sorted(self.with_prefix, key=lambda item: item[0] not in ("base", "top")))

    def sewn_by(self, key: str) -> tuple[Variant, ...]:
        """Return the variants that have seams of class *key*."""
        return tuple(variant for _, variant in self._seamed if key in variant.classes)

    @cached_property
    def sewn(self) -> dict[str, str]:
        """The seams of the body, whose kind can be chosen."""
        return {**self.base.classes, **self.base.also_sewn}
