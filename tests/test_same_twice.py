"""``make test`` gives the same answer twice: its examples depend on nothing but the tests."""

import importlib.util
import random
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from conftest import PROFILE


def _drawn() -> list[tuple[float, int, str]]:
    found: list[tuple[float, int, str]] = []

    @settings(max_examples=60, derandomize=True, database=None)
    @given(st.floats(0, 1000), st.integers(0, 10_000), st.text())
    def draw(real: float, whole: int, text: str) -> None:
        found.append((real, whole, text))

    draw()
    return found


@pytest.mark.skipif(PROFILE == "hunt", reason="a hunt looks for what is new")
def test_examples_do_not_follow_what_happens_to_be_loaded(tmp_path: Path) -> None:
    """A module that another test has loaded changes no example."""
    before = _drawn()
    module = tmp_path / "loaded_by_chance.py"
    numbers = [random.Random(1).uniform(0, 1000) for _ in range(50)]
    module.write_text(f"NUMBERS = {numbers}\nWORDS = {[str(n) for n in numbers]}\n")
    spec = importlib.util.spec_from_file_location("loaded_by_chance", module)
    assert spec is not None
    assert spec.loader is not None
    spec.loader.exec_module(importlib.util.module_from_spec(spec))
    assert _drawn() == before
