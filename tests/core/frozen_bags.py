"""
300 bags as makers choose them, kept in a file with what is found on each; and eleven told in full.

The bags were chosen once by a seeded maker: a preset, a size on the ruler, and up to three choices. They
stay as they are. What is found on them, and what is told, changes only for a reason: write it anew with
``python -m core.frozen_bags`` in tests/, and read the difference line by line.
"""

import json
import random
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft, draft
from ambitus.core.grammar.fitting import misfits, visible
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import View
from ambitus.core.shown.present import finding
from ambitus.core.shown.sheet import sheet
from ambitus.core.spec.edit import pick, put
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import resolve, with_straps
from ambitus.core.sums import ShownSum
from ambitus.library import shipped
from bags import mm_at

HERE = Path(__file__).resolve().parent / "frozen"
BAGS, TOLD = HERE / "bags.json", HERE / "told.txt"
COUNT, SEED = 300, 12
FACTS = shipped()
WAYS = [(f"{p.key} {w.key}", {"preset": p.key, **w.spec}) for p in FACTS.presets.values() for w in p.ways]
#: what makers change first, and how often they leave it as it is
CHOICES = {
    "cloth.outer": 0.4,
    "cloth.lining": 0.6,
    "seams.kind": 0.7,
    "interfacing.kind": 0.7,
    "interfacing.material": 0.7,
    "carry.0.make": 0.6,
    "carry.0.attach": 0.7,
    "carry.0.held": 0.6,
    "top.ease": 0.8,
    "top.cord": 0.6,
    "top.cords": 0.7,
    "top.cord_fibre": 0.6,
    "top.hem_edge": 0.7,
    "top.zip": 0.6,
    "top.zip_used": 0.7,
    "cloth.bottom": 0.8,
    "cloth.print": 0.8,
    "base.cut_as": 0.7,
    "base.insert": 0.7,
    "base.panels": 0.7,
    "top.kind": 0.85,
}
_METRIC = {
    "allowances.general": (8, 12, 15),
    "carry.0.width": (20, 30, 40),
    "carry.0.drop": (80, 300, 600),
}
_INCHES = {
    "allowances.general": (3 / 8, 1 / 2, 5 / 8),
    "carry.0.width": (3 / 4, 1.5),
    "carry.0.drop": (4, 24),
}


def _drafted(spec: Spec) -> Draft:
    return draft(resolve(spec, GRAMMAR, FACTS))


def _choose(maker: random.Random, way: Spec, unit: str) -> Spec:
    """Return one bag: sizes scaled together and put on the ruler, and a few choices that go together."""
    spec = with_straps(pick(way, "unit", unit, GRAMMAR), GRAMMAR, FACTS)
    scale, line = maker.choice((0.5, 0.7, 0.85, 1, 1, 1.2, 1.5)), 6.35 if unit == "in" else 5
    bag = resolve(spec, GRAMMAR, FACTS)
    for path, param in bag.kinds.params:
        if path.startswith("size."):
            mm = mm_at(bag, path) * scale * maker.choice((0.8, 1, 1, 1.25))
            spec = put(spec, path, max(param.low, round(mm / line) * line))
    for path, leave in CHOICES.items():
        bag = resolve(spec, GRAMMAR, FACTS)
        kinds = GRAMMAR.kinds_at(path) or {}
        options = sorted(kinds) or [o.key for o in getattr(bag.kinds.param_at.get(path), "options", ())]
        if not options or maker.random() < leave or (path.startswith("carry") and not spec.carry):
            continue
        if path in bag.kinds.param_at and not visible(path, bag.kinds.param_at[path], bag):
            continue
        other = pick(spec, path, maker.choice(options), GRAMMAR)
        if not list(misfits(resolve(other, GRAMMAR, FACTS))):
            spec = other
    for path, given in (_INCHES if unit == "in" else _METRIC).items():
        if maker.random() < 0.25 and (spec.carry or not path.startswith("carry")):
            spec = put(spec, path, maker.choice(given) * (25.4 if unit == "in" else 1))
    return spec


def chosen() -> list[dict[str, Any]]:
    """Return the bags of the seeded maker, as they were chosen once."""
    maker = random.Random(SEED)
    out = []
    for n in range(COUNT):
        name, way = WAYS[n % len(WAYS)]
        unit = maker.choice(("mm", "cm", "in"))
        spec = _choose(maker, Spec.model_validate(way), unit)
        out.append({"bag": f"{n} {name}", "spec": json.loads(spec.model_dump_json(exclude_defaults=True))})
    return out


def found(spec: dict[str, Any]) -> list[str]:
    """Return what is found on a bag, in its own unit: level, check, place and both texts."""
    made = _drafted(Spec.model_validate(spec))
    view = View(made.bag.unit, made.bag.unit)
    return [
        f"{f.rule.level} {f.rule.id} at {f.fired.where}: {shown.say} {shown.fix}".replace("\xa0", " ")
        for f in findings(made)
        for shown in (finding(f, view),)
    ]


def _sum(made: ShownSum) -> Iterator[str]:
    yield f"    {made.label}: {made.plain}"
    yield from (f"      {t.label} {t.shown} [{t.source}] {t.why}" for t in made.terms)


def told(spec: dict[str, Any]) -> Iterator[str]:
    """Yield everything that the sheet of a bag says, a line at a time."""
    made = _drafted(Spec.model_validate(spec))
    page = sheet(made, made.bag.unit)
    yield page.sentence
    yield from (f"  {d.label}: {d.asked} asked, {d.comes_out} comes out. {d.why}" for d in page.size)
    yield from (f"  {d.label}: {d.asked}. {d.why}" for d in page.allowances)
    for piece in page.pieces:
        sizes = f"{piece.size} {piece.cut_out} {piece.half}"
        yield f"  {piece.letter} ×{piece.count} {piece.name}, {piece.material}: {sizes}"
        for made_sum in piece.sums.values():
            yield from _sum(made_sum)
        for mark in piece.marks:
            yield f"    {mark.kind} {mark.label} {mark.corner}"
            for reading in mark.readings:
                yield from _sum(reading.sum)
    yield from (f"  {line}" for line in page.readings)
    yield f"  {page.read.size} {page.read.strap} {page.read.rounding}"
    yield from (f"  {f.level} {f.id}: {f.say} {f.fix}" for f in page.findings)
    for step in page.steps:
        yield f"  {step.number} {step.kind} {step.title}: {step.say} {step.settings}"
        yield from (f"    {line}" for line in (*step.lengths, *step.reads, *step.cautions))
    yield f"  {page.last_word}"


def told_in_full(bags: list[dict[str, Any]]) -> str:
    """Return the sheets of one bag of each way to begin, in turn in each unit, as text."""
    out: list[str] = []
    for n in range(2 * len(WAYS)):
        out += [f"# {bags[n]['bag']}", *told(bags[n]["spec"]), ""]
    return "\n".join(line.rstrip() for line in out).replace("\xa0", " ")


def main() -> None:
    """Write both files anew; with ``--choose`` choose the bags anew as well."""
    bags = chosen() if "--choose" in sys.argv else json.loads(BAGS.read_text(encoding="utf-8"))
    rows = [{"bag": b["bag"], "spec": b["spec"], "found": found(b["spec"])} for b in bags]
    lines = ",\n".join(json.dumps(row, ensure_ascii=False) for row in rows)
    BAGS.write_text(f"[\n{lines}\n]\n", encoding="utf-8")
    TOLD.write_text(told_in_full(rows), encoding="utf-8")


if __name__ == "__main__":
    main()
