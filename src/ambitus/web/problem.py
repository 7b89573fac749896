"""Every error as a problem detail (RFC 9457) with the field, the value and the remedy."""

from collections.abc import Callable, Coroutine
from dataclasses import asdict
from typing import Any, get_type_hints

from fastapi import FastAPI, Request, Response
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from fastapi.routing import APIRoute
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from ambitus.core.pausing import Superseded
from ambitus.core.problems import Problem, SpecProblems, first_of, shortened
from ambitus.files.plain import plain_json, text_of
from ambitus.store import (
    CannotKeep,
    DatabaseGone,
    MakingNotFound,
    PhotoNotFound,
    PlanAway,
    PlanMoved,
    PlanNotFound,
    RevisionNotFound,
    ThingNotFound,
)


class OneProblem(BaseModel):
    """One thing wrong: the field's path, what was given, why, and what would be right."""

    code: str
    field: str
    value: str
    why: str
    fix: str


class ProblemDetail(BaseModel):
    """An error answer, ``application/problem+json``."""

    type: str
    title: str
    status: int
    detail: str
    problems: list[OneProblem]
    #: of a file: whether what is left of it opens once what is wrong is left out
    rest_opens: bool = False


#: how a request that is wrong is answered, for the published description
WRONG: dict[int | str, dict[str, Any]] = {400: {"model": ProblemDetail}, 422: {"model": ProblemDetail}}


def answer(status: int, *problems: Problem, **more: object) -> JSONResponse:
    """
    Return *problems* as one problem detail; the first gives it its type and title.

    The first fifty are told, and how many more there are.
    """
    told = [asdict(p) for p in first_of(problems)]
    body: dict[str, Any] = {
        "type": f"/problems/{told[0]['code']}",
        "title": told[0]["why"],
        "status": status,
        "detail": told[0]["fix"],
        "problems": told,
        **more,
    }
    return JSONResponse(body, status, media_type="application/problem+json")


def _from_validation(error: dict[str, Any]) -> Problem:
    place = [str(part) for part in error["loc"] if part not in ("body", "query", "path")]
    field, kind = ".".join(place), error["type"]
    called, value = shortened(field), "" if kind == "missing" else repr(error.get("input"))[:60]
    if kind == "extra_forbidden":
        return Problem("unknown-field", field, value, f"“{called}” is not a field here.", "Take it out.")
    if kind == "missing":
        return Problem("missing", field, value, f"“{called}” is missing.", "Give it.")
    said = error["msg"].removeprefix("Input ").removeprefix("Value error, ")
    return Problem("not-valid", field, value, f"“{called}” is {value}.", f"It {said}.")


class BadBody(HTTPException):
    """A body that cannot be read: FastAPI lets an HTTP error of its own kind through, and no other."""

    def __init__(self, problems: tuple[Problem, ...]) -> None:
        super().__init__(400)
        self.problems = problems


class PlainRequest(Request):
    """A request whose body is read as every file is: bounded, and with what is wrong told by its path."""

    async def json(self) -> Any:
        try:
            return plain_json(text_of(await self.body()))
        except SpecProblems as bad:
            raise BadBody(bad.problems) from bad


class PlainRoute(APIRoute):
    """
    A route that reads its body plainly. What it may answer is described once somebody asks for the API's
    description: working that out for every route is a third of what a server takes to load.
    """

    def __init__(self, path: str, endpoint: Callable[..., Any], **declared: Any) -> None:
        self._declared = declared
        answers = get_type_hints(endpoint).get("return")
        # an endpoint that writes its answer itself has it described by a model, and not written by it
        writes = isinstance(answers, type) and issubclass(answers, Response)
        kept = {**declared, "response_model": None} if writes else declared
        super().__init__(path, endpoint, **{**kept, "responses": None})

    def described(self) -> APIRoute:
        """Return the same route with the models of all its answers."""
        return APIRoute(self.path, self.endpoint, **self._declared)

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        handle = super().get_route_handler()

        async def plainly(request: Request) -> Response:
            return await handle(PlainRequest(request.scope, request.receive))

        return plainly


