"""The resolved spec: every field has a value and a source. The rest of the core sees only this."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any

from ambitus.core.fields import Choice, Value
from ambitus.core.lengths import Grid, Pair, Unit
from ambitus.core.once import Once

if TYPE_CHECKING:
    from ambitus.core.grammar.bag_kinds import Kinds
    from ambitus.core.grammar.contract import Attach, Extra, Make


#: the cloths of a bag, each with a field that names it
CLOTHS = ("outer", "lining", "contrast")


@dataclass(frozen=True, slots=True)
class ClothFacts:
    """
    What is known of a material: mm thick, how it frays (0 no, 1 little, 2 much), strength, width, and
    whether a pin's hole closes again (``pins``), and what share of a curved seam it eases in (``ease``).
    ``stiff`` cloth does not gather, ``pile`` comes off under a load, and one that ``melts`` is synthetic.
    """

    key: str
    label: str
    thickness: float
    fray: int
    strength: int
    usual_width: float
    iron: str
    needle: str
    stitch: float
    pins: bool
    ease: float
    stiff: bool
    pile: bool
    melts: bool


@dataclass(frozen=True, slots=True)
class InterfacingFacts:
    """What is known of an interfacing: mm thick, too bulky for seams, too stiff to gather."""

    key: str
    label: str
    thickness: float
    bulky: bool
    fused: bool
    stiff: bool


@dataclass(frozen=True, slots=True)
class ZipFacts:
    """
    What is known of a kind of zip.

    ``tape`` is its width, ``teeth`` that of its closed teeth, ``tail`` the tape beyond each stop and
    ``slider`` how long that is. ``stitched`` is whether a needle may cross its teeth. ``stock`` are the
    lengths sold, stop to stop, by unit set (``metric`` or ``inch``), in mm.
    """

    key: str
    label: str
    tape: Pair
    teeth: Pair
    tail: Pair
    slider: Pair
    stitched: bool
    stock: Mapping[str, tuple[float, ...]]


@dataclass(frozen=True, slots=True)
class Beginning:
    """One plain way to begin from a preset: its words, and the plain data of the spec that it puts in."""

    key: str
    label: str
    help: str
    spec: Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class Preset:
    """A named starting point: the variant for each slot and defaults by field path. Plain data."""

    key: str
    label: str
    help: str
    kinds: Mapping[str, str]
    values: Mapping[str, Pair | str]
    #: how many pairs of straps a bag begins with
    straps: int = 1
    #: a few plain choices to begin with; the first is the usual one
    ways: tuple[Beginning, ...] = ()


@dataclass(frozen=True, slots=True)
class Facts:
    """The shipped facts and starting points that a spec may name."""

    cloths: Mapping[str, ClothFacts]
    interfacings: Mapping[str, InterfacingFacts]
    presets: Mapping[str, Preset]
    zips: Mapping[str, ZipFacts]


@dataclass(frozen=True, slots=True)
class Resolved(Once):
    """
    A whole bag: unit set, grid, the variant in every slot (``kinds``), and a value for every field.

    ``values`` is keyed by field path (``size.width``, ``carry.0.drop``, ``allowances.side``).
    """

    unit: Unit
    grid: Grid
    preset: str
    kinds: "Kinds"
    values: Mapping[str, Value]
    facts: Facts
    measured: Mapping[str, float] = field(default_factory=dict)
    #: checks not to be heard on this plan: id -> the maker's reason
    silenced: Mapping[str, str] = field(default_factory=dict)
    #: where the bag itself stands: nowhere in a list
    at: str = ""
    #: what follows from it, once every value is known; while it is being resolved nothing is kept
    _once: dict[object, object] | None = field(init=False, default=None, repr=False, compare=False)

    def settle(self) -> "Resolved":
        """Say that every value is known from here on."""
        object.__setattr__(self, "_once", {})
        return self

    @property
    def items(self) -> "tuple[Item, ...]":
        """The items of its carry list."""
        return tuple(Item(self, f"carry.{n}") for n in range(len(self.kinds.carry)))

    @property
    def extras(self) -> "tuple[Item, ...]":
        """The items of its list of extras."""
        return tuple(Item(self, f"extras.{n}") for n in range(len(self.kinds.extras)))

    @property
    def classes(self) -> dict[str, str]:
        """Every class of seam that is sewn in this bag, with its plain name."""
        return self.once(_classes)

    @property
    def sewn(self) -> dict[str, str]:
        """The seams of the body that are sewn in this bag, whose kind can be chosen."""
        return self.once(_sewn)

    @property
    def materials(self) -> dict[str, str]:
        """What its cloths and its interfacing are called, by ``outer``, ``interfacing``."""
        names = {layer: self.cloth(layer).label for layer in CLOTHS}
        if material := Choice[str]("interfacing.material").found(self):
            names["interfacing"] = self.facts.interfacings[str(material.value)].label
        return names

    def cloth(self, layer: str) -> ClothFacts:
        """Return the facts of the cloth of *layer* (``outer`` or ``lining``)."""
        return self.facts.cloths[Choice[str](f"cloth.{layer}").of(self)]


def _classes(bag: Resolved) -> dict[str, str]:
    every = bag.kinds.classes.items()
    return {
        key: name
        for key, name in every
        if any(key not in variant.unused(bag) for variant in bag.kinds.sewn_by(key))
    }


def _sewn(bag: Resolved) -> dict[str, str]:
    unused = bag.kinds.base.unused(bag)
    return {key: name for key, name in bag.kinds.sewn.items() if key not in unused}


@dataclass(frozen=True, slots=True)
class Item:
    """One item of a list of a resolved bag; its fields are asked of it: ``DROP.of(item)``."""

    bag: Resolved
    at: str

    @property
    def values(self) -> Mapping[str, Value]:
        """Every value of its bag, by whole path."""
        return self.bag.values

    @property
    def number(self) -> int:
        """Its place in the list, from nothing."""
        return int(self.at.rpartition(".")[2])

    @property
    def extra(self) -> "Extra":
        """What is put on, of an item of the extras."""
        return self.bag.kinds.extras[self.number]

    @property
    def make(self) -> "Make":
        """How it is made."""
        return self.bag.kinds.carry[self.number].make

    @property
    def attach(self) -> "Attach":
        """How it is attached."""
        return self.bag.kinds.carry[self.number].attach
