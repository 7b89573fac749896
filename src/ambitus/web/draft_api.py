"""The HTTP door to the draft: a bag worked out, judged, compared, and read back from its pieces."""

from dataclasses import replace
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Request, Response
from pydantic import BaseModel, Field, TypeAdapter

from ambitus.core.checks.run import every_rule, findings
from ambitus.core.draft import readers
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.read.back import read_back
from ambitus.core.read.cutlist import CutList
from ambitus.core.shown.by_volume import Volumes, volumes
from ambitus.core.shown.cause import cause_of
from ambitus.core.shown.closing import ClosingShown, closing_shown
from ambitus.core.shown.compare import Compared, compare
from ambitus.core.shown.helped import findings_helped
from ambitus.core.shown.laid import LaidShown, laid_shown
from ambitus.core.shown.models import Drafted, FindingShown, Tiles, WorkShown
from ambitus.core.shown.present import present
from ambitus.core.shown.tiles import tiles
from ambitus.core.shown.work import work_shown
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import drafted
from ambitus.files.drawings.outline import outline_from
from ambitus.library import shipped
from ambitus.web.drafting import DraftRequest, with_edits
from ambitus.web.plans_api import AtDesk
from ambitus.web.problem import WRONG, PlainRoute

Early = Annotated[
    bool, Query(description="Asked before the key that would ask it: it lets every key by (`web/lanes.py`).")
]
router = APIRouter(prefix="/api", tags=["draft"], route_class=PlainRoute)
_DRAFTED = TypeAdapter(Drafted)
_FINDINGS = TypeAdapter(tuple[FindingShown, ...])
_TILES = TypeAdapter(Tiles)
_VOLUMES = TypeAdapter(Volumes)
_CLOSING = TypeAdapter(tuple[ClosingShown, ...])
_COMPARED = TypeAdapter(Compared)
_WORK = TypeAdapter(WorkShown)
_LAID = TypeAdapter(LaidShown)


class PhraseOpened(BaseModel):
    """A spec, the phrase of it that was opened, the unit shown, and what is wanted of its tiles."""

    spec: Spec
    phrase: str = Field(max_length=80)
    unit: Unit | None = None
    named: bool = Field(default=False, description="Only the words of the tiles: at once.")
    groups: list[str] = Field(
        default_factory=list,
        max_length=60,
        description="The groups whose tiles tell what they give, by their paths; all where none is told.",
    )


class TilesRequest(PhraseOpened):
    """A spec, the phrase that was opened, and the unit shown."""


class VolumesRequest(BaseModel):
    """A spec, a volume as typed, and the shape: height by radius, the bag’s own where it is left out."""

    spec: Spec
    asked: str = Field(default="", max_length=40)
    ratio: str = Field(default="", max_length=40)
    unit: Unit | None = None


class PieceRequest(BaseModel):
    """A spec, one of its pieces, the room for it in px, and how it is looked at."""

    spec: Spec
    piece: str = Field(max_length=80)
    unit: Unit | None = None
    width: float = Field(default=880, ge=280, le=4000)
    height: float = Field(default=560, ge=200, le=4000)
    wrong_side: bool = False
    neighbour: bool = False
    half: bool = False


class CompareRequest(BaseModel):
    """Two specs, and the unit to tell their differences in."""

    before: Spec
    after: Spec
    unit: Unit | None = None


class ReadSize(BaseModel):
    """A size read back, in mm, with the terms it was read by."""

    key: str
    label: str
    mm: float
    terms: list[tuple[str, float]]


class ReadStrapOut(BaseModel):
    """A strap read back, in mm."""

    width: float
    visible: float
    drop: float | None


class ReadFinding(BaseModel):
    """Something the cut list says about itself."""

    key: str
    level: str
    why: str
    fix: str
    numbers: list[tuple[str, float]]


class ReadOut(BaseModel):
    """The bag that a cut list makes."""

    sizes: list[ReadSize]
    straps: list[ReadStrapOut]
    findings: list[ReadFinding]


class DrawingIn(BaseModel):
    """A drawing that holds an outline: its name with its ending, its text, and its unit if it names none."""

    name: str = Field(max_length=255)
    text: str
    unit: Literal["", "mm", "cm", "in", "px"] = ""


class OutlineOut(BaseModel):
    """An outline as a plan keeps it, its way round and area in mm, and what of the file was left out."""

    outline: str
    around: float
    area: float
    notes: list[str]


def _json(content: bytes) -> Response:
    return Response(content, media_type="application/json")


