"""The grammar as a page to read: every variant with its words and its fields."""

from collections.abc import Iterator

from ambitus.core.grammar.asked import Param
from ambitus.core.grammar.contract import Attach, Variant
from ambitus.core.grammar.grammar import LISTS, Grammar, home_of
from ambitus.core.lengths import Pair, View

_TITLES = {
    "cloth": "Cloth",
    "base": "Base",
    "top": "Top and lining",
    "interfacing": "Interfacing",
    "make": "How a strap is made",
    "attach": "How a strap is attached",
    "extra": "What is put on or in",
    "seams": "Seams",
}


def _default(param: Param) -> str:
    if isinstance(param.default, Pair):
        return f"{View('mm', 'mm').with_unit(param.default.mm('mm'))}, {_inch(param.default.mm('in'))}"
    if callable(param.default):
        return "worked out"
    if param.default is None:
        return "the general allowance"
    if param.kind == "outline":
        return param.why.partition(",")[0].lower()
    return f"`{param.default}`"


def _inch(mm: float) -> str:
    return View("in", "in").with_unit(mm)


def _range(param: Param) -> str:
    if param.kind == "choice":
        return ", ".join(f"`{o.key}`" for o in param.options)
    if param.kind == "outline":
        return "points `x,y x,y …` in mm"
    return f"{param.low:g} to {param.high:g} mm"


def _pictures(slot: str, variant: Variant, drawings: str) -> list[str]:
    """Return the pictures of a variant: a base standing and flat, anything else cut through."""
    if slot == "base":
        standing = f"![{variant.label}, standing]({drawings}/standing-{variant.kind}.svg)"
        return [f"{standing} ![{variant.label}, the outer]({drawings}/base-{variant.kind}.svg)", ""]
    if not variant.section:
        return []
    return [f"![{variant.label}, cut through]({drawings}/{slot}-{variant.kind}.svg)", ""]


def _variant(slot: str, variant: Variant, pictures: list[str]) -> Iterator[str]:
    yield f"### `{variant.kind}` {variant.label}"
    yield ""
    if variant.help:
        yield variant.help
        yield ""
    yield from pictures
    if isinstance(variant, Attach) and variant.tops:
        yield f"Goes with: {', '.join(f'`{t}`' for t in variant.tops)}."
        yield ""
    home = home_of(slot)
    prefix = f"{home}.0" if home in LISTS else home
    rows = [(p.path.in_(prefix), p) for p in variant.params]
    if rows:
        yield "| field | | default | may be |"
        yield "|---|---|---|---|"
        for path, param in rows:
            shown = path.replace(f"{home}.0", f"{home}[i]")
            yield f"| `{shown}` | {param.label} | {_default(param)} | {_range(param)} |"
        yield ""
    classes = getattr(variant, "classes", {})
    if classes:
        named = ", ".join(f"`allowances.{key}` ({name.lower()})" for key, name in classes.items())
        yield f"Allowances: {named}."
        yield ""


def grammar_page(grammar: Grammar, drawings: str = "drawings") -> str:
    """Return a page on every variant of *grammar*; pictures are looked for in *drawings*."""
    out = [
        "# The bag grammar",
        "",
        "A spec fills slots; each slot has a few variants, and each variant its fields. Whatever is left out "
        "takes its default. This page is written from the code.",
        "",
    ]
    for slot, variants in grammar.slots.items():
        root = home_of(slot)
        kind = next((leaf for leaf, of in LISTS.get(root, {}).items() if of == slot), "kind")
        home = f"{root}[i]" if root in LISTS else root
        out += [f"## {_TITLES[slot]}", "", f"Chosen by `{home}.{kind}`.", ""]
        for variant in variants.values():
            out += _variant(slot, variant, _pictures(slot, variant, drawings))
    return "\n".join(out).rstrip() + "\n"
