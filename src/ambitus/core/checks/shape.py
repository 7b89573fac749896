"""Checks on the body: depth, width, allowances, the grid, and the two arithmetics."""

import math
from collections.abc import Iterator
from typing import TYPE_CHECKING

from ambitus.core.checks.amounts import above, allowance, at_least, at_most, below, set_by, to
from ambitus.core.checks.mechanism import Change, Fired, Remedy, check, fired
from ambitus.core.curves import flattened
from ambitus.core.fields import AnyField, Count, Kind, Length
from ambitus.core.form.model import Piece
from ambitus.core.geometry import unit_vector
from ambitus.core.grammar.allowances import (
    CORNER_ALLOWANCE,
    GUSSET_ALLOWANCE,
    RING_ALLOWANCE,
    SIDE_ALLOWANCE,
    allowance_of,
    kind_of,
)
from ambitus.core.grammar.base.disc import LEAST_DISC, disc_left
from ambitus.core.grammar.base.fields import (
    CUT_AS,
    CUT_BASE,
    CUT_TUBE,
    GIVEN_BY,
    INSERT,
    INSERT_LESS,
    OUTLINE,
    PLATE,
    RADIUS,
    ROUND_BY,
    STEP,
    TRACED_AS,
    TUBE_PANELS,
    WIDTH_MEANS,
)
from ambitus.core.grammar.base.gusset.cut import corner_radius, most_radius
from ambitus.core.grammar.base.insert import NARROWEST
from ambitus.core.grammar.base.panels import DEEP_SHARE, asked_height, read_flat
from ambitus.core.grammar.base.separate.cut import ease_of, is_traced, panels_of, traced_in
from ambitus.core.grammar.base.separate.steps import SNIPPED_OVER
from ambitus.core.grammar.carry.fields import ATTACH, MAKE, PAIRS
from ambitus.core.grammar.cloth.fields import BOTTOM, BOTTOM_HEIGHT
from ambitus.core.grammar.fitting import misfits
from ambitus.core.grammar.kinds import BASE_KIND, GRID_STEP, INTERFACING_KIND, SEAMS_KIND, TOP_KIND
from ambitus.core.grammar.seams.edges import eaten
from ambitus.core.grammar.sizes import BREADTH, DEPTH, HEIGHT, LENGTH, WIDTH
from ambitus.core.grammar.top.drawstring.fields import CORDS, LOOPS, OPENING
from ambitus.core.grammar.top.fields import LINING_EASE
from ambitus.core.grammar.top.zip.tape import is_box
from ambitus.core.lengths import paired, snap
from ambitus.core.outlines import is_simple
from ambitus.core.words import within

if TYPE_CHECKING:
    from ambitus.core.draft import Draft

#: A seam allowance over this is more likely a slip of the keys: 25 mm | 1 in.
WIDEST_ALLOWANCE = 25.4
#: Two measured lengths closer than this are the same.
SAME = 0.01


def _depth(draft: "Draft") -> float | None:
    """Return what its corners give: the depth, or the height of a box pouch."""
    made = draft.form.dimensions.get("height" if is_box(draft.bag) else "depth")
    return made.asked if made else None


#: what to try where parts do not go together, the likeliest first: (path, value)
_TRIED = (
    (LOOPS, "none"),
    (CORDS, "two"),
    (OPENING, "eyelets"),
    (LINING_EASE, "none"),
    (TUBE_PANELS, "two"),
    (CUT_AS, "panels"),
    (BOTTOM, "same"),
    (SEAMS_KIND, "plain"),
    (INTERFACING_KIND, "none"),
    (PAIRS, "0"),
    (BASE_KIND, "boxed"),
    (BASE_KIND, "seamed"),
    (TOP_KIND, "turned_through"),
    (TOP_KIND, "zip"),
)


