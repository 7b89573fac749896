"""What a variant declares, so that everything else can follow from it."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import TYPE_CHECKING, Literal, TypeVar, cast

from ambitus.core.fields import AnyChoice, AnyField, Kind, Length
from ambitus.core.grammar.allowances import allowance_of, kind_of
from ambitus.core.grammar.sizes import HEIGHT
from ambitus.core.lengths import Pair, View
from ambitus.core.once import Once
from ambitus.core.sew.acts import Lies
from ambitus.core.sums import Term

if TYPE_CHECKING:
    from ambitus.core.checks.mechanism import Rule
    from ambitus.core.form.model import Form, Mark, Part, Piece
    from ambitus.core.form.sewn import Sewn
    from ambitus.core.read.cutlist import Reader
    from ambitus.core.spec.resolved import Item, Resolved
    from ambitus.core.steps.model import Step

Slot = Literal["base", "top", "interfacing", "make", "attach", "extra", "seams", "cloth"]
Layer = Literal[
    "outer", "lining", "interfacing", "strap", "strap core", "insert", "cord", "band", "loop", "zip", "tab"
]

#: Cloth beyond the seam line, by class of seam, as terms for the sums. ``SHORTER`` is no seam: it is
#: what the layer is made less high than the bag.
Finishes = Mapping[str, tuple[Term, ...]]
SHORTER = "shorter"


@dataclass(frozen=True, slots=True)
class Option:
    """One value of a choice, with the words a maker reads."""

    key: str
    label: str
    help: str = ""


@dataclass(frozen=True, slots=True)
class Param:
    """
    What a variant asks for: one of its fields, with the words, default and range that it has there.

    A field of a list (``carry.drop``) is asked for every item of it. Lengths have a default (a Pair, or a
    rule from what is resolved so far) and a range in mm; choices have options; an outline is written as
    points. An optional length may be left out. ``shown_when`` and ``shown_unless`` hide a field that a
    choice makes pointless; it keeps its value.
    """

    path: AnyField
    label: str
    kind: Literal["length", "choice", "allowance", "outline"]
    default: "Pair | str | Callable[[Resolved], float | str] | None" = None
    low: float = 0.0
    high: float = 3000.0
    options: tuple[Option, ...] = ()
    optional: bool = False
    shown_when: tuple[AnyChoice, str] | None = None
    shown_unless: tuple[AnyChoice, str] | None = None
    #: the same by a rule, where it hangs on another part of the bag
    shown_if: "Callable[[Resolved], bool] | None" = None
    #: whether one of its options is offered in this bag; what is chosen always is
    offered: "Callable[[Resolved, str], bool] | None" = None
    help: str = ""
    #: whether its default follows from the kinds alone, so that others may follow from it
    early: bool = False
    #: the layer and dimension whose sum this field goes into first: ``outer/width``
    opens: str = ""
    #: the piece that its tiles tell of, by layer and part, where that is not what their phrase tells of
    tells: tuple[str, str] | None = None
    #: whether its tiles show the standing bag, though the rest of their phrase is told in words
    standing: bool = False
    why: str = "An ordinary trade value; change it if yours differs."


@dataclass(frozen=True, slots=True)
class Phrase:
    """
    A variant's words in the making sentence.

    ``before`` is plain text, ``says`` the button's words. Its tiles offer ``choices`` (field paths);
    ``fields`` are the lengths shown beneath them.
    """

    key: str
    label: str
    before: str
    says: "Callable[[Resolved, View, str], str]"
    choices: tuple[AnyField, ...] = ()
    fields: tuple[AnyField, ...] = ()


@dataclass(frozen=True, slots=True)
class Stroke:
    """
    One line of a section: what is seen where a seam, an edge or a strap is cut through.

    Sections are drawn in a box 100 wide and 60 high, y downwards, not to scale: they tell one way of
    sewing from another.
    """

    style: Literal["outer", "other", "strap", "stitch", "overcast"]
    points: tuple[tuple[float, float], ...]


Section = tuple[Stroke, ...]


def nothing_needed(_: "Resolved") -> str:
    """The ``needs`` of a variant that goes with everything."""
    return ""


def no_marks(_: "Item", __: "Form", ___: "Piece") -> "tuple[Mark, ...]":
    """The marks of a variant that asks for none."""
    return ()


def nothing_sewn(_: "Item", __: "Form", ___: Layer) -> "tuple[Sewn, ...]":
    """What is sewn for a variant that adds nothing at a place of its own."""
    return ()


def no_parts(_: "Item", __: "Form") -> "tuple[Part, ...]":
    """The parts of a variant that cuts nothing of its own."""
    return ()


def not_shorter(_: "Resolved", __: str) -> tuple[Term, ...]:
    """Nothing, of a top under which every layer is as high as the bag."""
    return ()


def none_unused(_: "Resolved") -> frozenset[str]:
    """The seam classes left out by a variant that always sews all of its own."""
    return frozenset()


def no_terms(_: "Item") -> tuple[Term, ...]:
    """A strap without a core, or an end that takes nothing from its core."""
    return ()


def plain_height(bag: "Resolved") -> tuple[Term, ...]:
    """The finished height as it was asked for, up to the top edge."""
    return (HEIGHT.term(bag, "Finished height"),)


def never(_: "Resolved") -> bool:
    """No, whatever the bag."""
    return False


def no_distance(_: "Resolved") -> float:
    """Nothing, of a top edge that is sewn where it ends."""
    return 0.0


def corner_of_form(_: "Resolved", form: "Form", __: Layer) -> float | None:
    """What is measured at a corner of a base whose layers are boxed alike."""
    return form.corner


def no_creases(_: "Item", __: float) -> tuple[float, ...]:
    """The creases of a strap that is not folded."""
    return ()


@dataclass(frozen=True, slots=True)
class Stage:
    """
    One thing done to the form of a layer once its base has drawn it: ``change(bag, layer, form, finishes)``
    returns the form after it. Lower ranks come first: SIZES change what a size comes to, SEEN how the bag
    stands, DIVIDES cut a face in two.
    """

    rank: int
    change: "Callable[[Resolved, Layer, Form, Finishes], Form]"


SIZES, SEEN, DIVIDES = 10, 20, 30
Act = Callable[["Item", "Form"], "tuple[Step, ...]"]
F = TypeVar("F")


@dataclass(frozen=True, kw_only=True)
class Variant:
    """
    What every variant declares.

    ``needs(resolved)`` returns an empty text where the variant goes with its neighbours, else the
    reason it does not. What it does is declared in one shape each: ``stages`` (form to form), ``parts``,
    ``marks``, ``acts`` and ``checks``; an item says which of the bag's variants is asked.
    """

    slot: Slot
    kind: str
    label: str
    help: str = ""
    params: tuple[Param, ...] = ()
    phrase: Phrase | None = None
    #: phrases that follow it in the sentence, where one would hold too much
    also: tuple[Phrase, ...] = ()
    #: its classes of seam, with their plain names
    classes: Mapping[str, str] = field(default_factory=dict)
    #: those of them that join the parts of a panel that is divided
    joins: tuple[str, ...] = ()
    #: the allowance that a class of its own usually has, where that is not the general one
    own_allowances: "Mapping[str, Pair]" = field(default_factory=dict)
    #: those of them that a choice of this bag does without
    unused: "Callable[[Resolved], frozenset[str]]" = none_unused
    needs: "Callable[[Resolved], str]" = nothing_needed
    #: what it does to the form of each layer
    stages: "tuple[Stage, ...]" = ()
    #: what is cut or bought for it besides the panels
    parts: "Callable[[Item, Form], tuple[Part, ...]]" = no_parts
    #: what is sewn, left open, caught and folded for it on the form of a layer, and marked there
    sewn: "Callable[[Item, Form, Layer], tuple[Sewn, ...]]" = nothing_sewn
    #: what else it marks on a piece
    marks: "Callable[[Item, Form, Piece], tuple[Mark, ...]]" = no_marks
    #: the work that it adds, to be sorted with the rest
    acts: "tuple[Act, ...]" = ()
    #: what else it is, for whoever asks for that by its type: see :meth:`Kinds.feature`
    features: tuple[object, ...] = ()
    #: what a bag with it is judged by, besides what every bag is
    checks: "tuple[Rule, ...]" = ()
    #: how it looks cut through, for its tile and its page
    section: Section = ()

    @property
    def phrases(self) -> tuple[Phrase, ...]:
        """Its words in the sentence, in order."""
        return ((self.phrase,) if self.phrase else ()) + self.also

    def steps(self, item: "Item", form: "Form") -> "tuple[Step, ...]":
        """Return the steps of all its acts."""
        return tuple(step for act in self.acts for step in act(item, form))


@dataclass(frozen=True, kw_only=True)
class Base(Variant):
    """
    A base: it makes the form. ``also_sewn`` are seams that have a kind but no allowance;
    ``form(resolved, finishes)`` settles the size on the cutting grid and draws it in seam lines.
    """

    slot: Slot = "base"
    also_sewn: Mapping[str, str] = field(default_factory=dict)
    form: "Callable[[Resolved, Finishes], Form]"
    read: "Reader"
    #: whether a bag on it has an edge that straps can hang from
    carries: bool = True
    #: whether its panels can be divided at a level: by a bottom of another cloth, or a facing
    divides: bool = True
    #: defaults that follow from this base, before those of the preset: field (``carry.from_side``) -> rule
    usual: "Mapping[AnyField, Callable[[Resolved], float]]" = field(default_factory=dict)
    #: what is measured at a corner that is boxed after sewing, of one layer
    corner: "Callable[[Resolved, Form, Layer], float | None]" = corner_of_form
    #: straight stretch of seam that a turning gap could use, by seam class, from the size asked for
    straight: "Callable[[Resolved], Mapping[str, float]]"


@dataclass(frozen=True, kw_only=True)
class Top(Variant):
    """
    A top edge: the layers it asks for, its finish on each, and the marks it makes on pieces.

    ``brings`` are the kinds that its neighbours take where the maker has not chosen any: a hemmed bag
    has no lining to hide interfacing, and sews its straps to the hem.
    """

    slot: Slot = "top"
    layers: tuple[Layer, ...]
    finish: "Callable[[Resolved, Layer], tuple[Term, ...]]"
    brings: Mapping[Slot, str] = field(default_factory=dict)
    #: the finished height, as a maker would add it up
    height: "Callable[[Resolved], tuple[Term, ...]]" = plain_height
    #: what a layer is made less high than the bag
    shorter: "Callable[[Resolved, Layer], tuple[Term, ...]]" = not_shorter
    #: how far below the finished edge its panels are sewn to what closes them
    sewn_below: "Callable[[Resolved], float]" = no_distance
    #: whether nothing is sewn round its mouth once the sides are
    sewn_flat: "Callable[[Resolved], bool]" = never
    #: the class of seam that joins what meets at the mouth, and whether its two sides are sewn to each other
    mouth_seam: str = "top"
    shut: bool = False
    #: what a cut list tells of it besides the allowances of its classes: name there -> field
    told: Mapping[str, Length] = field(default_factory=dict)
    #: choices that its small pieces follow from, which a cut list tells by their field
    chosen: tuple[AnyChoice, ...] = ()
    #: what it takes of a panel's top edge, from a cut list's (allowances, measures)
    read: Callable[[Mapping[str, float], Mapping[str, float]], float]


@dataclass(frozen=True, kw_only=True)
class Interfacing(Variant):
    """An interfacing policy: the finish of each edge, from the finish its outer has there."""

    slot: Slot = "interfacing"
    cuts: bool = True
    #: the one part of the bag that it lies in; nothing for all of it
    part: str = ""
    finish: "Callable[[Resolved, tuple[Term, ...]], tuple[Term, ...]]"


@dataclass(frozen=True, slots=True)
class Row:
    """
    One thing done to a seam: a row of stitching, a trim, a pressing.

    ``title`` holds ``{seam}`` for the seam's own words. ``no_return`` rows cannot be taken back. ``edges`` is
    what becomes of the two edges: sewn to each other, trimmed, held together beside that, or worked apart.
    """

    key: str
    title: str
    say: str
    lengths: tuple[tuple[str, float], ...] = ()
    no_return: bool = False
    settings: str = ""
    edges: Literal["sewn", "trimmed", "together", "apart"] = "sewn"
    #: how the edges lie while it is sewn
    lies: Lies = "right"


@dataclass(frozen=True, kw_only=True)
class SeamKind(Variant):
    """
    A kind of seam: what it eats of each edge, how it is sewn, and how it is read back.

    ``eats(resolved, class, name, over)`` are the terms of one edge; ``over`` is whether the edge is the
    upper one, where that matters. ``own`` is the allowance this kind takes unless the class has its own.
    ``sews`` are the classes it can be sewn on; the others stay plain.
    """

    slot: Slot = "seams"
    sews: frozenset[str] = frozenset({"side", "base", "corner", "gusset", "ring", "end"})
    #: whether its raw edges are enclosed or overcast
    finished: bool
    #: whether an allowance can be given for it
    takes_allowance: bool = True
    #: whether its two edges are cut differently
    laps: bool = False
    #: whether the right side of the cloth is out when it is sewn last
    right_out: bool = False
    eats: "Callable[[Resolved, str, str, bool], tuple[Term, ...]]"
    own: "Callable[[Resolved], tuple[float, str]] | None" = None
    #: what stands beyond the seam line once it is sewn, of an allowance: (resolved, class, mm sewn)
    stands: "Callable[[Resolved, str, float], float]"
    rows: "Callable[[Resolved, str, float], tuple[Row, ...]]"
    #: what the seams' pressing says
    press: str
    #: what a cut list tells of it besides its allowance: name there -> field
    told: Mapping[str, Length] = field(default_factory=dict)
    #: what it eats of an edge: (allowance of the class, the fields told, over)
    read: Callable[[float, Mapping[str, float], bool], float]


@dataclass(frozen=True, kw_only=True)
class Make(Variant):
    """
    How a strap is made: the terms of its cut width from the finished width, and its creases.

    ``cut_across`` is false for what is bought at its width. ``finished`` is the width that a cut width
    makes; ``read_width`` says the same from a cut list's numbers.
    """

    slot: Slot = "make"
    width: "Callable[[Item], tuple[Term, ...]]"
    core_width: "Callable[[Item], tuple[Term, ...]]" = no_terms
    creases: "Callable[[Item, float], tuple[float, ...]]" = no_creases
    cut_across: bool = True
    layers: int
    #: thickness of one layer where it is not the outer cloth, in mm
    thickness: float | None = None
    told: tuple[Length, ...] = ()
    finished: "Callable[[Item, float], float]"
    read_width: Callable[[float, Mapping[str, float], Mapping[str, float]], float]


@dataclass(frozen=True, kw_only=True)
class Attach(Variant):
    """
    How a strap is attached: the cloth beyond its visible end, and the marks it makes on a face.

    ``tops`` are the kinds of top edge it goes with, or none for all. ``crossed(item)`` is how
    many layers of outer, of lining and of strap lie under the needle at its end.
    """

    slot: Slot = "attach"
    #: in the making sentence
    says: str
    tops: tuple[str, ...] = ()
    tail: "Callable[[Item], tuple[Term, ...]]"
    core_short: "Callable[[Item], tuple[Term, ...]]" = no_terms
    crossed: "Callable[[Item], tuple[int, int, int]]"
    told: tuple[Length, ...] = ()
    #: what one end gives up: (allowances, measures, what the strap's row tells)
    read_tail: Callable[[Mapping[str, float], Mapping[str, float], Mapping[str, float]], float]

    def fits(self, top: str) -> bool:
        """Whether it goes with the top edge of kind *top*."""
        return not self.tops or top in self.tops


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
    extras: tuple[Variant, ...]
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
        return tuple((at, v) for at, v in self.with_prefix if v.sewn is not nothing_sewn)

    @cached_property
    def in_cutting_order(self) -> tuple[tuple[str, Variant], ...]:
        """Every variant in the order that its parts are cut: the base's, the straps', the others'."""
        order = {"base": 0, "carry": 1}
        return tuple(sorted(self.with_prefix, key=lambda item: order.get(item[0].partition(".")[0], 2)))

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
        return kind if key in kind.sews and key in self.sewn else self.plain

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
        return callable(param.default) or param.path in self.base.usual

    @cached_property
    def params_at_once(self) -> tuple[tuple[str, Param], ...]:
        """The fields whose default follows from no other field."""
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
                extras=tuple(self.of("extra", kind, Variant) for kind in extras),
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
