"""
Who is worked for, and who waits: so many at once, so many behind them, and no more. What a key waits for goes
first; what is asked for once a hand rests lets it by, and is given up as soon as nobody waits for it.
"""

import asyncio
from collections.abc import AsyncIterator, Callable
from contextlib import asynccontextmanager
from dataclasses import dataclass, field
from threading import Condition, Event

from ambitus.core.pausing import Superseded, pause_by
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
    *("buying", "buying.csv"),
    *(f"pieces.{ending}" for ending in ("pdf", "svg", "dxf")),
}


def _lane_of(scope: Scope) -> str | None:
    if scope["type"] != "http":
        return None
    method, path = scope["method"], scope["path"]
    if path in ("/api/outline", "/api/plans/from-file"):
        return "reading"
    if path.startswith("/api/plans"):
        # what is read off a plan is drafted; the shelf and a save wait behind no drawing and no tile
        return "drafting" if path.rsplit("/", 1)[-1] in _DRAFTED else "keeping"
    if path.startswith("/api/makings"):
        return "keeping"
    if path == "/api/draft":
        return "ahead" if scope["query_string"] == b"early=true" else "at hand"
    if path == "/api/cloth":
        return "at hand"
    return "drafting" if path.startswith("/api/") and (method == "POST" or path == "/api/begin") else None


class Hurry:
    """How many drafts a key waits for, and those that let them by."""

    #: A draft takes some hundredths of a second. What lets it by goes on after this, whatever became of it.
    MOST_S = 1.0

    def __init__(self) -> None:
        self._drafts = 0
        self._changed = Condition()

    def __enter__(self) -> None:
        with self._changed:
            self._drafts += 1

    def __exit__(self, *_: object) -> None:
        with self._changed:
            self._drafts -= 1
            self._changed.notify_all()

    def let_by(self) -> None:
        """Wait until no key waits."""
        if self._drafts:
            with self._changed:
                self._changed.wait_for(lambda: not self._drafts, self.MOST_S)


class _Asker:
    """Who asked: what they sent, and whether they still wait for the answer."""

    def __init__(self, receive: Receive) -> None:
        self._receive = receive
        self._told: asyncio.Queue[Message] = asyncio.Queue()
        self.gone = Event()

    async def listen(self) -> None:
        """Take in what is sent, until it is said that nobody listens any more."""
        more = True
        while more:
            self._told.put_nowait(message := await self._receive())
            more = message.get("more_body", False)
        self._told.put_nowait(message := await self._receive())
        if message["type"] == "http.disconnect":
            self.gone.set()

    async def receive(self) -> Message:
        """Return what was sent, in order."""
        return await self._told.get()


class Lanes:
    """
    ASGI middleware: requests that are worked out stand in line by what they ask, so that a save never waits
    for somebody's drawing. A request that finds its line full is told so at once, and may ask again.
    """

    def __init__(self, app: App) -> None:
        self._app = app
        self._lanes = {
            "keeping": Lane(2, 200),
            "at hand": Lane(2, 60),
            "ahead": Lane(1, 60),
            "drafting": Lane(2, 60),
            "reading": Lane(2, 8),
        }
        self._hurry = Hurry()

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        name = _lane_of(scope)
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

            if name == "at hand":
                with self._hurry:
                    await self._app(scope, receive, leaving)
            elif name in ("ahead", "drafting"):
                await self._resting(scope, receive, leaving)
            else:
                await self._app(scope, receive, leaving)

    async def _resting(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Work for who asked once the hand rested, as long as they wait, and letting by who is in a hurry."""
        asker = _Asker(receive)
        listening = asyncio.create_task(asker.listen())
        # one turn of the loop: who went away while they stood in line is known to be gone
        await asyncio.sleep(0)

        def pause() -> None:
            if asker.gone.is_set():
                raise Superseded
            self._hurry.let_by()

        try:
            if not asker.gone.is_set():
                pause_by(pause)
                await self._app(scope, asker.receive, send)
        finally:
            listening.cancel()
