"""The HTTP door to makings and the log: begun, gone through, read into, photographed, searched, written."""

from dataclasses import dataclass
from typing import Annotated, Literal

from fastapi import APIRouter, Depends, Path, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from ambitus.core.learning.samples import SampleTyped
from ambitus.core.learning.tape import read_to
from ambitus.core.lengths import LengthProblem, Unit, parse_length
from ambitus.core.making.events import About, Event, Read
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.log import EntryShown, LogShown, SampleShown, ShrinksShown
from ambitus.core.spec.model import Spec
from ambitus.desk.log_files import LogFiles
from ambitus.desk.makings import MakingDesk, MakingShown, OfferShown, SaidBefore
from ambitus.standins.tape import SimulatedTape
from ambitus.web.plans_api import LARGEST_TEXT
from ambitus.web.problem import WRONG, OneProblem, PlainRoute, ProblemDetail

router = APIRouter(prefix="/api", tags=["makings"], route_class=PlainRoute)
_WRONG = {**WRONG, 404: {"model": ProblemDetail}}
_SHOWN = TypeAdapter(MakingShown)
_LOG = TypeAdapter(LogShown)
_OFFERS = TypeAdapter(tuple[OfferShown, ...])
Id = Annotated[str, Path(min_length=1, max_length=40)]
Shown = Annotated[
    Unit | None, Query(description="The unit that lengths are shown in; the plan\u2019s own without.")
]
_CACHED = {"cache-control": "private, max-age=31536000"}


def makings_of(request: Request) -> MakingDesk:
    """Return the makings of the application that answers."""
    makings: MakingDesk = request.app.state.makings
    return makings


AtBench = Annotated[MakingDesk, Depends(makings_of)]


class BeginMaking(BaseModel):
    """A making of a plan: of its newest revision, unless another is named."""

    model_config = ConfigDict(extra="forbid")
    plan: str = Field(max_length=40)
    revision: int | None = Field(default=None, ge=1, le=10**9)
    about: About = Field(default_factory=About)
    unit: Unit | None = None


