"""
What a maker does to the cloths of a bag: a number typed, a choice made, a piece pinned, turned or moved.
"""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ambitus.core.draft import Draft
from ambitus.core.layout.choices import (
    ClothChoice,
    ClothChoices,
    ClothKey,
    PinChoice,
    asked,
)
from ambitus.core.layout.goods import Hole
from ambitus.core.layout.lay import lay
from ambitus.core.layout.of_bag import (
    Beside,
    ClothOfBag,
    OnCloth,
    Sheet,
    can_be_half,
    can_be_pieced,
    cloths_of,
    on_cloth,
)
from ambitus.core.layout.parts import Part, Placed
from ambitus.core.layout.sources import (
    HoleMarked,
    HolesForgotten,
    HoleTyped,
    SourceAdded,
    SourceTakenOut,
    SourceTyped,
    sources_after,
    wrong,
)
from ambitus.core.layout.together import (
    OtherAdded,
    OtherTakenOut,
    TimesSet,
    TogetherEdit,
    together_after,
)
from ambitus.core.lengths import Unit, View, snap
from ambitus.core.spec.resolve import read_length

Mm = Annotated[float, Field(ge=-100_000, le=100_000)]


class GoodsTyped(BaseModel):
    """A text typed into a length or a share of a cloth; empty takes it back."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["typed"]
    cloth: ClothKey
    field: str = Field(max_length=40)
    text: str = Field(max_length=60)


class GoodsStepped(BaseModel):
    """A length of a cloth moved by whole steps of the cutting grid."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["stepped"]
    cloth: ClothKey
    field: str = Field(max_length=40)
    steps: int = Field(ge=-1000, le=1000)


class GoodsPicked(BaseModel):
    """A choice of a cloth: how it is printed, cut, whether it lies flat, folded or doubled."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["picked"]
    cloth: ClothKey
    field: Literal["print", "cutting", "lies"]
    value: str = Field(max_length=40)


class PieceMay(BaseModel):
    """Whether a piece may lie across the grain, lies at 45° to it, as halves on the fold, or is pieced."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["across", "bias", "on fold", "pieced"]
    cloth: ClothKey
    piece: str = Field(max_length=80)
    allowed: bool


class PieceMoved(BaseModel):
    """
    One copy of a piece pinned where it lies, moved by so many mm along and across, turned, let go, or sent to
    another piece of cloth: to the one called ``to``, or to what is bought where that is empty.
    """

    model_config = ConfigDict(extra="forbid", populate_by_name=True)
    kind: Literal["pinned", "moved", "turned", "freed", "sent"]
    cloth: ClothKey
    piece: str = Field(max_length=80)
    copy_: int = Field(alias="copy", ge=0, le=1000)
    along: Mm = 0.0
    across: Mm = 0.0
    to: str = Field(default="", max_length=80)


