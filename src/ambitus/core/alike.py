"""
A bag worked out from one that is nearly the same: what was made of values that both have is taken over.

Which values those are nobody declares: they are noted while the first bag is worked out once more.
"""

from collections.abc import Iterator, Mapping, Set
from dataclasses import dataclass, fields
from typing import cast

from ambitus.core.draft import Draft, draft
from ambitus.core.fields import Value
from ambitus.core.spec.resolved import CLOTHS, ClothFacts, Resolved

#: what a draft keeps once it is asked for, and that follows from its forms, its pieces and its values alone
_KEPT = ("walked", "cut_list", "read")


class _Values(Mapping[str, Value]):
    """The values of a bag, which note what is asked of them: also what is not there."""

    def __init__(self, values: Mapping[str, Value]) -> None:
        self._values = values
        self.asked: set[str] = set()

    def __getitem__(self, path: str) -> Value:
        self.asked.add(path)
        return self._values[path]

    def __iter__(self) -> Iterator[str]:
        self.asked.update(self._values)
        return iter(self._values)

    def __len__(self) -> int:
        return len(self._values)


class _Facts:
    """The facts of a cloth, which note what is asked of them."""

    def __init__(self, facts: ClothFacts) -> None:
        self._facts = facts
        self.asked: set[str] = set()

    def __getattr__(self, of: str) -> object:
        self.asked.add(of)
        return getattr(self._facts, of)


class _Noting(Resolved):
    """A bag that notes what is asked of its values, and of what is known of its cloths."""

    def __init__(self, bag: Resolved) -> None:
        told = {f.name: getattr(bag, f.name) for f in fields(bag) if f.init}
        self.noted = _Values(bag.values)
        self.cloths = {layer: _Facts(bag.cloth(layer)) for layer in CLOTHS}
        super().__init__(**{**told, "values": self.noted})
        self.settle()

    def __setattr__(self, name: str, value: object) -> None:
        object.__setattr__(self, name, value)

    def cloth(self, layer: str) -> ClothFacts:
        return cast(ClothFacts, self.cloths[layer])


@dataclass(frozen=True, slots=True)
class _Noted:
    """What was asked while a bag was worked out: which values, and what of its cloths, by layer."""

    values: Set[str]
    cloths: Mapping[str, Set[str]]

    def differ(self, one: Resolved, other: Resolved) -> bool:
        """Return whether two bags differ in any of it."""
        return any(one.values.get(path) != other.values.get(path) for path in self.values) or any(
            getattr(one.cloth(layer), of) != getattr(other.cloth(layer), of)
            for layer, asked in self.cloths.items()
            for of in asked
        )


def _noted(made: Draft) -> _Noted:
    """Return what is asked while *made* is worked out once more."""
    bag = _Noting(made.bag)
    once_more = draft(bag)
    for kept in _KEPT:
        getattr(once_more, kept)
    return _Noted(bag.noted.asked, {layer: facts.asked for layer, facts in bag.cloths.items()})


class Alike:
    """The bag that others are nearly the same as."""

    def __init__(self, now: Draft) -> None:
        self._now = now
        self._noted: _Noted | None = None

    def draft(self, bag: Resolved) -> Draft:
        """
        Return *bag* worked out, as :func:`ambitus.core.draft.draft` does.

        Where it differs in nothing that its pieces were cut by, those of the first bag are taken over, under
        the names that its cloths have. What checks find and how it is sewn is worked out anew.
        """
        now = self._now
        was, same = now.bag, ("unit", "grid", "preset", "facts", "measured", "at")
        if bag.kinds is not was.kinds or any(getattr(bag, of) != getattr(was, of) for of in same):
            return draft(bag)
        self._noted = self._noted or _noted(now)
        if self._noted.differ(was, bag):
            return draft(bag)
        after = Draft(bag, now.forms, now.cut, now.seams)
        after.__dict__.update({of: getattr(now, of) for of in _KEPT})
        return after
