"""Plans over HTTP: begin, save, rename, copy, put away, take back, revisions, sheets, downloads."""

import json
from dataclasses import asdict
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Depends, Query, Request, Response
from fastapi import Path as PathOf
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from ambitus.core.lengths import Unit
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.cloth import ClothShown
from ambitus.core.shown.compare import Compared, Difference
from ambitus.core.shown.models import Sheet
from ambitus.core.shown.sheet import sheet
from ambitus.core.spec.model import Spec
from ambitus.desk.drafting import redrawn_since
from ambitus.desk.from_file import Refused, begin_from
from ambitus.desk.plans import Desk, Opened, plan_file
from ambitus.files.cut_list_csv import cut_list_csv
from ambitus.files.latin import file_name
from ambitus.files.pieces_dxf import pieces_dxf
from ambitus.files.pieces_svg import pieces_svg
from ambitus.files.true_size import true_size
from ambitus.store import Plan, Revision
from ambitus.web.problem import PlainRoute, ProblemDetail, answer

router = APIRouter(prefix="/api/plans", tags=["plans"], route_class=PlainRoute)

#: Letters of a file from which on it is read in a process of its own.
_LONG = 20_000
#: Letters of a file.
LARGEST_TEXT = 500_000
_MOST_REVISIONS = 10**9
#: A revision's number in a path.
Number = Annotated[int, PathOf(ge=1, le=_MOST_REVISIONS)]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
_WRONG: dict[int | str, dict[str, Any]] = {
    404: {"model": ProblemDetail},
    409: {"model": ProblemDetail},
    422: {"model": ProblemDetail},
}


def desk_of(request: Request) -> Desk:
    """Return the desk of the application that answers."""
    desk: Desk = request.app.state.desk
    return desk


AtDesk = Annotated[Desk, Depends(desk_of)]


class PlanOut(BaseModel):
    """A plan as the shelf shows it; ``summary`` holds its silhouette and size."""

    id: str
    name: str
    head: int
    printed: int | None
    created_at: str
    updated_at: str
    put_away_at: str | None
    summary: dict[str, Any]


class ShelfOut(BaseModel):
    """A stretch of the shelf, newest change first."""

    plans: list[PlanOut]
    total: int


class OpenPlan(BaseModel):
    """
    A plan with the spec of its newest revision.

    ``redrawn`` are the sizes that the rules of today make otherwise than it was kept: as they were, as
    they are. It is empty where nothing changed. ``told`` is what a cut list that it was begun from says of
    itself.
    """

    plan: PlanOut
    spec: Spec
    rules_version: int
    redrawn: list[Difference]
    told: list[str] = Field(default_factory=list)


class RevisionOut(BaseModel):
    """A revision in a plan's list."""

    number: int
    cause: str
    saved_at: str
    rules_version: int


class Begin(BaseModel):
    """A new plan: a way to begin, or a spec of one's own."""

    model_config = ConfigDict(
        extra="forbid", json_schema_extra={"examples": [{"name": "March folder tote", "preset": "tote"}]}
    )
    name: Name | None = None
    preset: str = Field(default="tote", max_length=40)
    way: str = Field(
        default="", max_length=40, description="One of its plain ways; the usual one where it is left out."
    )
    spec: Spec | None = None


class Save(BaseModel):
    """One settled edit. ``base_revision`` is the one it started from; ``edit_id`` makes a retry safe."""

    model_config = ConfigDict(
        extra="forbid",
        json_schema_extra={
            "examples": [
                {"spec": {"unit": "cm"}, "base_revision": 1, "edit_id": "3f0c", "cause": "Width 34 → 36"}
            ]
        },
    )
    spec: Spec
    base_revision: int = Field(ge=1, le=_MOST_REVISIONS)
    edit_id: str = Field(min_length=1, max_length=64)
    cause: str = Field(default="", max_length=300)


class Named(BaseModel):
    """A new name."""

    model_config = ConfigDict(extra="forbid")
    name: Name


def _out(plan: Plan) -> PlanOut:
    return PlanOut(**asdict(plan))


