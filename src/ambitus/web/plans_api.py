"""Plans over HTTP: begin, save, rename, copy, put away, take back, revisions, sheets, downloads."""

import json
from dataclasses import asdict
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Depends, Query, Request, Response
from fastapi import Path as PathOf
from pydantic import BaseModel, ConfigDict, Field, StringConstraints, TypeAdapter

from ambitus.core.draft import RULES_VERSION, Draft
from ambitus.core.lengths import Unit
from ambitus.core.problems import Problem, SpecProblems
from ambitus.core.shown.compare import Compared, Difference, compare
from ambitus.core.shown.models import Sheet
from ambitus.core.shown.sheet import sheet
from ambitus.core.spec.model import Spec
from ambitus.files.cut_list_csv import cut_list_csv
from ambitus.files.latin import file_name
from ambitus.files.templates_pdf import templates_of, templates_pdf
from ambitus.store import Plan, Plans, Revision
from ambitus.web.drafting import drafted, redrawn_since, saved_from, spec_of
from ambitus.web.from_file import Refused, begin_from
from ambitus.web.problem import PlainRoute, ProblemDetail, answer
from ambitus.web.usual import new_spec, usual_of

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


def plans_of(request: Request) -> Plans:
    """Return the plans of the application that answers."""
    plans: Plans = request.app.state.plans
    return plans


Kept = Annotated[Plans, Depends(plans_of)]


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


def _opened(plans: Plans, plan: Plan) -> OpenPlan:
    revision = plans.revision(plan.id)
    return OpenPlan(
        plan=_out(plan),
        spec=spec_of(revision),
        rules_version=revision.rules_version,
        redrawn=list(redrawn_since(revision)),
    )


@router.get("", summary="The shelf")
def shelf(
    plans: Kept,
    put_away: bool = False,
    limit: Annotated[int, Query(ge=1, le=200)] = 60,
    offset: Annotated[int, Query(ge=0, le=10**9)] = 0,
) -> ShelfOut:
    """Return saved plans, or the ones put away."""
    found, total = plans.list(put_away=put_away, limit=limit, offset=offset)
    return ShelfOut(plans=[_out(p) for p in found], total=total)


@router.post("", status_code=201, responses=_WRONG, summary="Begin a plan")
def begin(body: Begin, plans: Kept) -> OpenPlan:
    """Begin a plan from a preset with my usual, or from a spec, and keep its first revision."""
    usual = usual_of(plans.kept("usual"))
    spec = body.spec or new_spec(usual, body.preset, body.way)
    plan = plans.begin(body.name or f"New {spec.preset}", saved_from(spec))
    return _opened(plans, plan)


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
def from_file(request: Request, body: Incoming, plans: Kept) -> Any:
    """
    Begin a plan from a spec, a plan file, or a cut list (the bag that it makes).

    Everything wrong in it is told at once, field by field, and whether the rest opens without it:
    ``rest_opens``. With ``keep_right`` it is left out. A cut list that finds fault with itself opens at the
    sizes that it was read as, and says so in ``told``.
    """
    usual = usual_of(plans.kept("usual")).unit
    asked = (body.text, body.unit, usual, body.keep_right)
    # a long file is read where it can be given up
    long = len(body.text) > _LONG
    found = request.app.state.reader.read(begin_from, *asked) if long else begin_from(*asked)
    if isinstance(found, Refused):
        return answer(422, *found.problems, rest_opens=found.rest_opens)
    told = found.told
    cause = "; ".join(("Opened from a file", *told))[:300]
    plan = plans.begin(body.name or found.name, saved_from(found.spec), cause)
    return _opened(plans, plan).model_copy(update={"told": list(told)})


@router.get("/{plan_id}", responses=_WRONG, summary="Open a plan")
def open_plan(plan_id: str, plans: Kept) -> OpenPlan:
    """Return a plan and the spec of its newest revision."""
    return _opened(plans, plans.get(plan_id))


