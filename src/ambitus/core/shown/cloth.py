"""The cloths of a bag as they are shown: what lies where, how much is used, what to buy, what would save."""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from ambitus.core.draft import Draft
from ambitus.core.form.model import Piece
from ambitus.core.layout.bias import block_lying
from ambitus.core.layout.choices import ClothChoices, ClothKey, asked
from ambitus.core.layout.cutting import Cut, cuts_of
from ambitus.core.layout.goods import Goods
from ambitus.core.layout.lay import lay
from ambitus.core.layout.leftovers import leftovers
from ambitus.core.layout.of_bag import Beside, OnCloth, Sheet, can_be_half, can_be_pieced, laid_on_cloths
from ambitus.core.layout.parts import Part, Placed
from ambitus.core.layout.picture import outline
from ambitus.core.lengths import Unit, View
from ambitus.core.shown.models import FieldShown
from ambitus.core.words import listed, within


@dataclass(frozen=True, slots=True)
class ClothOption:
    """One value of a choice of a cloth."""

    value: str
    label: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class LyingShown:
    """
    One copy of a piece where it lies: its box in mm, along the roll and across it, and its outline there.
    """

    piece: str
    copy: int
    letter: str
    name: str
    box: tuple[float, float, float, float]
    cut: str
    grain: str
    pinned: bool
    turned: bool
    #: whether it may lie across the grain, and whether turning would be a choice at all
    across: bool
    turns: bool
    #: whether it lies at 45° to the grain, as a half on the fold, and whether the last is a choice at all
    bias: bool
    half: bool
    halves: bool
    #: whether it is cut in two and joined, and whether that is a choice at all
    pieced: bool
    in_two: bool
    #: whether it has no corner that a letter could stand in
    round: bool
    says: str


@dataclass(frozen=True, slots=True)
class LeftShown:
    """A rectangle that is left and worth keeping: its box as a piece's, and its size as text."""

    box: tuple[float, float, float, float]
    size: str


@dataclass(frozen=True, slots=True)
class SheetShown:
    """
    One piece of cloth with what lies on it: one that is there, or with an empty ``id`` what is bought. Boxes
    are along it and across it, in mm.
    """

    id: str
    label: str
    #: shown length and width of the cloth as it is drawn, in mm, and how far the layout reaches
    room: tuple[float, float]
    reaches: float
    round: bool
    folded: bool
    lying: tuple[LyingShown, ...]
    left: tuple[LeftShown, ...]
    holes: tuple[tuple[float, float, float, float], ...]
    cuts: tuple[str, ...]
    facts: tuple[str, ...]
    #: the thing in the stash that it is, if it is one
    stash: str
    #: of a piece that is there: its measures as text in the unit shown, by field
    fields: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class ClothShown:
    """A cloth with its pieces on it."""

    key: ClothKey
    label: str
    #: what to buy, or how much of what is there is used: the number to take to the shop
    amount: str
    amount_says: str
    sheets: tuple[SheetShown, ...]
    facts: tuple[str, ...]
    fields: Mapping[str, FieldShown]
    shrinks: Mapping[str, str]
    choices: Mapping[str, tuple[ClothOption, ...]]
    left_out: tuple[str, ...]
    pins: int


_CHOICES = {
    "print": (
        ("plain", "No way up"),
        ("two_way", "Up or down"),
        ("one_way", "One way up"),
    ),
    "cutting": (("scissors", "Scissors, along any line"), ("strips", "Strips from edge to edge")),
    "lies": (
        ("flat", "Flat, one layer"),
        ("folded", "Folded, selvage on selvage"),
        ("doubled", "Doubled, end on end"),
    ),
}


def cloths_shown(
    made: Draft, choices: ClothChoices, unit: Unit, beside: Sequence[Beside] = ()
) -> tuple[ClothShown, ...]:
    """Return every cloth of *made* with its pieces laid on it, in *unit*."""
    view = View(unit, made.bag.unit)
    return tuple(_cloth(on, view) for on in laid_on_cloths(made, choices, beside=beside).values())


def _cloth(on: OnCloth, view: View) -> ClothShown:
    goods = on.goods
    pieces = {p.key: p for p in on.cloth.pieces}
    return ClothShown(
        key=on.cloth.key,
        label=on.cloth.label,
        amount=view.worked(on.amount),
        amount_says=_amount_says(on, view),
        sheets=tuple(_sheet(on, sheet, pieces, view) for sheet in on.sheets),
        facts=_facts(on, view),
        fields=_fields(on, view),
        shrinks={
            "shrinks_along": f"{on.choice.shrinks_along:g}",
            "shrinks_across": f"{on.choice.shrinks_across:g}",
        },
        choices=_chosen(goods),
        left_out=_left_out(on, pieces, view),
        pins=sum(p.pinned for sheet in on.sheets for p in sheet.layout.placed),
    )