def install(app: FastAPI) -> None:
    """Teach *app* to answer every error as a problem detail."""

    @app.exception_handler(BadBody)
    async def _body(_: Request, error: BadBody) -> JSONResponse:
        return answer(400 if error.problems[0].code == "not-json" else 422, *error.problems)

    @app.exception_handler(SpecProblems)
    async def _spec(_: Request, error: SpecProblems) -> JSONResponse:
        return answer(422, *error.problems)

    @app.exception_handler(RequestValidationError)
    async def _validation(_: Request, error: RequestValidationError) -> JSONResponse:
        problems = [_from_validation(dict(e)) for e in error.errors()]
        return answer(422, *problems)

    @app.exception_handler(Superseded)
    async def _superseded(_: Request, __: Superseded) -> JSONResponse:
        return answer(503, Problem("superseded", "", "", "Nobody waits for this any more.", "Ask again."))

    _install_kept(app)

    @app.exception_handler(HTTPException)
    async def _http(_: Request, error: HTTPException) -> JSONResponse:
        known = error.status_code in (404, 405)
        fix = "What can be asked stands in /api/openapi.json." if known else "Try again."
        return answer(error.status_code, Problem(f"http-{error.status_code}", "", "", str(error.detail), fix))


def _install_kept(app: FastAPI) -> None:
    """Teach *app* to say what is wrong with a plan that is asked for, or with where plans are kept."""

    @app.exception_handler(ThingNotFound)
    async def _no_thing(_: Request, error: ThingNotFound) -> JSONResponse:
        why = "Nothing in the stash is called so."
        return answer(404, Problem("no-thing", "thing", str(error)[:60], why, "Open the stash anew."))

    @app.exception_handler(MakingNotFound)
    async def _no_making(_: Request, error: MakingNotFound) -> JSONResponse:
        why = "There is no such making."
        return answer(404, Problem("no-making", "making", str(error)[:60], why, "Open the log."))

    @app.exception_handler(PhotoNotFound)
    async def _no_photo(_: Request, error: PhotoNotFound) -> JSONResponse:
        why = "There is no such photograph."
        return answer(404, Problem("no-photo", "photo", str(error)[:60], why, "Open the log."))

    @app.exception_handler(PlanNotFound)
    async def _no_plan(_: Request, error: PlanNotFound) -> JSONResponse:
        return answer(
            404,
            Problem("no-plan", "plan", str(error)[:60], "There is no such plan.", "Go back to the shelf."),
        )

    @app.exception_handler(RevisionNotFound)
    async def _no_revision(_: Request, error: RevisionNotFound) -> JSONResponse:
        return answer(
            404,
            Problem(
                "no-revision",
                "revision",
                str(error),
                "The plan has no such revision.",
                "Choose one from its list.",
            ),
        )

    @app.exception_handler(PlanAway)
    async def _away(_: Request, error: PlanAway) -> JSONResponse:
        return answer(
            409,
            Problem(
                "plan-away",
                "plan",
                str(error)[:60],
                f"“{error}” has been put away.",
                "Take it back from the shelf to go on; nothing of it is lost.",
            ),
        )

    @app.exception_handler(PlanMoved)
    async def _moved(_: Request, error: PlanMoved) -> JSONResponse:
        return answer(
            409,
            Problem(
                "plan-moved",
                "base_revision",
                str(error.head),
                "The plan has been changed elsewhere since.",
                "Open the newer revision, or keep yours as a copy.",
            ),
            head=error.head,
        )

    @app.exception_handler(DatabaseGone)
    async def _gone(_: Request, error: DatabaseGone) -> JSONResponse:
        return answer(503, Problem("database-gone", "", str(error.path)[-60:], error.why, error.fix))

    @app.exception_handler(CannotKeep)
    async def _cannot(_: Request, error: CannotKeep) -> JSONResponse:
        return answer(507, Problem("cannot-keep", "", "", error.why, error.fix))
