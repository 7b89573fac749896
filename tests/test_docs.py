"""Pages link to what is there, and every rule's drawing is one that the core made."""

import re
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parent.parent
PAGES = [ROOT / "README.md", *sorted((ROOT / "docs").glob("*.md"))]


@pytest.mark.parametrize("page", PAGES, ids=lambda p: p.stem)
def test_every_link_of_a_page_leads_somewhere(page: Path) -> None:
    """Pictures and pages alike."""
    links = re.findall(r"\]\(([^)#]+)", page.read_text("utf-8"))
    local = [link for link in links if not link.startswith(("http", "mailto"))]
    assert [link for link in local if not (page.parent / link).exists()] == []


def test_every_drawing_is_shown_on_a_page() -> None:
    """Nothing is drawn for nobody."""
    text = "".join(page.read_text("utf-8") for page in PAGES)
    assert [
        p.name for p in (ROOT / "docs" / "drawings").glob("*.svg") if f"drawings/{p.name}" not in text
    ] == []
