"""
What a maker does to the cloths of a bag: a number typed, a choice made, a piece pinned, turned or moved.
"""

from collections.abc import Mapping, Sequence
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ambitus.core.draft import Draft
from ambitus.core.layout.choices import (
    ClothChoice,
    ClothChoices,
    ClothKey,
    asked,
)
from ambitus.core.layout.of_bag import (
    Beside,
    ClothOfBag,
    can_be_half,
    can_be_pieced,
    cloths_of,
    on_cloth,
)
from ambitus.core.layout.pinning import AllFreed, PieceCentred, PieceMoved, pins_after
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
from ambitus.core.lengths import Unit, View
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


ClothEdit = Annotated[
    GoodsTyped
    | GoodsStepped
    | GoodsPicked
    | PieceMay
    | PieceMoved
    | PieceCentred
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
    elif isinstance(edit, (PieceMoved, PieceCentred)):
        on = on_cloth(made, cloth, choice)
        change = {"pins": pins_after(made, on, edit, View(unit, made.bag.unit))}
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
        if not edit.allowed:
            return {"bias": bias, **freed}
        # a strip on the bias is joined of its own number of strips
        whole = [key for key in choice.pieced if key != edit.piece]
        return {"bias": [*bias, edit.piece], "pieced": whole, **freed}
    if edit.kind == "pieced":
        if edit.allowed and not can_be_pieced(piece):
            why = f"{piece.letter} is no strip with straight ends."
            raise wrong(path, edit.piece, why, "Leave it in one.")
        pieced = [key for key in choice.pieced if key != edit.piece]
        if not edit.allowed:
            return {"pieced": pieced, **freed}
        straight = [key for key in choice.bias if key != edit.piece]
        return {"pieced": [*pieced, edit.piece], "bias": straight, **freed}
    if edit.allowed and not can_be_half(piece):
        why = f"{piece.letter} has no middle that could lie on the fold."
        raise wrong(path, edit.piece, why, "Leave it whole.")
    return {"on_fold": {**choice.on_fold, edit.piece: edit.allowed}, **freed}
