"""The pieces of a bag on its cloths."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from ambitus.core.curves import Arc
from ambitus.core.draft import Draft
from ambitus.core.drawing.grain import runs_up
from ambitus.core.form.model import Piece
from ambitus.core.grammar.allowances import GENERAL
from ambitus.core.grammar.cloth.fields import CONTRAST_CLOTH, LINING_CLOTH, OUTER_CLOTH, PRINT
from ambitus.core.grammar.cloth.steps import is_all_there_is
from ambitus.core.grammar.interfacing.fields import INTERFACING_MATERIAL
from ambitus.core.layout.bias import block_for
from ambitus.core.layout.choices import (
    CLOTHS,
    INTERFACING_WIDTH,
    ClothChoice,
    ClothChoices,
    ClothKey,
    SourceChoice,
    goods_of,
    goods_there,
    pins_of,
)
from ambitus.core.layout.goods import Goods, Print
from ambitus.core.layout.lay import EFFORT, Layout, lay
from ambitus.core.layout.parts import DUST, Part, Pin, Placed, placed_at
from ambitus.core.lengths import Unit, snap
from ambitus.core.problems import Problem, SpecProblems


@dataclass(frozen=True, slots=True)
class ClothOfBag:
    """One cloth of a bag: what it is, and the pieces that are cut of it."""

    key: ClothKey
    label: str
    usual_width: float
    usual_print: Print
    pieces: tuple[Piece, ...]
    #: whether its top edge is a hem, which a garment's own could be
    hemmed: bool = False
    #: whether there is no more of it than there is
    once: bool = False


#: tops that are folded to the inside and sewn down
HEMS = ("double_hem", "overlocked_hem")


def cloth_of(piece: Piece) -> ClothKey | None:
    """Return the cloth that *piece* is cut of, or None where it is bought or made up of others."""
    if piece.source == "interfacing":
        return "interfacing"
    if piece.source != "cloth":
        return None
    if piece.looks == "contrast":
        return "contrast"
    return "lining" if piece.looks == "lining" else "outer"


#: as many pieces as are laid at once: more would be waited for
MOST_PIECES = 1_500
#: as many as another size, or another way with a strap, is looked for with: each is laid many times over
MOST_TRIED = 80


def many_pieces(cloths: Sequence[ClothOfBag]) -> bool:
    """Return whether there are too many pieces to try other sizes of them."""
    return sum(piece.count for cloth in cloths for piece in cloth.pieces) > MOST_TRIED


@dataclass(frozen=True, slots=True)
class Beside:
    """A bag that is cut at the same time, so many times: its name, and what is cut of it."""

    name: str
    made: Draft
    times: int = 1


def cloths_of(made: Draft, times: int = 1, beside: Sequence[Beside] = ()) -> tuple[ClothOfBag, ...]:
    """
    Return the cloths of a bag, each with the pieces of so many of it, and with those of the bags *beside* it
    that are cut of the same material. Their letters carry a number, from 2 on.
    """
    by_cloth: dict[ClothKey, list[Piece]] = {key: [] for key in CLOTHS}
    for piece in made.pieces:
        key = cloth_of(piece)
        if key:
            by_cloth[key].append(replace(piece, count=piece.count * times) if times > 1 else piece)
    for number, other in enumerate(beside, 2):
        for piece in other.made.pieces:
            key = cloth_of(piece)
            if key and by_cloth[key] and material_of(made, key) == material_of(other.made, key):
                by_cloth[key].append(
                    replace(
                        piece,
                        key=f"{number}/{piece.key}",
                        letter=f"{piece.letter}{number}",
                        name=f"{piece.name}, {other.name}",
                        count=piece.count * other.times,
                    )
                )
    many = sum(piece.count for pieces in by_cloth.values() for piece in pieces)
    if many > MOST_PIECES:
        why = f"{many:,} pieces would be cut at once, and {MOST_PIECES:,} can be laid."
        raise SpecProblems((Problem("cloth", "others", f"{many}", why, "Cut fewer at once."),))
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
            hemmed = made.bag.kinds.top.kind in HEMS
            once = key == "outer" and is_all_there_is(made.bag)
            out.append(ClothOfBag(key, cloth.label, cloth.usual_width, printed, tuple(pieces), hemmed, once))
    return tuple(out)


def material_of(made: Draft, key: ClothKey) -> str:
    """Return what a cloth of a bag is made of, by its key in the library."""
    fields = {"outer": OUTER_CLOTH, "lining": LINING_CLOTH, "contrast": CONTRAST_CLOTH}
    return INTERFACING_MATERIAL.of(made.bag) if key == "interfacing" else fields[key].of(made.bag)


def apart(made: Draft, beside: Sequence[Beside]) -> tuple[tuple[str, ClothKey], ...]:
    """Return the cloths of the bags *beside* it that are of another material than this bag's, by bag."""
    mine = {cloth.key: material_of(made, cloth.key) for cloth in cloths_of(made)}
    return tuple(
        (other.name, cloth.key)
        for other in beside
        for cloth in cloths_of(other.made)
        if mine.get(cloth.key) != material_of(other.made, cloth.key)
    )


