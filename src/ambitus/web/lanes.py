"""Who is worked for, and who waits: so many at once, so many behind them, and no more."""

import asyncio
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field

from ambitus.core.problems import Problem
from ambitus.web.asgi import App, Message, Receive, Scope, Send
from ambitus.web.problem import answer


@dataclass(slots=True)
class Lane:
    """One line of requests: ``at_once`` are worked on, up to ``behind`` wait."""

    at_once: int
    behind: int
    waiting: int = 0
    places: asyncio.Semaphore = field(init=False)

    def __post_init__(self) -> None:
        self.places = asyncio.Semaphore(self.at_once)

    @contextmanager
    def in_line(self) -> Iterator[bool]:
        """Stand in line; it yields whether there is room for one more."""
        self.waiting += 1
        try:
            yield self.waiting <= self.at_once + self.behind
        finally:
            self.waiting -= 1


def _lane_of(method: str, path: str) -> str | None:
    if path in ("/api/outline", "/api/plans/from-file"):
        return "reading"
    if path.startswith("/api/plans"):
        # what is read off a plan is drafted; the shelf and a save wait behind no drawing and no tile
        drafts = path.rsplit("/", 1)[-1] in ("sheet", "cut-list.csv", "templates.pdf", "plan.json", "compare")
        return "drafting" if drafts else "keeping"
    return "drafting" if path.startswith("/api/") and (method == "POST" or path == "/api/begin") else None


class Lanes:
    """
    ASGI middleware: requests that are worked out stand in line by what they ask, so that a save never waits
    for somebody's drawing. A request that finds its line full is told so at once, and may ask again.
    """

    def __init__(self, app: App) -> None:
        self._app = app
        self._lanes = {"keeping": Lane(2, 200), "drafting": Lane(2, 60), "reading": Lane(2, 8)}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        name = _lane_of(scope["method"], scope["path"]) if scope["type"] == "http" else None
        if name is None:
            await self._app(scope, receive, send)
            return
        lane = self._lanes[name]
        with lane.in_line() as room:
            if not room:
                why = f"{lane.waiting - 1} requests are waiting already."
                full = answer(503, Problem("busy", "", "", why, "Ask again in a moment."))
                full.headers["retry-after"] = "1"
                await full(scope, receive, send)
                return
            await lane.places.acquire()
            held = True

            async def leaving(message: Message) -> None:
                # what is left is sending: whoever reads slowly holds up nobody
                nonlocal held
                if held:
                    held = False
                    lane.places.release()
                await send(message)

            try:
                await self._app(scope, receive, leaving)
            finally:
                if held:
                    lane.places.release()