def _told(revision: Revision) -> RevisionOut:
    return RevisionOut(**{k: getattr(revision, k) for k in RevisionOut.model_fields})


def _opened(found: Opened) -> OpenPlan:
    return OpenPlan(
        plan=_out(found.plan),
        spec=found.spec,
        rules_version=found.rules_version,
        redrawn=list(found.redrawn),
        told=list(found.told),
    )


@router.get("", summary="The shelf")
def shelf(
    desk: AtDesk,
    put_away: bool = False,
    limit: Annotated[int, Query(ge=1, le=200)] = 60,
    offset: Annotated[int, Query(ge=0, le=10**9)] = 0,
) -> ShelfOut:
    """Return saved plans, or the ones put away."""
    found, total = desk.plans.list(put_away=put_away, limit=limit, offset=offset)
    return ShelfOut(plans=[_out(p) for p in found], total=total)


@router.post("", status_code=201, responses=_WRONG, summary="Begin a plan")
def begin(body: Begin, desk: AtDesk) -> OpenPlan:
    """Begin a plan from a preset with my usual, or from a spec, and keep its first revision."""
    return _opened(desk.begin(body.name, body.preset, body.way, body.spec))


class Incoming(BaseModel):
    """
    A file as text: a spec, a plan, or a cut list as JSON or CSV.

    ``keep_right`` leaves out what cannot be read, after that has been told. ``unit`` is that of bare
    numbers in a CSV that names none.
    """

    model_config = ConfigDict(extra="forbid", json_schema_extra={"examples": [{"text": '{"unit": "cm"}'}]})
    text: str = Field(max_length=LARGEST_TEXT)
    name: Name | None = None
    keep_right: bool = False
    unit: Unit | None = None


@router.post(
    "/from-file",
    status_code=201,
    response_model=OpenPlan,
    responses=_WRONG,
    summary="Begin a plan from a file",
)
def from_file(request: Request, body: Incoming, desk: AtDesk) -> Any:
    """
    Begin a plan from a spec, a plan file, or a cut list (the bag that it makes).

    Everything wrong in it is told at once, field by field, and whether the rest opens without it:
    ``rest_opens``. With ``keep_right`` it is left out. A cut list that finds fault with itself opens at the
    sizes that it was read as, and says so in ``told``.
    """
    asked = (body.text, body.unit, desk.usual().unit, body.keep_right)
    # a long file is read where it can be given up
    long = len(body.text) > _LONG
    found = request.app.state.reader.read(begin_from, *asked) if long else begin_from(*asked)
    if isinstance(found, Refused):
        return answer(422, *found.problems, rest_opens=found.rest_opens)
    return _opened(desk.begin_read(body.name or found.name, found.spec, found.told))


@router.get("/{plan_id}", responses=_WRONG, summary="Open a plan")
def open_plan(plan_id: str, desk: AtDesk) -> OpenPlan:
    """Return a plan and the spec of its newest revision."""
    return _opened(desk.open(plan_id))


@router.put("/{plan_id}/spec", responses=_WRONG, summary="Keep a settled edit")
def save(plan_id: str, body: Save, desk: AtDesk) -> PlanOut:
    """Keep one settled edit as a revision. When this answers, it is on the disk."""
    plan = desk.save(plan_id, body.spec, base=body.base_revision, edit_id=body.edit_id, cause=body.cause)
    return _out(plan)


@router.put("/{plan_id}/name", responses=_WRONG, summary="Rename a plan")
def rename(plan_id: str, body: Named, desk: AtDesk) -> PlanOut:
    """Give a plan another name."""
    return _out(desk.plans.rename(plan_id, body.name))


@router.post("/{plan_id}/copy", status_code=201, responses=_WRONG, summary="Copy a plan")
def copy(plan_id: str, body: Named, desk: AtDesk) -> PlanOut:
    """Begin a new plan from this one's newest revision."""
    return _out(desk.plans.copy(plan_id, body.name))


@router.post("/{plan_id}/put-away", responses=_WRONG, summary="Put a plan away")
def put_away(plan_id: str, desk: AtDesk) -> PlanOut:
    """Take a plan off the shelf; nothing is deleted."""
    return _out(desk.plans.put_away(plan_id))


