"""How a machine is set for a cloth: stitch, foot and needle."""

from ambitus.core.spec.resolved import ClothFacts

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