@router.post("/draft", response_model=Drafted, responses=WRONG, summary="Draft a bag")
def draft_bag(body: DraftRequest, early: Early = False) -> Response:
    """Return the bag worked out: sentence, fields, pieces with sums, seams, checks, pictures."""
    spec, unit = with_edits(body)
    made = drafted(spec)
    shown = present(made, spec, unit, body.opened)
    silencing = any(edit.kind == "silenced" for edit in body.edits)
    titles = {rule.id: rule.title for rule in every_rule(GRAMMAR)} if silencing else {}
    causes = (cause_of(edit, body.was, shown.fields, titles) for edit in body.edits)
    shown = replace(shown, cause=", ".join(causes))
    if body.remedies and findings(made):
        shown = replace(shown, findings=tuple(findings_helped(made, spec, unit, GRAMMAR)))
    return _json(_DRAFTED.dump_json(shown))


@router.post(
    "/checks",
    response_model=list[FindingShown],
    responses=WRONG,
    summary="Judge a bag",
)
def judge(body: DraftRequest) -> Response:
    """Return what to know before cutting, each finding with its numbers and the remedies that work."""
    spec, unit = with_edits(body)
    return _json(_FINDINGS.dump_json(tuple(findings_helped(drafted(spec), spec, unit, GRAMMAR))))


@router.post("/tiles", response_model=Tiles, responses=WRONG, summary="Open a phrase")
def open_phrase(body: TilesRequest) -> Response:
    """Return this bag redrafted with each choice of a phrase of its sentence."""
    unit = body.unit or body.spec.unit
    asked = (body.spec, body.phrase, unit, GRAMMAR, shipped())
    found = tiles(*asked, named=body.named, only=body.groups, drafted=drafted)
    return _json(_TILES.dump_json(found))


@router.post("/volumes", response_model=Volumes, responses=WRONG, summary="Size by volume")
def size_by_volume(body: VolumesRequest) -> Response:
    """Return what the bag holds, and sizes that hold what is asked for."""
    made = drafted(body.spec)
    return _json(_VOLUMES.dump_json(volumes(made, body.unit or body.spec.unit, body.asked, body.ratio)))


@router.post(
    "/closing",
    response_model=list[ClosingShown],
    responses=WRONG,
    summary="See it drawn closed",
)
def drawn_closed(body: DraftRequest) -> Response:
    """Return the steps from the open mouth to the cord pulled tight; none for a bag without a cord."""
    spec, unit = with_edits(body)
    return _json(_CLOSING.dump_json(closing_shown(drafted(spec), unit)))


@router.post("/work", response_model=WorkShown, responses=WRONG, summary="See the work in order")
def work_in_order(body: DraftRequest, desk: AtDesk) -> Response:
    """
    Return every step of the work with its picture, carried out first by the simulator; times are first
    guesses, unless my usual goes by my own pace.
    """
    spec, unit = with_edits(body)
    made = drafted(spec)
    return _json(_WORK.dump_json(work_shown(made, View(unit, made.bag.unit), desk.usual().paces)))


@router.post("/piece", response_model=LaidShown, responses=WRONG, summary="Lay a piece out")
def lay_out(body: PieceRequest) -> Response:
    """Return one piece large, with rulers along its edges and every number at its place."""
    made = laid_shown(
        drafted(body.spec),
        body.piece,
        (body.width, body.height),
        body.unit or body.spec.unit,
        wrong_side=body.wrong_side,
        neighbour=body.neighbour,
        half=body.half,
    )
    return _json(_LAID.dump_json(made))


@router.post("/compare", response_model=Compared, responses=WRONG, summary="Compare two bags")
def compare_bags(body: CompareRequest) -> Response:
    """Return what differs between two bags: fields, sizes, pieces, both pictures on one scale."""
    made = compare(drafted(body.before), drafted(body.after), body.unit or body.after.unit)
    return _json(_COMPARED.dump_json(made))


@router.post("/read", responses=WRONG, summary="Read a cut list back")
def read(body: CutList) -> ReadOut:
    """Return the bag that a cut list makes, by arithmetic of its own."""
    made = read_back(body, readers(GRAMMAR))
    return ReadOut(
        sizes=[
            ReadSize(key=k, label=s.label, mm=s.total, terms=[(t.label, t.mm) for t in s.terms])
            for k, s in made.sizes.items()
        ],
        straps=[ReadStrapOut(width=s.width, visible=s.visible, drop=s.drop) for s in made.straps],
        findings=[
            ReadFinding(key=f.key, level=f.level, why=f.why, fix=f.fix, numbers=list(f.numbers))
            for f in made.findings
        ],
    )


@router.post("/outline", responses=WRONG, summary="Read an outline from a drawing")
def read_drawing(body: DrawingIn, request: Request) -> OutlineOut:
    """Return the longest closed path of an SVG or DXF file, as a traced base takes it."""
    made = request.app.state.reader.read(outline_from, body.text, body.name, body.unit)
    return OutlineOut(outline=made.outline, around=made.around, area=made.area, notes=list(made.notes))
