"""What a little less of a bag would save of its cloths, and the largest that they give, as shown."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoices, ClothKey
from ambitus.core.layout.cliffs import Cliff, cliffs
from ambitus.core.layout.largest import largest
from ambitus.core.layout.of_bag import Beside, cloths_of
from ambitus.core.lengths import Unit, View
from ambitus.core.spec.model import Spec
from ambitus.core.words import listed, within


@dataclass(frozen=True, slots=True)
class CliffShown:
    """A few millimetres less of one size: as an edit, and what each cloth is then."""

    path: str
    label: str
    was: str
    then: str
    says: str


@dataclass(frozen=True, slots=True)
class LargestShown:
    """The largest bag that the cloth gives: which sizes are free, what they become, and the edits for it."""

    label: str
    says: str
    edits: tuple[tuple[str, str], ...]


def cliffs_shown(
    spec: Spec,
    choices: ClothChoices,
    unit: Unit,
    drafted: Callable[[Spec], Draft],
    beside: Sequence[Beside] = (),
) -> tuple[CliffShown, ...]:
    """Return what a few millimetres less would save of the cloths of *spec*."""
    made = drafted(spec)
    view = View(unit, made.bag.unit)
    labels = {cloth.key: within(cloth.label) for cloth in cloths_of(made)}
    return tuple(_cliff(one, labels, view) for one in cliffs(spec, choices, drafted, beside))


def largest_shown(
    spec: Spec,
    choices: ClothChoices,
    unit: Unit,
    drafted: Callable[[Spec], Draft],
    beside: Sequence[Beside] = (),
) -> tuple[LargestShown, ...]:
    """Return the largest bags that the cloths that are there give, in *unit*."""
    view = View(unit, spec.unit)
    out = []
    for one in largest(spec, choices, drafted, beside):
        sizes = one.sizes.items()
        changed = [
            f"{label.lower()} {view.chosen(now)} → {view.chosen(then)}" for _, (label, now, then) in sizes
        ]
        says = f"{listed(changed)} {unit}"
        edits = tuple((path, f"{view.chosen(then)} {unit}") for path, (_, _, then) in sizes)
        out.append(LargestShown(one.label, says, edits))
    return tuple(out)


def _cliff(one: Cliff, labels: Mapping[ClothKey, str], view: View) -> CliffShown:
    less = view.with_unit(one.now - one.then)
    saved = listed(
        [
            f"{view.with_unit(was - then)} of {labels[key]} ({view.worked(was)} → {view.with_unit(then)})"
            for key, (was, then) in one.saves.items()
        ]
    )
    says = f"{one.label} {less} less saves {saved}."
    return CliffShown(one.path, one.label, view.chosen(one.now), view.chosen(one.then), says)
