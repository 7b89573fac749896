"""The application: the API, the screens, and the one database behind them."""

from dataclasses import replace
from pathlib import Path
from typing import Any, Literal

from fastapi import FastAPI, Response
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles
from pydantic import BaseModel, Field, TypeAdapter

from ambitus import __version__
from ambitus.core.checks.run import every_rule, findings
from ambitus.core.draft import readers
from ambitus.core.drawing.standing import Standing
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit, View
from ambitus.core.lengths.grid import steps_for
from ambitus.core.problems import Problem
from ambitus.core.read.back import read_back
from ambitus.core.read.cutlist import CutList
from ambitus.core.shown.by_volume import Volumes, volumes
from ambitus.core.shown.cause import cause_of
from ambitus.core.shown.closing import ClosingShown, closing_shown
from ambitus.core.shown.compare import Compared, compare
from ambitus.core.shown.helped import findings_helped
from ambitus.core.shown.models import Drafted, FindingShown, Tiles
from ambitus.core.shown.present import grid_label, picture, present
from ambitus.core.shown.present import read_back as read_shown
from ambitus.core.shown.tiles import tiles
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolved import Beginning
from ambitus.desk.drafting import drafted
from ambitus.desk.plans import Desk
from ambitus.desk.usual import Usual, UsualEdit, UsualShown, new_spec, shown
from ambitus.files.drawings.outline import outline_from
from ambitus.library import shipped
from ambitus.store import Plans, open_database
from ambitus.web import plans_api
from ambitus.web.drafting import DraftRequest, with_edits
from ambitus.web.guard import Guard
from ambitus.web.lanes import Lanes
from ambitus.web.problem import PlainRoute, ProblemDetail, answer, install
from ambitus.web.reader import Reader

_DRAFTED = TypeAdapter(Drafted)
_FINDINGS = TypeAdapter(tuple[FindingShown, ...])
_TILES = TypeAdapter(Tiles)
_VOLUMES = TypeAdapter(Volumes)
_CLOSING = TypeAdapter(tuple[ClosingShown, ...])
_COMPARED = TypeAdapter(Compared)
_WRONG: dict[int | str, dict[str, Any]] = {400: {"model": ProblemDetail}, 422: {"model": ProblemDetail}}


class TilesRequest(BaseModel):
    """A spec, the phrase that was opened, and the unit shown."""

    spec: Spec
    phrase: str = Field(max_length=80)
    unit: Unit | None = None


class VolumesRequest(BaseModel):
    """A spec, a volume as typed, and the shape: height by radius, the bag’s own where it is left out."""

    spec: Spec
    asked: str = Field(default="", max_length=40)
    ratio: str = Field(default="", max_length=40)
    unit: Unit | None = None


class CompareRequest(BaseModel):
    """Two specs, and the unit to tell their differences in."""

    before: Spec
    after: Spec
    unit: Unit | None = None


class PlainWay(BaseModel):
    """One plain way to begin from a preset, as it stands with its usual sizes."""

    key: str
    label: str
    help: str
    size: str
    standing: Standing


class WayToBegin(BaseModel):
    """A preset as the shelf offers it, with a few plain choices."""

    key: str
    label: str
    help: str
    ways: list[PlainWay]


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


def _working(app: FastAPI) -> None:
    @app.post("/api/draft", response_model=Drafted, responses=_WRONG, tags=["draft"], summary="Draft a bag")
    def draft_bag(body: DraftRequest) -> Response:
        """Return the bag worked out: sentence, fields, pieces with sums, seams, checks, pictures."""
        spec, unit = with_edits(body)
        made = drafted(spec)
        shown = present(made, spec, unit)
        titles = {rule.id: rule.title for rule in every_rule(GRAMMAR)} if body.edits else {}
        causes = (cause_of(edit, body.was, shown.fields, titles) for edit in body.edits)
        shown = replace(shown, cause=", ".join(causes))
        if body.remedies and findings(made):
            shown = replace(shown, findings=tuple(findings_helped(made, spec, unit, GRAMMAR)))
        return _json(_DRAFTED.dump_json(shown))

    @app.post(
        "/api/checks",
        response_model=list[FindingShown],
        responses=_WRONG,
        tags=["draft"],
        summary="Judge a bag",
    )
    def judge(body: DraftRequest) -> Response:
        """Return what to know before cutting, each finding with its numbers and the remedies that work."""
        spec, unit = with_edits(body)
        return _json(_FINDINGS.dump_json(tuple(findings_helped(drafted(spec), spec, unit, GRAMMAR))))

    @app.post("/api/tiles", response_model=Tiles, responses=_WRONG, tags=["draft"], summary="Open a phrase")
    def open_phrase(body: TilesRequest) -> Response:
        """Return this bag redrafted with each choice of a phrase of its sentence."""
        return _json(
            _TILES.dump_json(tiles(body.spec, body.phrase, body.unit or body.spec.unit, GRAMMAR, shipped()))
        )

    @app.post(
        "/api/volumes", response_model=Volumes, responses=_WRONG, tags=["draft"], summary="Size by volume"
    )
    def size_by_volume(body: VolumesRequest) -> Response:
        """Return what the bag holds, and sizes that hold what is asked for."""
        made = drafted(body.spec)
        return _json(_VOLUMES.dump_json(volumes(made, body.unit or body.spec.unit, body.asked, body.ratio)))

    @app.post(
        "/api/closing",
        response_model=list[ClosingShown],
        responses=_WRONG,
        tags=["draft"],
        summary="See it drawn closed",
    )
    def drawn_closed(body: DraftRequest) -> Response:
        """Return the steps from the open mouth to the cord pulled tight; none for a bag without a cord."""
        spec, unit = with_edits(body)
        return _json(_CLOSING.dump_json(closing_shown(drafted(spec), unit)))

    @app.post(
        "/api/compare", response_model=Compared, responses=_WRONG, tags=["draft"], summary="Compare two bags"
    )
    def compare_bags(body: CompareRequest) -> Response:
        """Return what differs between two bags: fields, sizes, pieces, both pictures on one scale."""
        made = compare(drafted(body.before), drafted(body.after), body.unit or body.after.unit)
        return _json(_COMPARED.dump_json(made))

    @app.post("/api/read", responses=_WRONG, tags=["draft"], summary="Read a cut list back")
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

    @app.post("/api/outline", responses=_WRONG, tags=["draft"], summary="Read an outline from a drawing")
    def read_drawing(body: DrawingIn) -> OutlineOut:
        """Return the longest closed path of an SVG or DXF file, as a traced base takes it."""
        made = app.state.reader.read(outline_from, body.text, body.name, body.unit)
        return OutlineOut(outline=made.outline, around=made.around, area=made.area, notes=list(made.notes))


