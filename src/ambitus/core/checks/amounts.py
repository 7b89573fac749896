"""Amounts in a remedy: on the ruler of the maker's unit, in the field that the maker set."""

import math

from ambitus.core.checks.mechanism import Change, Remedy
from ambitus.core.fields import AnyField, Length
from ambitus.core.form.model import Form
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.carry.fields import (
    DROP,
    FROM_FACE,
    FROM_SIDE,
    MEASURED_BY,
    PLACED_BY,
    STRAP_GAP,
    STRAP_LENGTH,
)
from ambitus.core.grammar.carry.strap import Hang, face_of
from ambitus.core.lengths import snap
from ambitus.core.lengths.grid import steps_for
from ambitus.core.spec.resolved import Item, Resolved


def ruler(bag: Resolved) -> float:
    """Return the finest line of a ruler in the plan's unit set: 1 mm, or 1/16 in."""
    return steps_for(bag.unit)[0]


def at_least(bag: Resolved, mm: float) -> float:
    """Return *mm*, or the next line of the ruler above it."""
    return snap(math.ceil(snap(mm / ruler(bag)) - 1e-6) * ruler(bag))


def at_most(bag: Resolved, mm: float) -> float:
    """Return *mm*, or the next line of the ruler below it; not under nothing."""
    return max(0.0, snap(math.floor(snap(mm / ruler(bag)) + 1e-6) * ruler(bag)))


def above(bag: Resolved, mm: float) -> float:
    """Return the first line of the ruler over *mm*."""
    return at_least(bag, mm + 1e-3)


def below(bag: Resolved, mm: float) -> float:
    """Return the last line of the ruler under *mm*; not under nothing."""
    return at_most(bag, mm - 1e-3)


def to(path: AnyField, value: float | str | None) -> Remedy:
    """Return the remedy that puts one *value* at *path*."""
    return (Change(path, value),)


def set_by(bag: Resolved, path: Length) -> Length:
    """Return the field by which the value at *path* was set: its own, or the one that stands in for it."""
    return Length(path.value(bag).of) or path


def allowance(bag: Resolved, key: str, mm: float | None) -> tuple[Remedy, ...]:
    """Return the remedies that give the seams of a class another allowance: where the maker set it first."""
    path = allowance_of(key)
    return tuple(to(field, mm) for field in dict.fromkeys((set_by(bag, path), path)))


def strap_field(item: Item) -> Length:
    """Return the field by which a strap's length was set: its drop, or its length."""
    return (DROP if MEASURED_BY.of(item) == "drop" else STRAP_LENGTH).in_(item.at)


def place_field(item: Item) -> Length:
    """Return the field by which a strap was placed."""
    names = {"side_seam": FROM_SIDE, "face_edge": FROM_FACE, "gap": STRAP_GAP}
    return names[PLACED_BY.of(item)].in_(item.at)


def placed_at(bag: Resolved, form: Form, hang: Hang, offset: float) -> float:
    """Return what stands in the field of a strap's place where its centre is *offset* from the side seam."""
    place = PLACED_BY.of(hang.item)
    if place == "gap":
        return snap(form.mm("flat_opening") - 2 * offset)
    if place == "face_edge":
        return snap(offset - (form.mm("flat_opening") - face_of(form)) / 2)
    return snap(offset - form.panel_at)
