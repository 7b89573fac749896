"""All rules of a bag, and what they find."""

from collections.abc import Iterable, Mapping

from ambitus.core.checks import layers, shape, top, work
from ambitus.core.checks.mechanism import Finding, Rule
from ambitus.core.draft import Draft
from ambitus.core.grammar.bag_kinds import Kinds
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.pausing import breathe

_ORDER: Mapping[str, int] = {"stop": 0, "warn": 1, "note": 2}
#: what every bag is judged by
GENERAL = (*layers.CHECKS, *shape.CHECKS, *top.CHECKS, *work.CHECKS)


def _in_order(rules: Iterable[Rule]) -> tuple[Rule, ...]:
    """Return *rules* by topic and their place in it, each once."""
    known: dict[str, Rule] = {}
    for rule in rules:
        if known.setdefault(rule.id, rule) is not rule:
            raise ValueError(f"two checks are called {rule.id}")
    return tuple(sorted(known.values(), key=lambda rule: (rule.topic, rule.rank)))


def every_rule(grammar: Grammar) -> tuple[Rule, ...]:
    """Return every rule that some bag of *grammar* is judged by. Raises ValueError where two have one id."""
    variants = (variant for kinds in grammar.slots.values() for variant in kinds.values())
    return _in_order((*GENERAL, *(rule for variant in variants for rule in variant.checks)))


def _rules_of(kinds: Kinds) -> tuple[Rule, ...]:
    return _in_order((*GENERAL, *kinds.checks))


def _judged(draft: Draft) -> tuple[Finding, ...]:
    reasons = draft.bag.silenced
    found = []
    for rule in draft.bag.kinds.once(_rules_of):
        breathe()
        found += [Finding(rule, hit, reasons.get(rule.id, "")) for hit in rule.test(draft)]
    if any(f.rule.impossible and not f.silenced for f in found):
        found = [f for f in found if not f.rule.doubts]
    return tuple(sorted(found, key=lambda f: (bool(f.silenced), _ORDER[f.rule.level])))


def findings(draft: Draft) -> tuple[Finding, ...]:
    """
    Return every finding on *draft*: stops first, else in the order of the rules, and last what the plan
    silences. Of a bag that cannot be, its arithmetic is not doubted as well. A draft is judged once.
    """
    return draft.once(_judged)


def stops(draft: Draft) -> tuple[Finding, ...]:
    """Return what has to be put right before cutting: stops that nobody silenced."""
    return tuple(f for f in findings(draft) if f.rule.level == "stop" and not f.silenced)
