"""A family of sizes of one bag: each drafted anew, beside each other in a table."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from ambitus.core.checks.run import stops
from ambitus.core.draft import Draft
from ambitus.core.fields import Length
from ambitus.core.layout.choices import ClothChoices
from ambitus.core.layout.cliffs import SIZES
from ambitus.core.layout.of_bag import laid_on_cloths
from ambitus.core.lengths import Unit, View
from ambitus.core.pausing import breathe
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.by_volume import volume_text
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params, read_length
from ambitus.core.volume import holds
from ambitus.core.words import within

#: pieces laid in all for each size
EFFORT = 6_000
#: sizes of one family
MOST = 12


@dataclass(frozen=True, slots=True)
class SizeShown:
    """
    One size of a family: its finished measures, what the largest piece is cut to, what it holds, how much
    cord it takes, how much of each cloth is bought; and the edits that make the plan so.
    """

    label: str
    finished: str
    cut: str
    holds: str
    cord: str
    cloths: tuple[tuple[str, str], ...]
    stops: int
    edits: tuple[tuple[str, str], ...]
    chosen: bool


@dataclass(frozen=True, slots=True)
class FamilyShown:
    """A family: the size that is typed, what it is of this plan, and a row for every one."""

    label: str
    path: str
    now: str
    sizes: tuple[SizeShown, ...]


def family_shown(
    spec: Spec, choices: ClothChoices, texts: Sequence[str], unit: Unit, drafted: Callable[[Spec], Draft]
) -> FamilyShown:
    """
    Return the bag in each of the sizes typed, its other sizes in proportion; what is no size, allowances,
    hems, straps, stays as it is. Without *texts* it is four fifths, itself, and five fourths.

    Raises:
        SpecProblems: If a text is no length, or no bag can be made of it.
    """
    made = drafted(spec)
    view = View(unit, made.bag.unit)
    params = dict(all_params(made.bag.kinds))
    sizes = {path: mm for path in SIZES if path in params and (mm := Length(path).or_none(made.bag))}
    if not sizes:
        why = "This bag has no size that the others could follow."
        raise SpecProblems((Problem("family", "sizes", "", why, "Give it a width first."),))
    first = next((path for path in ("size.width", "size.diameter") if path in sizes), next(iter(sizes)))
    sizes = {first: sizes[first], **sizes}
    grid = made.bag.grid
    typed = [t.strip() for t in texts if t.strip()]
    if len(typed) > MOST:
        why = f"{len(typed)} sizes are more than {MOST}."
        raise SpecProblems((Problem("family", "sizes", str(len(typed)), why, "Take fewer at once."),))
    if typed:
        wanted = [read_length(params[first], "sizes", text, view, {}, bare=view.unit) for text in typed]
    else:
        wanted = [grid.fit(sizes[first] * share) for share in (0.8, 1.0, 1.25)]
    rows = [_size(spec, choices, sizes, first, mm, made, view, drafted) for mm in wanted]
    return FamilyShown(params[first].label, first, view.chosen(sizes[first]), tuple(rows))


def _size(
    spec: Spec,
    choices: ClothChoices,
    sizes: dict[str, float],
    first: str,
    mm: float,
    made: Draft,
    view: View,
    drafted: Callable[[Spec], Draft],
) -> SizeShown:
    """Return one size: the *first* is *mm*, the others in proportion on the cutting grid."""
    breathe()
    share = mm / sizes[first]
    told = {path: mm if path == first else made.bag.grid.fit(was * share) for path, was in sizes.items()}
    params = dict(all_params(made.bag.kinds))
    bag = spec
    for path, length in told.items():
        if not params[path].low <= length <= params[path].high:
            low, high = view.with_unit(params[path].low), view.with_unit(params[path].high)
            why = f"{params[path].label} would be {view.with_unit(length)}."
            fix = f"It goes from {low} to {high}: choose another size."
            raise SpecProblems((Problem("family", "sizes", view.chosen(mm), why, fix),))
        bag = put(bag, path, length)
    one = drafted(bag)
    laid = laid_on_cloths(one, _of_one(choices), EFFORT)
    panel = max((p for p in one.pieces if p.source == "cloth"), key=lambda p: p.room)
    across, up = panel.extent
    return SizeShown(
        label=view.with_unit(mm),
        finished=" × ".join(view.worked(length) for length in told.values()) + f" {view.unit}",
        cut=f"{panel.letter}: {view.worked(across)} × {view.with_unit(up)}",
        holds=volume_text(holds(one.form)),
        cord=" + ".join(_cords(one, view)),
        cloths=tuple((within(on.cloth.label), view.with_unit(on.layout.bought)) for on in laid.values()),
        stops=len(stops(one)),
        edits=tuple((path, f"{view.chosen(length)} {view.unit}") for path, length in told.items()),
        chosen=all(abs(length - sizes[path]) < 1e-6 for path, length in told.items()),
    )


def _of_one(choices: ClothChoices) -> ClothChoices:
    """Return what is chosen of the cloths themselves: a row is one bag, all of it bought."""
    bought: dict[str, Any] = {"pins": [], "sources": [], "length": None}
    return ClothChoices(
        cloths={key: choice.model_copy(update=bought) for key, choice in choices.cloths.items()}
    )


def _cords(made: Draft, view: View) -> Iterator[str]:
    for piece in made.pieces:
        if piece.layer == "cord" and "length" in piece.sums:
            yield f"{piece.count} × {view.with_unit(piece.size('length'))}"
