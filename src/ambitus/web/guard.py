"""Who may knock: loopback names only, no other site's page, nothing enormous. And what nobody foresaw."""

import logging
from urllib.parse import urlsplit
from uuid import uuid4

from ambitus.core.problems import Problem
from ambitus.web.asgi import App, Message, Receive, Scope, Send
from ambitus.web.problem import answer

#: A plan is a few kilobytes, a drawing some hundred; anything over this is a mistake.
LARGEST_BODY = 1_000_000
#: what a photograph of a making may be, and what is sent with it
LARGEST_PHOTO = 15_100_000
_NAMES = {"127.0.0.1", "localhost", "[::1]"}
_HEADERS = {
    "content-security-policy": (
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; "
        "base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    ),
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-resource-policy": "same-origin",
}
_RAW = [(k.encode(), v.encode()) for k, v in _HEADERS.items()]
_log = logging.getLogger("ambitus")


def _host_name(host: str) -> str:
    return host if host.endswith("]") else host.rsplit(":", 1)[0] if ":" in host else host


def _same_site(origin: str, host: str) -> bool:
    try:
        return urlsplit(origin).netloc == host
    except ValueError:
        return False


def _foreign(headers: dict[str, str]) -> Problem | None:
    """Return why a request is not answered, if it is not this machine's own."""
    host, origin = headers.get("host", ""), headers.get("origin")
    if _host_name(host) not in _NAMES:
        why = f"This address ({host[:60]}) is not this machine’s own."
        return Problem("foreign-host", "", host[:60], why, "Open it as 127.0.0.1.")
    # a link from elsewhere may open a page; it may not ask the API, nor be asked from a foreign page
    elsewhere = headers.get("sec-fetch-site") in ("cross-site", "same-site")
    opening = headers.get("sec-fetch-mode") == "navigate" and headers.get("sec-fetch-dest") == "document"
    if (origin is not None and not _same_site(origin, host)) or (elsewhere and not opening):
        why = "Another site’s page may not ask here."
        return Problem("foreign-origin", "", (origin or "")[:60], why, "Open Ambitus itself.")
    return None


_TOO_LARGE = Problem(
    "too-large",
    "",
    "",
    "What was sent is too large for a plan.",
    f"Send at most {LARGEST_BODY // 1000} kB.",
)


def _largest(path: str) -> int:
    """Return how many bytes may be sent to *path*."""
    return LARGEST_PHOTO if path.startswith("/api/makings/") and path.endswith("/photos") else LARGEST_BODY


async def _whole_body(headers: dict[str, str], receive: Receive, largest: int) -> bytes | None:
    """Return the body of a request, or None where it is too large: the rest of it is not read."""
    length = headers.get("content-length", "0")
    if length.isdecimal() and (len(length) > 12 or int(length) > largest):
        return None
    parts, read, more = [], 0, True
    while more:
        message = await receive()
        parts.append(message.get("body", b""))
        read += len(parts[-1])
        more = message.get("more_body", False)
        if read > largest:
            return None
    return b"".join(parts)


class Guard:
    """
    ASGI middleware: refuses foreign Host and Origin and bodies over the limit, reads a body whole before
    anything is worked out, and answers what nobody foresaw with a number that stands in the log.
    """

    def __init__(self, app: App) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        headers = {k.decode("latin-1"): v.decode("latin-1") for k, v in scope["headers"]}
        begun = False

        async def guarded(message: Message) -> None:
            nonlocal begun
            if message["type"] == "http.response.start":
                begun = True
                message = {**message, "headers": [*message.get("headers", ()), *_RAW]}
            await send(message)

        async def refuse(status: int, problem: Problem) -> None:
            refusal = answer(status, problem)
            refusal.headers["connection"] = "close"
            await refusal(scope, receive, guarded)

        foreign = _foreign(headers)
        if foreign is not None:
            await refuse(403, foreign)
            return
        body = await _whole_body(headers, receive, _largest(scope["path"]))
        if body is None:
            await refuse(413, _TOO_LARGE)
            return
        given = False

        async def whole() -> Message:
            nonlocal given
            if given:
                return await receive()
            given = True
            return {"type": "http.request", "body": body, "more_body": False}

        try:
            await self._app(scope, whole, guarded)
        except Exception:
            number = uuid4().hex[:8]
            _log.exception("Failure %s: %s %s", number, scope["method"], scope["path"][:200])
            if begun:
                raise
            why = f"Ambitus failed at this request (failure {number}); nothing that was kept is lost."
            fix = "Try again. If it happens again, what Ambitus printed under this number says more."
            await answer(500, Problem("failed", "", number, why, fix))(scope, whole, guarded)