@router.put("/{plan_id}/spec", responses=_WRONG, summary="Keep a settled edit")
def save(plan_id: str, body: Save, plans: Kept) -> PlanOut:
    """Keep one settled edit as a revision. When this answers, it is on the disk."""
    kept = saved_from(body.spec)
    cause = body.cause
    before = plans.revision(plan_id)
    if before.rules_version < RULES_VERSION and redrawn_since(before):
        # the sizes move with this edit though nobody typed them: the list of revisions says so
        cause = f"{cause[:240]}; sizes as today’s rules make them"
    return _out(plans.save(plan_id, kept, base=body.base_revision, edit_id=body.edit_id, cause=cause))


@router.put("/{plan_id}/name", responses=_WRONG, summary="Rename a plan")
def rename(plan_id: str, body: Named, plans: Kept) -> PlanOut:
    """Give a plan another name."""
    return _out(plans.rename(plan_id, body.name))


@router.post("/{plan_id}/copy", status_code=201, responses=_WRONG, summary="Copy a plan")
def copy(plan_id: str, body: Named, plans: Kept) -> PlanOut:
    """Begin a new plan from this one's newest revision."""
    return _out(plans.copy(plan_id, body.name))


@router.post("/{plan_id}/put-away", responses=_WRONG, summary="Put a plan away")
def put_away(plan_id: str, plans: Kept) -> PlanOut:
    """Take a plan off the shelf; nothing is deleted."""
    return _out(plans.put_away(plan_id))


@router.post("/{plan_id}/take-back", responses=_WRONG, summary="Take a plan back")
def take_back(plan_id: str, plans: Kept) -> PlanOut:
    """Put a plan back on the shelf."""
    return _out(plans.take_back(plan_id))


@router.get("/{plan_id}/revisions", responses=_WRONG, summary="A plan's revisions")
def revisions(
    plan_id: str,
    plans: Kept,
    limit: Annotated[int, Query(ge=1, le=200)] = 100,
    before: Annotated[int | None, Query(ge=1, le=_MOST_REVISIONS)] = None,
) -> list[RevisionOut]:
    """Return the plan's revisions, newest first; those ``before`` a number are the older ones."""
    return [_told(r) for r in plans.revisions(plan_id, limit=limit, before=before)]


@router.get("/{plan_id}/compare", responses=_WRONG, summary="Compare two revisions")
def compare_revisions(
    plan_id: str,
    plans: Kept,
    before: Annotated[int, Query(ge=1, le=_MOST_REVISIONS)],
    after: Annotated[int, Query(ge=1, le=_MOST_REVISIONS)],
    unit: Unit | None = None,
) -> Compared:
    """Return what differs between two revisions, both drawn by the rules of today, on one scale."""
    specs = [spec_of(plans.revision(plan_id, number)) for number in (before, after)]
    return compare(drafted(specs[0]), drafted(specs[1]), unit or specs[1].unit)


@router.post("/{plan_id}/set-aside", responses=_WRONG, summary="Keep a stale edit in the history")
def set_aside(plan_id: str, body: Save, plans: Kept) -> OpenPlan:
    """
    Keep an edit that came too late as a revision, and make the newest one the newest again after it.

    So of two versions either can be gone on with, and neither is lost.
    """
    newest = plans.revision(plan_id)
    mine = saved_from(body.spec)
    again = saved_from(spec_of(newest))
    edits = (
        (mine, body.edit_id, f"Set aside: {body.cause}"[:300]),
        (again, f"{body.edit_id[:58]}-back", f"Revision {newest.number} kept"),
    )
    return _opened(plans, plans.save_all(plan_id, edits, base=newest.number))


@router.post("/{plan_id}/revisions/{number}/restore", responses=_WRONG, summary="Restore a revision")
def restore(plan_id: str, number: Number, plans: Kept) -> OpenPlan:
    """Make an older revision the newest again, as a revision of its own."""
    old = plans.revision(plan_id, number)
    head = plans.get(plan_id).head
    plans.save(
        plan_id,
        saved_from(spec_of(old)),
        base=head,
        edit_id=f"restore-{number}-{head}",
        cause=f"Revision {number} restored",
    )
    return _opened(plans, plans.get(plan_id))


