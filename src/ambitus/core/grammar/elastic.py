"""A loop of elastic in a tube of cloth: it stretches over the hand, then holds the wrist."""

from collections.abc import Sequence
from dataclasses import dataclass

from ambitus.core.lengths import Grid, Unit, paired, snap
from ambitus.core.sums import Sum, Term, to_grid

#: Default: how much longer than its elastic a tube is, so that it can stretch; and what room the elastic has.
FULLNESS, ROOM = 1.75, paired(3)
#: Default (ours): a hand goes through a loop so long round, in mm.
HAND_ROUND = 220.0


@dataclass(frozen=True, slots=True)
class ElasticLoop:
    """How long and how wide a tube is cut, and how long its elastic."""

    long: Sum
    wide: Sum
    elastic: Sum


def elastic_loop(
    elastic: Term, wide: Term, ends: Sequence[Term], seam: Term, grid: Grid, unit: Unit
) -> ElasticLoop:
    """
    Return the tube for an *elastic* so long from seam to seam and so *wide*; *ends* are what both its ends
    give to the seam that catches them, *seam* what both edges of the tube take.
    """
    why = "One and three quarters of the elastic, so that it can stretch."
    full = Term("Elastic, gathered", snap(FULLNESS * elastic.mm), why, elastic.source)
    room = Term("Room for the elastic", 2 * ROOM.mm(unit), "So that it slides.", "default", 2)
    across = (wide.scaled(2, "Both faces of the tube.", 2), room, seam)
    return ElasticLoop(
        to_grid("How long to cut it", (full, *ends), grid),
        to_grid("How wide to cut it", across, grid),
        to_grid("How long to cut it", (elastic, *ends), grid),
    )
