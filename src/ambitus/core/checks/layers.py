"""Checks on cloth and interfacing: fraying, bulk, strength, width."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.mechanism import Fired, check, fired
from ambitus.core.grammar.cloth.bottom import cloths_outside
from ambitus.core.lengths import snap
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: Default (ours): the least allowance on a cloth that frays much: 10 mm | 3/8 in.
LEAST_ON_FRAYING = 9.5
#: Default (ours): what a home machine feeds under its foot.
THICKEST_STACK = 6.0
#: What a lining may be smaller by: 6 mm | 1/4 in.
MOST_EASE = 6.35
#: Default (ours): a selvage that is not used, each side.
SELVAGE = 10.0


@check(
    "allowance-for-fray",
    "warn",
    "A narrow seam on a cloth that frays",
    "cloth that frays much, an allowance < 9.5 mm whose edge is neither enclosed nor overcast",
    "The edge works loose before the seam is finished.",
)
def allowance_for_fray(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for layer in (*cloths_outside(bag), *bag.bag.top.layers[1:]):
        cloth = bag.cloth(layer)
        narrow = [
            key
            for key in bag.classes
            # a zip holds its edge by itself, and its row is topstitched
            if key != "zip"
            and bag.mm(f"allowances.{key}") < LEAST_ON_FRAYING - 1e-9
            and not bag.bag.seam(key).finished
            and bag.bag.seam(key).takes_allowance
        ]
        if cloth.fray >= 2 and narrow:
            yield fired(
                f"allowances.{narrow[0]}",
                "{cloth} frays; a seam of {allowance} has little to hold.",
                "Take {least} or more, or overlock the edges first.",
                {"cloth": cloth.label},
                allowance=bag.mm(f"allowances.{narrow[0]}"),
                least=LEAST_ON_FRAYING if bag.unit == "in" else 10.0,
            )


@check(
    "bulk-in-seams",
    "warn",
    "Fleece or foam in the seams",
    "fleece or foam reaching more than 1 mm into a seam",
    "Bulky interfacing caught in a seam cannot be pressed flat, and the corners will not nest.",
)
def bulk_in_seams(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not bag.bag.interfacing.cuts:
        return
    facts = bag.facts.interfacings[bag.choice("interfacing.material")]
    piece = next((p for p in draft.pieces if p.layer == "interfacing"), None)
    if facts.bulky and piece is not None:
        deepest = max(e.finish for e in piece.edges)
        if deepest > 1.0:
            yield fired(
                "interfacing.kind",
                "{what} reaches {deepest} into the seams.",
                "Keep it out of the seams.",
                {"what": facts.label},
                deepest=deepest,
            )


@check(
    "inset-wide",
    "warn",
    "Interfacing far inside the seam",
    "inset > least allowance + 6 mm",
    "Beyond the seam line an inset leaves a soft margin along every edge of the face.",
)
def inset_wide(draft: "Draft") -> Iterator[Fired]:
    if draft.bag.bag.interfacing.kind != "inset":
        return
    inset = draft.bag.mm("interfacing.inset")
    least = min(draft.bag.mm(f"allowances.{key}") for key in draft.bag.classes if key != "strap")
    if inset > least + 6 + 1e-9:
        yield fired(
            "interfacing.inset",
            "Inset {inset} from the raw edge stops {short} inside the seam.",
            "Use {least} to end at the seam line.",
            inset=inset,
            short=snap(inset - least),
            least=least,
        )


@check(
    "stack-too-thick",
    "warn",
    "Thick where the straps are sewn on",
    "cloth under the needle at a strap end > 6 mm",
    "A home machine feeds about 6 mm (ours) under its foot; more is walked over slowly or hammered flat.",
)
def stack_too_thick(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for hang in draft.hangs:
        make = hang.item.make
        outers, linings, straps = hang.item.attach.crossed(bag)
        outers *= draft.cut_list.layers
        cloth = bag.cloth("outer").thickness
        strap = make.layers * (cloth if make.thickness is None else make.thickness)
        stack = cloth * outers + bag.cloth("lining").thickness * linings + strap * straps
        if bag.bag.interfacing.cuts:
            felt = bag.facts.interfacings[bag.choice("interfacing.material")].thickness
            cored = bool(make.core_width(bag, hang.prefix)) and not bag.bag.interfacing.part
            stack += 2 * felt * straps if cored and hang.tails[-1].mm > 0 else 0.0
            panels = (p for p in draft.pieces if p.layer == "interfacing")
            top = next((e for p in panels for e in p.edges if e.seam == "top"), None)
            stack += felt if top is not None and top.finish > 1.0 else 0.0
        if stack > THICKEST_STACK + 1e-9:
            yield fired(
                f"{hang.prefix}.width",
                "About {stack} of cloth under the needle.",
                "Use a walking foot and a strong needle, hammer the fold flat, "
                "or leave the core out of the ends.",
                stack=stack,
            )


@check(
    "weak-for-load",
    "warn",
    "A light cloth for a bag that carries",
    "straps on an outer of strength 1 (see the library)",
    "Straps pull at two points; a light cloth tears there first.",
)
def weak_for_load(draft: "Draft") -> Iterator[Fired]:
    cloth = draft.bag.cloth("outer")
    if draft.hangs and cloth.strength <= 1 and draft.cut_list.layers == 1:
        yield fired(
            "cloth.outer",
            "{cloth} at the strap ends.",
            "Choose a stronger cloth, or interface the outer and sew a patch behind each strap end.",
            {"cloth": cloth.label},
        )


@check(
    "cloth-too-narrow",
    "warn",
    "Wider than the cloth usually comes",
    "panel > usual width of its cloth − 2 × 10 mm",
    "The panel does not fit across the usual width of its cloth with straight grain.",
)
def cloth_too_narrow(draft: "Draft") -> Iterator[Fired]:
    for piece in draft.pieces:
        if piece.layer not in ("outer", "lining"):
            continue
        cloth = draft.bag.cloth(piece.looks)
        usable = cloth.usual_width - 2 * SELVAGE
        width = piece.size("width")
        if width <= usable + 1e-9:
            continue
        words = {"name": piece.name, "cloth": within(cloth.label)}
        say = "{name} is {width} wide; {cloth} gives about {usable} between its selvages."
        most = snap(draft.form.mm("flat_opening") - (width - usable))
        where, fix = _where_to_join(draft, piece.part)
        numbers = {"most": most} if "{most}" in fix else {}
        yield fired(where, say, fix, words, width=width, usable=usable, **numbers)


def _where_to_join(draft: "Draft", part: str) -> tuple[str, str]:
    """Return the field that helps where a piece is wider than its cloth, and what to do."""
    if part.startswith("gusset"):
        return "base.strip", "Cut it along the cloth, or in two joined under the base."
    if part == "base":
        return "cloth.outer", "Take a wider cloth, or a smaller base."
    if "base.panels" in draft.bag.values and draft.bag.choice("base.panels") == "one":
        return "base.panels", "Make the tube of two panels."
    if "size.width" not in draft.bag.values:
        return "base.panels", "Turn the grain, or join the panel."
    return (
        "size.width",
        "The widest flat opening without a join is {most}; or turn the grain, or join the panel.",
    )


@check(
    "fused-without-heat",
    "warn",
    "Fused interfacing on a cloth that takes no iron",
    "fused interfacing on an outer that must not be ironed",
    "Coated and nylon cloth melts, smokes or sticks before the glue takes.",
)
def fused_without_heat(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not bag.bag.interfacing.cuts:
        return
    facts = bag.facts.interfacings[bag.choice("interfacing.material")]
    for cloth in map(bag.cloth, cloths_outside(bag)):
        if facts.fused and cloth.iron.startswith("none"):
            yield fired(
                "interfacing.material",
                "{what} on {cloth}.",
                "Take a sew-in interfacing, or leave it out.",
                {"what": facts.label, "cloth": within(cloth.label)},
            )


@check(
    "pins-leave-holes",
    "note",
    "Pins leave holes in this cloth",
    "a coated or waxed cloth",
    "A hole in a coating does not close; it shows, and lets water in.",
)
def pins_leave_holes(draft: "Draft") -> Iterator[Fired]:
    for layer in (*cloths_outside(draft.bag), *draft.bag.bag.top.layers[1:]):
        cloth = draft.bag.cloth(layer)
        if not cloth.pins:
            fix = "Use clips, or pin inside the seam allowance only."
            yield fired(f"cloth.{layer}", "{cloth}.", fix, {"cloth": cloth.label})


@check(
    "interfacing-shows",
    "note",
    "Interfacing with no lining to hide it",
    "interfacing in a bag without a lining",
    "Its glued side or its edges are seen inside.",
)
def interfacing_shows(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.bag.interfacing.cuts and "lining" not in bag.bag.top.layers:
        yield fired("interfacing.kind", "The bag is unlined.", "Leave the interfacing out, or line the bag.")


@check(
    "print-upside-down",
    "warn",
    "The print stands on its head at the back",
    "a one-way print on a piece folded at the base",
    "One piece goes down the front and up the back, and its print with it.",
)
def print_upside_down(draft: "Draft") -> Iterator[Fired]:
    if draft.bag.choice("cloth.print") == "one_way" and draft.piece("outer").folded:
        where = "base.cut_as" if "base.cut_as" in draft.bag.values else "base.kind"
        yield fired(where, "The outer is one piece, folded at the base.", "Cut two panels with a base seam.")


@check(
    "lining-ease-out-of-role",
    "warn",
    "The lining is much smaller than its outer",
    "lining shorter or sewn deeper by more than 6 mm",
    "3 to 6 mm let it hang without a fold; more pulls the top edge in or lifts the base.",
)
def lining_ease_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    way = bag.values.get("top.ease")
    if way is None or way.value == "none":
        return
    by = bag.mm("top.ease_by")
    if by > MOST_EASE + 1e-9:
        say = "Smaller by {by}."
        yield fired("top.ease_by", say, "Take between {least} and {most}.", by=by, least=3.0, most=MOST_EASE)
