"""
What a maker does to the cloths of a bag: a number typed, a choice made, a piece pinned, turned or moved.
"""

from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ambitus.core.draft import Draft
from ambitus.core.layout.choices import ClothChoice, ClothChoices, ClothKey, PinChoice, asked
from ambitus.core.layout.of_bag import OnCloth, cloths_of, on_cloth
from ambitus.core.layout.parts import Placed
from ambitus.core.lengths import Unit, View, snap
from ambitus.core.problems import Problem, SpecProblems
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
    """A choice of a cloth: how it is printed, cut, whether it lies folded."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["picked"]
    cloth: ClothKey
    field: Literal["print", "cutting", "folded"]
    value: str = Field(max_length=40)


class PieceAcross(BaseModel):
    """Whether a piece may lie across the grain."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["across"]
    cloth: ClothKey
    piece: str = Field(max_length=80)
    allowed: bool


class PieceMoved(BaseModel):
    """One copy of a piece pinned where it lies, moved by so many mm along and across, turned, or let go."""

    model_config = ConfigDict(extra="forbid", populate_by_name=True)
    kind: Literal["pinned", "moved", "turned", "freed"]
    cloth: ClothKey
    piece: str = Field(max_length=80)
    copy_: int = Field(alias="copy", ge=0, le=1000)
    along: Mm = 0.0
    across: Mm = 0.0


class AllFreed(BaseModel):
    """Every piece of a cloth let go."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["all freed"]
    cloth: ClothKey


ClothEdit = Annotated[
    GoodsTyped | GoodsStepped | GoodsPicked | PieceAcross | PieceMoved | AllFreed, Field(discriminator="kind")
]


def edited(made: Draft, choices: ClothChoices, edit: ClothEdit, unit: Unit) -> ClothChoices:
    """
    Return *choices* after one edit; *unit* is the one shown.

    Raises:
        SpecProblems: If a text is no length or out of range, a piece may not lie so, or there is no such
        cloth.
    """
    cloth = next((c for c in cloths_of(made) if c.key == edit.cloth), None)
    if cloth is None:
        raise _wrong(edit.cloth, edit.cloth, f"Nothing of this bag is cut of a cloth “{edit.cloth}”.", "")
    choice = choices.of(edit.cloth)
    change: dict[str, Any]
    if isinstance(edit, GoodsTyped):
        change = {edit.field: _read(edit, cloth.usual_width, View(unit, made.bag.unit))}
    elif isinstance(edit, GoodsStepped):
        change = {edit.field: _stepped(edit, choice, cloth.usual_width, made)}
    elif isinstance(edit, GoodsPicked):
        change = {edit.field: edit.value == "yes" if edit.field == "folded" else edit.value}
    elif isinstance(edit, PieceAcross):
        change = {"across": {**choice.across, edit.piece: edit.allowed}}
    elif isinstance(edit, AllFreed):
        change = {"pins": []}
    else:
        on = on_cloth(made, cloth, choice)
        change = {"pins": _pins(on, edit, View(unit, made.bag.unit))}
    return _with(choices, edit.cloth, change)


def _wrong(field: str, value: str, why: str, fix: str) -> SpecProblems:
    return SpecProblems((Problem("cloth", field, value[:60], why, fix),))


def _with(choices: ClothChoices, key: ClothKey, change: Mapping[str, Any]) -> ClothChoices:
    told = {**choices.of(key).model_dump(by_alias=True), **change}
    try:
        choice = ClothChoice.model_validate(told)
    except ValidationError as bad:
        first = bad.errors()[0]
        field = ".".join(str(part) for part in first["loc"])
        why = f"“{first['input']}” cannot be chosen here: {first['msg'].lower()}."
        raise _wrong(f"{key}.{field}", str(first["input"]), why, "") from bad
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
            raise _wrong(path, text, f"“{text}” is no shrinkage.", "Choose per cent between 0 and 30.")
        return share
    one = asked(usual_width).get(edit.field)
    if one is None:
        raise _wrong(path, text, f"“{edit.field}” is not asked of a cloth.", "Take it out.")
    return read_length(one.param, path, text, view, {}, bare=view.unit) if text else None


def _stepped(edit: GoodsStepped, choice: ClothChoice, usual_width: float, made: Draft) -> float:
    """Return a length of a cloth moved by steps of the cutting grid, held inside its range."""
    one = asked(usual_width).get(edit.field)
    if one is None:
        path = f"{edit.cloth}.{edit.field}"
        raise _wrong(path, edit.field, f"“{edit.field}” has no steps.", "Type it.")
    standing = one.standing(choice, made.bag.unit)
    at = one.param.low if standing is None else standing
    return min(max(made.bag.grid.next(at, edit.steps), one.param.low), one.param.high)


def _pins(on: OnCloth, edit: PieceMoved, view: View) -> list[dict[str, Any]]:
    """Return the pins of a cloth after a piece was pinned, moved, turned or let go."""
    placed = next((p for p in on.layout.placed if (p.key, p.copy) == (edit.piece, edit.copy_)), None)
    if placed is None:
        why = f"No “{edit.piece}” with the number {edit.copy_ + 1} lies on this cloth."
        raise _wrong(f"{edit.cloth}.pins", edit.piece, why, "Choose a piece that lies on it.")
    others = [p for p in on.choice.pins if (p.piece, p.copy_) != (edit.piece, edit.copy_)]
    kept = [p.model_dump(by_alias=True) for p in others]
    if edit.kind == "freed":
        return kept
    wide, high, turned = placed.width, placed.height, placed.turned
    if edit.kind == "turned":
        part = next(p for p in on.parts if p.key == edit.piece)
        if not on.goods.turns(part.across):
            printed = on.goods.print != "plain" or on.goods.repeat
            why = "The print has a way up." if printed else "It hangs along the grain."
            fix = "Let it lie across first, or leave it as it is."
            raise _wrong(f"{edit.cloth}.pins", edit.piece, why, fix)
        wide, high, turned = high, wide, not turned
    x = min(max(0.0, placed.x + edit.across), max(0.0, on.goods.usable_width - wide))
    y = max(0.0, placed.y + edit.along)
    if on.goods.usable_length is not None:
        y = min(y, max(0.0, on.goods.usable_length - high))
    there = Placed(edit.piece, edit.copy_, snap(x), snap(y), wide, high, turned)
    for other in on.layout.placed:
        same = (other.key, other.copy) == (there.key, there.copy)
        if other.pinned and not same and other.over(there):
            why = f"“{other.key}” is pinned there."
            raise _wrong(f"{edit.cloth}.pins", edit.piece, why, "Let that one go first, or go round it.")
    pin = PinChoice(piece=edit.piece, copy=edit.copy_, x=there.x, y=there.y, turned=turned)
    return [*kept, pin.model_dump(by_alias=True)]