def _sheet(on: OnCloth, sheet: Sheet, pieces: Mapping[str, Piece], view: View) -> SheetShown:
    layout, goods, source = sheet.layout, sheet.goods, sheet.source
    drawn = goods.usable_length
    if drawn is None:
        drawn = max(on.amount * (1 - goods.shrinks_along) / goods.layers_along - goods.squaring, 0.0)
    if source:
        size = f"{view.worked(source.width)} × {view.with_unit(source.length)}"
        if source.shape == "round":
            size = f"{view.with_unit(source.width)} across"
        label = f"{source.name}, {size}" if source.name else size
    elif goods.length is not None:
        label = f"{view.with_unit(goods.length)} that is there"
    else:
        where = "of what there is" if on.cloth.once else "off the roll"
        label = f"{view.with_unit(on.amount)} {where}"
    measured = ("width", "length", "seam") if source else ()
    return SheetShown(
        id=source.id if source else "",
        label=label,
        room=(max(drawn, layout.length), goods.usable_width),
        reaches=layout.length,
        round=goods.round,
        folded=goods.folded,
        lying=tuple(_lying(on, sheet, pieces[p.key], p, view) for p in layout.placed),
        left=tuple(
            LeftShown((y, x, high, wide), f"{view.worked(wide)} × {view.with_unit(high)}")
            for x, y, wide, high in leftovers(layout)
        ),
        holes=tuple((h.y, h.x, h.height, h.width) for h in goods.holes),
        cuts=tuple(_cut_says(cut, pieces, view) for cut in cuts_of(layout)),
        facts=_sheet_facts(on, sheet, view),
        stash=source.stash if source else "",
        fields={name: view.chosen(getattr(source, name)) for name in measured},
    )


def _amount_says(on: OnCloth, view: View) -> str:
    wide = view.with_unit(on.goods.width)
    if on.goods.length is not None:
        return f"{view.unit} of {view.with_unit(on.goods.length)} needed, {wide} wide"
    if on.is_there:
        return f"{view.unit} to buy: it all lies on what is there"
    if on.cloth.once:
        return f"{view.unit} needed, {wide} wide"
    return f"{view.unit} to buy, {wide} wide"


def _sheet_facts(on: OnCloth, sheet: Sheet, view: View) -> tuple[str, ...]:
    """Return what is to be known of one piece of cloth, each as a sentence."""
    layout, goods = sheet.layout, sheet.goods
    if not layout.placed:
        return ("Nothing lies on it.",) if sheet.source else ()
    layers = ", two layers at once" if goods.layers > 1 else ""
    round_ = {part.key for part in on.parts if part.round}
    area = sum(p.width * p.height * (math.pi / 4 if p.key in round_ else 1) for p in layout.placed)
    share = area / (layout.length * goods.usable_width)
    what = "discs and the rectangles round the others" if round_ else "rectangles round them"
    out = [
        f"The pieces reach {view.with_unit(layout.length)} along {view.with_unit(goods.usable_width)} of "
        f"usable width{layers}; the {what} take {share:.0%} of that."
    ]
    if goods.doubled and goods.print == "one_way":
        out.append("Doubled end on end, the print of one layer stands on its head: lay it flat, or folded.")
    if sheet.source and sheet.source.shape == "tube":
        out += _on_its_hem(on, sheet, view)
    if goods.cutting == "strips" and not layout.through:
        out.append(
            "Round what stays where it is it is laid for cuts along any line: strips would run through it."
        )
    return tuple(out)


def _on_its_hem(on: OnCloth, sheet: Sheet, view: View) -> Iterator[str]:
    """Say what a garment's own hem saves: the one that a top edge would be folded to."""
    lying = {p.key for p in sheet.layout.placed} if on.cloth.hemmed else set()
    for piece in on.cloth.pieces:
        hem = next((e for e in piece.edges if e.seam == "top"), None)
        if piece.key in lying and hem and hem.allowance > 0:
            less = view.with_unit(hem.allowance)
            yield f"Its hem is a clean edge: {piece.letter} with its top on it is cut {less} shorter."
            return


def _facts(on: OnCloth, view: View) -> tuple[str, ...]:
    """Return what is to be known of how it lies on what is bought, each as a sentence."""
    layout, goods = on.layout, on.goods
    out = []
    if on.cloth.once and goods.length is None and layout.placed:
        out.append("There is no more of it: enter the length there is, and what finds no room on it is told.")
    if on.loosened:
        what = "One pin does" if on.loosened == 1 else f"{on.loosened} pins do"
        out.append(f"{what} not hold any more: outside of the cloth as it is now, or over another piece.")
    # of what is pinned, or lies on what is there too, another layout would tell nothing
    plain = not on.choice.pins and not layout.left_out and len(on.sheets) == 1
    if not plain or not layout.placed:
        return tuple(out)
    last = max(layout.placed, key=lambda p: (p.top, p.key, p.copy))
    rest = [_fewer(p, last.key) for p in on.parts]
    if len(layout.placed) > 1:
        short = lay(goods, [p for p in rest if p.count]).length
        letter = next(p.letter for p in on.cloth.pieces if p.key == last.key)
        if short < layout.length - 1e-6:
            more = view.with_unit(layout.length - short)
            out.append(f"{letter} reaches furthest: one of them less would take {more} less.")
    if layout.length > layout.at_least > 0 and not goods.folded:
        share = (layout.length - layout.at_least) / layout.length
        out.append(f"No layout could be more than {share:.1%} shorter.")
    return tuple(out)


