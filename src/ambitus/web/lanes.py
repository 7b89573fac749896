"""Who is worked for, and who waits: so many at once, so many behind them, and no more."""

import asyncio
from collections.abc import AsyncIterator, Callable
from contextlib import asynccontextmanager
from dataclasses import dataclass, field

from ambitus.core.problems import Problem
from ambitus.web.asgi import App, Message, Receive, Scope, Send
from ambitus.web.problem import answer


@dataclass(slots=True)
class Lane:
    """One line of requests: ``at_once`` are worked on, up to ``behind`` wait."""

    at_once: int
    behind: int
    #: how many stand in it, those that are worked on among them
    length: int = 0
    places: asyncio.Semaphore = field(init=False)

    def __post_init__(self) -> None:
        self.places = asyncio.Semaphore(self.at_once)

    @property
    def full(self) -> bool:
        """Whether one more would be one too many."""
        return self.length >= self.at_once + self.behind

    @asynccontextmanager
    async def place(self) -> AsyncIterator[Callable[[], None]]:
        """Stand in line until a place is free, and hold it until what is yielded is called, or to the end."""
        held = False

        def leave() -> None:
            nonlocal held
            if held:
                held = False
                self.places.release()
                self.length -= 1

        self.length += 1
        try:
            await self.places.acquire()
        except BaseException:
            self.length -= 1
            raise
        held = True
        try:
            yield leave
        finally:
            leave()


#: what is read off a plan and has to be drafted for it
_DRAFTED = {
    *("sheet", "cut-list.csv", "templates.pdf", "plan.json", "compare", "pages"),
    *(f"pieces.{ending}" for ending in ("pdf", "svg", "dxf")),
}


def _lane_of(method: str, path: str) -> str | None:
    if path in ("/api/outline", "/api/plans/from-file"):
        return "reading"
    if path.startswith("/api/plans"):
        # what is read off a plan is drafted; the shelf and a save wait behind no drawing and no tile
        return "drafting" if path.rsplit("/", 1)[-1] in _DRAFTED else "keeping"
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
        if lane.full:
            why = f"{lane.length} requests are waiting already."
            busy = answer(503, Problem("busy", "", "", why, "Ask again in a moment."))
            busy.headers["retry-after"] = "1"
            await busy(scope, receive, send)
            return
        async with lane.place() as leave:

            async def leaving(message: Message) -> None:
                # what is left is sending: whoever reads slowly holds up nobody
                leave()
                await send(message)

            await self._app(scope, receive, leaving)
