"""Checks of interfacing: in seams, with heat, seen."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import at_most, to
from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.cloth.bottom import cloths_outside
from ambitus.core.grammar.interfacing.fields import INSET_BY, INTERFACING_MATERIAL
from ambitus.core.grammar.kinds import INTERFACING_KIND
from ambitus.core.lengths import snap
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft


@check(
    "layers",
    20,
    "bulk-in-seams",
    "warn",
    "Fleece or foam in the seams",
    "fleece or foam reaching more than 1 mm into a seam",
    "Bulky interfacing caught in a seam cannot be pressed flat, and the corners will not nest.",
    "The seams stay thick and round.",
)
def bulk_in_seams(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    # what is kept out of the seams, or is of the base alone, reaches no farther in than the grid's rounding
    if not bag.kinds.interfacing.cuts or bag.kinds.interfacing.kind in ("kept_out", "base_only"):
        return
    facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
    # of a lap the under edge alone has cloth beyond the seam
    deep = [e.allowance for p in draft.pieces if p.layer == "interfacing" for e in p.edges]
    if facts.bulky and deep:
        deepest = max(deep)
        if deepest > 1.0:
            yield fired(
                INTERFACING_KIND,
                "{what} reaches {deepest} into the seams.",
                "Keep it out of the seams.",
                {"what": facts.label},
                remedies=(to(INTERFACING_KIND, "kept_out"),),
                deepest=deepest,
            )


@check(
    "layers",
    30,
    "inset-wide",
    "warn",
    "Interfacing far inside the seam",
    "inset > least allowance + 6 mm",
    "Beyond the seam line an inset leaves a soft margin along every edge of the face.",
    "The edges of the face stay limp.",
)
def inset_wide(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.kinds.interfacing.kind != "inset":
        return
    inset = INSET_BY.of(bag)
    least = min(allowance_of(key).of(bag) for key in bag.classes if key != "strap")
    if inset > least + 6 + 1e-9:
        line = at_most(bag, least)
        kept_out = to(INTERFACING_KIND, "kept_out")
        yield fired(
            INSET_BY,
            "Inset {inset} from the raw edge stops {short} inside the seam.",
            "Use {line} to end at the seam line." if line > 0 else "Keep it out of the seams instead.",
            remedies=(*((to(INSET_BY, line),) if line > 0 else ()), kept_out),
            inset=inset,
            short=snap(inset - least),
            line=line,
        )


@check(
    "layers",
    70,
    "fused-without-heat",
    "stop",
    "Fused interfacing on a cloth that takes no iron",
    "fused interfacing on an outer that must not be ironed",
    "Coated and nylon cloth melts, smokes or sticks before the glue takes.",
    "The cloth is spoilt, or the interfacing falls off.",
)
def fused_without_heat(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not bag.kinds.interfacing.cuts:
        return
    facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
    cold = [cloth for cloth in map(bag.cloth, cloths_outside(bag)) if cloth.iron.startswith("none")]
    if facts.fused and cold:
        yield fired(
            INTERFACING_MATERIAL,
            "{what} on {cloth}.",
            "Take a sew-in interfacing, or leave it out.",
            {"what": facts.label, "cloth": " and ".join(within(cloth.label) for cloth in cold)},
            remedies=(to(INTERFACING_KIND, "none"), to(INTERFACING_MATERIAL, "foam")),
        )


@check(
    "layers",
    80,
    "interfacing-shows",
    "note",
    "Interfacing with no lining to hide it",
    "interfacing in a bag without a lining, and no backing behind it",
    "Its glued side or its edges are seen inside.",
    "It is seen.",
)
def interfacing_shows(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    blank = bag.kinds.interfacing.blank(bag)
    if blank is not None and "backing" in blank.roles:
        return
    if bag.kinds.interfacing.cuts and "lining" not in bag.kinds.top.layers:
        yield fired(
            INTERFACING_KIND,
            "The bag is unlined.",
            "Leave the interfacing out, or line the bag.",
            remedies=(to(INTERFACING_KIND, "none"),),
        )


#: of every interfacing
CHECKS = (bulk_in_seams, fused_without_heat, interfacing_shows)
