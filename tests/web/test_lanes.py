"""Standing in line: so many at once, so many behind, and nobody is held up by who only listens slowly."""

import asyncio
from collections.abc import Callable, Coroutine
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from typing import Any

import pytest

from ambitus.core.pausing import Superseded, breathe
from ambitus.web.lanes import Lanes


def _apart(work: Coroutine[Any, Any, None]) -> None:
    """Run *work* in a thread of its own: a browser that is open in this process keeps its loop running."""
    with ThreadPoolExecutor(1) as one:
        one.submit(asyncio.run, work).result()


def _asked(path: str, method: str = "POST") -> dict[str, Any]:
    path, _, query = path.partition("?")
    scope = {"type": "http", "method": method, "path": path, "headers": []}
    return {**scope, "query_string": query.encode()}


async def _nothing() -> dict[str, Any]:
    return {"type": "http.request", "body": b"", "more_body": False}


def test_so_many_at_once_and_so_many_behind() -> None:
    """Two of a hundred drafts are worked on, sixty wait, the others are told; a save goes past them all."""

    async def all_of_it() -> None:
        working, most, go_on = 0, 0, asyncio.Event()
        answers: list[int] = []

        async def app(scope: Any, receive: Any, send: Any) -> None:
            nonlocal working, most
            if scope["path"].startswith("/api/draft"):
                working += 1
                most = max(most, working)
                await go_on.wait()
                working -= 1
            await send({"type": "http.response.start", "status": 200, "headers": []})

        async def send(message: Any) -> None:
            if message["type"] == "http.response.start":
                answers.append(message["status"])

        lanes = Lanes(app)
        drafts = [asyncio.create_task(lanes(_asked("/api/draft"), _nothing, send)) for _ in range(100)]
        await asyncio.sleep(0)
        await asyncio.sleep(0)
        await lanes(_asked("/api/plans/a/spec", "PUT"), _nothing, send)
        assert answers == [503] * 38 + [200]
        go_on.set()
        await asyncio.gather(*drafts)
        assert (most, sorted(answers)) == (2, [200] * 63 + [503] * 38)

    _apart(all_of_it())


def test_who_listens_slowly_or_goes_away_holds_no_place() -> None:
    """Two hundred readers that take no answer, and as many that hang up: one more is worked for at once."""

    async def all_of_it() -> None:
        async def app(scope: Any, receive: Any, send: Any) -> None:
            if scope["path"].endswith("broken"):
                raise RuntimeError
            await send({"type": "http.response.start", "status": 200, "headers": []})

        async def never(_: Any) -> None:
            await asyncio.Event().wait()

        lanes = Lanes(app)
        slow = []
        for i in range(200):
            slow.append(asyncio.create_task(lanes(_asked("/api/draft"), _nothing, never)))
            await asyncio.sleep(0)
            if i % 2:
                slow[-1].cancel()
                await asyncio.sleep(0)
            with suppress(RuntimeError):
                await lanes(_asked("/api/draft/broken"), _nothing, never)
        got: list[int] = []

        async def send(message: Any) -> None:
            got.append(message["status"])

        await asyncio.wait_for(lanes(_asked("/api/draft"), _nothing, send), 10)
        assert got == [200]
        for task in slow:
            task.cancel()

    _apart(all_of_it())


def test_what_nobody_waits_for_is_given_up() -> None:
    """Tiles whose asker has gone are not begun; those that were begun end at the next pause."""

    async def all_of_it() -> None:
        begun: list[str] = []
        gone = asyncio.Event()

        async def app(scope: Any, receive: Any, send: Any) -> None:
            begun.append(scope["path"])
            assert (await receive())["type"] == "http.request"
            breathe()
            gone.set()
            await asyncio.sleep(0.01)
            with pytest.raises(Superseded):
                breathe()

        def hanging_up() -> Callable[[], Coroutine[Any, Any, dict[str, Any]]]:
            asked = False

            async def receive() -> dict[str, Any]:
                nonlocal asked
                if not asked:
                    asked = True
                    return await _nothing()
                await gone.wait()
                return {"type": "http.disconnect"}

            return receive

        lanes = Lanes(app)
        await lanes(_asked("/api/tiles"), hanging_up(), lambda _: asyncio.sleep(0))
        await lanes(_asked("/api/checks"), hanging_up(), lambda _: asyncio.sleep(0))
        assert begun == ["/api/tiles"]

    _apart(all_of_it())


@pytest.mark.parametrize("rests", ["/api/tiles", "/api/draft?early=true"])
def test_a_key_goes_first(rests: str) -> None:
    """What is asked at rest, or before its key, waits at its next pause for a key that came meanwhile."""

    async def all_of_it() -> None:
        told: list[str] = []
        drafting, drafted = asyncio.Event(), asyncio.Event()

        async def app(scope: Any, receive: Any, send: Any) -> None:
            if scope["path"] == "/api/draft" and not scope["query_string"]:
                drafting.set()
                await drafted.wait()
                told.append("draft")
            else:
                await drafting.wait()
                await asyncio.to_thread(breathe)
                told.append("tiles")

        async def waiting() -> dict[str, Any]:
            await asyncio.Event().wait()
            return {}

        lanes = Lanes(app)
        tiles = asyncio.create_task(lanes(_asked(rests), waiting, lambda _: asyncio.sleep(0)))
        draft = asyncio.create_task(lanes(_asked("/api/draft"), _nothing, lambda _: asyncio.sleep(0)))
        await asyncio.sleep(0.05)
        assert told == []
        drafted.set()
        await asyncio.gather(tiles, draft)
        assert told == ["draft", "tiles"]

    _apart(all_of_it())