def usually_across(piece: Piece) -> bool:
    """
    Return whether *piece* may lie across the grain unless the maker says otherwise: strips and small pieces,
    and interfacing. Panels hang along it.
    """
    return piece.source == "interfacing" or piece.small or not runs_up(piece)


def can_be_half(piece: Piece) -> bool:
    """Return whether *piece* can lie as a half with its middle on the fold of a cloth folded along."""
    return piece.on_fold == "x"


def can_be_pieced(piece: Piece) -> bool:
    """Return whether *piece* can be cut in two and joined: a strip with straight ends."""
    return not runs_up(piece) and len(piece.cut) == 4 and not any(piece.bends)


def join_of(made: Draft) -> float:
    """Return the allowance of a join across a strip, mm: the general one."""
    return GENERAL.of(made.bag)


def part_of(piece: Piece, choice: ClothChoice, join: float, most: float = math.inf) -> Part:
    """
    Return *piece* as it lies on its cloth: its grain along the roll, or at 45° to it; where it is pieced, its
    halves with a *join* each. A strip on the bias is joined of several, from a block *most* mm broad.
    """
    wide, high = piece.extent
    if piece.key in choice.pieced and can_be_pieced(piece):
        across = choice.across.get(piece.key, usually_across(piece))
        return Part(piece.key, high, snap(wide / 2 + join), 2 * piece.count, across)
    if piece.key in choice.bias and can_be_pieced(piece):
        block = block_for(max(wide, high), min(wide, high), join, most)
        return Part(piece.key, block.broad, block.long, piece.count, True)
    if piece.key in choice.bias:
        side = snap((wide + high) / math.sqrt(2))
        return Part(piece.key, side, side, piece.count)
    if not runs_up(piece):
        wide, high = high, wide
    across = choice.across.get(piece.key, usually_across(piece))
    return Part(piece.key, wide, high, piece.count, across, round=is_round(piece))


def is_round(piece: Piece) -> bool:
    """Return whether *piece* is a disc."""
    wide, high = piece.extent
    return all(isinstance(bend, Arc) for bend in piece.bends) and abs(wide - high) < 1e-6


@dataclass(frozen=True, slots=True)
class Sheet:
    """
    What lies on one piece of cloth: one that is there, or, without a source, the one that is bought. The
    copies in its layout are numbered as the whole bag's.
    """

    source: SourceChoice | None
    goods: Goods
    layout: Layout


@dataclass(frozen=True, slots=True)
class OnCloth:
    """The pieces of a bag laid on one of its cloths: first on what is there, then on what is bought."""

    cloth: ClothOfBag
    choice: ClothChoice
    parts: tuple[Part, ...]
    sheets: tuple[Sheet, ...]
    #: how many pins do not hold any more: outside of the cloth as it is now, or over another
    loosened: int = 0

    @property
    def goods(self) -> Goods:
        """The cloth that is bought, or of which there is a length."""
        return self.sheets[-1].goods

    @property
    def layout(self) -> Layout:
        """What lies on that; what is left out of it lies nowhere."""
        return self.sheets[-1].layout

    @property
    def is_there(self) -> bool:
        """Whether all of it is cut of what is there."""
        return self.goods.length is not None or (len(self.sheets) > 1 and not self.layout.placed)

    @property
    def is_bought(self) -> bool:
        """Whether any of it is: neither what is there, nor what cannot be had again."""
        return not (self.is_there or self.cloth.once)

    @property
    def amount(self) -> float:
        """How much of it is bought, up to the shop's step, or needed of what there is; mm along the roll."""
        return self.layout.bought if self.is_bought else self.goods.needed(self.layout.length)