@router.post(
    "/{plan_id}/revisions/{number}/printed", responses=_WRONG, summary="Note that a sheet was printed"
)
def printed(plan_id: str, number: Number, plans: Kept) -> PlanOut:
    """Remember which revision was last printed, so that a stale sheet is noticed."""
    return _out(plans.printed(plan_id, number))


class SheetOut(BaseModel):
    """A cut sheet and where it stands: its revision, and the plan's newest one."""

    plan: PlanOut
    revision: RevisionOut
    paper: str
    sheet: Sheet
    redrawn: list[Difference]


_SHEET_OUT = TypeAdapter(SheetOut)


def _drawn(plans: Plans, plan_id: str, number: int) -> tuple[Plan, Revision, Draft]:
    """Return a plan, one of its revisions, and that one worked out by the rules of today."""
    plan, revision = plans.get(plan_id), plans.revision(plan_id, number)
    return plan, revision, drafted(spec_of(revision))


@router.get("/{plan_id}/revisions/{number}/sheet", responses=_WRONG, summary="The cut sheet")
def cut_sheet(plan_id: str, number: Number, plans: Kept, unit: Unit | None = None) -> SheetOut:
    """Return everything the printed cut sheet shows."""
    plan, revision, made = _drawn(plans, plan_id, number)
    shown = sheet(made, unit or made.bag.unit)
    usual = usual_of(plans.kept("usual"))
    told = _told(revision)
    changed = list(redrawn_since(revision, unit, made))
    return SheetOut(plan=_out(plan), revision=told, paper=usual.paper, sheet=shown, redrawn=changed)


def _download(content: str | bytes, media: str, plan: Plan, number: int, ending: str) -> Response:
    name = file_name(plan.name) or "plan"
    return Response(
        content,
        media_type=media,
        headers={"Content-Disposition": f'attachment; filename="{name}-r{number}.{ending}"'},
    )


@router.get("/{plan_id}/revisions/{number}/cut-list.csv", responses=_WRONG, summary="The cut list as CSV")
def cut_list(plan_id: str, number: Number, plans: Kept, unit: Unit | None = None) -> Response:
    """Return the cut list as CSV, which can be read back."""
    plan, _, made = _drawn(plans, plan_id, number)
    content = cut_list_csv(sheet(made, unit or made.bag.unit), made.cut_list)
    return _download(content, "text/csv; charset=utf-8", plan, number, "csv")


@router.get("/{plan_id}/revisions/{number}/templates.pdf", responses=_WRONG, summary="Templates at true size")
def templates(
    plan_id: str, number: Number, plans: Kept, paper: Literal["A4", "Letter"] | None = None
) -> Response:
    """Return the curves of the bag at true size, with a square to measure, as PDF."""
    plan, _, made = _drawn(plans, plan_id, number)
    if not templates_of(made):
        why, fix = "This bag has no curves.", "Its pieces are cut with a ruler."
        raise SpecProblems((Problem("no-curves", "base.kind", "", why, fix),))
    chosen = paper or usual_of(plans.kept("usual")).paper
    content = templates_pdf(made, f"{plan.name}, revision {number}", chosen)
    return _download(content, "application/pdf", plan, number, "pdf")


@router.get("/{plan_id}/revisions/{number}/plan.json", responses=_WRONG, summary="The plan as JSON")
def plan_json(plan_id: str, number: Number, plans: Kept) -> Response:
    """Return the plan as a file: its spec, every value it was drafted with, and its cut list in mm."""
    plan, revision, made = _drawn(plans, plan_id, number)
    body = {
        "ambitus": "plan",
        "version": 1,
        "name": plan.name,
        "revision": number,
        "saved_at": revision.saved_at,
        "rules_version": revision.rules_version,
        "spec": revision.spec,
        "resolved": revision.resolved,
        "cut_list": made.cut_list.model_dump(),
    }
    return _download(json.dumps(body, indent=2, ensure_ascii=False), "application/json", plan, number, "json")
