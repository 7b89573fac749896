"""The application: the API, the screens, and the one database behind them."""

from pathlib import Path

from fastapi import FastAPI, Response
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles

from ambitus import __version__
from ambitus.core.problems import Problem
from ambitus.desk.plans import Desk
from ambitus.store import Plans, open_database
from ambitus.web import draft_api, plans_api, usual_api
from ambitus.web.guard import Guard
from ambitus.web.lanes import Lanes
from ambitus.web.problem import PlainRoute, answer, install
from ambitus.web.reader import Reader


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

    for api in (draft_api, usual_api, plans_api):
        app.include_router(api.router)
    _screens(app, dist)
    app.add_middleware(Lanes)
    app.add_middleware(Guard)
    return app
