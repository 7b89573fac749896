"""What a variant declares, so that everything else can follow from it."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import TYPE_CHECKING, Any, Literal

from ambitus.core.lengths import Pair, View
from ambitus.core.sums import Term

if TYPE_CHECKING:
    from ambitus.core.form.model import Form, Mark, Piece
    from ambitus.core.read.cutlist import Reader
    from ambitus.core.spec.resolved import Resolved
    from ambitus.core.steps.model import Step

Slot = Literal["base", "top", "interfacing", "make", "attach", "seams", "cloth"]
Layer = Literal["outer", "lining", "interfacing", "strap", "strap core"]

#: Cloth beyond the seam line, by class of seam, as terms for the sums.
Finishes = Mapping[str, tuple[Term, ...]]


@dataclass(frozen=True, slots=True)
class Option:
    """One value of a choice, with the words a maker reads."""

    key: str
    label: str
    help: str = ""


@dataclass(frozen=True, slots=True)
class Param:
    """
    A field of a variant.

    ``path`` is relative to the variant's slot unless it starts with a slot of its own
    (``size.width``). Lengths have a default (a Pair, or a rule from what is resolved so far) and a
    range in mm; choices have options. An optional length may be left out. ``shown_when`` hides a
    field that a choice makes pointless; it keeps its value.
    """

    path: str
    label: str
    kind: Literal["length", "choice", "allowance"]
    default: "Pair | str | Callable[[Resolved], float] | None" = None
    low: float = 0.0
    high: float = 3000.0
    options: tuple[Option, ...] = ()
    optional: bool = False
    shown_when: tuple[str, str] | None = None
    help: str = ""
    #: the layer and dimension whose sum this field goes into first: ``outer/width``
    opens: str = ""
    why: str = "An ordinary trade value; change it if yours differs."


@dataclass(frozen=True, slots=True)
class Phrase:
    """
    A variant's words in the making sentence.

    ``before`` is plain text, ``says`` the button's words. Its tiles offer ``choices`` (field paths);
    ``fields`` are the lengths shown beneath them. Paths are relative like a Param's.
    """

    key: str
    label: str
    before: str
    says: "Callable[[Resolved, View, str], str]"
    choices: tuple[str, ...] = ()
    fields: tuple[str, ...] = ()


def nothing_needed(_: "Resolved") -> str:
    """The ``needs`` of a variant that goes with everything."""
    return ""


def no_steps(_: "Resolved", __: str, ___: "Form") -> "tuple[Step, ...]":
    """The steps of a variant that adds none."""
    return ()


def no_marks(_: "Resolved", __: "Form", ___: "Piece") -> "tuple[Mark, ...]":
    """The marks of a base that asks for none."""
    return ()


@dataclass(frozen=True, kw_only=True)
class Variant:
    """
    What every variant declares.

    ``needs(resolved)`` returns an empty text where the variant goes with its neighbours, else the
    reason it does not. ``steps(resolved, prefix, form)`` returns its steps, to be sorted with the others.
    """

    slot: Slot
    kind: str
    label: str
    help: str = ""
    params: tuple[Param, ...] = ()
    phrase: Phrase | None = None
    needs: "Callable[[Resolved], str]" = nothing_needed
    steps: "Callable[[Resolved, str, Form], tuple[Step, ...]]" = no_steps


@dataclass(frozen=True, kw_only=True)
class Base(Variant):
    """
    A base: it makes the form. ``classes`` are its seam classes with their plain names;
    ``form(resolved, finishes)`` settles the size on the cutting grid and draws it in seam lines.
    """

    slot: Slot = "base"
    classes: Mapping[str, str] = field(default_factory=dict)
    form: "Callable[[Resolved, Finishes], Form]"
    read: "Reader"
    #: marks that the base asks for on a sewn panel
    marks: "Callable[[Resolved, Form, Piece], tuple[Mark, ...]]" = no_marks
    #: straight stretch of seam that a turning gap could use, by seam class, from the size asked for
    straight: "Callable[[Resolved], Mapping[str, float]]"


@dataclass(frozen=True, kw_only=True)
class Top(Variant):
    """A top edge: the layers it asks for, its finish on each, and the marks it makes on pieces."""

    slot: Slot = "top"
    classes: Mapping[str, str] = field(default_factory=dict)
    layers: tuple[Layer, ...]
    finish: "Callable[[Resolved, Layer], tuple[Term, ...]]"
    marks: "Callable[[Resolved, Form, Piece], tuple[Mark, ...]]"
    #: allowance on a panel's top edge, from a cut list's allowances
    read: Callable[[Mapping[str, float]], float]


@dataclass(frozen=True, kw_only=True)
class Interfacing(Variant):
    """An interfacing policy: the finish of each edge, from the finish its outer has there."""

    slot: Slot = "interfacing"
    cuts: bool = True
    finish: "Callable[[Resolved, tuple[Term, ...]], tuple[Term, ...]]"


@dataclass(frozen=True, kw_only=True)
class Make(Variant):
    """How a strap is made: the terms of its cut width from the finished width, and its creases."""

    slot: Slot = "make"
    width: "Callable[[Resolved, str], tuple[Term, ...]]"
    core_width: "Callable[[Resolved, str], tuple[Term, ...]]"
    creases: Callable[[float], tuple[float, ...]]
    layers: int
    read_width: Callable[[float], float]


@dataclass(frozen=True, kw_only=True)
class Attach(Variant):
    """How a strap is attached: the cloth beyond its visible end, and the marks it makes on a face."""

    slot: Slot = "attach"
    tail: "Callable[[Resolved, str], tuple[Term, ...]]"
    core_short: "Callable[[Resolved, str], tuple[Term, ...]]"
    marks: "Callable[[Resolved, str, Form, Piece], tuple[Mark, ...]]"
    read_tail: Callable[[Mapping[str, float], Mapping[str, float]], float]


@dataclass(frozen=True, kw_only=True)
class Strap:
    """One item of the carry list: a make and an attachment."""

    make: Make
    attach: Attach


@dataclass(frozen=True, kw_only=True)
class Bag:
    """The variant chosen in every slot."""

    cloth: Variant
    base: Base
    top: Top
    interfacing: Interfacing
    carry: tuple[Strap, ...]
    seams: Variant

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
            ("allowances", self.seams),
        )

    @cached_property
    def params(self) -> tuple[tuple[str, Param], ...]:
        """Every field that the variants declare, with its full path."""
        return tuple(
            (full_path(prefix, p.path), p) for prefix, variant in self.with_prefix for p in variant.params
        )

    @cached_property
    def params_in_turn(self) -> tuple[tuple[str, Param], ...]:
        """The same fields; those whose default follows from other fields come last."""
        return tuple(sorted(self.params, key=lambda item: callable(item[1].default)))

    @cached_property
    def overrides(self) -> tuple[tuple[str, Param], ...]:
        """The allowance of each class of seam: optional, because the general one stands in."""
        return tuple(
            (f"allowances.{key}", Param(f"allowances.{key}", name, "allowance", optional=True, high=200.0))
            for key, name in self.classes.items()
        )

    @cached_property
    def classes(self) -> dict[str, str]:
        """Every class of seam in the bag with its plain name."""
        return {**self.base.classes, **self.top.classes}


#: where a slot's fields live, when not under its own name
_PREFIXES = {"seams": "allowances"}
SLOT_ROOTS = ("size", "base", "top", "cloth", "interfacing", "carry", "allowances")


def full_path(prefix: str, path: str) -> str:
    """
    Return *path* under *prefix*, unless it names a slot itself.

    >>> full_path("base", "width_means"), full_path("base", "size.width")
    ('base.width_means', 'size.width')
    """
    return path if path.split(".", 1)[0] in SLOT_ROOTS and "." in path else f"{prefix}.{path}"


@dataclass(frozen=True, slots=True)
class Grammar:
    """The variants by slot and kind, in the order their tiles are shown."""

    slots: Mapping[str, Mapping[str, Any]]
    _bags: dict[object, Bag] = field(default_factory=dict, repr=False, compare=False)
    _paths: dict[int, frozenset[str]] = field(default_factory=dict, repr=False, compare=False)

    def bag(self, *, carry: tuple[tuple[str, str], ...], **kinds: str) -> Bag:
        """Return the bag of these kinds; the same kinds give the same bag, made once."""
        names = (carry, *sorted(kinds.items()))
        found = self._bags.get(names)
        if found is None:
            chosen = {slot: self.slots[slot][kind] for slot, kind in kinds.items()}
            straps = tuple(
                Strap(make=self.slots["make"][make], attach=self.slots["attach"][attach])
                for make, attach in carry
            )
            found = self._bags[names] = Bag(carry=straps, **chosen)
        return found

    def every_path(self, straps: int) -> frozenset[str]:
        """Return every field path that some variant of this grammar has, kinds included."""
        found = self._paths.get(straps)
        if found is None:
            paths = {f"{slot}.kind" for slot in SLOT_ROOTS if slot not in ("size", "carry")}
            carried = [f"carry.{i}" for i in range(straps)]
            paths |= {f"{item}.{slot}" for item in carried for slot in ("make", "attach")}
            for slot, variants in self.slots.items():
                prefixes = carried if slot in ("make", "attach") else [_PREFIXES.get(slot, slot)]
                for variant in variants.values():
                    paths |= {full_path(prefix, p.path) for prefix in prefixes for p in variant.params}
                    paths |= {f"allowances.{key}" for key in getattr(variant, "classes", ())}
            found = self._paths[straps] = frozenset(paths)
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
