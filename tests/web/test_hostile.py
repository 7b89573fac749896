"""Whatever is sent: an answer below 500, soon, that says what is wrong; and the next request works."""

import os
import random
import resource
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from ambitus.web.app import make_app
from bags import tote
from conftest import PROFILE
from web.hostile import Asked, hostile

#: the same requests every time; `make hunt` sends a hundred thousand others
HUNT = PROFILE == "hunt"
SENT = int(os.environ.get("HOSTILE", "100000")) if HUNT else 480
BATCHES = 4
#: CPU seconds that one answer may take, on whatever machine this is: nothing here comes near it
LONGEST = 2.0


@pytest.fixture(scope="module")
def client(tmp_path_factory: pytest.TempPathFactory) -> Iterator[TestClient]:
    """One application for all of it: what one request breaks the next one meets."""
    folder = tmp_path_factory.mktemp("hostile")
    (folder / "index.html").write_text("<title>Ambitus</title>")
    app = make_app(folder / "plans.sqlite", folder)
    with TestClient(app, base_url="http://127.0.0.1:8340", raise_server_exceptions=False) as asked:
        yield asked
    app.state.reader.close()
    app.state.database.close()


def _send(client: TestClient, asked: Asked) -> Any:
    headers = {"content-type": asked.kind} if asked.body is not None else {}
    return client.request(asked.method, asked.path, content=asked.body, headers=headers)


def _judge(got: Any, asked: Asked, spent: float) -> None:
    told = f"{asked}\n{got.text[:500]}"
    assert got.status_code < 500, told
    assert spent < LONGEST, told
    if got.status_code >= 400:
        assert got.headers["content-type"] == "application/problem+json", told
        assert len(got.content) < 100_000, told
        problems = got.json()["problems"]
        assert problems, told
        assert len(problems) <= 51, told
        assert all(p["why"] and p["fix"] for p in problems), told


def _memory() -> int:
    """Return how many kB this process holds now."""
    line = next(t for t in Path("/proc/self/status").read_text().splitlines() if t.startswith("VmRSS"))
    return int(line.split()[1])


@pytest.mark.parametrize("batch", range(BATCHES))
def test_whatever_is_sent_is_answered(client: TestClient, batch: int) -> None:
    """Below 500, in little time, with the problem told; an honest request in between works as ever."""
    seed = random.SystemRandom().randrange(2**32) if HUNT else batch
    maker = random.Random(seed)
    began = client.post("/api/plans", json={"name": "Honest", "spec": tote()}).json()["plan"]["id"]
    held = 0
    for i in range(SENT // BATCHES):
        asked = hostile(maker, began)
        before = time.process_time()
        got = _send(client, asked)
        spent = time.process_time() - before
        try:
            _judge(got, asked, spent)
        except AssertionError as bad:
            raise AssertionError(f"seed {seed}, request {i}: {bad}") from bad
        if i % 50 == 0:
            honest = client.post("/api/draft", json={"spec": tote(), "remedies": False})
            assert honest.status_code == 200, f"seed {seed}, after request {i}"
        if i == SENT // BATCHES // 2:
            held = _memory()
    # caches are full halfway: from there on nothing grows to speak of
    assert _memory() - held < 60_000, f"seed {seed}: from {held} to {_memory()} kB"
    assert client.get("/api/plans").status_code == 200
    assert resource.getrusage(resource.RUSAGE_SELF).ru_maxrss < 2_000_000