def _fewer(part: Part, key: str) -> Part:
    """Return *part*, one less of it if it is the one called *key*."""
    return replace(part, count=part.count - (part.key == key))


def _fields(on: OnCloth, view: View) -> dict[str, FieldShown]:
    out = {}
    for name, one in asked(on.cloth.usual_width).items():
        chosen: float | None = getattr(on.choice, name)
        standing = one.standing(on.choice, view.plan_unit)
        given, mm = standing is not None, standing or 0.0
        path = f"{on.cloth.key}.{name}"
        out[path] = FieldShown(
            path,
            one.param.label,
            mm,
            view.chosen(mm) if given else "",
            view.spoken(mm) if given else "not given",
            "chosen" if chosen is not None else "default",
            one.param.help,
            one.param.help,
            one.param.optional,
            chosen is not None,
            visible=True,
            opens="",
        )
    return out


def _chosen(goods: Goods) -> dict[str, tuple[ClothOption, ...]]:
    lies = "folded" if goods.folded else "doubled" if goods.doubled else "flat"
    now = {"print": goods.print, "cutting": goods.cutting, "lies": lies}
    return {
        name: tuple(ClothOption(value, label, now[name] == value) for value, label in options)
        for name, options in _CHOICES.items()
    }


def _lying(on: OnCloth, sheet: Sheet, piece: Piece, placed: Placed, view: View) -> LyingShown:
    bias = piece.key in on.choice.bias
    pieced = piece.key in on.choice.pieced and can_be_pieced(piece)
    cut, grain = outline(piece, placed, bias, pieced)
    part = next(p for p in on.parts if p.key == piece.key)
    size = f"{view.worked(placed.width)} × {view.with_unit(placed.height)}"
    where = f"{view.with_unit(placed.y)} along, {view.with_unit(placed.x)} from the edge"
    how = " on the bias" if bias else ", half of it, on the fold" if placed.half else ""
    if bias and can_be_pieced(piece):
        block = block_lying(placed.width, placed.height, min(piece.extent))
        many = f"{block.strips} strips of {view.with_unit(block.each)} along their edges, joined"
        how = f" on the bias, {many if block.strips > 1 else 'in one strip'}"
    how = ", one of two to be joined" if pieced else how
    return LyingShown(
        piece=piece.key,
        copy=placed.copy,
        letter=piece.letter,
        name=piece.name,
        box=(placed.y, placed.x, placed.height, placed.width),
        cut=cut,
        grain=grain,
        pinned=placed.pinned,
        turned=placed.turned,
        across=part.across,
        turns=sheet.goods.turns(across=True) and placed.width != placed.height and not placed.half,
        bias=bias,
        half=placed.half,
        halves=can_be_half(piece) and sheet.goods.folded,
        pieced=pieced,
        in_two=can_be_pieced(piece),
        round=all(piece.bends),
        says=f"{piece.letter}, {within(piece.name)}{how}: {size}, {where}",
    )


def _left_out(on: OnCloth, pieces: Mapping[str, Piece], view: View) -> tuple[str, ...]:
    """Return why each piece that does not lie on the cloth does not."""
    out = []
    goods = on.goods
    for key, count in on.layout.left_out.items():
        part = next(p for p in on.parts if p.key == key)
        narrowest = min(part.width, part.height) if goods.turns(part.across) else part.width
        name = f"{pieces[key].letter}, {within(pieces[key].name)}, ×{count}"
        if narrowest > goods.usable_width:
            need = view.with_unit(narrowest)
            have = view.with_unit(goods.usable_width)
            out.append(
                f"{name}: {need} wide as it lies, and {have} can be used. It needs a wider cloth, or a join."
            )
        else:
            out.append(f"{name}: no room is left for it.")
    return tuple(out)


def _freed(piece: Piece) -> str:
    """Return a piece that straight cuts make ready: any other is cut out of its rectangle then."""
    straight = len(piece.cut) == 4 and not any(piece.bends)
    return piece.letter if straight else f"the rectangle of {piece.letter}"


def _cut_says(cut: Cut, pieces: Mapping[str, Piece], view: View) -> str:
    at = view.with_unit(cut.at)
    letters = [_freed(pieces[key]) for key, _ in cut.frees]
    ready = f": {listed(letters)} {'are' if len(letters) > 1 else 'is'} cut" if letters else ""
    if cut.off:
        return f"Across the whole width at {at} from the squared end: strip {cut.strip}{ready}."
    way = f"across at {at} from the squared end" if cut.across else f"along at {at} from the edge"
    return f"Strip {cut.strip}, {way}{ready}."
