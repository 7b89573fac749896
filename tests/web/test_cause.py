"""What an edit did is said by the core, from where to where."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

SPEC: dict[str, Any] = {"unit": "mm", "size": {"width": 340}}


@pytest.mark.parametrize(
    ("edit", "was", "said"),
    [
        ({"kind": "typed", "path": "size.width", "text": "360"}, "340", "Width 340 → 360"),
        ({"kind": "stepped", "path": "size.width", "steps": 2}, "340", "Width 340 → 342"),
        ({"kind": "picked", "path": "base.kind", "value": "boxed_after"}, "", "base: boxed after"),
        ({"kind": "picked", "path": "seams.side", "value": "french"}, "", "side seam: french"),
        ({"kind": "picked", "path": "seams.side", "value": None}, "", "side seam: as the others"),
        ({"kind": "picked", "path": "seams.kind", "value": "french"}, "", "seams: french"),
        (
            {"kind": "silenced", "check": "gap-too-small", "reason": "Small hands."},
            "",
            "Silenced: The turning gap is tight",
        ),
        (
            {"kind": "silenced", "check": "gap-too-small", "reason": ""},
            "",
            "Heard again: The turning gap is tight",
        ),
    ],
)
def test_an_edit_says_what_it_did(client: TestClient, edit: dict[str, Any], was: str, said: str) -> None:
    """The field's own label and number, or the choice; a silenced check by its title."""
    got = client.post("/api/draft", json={"spec": SPEC, "edits": [edit], "unit": "mm", "was": was}).json()
    assert got["cause"].startswith(said)