@router.post("/{plan_id}/take-back", responses=_WRONG, summary="Take a plan back")
def take_back(plan_id: str, desk: AtDesk) -> PlanOut:
    """Put a plan back on the shelf."""
    return _out(desk.plans.take_back(plan_id))


@router.get("/{plan_id}/revisions", responses=_WRONG, summary="A plan's revisions")
def revisions(
    plan_id: str,
    desk: AtDesk,
    limit: Annotated[int, Query(ge=1, le=200)] = 100,
    before: Annotated[int | None, Query(ge=1, le=_MOST_REVISIONS)] = None,
) -> list[RevisionOut]:
    """Return the plan's revisions, newest first; those ``before`` a number are the older ones."""
    return [_told(r) for r in desk.plans.revisions(plan_id, limit=limit, before=before)]


@router.get("/{plan_id}/compare", responses=_WRONG, summary="Compare two revisions")
def compare_revisions(
    plan_id: str,
    desk: AtDesk,
    before: Annotated[int, Query(ge=1, le=_MOST_REVISIONS)],
    after: Annotated[int, Query(ge=1, le=_MOST_REVISIONS)],
    unit: Unit | None = None,
) -> Compared:
    """Return what differs between two revisions, both drawn by the rules of today, on one scale."""
    return desk.compare(plan_id, before, after, unit)


@router.post("/{plan_id}/set-aside", responses=_WRONG, summary="Keep a stale edit in the history")
def set_aside(plan_id: str, body: Save, desk: AtDesk) -> OpenPlan:
    """
    Keep an edit that came too late as a revision, and make the newest one the newest again after it.

    So of two versions either can be gone on with, and neither is lost.
    """
    return _opened(desk.set_aside(plan_id, body.spec, edit_id=body.edit_id, cause=body.cause))


@router.post("/{plan_id}/revisions/{number}/restore", responses=_WRONG, summary="Restore a revision")
def restore(plan_id: str, number: Number, desk: AtDesk) -> OpenPlan:
    """Make an older revision the newest again, as a revision of its own."""
    return _opened(desk.restore(plan_id, number))


@router.post(
    "/{plan_id}/revisions/{number}/printed", responses=_WRONG, summary="Note that a sheet was printed"
)
def printed(plan_id: str, number: Number, desk: AtDesk) -> PlanOut:
    """Remember which revision was last printed, so that a stale sheet is noticed."""
    return _out(desk.plans.printed(plan_id, number))


class SheetOut(BaseModel):
    """A cut sheet and where it stands: its revision, and the plan's newest one."""

    plan: PlanOut
    revision: RevisionOut
    paper: str
    sheet: Sheet
    redrawn: list[Difference]


@router.get("/{plan_id}/revisions/{number}/sheet", responses=_WRONG, summary="The cut sheet")
def cut_sheet(plan_id: str, number: Number, desk: AtDesk, unit: Unit | None = None) -> SheetOut:
    """Return everything the printed cut sheet shows."""
    drawn = desk.drawn(plan_id, number)
    return SheetOut(
        plan=_out(drawn.plan),
        revision=_told(drawn.revision),
        paper=desk.usual().paper,
        sheet=sheet(drawn.made, unit or drawn.made.bag.unit, desk.usual().paces),
        redrawn=list(redrawn_since(drawn.revision, unit, drawn.made)),
    )


@router.get("/{plan_id}/revisions/{number}/cloths", responses=_WRONG, summary="The cloths of a revision")
def cloths_of_revision(
    plan_id: str, number: Number, desk: AtDesk, unit: Unit | None = None
) -> list[ClothShown]:
    """Return the pieces of a revision laid on the plan's cloths as they are chosen now, for the sheet."""
    return list(desk.laid(plan_id, number, unit))


def _download(content: str | bytes, media: str, plan: Plan, number: int, ending: str) -> Response:
    name = file_name(plan.name) or "plan"
    return Response(
        content,
        media_type=media,
        headers={"Content-Disposition": f'attachment; filename="{name}-r{number}.{ending}"'},
    )


