"""The application: the API, the screens, and the one database behind them."""

from pathlib import Path
from typing import Any

from fastapi import FastAPI
from fastapi.openapi.utils import get_openapi

from ambitus import __version__
from ambitus.desk.makings import MakingDesk
from ambitus.desk.plans import Desk
from ambitus.desk.stash import StashDesk
from ambitus.standins.tape import SimulatedTape
from ambitus.store import Makings, Plans, Stash, open_database
from ambitus.web import cloth_api, draft_api, makings_api, pieces_api, plans_api, stash_api, usual_api
from ambitus.web.guard import Guard
from ambitus.web.lanes import Lanes
from ambitus.web.problem import PlainRoute, install
from ambitus.web.reader import Reader
from ambitus.web.screens import serve_screens


def _described(app: FastAPI) -> dict[str, Any]:
    """Return the description of the API, worked out the first time that it is asked for."""
    if not app.openapi_schema:
        routes = [r.described() if isinstance(r, PlainRoute) else r for r in app.routes]
        app.openapi_schema = get_openapi(
            title=app.title, version=app.version, summary=app.summary, routes=routes
        )
    return app.openapi_schema


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
    plans = Plans(opened)
    app.state.database, app.state.desk, app.state.reader = opened, Desk(plans), Reader()
    app.state.stash = StashDesk(Stash(opened), plans)
    app.state.makings, app.state.tape = MakingDesk(Makings(opened), plans), SimulatedTape()
    app.router.route_class = PlainRoute
    # FastAPI's own way to have it described otherwise
    app.openapi = lambda: _described(app)  # type: ignore[method-assign]
    install(app)

    for api in (draft_api, usual_api, pieces_api, cloth_api, stash_api, makings_api, plans_api):
        # as they stand: a router that is included makes each of its routes once more, at the first request
        app.router.routes.extend(api.router.routes)
    serve_screens(app, dist)
    app.add_middleware(Lanes)
    app.add_middleware(Guard)
    return app
