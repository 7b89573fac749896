"""The application in a process of its own, with the bags laid out, an echo, and the page that asks for it."""

import json
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import NamedTuple

HERE = Path(__file__).resolve()
ROOT = HERE.parent.parent.parent
DIST, BARE = ROOT / "frontend" / "dist", ROOT / "frontend" / "node_modules" / ".bare"


class Served(NamedTuple):
    """Where the server is, the process that it runs in, and its plans by the name of their bag."""

    address: str
    process: int
    plans: dict[str, str]


@contextmanager
def served() -> Iterator[Served]:
    """Start the server, and end it."""
    with tempfile.TemporaryDirectory() as folder:
        command = [sys.executable, "-W", "ignore", str(HERE), folder]
        with subprocess.Popen(command, stdout=subprocess.PIPE, stdin=subprocess.PIPE, text=True) as running:
            try:
                told = json.loads(running.stdout.readline())  # type: ignore[union-attr]
                yield Served(told["address"], running.pid, told["plans"])
            finally:
                running.terminate()


def main(folder: Path) -> None:
    """Lay the bags out, say where they are, and serve."""
    import socket

    import uvicorn
    from bags import BAGS  # type: ignore[import-not-found]
    from fastapi.staticfiles import StaticFiles
    from pydantic import BaseModel

    from ambitus.cli.serving import configured
    from ambitus.core.spec.model import Spec
    from ambitus.desk.drafting import saved_from
    from ambitus.web.app import make_app

    class Echo(BaseModel):
        number: int

    app = make_app(folder / "bench.sqlite", DIST)
    plans = app.state.desk.plans
    laid = {b.name: plans.begin(b.name, saved_from(Spec.model_validate(b.spec))).id for b in BAGS}
    routes = len(app.router.routes)

    @app.post("/api/bench/echo")
    async def echo(body: Echo) -> Echo:
        return body

    app.mount("/bench", StaticFiles(directory=BARE, html=True))
    # the screens answer every other path, so these go before theirs
    own = app.router.routes[routes:]
    app.router.routes[:] = [*own, *app.router.routes[:routes]]
    with socket.socket() as listening:
        listening.bind(("127.0.0.1", 0))
        address = f"http://127.0.0.1:{listening.getsockname()[1]}"
        print(json.dumps({"address": address, "plans": laid}), flush=True)
        uvicorn.Server(configured(app)).run([listening])


if __name__ == "__main__":
    main(Path(sys.argv[1]))