@router.get("/{plan_id}/revisions/{number}/cut-list.csv", responses=_WRONG, summary="The cut list as CSV")
def cut_list(plan_id: str, number: Number, desk: AtDesk, unit: Unit | None = None) -> Response:
    """Return the cut list as CSV, which can be read back."""
    drawn = desk.drawn(plan_id, number)
    content = cut_list_csv(sheet(drawn.made, unit or drawn.made.bag.unit), drawn.made.cut_list)
    return _download(content, "text/csv; charset=utf-8", drawn.plan, number, "csv")


@router.get("/{plan_id}/revisions/{number}/templates.pdf", responses=_WRONG, summary="Templates at true size")
def templates(
    plan_id: str, number: Number, desk: AtDesk, paper: Literal["A4", "Letter"] | None = None
) -> Response:
    """
    Return the curves of the bag at true size, with a square to measure, as PDF.

    Raises SpecProblems of a bag that is cut with a ruler alone.
    """
    # what writes PDF is loaded when one is wanted: starting waits for none of it
    from ambitus.files.templates_pdf import templates_of, templates_pdf

    drawn = desk.drawn(plan_id, number)
    if not templates_of(drawn.made):
        why, fix = "This bag has no curves.", "Its pieces are cut with a ruler."
        raise SpecProblems((Problem("no-curves", "base.kind", "", why, fix),))
    chosen = paper or desk.usual().paper
    content = templates_pdf(drawn.made, f"{drawn.plan.name}, revision {number}", chosen)
    return _download(content, "application/pdf", drawn.plan, number, "pdf")


@router.get("/{plan_id}/revisions/{number}/pieces.{ending}", responses=_WRONG, summary="Pieces at true size")
def pieces_at_true_size(
    plan_id: str,
    number: Number,
    ending: Literal["pdf", "svg", "dxf"],
    desk: AtDesk,
    piece: str = "",
    half: bool = False,
    paper: Literal["A4", "A3", "Letter"] | None = None,
) -> Response:
    """
    Return one piece, or all that are cut, at true size: PDF over as many pages as it takes, SVG or DXF in mm.

    Raises SpecProblems where there is no such piece, or it takes more pages than anybody glues together.
    """
    drawn = desk.drawn(plan_id, number)
    title, pieces = f"{drawn.plan.name}, revision {number}", true_size(drawn.made, piece, half=half)
    if ending == "svg":
        return _download(pieces_svg(pieces, title), "image/svg+xml", drawn.plan, number, "svg")
    if ending == "dxf":
        return _download(pieces_dxf(pieces, title), "application/dxf", drawn.plan, number, "dxf")
    from ambitus.files.templates_pdf import pieces_pdf

    chosen = paper or desk.usual().paper
    content = pieces_pdf(pieces, title, chosen, inches=drawn.made.bag.unit == "in")
    return _download(content, "application/pdf", drawn.plan, number, "pdf")


class Pages(BaseModel):
    """How many sheets of each paper a piece takes at true size; half of it where it is cut on the fold."""

    whole: dict[str, int]
    half: dict[str, int]


@router.get("/{plan_id}/revisions/{number}/pages", responses=_WRONG, summary="Sheets of paper a piece takes")
def pages(plan_id: str, number: Number, desk: AtDesk, piece: str = "") -> Pages:
    """Return how many sheets of each paper one piece, or all that are cut, take at true size."""
    from ambitus.files.templates_pdf import pages_of

    made = desk.drawn(plan_id, number).made

    def counted(half: bool) -> dict[str, int]:
        found = true_size(made, piece, half=half)
        return {paper: pages_of(found, paper) for paper in ("A4", "A3", "Letter")}

    return Pages(whole=counted(False), half=counted(True))


@router.get("/{plan_id}/revisions/{number}/plan.json", responses=_WRONG, summary="The plan as JSON")
def plan_json(plan_id: str, number: Number, desk: AtDesk) -> Response:
    """Return the plan as a file: its spec, every value it was drafted with, and its cut list in mm."""
    drawn = desk.drawn(plan_id, number)
    content = json.dumps(plan_file(drawn), indent=2, ensure_ascii=False)
    return _download(content, "application/json", drawn.plan, number, "json")
