"""Every variant there is, by slot and kind, and the bags that can be made of them."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import TypeVar, cast

from ambitus.core.fields import Kind, Length
from ambitus.core.grammar.allowances import allowance_of, kind_of
from ambitus.core.grammar.bag_kinds import Kinds, Strap
from ambitus.core.grammar.contract import (
    Attach,
    Base,
    Extra,
    Interfacing,
    Make,
    SeamKind,
    Slot,
    Top,
    Variant,
)
from ambitus.core.grammar.given import Given

SLOT_ROOTS = ("size", "base", "top", "cloth", "interfacing", "carry", "extras", "seams", "allowances")
#: where the spec holds a list: the leaves of one of its items that name a kind, and the slots they are of
LISTS: Mapping[str, Mapping[str, Slot]] = {
    "carry": {"make": "make", "attach": "attach"},
    "extras": {"kind": "extra"},
}


def home_of(slot: str) -> str:
    """
    Return where in a spec a slot's variants are chosen.

    >>> home_of("make"), home_of("extra"), home_of("top")
    ('carry', 'extras', 'top')
    """
    return next((root for root, leaves in LISTS.items() if slot in leaves.values()), slot)


V = TypeVar("V", bound=Variant)


@dataclass(frozen=True, slots=True)
class Grammar:
    """The variants by slot and kind, in the order their tiles are shown."""

    slots: Mapping[str, Mapping[str, Variant]] = field(repr=False)
    _bags: dict[object, Kinds] = field(default_factory=dict, repr=False, compare=False)
    _paths: dict[object, frozenset[str]] = field(default_factory=dict, repr=False, compare=False)
    _every: dict[object, object] = field(default_factory=dict, repr=False, compare=False)
    _sewable: list[str] = field(default_factory=list, repr=False, compare=False)

    def of(self, slot: str, kind: str, of_type: type[V]) -> V:
        """Return a variant. Raises KeyError if there is none, TypeError if it is no *of_type*."""
        found = self.slots[slot][kind]
        if not isinstance(found, of_type):
            raise TypeError(f"{slot}.{kind} is no {of_type.__name__}")
        return found

    def every(self, slot: str, of_type: type[V]) -> dict[str, V]:
        """Return every variant of a slot by its kind; found once."""
        found = self._every.get((slot, of_type))
        if found is None:
            found = {kind: self.of(slot, kind, of_type) for kind in self.slots.get(slot, {})}
            self._every[slot, of_type] = found
        return cast(dict[str, V], found)

    def bag(
        self,
        *,
        carry: tuple[tuple[str, str], ...],
        extras: tuple[str, ...] = (),
        by_class: tuple[tuple[str, str], ...] = (),
        **kinds: str,
    ) -> Kinds:
        """Return the bag of these kinds; the same kinds give the same bag, made once."""
        names = (carry, extras, by_class, *sorted(kinds.items()))
        found = self._bags.get(names)
        if found is None:
            found = self._bags[names] = Kinds(
                cloth=self.of("cloth", kinds["cloth"], Variant),
                base=self.of("base", kinds["base"], Base),
                top=self.of("top", kinds["top"], Top),
                interfacing=self.of("interfacing", kinds["interfacing"], Interfacing),
                carry=tuple(
                    Strap(make=self.of("make", make, Make), attach=self.of("attach", attach, Attach))
                    for make, attach in carry
                ),
                extras=tuple(self.of("extra", kind, Extra) for kind in extras),
                seams=self.of("seams", kinds["seams"], SeamKind),
                plain=self.of("seams", "plain", SeamKind),
                seams_by_class={key: self.of("seams", kind, SeamKind) for key, kind in by_class},
            )
        return found

    def kinds_at(self, path: str) -> Mapping[str, Variant] | None:
        """Return what can be chosen at a path that names a kind (``base.kind``, ``seams.side``), or None."""
        at = Kind(path)
        if at.root in LISTS:
            slot = LISTS[at.root].get(at.leaf)
            return self.slots.get(slot, {}) if slot else None
        if at.leaf == "kind":
            return self.slots.get(at.root) or None
        if at.root == "seams" and at.leaf in self.sewable:
            return {k: v for k, v in self.every("seams", SeamKind).items() if at.leaf in v.sews}
        return None

    def listed(self, top: str, seams: Iterable[str]) -> dict[str, Length]:
        """
        Return which field each name is that a cut list tells among its allowances, of a bag with this kind of
        top edge and these kinds of seam; cloth and interfacing tell by the same names whichever they are.
        """
        made_up = (v for slot in ("cloth", "interfacing") for v in self.slots.get(slot, {}).values())
        every = (*made_up, self.of("top", top, Top), *(self.of("seams", kind, SeamKind) for kind in seams))
        return {name: path for variant in every for name, path in variant.listed.items()}

    @property
    def givens(self) -> tuple[Given, ...]:
        """Every measure that may be given in place of a field, by whichever variant."""
        every = (variant for variants in self.slots.values() for variant in variants.values())
        return tuple(dict.fromkeys(given for variant in every for given in variant.givens))

    @property
    def sewable(self) -> tuple[str, ...]:
        """The classes of seam whose kind can be chosen, in the order bases name them."""
        if not self._sewable:
            bases = self.every("base", Base).values()
            every = {c: None for base in bases for c in (*base.classes, *base.also_sewn)}
            kinds = self.every("seams", SeamKind).values()
            self._sewable.extend(key for key in every if any(key in kind.sews for kind in kinds))
        return tuple(self._sewable)

    def every_path(self, **items: int) -> frozenset[str]:
        """Return every field path that some variant has, kinds included; *items* is how long each list is."""
        found = self._paths.get(tuple(items.items()))
        if found is None:
            paths = {f"{slot}.kind" for slot in self.slots if home_of(slot) == slot}
            paths |= {kind_of(key) for key in self.sewable}
            for root, leaves in LISTS.items():
                paths |= {f"{root}.{i}.{leaf}" for i in range(items.get(root, 0)) for leaf in leaves}
            for slot, variants in self.slots.items():
                home = home_of(slot)
                prefixes = [f"{home}.{i}" for i in range(items.get(home, 0))] if home in LISTS else [home]
                for variant in variants.values():
                    paths |= {p.path.in_(prefix) for prefix in prefixes for p in variant.params}
                    paths |= {allowance_of(key) for key in variant.classes}
            found = self._paths[tuple(items.items())] = frozenset(paths)
        return found

    def with_variant(self, variant: Variant) -> "Grammar":
        """Return this grammar with one more variant; the rest is shared."""
        slot = {**self.slots.get(variant.slot, {}), variant.kind: variant}
        return Grammar({**self.slots, variant.slot: slot})


def grammar_of(*variants: Variant) -> Grammar:
    """Return the grammar made of *variants*."""
    grammar = Grammar({})
    for variant in variants:
        grammar = grammar.with_variant(variant)
    return grammar
