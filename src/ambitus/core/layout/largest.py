"""The largest bag that the cloth that is there gives, found with layouts of its own."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.fields import Length
from ambitus.core.layout.choices import ClothChoice, ClothChoices
from ambitus.core.layout.cliffs import EFFORT, SIZES
from ambitus.core.layout.of_bag import Beside, cloths_of, many_pieces, on_cloth
from ambitus.core.pausing import breathe
from ambitus.core.problems import SpecProblems
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params

#: ours: a bag is looked for between a tenth and ten times of what it is
LEAST, MOST = 0.1, 10.0
#: steps above the largest that was found at which a larger one is looked for all the same
BEYOND = 4


@dataclass(frozen=True, slots=True)
class Largest:
    """
    The largest bag with some sizes free: ``label`` says which, ``sizes`` are (label, now, then) by field, mm.
    """

    label: str
    sizes: Mapping[str, tuple[str, float, float]]


def largest(
    spec: Spec, choices: ClothChoices, drafted: Callable[[Spec], Draft], beside: Sequence[Beside] = ()
) -> tuple[Largest, ...]:
    """
    Return the largest bags that the cloths of which there is a length give: in proportion, then with one size
    free. Nothing where every cloth is bought off the roll, or none can be cut.
    """
    made = drafted(spec)
    cloths = cloths_of(made, choices.times, beside)
    if many_pieces(cloths) or not any(_limited(choices.of(cloth.key)) for cloth in cloths):
        return ()
    params = dict(all_params(made.bag.kinds))
    sizes = {path: mm for path in SIZES if path in params and (mm := Length(path).or_none(made.bag))}
    ways = [("All in proportion", tuple(sizes)), *((params[path].label, (path,)) for path in sizes)]
    found = (_with_free(spec, choices, drafted, made, label, sizes, free, beside) for label, free in ways)
    return tuple(one for one in found if one)


def _goes(
    spec: Spec, choices: ClothChoices, drafted: Callable[[Spec], Draft], beside: Sequence[Beside]
) -> bool:
    """Return whether every piece of *spec* lies on the cloths that are there."""
    breathe()
    try:
        made = drafted(spec)
    except SpecProblems:
        return False
    cloths = cloths_of(made, choices.times, beside)
    there = [c for c in cloths if _limited(choices.of(c.key))]
    laid = (on_cloth(made, c, choices.of(c.key), EFFORT) for c in there)
    return not any(on.layout.left_out or not on.is_there for on in laid)


def _limited(choice: ClothChoice) -> bool:
    """Return whether there is only so much of a cloth."""
    return choice.length is not None or bool(choice.sources)


def _with_free(
    spec: Spec,
    choices: ClothChoices,
    drafted: Callable[[Spec], Draft],
    made: Draft,
    label: str,
    sizes: Mapping[str, float],
    free: tuple[str, ...],
    beside: Sequence[Beside],
) -> Largest | None:
    """Return the largest bag with the sizes *free* in proportion, counted in grid steps of the first."""
    first = sizes[free[0]]
    grid, params = made.bag.grid, dict(all_params(made.bag.kinds))

    def at(steps: int) -> dict[str, float] | None:
        share = steps * grid.step / first
        told = {path: grid.fit(sizes[path] * share) for path in free}
        inside = all(params[path].low <= mm <= params[path].high for path, mm in told.items())
        return told if inside else None

    def goes(steps: int) -> bool:
        told = at(steps)
        if told is None:
            return False
        tried = spec
        for path, mm in told.items():
            tried = put(tried, path, mm)
        return _goes(tried, choices, drafted, beside)

    low, high = round(first * LEAST / grid.step), round(first * MOST / grid.step)
    now = round(first / grid.step)
    # from what the bag is, up or down to where it changes
    below, above = (now, high) if goes(now) else (low, now)
    if below != now and not goes(below):
        below = next((steps for steps in _up(low, now) if goes(steps)), 0)
        if not below:
            return None
    while above - below > 1:
        middle = (below + above) // 2
        below, above = (middle, above) if goes(middle) else (below, middle)
    below = max([below, *(below + more for more in range(1, BEYOND + 1) if goes(below + more))])
    told = at(below)
    if told is None:
        return None
    return Largest(label, {p: (params[p].label, sizes[p], mm) for p, mm in told.items()})


def _up(low: int, high: int) -> Iterator[int]:
    """Yield a few numbers between two, from below."""
    yield from range(low, high, max(1, (high - low) // 8))
