"""The HTTP door to the stash: what is there, what is typed of it, what could be made of it."""

from dataclasses import dataclass
from typing import Annotated

from fastapi import APIRouter, Depends, Path, Query, Request, Response
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ambitus.core.lengths import Unit
from ambitus.core.shown.stash import GivesShown, ThingShown
from ambitus.core.stash.things import KINDS, ThingTyped
from ambitus.desk.stash import Cut, StashDesk
from ambitus.library import shipped
from ambitus.web.plans_api import LARGEST_TEXT
from ambitus.web.problem import WRONG, OneProblem, PlainRoute, ProblemDetail

router = APIRouter(prefix="/api/stash", tags=["stash"], route_class=PlainRoute)
_WRONG = {**WRONG, 404: {"model": ProblemDetail}}
_GIVES = TypeAdapter(tuple[GivesShown, ...])
ThingId = Annotated[str, Path(min_length=1, max_length=40)]


def stash_of(request: Request) -> StashDesk:
    """Return the stash of the application that answers."""
    stash: StashDesk = request.app.state.stash
    return stash


AtStash = Annotated[StashDesk, Depends(stash_of)]
Shown = Annotated[Unit, Query(description="The unit that lengths are shown in.")]


@dataclass(frozen=True, slots=True)
class StashShown:
    """What is in the stash, and what a thing can be: kinds and materials by their keys."""

    things: tuple[ThingShown, ...]
    kinds: dict[str, str]
    materials: dict[str, dict[str, str]]


def _materials() -> dict[str, dict[str, str]]:
    facts = shipped()
    return {
        "cloth": {key: cloth.label for key, cloth in facts.cloths.items()},
        "interfacing": {key: one.label for key, one in facts.interfacings.items()},
        "zip": {one.label: one.label for one in facts.zips.values()},
    }


@router.get("", summary="What is in the stash")
def things(stash: AtStash, unit: Shown = "cm", used_up: bool = False) -> StashShown:
    """Return the cloths and notions that are there, or those that were used up, newest change first."""
    return StashShown(stash.things(unit, used_up=used_up), dict[str, str](KINDS.items()), _materials())


@router.post("", status_code=201, responses=_WRONG, summary="Put something into the stash")
def add(body: ThingTyped, stash: AtStash) -> ThingShown:
    """Add a cloth or a notion."""
    return stash.add(body)


@router.put("/things/{thing_id}", responses=_WRONG, summary="Change something in the stash")
def change(thing_id: ThingId, body: ThingTyped, stash: AtStash) -> ThingShown:
    """Change what was typed of a thing; what is left out stays."""
    return stash.change(thing_id, body)


@router.post("/things/{thing_id}/used-up", responses=_WRONG, summary="Note that something is used up")
def used_up(thing_id: ThingId, stash: AtStash, unit: Shown = "cm") -> ThingShown:
    """Take a thing out of the stash; nothing is deleted."""
    return stash.use_up(thing_id, unit)


@router.post("/things/{thing_id}/take-back", responses=_WRONG, summary="Take something back")
def take_back(thing_id: ThingId, stash: AtStash, unit: Shown = "cm") -> ThingShown:
    """Put a thing that was used up back into the stash."""
    return stash.use_up(thing_id, unit, back=True)


@router.put("/things/{thing_id}/photo", responses=_WRONG, summary="Take a photograph over")
async def take_photo(thing_id: ThingId, request: Request, stash: AtStash, unit: Shown = "cm") -> ThingShown:
    """Keep the body, a JPEG, PNG or WebP, as the photograph of a thing; an empty body takes it away."""
    return stash.take_photo(thing_id, await request.body() or None, unit)


@router.get("/things/{thing_id}/photo", responses=_WRONG, summary="The photograph of a thing")
def photo(thing_id: ThingId, stash: AtStash) -> Response:
    """Return the photograph of a thing; no content where there is none."""
    found = stash.stash.photo(thing_id)
    if found is None:
        return Response(status_code=204)
    return Response(found[0], media_type=found[1], headers={"cache-control": "private, max-age=31536000"})


@router.get(
    "/things/{thing_id}/gives",
    response_model=list[GivesShown],
    responses=_WRONG,
    summary="What could be made of it",
)
def what_it_gives(thing_id: ThingId, stash: AtStash) -> Response:
    """Return the plans of which all that is cut of one cloth lies on a thing, each laid out."""
    return Response(_GIVES.dump_json(stash.gives(thing_id)), media_type="application/json")


@router.post("/cut", responses=_WRONG, summary="Note that a cloth is cut")
def cut(body: Cut, stash: AtStash) -> list[ThingShown]:
    """Take what was cut of out of the stash, put the leftovers that are kept into it, and return these."""
    return list(stash.cut(body))


@router.get("/stash.csv", summary="The stash as a table")
def as_csv(stash: AtStash, unit: Shown = "cm") -> Response:
    """Return what is in the stash as CSV, which can be read back."""
    headers = {"content-disposition": 'attachment; filename="stash.csv"'}
    return Response(stash.as_csv(unit), media_type="text/csv; charset=utf-8", headers=headers)


class Table(BaseModel):
    """A table of things as text; ``keep_right`` takes the right rows in where others are wrong."""

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={
            "examples": [{"text": "kind,name,width,length\ncloth,Blue canvas,90 cm,140 cm\n"}],
        },
    )
    text: str = Field(max_length=LARGEST_TEXT)
    unit: Unit | None = None
    keep_right: bool = False


class TakenOut(BaseModel):
    """How many things of a table were taken in, and what is wrong with other rows of it."""

    taken: int
    problems: list[OneProblem]


@router.post("/from-csv", responses=_WRONG, summary="Take a table into the stash")
def from_csv(body: Table, stash: AtStash) -> TakenOut:
    """Take the things of a table in: all of them, or with ``keep_right`` those that are right."""
    found = stash.from_csv(body.text, body.unit, keep_right=body.keep_right)
    told = [
        OneProblem(code=p.code, field=p.field, value=p.value, why=p.why, fix=p.fix) for p in found.problems
    ]
    return TakenOut(taken=found.taken, problems=told[:50])
