"""How a machine is set for a cloth: stitch, foot and needle."""

from collections.abc import Iterator, Sequence

from ambitus.core.grammar.thickness import interfacing_of
from ambitus.core.sew.acts import Act
from ambitus.core.sew.minutes import under_needle
from ambitus.core.sew.plan import Plan
from ambitus.core.spec.resolved import ClothFacts, InterfacingFacts, Resolved

#: Default (ours): a cloth that eases in more than this share is a knit, and its seams have to stretch.
KNIT = 0.03
#: Default (ours): the shortest stitch on a cloth in which holes stay, in mm: nearer together they tear.
LEAST_ON_COATED = 3.0


def is_knit(cloth: ClothFacts) -> bool:
    """Return whether a cloth stretches, so that a straight row in it would break."""
    return cloth.ease > KNIT


def stitched(cloth: ClothFacts, mm: float | None = None, *more: str) -> str:
    """
    Return the settings of a row in *cloth* as a sentence; *mm* is the stitch length, as the cloth usually has
    it where that is left out, and *more* what goes with it.
    """
    length = cloth.stitch if mm is None else mm
    if not cloth.pins:
        length = max(length, LEAST_ON_COATED)
    kind = "Stretch stitch, or zigzag 0.5 wide," if is_knit(cloth) else "Straight stitch"
    foot = () if cloth.pins else ("a foot that does not stick, or tissue under it",)
    return f"{', '.join((f'{kind} {length:g}', *foot, *more, cloth.needle))}."


def under_needle_of(
    bag: Resolved, plan: Plan, step: Sequence[Act]
) -> Iterator[tuple[ClothFacts | InterfacingFacts, int]]:
    """Yield each material that lies under the needle where a step sews, with how many times it lies there."""
    for layer, times in under_needle(plan, step):
        more = interfacing_of(bag) if layer == "interfacing" else None
        yield more or bag.cloth(layer), times
