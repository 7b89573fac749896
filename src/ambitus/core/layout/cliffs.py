"""
Cliffs: a few millimetres less of one size that would save a step of the shop's, found with layouts of their
own.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.fields import Length
from ambitus.core.layout.choices import ClothChoices, ClothKey
from ambitus.core.layout.of_bag import Beside, OnCloth, cloths_of, laid_on_cloths, many_pieces
from ambitus.core.lengths import snap
from ambitus.core.pausing import breathe
from ambitus.core.problems import SpecProblems
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params

#: ours: a cliff is no further off than this share of a size, and no further than so many mm
SHARE, MOST_MM = 0.05, 25.0
#: pieces laid in all for each try: an answer is laid anew in full before it is told
EFFORT = 6_000
#: the sizes that a maker set which cloth is bought by
SIZES = ("size.width", "size.height", "size.depth", "size.diameter", "size.length", "size.breadth")


@dataclass(frozen=True, slots=True)
class Cliff:
    """A field that, made *less* mm smaller, saves so much of each cloth: before and after in mm bought."""

    path: str
    label: str
    now: float
    then: float
    saves: Mapping[ClothKey, tuple[float, float]]

    @property
    def worth(self) -> float:
        """The mm of cloth saved for each mm of the size."""
        return sum(a - b for a, b in self.saves.values()) / (self.now - self.then)


def bought(laid: Mapping[ClothKey, OnCloth]) -> dict[ClothKey, float]:
    """Return how much of each cloth is bought; nothing of one that is there, or cannot be had again."""
    off_the_roll = (one for one in laid.items() if one[1].goods.length is None and not one[1].cloth.once)
    return {key: on.layout.bought for key, on in off_the_roll}


def cliffs(
    spec: Spec, choices: ClothChoices, drafted: Callable[[Spec], Draft], beside: Sequence[Beside] = ()
) -> tuple[Cliff, ...]:
    """
    Return what a few millimetres less would save, the most for each mm first.

    Of every size the largest smaller value on the cutting grid is told whose own layout buys a step less;
    nothing where there are too many pieces to lay them so often.
    """
    made = drafted(spec)
    if many_pieces(cloths_of(made, choices.times, beside)):
        return ()
    before = bought(laid_on_cloths(made, choices, beside=beside))
    found = (_cliff(path, spec, choices, made, before, drafted, beside) for path in _sizes(made))
    return tuple(sorted((c for c in found if c), key=lambda c: (-c.worth, c.path)))


def _sizes(made: Draft) -> Iterator[str]:
    params = dict(all_params(made.bag.kinds))
    yield from (path for path in params if path in SIZES)


def _cliff(
    path: str,
    spec: Spec,
    choices: ClothChoices,
    made: Draft,
    before: Mapping[ClothKey, float],
    drafted: Callable[[Spec], Draft],
    beside: Sequence[Beside],
) -> Cliff | None:
    now = Length(path).or_none(made.bag)
    param = dict(all_params(made.bag.kinds))[path]
    if not now:
        return None
    grid = made.bag.grid
    lowest = max(param.low, now - min(MOST_MM, now * SHARE))
    values = []
    at = grid.next(now, -1)
    while at >= lowest - 1e-6:
        values.append(at)
        at = grid.next(at, -1)

    def saves(mm: float, effort: int) -> dict[ClothKey, tuple[float, float]]:
        breathe()
        try:
            other = drafted(put(spec, path, mm))
        except SpecProblems:
            return {}
        after = bought(laid_on_cloths(other, choices, effort, beside))
        return {
            key: (was, after[key]) for key, was in before.items() if key in after and after[key] < was - 1e-6
        }

    # the smallest saves, or nothing does; between them the largest that does is looked for by halves
    if not values or not saves(values[-1], EFFORT):
        return None
    low, high = 0, len(values) - 1
    while low < high:
        middle = (low + high) // 2
        if saves(values[middle], EFFORT):
            high = middle
        else:
            low = middle + 1
    got = saves(values[high], EFFORT)
    return Cliff(path, param.label, now, snap(values[high]), got) if got else None
