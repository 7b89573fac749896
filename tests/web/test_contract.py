"""The API against its own description: whatever is sent, the answer is one that is described."""

import tempfile
from pathlib import Path
from typing import Any

import pytest
import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error

from ambitus.web.app import make_app
from conftest import examples

_FOLDER = Path(tempfile.mkdtemp(prefix="ambitus-contract-"))
_app = make_app(_FOLDER / "any.sqlite", _FOLDER)


async def own(scope: Any, receive: Any, send: Any) -> None:
    """The application, always asked by this machine's own name: the guard has tests of its own."""
    if "headers" in scope:
        headers = [(k, v) for k, v in scope["headers"] if k not in (b"host", b"origin")]
        scope = {**scope, "headers": [*headers, (b"host", b"127.0.0.1")]}
    await _app(scope, receive, send)


schema = schemathesis.openapi.from_asgi("/api/openapi.json", own)
#: what lays pieces on cloths takes plans within plans: too many odd values of each for all of them to be sent
SAME_BODY = "^/api/(cloth|cliffs|largest|straps|rolls|advice|family|buying|stash/cut|plans/{plan_id}/cloth)$"
plainly = schemathesis.openapi.from_asgi("/api/openapi.json", own)
plainly.config.phases.coverage.enabled = False


@pytest.mark.filterwarnings("ignore")
@plainly.include(path_regex=SAME_BODY).parametrize()
@settings(max_examples=examples(6), deadline=None, suppress_health_check=list(HealthCheck))
def test_no_request_for_cloths_breaks_the_server(case: schemathesis.Case) -> None:
    """No described request of those ends in a server error either."""
    case.call_and_validate(base_url="http://127.0.0.1", checks=(not_a_server_error,))


@pytest.mark.filterwarnings("ignore")
@schema.exclude(path_regex=SAME_BODY).parametrize()
@settings(max_examples=examples(12), deadline=None, suppress_health_check=list(HealthCheck))
def test_no_request_breaks_the_server(case: schemathesis.Case) -> None:
    """No described request, sound or not, ends in a server error."""
    case.call_and_validate(base_url="http://127.0.0.1", checks=(not_a_server_error,))
