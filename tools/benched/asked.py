"""What the server takes for an answer, against what it takes to send as much."""

import http.client
import json
import statistics
from time import perf_counter
from typing import Any

from benched.bags import BAGS
from benched.core import sizes
from benched.server import Served
from benched.table import Row, Table

ROUNDS = 40


class Asker:
    """One connection to the server."""

    def __init__(self, served: Served) -> None:
        self._to = http.client.HTTPConnection(served.address.removeprefix("http://"))

    def ask(self, method: str, path: str, body: dict[str, Any] | None = None) -> float:
        """Return how long an answer takes, in seconds."""
        begun = perf_counter()
        sent = None if body is None else json.dumps(body)
        self._to.request(method, path, sent, {"content-type": "application/json"} if sent else {})
        answer = self._to.getresponse()
        answer.read()
        if answer.status != 200:
            raise SystemExit(f"{path} answered {answer.status}")
        return perf_counter() - begun


def drafts(served: Served, table: Table) -> None:
    """Drafts against answers of the same size that are only built and sent, turn about."""
    asker = Asker(served)
    table.heading("A draft, every one another size, against a same-sized answer")
    for bag in BAGS:
        took: tuple[list[float], list[float]] = ([], [])
        for spec in sizes(bag, ROUNDS):
            body = {"spec": spec, "opened": "", "remedies": False}
            took[0].append(asker.ask("POST", "/api/draft", body))
            took[1].append(asker.ask("POST", f"/api/bench/same-size/{BAGS.index(bag)}", body))
        drafted, same = (statistics.median(one[5:]) for one in took)
        table.add(Row(bag.name, drafted / same, 2.0 if bag is BAGS[0] else 3.0))