def on_cloth(made: Draft, cloth: ClothOfBag, choice: ClothChoice, effort: int = EFFORT) -> OnCloth:
    """Return the pieces of *cloth* laid on it."""
    most = goods_of(choice, cloth.usual_width, cloth.usual_print, made.bag.unit).usable_width
    parts = tuple(part_of(piece, choice, join_of(made), most) for piece in cloth.pieces)
    return laid_of(cloth, parts, choice, made.bag.unit, effort)


def laid_of(
    cloth: ClothOfBag, parts: tuple[Part, ...], choice: ClothChoice, unit: Unit, effort: int = EFFORT
) -> OnCloth:
    """Return *parts* laid on what there is of a cloth and what is bought of it."""
    all_pins = pins_of(choice)
    halves = {p.key: choice.on_fold.get(p.key) for p in cloth.pieces if can_be_half(p)}
    left = {part.key: list(range(part.count)) for part in parts}
    sheets: list[Sheet] = []
    held = 0
    known = {"", *(source.id for source in choice.sources)}
    to_come = {key: pins for key, pins in all_pins.items() if key in known}
    for source in (*choice.sources, None):
        # a copy that is pinned to a cloth that is yet to come waits for it
        to_come.pop(source.id if source else "", None)
        goods = (
            goods_there(source, choice, cloth.usual_print)
            if source
            else goods_of(choice, cloth.usual_width, cloth.usual_print, unit)
        )
        mine = all_pins.get(source.id if source else "", ())
        elsewhere = {(p.key, p.copy) for pins in to_come.values() for p in pins}
        ids = {key: [n for n in copies if (key, n) not in elsewhere] for key, copies in left.items()}
        there = tuple(replace(p, count=len(ids[p.key])) for p in parts if ids[p.key])
        pins = tuple(replace(p, copy=ids[p.key].index(p.copy)) for p in mine if p.copy in ids.get(p.key, ()))
        pins = _holding(pins, there, goods)
        held += len(pins)
        laid = (
            _folded(goods, there, pins, halves, effort) if goods.folded else lay(goods, there, pins, effort)
        )
        placed = tuple(replace(p, copy=ids[p.key][p.copy]) for p in laid.placed)
        for one in placed:
            left[one.key].remove(one.copy)
        sheets.append(Sheet(source, goods, replace(laid, placed=placed)))
    return OnCloth(cloth, choice, parts, tuple(sheets), len(choice.pins) - held)


def _folded(
    goods: Goods,
    parts: tuple[Part, ...],
    pins: tuple[Pin, ...],
    halves: Mapping[str, bool | None],
    effort: int,
) -> Layout:
    """
    Return *parts* laid on a folded cloth. What can lie on the fold does if the maker says so; where it is not
    said, an odd one out does if that is shorter.
    """
    said = tuple(replace(p, halves=p.count) if halves.get(p.key) else p for p in parts)
    odd = tuple(
        replace(p, halves=1) if p.key in halves and halves[p.key] is None and p.count % 2 else p for p in said
    )
    found = [lay(goods, way, pins, effort) for way in dict.fromkeys((said, odd))]
    return min(found, key=lambda one: (sum(one.left_out.values()), one.length))


def _holding(pins: tuple[Pin, ...], parts: tuple[Part, ...], goods: Goods) -> tuple[Pin, ...]:
    """Return the pins that hold: the bag or the cloth may have changed since they were put there."""
    by_key = {part.key: part for part in parts}
    held: list[tuple[Pin, Placed]] = []
    flaws = [Placed("", 0, h.x, h.y, h.width, h.height) for h in goods.taken]
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
        over = any(there.over(other) for other in (*flaws, *(h for _, h in held)))
        if inside and not known and not over:
            held.append((pin, there))
    return tuple(pin for pin, _ in held)


def laid_on_cloths(
    made: Draft, choices: ClothChoices, effort: int = EFFORT, beside: Sequence[Beside] = ()
) -> Mapping[ClothKey, OnCloth]:
    """Return the pieces of a bag, and of those that are cut with it, laid on each of its cloths."""
    cloths = cloths_of(made, choices.times, beside)
    return {c.key: on_cloth(made, c, choices.of(c.key), effort) for c in cloths}
