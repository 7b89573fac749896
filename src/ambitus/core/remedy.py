"""Remedies carried out: of those that a check proposes, the ones that do what they are proposed for."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ambitus.core.checks.mechanism import Change, Finding, Remedy
from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft, draft
from ambitus.core.grammar.grammar import Grammar
from ambitus.core.problems import SpecProblems
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve, with_straps
from ambitus.core.spec.resolved import Facts

#: How many remedies of one finding are offered, and how many are tried for it.
OFFERED, TRIED = 2, 12


@dataclass(frozen=True, slots=True)
class Carried:
    """A remedy that was carried out: the spec after it, and that bag worked out."""

    remedy: Remedy
    spec: Spec
    after: Draft


def changed(spec: Spec, remedy: Sequence[Change], grammar: Grammar) -> Spec:
    """Return *spec* with the changes of a remedy made, and with what goes with each of them."""
    for change in remedy:
        spec = pick(spec, change.path, change.value, grammar)
    return spec


def carry_out(spec: Spec, remedy: Remedy, grammar: Grammar, facts: Facts) -> Carried | None:
    """Return *remedy* carried out on *spec*, or None where what it makes is no bag."""
    try:
        after = changed(with_straps(spec, grammar, facts), remedy, grammar)
        return Carried(remedy, after, draft(resolve(after, grammar, facts)))
    except (SpecProblems, KeyError, IndexError, TypeError, ValueError):
        return None


def helps(finding: Finding, before: Draft, after: Draft) -> bool:
    """Return whether *finding* is silenced in the bag *after*, and no stop has come that was not there."""
    stops = {f.at for f in findings(before) if f.rule.level == "stop"}
    return all(f.at != finding.at and (f.rule.level != "stop" or f.at in stops) for f in findings(after))


def remedies_of(
    finding: Finding, before: Draft, spec: Spec, grammar: Grammar, most: int = OFFERED
) -> Iterator[Carried]:
    """
    Yield the remedies of *finding* that work, the best first, at the most so many.

    Each is carried out on *spec*, which *before* was drafted from: it has to silence the finding and may
    raise no new stop.
    """
    found = 0
    seen: list[Spec] = []
    for remedy in finding.fired.remedies[:TRIED]:
        made = carry_out(spec, remedy, grammar, before.bag.facts)
        if made is None or made.spec in seen or not helps(finding, before, made.after):
            continue
        seen.append(made.spec)
        yield made
        found += 1
        if found == most:
            return
