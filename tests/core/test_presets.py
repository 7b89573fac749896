"""Presets begin calm; a variant or a choice by itself adds only what is true of it."""

from collections.abc import Iterator
from typing import Any

import pytest

from ambitus.core.checks.run import findings
from ambitus.core.draft import Draft, draft
from ambitus.core.grammar.registry import GRAMMAR
from ambitus.core.lengths import Unit
from ambitus.core.lengths.grid import INCH_STEPS, Grid
from ambitus.core.spec.edit import pick
from ambitus.core.spec.model import Spec
from ambitus.core.spec.resolve import all_params, resolve, with_straps
from ambitus.library import shipped
from bags import LIDDED, SHUT

FACTS = shipped()
UNITS: list[Unit] = ["mm", "cm", "in"]
WAYS = [(p.key, w.key, w.spec) for p in FACTS.presets.values() for w in p.ways]

_TOPS_WITH_THICK_ENDS = [
    "casing",
    "stitched_channel",
    "bands",
    "bound",
    "bound_unlined",
    "double_hem",
    "overlocked_hem",
    "on_bars",
    "raw_edge",
    "zip",
    "zip_unlined",
]
#: what a choice by itself sets off on a preset, and why it is true: check -> (why, choices)
TRUE_OF: dict[str, tuple[str, list[str]]] = {
    "parts-do-not-fit": (
        "each of these asks for a neighbour that the preset has not",
        [
            *(f"pouch base.kind={b}" for b in ("circle", "ellipse", "gusset", "rectangle", "stadium")),
            *(f"pouch base.kind={b}" for b in ("rounded_rectangle", "side_panels", "traced")),
            *(f"{p} interfacing.kind=base_only" for p in ("pouch", "tote")),
            *(f"{p} base.kind={b}" for p in ("sack", "tote") for b in SHUT),
            "sack base.kind=gusset",
            "pouch base.cut_as=wrapped",
            "pouch top.turned=never",
            "sack seams.kind=lapped",
            *(f"{p} seams.kind={k}" for p in ("pouch", "tote") for k in ("bound", "bound_ends")),
            "sack seams.kind=bound_ends",
            "sack top.kind=on_bars",
            "sack top.kind=zip",
            "sack top.kind=zip_unlined",
            "sack top.cords=across",
            "sack top.loops=bottom",
            "tote carry.0.attach=on_hem",
            "tote carry.0.attach=tucked",
            "tote carry.0.attach=in_turn",
            *(f"sack cloth.made={way}" for way in ("widened", "lengthened", "two", "zip")),
        ],
    ),
    "print-fills-panel": (
        "the usual print is 300 wide, or 280 high, the left of two motifs 240: a pouch is smaller",
        [f"pouch cloth.made={way}" for way in ("widened", "lengthened", "two")],
    ),
    "band-does-not-show": (
        "a print as large as a pouch leaves nothing to be seen beside it",
        [f"pouch cloth.made={way}" for way in ("widened", "lengthened")],
    ),
    "strap-grows": ("a knit chosen for straps that are folded as they are cut", ["tote cloth.outer=jersey"]),
    "strap-does-not-stretch": (
        "canvas stays as long as it was cut",
        ["tote carry.0.stretched=stretched"],
    ),
    "cord-ends-fray": (
        "a cord of cotton, its ends as they are cut, without a knot",
        ["sack top.cord_knot=none"],
    ),
    "closes-over-nothing": (
        "a box pouch is not drawn up; what a sack closes over is not there",
        [f"sack base.kind={b}" for b in LIDDED],
    ),
    "enclosed-under-lining": (
        "a lining hides the edges already",
        [f"{p} seams.kind={k}" for p in ("tote", "pouch") for k in ("felled", "french", "french_stitched")],
    ),
    "fused-without-heat": (
        "these cloths take no iron, and the preset's interfacing is fused",
        [f"tote cloth.outer={c}" for c in ("coated_cotton", "ripstop", "waxed_cotton")],
    ),
    "grid-moved-size": (
        "not counted, the zip moves the height by half of what shows of it",
        ["pouch top.zip_counts=left_out"],
    ),
    "order-does-not-hold": (
        "cut-outs lie between the seams, 10 mm does not spread unsnipped, a zip joins both layers",
        [
            "tote base.first=one",
            "sack base.snipped=after",
            "pouch cloth.lining_cut=turn",
        ],
    ),
    "zip-not-counted": ("that is what was chosen", ["pouch top.zip_counts=left_out"]),
    "hole-left": ("counted to the edge a hole stays", ["sack top.height_means=contents_edge"]),
    "interfacing-shows": (
        "a sack of this preset is unlined",
        [f"sack interfacing.kind={k}" for k in ("base_only", "full", "inset", "kept_out")],
    ),
    "knit-stretch-way": ("jersey stretches", ["sack cloth.outer=jersey"]),
    "lining-behind-walls": (
        "fleece and batting are 2 thick and foam 4: a lining runs shorter round behind them",
        [
            *(f"tote interfacing.material={m}" for m in ("foam", "fusible_fleece", "cotton_batting")),
            *(f"{p} interfacing.kind=quilted" for p in ("tote", "pouch")),
        ],
    ),
    "plain-seams-unlined": (
        "edges of canvas that are not overcast fray where they are seen",
        [
            "pouch top.turned=zip",
            "pouch top.zip_ends=window",
            "pouch base.kind=pleated",
            "pouch base.kind=all_round",
            "pouch base.kind=zip_round",
            *(f"sack seams.kind={k}" for k in ("bound_ends", "felled", "french_stitched", "lapped", "plain")),
        ],
    ),
    "raw-edge-frays": (
        "canvas frays",
        [
            f"{p} {what}"
            for p in ("tote", "sack", "pouch")
            for what in ("seams.kind=lapped", "seams.kind=raw", "top.kind=raw_edge")
        ],
    ),
    "raw-edge-in-channel": ("turned under by 10 it ends in a channel of 13", ["sack top.hem_edge=turned"]),
    "seal-does-not-melt": ("the usual cord is cotton", ["sack top.cord_end=sealed"]),
    "stack-too-thick": (
        "nine or eleven layers of canvas under a strap folded in four, thick cloths, or a thick core",
        [
            *(f"tote top.kind={top}" for top in _TOPS_WITH_THICK_ENDS),
            "tote carry.0.attach=on_face",
            "tote carry.0.attach=on_hem",
            "tote carry.0.attach=to_base",
            "tote carry.0.attach=under_base",
            "tote cloth.lining=felt",
            *(f"tote cloth.outer={c}" for c in ("chenille", "felt", "upholstery")),
            *(f"tote interfacing.material={m}" for m in ("foam", "fusible_fleece", "cotton_batting")),
            "tote interfacing.kind=quilted",
        ],
    ),
    "strap-roll-thick": (
        "four layers of canvas with a core, twice",
        ["tote carry.0.rolled=rolled"],
    ),
    "stiff-drawn-up": (
        "these cloths do not gather",
        [f"sack cloth.outer={c}" for c in ("coated_cotton", "felt", "upholstery", "waxed_cotton")],
    ),
    "gap-cannot-pass": (
        "340 wide and 280 high it is 786 round its zip, more than the usual gap lets pass",
        ["tote base.kind=zip_round"],
    ),
    "gap-tight": (
        "460 across of foam go through 165, and easily through 214; the usual gap is 180",
        ["tote interfacing.material=foam"],
    ),
    "straps-beside-bars": (
        "a tote has straps before it is put on bars",
        ["tote top.kind=on_bars"],
    ),
    "weak-for-load": (
        "calico tears, chenille sheds, jersey gives where straps pull",
        [f"tote cloth.outer={c}" for c in ("calico", "chenille", "jersey")],
    ),
    "zip-too-short": (
        "of the lengths sold 220 is too long for rows 220 apart, and 200 does not reach them",
        ["pouch top.zip_used=whole", "pouch top.zip_used=open_end"],
    ),
}


