"""Write the pages and drawings that come from the code, so that the two cannot differ."""

import sys

from ready import ROOT

from ambitus.core.checks.run import every_rule
from ambitus.core.draft import Draft, draft
from ambitus.core.drawing.picture import piece_svg, section_svg, standing_svg, work_svg
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.shown.page import grammar_page
from ambitus.core.shown.work import work_shown
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve
from ambitus.library import shipped

_WORDS = {
    "stop": "**Stop**: cannot be cut, sewn, turned or used safely.",
    "warn": "**Look again**: comes out other than asked, or fails in use.",
    "note": "**Worth knowing**.",
}


def _cell(text: str) -> str:
    # metric | inch pairs are not columns
    return text.replace("|", "\\|")


def checks_page() -> str:
    """Return docs/checks.md as it should be today."""
    out = [
        "# Checks",
        "",
        "What Ambitus says before the scissors do. This page is written from the code (`tools/docs.py`).",
        "A stop never blanks the bag: it is drafted and drawn, and the sheet prints with the stop on it.",
        "Any of them can be silenced on a plan, with a reason that is kept and printed.",
        "",
        "A level is what happens where nothing is done about it: a stop cannot be made or used safely, a",
        "warning comes out other than asked or fails in use, a note is worth knowing. Every finding carries",
        "its numbers by name, and its remedies as edits of the spec: each is carried out before it is",
        "offered, and is left out where it does not silence the finding or raises another stop.",
    ]
    for level, words in _WORDS.items():
        out += [
            "",
            f"## {words}",
            "",
            "| check | fires when | why | if nothing is done |",
            "|---|---|---|---|",
        ]
        mine = (r for r in every_rule(GRAMMAR) if r.level == level)
        rows = (map(_cell, (f"`{r.id}` {r.title}", r.when, r.why, r.ignored)) for r in mine)
        out += [f"| {' | '.join(row)} |" for row in rows]
    return "\n".join(out) + "\n"


def _drafted(base: str, **more: object) -> Draft:
    every = {"width": 300, "height": 260, "depth": 100, "diameter": 180, "length": 260, "breadth": 130}
    fields = {p.path for p in GRAMMAR.slots["base"][base].params}
    size = {key: mm for key, mm in every.items() if f"size.{key}" in fields}
    spec: dict[str, object] = {"unit": "mm", "size": size, "base": {"kind": base}, **more}
    if base.startswith("box_pouch"):
        box = {"length": 240, "breadth": 90, "height": 70}
        spec |= {"preset": "pouch", "carry": [], "size": box}
    return draft(resolve(Spec.model_validate(spec), GRAMMAR, shipped()))


def drawings() -> dict[str, str]:
    """Return every drawing by its file name: sections of variants, and the bases flat and standing."""
    out = {}
    for slot, variants in GRAMMAR.slots.items():
        for kind, variant in variants.items():
            if variant.section:
                out[f"{slot}-{kind}.svg"] = section_svg(variant.section, variant.label)
    for kind, base in GRAMMAR.slots["base"].items():
        made = _drafted(kind)
        # a base that is a piece of its own is what is worth seeing of it
        shown = next((p for p in made.pieces if p.part == "base"), made.piece("outer"))
        out[f"base-{kind}.svg"] = piece_svg(shown, f"{base.label}: the outer, cut")
        out[f"standing-{kind}.svg"] = standing_svg(made, f"{base.label}: standing")
    zipped = _drafted("boxed", top={"kind": "zip"}, carry=[])
    out["standing-boxed-zip.svg"] = standing_svg(zipped, "A boxed bottom under a zip: standing")
    unequal = {"side": 12, "base": 9, "corner": 7}
    boxed = _drafted("boxed", allowances=unequal)
    out["unequal.svg"] = piece_svg(boxed.piece("outer"), "Unequal allowances: a cut-out that is not square")
    folded = {"kind": "boxed", "cut_as": "folded"}
    spec = {"unit": "mm", "size": {"width": 300, "height": 260, "depth": 100}, "base": folded}
    made = draft(resolve(Spec.model_validate(spec), GRAMMAR, shipped()))
    out["boxed-folded.svg"] = piece_svg(made.piece("outer"), "Boxed, cut as one folded piece")
    return out


#: bags whose work is told in docs/order-of-work.md, and what each shows
_WORK = {
    "tote": ("A lined tote, boxed", "boxed", {}),
    "hemmed": (
        "An unlined tote in French seams",
        "seamed",
        {"top": {"kind": "double_hem"}, "seams": {"kind": "french"}},
    ),
    "sack": (
        "A sack on a round base",
        "circle",
        {"preset": "sack", "top": {"kind": "casing"}, "carry": []},
    ),
    "pouch": ("A lined zipper pouch", "seamed", {"preset": "pouch", "top": {"kind": "zip"}, "carry": []}),
}


def order_page() -> tuple[str, dict[str, str]]:
    """Return docs/order-of-work.md, and the pictures in it by their file name."""
    out = [
        "# The work, in order",
        "",
        "Written from the core by `make types`; the simulator carried each list out (docs/rules.md, *Order "
        "of work*). Times are a first guess. In the pictures the right side of the cloth is coloured, the "
        "wrong side pale; what is sewn now is red, what was sewn is dashed, what stays open is dotted.",
    ]
    pictures = {}
    for key, (title, base, more) in _WORK.items():
        shown = work_shown(_drafted(base, **more), View("mm", "mm"))
        out += ["", f"## {title}", "", f"{len(shown.steps)} steps, about {shown.takes}.", ""]
        out += ["| | step | about |", "|---|---|---|"]
        for step in shown.steps:
            seen = ""
            if step.picture is not None and step.needle:
                name = f"work-{key}-{step.number:02}.svg"
                pictures[name] = work_svg(step.picture, step.title)
                seen = f"![](drawings/{name})"
            told = f"**{step.number}. {step.title}.** {_cell(step.say)}"
            out.append(f"| {seen} | {told} | {step.takes} |")
    return "\n".join(out) + "\n", pictures


def pages() -> dict[str, str]:
    """Return every page and drawing that is written from the code, by its path under docs."""
    order, work = order_page()
    return {
        "checks.md": checks_page(),
        "order-of-work.md": order,
        **{f"drawings/{name}": text for name, text in work.items()},
        "grammar.md": grammar_page(GRAMMAR),
        **{f"drawings/{name}": text for name, text in drawings().items()},
    }


if __name__ == "__main__":
    docs, stale = ROOT / "docs", []
    for name, text in pages().items():
        page = docs / name
        if "--write" in sys.argv:
            page.parent.mkdir(exist_ok=True)
            page.write_text(text)
        if not page.exists() or page.read_text() != text:
            stale.append(name)
    stale += [
        f"drawings/{p.name} (no longer made)"
        for p in (docs / "drawings").glob("*.svg")
        if f"drawings/{p.name}" not in pages()
    ]
    raise SystemExit(f"Stale: {', '.join(stale)}. Run `make types`." if stale else 0)
