"""What a little less of a bag would save of its cloths, and the largest that they give, as shown."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.layout.choices import ClothChoices, ClothKey
from ambitus.core.layout.cliffs import Cliff, cliffs
from ambitus.core.layout.held import Side, held
from ambitus.core.layout.largest import largest
from ambitus.core.layout.of_bag import Beside, cloths_of, join_of
from ambitus.core.layout.straps import strap_savings
from ambitus.core.lengths import Unit, View
from ambitus.core.spec.edit import put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import read_length
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


@dataclass(frozen=True, slots=True)
class StrapShown:
    """Another way with a strap that saves cloth: an edit of the plan, or of what the piece may do."""

    way: str
    piece: str
    cloth: ClothKey
    says: str
    edits: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class HeldShown:
    """The bag that a printed panel holds: what it says, the edit for it, what follows and what stays."""

    says: str
    edits: tuple[tuple[str, str], ...]
    follows: tuple[str, ...]
    stays: tuple[str, ...]


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
    says = f"{one.label} {less} less {_saved(one.saves, labels, view)}."
    return CliffShown(one.path, one.label, view.chosen(one.now), view.chosen(one.then), says)


def straps_shown(
    spec: Spec,
    choices: ClothChoices,
    unit: Unit,
    drafted: Callable[[Spec], Draft],
    beside: Sequence[Beside] = (),
) -> tuple[StrapShown, ...]:
    """Return what another way with a strap would save of the cloths of *spec*, its straps written out."""
    made = drafted(spec)
    view = View(unit, made.bag.unit)
    labels = {cloth.key: within(cloth.label) for cloth in cloths_of(made)}
    out = []
    for one in strap_savings(spec, choices, drafted, beside):
        piece = made.called(one.piece)
        # what is bought of it instead: as much as the other bag cuts
        instead = drafted(put(spec, one.path, "webbing")).called(one.piece) if one.path else piece
        long = view.with_unit(instead.size("length")) if one.path else ""
        what = {
            "pieced": f"cut in two, {view.with_unit(join_of(made))} each for the join, away from the hand",
            "across": "laid across the grain",
            "webbing": f"of webbing, {instead.count} × {long} to buy",
        }[one.way]
        says = f"{piece.letter}, {within(piece.name)}, {what}: {_saved(one.saves, labels, view)}."
        edits = ((one.path, "webbing"),) if one.path else ()
        out.append(StrapShown(one.way, one.piece, one.cloth, says, edits))
    return tuple(out)


def _saved(saves: Mapping[ClothKey, tuple[float, float]], labels: Mapping[ClothKey, str], view: View) -> str:
    told = [
        f"{view.with_unit(was - then)} of {labels[key]} ({view.worked(was)} → {view.with_unit(then)})"
        for key, (was, then) in saves.items()
    ]
    return f"saves {listed(told)}"


def held_shown(
    spec: Spec, piece: str, side: Side, text: str, unit: Unit, drafted: Callable[[Spec], Draft]
) -> HeldShown:
    """Return the bag whose *piece* is cut from a panel that is so wide, or so high, as is typed in *unit*."""
    made = drafted(spec)
    view = View(unit, made.bag.unit)
    panel = read_length(_PANEL, f"held.{side}", text.strip(), view, {}, bare=view.unit)
    one = held(spec, piece, side, panel, drafted)
    called = {p.key: f"{p.letter}, {within(p.name)}" for p in made.pieces}

    def size(cut: tuple[float, float]) -> str:
        return f"{view.worked(cut[0])} × {view.with_unit(cut[1])}"

    left = f", {view.with_unit(one.left)} of the panel over" if one.left > 1e-6 else ""
    return HeldShown(
        says=f"{one.label} {view.chosen(one.now)} → {view.with_unit(one.then)}{left}.",
        edits=((one.path, f"{view.chosen(one.then)} {unit}"),),
        follows=tuple(f"{called[key]}: {size(was)} → {size(then)}" for key, was, then in one.follows),
        stays=tuple(called[key] for key in one.stays),
    )


_PANEL = Param(Length("panel"), "Panel", "length", None, low=20, high=20_000)
