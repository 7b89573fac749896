"""
Fields: what a maker can choose of a bag, each known by its path and typed by what it holds.

A field is its path (``size.width``), so it can stand wherever a path is told: in a spec, in a finding, on the
wire. Code asks the field and not the path: ``HEM.of(bag)`` is a length, ``CORD.is_(bag, "strip")`` a choice
whose options the type checker knows. A field of a list (``carry.drop``) is asked of one item of that list.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Generic, Protocol, Self, TypeVar, get_args

from ambitus.core.sums import OfField, Source, Term

T = TypeVar("T")
K = TypeVar("K", bound=str)
FieldValue = float | str | None


@dataclass(frozen=True, slots=True)
class Value:
    """
    A field's value (mm, a choice, or None where an override is left out), its source and why.

    ``of`` is the path of the field that it was taken from, where another stands in for it.
    """

    value: FieldValue
    source: Source
    why: str
    of: str = ""


class Held(Protocol):
    """What holds values: a resolved bag, or one item of one of its lists."""

    @property
    def values(self) -> Mapping[str, Value]:
        """Every value of the bag, by its whole path."""

    @property
    def at(self) -> str:
        """Where the item stands (``carry.0``); nothing for the bag itself."""


class Field(str, Generic[T]):
    """A path, and what is held there."""

    def in_(self, at: str) -> Self:
        """
        Return this field of the item at *at*.

        >>> Length("carry.drop").in_("carry.1")
        'carry.1.drop'
        >>> Length("size.width").in_("")
        'size.width'
        """
        if not at:
            return self
        known: dict[str, Self] = self.__dict__
        found = known.get(at)
        if found is None:
            mine = self.root == at.partition(".")[0]
            # asked for with every draft: each place's own field is made once
            found = known[at] = type(self)(f"{at}.{self.leaf}") if mine else self
        return found

    @property
    def root(self) -> str:
        """The slot it belongs to: ``size``."""
        return self.partition(".")[0]

    @property
    def leaf(self) -> str:
        """Its name within its slot: ``width``."""
        return self.rpartition(".")[2]

    def found(self, held: Held) -> Value | None:
        """Return its value with where it came from, or None where the bag has no such field."""
        at = held.at
        return held.values.get(self.in_(at) if at else self)

    def value(self, held: Held) -> Value:
        """Return its value and where it came from. Raises KeyError where the bag has no such field."""
        at = held.at
        return held.values[self.in_(at) if at else self]

    def source(self, held: Held) -> Source:
        """Return where its value came from."""
        at = held.at
        return held.values[self.in_(at) if at else self].source

    def why(self, held: Held) -> str:
        """Return the one sentence that says where its value came from."""
        at = held.at
        return held.values[self.in_(at) if at else self].why


class Length(Field[float]):
    """A field that holds a length in mm."""

    def of(self, held: Held) -> float:
        """Return the length in mm. Raises TypeError where an optional one is left out."""
        at = held.at
        value = held.values[self.in_(at) if at else self].value
        if not isinstance(value, float):
            raise TypeError(f"{self} is {value!r}, not a length")
        return value

    def or_none(self, held: Held) -> float | None:
        """Return the length in mm, or None where the bag has no such field or it is left out."""
        found = self.found(held)
        return found.value if found is not None and isinstance(found.value, float) else None

    def term(self, held: Held, label: str, times: int = 1, why: str = "") -> Term:
        """
        Return the length in mm, *times* over, as a line of a sum; *why* stands for its own reason.

        Raises TypeError where no length is held there.
        """
        value = self.value(held)
        if not isinstance(value.value, float):
            raise TypeError(f"{self} is {value.value!r}, not a length")
        return Term(
            label,
            times * value.value,
            why or value.why,
            value.source,
            times,
            OfField(self.in_(at) if (at := held.at) else self),
        )


class Choice(Field[K]):
    """A field that holds one of a few options: ``Choice[Literal["cut", "whole"]]("top.zip_used")``."""

    @property
    def options(self) -> tuple[str, ...]:
        """Its options, where its type names them; none where facts are chosen from."""
        made = getattr(self, "__orig_class__", None)
        return tuple(option for of in get_args(made) for option in get_args(of))

    def of(self, held: Held) -> K:
        """Return the option that is chosen. Raises TypeError where a length is held there."""
        value = self.value(held).value
        if not isinstance(value, str):
            raise TypeError(f"{self} is {value!r}, not a choice")
        return value  # type: ignore[return-value]  # the field was resolved against its options

    def is_(self, held: Held, option: K) -> bool:
        """Return whether the bag has this field and *option* is chosen there."""
        at = held.at
        found = held.values.get(self.in_(at) if at else self)
        return found is not None and found.value == option


class Outline(Field[str]):
    """A field that holds an outline, written as points."""

    def of(self, held: Held) -> str:
        """Return the outline as it is written. Raises TypeError where none is held there."""
        value = self.value(held).value
        if not isinstance(value, str):
            raise TypeError(f"{self} is {value!r}, not an outline")
        return value


class Kind(Field[str]):
    """A field that names the variant of a slot: known by the bag's parts, not by its values."""


class Count(Field[int]):
    """How many items a list of the spec has: no field of an item, but the length of the list."""

    def in_(self, at: str) -> Self:
        """Return itself: it belongs to the list, not to an item."""
        return self


AnyField = Field[Any]
AnyChoice = Choice[Any]