def _usual(app: FastAPI, desk: Desk) -> None:
    def show(usual: Usual) -> UsualShown:
        units: tuple[Unit, Unit] = ("mm", "in")
        metric, inch = ([(s, grid_label(s, u)) for s in steps_for(u)] for u in units)
        return shown(usual, {"metric": metric, "inch": inch})

    @app.get("/api/begin", tags=["plans"], summary="Ways to begin")
    def begin() -> list[WayToBegin]:
        """Return the presets a plan can begin from, each with its plain ways, drawn as they begin."""
        mine = desk.usual()

        def plain(preset: str, way: Beginning) -> PlainWay:
            made = drafted(new_spec(mine, preset, way.key))
            view = View(mine.unit, mine.unit)
            return PlainWay(
                key=way.key,
                label=way.label,
                help=way.help,
                size=read_shown(made, view).size,
                standing=picture(made),
            )

        return [
            WayToBegin(key=p.key, label=p.label, help=p.help, ways=[plain(p.key, w) for w in p.ways])
            for p in shipped().presets.values()
        ]

    @app.get("/api/usual", tags=["usual"], summary="My usual")
    def get_usual() -> UsualShown:
        """Return what every new plan starts from."""
        return show(desk.usual())

    @app.put("/api/usual", responses=_WRONG, tags=["usual"], summary="Change my usual")
    def put_usual(body: UsualEdit) -> UsualShown:
        """Change my usual. Saved plans keep what they were begun with."""
        return show(desk.change_usual(body))


def _screens(app: FastAPI, dist: Path) -> None:
    @app.get("/api/{rest:path}", include_in_schema=False)
    async def no_such_thing(rest: str) -> Response:
        return answer(
            404,
            Problem(
                "no-such-thing",
                "path",
                rest[:60],
                "There is nothing here.",
                "What can be asked stands in /api/openapi.json.",
            ),
        )

    if (dist / "assets").is_dir():
        app.mount("/assets", StaticFiles(directory=dist / "assets"), name="assets")

    @app.get("/{rest:path}", include_in_schema=False)
    async def screen(rest: str) -> Response:
        try:
            direct = (dist / rest).resolve()
            if rest and direct.is_file() and direct.is_relative_to(dist.resolve()):
                return FileResponse(direct)
        except (OSError, ValueError):
            pass  # no file can have such a name, so it is no file: a name of the screens' own
        if (dist / "index.html").is_file():
            return FileResponse(dist / "index.html", headers={"Cache-Control": "no-cache"})
        return answer(503, Problem("not-built", "", "", "The screens are not built yet.", "Run `make demo`."))


def make_app(database: Path, dist: Path) -> FastAPI:
    """Return the application on the database file at *database*, serving the built screens in *dist*."""
    app = FastAPI(
        title="Ambitus",
        version=__version__,
        summary="From the bag a maker wants to every piece to cut, and back again.",
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
    )
    opened = open_database(database)
    app.state.database, app.state.desk, app.state.reader = opened, Desk(Plans(opened)), Reader()
    app.router.route_class = PlainRoute
    install(app)

    _working(app)
    _usual(app, app.state.desk)
    app.include_router(plans_api.router)
    _screens(app, dist)
    app.add_middleware(Lanes)
    app.add_middleware(Guard)
    return app
