"""The comparison with an older version: it finds what differs, and takes no number for a reason."""

import doctest
import json
import sys
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "tools"))
import same


def test_what_it_says_of_itself_holds() -> None:
    """Its own examples: leaves that differ, and reasons that cover no number."""
    assert doctest.testmod(same).failed == 0


def test_every_reason_is_whole() -> None:
    """Each names what it is about and says why."""
    for reason in json.loads(same.REASONS.read_text(encoding="utf-8")):
        assert set(reason) == {"asked", "where", "was", "now", "reason"}
        assert reason["reason"].endswith(".")


def test_a_bag_answers_all_that_a_maker_sees(client: TestClient) -> None:
    """Nothing is refused, and another size is told otherwise by every answer but how it closes."""

    def told(width: float) -> dict[str, Any]:
        return dict(same.answers(client, 0, {"unit": "mm", "size": {"width": width}}))

    one, other = told(300), told(310)
    assert set(one) == set(other)
    alike = {asked for asked, answer in one.items() if answer == other[asked]}
    assert alike == {"closing", "templates.pdf"}
    texts = json.dumps([answer for asked, answer in one.items() if asked != "templates.pdf"])
    assert "/problems/" not in texts
