"""Checks on cloth and interfacing: fraying, bulk, strength, width."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import allowance, at_least, at_most, set_by, to
from ambitus.core.checks.mechanism import Fired, Remedy, check, fired
from ambitus.core.form.model import Piece
from ambitus.core.grammar.allowances import allowance_of
from ambitus.core.grammar.base.fields import CUT_AS, STRIP_OF, TUBE_PANELS
from ambitus.core.grammar.carry.fields import MAKE, STRAP_WIDTH
from ambitus.core.grammar.carry.strap import Hang
from ambitus.core.grammar.cloth.bottom import cloths_outside
from ambitus.core.grammar.cloth.fields import DOUBLED_CLOTH, LINING_CLOTH, OUTER_CLOTH, PRINT
from ambitus.core.grammar.interfacing.fields import INSET_BY, INTERFACING_MATERIAL
from ambitus.core.grammar.kinds import BASE_KIND, INTERFACING_KIND, SEAMS_KIND
from ambitus.core.grammar.sizes import LENGTH, WIDTH
from ambitus.core.grammar.top.fields import EASE_BY, LINING_EASE
from ambitus.core.lengths import paired, snap
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
    "The seam gives way in use.",
)
def allowance_for_fray(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    told: set[str] = set()
    for layer in (*cloths_outside(bag), *bag.bag.top.layers[1:]):
        cloth = bag.cloth(layer)
        for key, name in bag.classes.items() if cloth.fray >= 2 else ():
            mm, kind, field = allowance_of(key).of(bag), bag.bag.seam(key), set_by(bag, allowance_of(key))
            # a zip holds its edge by itself, and its row is topstitched
            safe = key == "zip" or kind.finished or not kind.takes_allowance
            if safe or mm >= LEAST_ON_FRAYING - 1e-9 or field in told:
                continue
            told.add(field)
            least = paired(10).mm(bag.unit)
            own = key in bag.sewn
            yield fired(
                field,
                "{cloth} frays; a seam of {allowance} has little to hold ({name}).",
                "Take {least} or more, or overcast the edges." if own else "Take {least} or more.",
                {"cloth": cloth.label, "name": within(name)},
                remedies=(
                    *allowance(bag, key, least),
                    *((to(SEAMS_KIND, "zigzagged"), to(SEAMS_KIND, "overlocked_first")) if own else ()),
                ),
                allowance=mm,
                least=least,
            )


@check(
    "bulk-in-seams",
    "warn",
    "Fleece or foam in the seams",
    "fleece or foam reaching more than 1 mm into a seam",
    "Bulky interfacing caught in a seam cannot be pressed flat, and the corners will not nest.",
    "The seams stay thick and round.",
)
def bulk_in_seams(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    # what is kept out of the seams reaches no farther in than the grid's rounding
    if not bag.bag.interfacing.cuts or bag.bag.interfacing.kind == "kept_out":
        return
    facts = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)]
    piece = next((p for p in draft.pieces if p.layer == "interfacing"), None)
    if facts.bulky and piece is not None:
        deepest = max(e.finish for e in piece.edges)
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
    "inset-wide",
    "warn",
    "Interfacing far inside the seam",
    "inset > least allowance + 6 mm",
    "Beyond the seam line an inset leaves a soft margin along every edge of the face.",
    "The edges of the face stay limp.",
)
def inset_wide(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.bag.interfacing.kind != "inset":
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


def _stack(draft: "Draft", hang: Hang) -> tuple[float, bool]:
    """Return the thickness of cloth under the needle at a strap's end, and whether a core lies in it."""
    bag, make = draft.bag, hang.item.make
    outers, linings, straps = hang.item.attach.crossed(hang.item)
    cloth = bag.cloth("outer").thickness
    strap = make.layers * (cloth if make.thickness is None else make.thickness)
    stack = cloth * outers * draft.cut_list.layers + strap * straps
    if linings and LINING_CLOTH in bag.values:
        stack += bag.cloth("lining").thickness * linings
    if not bag.bag.interfacing.cuts:
        return stack, False
    felt = bag.facts.interfacings[INTERFACING_MATERIAL.of(bag)].thickness
    cored = bool(make.core_width(hang.item)) and not bag.bag.interfacing.part
    # the core is folded once, and stops short of an end that is turned under
    reach = sum(t.mm for t in (*hang.tails, *hang.item.attach.core_short(hang.item)))
    cored = cored and reach > 1e-9
    panels = (p for p in draft.pieces if p.layer == "interfacing")
    top = next((e for p in panels for e in p.edges if e.seam == "top"), None)
    # what is kept out of the seams reaches no farther in than the grid's rounding
    caught = top is not None and top.finish > 1.0 and bag.bag.interfacing.kind != "kept_out"
    stack += felt if caught else 0.0
    return stack + (2 * felt if cored else 0.0), cored


