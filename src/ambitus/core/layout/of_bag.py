"""The pieces of a bag on its cloths."""

from collections.abc import Mapping
from dataclasses import dataclass

from ambitus.core.draft import Draft
from ambitus.core.drawing.grain import runs_up
from ambitus.core.form.model import Piece
from ambitus.core.grammar.cloth.fields import PRINT
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.layout.choices import (
    CLOTHS,
    INTERFACING_WIDTH,
    ClothChoice,
    ClothChoices,
    ClothKey,
    goods_of,
    pins_of,
)
from ambitus.core.layout.goods import Goods, Print
from ambitus.core.layout.lay import EFFORT, Layout, lay
from ambitus.core.layout.parts import DUST, Part, Pin, Placed, placed_at


@dataclass(frozen=True, slots=True)
class ClothOfBag:
    """One cloth of a bag: what it is, and the pieces that are cut of it."""

    key: ClothKey
    label: str
    usual_width: float
    usual_print: Print
    pieces: tuple[Piece, ...]


def cloth_of(piece: Piece) -> ClothKey | None:
    """Return the cloth that *piece* is cut of, or None where it is bought or made up of others."""
    if piece.source == "interfacing":
        return "interfacing"
    if piece.source != "cloth":
        return None
    if piece.looks == "contrast":
        return "contrast"
    return "lining" if piece.looks == "lining" else "outer"


def cloths_of(made: Draft) -> tuple[ClothOfBag, ...]:
    """Return the cloths of a bag, each with its pieces."""
    by_cloth: dict[ClothKey, list[Piece]] = {key: [] for key in CLOTHS}
    for piece in made.pieces:
        key = cloth_of(piece)
        if key:
            by_cloth[key].append(piece)
    out = []
    for key, pieces in by_cloth.items():
        if not pieces:
            continue
        if key == "interfacing":
            facts = made.bag.facts.interfacings[INTERFACING_MATERIAL.of(made.bag)]
            out.append(ClothOfBag(key, facts.label, INTERFACING_WIDTH, "plain", tuple(pieces)))
        else:
            cloth = made.bag.cloth(key)
            printed: Print = "one_way" if key == "outer" and PRINT.is_(made.bag, "one_way") else "plain"
            out.append(ClothOfBag(key, cloth.label, cloth.usual_width, printed, tuple(pieces)))
    return tuple(out)


def usually_across(piece: Piece) -> bool:
    """
    Return whether *piece* may lie across the grain unless the maker says otherwise: strips and small pieces,
    and interfacing. Panels hang along it.
    """
    return piece.source == "interfacing" or piece.small or not runs_up(piece)


def part_of(piece: Piece, choice: ClothChoice) -> Part:
    """Return *piece* as it lies on its cloth: its grain along the roll."""
    left, bottom, right, top = piece.box
    wide, high = right - left, top - bottom
    if not runs_up(piece):
        wide, high = high, wide
    across = choice.across.get(piece.key, usually_across(piece))
    return Part(piece.key, wide, high, piece.count, across)


@dataclass(frozen=True, slots=True)
class OnCloth:
    """The pieces of a bag laid on one of its cloths."""

    cloth: ClothOfBag
    choice: ClothChoice
    goods: Goods
    parts: tuple[Part, ...]
    layout: Layout
    #: how many pins do not hold any more: outside of the cloth as it is now, or over another
    loosened: int = 0


def on_cloth(made: Draft, cloth: ClothOfBag, choice: ClothChoice, effort: int = EFFORT) -> OnCloth:
    """Return the pieces of *cloth* laid on it."""
    goods = goods_of(choice, cloth.usual_width, cloth.usual_print, made.bag.unit)
    parts = tuple(part_of(piece, choice) for piece in cloth.pieces)
    pins = _holding(pins_of(choice), parts, goods)
    laid = lay(goods, parts, pins, effort)
    return OnCloth(cloth, choice, goods, parts, laid, len(choice.pins) - len(pins))


def _holding(pins: tuple[Pin, ...], parts: tuple[Part, ...], goods: Goods) -> tuple[Pin, ...]:
    """Return the pins that hold: the bag or the cloth may have changed since they were put there."""
    by_key = {part.key: part for part in parts}
    held: list[tuple[Pin, Placed]] = []
    for pin in pins:
        part = by_key.get(pin.key)
        if part is None or pin.copy >= goods.places(part.count):
            continue
        if pin.turned and not goods.turns(part.across):
            continue
        there = placed_at(part, pin)
        long = goods.usable_length
        inside = there.right <= goods.usable_width + DUST and (long is None or there.top <= long + DUST)
        known = any((p.key, p.copy) == (pin.key, pin.copy) for p, _ in held)
        if inside and not known and not any(there.over(other) for _, other in held):
            held.append((pin, there))
    return tuple(pin for pin, _ in held)


def laid_on_cloths(made: Draft, choices: ClothChoices, effort: int = EFFORT) -> Mapping[ClothKey, OnCloth]:
    """Return the pieces of a bag laid on each of its cloths."""
    return {c.key: on_cloth(made, c, choices.of(c.key), effort) for c in cloths_of(made)}
