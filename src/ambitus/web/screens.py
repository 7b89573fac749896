"""The built screens: files whose names change with what is in them, and the page that names them."""

import mimetypes
import os
from pathlib import Path

from fastapi import FastAPI, Response
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles
from starlette.datastructures import Headers

from ambitus.core.problems import Problem
from ambitus.web.asgi import Scope
from ambitus.web.problem import answer

#: how a packed file ends, and what its packing is called, the smallest first
_PACKED = ((".br", "br"), (".gz", "gzip"))
#: a name is never used again for something else
_KEPT = "public, max-age=31536000, immutable"


class Assets(StaticFiles):
    """Built files: kept by the browser for good, and sent packed where it takes them so."""

    def file_response(
        self,
        full_path: str | os.PathLike[str],
        stat_result: os.stat_result,
        scope: Scope,
        status_code: int = 200,
    ) -> Response:
        """Return the file, or the packed one beside it."""
        taken = {
            part.partition(";")[0].strip()
            for part in Headers(scope=scope).get("accept-encoding", "").split(",")
        }
        for ending, coding in _PACKED:
            packed = f"{full_path}{ending}"
            if coding in taken and os.path.isfile(packed):
                made = super().file_response(packed, os.stat(packed), scope, status_code)
                made.headers["content-encoding"] = coding
                if made.status_code == 200:
                    made.headers["content-type"] = mimetypes.guess_type(full_path)[0] or "text/plain"
                break
        else:
            made = super().file_response(full_path, stat_result, scope, status_code)
        made.headers["cache-control"] = _KEPT
        made.headers["vary"] = "Accept-Encoding"
        return made


def serve_screens(app: FastAPI, dist: Path) -> None:
    """Answer every path of *app* that is not the API's with the screens built in *dist*."""

    @app.get("/api/{rest:path}", include_in_schema=False)
    async def no_such_thing(rest: str) -> Response:
        return answer(
            404,
            Problem(
                "no-such-thing",
                "path",
                rest[:60],
                "There is nothing here.",
                "What can be asked stands in /api/openapi.json.",
            ),
        )

    if (dist / "assets").is_dir():
        app.mount("/assets", Assets(directory=dist / "assets"), name="assets")

    @app.get("/{rest:path}", include_in_schema=False)
    async def screen(rest: str) -> Response:
        try:
            direct = (dist / rest).resolve()
            if rest and direct.is_file() and direct.is_relative_to(dist.resolve()):
                return FileResponse(direct)
        except (OSError, ValueError):
            pass  # no file can have such a name, so it is no file: a name of the screens' own
        if (dist / "index.html").is_file():
            return FileResponse(dist / "index.html", headers={"Cache-Control": "no-cache"})
        return answer(503, Problem("not-built", "", "", "The screens are not built yet.", "Run `make demo`."))
