"""A piece pinned where a maker wants it: moved, turned, on a motif, on another piece of cloth, or let go."""

from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.draft import Draft
from ambitus.core.fields import Length
from ambitus.core.form.model import Piece
from ambitus.core.grammar.asked import Param
from ambitus.core.layout.choices import ClothKey, PinChoice
from ambitus.core.layout.goods import Hole
from ambitus.core.layout.lay import lay
from ambitus.core.layout.of_bag import OnCloth, Sheet
from ambitus.core.layout.parts import DUST, Part, Placed
from ambitus.core.layout.picture import lying_on
from ambitus.core.layout.sources import wrong
from ambitus.core.lengths import View, snap
from ambitus.core.spec.resolve import read_length

Mm = Annotated[float, Field(ge=-100_000, le=100_000)]


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


class PieceCentred(BaseModel):
    """
    One copy of a piece pinned so that the middle of what is seen of it lies on a motif: how far from the edge
    and along the cloth that is, as texts.
    """

    model_config = ConfigDict(extra="forbid", populate_by_name=True)
    kind: Literal["centred"]
    cloth: ClothKey
    piece: str = Field(max_length=80)
    copy_: int = Field(alias="copy", ge=0, le=1000)
    x: str = Field(max_length=60)
    y: str = Field(max_length=60)


class AllFreed(BaseModel):
    """Every piece of a cloth let go."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["all freed"]
    cloth: ClothKey


def pins_after(made: Draft, on: OnCloth, edit: PieceMoved | PieceCentred, view: View) -> list[dict[str, Any]]:
    """Return the pins of a cloth after a piece was pinned, moved, centred, turned, sent or let go."""
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
    if isinstance(edit, PieceCentred):
        there = _centred(made, on, sheet, placed, edit, view)
    elif edit.kind == "sent":
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


_MOTIF = {
    "x": Param(Length("x"), "From the edge", "length", None, low=0, high=20_000),
    "y": Param(Length("y"), "Along the cloth", "length", None, low=0, high=100_000),
}


def _centred(
    made: Draft, on: OnCloth, sheet: Sheet, placed: Placed, edit: PieceCentred, view: View
) -> Placed:
    """Return where a piece lies once its middle is on a motif."""
    path = f"{edit.cloth}.pins"
    piece = next(p for p in on.cloth.pieces if p.key == edit.piece)
    if piece.key in on.choice.bias or piece.key in on.choice.pieced:
        raise wrong(path, edit.piece, "It has no one middle as it lies.", "Lay it whole, along the grain.")
    x, y = (
        read_length(param, path, getattr(edit, name).strip(), view, {}, bare=view.unit)
        for name, param in _MOTIF.items()
    )
    along, across = lying_on(piece, placed)(middle_seen(made, piece))
    there = replace(placed, x=snap(placed.x + x - across), y=snap(placed.y + y - along), pinned=False)
    long = sheet.goods.usable_length
    inside = there.right <= sheet.goods.usable_width + DUST and (long is None or there.top <= long + DUST)
    if there.x < -DUST or there.y < -DUST or not inside:
        why = "Centred there it does not lie inside of the cloth."
        raise wrong(path, f"{edit.x}, {edit.y}", why, "Choose a motif further in.")
    return there


def middle_seen(made: Draft, piece: Piece) -> tuple[float, float]:
    """
    Return the middle of what is seen of a piece, in its own coordinates: of a panel that hangs from a top
    edge, half the finished height below its seam; of any other its own middle.
    """
    left, bottom, right, top = piece.box
    hangs = next((e for e in piece.edges if e.seam == "top"), None)
    high = Length("size.height").or_none(made.bag)
    if hangs is None or high is None or high > top - bottom:
        return (left + right) / 2, (bottom + top) / 2
    return (left + right) / 2, top - hangs.allowance - high / 2


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