def _drafted(spec: Spec) -> Draft:
    return draft(resolve(spec, GRAMMAR, FACTS))


def _begun(preset: str, unit: Unit, given: Any = None) -> Spec:
    spec = Spec.model_validate({"preset": preset, "unit": unit, **(given or {})})
    return with_straps(spec, GRAMMAR, FACTS)


@pytest.mark.parametrize("unit", UNITS)
@pytest.mark.parametrize(("preset", "way", "given"), WAYS)
def test_every_way_to_begin_begins_calm(preset: str, way: str, given: Any, unit: Unit) -> None:
    """Nothing stands against cutting it as it is."""
    assert [f.rule.id for f in findings(_drafted(_begun(preset, unit, given)))] == []


def test_straps_that_are_left_out_are_those_of_the_preset() -> None:
    """A tote begins with a pair, a sack and a pouch with none; a base that carries nothing gets none."""
    pairs = {key: len(_begun(key, "mm").carry or ()) for key in FACTS.presets}
    assert pairs == {"tote": 1, "sack": 0, "pouch": 0}
    assert _begun("tote", "mm", {"base": {"kind": "box_pouch"}, "top": {"kind": "zip"}}).carry == []
    assert _begun("tote", "mm", {"carry": []}).carry == []


def _choices(spec: Spec) -> Iterator[tuple[str, str]]:
    """Yield every choice that could be made of a bag by itself: its path and its value."""
    for slot in ("base", "top", "interfacing", "cloth", "seams"):
        yield from ((f"{slot}.kind", kind) for kind in GRAMMAR.slots[slot])
    if spec.carry:
        for slot in ("make", "attach"):
            yield from ((f"carry.0.{slot}", kind) for kind in GRAMMAR.slots[slot])
    for path, param in all_params(resolve(spec, GRAMMAR, FACTS).kinds):
        yield from ((path, o.key) for o in param.options)


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize("preset", FACTS.presets)
def test_a_choice_by_itself_adds_only_what_is_true_of_it(preset: str, unit: Unit) -> None:
    """Every variant and every option on every preset: its findings stand in the list, with why."""
    spec = _begun(preset, unit)
    surprises = {
        (f.rule.id, f"{preset} {path}={value}")
        for path, value in _choices(spec)
        for f in findings(_drafted(pick(spec, path, value, GRAMMAR)))
    }
    listed = {(rule, what) for rule, (_, every) in TRUE_OF.items() for what in every}
    assert surprises - listed == set()
    if unit == "mm":
        assert {what for what in listed if what[1].startswith(preset)} - surprises == set()


def test_defaults_of_an_inch_plan_lie_on_its_ruler() -> None:
    """Of every variant, every default of a length: on 1/16 in, however it is worked out; so are its marks."""
    ruler = Grid(INCH_STEPS[0])
    off = []
    for preset in FACTS.presets:
        for path, value in _choices(_begun(preset, "in")):
            made = _drafted(pick(_begun(preset, "in"), path, value, GRAMMAR))
            for name, kept in made.bag.values.items():
                if isinstance(kept.value, float) and not ruler.holds(kept.value):
                    off.append((preset, path, value, name, kept.value / 25.4))
            for piece in made.pieces:
                terms = [t for s in piece.sums.values() for t in s.terms]
                terms += [t for m in piece.marks for _, s in m.readings for t in s.terms]
                off += [
                    (preset, path, value, piece.name, t.label, t.each / 25.4)
                    for t in terms
                    if t.source == "default" and not ruler.holds(t.each)
                ]
    assert off == []
