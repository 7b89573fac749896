"""
Claims held against a cut list: what follows, what would explain the rest, and what the promise
is cut from.
"""

from dataclasses import dataclass
from functools import cache

from ambitus.core.diagnosis.claimed import claimed
from ambitus.core.diagnosis.model import Claims, Diagnosis
from ambitus.core.diagnosis.search import diagnosed, measures_of
from ambitus.core.draft import readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.problems import SpecProblems
from ambitus.core.read.back import Readers, read_back
from ambitus.core.read.cutlist import CutList, CutRow, ReadBag
from ambitus.core.shown.diagnosed import DiagnosisShown, diagnosis_shown
from ambitus.desk.drafting import drafted, spec_from_cuts
from ambitus.library import trade


@dataclass(frozen=True, slots=True)
class Diagnosed:
    """A diagnosis, and as it is told."""

    made: Diagnosis
    shown: DiagnosisShown


@cache
def _readers() -> Readers:
    """Return how every variant is read back: gathered once, for a diagnosis reads hundreds of times."""
    return readers(GRAMMAR)


def reading(cut_list: CutList) -> ReadBag:
    """Return the bag that a cut list makes. Raises SpecProblems."""
    return read_back(cut_list, _readers())


def diagnose(cut_list: CutList, claim: str, bare: Unit, unit: Unit | None = None) -> Diagnosed:
    """
    Return what *claim* says of a cut list held against what it makes; bare numbers in it are in *bare*.

    Told in *unit*, or in the claim's own. Raises SpecProblems where the list makes no bag or the claim is
    none.
    """
    known = list(measures_of(reading(cut_list)))
    claims = claimed(claim, bare, known)
    facts = trade(claims.unit)
    made = diagnosed(cut_list, claims, reading, facts)
    shown = unit or claims.unit
    needed = () if made.follows else _cut_for(cut_list, claims, shown)
    return Diagnosed(made, diagnosis_shown(made, facts, View(shown, shown), cut_list.rows, needed))


def _cut_for(cut_list: CutList, claims: Claims, unit: Unit) -> tuple[CutRow, ...]:
    """
    Return the rows that make what is promised, with the allowances of the list; none where it is
    no bag.
    """
    try:
        spec = spec_from_cuts(cut_list, unit)
        sizes = {key: mm for key, mm in claims.measures.items() if key in spec.size}
        asked = spec.model_copy(update={"size": {**spec.size, **sizes}})
        return tuple(drafted(asked).cut_list.rows)
    except SpecProblems:
        return ()
