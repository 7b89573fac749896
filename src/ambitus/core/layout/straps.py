"""Straps that would save cloth otherwise: pieced, laid across the grain, or of webbing; each tried out."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoice, ClothChoices, ClothKey
from ambitus.core.layout.cliffs import bought
from ambitus.core.layout.of_bag import Beside, cloth_of, cloths_of, laid_on_cloths, many_pieces
from ambitus.core.pausing import breathe
from ambitus.core.problems import SpecProblems
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec

#: what is done with a strap
Way = Literal["pieced", "across", "webbing"]


@dataclass(frozen=True, slots=True)
class StrapSaving:
    """
    What another way with a strap saves of each cloth: before and after in mm bought. ``path`` is the plan's
    field that it takes, for webbing; otherwise what is chosen of the cloth changes.
    """

    way: Way
    piece: str
    cloth: ClothKey
    path: str
    saves: Mapping[ClothKey, tuple[float, float]]


def strap_savings(
    spec: Spec, choices: ClothChoices, drafted: Callable[[Spec], Draft], beside: Sequence[Beside] = ()
) -> tuple[StrapSaving, ...]:
    """Return the ways with straps that buy a step less, each laid anew, the most saved first."""
    made = drafted(spec)
    if many_pieces(cloths_of(made, choices.times, beside)):
        return ()
    before = bought(laid_on_cloths(made, choices, beside=beside))
    found = []
    for piece in made.pieces:
        cloth = cloth_of(piece)
        if piece.layer != "strap" or cloth is None:
            continue
        for way, path, other_spec, other_choices in _ways(spec, choices, cloth, piece.key):
            breathe()
            try:
                after = bought(laid_on_cloths(drafted(other_spec), other_choices, beside=beside))
            except SpecProblems:
                continue
            saves = {key: (was, after[key]) for key, was in before.items() if _less(after, key, was)}
            worse = any(after.get(key, 0.0) > was + 1e-6 for key, was in before.items())
            if saves and not worse:
                found.append(StrapSaving(way, piece.key, cloth, path, saves))
    return tuple(sorted(found, key=_worth))


def _less(after: Mapping[ClothKey, float], key: ClothKey, was: float) -> bool:
    return key in after and after[key] < was - 1e-6


def _worth(one: StrapSaving) -> tuple[float, str, str]:
    return -sum(a - b for a, b in one.saves.values()), one.way, one.piece


def _ways(
    spec: Spec, choices: ClothChoices, cloth: ClothKey, piece: str
) -> Iterator[tuple[Way, str, Spec, ClothChoices]]:
    """Yield each way with a strap that is not taken yet: as a spec and choices."""
    choice = choices.of(cloth)

    def chosen(**more: object) -> ClothChoices:
        other: ClothChoice = choice.model_copy(update=more)
        return choices.model_copy(update={"cloths": {**choices.cloths, cloth: other}})

    if piece not in choice.pieced:
        yield "pieced", "", spec, chosen(pieced=[*choice.pieced, piece])
    if choice.across.get(piece) is False:
        yield "across", "", spec, chosen(across={**choice.across, piece: True})
    # the straps of a preset stand in no list until they are written out
    if spec.carry is not None:
        path = f"{piece.removeprefix('strap ')}.make"
        yield "webbing", path, put(spec, path, "webbing"), choices
