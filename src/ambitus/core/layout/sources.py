"""The pieces of cloth that are there: added, measured, taken out, their holes and flaws marked."""

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ambitus.core.fields import Length
from ambitus.core.grammar.asked import Param
from ambitus.core.layout.choices import ClothChoice, ClothKey, HoleChoice, SourceChoice
from ambitus.core.lengths import View
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.spec.resolve import read_length


def wrong(field: str, value: str, why: str, fix: str) -> SpecProblems:
    """Return the refusal of an edit of a cloth: field, what was asked, why not, what would be right."""
    return SpecProblems((Problem("cloth", field, value[:60], why, fix),))


class SourceAdded(BaseModel):
    """A piece of cloth that is there, to be laid on before any is bought."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["source added"]
    cloth: ClothKey
    source: SourceChoice


class SourceTyped(BaseModel):
    """A text typed into a length of a piece of cloth that is there."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["source typed"]
    cloth: ClothKey
    source: str = Field(max_length=40)
    field: Literal["width", "length", "seam"]
    text: str = Field(max_length=60)


class SourceTakenOut(BaseModel):
    """A piece of cloth that is there is not to be cut of."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["source taken out"]
    cloth: ClothKey
    source: str = Field(max_length=40)


class HoleMarked(BaseModel):
    """A hole or a flaw marked in a piece of cloth, or in the one that is bought where ``source`` is empty."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["hole marked"]
    cloth: ClothKey
    source: str = Field(default="", max_length=40)
    hole: HoleChoice


class HoleTyped(BaseModel):
    """A hole or a flaw as it is typed: how far from the edge and along, how wide and how long, as texts."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["hole typed"]
    cloth: ClothKey
    source: str = Field(default="", max_length=40)
    x: str = Field(max_length=60)
    y: str = Field(max_length=60)
    width: str = Field(max_length=60)
    height: str = Field(max_length=60)


class HolesForgotten(BaseModel):
    """Every hole and flaw of a piece of cloth forgotten."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["holes forgotten"]
    cloth: ClothKey
    source: str = Field(default="", max_length=40)


SourceEdit = SourceAdded | SourceTyped | SourceTakenOut | HoleMarked | HoleTyped | HolesForgotten

_LENGTHS = {
    "width": Param(Length("width"), "Width", "length", None, low=20, high=20_000),
    "length": Param(Length("length"), "Length", "length", None, low=20, high=100_000),
    "seam": Param(Length("seam"), "Seam", "length", None, low=0, high=100),
}
_HOLE = {
    "x": Param(Length("x"), "From the edge", "length", None, low=0, high=20_000),
    "y": Param(Length("y"), "Along the cloth", "length", None, low=0, high=100_000),
    "width": Param(Length("width"), "Wide", "length", None, low=1, high=20_000),
    "height": Param(Length("height"), "Long", "length", None, low=1, high=100_000),
}


def _typed(edit: HoleTyped, view: View) -> HoleMarked:
    """Return a hole that was typed as one that is marked."""

    def text(name: str) -> str:
        return str(getattr(edit, name)).strip()

    mm = {
        name: read_length(param, f"{edit.cloth}.hole.{name}", text(name), view, {}, bare=view.unit)
        for name, param in _HOLE.items()
    }
    return HoleMarked(kind="hole marked", cloth=edit.cloth, source=edit.source, hole=HoleChoice(**mm))


def sources_after(choice: ClothChoice, edit: SourceEdit, view: View) -> dict[str, Any]:
    """
    Return what changes of *choice* by *edit*; a bare number in a text is in the unit shown.

    Raises:
        SpecProblems: If there is no such piece of cloth, one of that name is there, or a text is no length.
    """
    if isinstance(edit, HoleTyped):
        edit = _typed(edit, view)
    if isinstance(edit, SourceAdded):
        if any(s.id == edit.source.id for s in choice.sources):
            why = f"“{edit.source.name or edit.source.id}” is laid on already."
            raise wrong(f"{edit.cloth}.sources", edit.source.id, why, "Take it once.")
        return {"sources": [s.model_dump() for s in (*choice.sources, edit.source)]}
    if isinstance(edit, (HoleMarked, HolesForgotten)) and not edit.source:
        holes = [*choice.holes, edit.hole] if isinstance(edit, HoleMarked) else []
        return {"holes": [h.model_dump() for h in holes]}
    at = next((n for n, s in enumerate(choice.sources) if s.id == edit.source), None)
    if at is None:
        why = "No such piece of cloth is there."
        raise wrong(f"{edit.cloth}.sources", edit.source, why, "Choose one that is.")
    sources = [s.model_dump() for s in choice.sources]
    if isinstance(edit, SourceTakenOut):
        del sources[at]
        pins = [p.model_dump(by_alias=True) for p in choice.pins if p.source != edit.source]
        return {"sources": sources, "pins": pins}
    if isinstance(edit, SourceTyped):
        path = f"{edit.cloth}.{edit.source}.{edit.field}"
        sources[at][edit.field] = read_length(
            _LENGTHS[edit.field], path, edit.text.strip(), view, {}, bare=view.unit
        )
    else:
        marked = [edit.hole.model_dump()] if isinstance(edit, HoleMarked) else []
        sources[at]["holes"] = [*(sources[at]["holes"] if marked else []), *marked]
    return {"sources": sources}