@check(
    "stack-too-thick",
    "warn",
    "Thick where the straps are sewn on",
    "cloth under the needle at a strap end > 6 mm",
    "A home machine feeds about 6 mm (ours) under its foot; more is walked over slowly or hammered flat.",
    "The needle skips or breaks there.",
)
def stack_too_thick(draft: "Draft") -> Iterator[Fired]:
    for hang in draft.hangs:
        stack, cored = _stack(draft, hang)
        if stack <= THICKEST_STACK + 1e-9:
            continue
        last = ", or leave the core out of the ends." if cored else "."
        yield fired(
            STRAP_WIDTH.in_(hang.prefix),
            "About {stack} of cloth under the needle.",
            "Use a walking foot and a strong needle, hammer the fold flat, or take webbing" + last,
            remedies=(
                *((to(INTERFACING_MATERIAL, "fusible_light"),) if cored else ()),
                to(MAKE.in_(hang.prefix), "edges_turned"),
                to(MAKE.in_(hang.prefix), "webbing"),
            ),
            stack=stack,
        )


@check(
    "weak-for-load",
    "warn",
    "A cloth that does not carry",
    "straps on an outer of strength 1, or of pile that stands loose, in one layer (see the library)",
    "Straps pull at two points: a light cloth tears there, a knit gives, and pile comes out.",
    "The bag tears or loses its shape under its load.",
)
def weak_for_load(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    cloth = bag.cloth("outer")
    single = draft.cut_list.layers == 1
    if not draft.hangs or not ((cloth.strength <= 1 and single) or cloth.pile):
        return
    how = "gives" if cloth.ease > 0.01 else "loses its pile" if cloth.pile else "tears"
    options = bag.bag.param_at[OUTER_CLOTH].options
    strong = (o.key for o in options if _carries(draft, o.key))
    yield fired(
        OUTER_CLOTH,
        "{cloth} {how} at the strap ends.",
        "Choose a stronger cloth."
        if cloth.pile
        else "Choose a stronger cloth, or work two layers of it as one.",
        {"cloth": cloth.label, "how": how},
        remedies=(
            *((to(DOUBLED_CLOTH, "doubled"),) if not cloth.pile else ()),
            *(to(OUTER_CLOTH, key) for key in strong),
        )[:3],
    )


def _carries(draft: "Draft", key: str) -> bool:
    cloth = draft.bag.facts.cloths[key]
    return cloth.strength >= 2 and not cloth.pile


@check(
    "cloth-too-narrow",
    "warn",
    "Wider than the cloth usually comes",
    "panel > usual width of its cloth − 2 × 10 mm",
    "The panel does not fit across the usual width of its cloth with straight grain.",
    "It cannot be cut in one from the usual cloth.",
)
def cloth_too_narrow(draft: "Draft") -> Iterator[Fired]:
    told: set[str] = set()
    for piece in draft.pieces:
        if piece.layer not in ("outer", "lining"):
            continue
        cloth = draft.bag.cloth(piece.looks)
        usable = cloth.usual_width - 2 * SELVAGE
        width = piece.size("width")
        if width <= usable + 1e-9:
            continue
        where, fix, numbers, remedies = _where_to_join(draft, piece, width - usable)
        if where in told:
            continue
        told.add(where)
        yield fired(
            where,
            "{name} is {width} wide; {cloth} gives about {usable} between its selvages.",
            fix,
            {"name": piece.name, "cloth": within(cloth.label)},
            remedies=remedies,
            width=width,
            usable=usable,
            **numbers,
        )


def _where_to_join(
    draft: "Draft", piece: Piece, over: float
) -> tuple[str, str, dict[str, float], tuple[Remedy, ...]]:
    """Return the field that helps where a piece is *over* mm too wide for its cloth, what to do, edits."""
    bag = draft.bag
    if piece.part.startswith("gusset"):
        ways = tuple(to(STRIP_OF, way) for way in ("halves", "three"))
        return STRIP_OF, "Cut it along the cloth, or in two joined under the base.", {}, ways
    if piece.part == "base":
        return f"cloth.{piece.looks}", "Take a wider cloth, or a smaller base.", {}, ()
    if TUBE_PANELS in bag.values and TUBE_PANELS.of(bag) == "one":
        return TUBE_PANELS, "Make the tube of two panels.", {}, (to(TUBE_PANELS, "two"),)
    path = WIDTH if WIDTH in bag.values else LENGTH
    if path not in bag.values:
        return TUBE_PANELS, "Turn the grain, or join the panel.", {}, ()
    most = at_most(bag, path.of(bag) - over)
    fix = "Without a join it may be {most}; or turn the grain, or join the panel."
    less = (to(path, most), to(path, at_most(bag, most - bag.grid.step)))
    return path, fix, {"most": most}, less if most > 0 else ()


@check(
    "fused-without-heat",
    "warn",
    "Fused interfacing on a cloth that takes no iron",
    "fused interfacing on an outer that must not be ironed",
    "Coated and nylon cloth melts, smokes or sticks before the glue takes.",
    "The cloth is spoilt, or the interfacing falls off.",
)
def fused_without_heat(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not bag.bag.interfacing.cuts:
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
    "interfacing-shows",
    "note",
    "Interfacing with no lining to hide it",
    "interfacing in a bag without a lining",
    "Its glued side or its edges are seen inside.",
    "It is seen.",
)
def interfacing_shows(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.bag.interfacing.cuts and "lining" not in bag.bag.top.layers:
        yield fired(
            INTERFACING_KIND,
            "The bag is unlined.",
            "Leave the interfacing out, or line the bag.",
            remedies=(to(INTERFACING_KIND, "none"),),
        )


@check(
    "print-upside-down",
    "warn",
    "The print stands on its head at the back",
    "a one-way print on a piece folded at the base",
    "One piece goes down the front and up the back, and its print with it.",
    "It can be sewn, and comes out with the back the wrong way up.",
)
def print_upside_down(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if PRINT.of(bag) == "one_way" and any(p.folded for p in draft.pieces if p.layer == "outer"):
        cut_as = CUT_AS in bag.values
        way = to(CUT_AS, "panels") if cut_as else to(BASE_KIND, "seamed")
        yield fired(
            way[0].path,
            "The outer is one piece, folded at the base.",
            "Cut two panels with a base seam.",
            remedies=(way,),
        )


@check(
    "lining-ease-out-of-role",
    "warn",
    "The lining is much smaller than its outer",
    "lining shorter or sewn deeper by more than 6 mm",
    "3 to 6 mm let it hang without a fold; more pulls the top edge in or lifts the base.",
    "The outer is puckered by its lining.",
)
def lining_ease_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    way = LINING_EASE.found(bag)
    if way is None or way.value == "none":
        return
    by = EASE_BY.of(bag)
    if by > MOST_EASE + 1e-9:
        least, most = paired(3).mm(bag.unit), paired(6).mm(bag.unit)
        yield fired(
            EASE_BY,
            "Smaller by {by}.",
            "Take between {least} and {most}.",
            remedies=(to(EASE_BY, most), to(LINING_EASE, "none")),
            by=by,
            least=at_least(bag, least),
            most=most,
        )