@check(
    "parts-do-not-fit",
    "stop",
    "Two parts of the bag do not go together",
    "a variant's own needs are not met by its neighbours",
    "Some tops, bases and straps ask for one another.",
    "It cannot be put together.",
)
def parts_do_not_fit(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for prefix, variant, reason in misfits(bag):
        of_strap = ATTACH if variant.slot == "attach" else MAKE
        where: AnyField = of_strap.in_(prefix) if prefix.startswith("carry") else Kind(f"{prefix}.kind")
        words = {"what": variant.label, "reason": reason}
        ways: list[Remedy] = [to(p, v) for p, v in _TRIED if p in bag.values or isinstance(p, Kind | Count)]
        if prefix == "seams":
            classes = (key for key, kind in bag.bag.seams_by_class.items() if kind is variant)
            ways[:0] = [to(kind_of(key), None) for key in classes]
        if prefix.startswith("carry"):
            ways[:0] = [to(where, None), to(where, "on_face")]
        yield fired(
            where,
            "{what}: {reason}.",
            "Choose another for one of the two.",
            words,
            remedies=tuple(ways),
        )


@check(
    "depth-under-corner",
    "stop",
    "Too shallow for its corner seam",
    "depth, or height of a box pouch, < 2 × what the corner seam eats",
    "The cut-out is half the depth less the corner seam; under twice the seam nothing is left to cut out.",
    "There is no corner to cut out.",
    impossible=True,
)
def depth_under_corner(draft: "Draft") -> Iterator[Fired]:
    bag, depth = draft.bag, _depth(draft)
    if depth is None or "corner" not in bag.classes:
        return
    corner = eaten(bag, "corner")
    if depth < 2 * corner - 1e-9:
        which = HEIGHT if is_box(bag) else DEPTH
        least = at_least(bag, 2 * corner)
        most = at_most(bag, depth / 2 - (corner - CORNER_ALLOWANCE.of(bag)))
        yield fired(
            which,
            "A {which} of {depth} is less than the two corner seams of {corner} eat.",
            "Make it {least} or more, or the corner seam {most} or less."
            if most >= 3
            else "Make it {least} or more.",
            {"which": which.leaf},
            remedies=(to(which, least), *(allowance(bag, "corner", most) if most >= 3 else ())),
            depth=depth,
            corner=corner,
            least=least,
            most=most,
        )


@check(
    "no-face-left",
    "stop",
    "Deeper than the bag is wide",
    "flat width ≤ depth",
    "Read flat, the width has to hold the face and the depth.",
    "The bag has no front.",
    impossible=True,
)
def no_face_left(draft: "Draft") -> Iterator[Fired]:
    made, bag = draft.form.dimensions, draft.bag
    if "depth" not in made or made["width"].asked > 0:
        return
    depth = made["depth"].asked
    wider = at_least(bag, depth + depth / DEEP_SHARE)
    yield fired(
        DEPTH,
        "A flat width of {flat} leaves no face beside a depth of {depth}.",
        "Say that the width means the face, or make the flat width {wider}.",
        remedies=(
            to(WIDTH_MEANS, "face"),
            to(WIDTH, wider),
            to(WIDTH, above(bag, depth)),
        ),
        flat=made["flat_opening"].asked,
        depth=depth,
        wider=wider,
    )


@check(
    "depth-over-width",
    "warn",
    "Nearly as deep as it is wide",
    "depth > 0.8 × width of the face",
    f"Over {DEEP_SHARE} of the width a boxed bag slumps at the sides and its corners crowd the face.",
    "It does not stand as it was meant to.",
)
def depth_over_width(draft: "Draft") -> Iterator[Fired]:
    made, bag = draft.form.dimensions, draft.bag
    of_panels = "corner" in bag.bag.sewn or bag.bag.base.kind == "folded_in"
    if "depth" not in made or made["width"].asked <= 0 or not of_panels:
        return
    depth, width = made["depth"].asked, made["width"].asked
    if depth > DEEP_SHARE * width + 1e-9:
        flat = made["flat_opening"].asked
        share = flat * DEEP_SHARE / (1 + DEEP_SHARE) if read_flat(bag) else DEEP_SHARE * width
        wide = depth + depth / DEEP_SHARE if read_flat(bag) else depth / DEEP_SHARE
        most, wider = at_most(bag, share), at_least(bag, wide)
        yield fired(
            DEPTH,
            "{depth} deep on a face {width} wide.",
            "Keep the depth to {most}, make the width {wider}, or stiffen the base and the sides.",
            remedies=(to(DEPTH, most), to(WIDTH, wider)),
            depth=depth,
            width=width,
            most=most,
            wider=wider,
        )


@check(
    "folded-in-too-low",
    "stop",
    "Too low for a base folded in",
    "folded-in base: height ≤ half the depth",
    "The base folds up inside by half the depth and has to end below the top edge.",
    "The folded base stands out of the mouth.",
    impossible=True,
)
def folded_in_too_low(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if bag.bag.base.kind != "folded_in":
        return
    height, half = asked_height(bag), DEPTH.of(bag) / 2
    if height <= half + 1e-9:
        higher = above(bag, HEIGHT.of(bag) + half - height)
        shallower = below(bag, 2 * height)
        yield fired(
            HEIGHT,
            "{half} folds up inside a bag {height} high.",
            "Make it {higher} high, or {shallower} deep." if shallower > 0 else "Make it {higher} high.",
            remedies=(to(HEIGHT, higher), to(DEPTH, shallower)),
            half=half,
            height=height,
            higher=higher,
            shallower=shallower,
        )


@check(
    "allowance-over-piece",
    "stop",
    "An allowance larger than its piece",
    "an allowance > half the size between its two seams, or nothing left of a disc in hand",
    "Two seams would meet in the middle of the cloth between them.",
    "Nothing is left of the piece.",
    impossible=True,
)
def allowance_over_piece(draft: "Draft") -> Iterator[Fired]:
    made, bag = draft.form.dimensions, draft.bag
    across, up = made["flat_opening"].asked, made["height"].asked
    if is_box(bag):
        up += made["breadth"].asked
    told: set[str] = set()
    if GIVEN_BY.is_(bag, "plate") and disc_left(bag) < LEAST_DISC - 1e-9:
        disc, usual = PLATE.of(bag), paired(10).mm(bag.unit)
        knife = eaten(bag, "ring") - RING_ALLOWANCE.of(bag)
        most = at_most(bag, (disc - LEAST_DISC) / 2 - knife)
        larger = at_least(bag, LEAST_DISC + 2 * (usual + knife))
        yield fired(
            set_by(bag, RING_ALLOWANCE),
            "Base seam: {allowance} all round leaves nothing of a disc of {disc}.",
            "Use {most} or less." if most >= 3 else "Take a disc of {larger} or more.",
            remedies=(
                *(allowance(bag, "ring", usual) if usual <= most else ()),
                *(allowance(bag, "ring", most) if most >= 3 else ()),
                (*allowance(bag, "ring", usual)[0], *to(PLATE, larger)),
            ),
            allowance=RING_ALLOWANCE.of(bag),
            disc=disc,
            most=most,
            larger=larger,
        )
    for key, name in bag.classes.items():
        room = across if key in ("side", "end") else up if key in ("top", "base", "zip") else None
        mm, field = allowance_of(key).of(bag), set_by(bag, allowance_of(key))
        if room is not None and mm > room / 2 + 1e-9 and field not in told:
            told.add(field)
            most, usual = at_most(bag, room / 2), paired(10).mm(bag.unit)
            yield fired(
                field,
                "{name}: {allowance} from both sides is more than the {room} between them.",
                "Use {most} or less.",
                {"name": name},
                remedies=(
                    *(allowance(bag, key, usual) if usual <= most else ()),
                    *allowance(bag, key, most),
                ),
                allowance=mm,
                room=room,
                most=most,
            )


@check(
    "allowance-out-of-role",
    "warn",
    "An allowance wider than any seam needs",
    "a seam allowance > 25.4 mm (25 mm, 1 in)",
    "Over 25 mm | 1 in is rarely meant: a hem or a finished length may have been typed here.",
    "Every piece is cut larger than it need be, and the seams are clumsy.",
)
def allowance_out_of_role(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    told: set[str] = set()
    for key, name in bag.classes.items():
        mm, field = allowance_of(key).of(bag), set_by(bag, allowance_of(key))
        if mm > WIDEST_ALLOWANCE + 1e-9 and field not in told:
            told.add(field)
            most = paired(25).mm(bag.unit)
            yield fired(
                field,
                "{name} of {allowance}.",
                "Check the number; seams rarely take more than {most}.",
                {"name": name},
                remedies=(to(field, None), *allowance(bag, key, most)),
                allowance=mm,
                most=most,
            )


def _size_field(key: str) -> Length:
    """Return the field that the finished size called *key* is asked for by."""
    return {"bottom": BOTTOM_HEIGHT, "contents": HEIGHT}.get(key, Length(f"size.{key}"))


@check(
    "grid-moved-size",
    "note",
    "The cutting grid moves the finished size",
    "a size comes out more than half a step from what was asked",
    "Both arms of a cut-out come from one core on the grid, so the depth can move by up to a step.",
    "A tape reads a little more, or less, than was asked.",
)
def grid_moved_size(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for made in draft.form.dimensions.values():
        moved = made.comes_out - made.asked
        if made.key == "flat_opening" or abs(moved) <= bag.grid.step / 2 + 1e-6:
            continue
        path = _size_field(made.key)
        worked_out = made.source == "derived" or path not in bag.values
        finer = to(GRID_STEP, at_least(bag, 0.5))
        yield fired(
            path,
            "{name}: {asked} asked, {comes_out} comes out.",
            "Take it as it is, or use a finer grid."
            if worked_out
            else "Take it as it is, choose {comes_out}, or use a finer grid.",
            {"name": made.label},
            remedies=(*((to(path, made.comes_out),) if not worked_out else ()), finer),
            asked=made.asked,
            comes_out=made.comes_out,
        )


@check(
    "tube-base-ease",
    "stop",
    "Tube and base do not go together",
    "tube and base differ at their seam by more than the cloth eases: 1 % woven, 5 % knit",
    "Woven cloth eases about a hundredth of its length into a curved seam; more makes tucks.",
    "The seam cannot be sewn flat.",
    impossible=True,
)
def tube_base_ease(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    for walked in draft.walked:
        if not walked.seam.ease or walked.agrees:
            continue
        tube, base = walked.lengths
        edges = 2 if TUBE_PANELS.of(bag) == "two" else 1
        fix = "Sew the side seams deeper by {each} at every edge, or cut the base larger."
        if tube < base:
            fix = "Cut each panel {each} wider at both edges; a base that is cut may hang over."
        yield fired(
            TUBE_PANELS,
            "{name}: the tube {tube}, the base {base}.",
            fix,
            {"name": walked.seam.label},
            remedies=(to(TUBE_PANELS, "one"), to(GRID_STEP, at_least(bag, 0.5))),
            tube=tube,
            base=base,
            each=abs(tube - base) / 2 / (edges if len(walked.seam.chains[0]) > 1 else 1),
        )
        # the other half says the same
        return


@check(
    "knit-stretch-way",
    "note",
    "A knit has to stretch round the bag",
    "a cloth that eases over 1 % on a base of its own",
    "Stretch that runs up the bag does not help the base seam.",
    "The tube does not ease onto its base.",
)
def knit_stretch_way(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if "ring" not in bag.classes:
        return
    for layer in bag.bag.top.layers:
        if bag.cloth(layer).ease > 0.01 + 1e-9:
            fix = "Cut the tube with its stretch along the base seam."
            yield fired(f"cloth.{layer}", "{cloth} stretches.", fix, {"cloth": bag.cloth(layer).label})


@check(
    "outline-too-tight",
    "stop",
    "The outline bends too tightly for its seam",
    "the cut line of a traced base crosses itself or loses an edge, or its seam line has no room inside it",
    "A hollow that is tighter than the seam allowance has no cut line; a narrow shape has no seam line.",
    "The base cannot be cut, or not sewn along its outline.",
    impossible=True,
)
def outline_too_tight(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if not is_traced(bag):
        return
    seam = eaten(bag, "ring")
    sewn = (p for p in draft.pieces if p.part == "base" and p.layer in bag.bag.top.layers)
    crossed = next((p for p in sewn if _swallowed(p) or not is_simple(flattened(p.cut, p.bends))), None)
    least = paired(3).mm(bag.unit)
    half = at_least(bag, RING_ALLOWANCE.of(bag) / 2)
    narrower = tuple(r for mm in (half, least) for r in allowance(bag, "ring", mm))
    if crossed is not None:
        yield fired(
            OUTLINE,
            "With a seam of {seam} the line of the {piece} crosses itself.",
            "Round the outline out to more than {seam} wherever it turns in, or take a narrower seam.",
            {"piece": within(crossed.name)},
            remedies=narrower,
            seam=seam,
        )
    elif TRACED_AS.is_(bag, "cut") and seam and not traced_in(bag):
        yield fired(
            OUTLINE,
            "A seam of {seam} does not fit inside this cut line.",
            "Take it as the seam line, or take a narrower seam.",
            remedies=(to(TRACED_AS, "seam"), *narrower),
            seam=seam,
        )


def _swallowed(piece: Piece) -> bool:
    """Return whether a stretch of the outline is gone on the cut line: it would run back there."""
    seam = flattened(piece.stitch, tuple(e.seam_bend for e in piece.edges))
    cut, n = flattened(piece.cut, piece.bends), len(seam)
    if len(cut) != n:
        return False
    ways = ((unit_vector(line[i - 1], line[i]) for line in (seam, cut)) for i in range(n))
    return any(u[0] * v[0] + u[1] * v[1] < -0.5 for u, v in ways)


@check(
    "insert-left-out",
    "note",
    "No room for the insert",
    "a stiff insert was asked for, and less than 10 mm | 3/8 in is left of the base inside its clearance",
    "An insert is smaller than the base all round, so that it goes in.",
    "None is cut.",
)
def insert_left_out(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if INSERT.is_(bag, "stiff") and not draft.form.insert:
        least = paired(1).mm(bag.unit)
        yield fired(
            INSERT_LESS,
            "{less} smaller at every edge leaves no insert of {narrowest} or more.",
            "Make it {least} smaller, or leave it out.",
            remedies=(to(INSERT_LESS, least), to(INSERT, "none")),
            less=INSERT_LESS.of(bag),
            narrowest=NARROWEST.mm(bag.unit),
            least=least,
        )


@check(
    "as-cut-does-not-ease",
    "warn",
    "What was cut does not go together as it is",
    "base or tube as really cut: they differ at the seam by more than 1 % (woven), 5 % (knit)",
    "Cloth that is cut can still be saved: sewn deeper, or left to hang over and trimmed.",
    "The seam comes out in tucks.",
)
def as_cut_does_not_ease(draft: "Draft") -> Iterator[Fired]:
    found = _as_cut(draft)
    if found is None:
        return
    bag = draft.bag
    tube, base, cut, panels = found
    if min(tube, base) <= 0:
        say = "As cut, the {part} leaves nothing inside its seams."
        part, cut_as = ("base", CUT_BASE) if base <= 0 else ("tube", CUT_TUBE)
        again = to(cut_as, None)
        both = (*again, *(to(CUT_TUBE if base <= 0 else CUT_BASE, None)))
        fix = "Measure it again, from raw edge to raw edge."
        yield fired(cut_as, say, fix, {"part": part}, remedies=(again, both))
        return
    if abs(tube - base) <= ease_of(bag) * min(tube, base) + 1e-9:
        return
    say = "As cut, the tube is {tube} round at its seam and the base {base}."
    each = abs(tube - base) / (2 * panels)
    # a base that is too large hangs over evenly and is trimmed when it is sewn in
    over = (base - tube) / base * (cut - 2 * eaten(bag, "ring")) / 2
    if tube > base:
        path, deeper = SIDE_ALLOWANCE, at_most(bag, SIDE_ALLOWANCE.of(bag) + each)
        fix = "Sew the side seams deeper by {each} at every edge, {edges} of the tube’s edges in all."
    else:
        path, deeper = RING_ALLOWANCE, at_most(bag, RING_ALLOWANCE.of(bag) + over)
        fix = "Let the base hang over by {over} all round, and trim it when it is sewn in."
    # only what is cut already stays as it is when the plan's seams grow
    given = bag.values[CUT_TUBE if tube > base else CUT_BASE].value is not None
    cut_both = tuple(Change(field, None) for field in (CUT_BASE, CUT_TUBE) if field.or_none(bag) is not None)
    cleared = (*((change,) for change in cut_both), *((cut_both,) if len(cut_both) > 1 else ()))
    yield fired(
        CUT_BASE,
        say,
        fix,
        {"edges": str(2 * panels)},
        remedies=(*((to(path, deeper), to(path, at_least(bag, deeper + 0.5))) if given else ()), *cleared),
        tube=tube,
        base=base,
        each=each,
        over=over,
    )


@check(
    "as-cut-eases",
    "note",
    "What was cut goes together",
    "base or tube as really cut: they differ at the seam by 1 % or less (woven), 5 % (knit)",
    "Cloth eases this much; share it out evenly between the marks.",
    "Nothing: it can be sewn as it is.",
)
def as_cut_eases(draft: "Draft") -> Iterator[Fired]:
    found = _as_cut(draft)
    if found is None or min(found[:2]) <= 0:
        return
    if abs(found[0] - found[1]) > ease_of(draft.bag) * min(found[:2]) + 1e-9:
        return
    tube, base, _, _ = found
    say = "As cut, the tube is {tube} round at its seam and the base {base}."
    fix = "Ease {by} in, evenly between the marks."
    yield fired(CUT_BASE, say, fix, tube=tube, base=base, by=abs(tube - base))


def _as_cut(draft: "Draft") -> tuple[float, float, float, int] | None:
    """Return tube and base at their seam as they were really cut, the base's cut size, and the panels."""
    bag = draft.bag
    cut_base, cut_tube = CUT_BASE.or_none(bag), CUT_TUBE.or_none(bag)
    if cut_base is None and cut_tube is None:
        return None
    panels, ring = panels_of(bag), eaten(bag, "ring")
    base_piece = next(p for p in draft.pieces if p.part == "base")
    cut = cut_base if cut_base is not None else base_piece.size("width")
    # of a lapped seam front and back give up unlike amounts, and are cut unlike
    fronts = [p for p in draft.pieces if p.layer == "outer" and not p.part and not p.cut_off]
    fronts = fronts or [draft.piece("outer")]
    wide = [cut_tube if cut_tube is not None else p.size("width") for p in fronts]
    around = math.fsum(
        (mm - 2 * eaten(bag, "side", p.over)) * panels / len(fronts)
        for mm, p in zip(wide, fronts, strict=True)
    )
    planned = base_piece.size("width") - 2 * ring
    drafted = next(w for w in draft.walked if w.seam.seam == "ring").lengths[1] * panels
    return snap(around), drafted * (cut - 2 * ring) / planned, cut, panels


@check(
    "corner-radius-over-panel",
    "stop",
    "The corners are rounder than the front has room for",
    "corner radius > half the width, or > the height; on a base > half of its shorter side",
    "Two arcs would meet before the sides do.",
    "The bag is drafted with smaller corners than were asked.",
    impossible=True,
)
def corner_radius_over_panel(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    plate = False
    if bag.bag.base.kind == "gusset":
        wanted, room = corner_radius(bag).mm, most_radius(WIDTH.of(bag), asked_height(bag))
        plate = ROUND_BY.of(bag) == "plate"
    elif bag.bag.base.kind == "rounded_rectangle":
        wanted = RADIUS.of(bag)
        room = min(LENGTH.of(bag), BREADTH.of(bag)) / 2
    else:
        return
    if wanted > room + 1e-9:
        most = at_most(bag, 2 * (room + GUSSET_ALLOWANCE.of(bag)) if plate else room)
        where = PLATE if plate else RADIUS
        yield fired(
            where,
            "A radius of {wanted}; there is room for {room}.",
            "Take a plate {most} across or less." if plate else "Make it {most} or less.",
            remedies=(to(where, most),),
            wanted=wanted,
            room=room,
            most=most,
        )


@check(
    "step-over-height",
    "stop",
    "The step is higher than the bag",
    "front and back higher than the sides by as much as the bag is high",
    "Nothing would be left of the side panels.",
    "The bag has no sides.",
    impossible=True,
)
def step_over_height(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if STEP not in bag.values:
        return
    step, height = STEP.of(bag), asked_height(bag)
    if step >= height - 1e-9:
        most = at_most(bag, height / 2)
        yield fired(
            STEP,
            "A step of {step} on {height}.",
            "Make it less than {height}.",
            remedies=(to(STEP, most), to(STEP, None)),
            step=step,
            height=height,
        )


@check(
    "snips-too-deep",
    "note",
    "Little to snip at the base seam",
    "round the base a seam allowance of 6 mm or less",
    "At 6 mm or less many do not snip the tube, but ease it in with more pins.",
    "Nothing: the steps leave the tube unsnipped.",
)
def snips_too_deep(draft: "Draft") -> Iterator[Fired]:
    bag = draft.bag
    if (
        "ring" not in bag.classes
        or bag.bag.base.kind == "rectangle"
        or not bag.bag.seam("ring").takes_allowance
    ):
        return
    mm = RING_ALLOWANCE.of(bag)
    if mm <= SNIPPED_OVER.mm(bag.unit) + 1e-9:
        more = paired(10).mm(bag.unit)
        yield fired(
            set_by(bag, RING_ALLOWANCE),
            "A base seam of {allowance}.",
            "Take {more}, or leave the tube unsnipped.",
            remedies=allowance(bag, "ring", more),
            allowance=mm,
            more=more,
        )


#: What is said where the two arithmetics disagree: the maker has done nothing wrong.
_NOT_TRUSTED = "Do not cut from this. Undo the last change, or choose another base; keep the plan as a file."


@check(
    "seams-differ",
    "stop",
    "Two edges that are sewn together differ",
    "lengths walked on the cut pieces differ by more than 0.01 mm and what is trimmed after sewing",
    "Edges of one seam have to have the same length at the seam line.",
    "The seam cannot be closed.",
    doubts=True,
)
def seams_differ(draft: "Draft") -> Iterator[Fired]:
    for walked in draft.walked:
        if not walked.agrees and not walked.seam.ease:
            yield fired(
                f"seam:{walked.seam.key}",
                "{name}: {longest} on one side, {shortest} on the other.",
                _NOT_TRUSTED,
                {"name": walked.seam.label},
                longest=max(walked.lengths),
                shortest=min(walked.lengths),
            )


@check(
    "reading-differs",
    "stop",
    "Read back, the cut sizes make another bag",
    "a size read back differs by more than 0.01 mm, or the cut list finds fault with itself",
    "The cuts are read back by separate arithmetic; where the two differ neither is to be trusted.",
    "The bag comes out at another size.",
    doubts=True,
)
def reading_differs(draft: "Draft") -> Iterator[Fired]:
    for finding in draft.read.findings:
        numbers = {f"n{i}": mm for i, (_, mm) in enumerate(finding.numbers)}
        shown = ", ".join(f"{name} {{n{i}}}" for i, (name, _) in enumerate(finding.numbers))
        yield Fired("pieces", f"{finding.why} {shown}.".replace(". .", "."), finding.fix, numbers, {})
    for key, read in draft.read.sizes.items():
        drafted = draft.form.mm(key)
        if abs(read.total - drafted) > SAME:
            yield fired(
                f"size.{key}",
                "{name}: drafted as {drafted}, read back as {read}.",
                _NOT_TRUSTED,
                {"name": read.label},
                drafted=drafted,
                read=read.total,
            )
