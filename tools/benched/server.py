"""The application in a process of its own, with the bags laid out, an echo, and the page that asks for it."""

import json
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING, NamedTuple

if TYPE_CHECKING:
    from ambitus.store import Database

HERE = Path(__file__).resolve()
ROOT = HERE.parent.parent.parent
DIST, BARE = ROOT / "frontend" / "dist", ROOT / "frontend" / "node_modules" / ".bare"


class Served(NamedTuple):
    """Where the server is, the process that it runs in, and its plans by the name of their bag."""

    address: str
    process: int
    plans: dict[str, str]


@contextmanager
def served(shelf: str = "") -> Iterator[Served]:
    """Start the server, with so many plans on the *shelf*, and end it."""
    with tempfile.TemporaryDirectory() as folder:
        command = [sys.executable, "-W", "ignore", str(HERE), folder, *([shelf] if shelf else [])]
        with subprocess.Popen(command, stdout=subprocess.PIPE, stdin=subprocess.PIPE, text=True) as running:
            try:
                told = json.loads(running.stdout.readline())  # type: ignore[union-attr]
                yield Served(told["address"], running.pid, told["plans"])
            finally:
                running.terminate()


def _fill(database: "Database", count: int) -> None:
    """Put copies of the first plan on the shelf, until there are so many."""
    from sqlalchemy import insert, select

    from ambitus.store.tables import PlanRow, RevisionRow

    with database.session.begin() as session:
        row = session.scalars(select(PlanRow).limit(1)).one()
        copied = {
            c.key: getattr(row, c.key) for c in PlanRow.__table__.columns if c.key not in ("id", "name")
        }
        head = session.get_one(RevisionRow, (row.id, 1))
        same = {c.key: getattr(head, c.key) for c in RevisionRow.__table__.columns if c.key != "plan_id"}
        names = [(f"{i:032x}", f"Plan {i}") for i in range(count)]
        session.execute(insert(PlanRow), [{"id": id, "name": name, **copied} for id, name in names])
        session.execute(insert(RevisionRow), [{"plan_id": id, **same} for id, _ in names])


def main(folder: Path, shelf: int) -> None:
    """Lay the bags out, say where they are, and serve."""
    import socket

    import uvicorn
    from fastapi import Response
    from fastapi.staticfiles import StaticFiles
    from pydantic import BaseModel, TypeAdapter

    from ambitus.cli.serving import configured
    from ambitus.core.shown.models import Drafted
    from ambitus.core.shown.present import present
    from ambitus.core.spec.model import Spec
    from ambitus.desk.drafting import drafted, saved_from
    from ambitus.web.app import make_app
    from ambitus.web.drafting import DraftRequest
    from bags import BAGS, Bag  # type: ignore[import-not-found]

    class Echo(BaseModel):
        number: int

    app = make_app(folder / "bench.sqlite", DIST)
    plans = app.state.desk.plans
    laid = {b.name: plans.begin(b.name, saved_from(Spec.model_validate(b.spec))).id for b in BAGS}
    if shelf:
        _fill(app.state.database, shelf)
    routes = len(app.router.routes)
    adapter = TypeAdapter(Drafted)

    def shown(bag: Bag) -> Drafted:
        spec = Spec.model_validate(bag.spec)
        return present(drafted(spec), spec, spec.unit, "")

    plain = [adapter.dump_python(shown(bag)) for bag in BAGS]

    @app.post("/api/bench/same-size/{bag}")
    def same_size(bag: int, body: DraftRequest) -> Response:
        answer = adapter.dump_json(adapter.validate_python(plain[bag]))
        return Response(answer, media_type="application/json")

    @app.post("/api/bench/echo")
    async def echo(body: Echo) -> Echo:
        return body

    app.mount("/bench", StaticFiles(directory=BARE, html=True))
    # the screens answer every other path, so these go before theirs
    own = app.router.routes[routes:]
    app.router.routes[:] = [*own, *app.router.routes[:routes]]
    with socket.socket() as listening:
        listening.bind(("127.0.0.1", 0))
        listening.listen()
        address = f"http://127.0.0.1:{listening.getsockname()[1]}"
        print(json.dumps({"address": address, "plans": laid}), flush=True)
        uvicorn.Server(configured(app)).run([listening])


if __name__ == "__main__":
    main(Path(sys.argv[1]), int(sys.argv[2]) if len(sys.argv) > 2 else 0)
