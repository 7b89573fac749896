"""What a bag holds as text, and the sizes offered for a volume."""

from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.grammar.sizes import DEPTH, DIAMETER, HEIGHT, WIDTH
from ambitus.core.lengths import Unit, View, system_of
from ambitus.core.shown.models import TileEdit
from ambitus.core.volume import (
    CUBIC_INCH,
    LITRE,
    Sized,
    can_be_sized,
    holds,
    in_place_of_round,
    ratio_of,
    read_ratio,
    read_volume,
    sized,
)


@dataclass(frozen=True, slots=True)
class VolumeChoice:
    """A size that holds about what was asked: in words, what it really holds, and the picks that make it."""

    size: str
    holds: str
    exact: bool
    note: str
    edits: tuple[TileEdit, ...]


@dataclass(frozen=True, slots=True)
class Volumes:
    """What the bag holds now, its shape as height by radius, and sizes for what was asked."""

    now: str
    ratio: str
    choices: tuple[VolumeChoice, ...]
    why: str
    #: of a boxed bag: the square one that goes as far round as a round sack
    in_place_of_round: VolumeChoice | None = None


def volume_text(cubic_mm: float) -> str:
    """
    Return a volume both ways.

    >>> volume_text(12e6)
    '12 litres (732 cu in)'
    """
    litres, inches = cubic_mm / LITRE, cubic_mm / CUBIC_INCH
    digits = 0 if litres >= 99.5 else 1 if litres >= 9.95 else 2
    text = f"{litres:.{digits}f}".rstrip("0").rstrip(".") if digits else f"{litres:.0f}"
    return f"{text} litres ({inches:.0f} cu in)"


_NAMES: dict[str, str] = {DIAMETER: "across", WIDTH: "wide", DEPTH: "deep", HEIGHT: "high"}


def volumes(made: Draft, unit: Unit, asked: str = "", ratio: str = "") -> Volumes:
    """
    Return what *made* holds and, where a volume was *asked* for, the sizes that hold it.

    Raises:
        SpecProblems: If what was asked is no volume of a bag.
    """
    bag, view = made.bag, View(unit, made.bag.unit)
    now = volume_text(holds(made.form))
    if not can_be_sized(bag):
        return Volumes(now, "", (), "")
    shape = read_ratio(ratio, unit) if ratio.strip() else ratio_of(bag, made.form)
    if not asked.strip():
        return Volumes(now, f"{shape:.2f}", (), "")
    wanted = read_volume(asked, system_of(bag.unit) == "metric")

    def choice(one: Sized, note: str = "") -> VolumeChoice:
        edits = [TileEdit(path, mm) for path, mm in one.sizes.items()]
        size = " × ".join(f"{view.worked(mm)} {_NAMES[path]}" for path, mm in one.sizes.items())
        return VolumeChoice(f"{size} {unit}", volume_text(one.holds), one.exact, note, tuple(edits))

    # a friendly size is a whole centimetre, or half an inch
    found = sized(bag, made.form, wanted, shape, 12.7 if bag.unit == "in" else 10.0)
    choices = [choice(one) for one in found]
    square = None
    if DEPTH in bag.values:
        note = (
            f"Goes as far round as a round sack: {volume_text(wanted)} bulged round, less standing square. "
            "As deep as it is wide: for a sack that is drawn up, not for one that stands."
        )
        square = choice(in_place_of_round(bag, wanted, shape), note)
    why = (
        "Worked out each time: one fixed ratio of cut sizes drifts, because allowances and hems do not grow "
        "with the bag."
    )
    return Volumes(now, f"{shape:.2f}", tuple(choices), why, square)
