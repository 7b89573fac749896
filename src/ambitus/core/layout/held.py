"""A dimension held by a printed panel: the bag whose piece is cut just so large, and what follows it."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from ambitus.core.draft import Draft
from ambitus.core.fields import Length
from ambitus.core.layout.cliffs import SIZES
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params

Side = Literal["width", "height"]


@dataclass(frozen=True, slots=True)
class Held:
    """
    A bag whose *piece* is cut from a panel: the size that gives way (path, label, before, after in mm), what
    is left of the panel, and the cut sizes before and after of what follows; what does not are ``stays``.
    """

    path: str
    label: str
    now: float
    then: float
    left: float
    follows: tuple[tuple[str, tuple[float, float], tuple[float, float]], ...]
    stays: tuple[str, ...]


def sides(made: Draft, key: str) -> tuple[float, float]:
    """Return how wide and how high the piece called *key* is cut, mm."""
    return made.called(key).extent


def held(spec: Spec, key: str, side: Side, panel: float, drafted: Callable[[Spec], Draft]) -> Held:
    """
    Return the bag whose piece *key* is as wide, or as high, as a printed *panel*, mm, or less by what the
    cutting grid does not give. Of the sizes of the bag the first gives way that changes that side.

    Raises:
        SpecProblems: If no size changes it, or none that a bag can have makes it fit.
    """
    made = drafted(spec)
    at = 0 if side == "width" else 1
    params, grid = dict(all_params(made.bag.kinds)), made.bag.grid
    if not any(piece.key == key for piece in made.pieces):
        why = f"No piece of this bag is called “{key}”."
        raise SpecProblems((Problem("held", "piece", key[:60], why, "Choose one of its pieces."),))
    now = sides(made, key)[at]
    for path in SIZES:
        size = Length(path).or_none(made.bag) if path in params else None
        if size is None:
            continue
        # over many steps: one alone tells little where a cut is rounded to the grid
        step = grid.next(size, 50) - size
        try:
            slope = (sides(drafted(put(spec, path, size + step)), key)[at] - now) / step
        except SpecProblems:
            continue
        if slope <= 1e-6:
            continue
        return _solved(spec, key, at, panel, drafted, path, size, size + (panel - now) / slope)
    why = "No size of the bag changes that side of it."
    raise SpecProblems((Problem("held", side, "", why, "Hold its other side."),))


def _solved(
    spec: Spec,
    key: str,
    at: int,
    panel: float,
    drafted: Callable[[Spec], Draft],
    path: str,
    size: float,
    guess: float,
) -> Held:
    made = drafted(spec)
    param, grid = dict(all_params(made.bag.kinds))[path], made.bag.grid
    # the largest on the grid that still goes: the sum may round once or twice on its way
    for steps in (2, 1, 0, -1, -2, -3):
        value = grid.fit(guess + steps * grid.step)
        if not param.low <= value <= param.high:
            continue
        try:
            other = drafted(put(spec, path, value))
        except SpecProblems:
            continue
        cut = sides(other, key)[at]
        if cut <= panel + 1e-6:
            before = {p.key: p.extent for p in made.pieces}
            after = {p.key: p.extent for p in other.pieces}
            same = [k for k in before if k in after]
            follows = tuple(
                (k, before[k], after[k]) for k in same if max(map(_apart, before[k], after[k])) > 1e-6
            )
            stays = tuple(k for k in same if max(map(_apart, before[k], after[k])) <= 1e-6)
            return Held(path, param.label, size, value, panel - cut, follows, stays)
    why = f"No {param.label.lower()} that a bag can have cuts it so."
    raise SpecProblems((Problem("held", path, "", why, "Take another panel, or hold its other side."),))


def _apart(a: float, b: float) -> float:
    return abs(a - b)