class TypedReading(BaseModel):
    """What a maker types of a tape: a bare number is in ``unit``, and is read to what a tape shows of it."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["typed"] = "typed"
    step: str = Field(min_length=1, max_length=120)
    reading: str = Field(min_length=1, max_length=120)
    text: str = Field(max_length=40)
    unit: Unit
    by: Literal["hand", "tape"] = "hand"


Sent = Annotated[Event | TypedReading, Field(description="What happened.")]


class Happening(BaseModel):
    """Something that happened, under an id of its own that makes a retry safe."""

    model_config = ConfigDict(extra="forbid")
    id: str = Field(min_length=1, max_length=64)
    event: Sent


class Happenings(BaseModel):
    """What happened since, and the unit to answer in."""

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={"examples": [{"happened": [{"id": "3f0c", "event": {"kind": "finished"}}]}]},
    )
    happened: list[Happening] = Field(min_length=1, max_length=200)
    unit: Unit | None = None


def _event(sent: Event | TypedReading) -> Event:
    """Return what was sent as it is kept: a text becomes a length. Raises SpecProblems where it is none."""
    if not isinstance(sent, TypedReading):
        return sent
    try:
        exact = parse_length(sent.text, sent.unit)
    except LengthProblem as bad:
        raise SpecProblems((Problem("not-a-length", "text", bad.text[:60], bad.why, bad.fix),)) from bad
    mm = float(exact)
    if not 0 < mm <= 100_000:
        fix = "Type what the tape reads."
        raise SpecProblems((Problem("not-a-length", "text", sent.text, "No tape reads that.", fix),))
    return Read(step=sent.step, reading=sent.reading, mm=mm, to=read_to(exact, sent.unit), by=sent.by)


def _json(content: bytes) -> Response:
    return Response(content, media_type="application/json")


def _shown(makings: MakingDesk, making_id: str, unit: Unit | None) -> Response:
    return _json(_SHOWN.dump_json(makings.open(making_id, unit)))


@router.post(
    "/makings", status_code=201, response_model=MakingShown, responses=_WRONG, summary="Begin a making"
)
def begin(body: BeginMaking, makings: AtBench) -> Response:
    """Begin a making of a plan, and return it at its first step."""
    answer = _shown(makings, makings.begin(body.plan, body.about, body.revision), body.unit)
    answer.status_code = 201
    return answer


@router.get("/makings", responses=_WRONG, summary="The makings of a plan")
def of_plan(
    makings: AtBench, plan: Annotated[str, Query(max_length=40)], unit: Unit = "cm"
) -> list[EntryShown]:
    """Return the makings of a plan, newest change first."""
    return list(makings.of_plan(plan, unit))


@router.get("/makings/next-time", responses=_WRONG, summary="What was said for the next time")
def next_time(makings: AtBench, plan: Annotated[str, Query(max_length=40)]) -> list[SaidBefore]:
    """Return the lines for the next time of a plan, and of the plan that it was copied from."""
    return list(makings.said_before(plan))


@router.get("/makings/{making_id}", response_model=MakingShown, responses=_WRONG, summary="Open a making")
def open_making(making_id: Id, makings: AtBench, unit: Shown = None) -> Response:
    """Return a making as it stands, with the step that it is at."""
    return _shown(makings, making_id, unit)


@router.post(
    "/makings/{making_id}/events", response_model=MakingShown, responses=_WRONG, summary="Say what happened"
)
def happen(making_id: Id, body: Happenings, makings: AtBench) -> Response:
    """
    Keep what happened in a making: a step that is done, a reading, a size taken over. When this answers, it
    is on the disk; what is sent again is kept once.
    """
    makings.happen(making_id, [(one.id, _event(one.event)) for one in body.happened])
    return _shown(makings, making_id, body.unit)


class AskedOfTape(BaseModel):
    """Which reading a tape is asked for."""

    model_config = ConfigDict(extra="forbid")
    step: str = Field(min_length=1, max_length=120)
    reading: str = Field(min_length=1, max_length=120)
    unit: Unit


class TapeRead(BaseModel):
    """What a tape sent: its name, and the length as it would be typed."""

    tape: str
    text: str


@router.post("/makings/{making_id}/tape", responses=_WRONG, summary="Ask the tape")
def ask_tape(making_id: Id, body: AskedOfTape, request: Request, makings: AtBench) -> TapeRead:
    """Return what the tape that is connected reads; the one that ships is made up."""
    bench = makings.open(making_id, body.unit).bench
    read = next((one for one in bench.step.reads if one.id == body.reading), None)
    if read is None or bench.step.key != body.step:
        fix = "Go to the step that it is of."
        raise SpecProblems(
            (Problem("no-such-reading", "reading", body.reading, "It is not read here.", fix),)
        )
    tape: SimulatedTape = request.app.state.tape
    return TapeRead(
        tape=tape.name, text=tape.read(f"{making_id}/{body.step}/{body.reading}", read.expected_mm, body.unit)
    )


@router.post("/makings/{making_id}/put-away", responses=_WRONG, summary="Put a making away")
def put_away(making_id: Id, makings: AtBench, back: bool = False) -> dict[str, bool]:
    """Take a making out of the log, or with ``back`` into it again; nothing is deleted."""
    return {"away": makings.makings.put_away(making_id, back=back).put_away_at is not None}


@dataclass(frozen=True, slots=True)
class PhotoOut:
    """A photograph that was taken over."""

    id: str
    words: str


@router.post(
    "/makings/{making_id}/photos", status_code=201, responses=_WRONG, summary="Take a photograph over"
)
async def add_photo(
    making_id: Id,
    request: Request,
    makings: AtBench,
    words: Annotated[str, Query(max_length=300)] = "",
) -> PhotoOut:
    """Keep the body, a JPEG, PNG or WebP of at most 15 MB; where it was taken is not kept."""
    # nobody else waits while a picture is made smaller
    kept = await run_in_threadpool(makings.add_photo, making_id, words, await request.body())
    return PhotoOut(kept.id, kept.words)


@router.get("/photos/{photo_id}", responses=_WRONG, summary="A photograph")
def photo(photo_id: Id, makings: AtBench, small: bool = False) -> Response:
    """Return a photograph of a making as JPEG."""
    return Response(makings.makings.photo(photo_id, small=small), media_type="image/jpeg", headers=_CACHED)


@router.post("/photos/{photo_id}/put-away", responses=_WRONG, summary="Put a photograph away")
def put_photo_away(photo_id: Id, makings: AtBench) -> dict[str, bool]:
    """Show a photograph no more; it is not deleted."""
    makings.makings.put_photo_away(photo_id)
    return {"away": True}


@router.get("/log", response_model=LogShown, responses=_WRONG, summary="The log")
def log(makings: AtBench, unit: Unit = "cm", search: Annotated[str, Query(max_length=120)] = "") -> Response:
    """Return the makings that hold every word of a search, and how bites and minutes run among them."""
    return _json(_LOG.dump_json(makings.log(unit, search)))


@router.get("/log.csv", summary="The log as a table")
def log_as_csv(makings: AtBench, unit: Unit = "cm") -> Response:
    """Return a row a making, as CSV."""
    headers = {"content-disposition": 'attachment; filename="log.csv"'}
    return Response(LogFiles(makings).as_csv(unit), media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/log.json", summary="The log as JSON")
def log_as_json(makings: AtBench) -> Response:
    """Return every making with all that happened in it, lengths in mm; it can be taken in again."""
    headers = {"content-disposition": 'attachment; filename="log.json"'}
    return Response(LogFiles(makings).as_json(), media_type="application/json", headers=headers)


class LogIn(BaseModel):
    """A log that was written as JSON, or a table of makings."""

    model_config = ConfigDict(extra="forbid", json_schema_extra={"examples": [{"text": '{"makings": []}'}]})
    text: str = Field(max_length=LARGEST_TEXT)


class LogTaken(BaseModel):
    """How many makings were taken in, what is wrong with others, and what the file could not tell."""

    taken: int
    left: str
    problems: list[OneProblem]


@router.post("/log/from-file", responses=_WRONG, summary="Take a log in")
def log_from_file(body: LogIn, makings: AtBench) -> LogTaken:
    """Take in the makings of a log whose plans are here; what is there already is not taken twice."""
    found = LogFiles(makings).take_in(body.text)
    told = [
        OneProblem(code=p.code, field=p.field, value=p.value, why=p.why, fix=p.fix) for p in found.problems
    ]
    return LogTaken(taken=found.taken, left=found.left, problems=told[:50])


class OffersRequest(BaseModel):
    """A spec, and the unit to answer in."""

    model_config = ConfigDict(extra="forbid")
    spec: Spec
    unit: Unit | None = None


@router.post(
    "/known", response_model=list[OfferShown], responses=_WRONG, summary="What is known of its seams"
)
def known(body: OffersRequest, makings: AtBench) -> Response:
    """Return how seams on the cloth of a bag came out before, where that is not what it plans."""
    return _json(_OFFERS.dump_json(makings.offers(body.spec, body.unit or body.spec.unit)))


@router.get("/log/samples", responses=_WRONG, summary="Samples that were measured")
def samples(makings: AtBench, unit: Unit = "cm") -> list[SampleShown]:
    """Return the squares that were washed and the strips that were stretched, the last first."""
    return list(makings.samples(unit))


@router.post("/log/samples", status_code=201, responses=_WRONG, summary="Keep a sample")
def add_sample(body: SampleTyped, makings: AtBench) -> list[SampleShown]:
    """Keep what a square was before and after the wash, or a strip before and after it was stretched."""
    return list(makings.add_sample(body))


@router.post("/log/samples/{number}/put-away", responses=_WRONG, summary="Put a sample away")
def put_sample_away(
    number: Annotated[int, Path(ge=0, le=10**6)], makings: AtBench, unit: Unit = "cm"
) -> list[SampleShown]:
    """Go by a sample no more; it is not deleted."""
    return list(makings.put_sample_away(number, unit))


class ShrinksOffered(BaseModel):
    """How a cloth shrank before; nothing where no square of it was washed."""

    offer: ShrinksShown | None


@router.get("/log/shrinks", responses=_WRONG, summary="How a cloth shrinks")
def how_it_shrinks(makings: AtBench, cloth: Annotated[str, Query(max_length=80)]) -> ShrinksOffered:
    """Return how a cloth, by its name, shrank before."""
    return ShrinksOffered(offer=makings.shrinks(cloth))
