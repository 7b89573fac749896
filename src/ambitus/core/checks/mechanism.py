"""How a check is written, and how all of them are run."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING, Literal

from ambitus.core.fields import AnyField

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

Level = Literal["stop", "warn", "note"]
_ORDER: Mapping[str, int] = {"stop": 0, "warn": 1, "note": 2}


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
    A check: its permanent id, level, title, when it fires, why it matters, and its test.

    ``ignored`` is what happens where nothing is done about it, which is the reason of its level: a stop
    cannot be made or used safely, a warning comes out other than asked or fails in use, a note is worth
    knowing. ``impossible`` rules find that there is no such bag; ``doubts`` rules guard the arithmetic, and
    say nothing of a bag that cannot be.
    """

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


RULES: dict[str, Rule] = {}


def check(
    id: str,
    level: Level,
    title: str,
    when: str,
    why: str,
    ignored: str,
    *,
    impossible: bool = False,
    doubts: bool = False,
) -> "Callable[[Callable[[Draft], Iterator[Fired]]], Callable[[Draft], Iterator[Fired]]]":
    """Register the decorated generator as the test of a rule."""

    def register(test: "Callable[[Draft], Iterator[Fired]]") -> "Callable[[Draft], Iterator[Fired]]":
        if id in RULES:
            raise ValueError(f"two checks are called {id}")
        RULES[id] = Rule(id, level, title, when, why, ignored, test, impossible, doubts)
        return test

    return register


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


def all_rules() -> tuple[Rule, ...]:
    """Return every rule, in the order they are written."""
    from ambitus.core.checks import (  # noqa: F401  rules register on import
        bands,
        carrying,
        drawing_up,
        layers,
        seams,
        shape,
        top,
        zips,
    )

    return tuple(RULES.values())


def run_checks(draft: "Draft") -> tuple[Finding, ...]:
    """
    Return every finding on *draft*: stops first, else in the order the rules are written, and last what
    the plan silences. Of a bag that cannot be, its arithmetic is not doubted as well.
    """
    reasons = draft.bag.silenced
    found = [Finding(rule, hit, reasons.get(rule.id, "")) for rule in all_rules() for hit in rule.test(draft)]
    if any(f.rule.impossible and not f.silenced for f in found):
        found = [f for f in found if not f.rule.doubts]
    return tuple(sorted(found, key=lambda f: (bool(f.silenced), _ORDER[f.rule.level])))
