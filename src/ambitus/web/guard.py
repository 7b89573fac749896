"""Who may knock: loopback names only, no other site's page, nothing enormous."""

import json
from collections.abc import Awaitable, Callable, MutableMapping
from typing import Any
from urllib.parse import urlsplit

Scope = MutableMapping[str, Any]
Message = MutableMapping[str, Any]
Receive = Callable[[], Awaitable[Message]]
Send = Callable[[Message], Awaitable[None]]
App = Callable[[Scope, Receive, Send], Awaitable[None]]

#: A plan is a few kilobytes; anything over this is a mistake.
LARGEST_BODY = 1_000_000
_NAMES = {"127.0.0.1", "localhost", "[::1]"}


def _host_name(host: str) -> str:
    return host if host.endswith("]") else host.rsplit(":", 1)[0] if ":" in host else host


class Guard:
    """ASGI middleware that refuses foreign Host and Origin, and bodies over the limit."""

    def __init__(self, app: App) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        headers = {k.decode("latin-1"): v.decode("latin-1") for k, v in scope["headers"]}
        host, origin = headers.get("host", ""), headers.get("origin")
        if _host_name(host) not in _NAMES:
            await _refuse(
                send,
                403,
                "foreign-host",
                f"This address ({host[:60]}) is not this machine’s own.",
                "Open it as 127.0.0.1.",
            )
            return
        if origin is not None and urlsplit(origin).netloc != host:
            await _refuse(
                send, 403, "foreign-origin", "Another site’s page may not ask here.", "Open Ambitus itself."
            )
            return
        too_large = (
            "too-large",
            "What was sent is too large for a plan.",
            f"Send at most {LARGEST_BODY // 1000} kB.",
        )
        length = headers.get("content-length", "0")
        if length.isdigit() and int(length) > LARGEST_BODY:
            await _refuse(send, 413, *too_large)
            return
        read, refused = 0, False

        async def counted() -> Message:
            nonlocal read
            message = await receive()
            read += len(message.get("body", b""))
            # whatever comes after the limit is not read on: the application sees a body that ends
            return (
                {"type": "http.request", "body": b"", "more_body": False} if read > LARGEST_BODY else message
            )

        async def judged(message: Message) -> None:
            nonlocal refused
            if read <= LARGEST_BODY:
                await send(message)
            elif not refused:
                refused = True
                await _refuse(send, 413, *too_large)

        await self._app(scope, counted, judged)


async def _refuse(send: Send, status: int, code: str, why: str, fix: str) -> None:
    body = json.dumps(
        {
            "type": f"/problems/{code}",
            "title": why,
            "status": status,
            "detail": fix,
            "problems": [{"code": code, "field": "", "value": "", "why": why, "fix": fix}],
        }
    ).encode()
    headers = [
        (b"content-type", b"application/problem+json"),
        (b"content-length", str(len(body)).encode()),
        (b"connection", b"close"),
    ]
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": body})
