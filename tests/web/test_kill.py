"""Saved work survives SIGKILL."""

import json
import threading
import urllib.request
from collections.abc import Callable
from typing import Any

from bags import tote
from conftest import Server


def _send(address: str, method: str, path: str, body: Any = None) -> Any:
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(
        f"{address}/api{path}", data, {"content-type": "application/json"}, method=method
    )
    with urllib.request.urlopen(request, timeout=20) as answer:
        return json.load(answer)


def test_a_kill_in_a_stream_of_saves_loses_nothing_acknowledged(server_in: Callable[..., Server]) -> None:
    """Killed after the 5th, 12th and 25th answer, while the next save is on its way."""
    server = server_in("serve")
    plan = _send(server.address, "POST", "/plans", {"name": "Kill", "spec": tote()})["plan"]["id"]
    acknowledged = 1
    for stop_after in (5, 7, 13):
        answered = threading.Event()

        def stream(until: int = acknowledged + stop_after, done: threading.Event = answered) -> None:
            nonlocal acknowledged
            while True:
                body = {"spec": tote(width=300 + acknowledged), "base_revision": acknowledged}
                try:
                    body["edit_id"] = f"edit {acknowledged}"
                    acknowledged = _send(server.address, "PUT", f"/plans/{plan}/spec", body)["head"]
                except (OSError, ValueError):
                    done.set()
                    return
                if acknowledged >= until:
                    done.set()

        sender = threading.Thread(target=stream)
        sender.start()
        assert answered.wait(60)
        server.kill()
        sender.join(30)
        server.start()
        opened = _send(server.address, "GET", f"/plans/{plan}")
        assert opened["plan"]["head"] >= acknowledged
        numbers = [r["number"] for r in _send(server.address, "GET", f"/plans/{plan}/revisions")]
        assert numbers == list(range(opened["plan"]["head"], 0, -1))
        acknowledged = opened["plan"]["head"]
        assert opened["spec"]["size"]["width"] == 300 + acknowledged - 1
    assert acknowledged >= 26


def test_starting_the_demo_again_changes_nothing(server_in: Callable[..., Server]) -> None:
    """Three totes in three units; renamed and put away ones stay so."""
    server = server_in("demo")
    first = _send(server.address, "GET", "/plans")["plans"]
    assert {p["summary"]["unit"] for p in first} == {"mm", "cm", "in"}
    _send(server.address, "PUT", f"/plans/{first[0]['id']}/name", {"name": "Mine now"})
    _send(server.address, "POST", f"/plans/{first[1]['id']}/put-away")
    before = _send(server.address, "GET", "/plans")
    server.kill()
    server.start()
    assert _send(server.address, "GET", "/plans") == before