class AllFreed(BaseModel):
    """Every piece of a cloth let go."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["all freed"]
    cloth: ClothKey


ClothEdit = Annotated[
    GoodsTyped
    | GoodsStepped
    | GoodsPicked
    | PieceMay
    | PieceMoved
    | AllFreed
    | SourceAdded
    | SourceTyped
    | SourceTakenOut
    | HoleMarked
    | HoleTyped
    | HolesForgotten
    | TimesSet
    | OtherAdded
    | OtherTakenOut,
    Field(discriminator="kind"),
]


def edited(
    made: Draft, choices: ClothChoices, edit: ClothEdit, unit: Unit, beside: Sequence[Beside] = ()
) -> ClothChoices:
    """
    Return *choices* after one edit; *unit* is the one shown.

    Raises:
        SpecProblems: If a text is no length or out of range, a piece may not lie so, or there is no such
        cloth.
    """
    if isinstance(edit, TogetherEdit):
        return together_after(choices, edit)
    cloths = cloths_of(made, choices.times, beside)
    cloth = next((c for c in cloths if c.key == edit.cloth), None)
    if cloth is None:
        raise wrong(edit.cloth, edit.cloth, f"Nothing of this bag is cut of a cloth “{edit.cloth}”.", "")
    choice = choices.of(edit.cloth)
    change: dict[str, Any]
    if isinstance(edit, GoodsTyped):
        change = {edit.field: _read(edit, cloth.usual_width, View(unit, made.bag.unit))}
    elif isinstance(edit, GoodsStepped):
        change = {edit.field: _stepped(edit, choice, cloth.usual_width, made)}
    elif isinstance(edit, GoodsPicked):
        change = _lies(edit) if edit.field == "lies" else {edit.field: edit.value}
    elif isinstance(edit, PieceMay):
        change = _may(cloth, choice, edit)
    elif isinstance(edit, AllFreed):
        change = {"pins": []}
    elif isinstance(edit, PieceMoved):
        on = on_cloth(made, cloth, choice)
        change = {"pins": _pins(on, edit)}
    else:
        change = sources_after(choice, edit, View(unit, made.bag.unit))
    return _with(choices, edit.cloth, change)


def _with(choices: ClothChoices, key: ClothKey, change: Mapping[str, Any]) -> ClothChoices:
    told = {**choices.of(key).model_dump(by_alias=True), **change}
    try:
        choice = ClothChoice.model_validate(told)
    except ValidationError as bad:
        first = bad.errors()[0]
        field = ".".join(str(part) for part in first["loc"])
        why = f"“{first['input']}” cannot be chosen here: {first['msg'].lower()}."
        raise wrong(f"{key}.{field}", str(first["input"]), why, "") from bad
    return choices.model_copy(update={"cloths": {**choices.cloths, key: choice}})


def _read(edit: GoodsTyped, usual_width: float, view: View) -> float | None:
    """Return what was typed in mm, or in per cent, or None where it is taken back."""
    path, text = f"{edit.cloth}.{edit.field}", edit.text.strip()
    if edit.field in ("shrinks_along", "shrinks_across"):
        number = text.removesuffix("%").strip().replace(",", ".")
        try:
            share = float(number or 0)
        except ValueError:
            share = -1.0
        if not 0 <= share <= 30:
            raise wrong(path, text, f"“{text}” is no shrinkage.", "Choose per cent between 0 and 30.")
        return share
    one = asked(usual_width).get(edit.field)
    if one is None:
        raise wrong(path, text, f"“{edit.field}” is not asked of a cloth.", "Take it out.")
    return read_length(one.param, path, text, view, {}, bare=view.unit) if text else None


def _stepped(edit: GoodsStepped, choice: ClothChoice, usual_width: float, made: Draft) -> float:
    """Return a length of a cloth moved by steps of the cutting grid, held inside its range."""
    one = asked(usual_width).get(edit.field)
    if one is None:
        path = f"{edit.cloth}.{edit.field}"
        raise wrong(path, edit.field, f"“{edit.field}” has no steps.", "Type it.")
    standing = one.standing(choice, made.bag.unit)
    at = one.param.low if standing is None else standing
    return min(max(made.bag.grid.next(at, edit.steps), one.param.low), one.param.high)


def _lies(edit: GoodsPicked) -> dict[str, Any]:
    """Return how a cloth lies: flat, folded along or doubled across."""
    if edit.value not in ("flat", "folded", "doubled"):
        why = f"“{edit.value}” cannot be chosen here."
        raise wrong(f"{edit.cloth}.lies", edit.value, why, "Choose flat, folded or doubled.")
    return {"folded": edit.value == "folded", "doubled": edit.value == "doubled"}


def _may(cloth: ClothOfBag, choice: ClothChoice, edit: PieceMay) -> dict[str, Any]:
    """Return what a piece may do after an edit of it; what then lies otherwise is let go."""
    piece = next((p for p in cloth.pieces if p.key == edit.piece), None)
    path = f"{edit.cloth}.pins"
    if piece is None:
        why = f"No “{edit.piece}” is cut of this cloth."
        raise wrong(path, edit.piece, why, "Choose a piece that lies on it.")
    if edit.kind == "across":
        return {"across": {**choice.across, edit.piece: edit.allowed}}
    freed = {"pins": [p.model_dump(by_alias=True) for p in choice.pins if p.piece != edit.piece]}
    if edit.kind == "bias":
        bias = [key for key in choice.bias if key != edit.piece]
        return {"bias": [*bias, edit.piece] if edit.allowed else bias, **freed}
    if edit.kind == "pieced":
        if edit.allowed and not can_be_pieced(piece):
            why = f"{piece.letter} is no strip with straight ends."
            raise wrong(path, edit.piece, why, "Leave it in one.")
        pieced = [key for key in choice.pieced if key != edit.piece]
        return {"pieced": [*pieced, edit.piece] if edit.allowed else pieced, **freed}
    if edit.allowed and not can_be_half(piece):
        why = f"{piece.letter} has no middle that could lie on the fold."
        raise wrong(path, edit.piece, why, "Leave it whole.")
    return {"on_fold": {**choice.on_fold, edit.piece: edit.allowed}, **freed}


def _pins(on: OnCloth, edit: PieceMoved) -> list[dict[str, Any]]:
    """Return the pins of a cloth after a piece was pinned, moved, turned, sent elsewhere or let go."""
    path = f"{edit.cloth}.pins"
    found = (
        (s, p) for s in on.sheets for p in s.layout.placed if (p.key, p.copy) == (edit.piece, edit.copy_)
    )
    sheet, placed = next(found, (None, None))
    if sheet is None or placed is None:
        why = f"No “{edit.piece}” with the number {edit.copy_ + 1} lies on this cloth."
        raise wrong(path, edit.piece, why, "Choose a piece that lies on it.")
    others = [p for p in on.choice.pins if (p.piece, p.copy_) != (edit.piece, edit.copy_)]
    kept = [p.model_dump(by_alias=True) for p in others]
    if edit.kind == "freed":
        return kept
    part = next(p for p in on.parts if p.key == edit.piece)
    if placed.half:
        raise wrong(path, edit.piece, "It lies on the fold.", "Lay it whole first.")
    if edit.kind == "sent":
        sheet, there = _sent(on, edit, replace(part, count=1))
    else:
        there = _moved(sheet, edit, part, placed)
    for other in sheet.layout.placed:
        same = (other.key, other.copy) == (there.key, there.copy)
        if other.pinned and not same and other.over(there):
            why = f"“{other.key}” is pinned there."
            raise wrong(path, edit.piece, why, "Let that one go first, or go round it.")
    if any(Placed("", 0, h.x, h.y, h.width, h.height).over(there) for h in sheet.goods.taken):
        what = "round and ends there" if sheet.goods.round else "not whole there"
        raise wrong(path, edit.piece, f"The cloth is {what}.", "Go round it.")
    source = sheet.source.id if sheet.source else ""
    pin = PinChoice(
        piece=edit.piece, copy=edit.copy_, x=there.x, y=there.y, turned=there.turned, source=source
    )
    return [*kept, pin.model_dump(by_alias=True)]


def _moved(sheet: Sheet, edit: PieceMoved, part: Part, placed: Placed) -> Placed:
    """Return where a piece lies once it is moved or turned, inside of its piece of cloth."""
    wide, high, turned = placed.width, placed.height, placed.turned
    goods = sheet.goods
    if edit.kind == "turned":
        if not goods.turns(part.across):
            printed = goods.print != "plain" or goods.repeat
            why = "The print has a way up." if printed else "It hangs along the grain."
            fix = "Let it lie across first, or leave it as it is."
            raise wrong(f"{edit.cloth}.pins", edit.piece, why, fix)
        wide, high, turned = high, wide, not turned
    x = min(max(0.0, placed.x + edit.across), max(0.0, goods.usable_width - wide))
    y = max(0.0, placed.y + edit.along)
    if goods.usable_length is not None:
        y = min(y, max(0.0, goods.usable_length - high))
    return Placed(edit.piece, edit.copy_, snap(x), snap(y), wide, high, turned)


def _sent(on: OnCloth, edit: PieceMoved, part: Part) -> tuple[Sheet, Placed]:
    """Return the first place on another piece of cloth that is clear of what is pinned there."""
    path = f"{edit.cloth}.pins"
    sheet = next((s for s in on.sheets if (s.source.id if s.source else "") == edit.to), None)
    if sheet is None:
        raise wrong(path, edit.to, "No such piece of cloth is there.", "Choose one that is.")
    pinned = [Hole(p.x, p.y, p.width, p.height) for p in sheet.layout.placed if p.pinned]
    alone = lay(replace(sheet.goods, holes=(*sheet.goods.holes, *pinned)), [part])
    there = next((p for p in alone.placed if p.key == part.key), None)
    if there is None:
        raise wrong(path, edit.piece, "There is no room for it on that piece.", "Leave it where it is.")
    return sheet, replace(there, copy=edit.copy_, pinned=False)
