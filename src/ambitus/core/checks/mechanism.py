"""How a check is written, and how all of them are run."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING, Literal

from ambitus.core.fields import AnyField

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

Level = Literal["stop", "warn", "note"]


@dataclass(frozen=True, slots=True)
class Change:
    """One value put into a spec: mm, a choice, or None, so that the default holds again."""

    path: AnyField
    value: float | str | None


#: An edit of the spec that should silence a finding: changes that are made together.
Remedy = tuple[Change, ...]


@dataclass(frozen=True, slots=True)
class Fired:
    """
    A rule that applies: which field or piece it sits at, what to say and what to do.

    Lengths in ``say`` and ``fix`` are written ``{name}`` and filled from ``numbers`` (mm) in the unit
    shown. ``words`` fills the rest. ``remedies`` are edits that should silence it, the best first: they are
    proposed here and carried out before they are offered (``core/remedy.py``).
    """

    where: str
    say: str
    fix: str
    numbers: Mapping[str, float]
    words: Mapping[str, str]
    remedies: tuple[Remedy, ...] = ()


@dataclass(frozen=True, slots=True)
class Rule:
    """
    A check: its topic and place in it, its permanent id, level and title, when it fires, why, and its test.

    ``ignored`` is what happens where nothing is done about it, which is the reason of its level: a stop
    cannot be made or used safely, a warning comes out other than asked or fails in use, a note is worth
    knowing. ``impossible`` rules find that there is no such bag; ``doubts`` rules guard the arithmetic, and
    say nothing of a bag that cannot be.
    """

    topic: str
    rank: int
    id: str
    level: Level
    title: str
    when: str
    why: str
    ignored: str
    test: "Callable[[Draft], Iterator[Fired]]"
    impossible: bool = False
    doubts: bool = False


@dataclass(frozen=True, slots=True)
class Finding:
    """A rule that fired on a draft; ``silenced`` is the maker's reason not to hear it on this plan."""

    rule: Rule
    fired: Fired
    silenced: str = ""

    @property
    def at(self) -> tuple[str, str]:
        """What tells it from other findings of the same bag: its rule, and where it sits."""
        return self.rule.id, self.fired.where


def check(
    topic: str,
    rank: int,
    id: str,
    level: Level,
    title: str,
    when: str,
    why: str,
    ignored: str,
    *,
    impossible: bool = False,
    doubts: bool = False,
) -> "Callable[[Callable[[Draft], Iterator[Fired]]], Rule]":
    """Return what makes a rule of the decorated generator; the variant that it concerns declares it."""

    def made(test: "Callable[[Draft], Iterator[Fired]]") -> Rule:
        return Rule(topic, rank, id, level, title, when, why, ignored, test, impossible, doubts)

    return made


def fired(
    where: str,
    say: str,
    fix: str,
    words: Mapping[str, str] | None = None,
    /,
    *,
    remedies: tuple[Remedy, ...] = (),
    **numbers: float,
) -> Fired:
    """Return a Fired with lengths as keywords; a number that neither text says is left out."""
    told = {name: mm for name, mm in numbers.items() if f"{{{name}}}" in say + fix}
    return Fired(where, say, fix, told, words or {}, remedies)
