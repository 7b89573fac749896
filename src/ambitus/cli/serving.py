"""``serve`` and ``demo``: the screens, until they are stopped."""

import argparse
import gc
import socket
import sys
import threading
from collections.abc import Callable

import uvicorn

from ambitus.cli.guarded import UNREADABLE
from ambitus.cli.keeping import database_in
from ambitus.desk.demo_data import lay_out
from ambitus.desk.demo_makings import lay_out_makings
from ambitus.store import CannotKeep, CannotOpen
from ambitus.web.app import make_app
from ambitus.web.asgi import App
from ambitus.web.reader import Reader

_HOST = "127.0.0.1"


def _free_port(wanted: int) -> int:
    """Return *wanted*, or the next free port after it."""
    last = min(wanted + 49, 65535)
    for port in range(wanted, last + 1):
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind((_HOST, port))
            except OSError:
                continue
            return port
    raise SystemExit(f"No free port from {wanted} to {last}. Give another with --port.")


def _beside(reader: Reader) -> None:
    """Load what no page waits for at first: the process that reads files, and the libraries of curves."""
    reader.warm()
    import shapely  # noqa: F401  it loads numpy too


class _Telling(uvicorn.Server):
    """A server that says where it is once it really listens."""

    def __init__(self, config: uvicorn.Config, warm: Callable[[], None]) -> None:
        super().__init__(config)
        self._warm = warm

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        await super().startup(sockets)
        if self.started:
            address = f"http://{_HOST}:{self.config.port}"
            print(f"Ambitus is at {address} — stop it with Ctrl+C.", flush=True)
            threading.Thread(target=self._warm, daemon=True).start()


def configured(app: App, port: int = 0) -> uvicorn.Config:
    """Return how *app* is served, here and wherever its speed is measured."""
    # what a key asks for takes over from what is worked out for later within a thousandth of a second
    sys.setswitchinterval(0.001)
    # a draft makes ten thousand small things and no rings of them: they are looked through less often
    gc.set_threshold(20_000)
    return uvicorn.Config(
        app,
        _HOST,
        port,
        log_level="warning",
        access_log=False,
        server_header=False,
        timeout_graceful_shutdown=10,
    )


def serve(given: argparse.Namespace) -> int:
    """Serve the screens until it is stopped."""
    demo = given.command == "demo"
    port = _free_port(given.port)
    try:
        app = make_app(database_in(given.data, demo), given.dist)
        if demo:
            lay_out(app.state.desk.plans, app.state.stash.stash)
            lay_out_makings(app.state.desk.plans, app.state.makings)
    except (CannotOpen, CannotKeep) as bad:
        print(f"{bad.why} {bad.fix}", file=sys.stderr)
        return UNREADABLE
    # from here on garbage is looked for again, among what comes after
    gc.freeze()
    gc.enable()
    try:
        _Telling(configured(app, port), lambda: _beside(app.state.reader)).run()
    except KeyboardInterrupt:
        print("Stopped.")
    finally:
        app.state.reader.close()
        app.state.database.close()
    return 0
