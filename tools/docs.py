"""Write docs/checks.md from the rules in the code, so that the two cannot differ."""

import sys

from ready import ROOT

from ambitus.core.checks.mechanism import all_rules

_WORDS = {
    "stop": "**Stop**: cannot be cut, sewn, turned or used safely.",
    "warn": "**Look again**: comes out other than asked, or fails in use.",
    "note": "**Worth knowing**.",
}


def checks_page() -> str:
    """Return docs/checks.md as it should be today."""
    out = [
        "# Checks",
        "",
        "What Ambitus says before the scissors do. This page is written from the code (`tools/docs.py`).",
        "A stop never blanks the bag: it is drafted and drawn, and the sheet prints with the stop on it.",
    ]
    for level, words in _WORDS.items():
        out += ["", f"## {words}", "", "| check | fires when | why |", "|---|---|---|"]
        out += [f"| `{r.id}` {r.title} | {r.when} | {r.why} |" for r in all_rules() if r.level == level]
    return "\n".join(out) + "\n"


if __name__ == "__main__":
    page, text = ROOT / "docs" / "checks.md", checks_page()
    if "--write" in sys.argv:
        page.write_text(text)
    raise SystemExit(0 if page.read_text() == text else "docs/checks.md is stale. Run `make types`.")
